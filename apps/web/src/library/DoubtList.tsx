import { StateMark } from '../kit/StateMark.tsx'

interface OpenDoubt {
  key: string
  where: string
  reasons: readonly string[]
}

/** What is still doubted, each with the way to say that it was looked at. */
export function DoubtList({ doubts, onRight }: { doubts: readonly OpenDoubt[]; onRight: (key: string) => void }) {
  if (doubts.length === 0) return null
  return (
    <section aria-label="Doubts" className="mt-2">
      <h3 className="font-bold text-[14px]">
        {doubts.length} {doubts.length === 1 ? 'doubt' : 'doubts'}: correct each against the manual, or say that it is right
      </h3>
      <ul className="max-h-52 overflow-auto divide-y divide-base-300">
        {doubts.map((doubt) => (
          <li key={doubt.key} className="flex gap-2 py-1 items-start text-[14px] leading-snug">
            <span className="mt-1.5">
              <StateMark mark="watch" size={14} />
            </span>
            <span className="flex-1 py-1">
              <b>{doubt.where}.</b> {doubt.reasons.join(' ')}
            </span>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`${doubt.where} is right`}
              onClick={() => onRight(doubt.key)}
            >
              It is right
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

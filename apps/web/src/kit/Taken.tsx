import type { Assumption } from '@ingle/bench'

/** What an answer rests on and nobody has said. */
export function Taken({ of }: { of: readonly Assumption[] }) {
  if (of.length === 0) return null
  return (
    <details className="text-[13px]">
      <summary className="cursor-pointer min-h-11 flex items-center soft">
        {of.length} {of.length === 1 ? 'thing is' : 'things are'} taken, not known
      </summary>
      <ul className="flex flex-col gap-0.5">
        {of.map((one) => (
          <li key={one.what}>
            {one.what}: <span className="num">{one.value}</span> <span className="soft">({one.from})</span>
          </li>
        ))}
      </ul>
    </details>
  )
}

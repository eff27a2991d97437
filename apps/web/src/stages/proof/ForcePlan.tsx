import { forcesOf } from '@ingle/bench'
import type { BaselineMode } from '@ingle/core'
import { CautionNote } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** How this machine is forced to full capacity: what must be so, which key for how long, and how it ends. */
export function ForcePlan({ mode }: { mode: BaselineMode }) {
  const visit = useVisit()
  const forces = forcesOf(visit, mode)
  return (
    <section aria-label="Force full capacity" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Full capacity</h2>
      {forces.length === 0 && (
        <p className="text-[14px] leading-snug">
          No profile here says how it is forced. Let it run on a call that it cannot meet for fifteen minutes, all stages in,
          until the supply is steady; the maker’s manual may know a way.
        </p>
      )}
      {forces.map((one) => (
        <div key={`${one.place} ${one.key}`} className="flex flex-col gap-2 text-[14.5px] leading-snug">
          <CautionNote text={one.caution ?? 'Fans and compressor start at once: panels on, hands out.'} />
          <ol className="list-decimal pl-5 flex flex-col gap-1">
            {one.before.map((before) => (
              <li key={before}>{before}.</li>
            ))}
            <li>
              <b>{one.key}</b>
              {one.holdS === undefined ? ': press.' : `: hold for ${one.holdS} s, then let go.`}
            </li>
            <li>
              Wait until the supply is steady, then read.{' '}
              {one.lastsMin === undefined ? 'It lasts until it is ended.' : `It lasts ${one.lastsMin} min.`}
            </li>
            <li>It ends: {one.ends.charAt(0).toLowerCase() + one.ends.slice(1)}. See that it did.</li>
          </ol>
          {one.longer && (
            <p>
              <b>Not longer:</b> {one.longer}
            </p>
          )}
          <p className="soft text-[13px]">{one.device}. The maker’s manual goes first.</p>
        </div>
      ))}
    </section>
  )
}

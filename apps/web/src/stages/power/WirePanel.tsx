import { changesBetween, type Isolation, PLANT_FROM_WORDS } from '@ingle/bench'
import {
  type Board,
  counted,
  mended,
  SYSTEM_KIND_WORDS,
  type Wiring,
  type WiringFinding,
  type WiringSystem,
  wantedWires,
} from '@ingle/core'
import { wireMapScene } from '@ingle/report'
import { useMemo, useState } from 'react'
import { Drawing } from '../../kit/Drawing.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { useWidth } from '../../kit/useWidth.ts'
import { CarriedNote } from '../../visit/CarriedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { KindFields } from './KindFields.tsx'
import { WireTable } from './WireTable.tsx'

interface Props {
  kind: WiringSystem
  found: Wiring
  now: Wiring
  findings: readonly WiringFinding[]
  names: Partial<Record<Board, string>>
  isolation: Isolation
}

/** The terminal map: the conductors that are wanted, those that were found, and what is wrong between them. */
export function WirePanel({ kind, found, now, findings, names, isolation }: Props) {
  const { here, wired } = useVisit()
  const [frame, width] = useWidth(680)
  const [open, setOpen] = useState(false)
  const mending = Object.keys(here.wiring.left.wires).length + here.wiring.left.bridges.length > 0
  const scene = useMemo(
    () => wireMapScene(kind, now, findings, names, Math.min(Math.max(width, 340), 760)),
    [kind, now, findings, names, width],
  )
  return (
    <section aria-label="Wiring" className="panel p-4 flex flex-col gap-3">
      <div className="flex flex-wrap items-baseline gap-2">
        <h2 className="font-bold">Wiring</h2>
        <span className="soft text-[14px] mr-auto">
          {SYSTEM_KIND_WORDS[kind.kind]} ({PLANT_FROM_WORDS[wired.plant.from]}), {wantedWires(kind).length} conductors wanted
          {mending ? ', as it is after mending' : ''}
        </span>
        <button type="button" className="btn btn-quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          Kind of system…
        </button>
      </div>
      {open && <KindFields kind={kind} />}
      <CarriedNote of="wiring" />
      <div ref={frame}>
        <Drawing scene={scene} />
      </div>
      <p className="soft text-[13px]">
        Broken lines are wanted and not there. The letters are those in common use; where a board prints others, its own diagram
        counts.
      </p>
      <Findings findings={findings} now={now} isolation={isolation} />
      <WireTable kind={kind} found={found} now={now} isolation={isolation} />
    </section>
  )
}

function Findings({ findings, now, isolation }: { findings: readonly WiringFinding[]; now: Wiring; isolation: Isolation }) {
  const { write, at } = useVisit()
  if (now.wires.length + now.bridges.length === 0)
    return <p className="soft">Enter below what is found, one conductor after another; the checks begin with the first.</p>
  if (findings.length === 0)
    return (
      <p className="text-success font-bold">
        Nothing found against it: each conductor that this kind of system wants is where it belongs.
      </p>
    )
  const mend = (finding: WiringFinding) => {
    void write(changesBetween(now, mended(now, finding.does), { ...at, column: 'left' }))
  }
  return (
    <ul className="flex flex-col gap-2" aria-label="Wiring findings">
      {findings.map((one) => (
        <li key={one.key}>
          <Notice kind={one.danger ? 'wrong' : 'watch'}>
            <b>{one.says}</b> {one.mend}
            {one.does.length > 0 && (
              <span className="block mt-1.5">
                <button type="button" className="btn btn-quiet" disabled={!isolation.isolated} onClick={() => mend(one)}>
                  Done so
                </button>{' '}
                {!isolation.isolated && (
                  <span className="soft text-[13px]">
                    Lock it out and tag it out first: {counted(isolation.open.length, 'step is', 'steps are')} not confirmed.
                  </span>
                )}
              </span>
            )}
          </Notice>
        </li>
      ))}
    </ul>
  )
}

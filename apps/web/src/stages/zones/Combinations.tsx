import { combinationOf, counted, withMend, type ZoneCase, type ZoneMend } from '@ingle/core'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Matrix } from './Matrix.tsx'
import { Mends } from './Mends.tsx'
import { OneCombination } from './OneCombination.tsx'
import { useCombinations } from './useCombinations.ts'

/** Every open and closed combination, the worst first, and what mends it. */
export function Combinations() {
  const { zoned } = useVisit()
  const { show } = useVisit()
  const [mend, setMend] = useState<ZoneMend | null>(null)
  const [chosen, setChosen] = useState<number | null>(null)
  const base = zoned.of.ok ? zoned.of.value : null
  const mended = useMemo<ZoneCase | null>(() => (base && mend ? withMend(base, mend) : null), [base, mend])
  const found = useCombinations(base)
  const tried = useCombinations(mended)
  const { run, stop, again } = mend ? tried : found
  if (!zoned.of.ok)
    return (
      <Empty title="The combinations cannot be worked out yet">
        <p>
          <Refused of={zoned.of} />
        </p>
        <Link to=".." relative="path" className="btn btn-primary mt-4">
          To the outlets
        </Link>
      </Empty>
    )
  if (run.state === 'running')
    return (
      <section aria-label="Working out" className="panel p-4 flex flex-wrap items-center gap-3">
        <p className="num">Every combination, and every mend on each: {Math.round(run.share * 100)}%</p>
        <progress className="grow" max={1} value={run.share} aria-label="How much is worked out" />
        <button type="button" className="btn" onClick={stop}>
          Stop
        </button>
      </section>
    )
  if (run.state !== 'done')
    return (
      <section aria-label="Stopped" className="panel p-4 flex flex-wrap items-center gap-3">
        {run.state === 'refused' ? (
          <Notice kind="watch">
            <Refused of={run.refusal} />
          </Notice>
        ) : (
          <p>Stopped. Nothing that was entered is lost.</p>
        )}
        <button type="button" className="btn" onClick={again}>
          Work it out
        </button>
      </section>
    )
  const { judged } = run.answer
  const worst = judged.order.length > 0 ? combinationOf(judged, judged.order[0] as number) : null
  const shown = chosen !== null && judged.order.includes(chosen) ? combinationOf(judged, chosen) : worst
  return (
    <div className="grid gap-3 md:gap-4 xl:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)] items-start">
      <div className="flex flex-col gap-3 min-w-0">
        <h2 className="text-lg font-bold leading-tight">
          {judged.bad === 0
            ? judged.order.length === 1
              ? 'The one combination is within its limits'
              : `All ${judged.order.length} combinations are within their limits`
            : `${judged.bad} of ${counted(judged.order.length, 'combination')} ${judged.bad === 1 ? 'breaks' : 'break'} a limit`}
          {mend && <span className="soft font-normal"> with the mend put in, to see</span>}
        </h2>
        <Matrix judged={judged} of={run.of} chosen={shown?.mask ?? null} onChoose={setChosen} />
        <WorkedNote>
          <p>
            Branches side by side, p = R·Q², after a common duct of{' '}
            <span className="num">{run.of.network.commonResistance.toExponential(2)} in.wc/cfm²</span>, met with{' '}
            {zoned.fan.ok ? zoned.fan.value.words : 'the blower'}; each crossing in closed form. Resistances fitted to the statics
            that were read with zones open. Face speed = flow of the zone × its outlet’s share ÷ free area. Limits: heater by its
            kit, coil as entered, static as rated ({show('static', run.of.limits.maxStaticInWc ?? 0)}), noise by kind of room.
          </p>
        </WorkedNote>
      </div>
      <div className="flex flex-col gap-3 min-w-0">
        {shown && <OneCombination row={shown} of={run.of} worst={shown.mask === worst?.mask} />}
        {base && found.run.state === 'done' && (
          <Mends mends={found.run.answer.mends} of={base} seen={mend} onSee={setMend} total={found.run.answer.judged.bad} />
        )}
      </div>
    </div>
  )
}

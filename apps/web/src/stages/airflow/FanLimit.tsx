import {
  AFTER_FIRING_S,
  fanLimitAt,
  firingFlowCfm,
  type LedgerRow,
  type Pointers,
  pointerFindings,
  pointerRows,
  pointersOf,
  USUAL_FIRING_S,
} from '@ingle/bench'
import { counted, type FanLimitRun, meaningOf, type Show } from '@ingle/core'
import { useMemo, useState } from 'react'
import { QuantityField, SelectField } from '../../kit/Field.tsx'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

const TRIAL_WORDS = {
  better: 'Better than as the pointers stand.',
  worse: 'Not better than as they stand: leave them, or try others.',
  alike: 'No better than as they stand.',
} as const

/** More runs of the blower than this are counted, not listed. */
const MOST_SAID = 5

/** The old fan-and-limit switch: what its two pointers do in a firing, now and as one would set them. */
export function FanLimit() {
  const rows = pointerRows(useVisit())
  const stands = rows && pointersOf(rows)
  if (!rows) return null
  return stands ? (
    <PointersPanel rows={rows} stands={stands} />
  ) : (
    <section aria-label="Fan and limit" className="panel p-4">
      <h2 className="font-bold">The fan-and-limit switch</h2>
      <p className="soft text-[14px]">Enter where both pointers stand: then its starts and stops are worked out.</p>
    </section>
  )
}

function PointersPanel({ rows, stands }: { rows: { on: LedgerRow; off: LedgerRow }; stands: Pointers }) {
  const visit = useVisit()
  const { units, show } = visit
  const { on, off } = rows
  const [tried, setTried] = useState<Pointers | null>(null)
  const dial = tried ?? stands
  const flowCfm = firingFlowCfm(visit)
  const result = useMemo(() => fanLimitAt(visit, stands, dial), [visit, stands, dial])
  const { number, quantity, temperature, save } = useFiring()
  return (
    <section aria-label="Fan and limit" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {result?.ok ? heading(result.value.run) : 'The fan-and-limit switch: what its pointers do in a firing'}
      </h2>
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3">
        {quantity('heatRate', 'inputBtuH', 'Input', 'rate plate, or clocked')}
        {number('efficiencyPct', 'Efficiency, %', '80')}
        {temperature('returnF', 'Return air')}
        <QuantityField label="Flow" quantity="flow" base={flowCfm} units={units} onSave={(flow) => save({ flowCfm: flow })} />
        {number('toStartS', 'Flame to blower, s', 'by the watch, from cold')}
        {number('firingS', 'A firing lasts, s', String(USUAL_FIRING_S))}
      </div>
      <div className="grid gap-2.5 grid-cols-2 items-end">
        <SelectField
          label="Fan on at, to try"
          value={String(dial.onF)}
          options={pointerValues(on, show)}
          onSave={(value) => setTried({ ...dial, onF: Number(value) })}
        />
        <SelectField
          label="Fan off at, to try"
          value={String(dial.offF)}
          options={pointerValues(off, show)}
          onSave={(value) => setTried({ ...dial, offF: Number(value) })}
        />
      </div>
      {tried && (
        <button type="button" className="btn btn-quiet self-start" onClick={() => setTried(null)}>
          As the pointers stand: {show('temperature', stands.onF)} and {show('temperature', stands.offF)}
        </button>
      )}
      {result === null && (
        <>
          {pointerFindings(visit, dial).map((one) => (
            <Notice key={one.says} kind="watch">
              <b>{one.says}</b> {one.mend}
            </Notice>
          ))}
          <p className="soft text-[14px]">
            Fill in what is known of the firing: then the blower’s starts and stops are worked out. Until then rules of thumb
            speak.
          </p>
        </>
      )}
      {result && !result.ok && (
        <Notice kind="watch">
          <Refused of={result} />
        </Notice>
      )}
      {result?.ok && (
        <>
          <Bars run={result.value.run} firingS={result.value.firingS} />
          {result.value.verdicts.map((one) => (
            <Notice key={one.says} kind="watch">
              <b>{one.says}</b> {one.mend}
            </Notice>
          ))}
          {result.value.trial && <p className="font-bold text-[14px]">{TRIAL_WORDS[result.value.trial]}</p>}
          {result.value.verdicts.length === 0 && (
            <p className="text-success font-bold text-[14px]">It starts once, runs on until the exchanger is spent, and stops.</p>
          )}
          <p className="soft text-[13px]">
            Worked out: exchanger and plenum air as two temperatures; the exchanger’s {result.value.capacity.toFixed(1)} Btu/°F
            from the time to the blower; what it gives to the air and loses while the blower stands are taken as usual for such
            furnaces. Source: energy balance of two nodes. Proved by watching a firing.
          </p>
        </>
      )}
      <CautionNote text="Power off before the cover comes off; hold the dial still. The limit is proved and left as the maker set it: it is never moved, bridged or held." />
    </section>
  )
}

/** Where a pointer can stand, in the units of roles, and as this person reads it. */
const pointerValues = ({ setting }: LedgerRow, show: Show): [string, string][] => {
  const { range } = setting
  const values = range
    ? Array.from({ length: Math.round((range.max - range.min) / range.step) + 1 }, (_, i) => String(range.min + i * range.step))
    : setting.values
  return values.map((one) => {
    const meaning = meaningOf(setting, one)
    return [meaning, show('temperature', Number(meaning), { decimals: 0 })]
  })
}

const heading = (run: FanLimitRun): string =>
  run.startsInACall > 1
    ? `The blower starts ${run.startsInACall} times in one firing`
    : run.residualRestarts > 0
      ? 'Leftover heat starts the blower again'
      : run.startsS.length === 0
        ? 'The blower never starts in this firing'
        : run.runningAtEnd
          ? 'The blower starts once and does not stop'
          : 'The blower starts once and stops once'

/** Flame and blower along the time, as two bars; the same as a sentence for those who cannot see them. */
function Bars({ run, firingS }: { run: FanLimitRun; firingS: number }) {
  const endS = firingS + AFTER_FIRING_S
  const x = (s: number) => 60 + (s / endS) * 520
  const runs = run.startsS.map((from, i): [number, number] => [from, run.stopsS[i] ?? endS])
  const more = runs.length - MOST_SAID
  const says = `Flame from 0 to ${firingS} s. Blower ${
    runs
      .slice(0, MOST_SAID)
      .map(([from, to]) => `${Math.round(from)} to ${Math.round(to)} s`)
      .join(', ') || 'never'
  }${more > 0 ? `, and ${counted(more, 'time')} more` : ''}.`
  return (
    <figure>
      <svg viewBox="0 0 590 74" width="100%" role="img" aria-label={says}>
        <text x="0" y="20" fontSize="13" fill="var(--tone-ink)">
          flame
        </text>
        <text x="0" y="46" fontSize="13" fill="var(--tone-ink)">
          blower
        </text>
        <rect x={x(0)} y="8" width={x(firingS) - x(0)} height="14" rx="3" fill="var(--tone-ember)" />
        {runs.map(([from, to]) => (
          <rect key={from} x={x(from)} y="34" width={Math.max(x(to) - x(from), 2)} height="14" rx="3" fill="var(--tone-air)" />
        ))}
        {[0, firingS, endS].map((s) => (
          <text
            key={s}
            x={x(s)}
            y="66"
            fontSize="12"
            textAnchor={s === 0 ? 'start' : s === endS ? 'end' : 'middle'}
            fill="var(--tone-faint)"
          >
            {s} s
          </text>
        ))}
      </svg>
      <figcaption className="num text-[13px]">{says}</figcaption>
    </figure>
  )
}

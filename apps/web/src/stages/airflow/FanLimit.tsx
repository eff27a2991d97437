import { exchangerFromStart, type FanLimitRun, fanLimitVerdict, runFanLimit } from '@ingle/core'
import type { LedgerRow } from '@ingle/record'
import { useMemo, useState } from 'react'
import { QuantityField, SelectField } from '../../kit/Field.tsx'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

/** What runs on after the flame, in the picture and in the count. */
const AFTER_S = 900
const USUAL_FIRING_S = 480
/** More runs of the blower than this are counted, not listed. */
const MOST_SAID = 5

/** The old fan-and-limit switch: what its two pointers do in a firing, now and as one would set them. */
export function FanLimit() {
  const { ledger } = useVisit()
  const on = ledger.find((row) => row.id === 'fan.on-at')
  const off = ledger.find((row) => row.id === 'fan.off-at')
  if (on?.setting.home !== 'pointer' || off?.setting.home !== 'pointer') return null
  return <Pointers on={on} off={off} />
}

const standing = (row: LedgerRow): string => row.left?.value ?? row.found?.value ?? row.setting.default ?? ''

function Pointers({ on, off }: { on: LedgerRow; off: LedgerRow }) {
  const { here, units, picture } = useVisit()
  const { firing } = here
  const [tried, setTried] = useState<{ on: string; off: string } | null>(null)
  const dial = tried ?? { on: standing(on), off: standing(off) }
  const flowCfm = firing.flowCfm ?? picture.current?.flow?.flowCfm ?? null
  const result = useMemo(() => {
    const { inputBtuH, efficiencyPct, returnF, toStartS, firingS = USUAL_FIRING_S } = firing
    if (
      inputBtuH === undefined ||
      efficiencyPct === undefined ||
      returnF === undefined ||
      toStartS === undefined ||
      flowCfm === null
    )
      return null
    const made = exchangerFromStart({
      burnerBtuH: (inputBtuH * efficiencyPct) / 100,
      flowCfm,
      sensibleFactor: picture.sensibleFactor,
      returnF,
      fanOnF: Number(standing(on)),
      toStartS,
    })
    if (!made.ok) return made
    const pointers = { fanOnF: Number(dial.on), fanOffF: Number(dial.off) }
    const run = runFanLimit(made.value, pointers, {
      calls: [[0, firingS]],
      endS: firingS + AFTER_S,
      returnF,
      startF: returnF,
    })
    return run.ok
      ? {
          ok: true as const,
          run: run.value,
          firingS,
          verdicts: fanLimitVerdict(pointers, run.value, returnF),
          capacity: made.value.capacity,
        }
      : run
  }, [firing, flowCfm, picture, on, dial.on, dial.off])
  const { number, temperature, save } = useFiring()
  return (
    <section aria-label="Fan and limit" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {result?.ok ? heading(result.run) : 'The fan-and-limit switch: what its pointers do in a firing'}
      </h2>
      <div className="grid gap-2.5 grid-cols-2 lg:grid-cols-3">
        {number('inputBtuH', 'Input, Btu/h', 'rate plate, or clocked')}
        {number('efficiencyPct', 'Efficiency, %', '80')}
        {temperature('returnF', 'Return air')}
        <QuantityField label="Flow" quantity="flow" base={flowCfm} units={units} onSave={(flow) => save({ flowCfm: flow })} />
        {number('toStartS', 'Flame to blower, s', 'by the watch, from cold')}
        {number('firingS', 'A firing lasts, s', String(USUAL_FIRING_S))}
      </div>
      <div className="grid gap-2.5 grid-cols-2 items-end">
        <SelectField
          label="Fan on at, to try"
          value={dial.on}
          options={pointerValues(on)}
          onSave={(value) => setTried({ ...dial, on: value })}
        />
        <SelectField
          label="Fan off at, to try"
          value={dial.off}
          options={pointerValues(off)}
          onSave={(value) => setTried({ ...dial, off: value })}
        />
      </div>
      {tried && (
        <button type="button" className="btn btn-quiet self-start" onClick={() => setTried(null)}>
          As the pointers stand: {standing(on)} and {standing(off)}
        </button>
      )}
      {result === null && (
        <p className="soft text-[14px]">
          Fill in what is known of the firing: then the blower’s starts and stops are worked out.
        </p>
      )}
      {result && !result.ok && (
        <Notice kind="watch">
          <b>{result.reason}</b> {result.remedy}
        </Notice>
      )}
      {result?.ok && (
        <>
          <Bars run={result.run} firingS={result.firingS} />
          {result.verdicts.map((one) => (
            <Notice key={one.says} kind="watch">
              <b>{one.says}</b> {one.mend}
            </Notice>
          ))}
          {result.verdicts.length === 0 && (
            <p className="text-success font-bold text-[14px]">It starts once, runs on until the exchanger is spent, and stops.</p>
          )}
          <p className="soft text-[13px]">
            Worked out: exchanger and plenum air as two temperatures; the exchanger’s {result.capacity.toFixed(1)} Btu/°F from the
            time to the blower; what it gives to the air and loses while the blower stands are taken as usual for such furnaces.
            Source: energy balance of two nodes. Proved by watching a firing.
          </p>
        </>
      )}
      <CautionNote text="Power off before the cover comes off; hold the dial still. The limit is proved and left as the maker set it: it is never moved, bridged or held." />
    </section>
  )
}

const pointerValues = ({ setting }: LedgerRow): [string, string][] => {
  const { range } = setting
  if (!range) return setting.values.map((one) => [one, one])
  const count = Math.round((range.max - range.min) / range.step) + 1
  return Array.from({ length: count }, (_, i) => {
    const value = String(range.min + i * range.step)
    return [value, `${value} °F`]
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
  const endS = firingS + AFTER_S
  const x = (s: number) => 60 + (s / endS) * 520
  const runs = run.startsS.map((from, i): [number, number] => [from, run.stopsS[i] ?? endS])
  const more = runs.length - MOST_SAID
  const says = `Flame from 0 to ${firingS} s. Blower ${
    runs
      .slice(0, MOST_SAID)
      .map(([from, to]) => `${Math.round(from)} to ${Math.round(to)} s`)
      .join(', ') || 'never'
  }${more > 0 ? `, and ${more} times more` : ''}.`
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

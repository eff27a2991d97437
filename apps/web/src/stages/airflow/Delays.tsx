import { blowerDelays, exchangerFromStart, percent } from '@ingle/core'
import type { Fires, LedgerRow } from '@ingle/record'
import { DataTable } from '../../kit/DataTable.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useAims, type WorkedAim } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

/** Blower delays on and off in the steps that the device has, and what each does. */
export function Delays({ fires }: { fires: Fires }) {
  const { state, picture, show } = useVisit()
  const { firing, number, temperature } = useFiring()
  const { rowOf, valueFor, waiting, put } = useAims('Heat view')
  const rows = ['fan.delay.on.heat', 'fan.delay.off.heat', 'fan.delay.on.cool', 'fan.delay.off.cool'].map(rowOf)
  const [onHeat, offHeat, onCool, offCool] = rows
  if (rows.every((one) => one === undefined)) return null
  const flowCfm = picture.current?.flow?.flowCfm ?? firing.flowCfm ?? null
  const { returnF, startSupplyF, toStartS } = firing
  const exchanger =
    fires.high && flowCfm !== null && returnF !== undefined && startSupplyF !== undefined && toStartS !== undefined
      ? exchangerFromStart({
          burnerBtuH: fires.high.heatBtuH,
          flowCfm,
          sensibleFactor: picture.sensibleFactor,
          returnF,
          fanOnF: startSupplyF,
          toStartS,
        })
      : null
  const made = exchanger?.ok ? blowerDelays(exchanger.value, returnF ?? 0, stepsOf(onHeat), stepsOf(offHeat)) : exchanger
  // Water on the coil: run-on puts it back into damp rooms, and is worth its cold in dry ones.
  const damp = /damp|humid/.test(state.climate)
  const coolOff = stepsOf(offCool)
  const coolOn = stepsOf(onCool)
  const aims: WorkedAim[] = [
    ...(made?.ok && onHeat
      ? [{ id: onHeat.id, meaning: String(made.value.bestOnS), why: `the air is warm when the blower starts` }]
      : []),
    ...(made?.ok && offHeat
      ? [{ id: offHeat.id, meaning: String(made.value.bestOffS), why: `what is left in the exchanger is spent by then` }]
      : []),
    ...(offCool && coolOff.length > 0
      ? [
          {
            id: offCool.id,
            meaning: String(damp ? Math.min(...coolOff) : Math.max(...coolOff)),
            why: damp
              ? 'run-on over a wet coil puts the water back into damp rooms'
              : 'the cold left in the coil is worth its fan where air is dry',
          },
        ]
      : []),
    ...(onCool && coolOn.length > 0
      ? [{ id: onCool.id, meaning: String(Math.max(...coolOn)), why: 'the coil is cold before air comes over it' }]
      : []),
  ]
  const left = waiting(aims)
  return (
    <section aria-label="Blower delays" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Blower delays, in the steps of this board</h2>
      <div className="grid gap-2.5 grid-cols-2">
        {number('toStartS', 'Flame to blower, s', 'by the watch, from cold')}
        {temperature('startSupplyF', 'Supply as the blower starts')}
      </div>
      {made === null && (
        <p className="soft text-[14px]">
          The time from flame to blower, the supply air just then and the flow: then every step of the delays is worked out.
        </p>
      )}
      {made && !made.ok && (
        <Notice kind="watch">
          <b>{made.reason}</b> {made.remedy}
        </Notice>
      )}
      {made?.ok && (
        <DataTable
          caption="What each delay does"
          columns={[
            { head: 'Heating' },
            { head: 'Step', figure: true },
            { head: 'Supply air', figure: true },
            { head: <span className="pl-3">What it means</span> },
          ]}
          rows={[
            ...made.value.on.map((one) => ({
              key: `on${one.delayS}`,
              marked: one.delayS === made.value.bestOnS,
              cells: [
                'on',
                `${one.delayS} s`,
                show('temperature', one.supplyF),
                <span key="m" className="block pl-3 text-[13px] leading-snug">
                  {one.supplyF < 80 ? 'blows cold at first' : one.supplyF < 90 ? 'lukewarm at first' : 'warm at once'}
                  {one.delayS === made.value.bestOnS && ' · the aim'}
                </span>,
              ],
            })),
            ...made.value.off.map((one) => ({
              key: `off${one.delayS}`,
              marked: one.delayS === made.value.bestOffS,
              cells: [
                'off',
                `${one.delayS} s`,
                show('temperature', one.supplyF),
                <span key="m" className="block pl-3 text-[13px] leading-snug">
                  leaves {percent(one.leftShare)} of the heat in the exchanger
                  {one.delayS === made.value.bestOffS && ' · the aim'}
                </span>,
              ],
            })),
          ]}
        />
      )}
      {(coolOff.length > 0 || coolOn.length > 0) && (
        <p className="text-[14px]">
          Cooling:{' '}
          {coolOff.length > 0 &&
            `off after ${damp ? Math.min(...coolOff) : Math.max(...coolOff)} s, since the climate here is ${state.climate || 'not said'}; `}
          {coolOn.length > 0 && `on after ${Math.max(...coolOn)} s, so that the coil is cold first.`}
        </p>
      )}
      {left.length > 0 && (
        <button type="button" className="btn btn-primary self-start" onClick={() => void put(left)}>
          Put {left.length} {left.length === 1 ? 'delay' : 'delays'} into the ledger:{' '}
          {left.map((one) => `${rowOf(one.id)?.setting.code ?? ''} ${valueFor(one.id, one.meaning)}`).join(', ')}
        </button>
      )}
      <WorkedNote>
        <p>
          Before the blower starts the exchanger only stores; with it on it gives UA·(T − air) to the air, and runs down by itself
          once the fire is off. Its heat capacity follows from flame to blower. On: the first step at which the air is 90 °F or
          more; off: the first at which it is within 12 °F of the return. Source: energy balance of one node; house figures.
        </p>
      </WorkedNote>
    </section>
  )
}

/** The seconds that a delay setting offers, ascending. */
function stepsOf(row: LedgerRow | undefined): number[] {
  if (!row) return []
  const { range, values, means } = row.setting
  const listed = values.map((one) => Number(means?.[one] ?? one)).filter(Number.isFinite)
  const count = range ? Math.round((range.max - range.min) / range.step) + 1 : 0
  return [...listed, ...Array.from({ length: count }, (_, i) => (range?.min ?? 0) + i * (range?.step ?? 0))].sort((a, b) => a - b)
}

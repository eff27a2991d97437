import { delaysOf, HEAT_SOURCE } from '@ingle/bench'
import { percent } from '@ingle/core'
import { DataTable } from '../../kit/DataTable.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

/** Blower delays on and off in the steps that the device has, and what each does. */
export function Delays() {
  const visit = useVisit()
  const { state, show } = visit
  const { number, temperature } = useFiring()
  const { rowOf, valueFor, waiting, put } = useAims(HEAT_SOURCE)
  const delays = delaysOf(visit)
  if (!delays) return null
  const { heat: made, coolOffS, coolOnS } = delays
  const left = waiting(delays.aims)
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
          <Refused of={made} />
        </Notice>
      )}
      {made?.ok && (
        <DataTable
          caption="What each delay does"
          columns={[
            { head: 'Heating' },
            { head: 'Step', figure: true },
            { head: 'Air there', figure: true },
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
      {(coolOffS !== null || coolOnS !== null) && (
        <p className="text-[14px]">
          Cooling: {coolOffS !== null && `off after ${coolOffS} s, since the climate here is ${state.climate || 'not said'}; `}
          {coolOnS !== null && `on after ${coolOnS} s, so that the coil is cold first.`}
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
          Before the blower starts the air over the exchanger warms with it, as it was read by the watch: at that step stands what
          was read. With the blower on, the exchanger gives UA·(T − air) to the air, and runs down by itself once the fire is off.
          Its heat capacity follows from flame to blower. On: the first step at which the air is 90 °F or more; off: the first at
          which it is within 12 °F of the return. Source: energy balance of one node; house figures.
        </p>
      </WorkedNote>
    </section>
  )
}

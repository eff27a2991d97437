import { HEAT_SOURCE, stagingOf } from '@ingle/bench'
import { express, percent } from '@ingle/core'
import { DataTable } from '../../kit/DataTable.tsx'
import { QuantityField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { useFiring } from './useFiring.tsx'

const NAMES = { never: 'Never', timed: 'After a set time', auto: 'By its own reckoning' } as const

/** A two-stage furnace behind a one-stage thermostat: never, timed, automatic, and what each means for the rooms. */
export function Staging() {
  const visit = useVisit()
  const { show, units } = visit
  const { firing, quantity, save } = useFiring()
  const { put } = useAims(HEAT_SOURCE)
  const staging = stagingOf(visit)
  if (!staging) return null
  const { row, outcomes: made, stands, upstageMin, callsPerHour, colderByF, isColderSaid } = staging
  return (
    <section aria-label="Second stage" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Second fire behind a thermostat that knows one stage</h2>
      <div className="grid gap-2.5 grid-cols-2 sm:grid-cols-4">
        {quantity('heatRate', 'lossBtuH', 'House loses', 'on a frosty morning')}
        {quantity('temperatureDifference', 'colderByF', 'Outdoors colder by', 'at that loss')}
        {quantity('temperatureDifference', 'warmUpFPerH', 'Warms up in an hour, on high', 'as it begins to')}
        <QuantityField
          label="Set back by"
          quantity="temperatureDifference"
          base={firing.setbackF ?? null}
          units={units}
          onSave={(value) => save({ setbackF: value })}
        />
      </div>
      {made && !made.ok && (
        <Notice kind="watch">
          <Refused of={made} />
        </Notice>
      )}
      {made === null && (
        <p className="soft text-[14px]">
          What the house loses, how fast it warms up and the setback: then the three are compared.
        </p>
      )}
      {made?.ok && (
        <>
          {!isColderSaid && (
            <p className="soft text-[14px]">
              How much colder it is outdoors was not said: taken as {show('temperatureDifference', colderByF)}.
            </p>
          )}
          <DataTable
            caption="What each choice means for the rooms"
            columns={[
              { head: 'Second fire' },
              { head: 'High fire', figure: true },
              { head: <span className="pl-3">For the rooms</span> },
              { head: '' },
            ]}
            rows={made.value.map((one) => ({
              key: one.rule,
              marked: stands === one.rule,
              cells: [
                <span key="n">
                  {NAMES[one.rule]}
                  {stands === one.rule && <span className="soft font-normal"> · now</span>}
                </span>,
                one.holds ? percent(one.highShare) : '—',
                <span key="s" className="block pl-3 text-[13px] leading-snug py-1">
                  {one.says}
                </span>,
                express(row.setting, one.rule, units).fit === 'exact' && row.aim?.meaning !== one.rule ? (
                  <button
                    key="b"
                    type="button"
                    className="btn btn-quiet"
                    aria-label={`Aim at ${NAMES[one.rule].toLowerCase()}`}
                    onClick={() => void put([{ id: row.id, meaning: one.rule, why: one.says }])}
                  >
                    Aim
                  </button>
                ) : row.aim?.meaning === one.rule ? (
                  <span key="a" className="soft text-[13px]">
                    the aim
                  </span>
                ) : (
                  ''
                ),
              ],
            }))}
          />
          <WorkedNote>
            <p>
              The loss grows as the rooms come up: loss of a degree = loss ÷ {show('temperatureDifference', colderByF)}
              {isColderSaid ? '' : ', which nobody said and is taken'}; heat capacity = (high − loss at the setback) ÷ rate of
              warming; low and high fire bring them up one after the other, with {upstageMin} min of low fire first where it is
              timed and {callsPerHour} calls an hour. “High fire” is its share of a call on such a day. Automatic is the maker’s
              own: between high fire at once and the timed change. Source: first-order room, t = τ·ln((x + s) ÷ x).
            </p>
          </WorkedNote>
        </>
      )}
    </section>
  )
}

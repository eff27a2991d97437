import { dcvOf } from '@ingle/bench'
import { peopleDayScene } from '@ingle/report'
import { useMemo } from 'react'
import { DataTable } from '../../kit/DataTable.tsx'
import { Drawing } from '../../kit/Drawing.tsx'
import { QuantityField, TextField } from '../../kit/Field.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { Taken } from '../../kit/Taken.tsx'
import { useWidth } from '../../kit/useWidth.ts'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useRoofSet } from './useRoofSet.ts'

/** Control by CO₂: what it settles at with everybody in, and over a day of people coming and going. */
export function Co2() {
  const visit = useVisit()
  const { show, units, system } = visit
  const [ref, width] = useWidth(640)
  const dcv = useMemo(() => dcvOf(visit), [visit])
  const set = useRoofSet()
  if (!dcv.ok)
    return (
      <Empty title="Control by CO₂ cannot be worked out">
        <p>
          <Refused of={dcv} />
        </p>
      </Empty>
    )
  const { day, steady, people, fromPpm, toPpm, areaCfm, alarmPpm, outdoorPpm } = dcv.value
  const hours = (minutes: number) => `${(minutes / 60).toFixed(1)} h`
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)] items-start">
      <section aria-label="A day of people" className="panel p-4 flex flex-col gap-2 min-w-0">
        <h2 className="font-bold text-lg leading-snug">
          {people} people: up to <span className="num">{Math.round(day.peakPpm)} ppm</span> over a day
        </h2>
        <p className="soft text-[14px]">
          {dcv.value.isRange
            ? `The damper opens from ${fromPpm} to ${toPpm} ppm`
            : `The damper opens at ${fromPpm} ppm: this device has one set point and no range`}
          , with positions as aimed on the damper line, at {dcv.value.speedPct}% fan
          {dcv.value.days.length > 1 &&
            (day.underRequiredMin > 0 ? ', the speed at which it lacks air longest' : ': at no speed does it lack air')}
          .
        </p>
        <div ref={ref}>
          <Drawing scene={peopleDayScene(dcv.value, units, Math.max(width, 320), 380)} />
        </div>
        <DataTable
          caption="With everybody in"
          columns={[
            { head: 'Fan, everybody in' },
            { head: 'Damper', figure: true },
            { head: 'Outdoor air', figure: true },
            { head: 'Settles at', figure: true },
            { head: '' },
          ]}
          rows={(steady.length > 7 ? steady.filter((_, i) => i % 3 === 0 || i === steady.length - 1) : steady).map((one) => ({
            key: String(one.speedPct),
            cells: [
              `${one.speedPct}%`,
              `${one.positionPct.toFixed(0)}%`,
              show('flow', one.outdoorCfm),
              `${Math.round(one.ppm)} ppm`,
              one.at === 'max' ? 'at its widest' : one.at === 'min' ? 'at its least' : 'in between',
            ],
          }))}
        />
        <WorkedNote>
          <p>
            C = Co + 10⁶·N·g ÷ Q, Q at the position that the controller takes for that C; over the day V·dC/dt = 10⁶·N·g − Q·(C −
            Co), exact over each second. Sources: ASTM D6245; ASHRAE 62.1 §6.2, dynamic reset.
          </p>
        </WorkedNote>
      </section>
      <div className="flex flex-col gap-3 min-w-0">
        {dcv.value.doubts.map((one) => (
          <Notice key={one.says} kind="watch">
            <b>{one.says}</b> {one.mend}
          </Notice>
        ))}
        <section aria-label="Over the day" className="panel p-4">
          <h2 className="font-bold mb-1">Over the day</h2>
          <DataTable
            columns={[{ head: '' }, { head: '', figure: true }]}
            rows={[
              ['Outdoor air, mean', show('flow', day.meanOutdoorCfm)],
              ['Never under (floor, exhaust)', show('flow', areaCfm)],
              ['Damper at its least', hours(day.atLowMin)],
              ['Damper at its widest', hours(day.atHighMin)],
              [`Over ${alarmPpm} ppm`, hours(day.overAlarmMin)],
              ['Less than the code’s rate', hours(day.underRequiredMin)],
            ].map(([name, value]) => ({ key: name as string, cells: [name, value] }))}
          />
        </section>
        <section aria-label="People and sensor" className="panel p-4 grid gap-2.5 grid-cols-2">
          <NumberField
            label="CO₂ outdoors, ppm"
            hint={String(outdoorPpm)}
            value={system.roof.outdoorPpm}
            onSave={(outdoorPpm) => set({ outdoorPpm })}
          />
          <NumberField
            label="Watched from, ppm"
            hint={String(alarmPpm)}
            value={system.roof.alarmPpm}
            onSave={(alarmPpm) => set({ alarmPpm })}
          />
          <QuantityField
            label="Room height"
            quantity="altitude"
            base={system.roof.ceilingFt ?? null}
            units={units}
            onSave={(ceilingFt) => set({ ceilingFt })}
          />
          <TextField
            label="People by the hour, from midnight"
            hint="24 figures"
            value={system.roof.peopleByHour?.join(' ') ?? ''}
            onSave={async (text) => {
              const all = text
                .trim()
                .split(/[\s,;]+/)
                .map(Number)
              return all.length === 24 && all.every((one) => Number.isFinite(one) && one >= 0)
                ? set({ peopleByHour: all })
                : 'Write 24 figures, one for each hour from midnight, with a space between.'
            }}
          />
        </section>
        <Notice kind="plain">
          Before the range is believed: hold the sensor outdoors (it should say about {outdoorPpm} ppm), and pull its plug: the
          damper should go to its widest. Write both down under Inputs and outputs.
        </Notice>
        <Taken of={dcv.value.assumptions} />
      </div>
    </div>
  )
}

import {
  isLate,
  localOf,
  MORNING_WORDS,
  SCHOOL_WORDS,
  sayNeed,
  sayWarm,
  timesDevice,
  USUAL_LEAD_MIN,
  warmJobOf,
} from '@ingle/bench'
import { BTU_PER_KWH, clockText, DAY_NAMES } from '@ingle/core'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { DataTable } from '../../kit/DataTable.tsx'
import { SelectField } from '../../kit/Field.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { Taken } from '../../kit/Taken.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useMornings } from './useMornings.ts'
import { useNow } from './useNow.ts'
import { useTimesSet } from './useTimesSet.ts'

const inKwh = (btu: number) => (btu / BTU_PER_KWH).toFixed(1)

/** The two schools side by side: let it start by itself, or a fixed hour; on a mild morning, on a frosty one, on a hot day. */
export function Warm() {
  const visit = useVisit()
  const { show, clock, system } = visit
  const now = useNow(300)
  const today = localOf(clock.zone, now).day
  const [chosen, setDay] = useState<number | undefined>(undefined)
  const [mode, setMode] = useState<'heat' | 'cool'>('heat')
  const cools = mode === 'cool'
  const job = useMemo(() => warmJobOf(visit, today, chosen, mode), [visit, today, chosen, mode])
  const day = chosen ?? job?.step.day ?? 0
  const mornings = useMornings(job)
  const set = useTimesSet()
  const times = timesDevice(visit)
  const calibrated = (system.room.uaBtuHPerF ?? 0) > 0
  const choose = (
    <>
      <SelectField
        label="For"
        value={mode}
        options={[
          ['heat', 'warm on time'],
          ['cool', 'cool on time'],
        ]}
        onSave={setMode}
      />
      <SelectField
        label="Day"
        value={String(day)}
        options={DAY_NAMES.map((name, i) => [String(i), name] as const)}
        onSave={(value) => setDay(Number(value))}
      />
    </>
  )
  if (!job)
    return (
      <div className="flex flex-col gap-3">
        <div className="max-w-80 flex gap-3">{choose}</div>
        {cools ? (
          <Empty title="Nothing to be cool for">
            <p>
              It needs a week in which cooling comes down on this day, and something that cools: its capacity, on the Survey
              stage.
            </p>
          </Empty>
        ) : (
          <Empty title="Nothing to be warm for">
            <p>
              It needs a week in which heating comes up on this day, and something that heats: capacity, or the plate of the
              furnace, on the Survey stage.
            </p>
          </Empty>
        )}
      </div>
    )
  const { step } = job
  const hasAux = mornings?.some((one) => one.rows.some((row) => row.auxiliaryBtu + row.holdingBtu > 0)) ?? false
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] items-start">
      <section aria-label="Mornings" className="panel p-4 flex flex-col gap-2.5 min-w-0">
        <div className="flex flex-wrap items-end gap-3">
          <h2 className="font-bold text-lg mr-auto">
            From {show('temperature', step.setbackF)} to {show('temperature', step.setF)} by{' '}
            <span className="num">{clockText(step.toMin)}</span>
          </h2>
          {choose}
        </div>
        {mornings === null ? (
          <p className="soft" role="status">
            {cools ? 'Running a hot day by three schools …' : 'Running two mornings by three schools …'}
          </p>
        ) : (
          <>
            {mornings.map((one) => (
              <div key={one.kind}>
                <h3 className="font-bold text-[15px]">
                  {MORNING_WORDS[one.kind]}: {show('temperature', one.extremeF)} at its {cools ? 'hottest' : 'coldest'}.{' '}
                  <span className="font-normal">{sayNeed(one, job)}</span>
                </h3>
                <DataTable
                  caption={cools ? 'hot day' : `${one.kind} morning`}
                  columns={[
                    { head: 'How' },
                    { head: 'Begins', figure: true },
                    { head: 'Is there', figure: true },
                    { head: 'Off by', figure: true },
                    ...(hasAux ? [{ head: 'Aux., kWh', figure: true as const }] : []),
                  ]}
                  rows={one.rows.map((row) => {
                    const late = row.warmMin === null ? null : Math.round(row.warmMin - step.toMin)
                    return {
                      key: row.school,
                      cells: [
                        row.school === 'lead'
                          ? `${SCHOOL_WORDS.lead}, ${job.leadMin} min`
                          : row.school === 'own' && !job.hasOwn
                            ? `${SCHOOL_WORDS.own} (this device has none)`
                            : SCHOOL_WORDS[row.school],
                        clockText((row.beginsMin + 1440) % 1440),
                        sayWarm(row),
                        <span key="l" className={isLate(step, row) ? 'text-error font-bold' : ''}>
                          {late === null ? 'never' : late > 0 ? `${late} min late` : late < 0 ? `${-late} min early` : 'on time'}
                        </span>,
                        ...(hasAux ? [`${inKwh(row.auxiliaryBtu)} + ${inKwh(row.holdingBtu)}`] : []),
                      ],
                    }
                  })}
                />
              </div>
            ))}
            {hasAux && <p className="soft text-[13px]">Auxiliary heat: to come back, and to hold through the rest of 24 h.</p>}
            <WorkedNote>
              <p>
                A room of two nodes under ideal control, from eighteen hours before to six hours after, run once to settle (ASHRAE
                Fundamentals, lumped capacitance; optimum start: HVAC Applications, Supervisory Control). Loss{' '}
                {show('lossRate', job.mornings[0]?.room.uaBtuHPerF ?? 0)}
                {calibrated ? ', by this room’s measured warm-up' : ', by kind of room'}. Its own recovery begins at most{' '}
                <span className="num">{job.mostMin}</span> min early.
              </p>
            </WorkedNote>
          </>
        )}
        {!calibrated && (
          <Notice kind="watch">
            Nobody measured how this room warms up.{' '}
            <Link className="link" to="../comfort/room">
              Paste a logged morning
            </Link>{' '}
            on Comfort, and these times are its own.
          </Notice>
        )}
      </section>
      <section aria-label="How it is done here" className="panel p-4 flex flex-col gap-2.5 min-w-0">
        <h2 className="font-bold">How it is done here</h2>
        <SelectField
          label={cools ? 'Cool on time by' : 'Warm on time by'}
          value={system.times.warmBy ?? 'none'}
          options={[
            ['none', 'nothing: it begins at the hour'],
            ['lead', 'a fixed lead, written into the program'],
            ['own', 'the device’s own recovery'],
          ]}
          onSave={(warmBy) => void set({ warmBy })}
        />
        <NumberField
          label="Fixed lead, min"
          hint={String(USUAL_LEAD_MIN)}
          zero
          value={system.times.leadMin}
          onSave={(leadMin) => set({ leadMin: Math.round(leadMin) })}
        />
        <p className="text-[14px]">
          <b>Let it start by itself</b>: right on every morning once it has learned, wrong for some days after a change of
          weather; people hear it in the dark and think it is broken.
        </p>
        <p className="text-[14px]">
          <b>A fixed hour</b>: everybody knows when it begins; too early on a mild morning, too late in a frost.
        </p>
        {times?.form?.recovery && (
          <p className="text-[14px]">
            The {times.device.profile.family}: {times.form.recovery}
          </p>
        )}
        <Taken of={job.assumptions} />
      </section>
    </div>
  )
}

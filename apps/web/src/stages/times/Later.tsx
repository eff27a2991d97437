import { isTimeZone, localOf, type Reminder, remindersOf, sayDate, timesDevice } from '@ingle/bench'
import { clockText, DAY_NAMES, readClock, weekdayOf, writeRemindersIcs } from '@ingle/core'
import { COUNTERS, type Counter } from '@ingle/record'
import { CalendarPlus } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { DataTable } from '../../kit/DataTable.tsx'
import { LineField, SelectField, TextField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { saveText } from '../../kit/saveFile.ts'
import { LedgerTable } from '../../visit/ledger/LedgerTable.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Checks } from './Checks.tsx'
import { useNow } from './useNow.ts'
import { useTimesSet } from './useTimesSet.ts'

const AT_THE_WALL = new Set([
  'time.clock',
  'time.format',
  'time.daylight',
  'time.hold',
  'time.override',
  'display.light',
  'display.units',
  'service.lock',
  'service.filter',
])

/** Clock and day first; then what somebody has to think of later, and what the device counts. */
export function Later() {
  const { ledger } = useVisit()
  const now = useNow(5)
  const rows = ledger.filter((row) => AT_THE_WALL.has(row.id))
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] items-start">
      <div className="flex flex-col gap-3 min-w-0">
        <ClockNow now={now} />
        {rows.length > 0 && (
          <section aria-label="At the wall" className="flex flex-col gap-1.5">
            <h2 className="font-bold">At the wall</h2>
            <LedgerTable rows={rows} caption="Clock, light and lock" />
          </section>
        )}
        <Counters />
      </div>
      <div className="flex flex-col gap-3 min-w-0">
        <Checks now={now} />
        <Reminders now={now} />
      </div>
    </div>
  )
}

/** What the clock of the device shows, against this phone's. */
function ClockNow({ now }: { now: number }) {
  const visit = useVisit()
  const { state, write, at, here, clock } = visit
  const times = timesDevice(visit)
  const really = localOf(clock.zone, now)
  const [day, setDay] = useState(String(weekdayOf(really.day)))
  const [typed, setTyped] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const last = here.clockReads.at(-1)
  const read = async () => {
    const minute = readClock(typed)
    if (minute === null || minute === 1440)
      return setWrong(`“${typed}” is no time of day. Write it as it stands there: 5:45 PM, or 17:45.`)
    const refused = refusalOf(
      await write([
        { kind: 'clock.read', body: { ...at, place: times?.device.place ?? 'controller', day: Number(day), minute } },
      ]),
    )
    setWrong(refused)
    if (refused === null) setTyped('')
  }
  return (
    <section aria-label="Clock and day" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">
        Clock and day first: here it is{' '}
        <span className="num">
          {DAY_NAMES[weekdayOf(really.day)]} {clockText(really.minute)}
        </span>
      </h2>
      <p className="soft text-[14px]">By this phone, in the zone of the site. Read what the device shows now:</p>
      <div className="flex flex-wrap items-end gap-2">
        <SelectField
          label="Its day"
          value={day}
          options={DAY_NAMES.map((name, i) => [String(i), name] as const)}
          onSave={setDay}
        />
        <div className="w-32">
          <LineField label="Its time" hint="5:45 PM" value={typed} onChange={setTyped} />
        </div>
        <button type="button" className="btn" disabled={typed.trim() === ''} onClick={() => void read()}>
          Write it down
        </button>
      </div>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <div className="max-w-sm">
        <TextField
          label={
            clock.zone === state.timeZone
              ? 'Time zone of the site'
              : `Time zone of the site: “${state.timeZone}” is not known here, UTC is taken`
          }
          hint="Europe/London"
          value={state.timeZone}
          onSave={async (zone) =>
            isTimeZone(zone.trim())
              ? refusalOf(await write([{ kind: 'site.set', body: { timeZone: zone.trim() } }]))
              : `There is no zone “${zone}”. Write it like Europe/London or America/New_York.`
          }
        />
      </div>
      {last && (
        <p className="text-[14px]">
          At <span className="num">{clock.hour(last.at)}</span> it showed{' '}
          <b className="num">
            {DAY_NAMES[last.day]} {clockText(last.minute)}
          </b>
          .
        </p>
      )}
    </section>
  )
}

/** Usage counters, read and kept as readings. */
function Counters() {
  const { write, at, state, system, clock } = useVisit()
  const [counter, setCounter] = useState<Counter>('fan')
  const [typed, setTyped] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const reads = state.visits.flatMap((visit) =>
    (visit.systems[system.id]?.counterReads ?? []).map((one) => ({ ...one, visit: visit.number })),
  )
  const keep = async () => {
    const value = Number(typed.replace(',', '.'))
    if (typed.trim() === '' || !(value >= 0)) return setWrong(`“${typed}” is no count. Write the figure as it stands there.`)
    const refused = refusalOf(await write([{ kind: 'counter.read', body: { ...at, counter, value } }]))
    setWrong(refused)
    if (refused === null) setTyped('')
  }
  return (
    <section aria-label="Counters" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">What it counts</h2>
      <div className="flex flex-wrap items-end gap-2">
        <SelectField
          label="Counter"
          value={counter}
          options={(Object.keys(COUNTERS) as Counter[]).map((one) => [one, COUNTERS[one].says] as const)}
          onSave={setCounter}
        />
        <div className="w-28">
          <LineField label="It shows" numeric value={typed} onChange={setTyped} />
        </div>
        <button type="button" className="btn" disabled={typed.trim() === ''} onClick={() => void keep()}>
          Keep it
        </button>
      </div>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      {reads.length > 0 && (
        <DataTable
          caption="Counters read"
          columns={[{ head: 'Counter' }, { head: 'Read', figure: true }, { head: 'When' }, { head: 'By' }]}
          rows={reads.map((one) => ({
            key: one.id,
            cells: [
              COUNTERS[one.counter].says,
              `${one.value.toLocaleString('en-US')} ${COUNTERS[one.counter].unit}`.trim(),
              `visit ${one.visit}, ${clock.shortDay(one.at)}`,
              one.by,
            ],
          }))}
        />
      )}
    </section>
  )
}

function Reminders({ now }: { now: number }) {
  const visit = useVisit()
  const { system, state } = visit
  const set = useTimesSet()
  const { times } = system
  const all = remindersOf(visit, now)
  const date = (field: 'batteriesOn' | 'nextVisitOn') => (typed: string) =>
    /^$|^\d{4}-\d{2}-\d{2}$/.test(typed.trim())
      ? set({ [field]: typed.trim() })
      : Promise.resolve(`“${typed}” is no day. Write it as 2027-10-04.`)
  const save = (some: readonly Reminder[]) =>
    saveText(
      `${state.name} reminders.ics`.toLowerCase().replaceAll(' ', '-'),
      'text/calendar',
      writeRemindersIcs(
        some.map(({ from, ...one }) => ({ ...one, note: from })),
        new Date(now).toISOString().replace(/\.\d+/, ''),
      ),
    )
  return (
    <section aria-label="Reminders" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Reminders</h2>
      <div className="grid grid-cols-2 gap-2.5">
        <TextField label="Batteries put in on" hint="2026-11-28" value={times.batteriesOn ?? ''} onSave={date('batteriesOn')} />
        <NumberField
          label="New ones every, months"
          hint="12"
          value={times.batteriesEveryMonths}
          onSave={(months) => set({ batteriesEveryMonths: Math.round(months) })}
        />
        <NumberField
          label="Filter every, h"
          hint="as the device says"
          zero
          value={times.filterEveryH}
          onSave={(filterEveryH) => set({ filterEveryH })}
        />
        <SelectField
          label="Its hours are counted"
          value={times.filterCounts ?? 'fan'}
          options={[
            ['fan', 'while the fan runs'],
            ['calendar', 'by the calendar'],
          ]}
          onSave={(filterCounts) => void set({ filterCounts })}
        />
        <TextField label="Next visit on" hint="2027-10-04" value={times.nextVisitOn ?? ''} onSave={date('nextVisitOn')} />
      </div>
      {all.length === 0 ? (
        <p className="soft text-[14px]">Nothing to be reminded of so far.</p>
      ) : (
        <>
          <ul className="flex flex-col divide-y divide-base-300">
            {all.map((one) => (
              <li key={one.id} className="py-1.5 text-[14px]">
                <b className="num">{sayDate(one.on)}</b> {one.says.split(': ').slice(1).join(': ')}
                <span className="soft block text-[13px]">{one.from}</span>
              </li>
            ))}
          </ul>
          <button type="button" className="btn self-start" onClick={() => save(all)}>
            <CalendarPlus size={16} aria-hidden="true" /> All as ICS, for a phone
          </button>
        </>
      )}
      <Link className="btn self-start" to={`/sites/${state.id}/visits/${visit.visit.id}/systems/${system.id}/sheets/week`}>
        Card for the wall
      </Link>
    </section>
  )
}

import { dateOfDay, holidaysOf, jotContextOf, localOf, sayDate, sayEntries, seasonsOf, weekIn } from '@ingle/bench'
import {
  clockText,
  PRESENCES,
  type Presence,
  parseJot,
  readClock,
  readTimesIcs,
  readWeekCsv,
  said,
  sayDays,
  type TimesRead,
  weekdayOf,
  writeTimesIcs,
  writeWeekCsv,
} from '@ingle/core'
import type { Draft, ExceptionId, LettingId, SeasonId } from '@ingle/record'
import { CalendarPlus, FileDown, Trash2 } from 'lucide-react'
import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { DayPicker } from '../../kit/DayPicker.tsx'
import { LineField, SelectField } from '../../kit/Field.tsx'
import { newId } from '../../kit/ids.ts'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { saveText } from '../../kit/saveFile.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { useNow } from './useNow.ts'
import { useTimesSet } from './useTimesSet.ts'

const PRESENCE_OPTIONS = PRESENCES.map((one) => [one, one] as const)

/** Days that are not as usual: exceptions, holidays, seasons and lettings; and all of it as files. */
export function Days() {
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-2 items-start">
      <div className="flex flex-col gap-3 min-w-0">
        <Exceptions />
        <Holidays />
      </div>
      <div className="flex flex-col gap-3 min-w-0">
        <Seasons />
        <Lettings />
        <Files />
      </div>
    </div>
  )
}

/** A line of a list that can be taken out. */
function Listed({ children, onOut, name }: { children: React.ReactNode; onOut: () => void; name: string }) {
  return (
    <li className="flex items-center gap-2 border-t border-base-300 min-h-11 text-[14px]">
      <span className="flex-1 min-w-0">{children}</span>
      <button type="button" className="btn btn-ghost btn-square btn-quiet" aria-label={`Take ${name} out`} onClick={onOut}>
        <Trash2 size={16} />
      </button>
    </li>
  )
}

function useOut() {
  const { write, at } = useVisit()
  return (id: SeasonId | ExceptionId | LettingId) => void write([{ kind: 'times.remove', body: { systemId: at.systemId, id } }])
}

function Exceptions() {
  const visit = useVisit()
  const { system, write, at } = visit
  const out = useOut()
  const [typed, setTyped] = useState({ name: '', from: '', to: '', hours: '', is: 'out' as Presence })
  const [wrong, setWrong] = useState<string | null>(null)
  const add = async () => {
    const hours = typed.hours.trim() === '' ? null : parseJot(`mo ${typed.hours}`, jotContextOf(visit, null))
    if (hours && (hours.state !== 'ready' || hours.intent.kind !== 'week'))
      return setWrong(hours.state === 'wrong' ? `${hours.reason} ${hours.remedy}` : 'Say the hours like in 10:00 out 16:00.')
    const entries = hours?.state === 'ready' && hours.intent.kind === 'week' ? hours.intent.entries : null
    // Several days, each by itself: a list of dates.
    const days = typed.from.split(/[,;]/).flatMap((one) => one.trim() || [])
    const refused = refusalOf(
      await write(
        days.map((from) => ({
          kind: 'exception.set' as const,
          body: {
            systemId: at.systemId,
            exceptionId: newId<ExceptionId>(),
            name: typed.name.trim() || 'an exception',
            from,
            to: typed.to.trim() === '' || days.length > 1 ? from : typed.to.trim(),
            is: typed.is,
            ...(entries && { entries }),
          },
        })),
      ),
    )
    setWrong(refused)
    if (refused === null) setTyped({ ...typed, name: '', from: '', to: '', hours: '' })
  }
  return (
    <section aria-label="Exceptions" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">Exceptions</h2>
      <p className="soft text-[14px]">A week away, a feast, a day of stocktaking. Without a year it comes back every year.</p>
      <ul>
        {system.exceptions.map((one) => (
          <Listed key={one.id} name={one.name} onOut={() => out(one.id)}>
            <b>{one.name}</b> <span className="num">{sayDate(one.from)}</span>
            {one.from !== one.to && (
              <>
                {' '}
                to <span className="num">{sayDate(one.to)}</span>
              </>
            )}
            {one.from.length === 5 && <span className="soft"> every year</span>}: {one.entries ? sayEntries(one.entries) : one.is}
          </Listed>
        ))}
      </ul>
      <div className="grid gap-2 grid-cols-2">
        <LineField label="What it is" hint="a week away" value={typed.name} onChange={(name) => setTyped({ ...typed, name })} />
        <SelectField label="They are" value={typed.is} options={PRESENCE_OPTIONS} onSave={(is) => setTyped({ ...typed, is })} />
        <LineField
          label="First day, or days by commas"
          hint="2027-02-06, or 12-24"
          value={typed.from}
          onChange={(from) => setTyped({ ...typed, from })}
        />
        <LineField label="Last day" hint="the same" value={typed.to} onChange={(to) => setTyped({ ...typed, to })} />
      </div>
      <LineField
        label="Hours of its own, if not all day"
        hint="in 10:00 out 16:00"
        value={typed.hours}
        onChange={(hours) => setTyped({ ...typed, hours })}
      />
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button type="button" className="btn self-start" disabled={typed.from.trim() === ''} onClick={() => void add()}>
        <CalendarPlus size={16} aria-hidden="true" /> Add the exception
      </button>
    </section>
  )
}

/** The most text of holidays that is kept with the site. */
const MOST_KEPT = 120_000

function Holidays() {
  const visit = useVisit()
  const { system, clock } = visit
  const set = useTimesSet()
  const now = useNow()
  const today = localOf(clock.zone, now).day
  const all = holidaysOf(visit, today)
  const coming = all.filter((one) => one.day >= today)
  return (
    <section aria-label="Holidays" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">Holidays</h2>
      {system.times.holidays ? (
        <>
          <p className="text-[14px]">
            <b>{system.times.holidaysName || 'A calendar'}</b>: {coming.length} {coming.length === 1 ? 'day' : 'days'} from today
            on, yearly rules included.
          </p>
          <ul className="columns-2 text-[13px]">
            {coming.slice(0, 12).map((one) => (
              <li key={one.day}>
                <span className="num">
                  {sayDays([weekdayOf(one.day)])} {sayDate(dateOfDay(one.day))}
                </span>{' '}
                {one.name}
              </li>
            ))}
          </ul>
          <div className="flex flex-wrap items-end gap-2">
            <SelectField
              label="On holidays people are"
              value={system.times.holidaysAs ?? 'out'}
              options={PRESENCE_OPTIONS}
              onSave={(holidaysAs) => void set({ holidaysAs })}
            />
            <button
              type="button"
              className="btn btn-ghost btn-quiet"
              onClick={() => void set({ holidays: '', holidaysName: '' })}
            >
              <Trash2 size={16} aria-hidden="true" /> Take the calendar out
            </button>
          </div>
        </>
      ) : (
        <p className="soft text-[14px]">
          A calendar of holidays (ICS) is read whole, with its yearly rules: open it under Files.
        </p>
      )}
    </section>
  )
}

function Seasons() {
  const { system, write, at } = useVisit()
  const out = useOut()
  const [typed, setTyped] = useState({ name: '', from: '', to: '' })
  const [wrong, setWrong] = useState<string | null>(null)
  const add = async () => {
    const refused = refusalOf(
      await write([
        {
          kind: 'season.set',
          body: {
            systemId: at.systemId,
            seasonId: newId<SeasonId>(),
            name: typed.name.trim() || 'season',
            from: typed.from.trim(),
            to: typed.to.trim(),
          },
        },
      ]),
    )
    setWrong(refused)
    if (refused === null) setTyped({ name: '', from: '', to: '' })
  }
  return (
    <section aria-label="Seasons" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">Seasons</h2>
      <p className="soft text-[14px]">
        A part of every year with a week of its own, over New Year too. Its week is drawn under{' '}
        <Link className="link" to="..">
          Week
        </Link>
        ; days that it leaves out are as usual.
      </p>
      <ul>
        {system.seasons.map((one) => (
          <Listed key={one.id} name={one.name ?? 'the season'} onOut={() => out(one.id)}>
            <b>{one.name || 'a season'}</b>{' '}
            <span className="num">
              {one.from ? sayDate(one.from) : '—'} to {one.to ? sayDate(one.to) : '—'}
            </span>
            <span className="soft">
              {' '}
              {Object.keys(one.week).length === 0 ? 'as usual so far' : sayDays(Object.keys(one.week).map(Number))}
            </span>
          </Listed>
        ))}
      </ul>
      <div className="grid gap-2 grid-cols-3">
        <LineField label="Name" hint="winter" value={typed.name} onChange={(name) => setTyped({ ...typed, name })} />
        <LineField label="From (month-day)" hint="10-01" value={typed.from} onChange={(from) => setTyped({ ...typed, from })} />
        <LineField label="To (month-day)" hint="04-30" value={typed.to} onChange={(to) => setTyped({ ...typed, to })} />
      </div>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button
        type="button"
        className="btn self-start"
        disabled={typed.from.trim() === '' || typed.to.trim() === ''}
        onClick={() => void add()}
      >
        <CalendarPlus size={16} aria-hidden="true" /> Add the season
      </button>
    </section>
  )
}

function Lettings() {
  const { system, write, at } = useVisit()
  const out = useOut()
  const [typed, setTyped] = useState({ who: '', from: '', to: '', on: '' })
  const [days, setDays] = useState<number[]>([])
  const [wrong, setWrong] = useState<string | null>(null)
  const add = async () => {
    const [fromMin, toMin] = [readClock(typed.from), readClock(typed.to)]
    if (fromMin === null || fromMin === 1440) return setWrong(`“${typed.from}” is no time of day. Write 19:00 or 7 pm.`)
    if (toMin === null) return setWrong(`“${typed.to}” is no time of day. Write 21:30; midnight is 24:00.`)
    const on = typed.on.trim()
    const refused = refusalOf(
      await write([
        {
          kind: 'letting.set',
          body: {
            systemId: at.systemId,
            lettingId: newId<LettingId>(),
            who: typed.who.trim() || 'somebody',
            fromMin,
            toMin,
            ...(on === '' ? { days: [...days].sort((a, b) => a - b) } : { on }),
          },
        },
      ]),
    )
    setWrong(refused)
    if (refused !== null) return
    setTyped({ who: '', from: '', to: '', on: '' })
    setDays([])
  }
  return (
    <section aria-label="Let by the hour" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">Let by the hour</h2>
      <p className="soft text-[14px]">Rooms and halls: people are in from one hour to another, every week or once.</p>
      <ul>
        {system.lettings.map((one) => (
          <Listed key={one.id} name={one.who} onOut={() => out(one.id)}>
            <b>{one.who}</b> {one.on ? <span className="num">{sayDate(one.on)}</span> : sayDays(one.days ?? [])}{' '}
            <span className="num">
              {clockText(one.fromMin)}–{clockText(one.toMin)}
            </span>
          </Listed>
        ))}
      </ul>
      <div className="grid gap-2 grid-cols-2">
        <LineField label="To whom" hint="choir" value={typed.who} onChange={(who) => setTyped({ ...typed, who })} />
        <LineField
          label="Once, on"
          hint="2026-12-12; else choose days"
          value={typed.on}
          onChange={(on) => setTyped({ ...typed, on })}
        />
        <LineField label="From" hint="19:00" value={typed.from} onChange={(from) => setTyped({ ...typed, from })} />
        <LineField label="Until" hint="21:30" value={typed.to} onChange={(to) => setTyped({ ...typed, to })} />
      </div>
      <DayPicker label="Every week on" days={days} onDays={setDays} />
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button type="button" className="btn self-start" disabled={typed.from.trim() === ''} onClick={() => void add()}>
        <CalendarPlus size={16} aria-hidden="true" /> Add the letting
      </button>
    </section>
  )
}

/** Calendars and tables, in and out. What was read is shown before it is taken. */
function Files() {
  const visit = useVisit()
  const { system, state, clock, write, at, visit: on } = visit
  const input = useRef<HTMLInputElement>(null)
  const [said_, setSaid] = useState<string | null>(null)
  const [read, setRead] = useState<{ name: string; text: string; of: TimesRead } | null>(null)
  const name = `${state.name} ${system.name}`.toLowerCase().replace(/[^a-z0-9]+/g, '-')
  const open = async (file: File) => {
    setSaid(null)
    setRead(null)
    const text = await file.text()
    if (/\.csv$/i.test(file.name) || !/BEGIN:VCALENDAR/i.test(text.slice(0, 2000))) {
      const week = readWeekCsv(text)
      if (!week.ok) return setSaid(`${week.reason} ${week.remedy}`)
      return setRead({
        name: file.name,
        text: '',
        of: { week: week.value, seasons: [], exceptions: [], lettings: [], holidays: 0, left: [] },
      })
    }
    const of = readTimesIcs(text, clock.zone)
    if (!of.ok) {
      const words = said(of, visit.show)
      return setSaid(`${words.reason} ${words.remedy} Nothing was taken.`)
    }
    setRead({ name: file.name, text, of: of.value })
  }
  const take = async () => {
    if (!read) return
    const { systemId } = at
    const drafts: Draft[] = [
      ...Object.entries(read.of.week).map(([day, entries]) => ({
        kind: 'week.set' as const,
        body: { systemId, days: [Number(day)], entries },
      })),
      ...read.of.seasons.flatMap(({ name, from, to, week }): Draft[] => {
        const seasonId = newId<SeasonId>()
        return [
          { kind: 'season.set', body: { systemId, seasonId, name, from, to } },
          ...Object.entries(week).map(([day, entries]) => ({
            kind: 'week.set' as const,
            body: { systemId, seasonId, days: [Number(day)], entries },
          })),
        ]
      }),
      ...read.of.exceptions.map((one) => ({
        kind: 'exception.set' as const,
        body: { systemId, exceptionId: newId<ExceptionId>(), ...one },
      })),
      ...read.of.lettings.map((one) => ({
        kind: 'letting.set' as const,
        body: { systemId, lettingId: newId<LettingId>(), ...one },
      })),
      ...(read.of.holidays > 0
        ? [
            {
              kind: 'times.set' as const,
              body: {
                systemId,
                holidays: read.text.slice(0, MOST_KEPT),
                holidaysName: read.name.replace(/\.ics$/i, '').slice(0, 80),
              },
            },
          ]
        : []),
    ]
    const written = await write(drafts)
    setSaid(written.ok ? `Taken from ${read.name}.` : `${written.reason} ${written.remedy}`)
    if (written.ok) setRead(null)
  }
  const tooLong = read !== null && read.of.holidays > 0 && read.text.length > MOST_KEPT
  return (
    <section aria-label="Files" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">Files</h2>
      <p className="soft text-[14px]">
        A calendar (ICS) or a table (CSV). All-day events are holidays, timed ones lettings; what Ingle wrote comes back as it
        was.
      </p>
      <input
        ref={input}
        type="file"
        accept=".ics,.csv,text/calendar,text/csv"
        className="sr-only"
        aria-label="Open a calendar or a table"
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file) void open(file)
        }}
      />
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn" onClick={() => input.current?.click()}>
          <CalendarPlus size={16} aria-hidden="true" /> Open ICS or CSV…
        </button>
        <button
          type="button"
          className="btn"
          onClick={() =>
            saveText(
              `${name}-week.ics`,
              'text/calendar',
              writeTimesIcs({
                week: system.week,
                seasons: seasonsOf(visit).map(({ name, from, to, week }) => ({ name: name ?? '', from, to, week })),
                exceptions: system.exceptions,
                lettings: system.lettings,
                stamp: new Date().toISOString().replace(/\.\d+/, ''),
              }),
            )
          }
        >
          <FileDown size={16} aria-hidden="true" /> Week as ICS
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => saveText(`${name}-week.csv`, 'text/csv', writeWeekCsv(weekIn(visit, null)))}
        >
          <FileDown size={16} aria-hidden="true" /> Week as CSV
        </button>
        <Link className="btn" to={`/sites/${state.id}/visits/${on.id}/systems/${system.id}/sheets/week`}>
          Card for the wall
        </Link>
      </div>
      {read && (
        <Notice kind={tooLong ? 'wrong' : 'plain'}>
          <p>
            <b>{read.name}</b>: {readSaid(read.of)}
          </p>
          {read.of.left.length > 0 && (
            <ul className="list-disc pl-5">
              {read.of.left.slice(0, 5).map((one, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a list that does not change.
                <li key={i}>
                  {one.name || 'an event'} was left out: {one.why}.
                </li>
              ))}
            </ul>
          )}
          {tooLong ? (
            <p>It is too long to be kept with the site: export the holidays alone.</p>
          ) : (
            <button type="button" className="btn btn-primary mt-2" onClick={() => void take()}>
              Take it
            </button>
          )}
        </Notice>
      )}
      {said_ && <Notice kind={said_.startsWith('Taken') ? 'plain' : 'wrong'}>{said_}</Notice>}
    </section>
  )
}

function readSaid({ week, seasons, exceptions, lettings, holidays, left }: TimesRead): string {
  const many = (count: number, one: string, more: string) => (count === 0 ? [] : [`${count} ${count === 1 ? one : more}`])
  const parts = [
    ...many(Object.keys(week).length, 'day of the week', 'days of the week'),
    ...many(seasons.length, 'season', 'seasons'),
    ...many(exceptions.length, 'exception', 'exceptions'),
    ...many(lettings.length, 'letting', 'lettings'),
    ...many(holidays, 'holiday event', 'holiday events'),
    ...many(left.length, 'event left out', 'events left out'),
  ]
  return parts.length === 0 ? 'nothing that is of use here.' : `${parts.join(', ')}.`
}

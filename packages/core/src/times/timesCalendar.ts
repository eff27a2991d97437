import ICAL from 'ical.js'
import Papa from 'papaparse'
import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { civilOf, dayNumber } from './civil.ts'
import { clockText, DAY_TYPED, readClock, readDays, two } from './clockText.ts'
import {
  ENTRY_FANS,
  ENTRY_MODES,
  type EntryFan,
  type EntryMode,
  PRESENCES,
  type Presence,
  WEEK_WORDS,
  type WeekEntry,
  wordOfEntry,
} from './occupantWeek.ts'
import { dayOf, minutesOf, startOfDay, toInstant, toLocal, weekdayOf, zoneTable } from './zoneTime.ts'

/** The times of a house as files: a calendar (RFC 5545) that a phone takes, and a table (RFC 4180). */

export interface CalendarException {
  name: string
  /** Year-month-day, or month-day for every year. */
  from: string
  to: string
  is: Presence
  /** Hours of its own; absent: all day alike. */
  entries?: WeekEntry[]
}
export interface CalendarLetting {
  who: string
  days?: number[]
  on?: string
  fromMin: number
  toMin: number
}
/** A week by day of the week, Monday 0. */
export type CalendarWeek = Readonly<Record<string, readonly WeekEntry[]>>

/** A part of every year with days of its own; month and day. */
export interface CalendarSeason {
  name: string
  from: string
  to: string
  week: CalendarWeek
}

/** Something to be reminded of, all day, once or every so many months. */
export interface CalendarReminder {
  id: string
  says: string
  on: string
  everyMonths?: number
  note?: string
}

const BYDAY = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const
const DAY_MS = 86_400_000
/** 5 January 2026 is a Monday: where weekly things begin in a calendar. */
const FIRST_MONDAY = dayNumber(2026, 1, 5)

const isoOf = (day: number) => {
  const { year, month, day: of } = civilOf(day)
  return `${year}-${two(month)}-${two(of)}`
}
const dayOfIso = (iso: string) => {
  const [year = 2026, month = 1, day = 1] = iso.split('-').map(Number)
  return iso.length === 5 ? dayNumber(2024, year, month) : dayNumber(year, month, day)
}

/** A calendar being written: ical.js folds the lines and escapes the texts. */
class Calendar {
  readonly root = new ICAL.Component('vcalendar')
  constructor(private readonly stamp: string) {
    this.root.addPropertyWithValue('version', '2.0')
    this.root.addPropertyWithValue('prodid', '-//Ingle//times//EN')
    this.root.addPropertyWithValue('calscale', 'GREGORIAN')
  }
  event(uid: string, summary: string): InstanceType<typeof ICAL.Component> {
    const event = new ICAL.Component('vevent')
    event.addPropertyWithValue('uid', uid)
    event.addPropertyWithValue('dtstamp', ICAL.Time.fromDateTimeString(this.stamp))
    event.addPropertyWithValue('summary', summary)
    this.root.addSubcomponent(event)
    return event
  }
  text(): string {
    // Continued lines begin with a space, which counts: RFC 5545 §3.1 has 75 octets.
    ICAL.foldLength = 74
    return `${this.root.toString()}\r\n`
  }
}
const timeOf = (day: number, minute: number) => ICAL.Time.fromDateTimeString(`${isoOf(day)}T${clockText(minute)}:00`)
const dateOnly = (day: number) => ICAL.Time.fromDateString(isoOf(day))
const weeklyText = (days: readonly number[]) => `FREQ=WEEKLY;BYDAY=${days.map((day) => BYDAY[day]).join(',')}`
const weekly = (days: readonly number[]) => ICAL.Recur.fromString(weeklyText(days))

/** Days with the same entry, together; in the order of the day. */
function alike(week: CalendarWeek): { days: number[]; entry: WeekEntry; word: string }[] {
  const out = new Map<string, { days: number[]; entry: WeekEntry; word: string }>()
  for (let day = 0; day < 7; day += 1)
    for (const entry of week[String(day)] ?? []) {
      const word = wordOfEntry(entry, week[String(day)] ?? [])
      const key = `${word} ${JSON.stringify([entry.startMin, entry.is, entry.heatF, entry.coolF, entry.mode, entry.fan])}`
      const there = out.get(key) ?? { days: [], entry, word }
      there.days.push(day)
      out.set(key, there)
    }
  return [...out.values()].sort((a, b) => a.entry.startMin - b.entry.startMin)
}

/**
 * The week, its exceptions and what is let, as a calendar. Times are those of the wall, without a zone: wherever the phone
 * is, up is up. Source: RFC 5545 §3.3.5 (form 1, local time). `stamp`: when it was written, UTC, `2026-11-28T12:00:00Z`.
 */
export function writeTimesIcs(of: {
  week: CalendarWeek
  seasons: readonly CalendarSeason[]
  exceptions: readonly CalendarException[]
  lettings: readonly CalendarLetting[]
  stamp: string
}): string {
  const calendar = new Calendar(of.stamp)
  const put = (
    week: CalendarWeek,
    name: string,
    firstDay: number,
    more: (event: InstanceType<typeof ICAL.Component>, days: number[]) => void,
  ) => {
    for (const [i, { days, entry, word }] of alike(week).entries()) {
      const event = calendar.event(`${name}-${i}-${entry.startMin}@ingle`, word)
      const first = Math.min(...days.map((day) => firstDay + ((day - weekdayOf(firstDay) + 7) % 7)))
      event.addPropertyWithValue('dtstart', timeOf(first, entry.startMin))
      event.addPropertyWithValue('x-ingle-is', entry.is)
      if (entry.heatF !== undefined) event.addPropertyWithValue('x-ingle-heat-f', String(entry.heatF))
      if (entry.coolF !== undefined) event.addPropertyWithValue('x-ingle-cool-f', String(entry.coolF))
      if (entry.mode) event.addPropertyWithValue('x-ingle-mode', entry.mode)
      if (entry.fan) event.addPropertyWithValue('x-ingle-fan', entry.fan)
      more(event, days)
    }
  }
  put(of.week, 'week', FIRST_MONDAY, (event, days) => event.addPropertyWithValue('rrule', weekly(days)))
  const year = Number(of.stamp.slice(0, 4))
  for (const [i, { name, from, to, week }] of of.seasons.entries()) {
    // In a calendar it is there once, this year; Ingle reads from the event that it comes back.
    const first = dayOfIso(`${year}-${from}`)
    const last = dayOfIso(`${to < from ? year + 1 : year}-${to}`)
    put(week, `season-${i}`, first, (event, days) => {
      event.addPropertyWithValue(
        'rrule',
        ICAL.Recur.fromString(`${weeklyText(days)};UNTIL=${isoOf(last).replaceAll('-', '')}T235959`),
      )
      event.addPropertyWithValue('x-ingle-season', JSON.stringify({ name, from, to }))
    })
  }
  for (const [i, one] of of.exceptions.entries()) {
    const event = calendar.event(`exception-${i}-${one.from}@ingle`, one.name)
    const [from, to] = [dayOfIso(one.from), dayOfIso(one.to)]
    const yearly = one.from.length === 5
    event.addPropertyWithValue('dtstart', dateOnly(from))
    event.addPropertyWithValue('dtend', dateOnly((to < from ? to + 366 : to) + 1))
    if (yearly) event.addPropertyWithValue('rrule', ICAL.Recur.fromString('FREQ=YEARLY'))
    event.addPropertyWithValue('x-ingle-is', one.is)
    if (one.entries) event.addPropertyWithValue('x-ingle-hours', JSON.stringify(one.entries))
  }
  for (const [i, one] of of.lettings.entries()) {
    const event = calendar.event(`let-${i}-${one.fromMin}@ingle`, one.who)
    const day = one.on ? dayOfIso(one.on) : FIRST_MONDAY + (one.days?.[0] ?? 0)
    event.addPropertyWithValue('dtstart', timeOf(day, one.fromMin))
    event.addPropertyWithValue('dtend', one.toMin === 1440 ? timeOf(day + 1, 0) : timeOf(day, one.toMin))
    if (!one.on) event.addPropertyWithValue('rrule', weekly(one.days ?? []))
  }
  return calendar.text()
}

/** Reminders as all-day events with an alarm in the morning. Source: RFC 5545 §3.6.6. */
export function writeRemindersIcs(reminders: readonly CalendarReminder[], stamp: string): string {
  const calendar = new Calendar(stamp)
  for (const { id, says, on, everyMonths, note } of reminders) {
    const event = calendar.event(`${id}@ingle`, says)
    event.addPropertyWithValue('dtstart', dateOnly(dayOfIso(on)))
    if (everyMonths) event.addPropertyWithValue('rrule', ICAL.Recur.fromString(`FREQ=MONTHLY;INTERVAL=${everyMonths}`))
    if (note) event.addPropertyWithValue('description', note)
    const alarm = new ICAL.Component('valarm')
    alarm.addPropertyWithValue('action', 'DISPLAY')
    alarm.addPropertyWithValue('description', says)
    alarm.addPropertyWithValue('trigger', ICAL.Duration.fromString('PT9H'))
    event.addSubcomponent(alarm)
  }
  return calendar.text()
}

/** What a calendar says of the times of a house. */
export interface TimesRead {
  week: Record<string, WeekEntry[]>
  seasons: { name: string; from: string; to: string; week: Record<string, WeekEntry[]> }[]
  exceptions: CalendarException[]
  lettings: CalendarLetting[]
  /** All-day events of others: holidays, for which the whole text is kept. */
  holidays: number
  /** Events that were left out, and why. */
  left: { name: string; why: string }[]
}

const MOST_CHARACTERS = 2_000_000

/**
 * Reads a calendar: what Ingle wrote comes back as it was; timed events of others are lettings, all-day ones holidays.
 * Times with a zone are brought to the site's. Source: RFC 5545, read by ical.js. Refuses text that is none, and too much of it.
 */
export function readTimesIcs(text: string, zone: string): Result<TimesRead> {
  if (text.length > MOST_CHARACTERS) return refuse('ics-too-long', { megabytes: Math.round(text.length / 1e6) })
  let events: InstanceType<typeof ICAL.Component>[]
  try {
    events = new ICAL.Component(ICAL.parse(text.replace(/\r\n?/g, '\n')) as never).getAllSubcomponents('vevent')
  } catch {
    return refuse('ics-unread')
  }
  if (events.length === 0) return refuse('ics-without-events')
  const read: TimesRead = { week: {}, seasons: [], exceptions: [], lettings: [], holidays: 0, left: [] }
  for (const event of events) {
    const name = String(event.getFirstPropertyValue('summary') ?? '').slice(0, 80)
    const start = event.getFirstPropertyValue('dtstart')
    if (!(start instanceof ICAL.Time)) {
      read.left.push({ name, why: 'it has no beginning' })
      continue
    }
    const is = String(event.getFirstPropertyValue('x-ingle-is') ?? '')
    if (start.isDate) {
      if (isPresence(is)) read.exceptions.push(exceptionOf(event, start, name, is))
      else read.holidays += 1
      continue
    }
    const why = isPresence(is) ? entryOf(event, start, is, read) : lettingOf(event, start, name, zone, read)
    if (why) read.left.push({ name, why })
  }
  for (const week of [read.week, ...read.seasons.map((one) => one.week)])
    for (const list of Object.values(week)) list.sort((a, b) => a.startMin - b.startMin)
  return ok(read)
}

const isPresence = (text: string): text is Presence => PRESENCES.includes(text as Presence)
const dayOfTime = (time: InstanceType<typeof ICAL.Time>) => dayNumber(time.year, time.month, time.day)

function exceptionOf(
  event: InstanceType<typeof ICAL.Component>,
  start: InstanceType<typeof ICAL.Time>,
  name: string,
  is: Presence,
): CalendarException {
  const end = event.getFirstPropertyValue('dtend')
  const first = dayOfTime(start)
  const last = end instanceof ICAL.Time ? Math.max(first, dayOfTime(end) - 1) : first
  const [from, to] = [isoOf(first), isoOf(last)]
  const entries = hoursOf(event)
  const more = { is, ...(entries && { entries }) }
  return event.hasProperty('rrule') ? { name, from: from.slice(5), to: to.slice(5), ...more } : { name, from, to, ...more }
}

/** Hours that Ingle wrote; null where there are none, or where somebody changed them into something else. */
function hoursOf(event: InstanceType<typeof ICAL.Component>): WeekEntry[] | null {
  const text = event.getFirstPropertyValue('x-ingle-hours')
  if (typeof text !== 'string') return null
  let plain: unknown
  try {
    plain = JSON.parse(text)
  } catch {
    return null
  }
  const isEntry = (one: Partial<WeekEntry> | null): one is WeekEntry =>
    typeof one === 'object' && one !== null && Number.isInteger(one.startMin) && isPresence(String(one.is))
  return Array.isArray(plain) && plain.length <= 24 && plain.every(isEntry) ? plain : null
}

/** Days of a weekly rule; null: no such rule. */
function weekdaysOf(event: InstanceType<typeof ICAL.Component>, fallback: number): number[] | null {
  const rule = event.getFirstPropertyValue('rrule')
  if (!(rule instanceof ICAL.Recur) || rule.freq !== 'WEEKLY' || rule.interval > 1) return null
  const by = (rule.parts.BYDAY ?? []) as string[]
  const days = by.map((one) => BYDAY.indexOf(one as (typeof BYDAY)[number])).filter((one) => one >= 0)
  return days.length > 0 ? days.sort((a, b) => a - b) : [fallback]
}

function entryOf(
  event: InstanceType<typeof ICAL.Component>,
  start: InstanceType<typeof ICAL.Time>,
  is: Presence,
  read: TimesRead,
): string | null {
  const days = weekdaysOf(event, weekdayOf(dayOfTime(start)))
  if (!days) return 'it is not weekly'
  const figure = (name: string) => {
    const value = Number(event.getFirstPropertyValue(name) ?? Number.NaN)
    return Number.isFinite(value) ? value : undefined
  }
  const [heatF, coolF] = [figure('x-ingle-heat-f'), figure('x-ingle-cool-f')]
  const modes = modesOf(
    String(event.getFirstPropertyValue('x-ingle-mode') ?? ''),
    String(event.getFirstPropertyValue('x-ingle-fan') ?? ''),
  )
  const week = seasonOf(event, read)?.week ?? read.week
  for (const day of days) {
    const list = week[String(day)] ?? []
    list.push({
      startMin: start.hour * 60 + start.minute,
      is,
      ...(heatF !== undefined && { heatF }),
      ...(coolF !== undefined && { coolF }),
      ...modes,
    })
    week[String(day)] = list
  }
  return null
}

/** Mode and fan that are known words; others are as usual. */
const modesOf = (mode: string, fan: string): Pick<WeekEntry, 'mode' | 'fan'> => ({
  ...(Object.hasOwn(ENTRY_MODES, mode) && { mode: mode as EntryMode }),
  ...(Object.hasOwn(ENTRY_FANS, fan) && { fan: fan as EntryFan }),
})

/** The season that an event belongs to, found or made; null: the usual week. */
function seasonOf(event: InstanceType<typeof ICAL.Component>, read: TimesRead): TimesRead['seasons'][number] | null {
  const text = event.getFirstPropertyValue('x-ingle-season')
  if (typeof text !== 'string') return null
  let plain: { name?: unknown; from?: unknown; to?: unknown } | null
  try {
    plain = JSON.parse(text)
  } catch {
    return null
  }
  const [name, from, to] = [plain?.name, plain?.from, plain?.to].map((one) =>
    typeof one === 'string' ? one.slice(0, 60) : '',
  ) as [string, string, string]
  if (!/^\d{2}-\d{2}$/.test(from) || !/^\d{2}-\d{2}$/.test(to)) return null
  const there = read.seasons.find((one) => one.name === name && one.from === from && one.to === to)
  if (there) return there
  const made = { name, from, to, week: {} }
  read.seasons.push(made)
  return made
}

/** The local time of the site: of a time in UTC or in a zone that this machine knows; null: an unknown zone. */
function siteLocal(time: InstanceType<typeof ICAL.Time>, tzid: string | null, zone: string): number | null {
  const local = dayOfTime(time) * DAY_MS + (time.hour * 60 + time.minute) * 60_000
  const isUtc = time.zone === ICAL.Timezone.utcTimezone
  if (!isUtc && (tzid === null || tzid === zone)) return local
  try {
    const at = isUtc ? local : toInstant(zoneTable(tzid ?? zone, local - 3 * DAY_MS, local + 3 * DAY_MS), local).instant
    return toLocal(zoneTable(zone, at - DAY_MS, at + DAY_MS), at)
  } catch {
    return null
  }
}

function lettingOf(
  event: InstanceType<typeof ICAL.Component>,
  start: InstanceType<typeof ICAL.Time>,
  name: string,
  zone: string,
  read: TimesRead,
): string | null {
  const end = event.getFirstPropertyValue('dtend')
  const duration = event.getFirstPropertyValue('duration')
  const until = end instanceof ICAL.Time ? end : duration instanceof ICAL.Duration ? start.clone() : null
  if (!until) return 'it has no end'
  if (duration instanceof ICAL.Duration && !(end instanceof ICAL.Time)) until.addDuration(duration)
  const tzid = (property: string) => {
    const of = event.getFirstProperty(property)?.getParameter('tzid')
    return typeof of === 'string' ? of : null
  }
  const from = siteLocal(start, tzid('dtstart'), zone)
  const to = siteLocal(until, tzid(end instanceof ICAL.Time ? 'dtend' : 'dtstart'), zone)
  if (from === null || to === null) return `its zone of time “${tzid('dtstart') ?? ''}” is not known`
  if (to <= from) return 'it ends before it begins'
  const day = dayOf(from)
  const toMin = dayOf(to) === day ? minutesOf(to) : to === startOfDay(day + 1) ? 1440 : null
  if (toMin === null) return 'it lasts over midnight'
  const who = name || 'let'
  const rule = event.getFirstPropertyValue('rrule')
  if (!rule) {
    read.lettings.push({ who, on: isoOf(day), fromMin: minutesOf(from), toMin })
    return null
  }
  const days = weekdaysOf(event, weekdayOf(dayOfTime(start)))
  if (!days) return 'it comes back in another way than every week'
  const shift = day - dayOfTime(start)
  read.lettings.push({
    who,
    days: days.map((one) => (one + shift + 7) % 7).sort((a, b) => a - b),
    fromMin: minutesOf(from),
    toMin,
  })
  return null
}

const COLUMNS = ['days', 'what', 'at', 'heat_f', 'cool_f', 'mode', 'fan'] as const

/** The week as a table: days, what, at, heating and cooling in °F, mode and fan where they are others than usual. */
export const writeWeekCsv = (week: CalendarWeek): string =>
  `${Papa.unparse({
    fields: [...COLUMNS],
    data: alike(week).map(({ days, entry, word }) => [
      days.map((day) => DAY_TYPED[day]).join(' '),
      word,
      clockText(entry.startMin),
      entry.heatF ?? '',
      entry.coolF ?? '',
      entry.mode ?? '',
      entry.fan ?? '',
    ]),
  })}\r\n`

const MOST_ROWS = 500

/** Reads such a table; the first row that says nothing sensible refuses all of it. */
export function readWeekCsv(text: string): Result<Record<string, WeekEntry[]>> {
  if (text.length > MOST_CHARACTERS) return refuse('ics-too-long', { megabytes: Math.round(text.length / 1e6) })
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (head) => head.trim().toLowerCase(),
  })
  if (!meta.fields?.includes('days') || !meta.fields.includes('at'))
    return refuse('week-csv-without-head', { head: (meta.fields ?? []).join(', ').slice(0, 80) })
  if (data.length > MOST_ROWS) return refuse('week-csv-too-long', { count: data.length })
  const week: Record<string, WeekEntry[]> = {}
  for (const [i, row] of data.entries()) {
    const line = i + 2
    const days = readDays((row.days ?? '').trim().replace(/\s+/g, ','))
    if (!days.ok)
      return refuse(days.twice === null ? 'week-csv-days' : 'week-csv-day-twice', { line, text: (row.days ?? '').slice(0, 40) })
    const startMin = readClock(row.at ?? '')
    if (startMin === null || startMin === 1440) return refuse('week-csv-time', { line, text: (row.at ?? '').slice(0, 40) })
    const is = WEEK_WORDS.get((row.what ?? '').trim().toLowerCase())
    if (is === undefined) return refuse('week-csv-what', { line, text: (row.what ?? '').slice(0, 40) })
    const figure = (cell: string | undefined) => (cell === undefined || cell.trim() === '' ? undefined : Number(cell))
    const [heatF, coolF] = [figure(row.heat_f), figure(row.cool_f)]
    if ((heatF !== undefined && !(heatF >= 35 && heatF <= 95)) || (coolF !== undefined && !(coolF >= 55 && coolF <= 105)))
      return refuse('week-csv-temperature', { line, text: `${row.heat_f ?? ''} ${row.cool_f ?? ''}`.trim().slice(0, 40) })
    const [mode, fan] = [(row.mode ?? '').trim().toLowerCase(), (row.fan ?? '').trim().toLowerCase()]
    const modes = modesOf(mode, fan)
    if ((mode !== '' && !modes.mode) || (fan !== '' && !modes.fan))
      return refuse('week-csv-mode', { line, text: `${mode} ${fan}`.trim().slice(0, 40) })
    for (const day of days.days) {
      const list = week[String(day)] ?? []
      if (list.some((one) => one.startMin === startMin))
        return refuse('week-csv-twice', { line, text: `${DAY_TYPED[day]} ${clockText(startMin)}` })
      list.push({ startMin, is, ...(heatF !== undefined && { heatF }), ...(coolF !== undefined && { coolF }), ...modes })
      week[String(day)] = list.sort((a, b) => a.startMin - b.startMin)
    }
  }
  return ok(week)
}

import ICAL from 'ical.js'
import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { dayNumber } from './civil.ts'

/** A calendar of whole days: from one to before another, what it is called. */
export interface HolidayDay {
  day: number
  name: string
}

/** The most text that is read: a calendar of every holiday of a life fits into a tenth of it. */
const MOST_CHARACTERS = 2_000_000
/** Days that one rule may give: a rule without end is cut at the last day asked for, a day for every day of two centuries is enough. */
const MOST_DAYS = 75_000

const dayOfTime = (time: { year: number; month: number; day: number }) => dayNumber(time.year, time.month, time.day)

/**
 * The days of a calendar between two days, both counted: all-day events alone, with their yearly rules and exceptions.
 * Events with a time of day are no holidays: how many there were is told. Source: RFC 5545, read by ical.js.
 */
export function icsDays(text: string, fromDay: number, toDay: number): Result<{ days: HolidayDay[]; timed: number }> {
  if (text.length > MOST_CHARACTERS) return refuse('ics-too-long', { megabytes: Math.round(text.length / 1e6) })
  let events: InstanceType<typeof ICAL.Component>[]
  try {
    const calendar = new ICAL.Component(ICAL.parse(text.replace(/\r\n?/g, '\n')) as never)
    events = calendar.getAllSubcomponents('vevent')
  } catch {
    return refuse('ics-unread')
  }
  if (events.length === 0) return refuse('ics-without-events')
  const days = new Map<number, string>()
  let timed = 0
  for (const event of events) {
    const start = event.getFirstPropertyValue('dtstart') as InstanceType<typeof ICAL.Time> | null
    if (!(start instanceof ICAL.Time) || !start.isDate) {
      timed += 1
      continue
    }
    const end = event.getFirstPropertyValue('dtend')
    const length = end instanceof ICAL.Time && end.isDate ? Math.max(1, dayOfTime(end) - dayOfTime(start)) : 1
    const name = String(event.getFirstPropertyValue('summary') ?? '')
    for (const first of beginnings(event, start, toDay))
      for (let day = first; day < first + length; day += 1)
        if (day >= fromDay && day <= toDay && !days.has(day)) days.set(day, name)
  }
  return ok({ days: [...days].map(([day, name]) => ({ day, name })).sort((a, b) => a.day - b.day), timed })
}

/** First days of an event: its own, and what its rule gives, without those that were taken out. */
function beginnings(event: InstanceType<typeof ICAL.Component>, start: InstanceType<typeof ICAL.Time>, toDay: number): number[] {
  const left = new Set(
    event
      .getAllProperties('exdate')
      .flatMap((one) => one.getValues().flatMap((time) => (time instanceof ICAL.Time ? [dayOfTime(time)] : []))),
  )
  // A single event may be taken out as well.
  if (!event.hasProperty('rrule') && !event.hasProperty('rdate')) return left.has(dayOfTime(start)) ? [] : [dayOfTime(start)]
  if (start.month === 2 && start.day === 29 && isYearlyDate(event)) return leapDays(event, start, toDay, left)
  const rule = new ICAL.RecurExpansion({ component: event, dtstart: start })
  const out: number[] = []
  for (let i = 0; i < MOST_DAYS; i += 1) {
    const next = rule.next()
    if (!next) break
    const day = dayOfTime(next)
    if (day > toDay) break
    out.push(day)
  }
  return out
}

/**
 * 29 February of every so many years: RFC 5545 skips a year that lacks it and does not count it; ical.js gives 1 March for it
 * and counts that. Days of an own list are added, those taken out are left.
 */
function leapDays(
  event: InstanceType<typeof ICAL.Component>,
  start: InstanceType<typeof ICAL.Time>,
  toDay: number,
  left: ReadonlySet<number>,
): number[] {
  const rule = event.getFirstPropertyValue('rrule') as InstanceType<typeof ICAL.Recur>
  const until = rule.until ? dayOfTime(rule.until) : Number.POSITIVE_INFINITY
  const added = event
    .getAllProperties('rdate')
    .flatMap((one) => one.getValues().flatMap((time) => (time instanceof ICAL.Time ? [dayOfTime(time)] : [])))
  const out: number[] = []
  for (let year = start.year, given = 0; given < (rule.count ?? MOST_DAYS); year += rule.interval) {
    const isLeap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0
    const day = dayNumber(year, 2, 29)
    if (dayNumber(year, 1, 1) > Math.min(toDay, until)) break
    if (!isLeap) continue
    given += 1
    if (day <= Math.min(toDay, until)) out.push(day)
  }
  return [...new Set([...out, ...added.filter((day) => day <= toDay)])].filter((day) => !left.has(day)).sort((a, b) => a - b)
}

/** Whether an event comes back on the date of its first day, every so many years. */
function isYearlyDate(event: InstanceType<typeof ICAL.Component>): boolean {
  const rule = event.getFirstPropertyValue('rrule')
  return rule instanceof ICAL.Recur && rule.freq === 'YEARLY' && Object.keys(rule.parts).length === 0
}

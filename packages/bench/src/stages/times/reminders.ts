import { type CalendarReminder, civilOf, dayNumber, isDate, zoneTable } from '@ingle/core'
import { COUNTERS } from '@ingle/record'
import type { VisitView } from '../../visit/visitView.ts'
import { meaningIn, timesDevice } from './device.ts'
import { localOf } from './now.ts'
import { dateOfDay, seasonsOf } from './week.ts'

/** Hours that a fan runs in a day where nobody counted. A house figure. */
const USUAL_FAN_H_A_DAY = 7
const USUAL_BATTERY_MONTHS = 12

export interface Reminder extends CalendarReminder {
  /** What the date rests on. */
  from: string
}

const addMonths = (iso: string, months: number): string => {
  const [year = 2026, month = 1, day = 1] = iso.split('-').map(Number)
  const at = month - 1 + months
  const of = { year: year + Math.floor(at / 12), month: (((at % 12) + 12) % 12) + 1, day }
  // The last day of a shorter month.
  while (!isDate(of)) of.day -= 1
  return dateOfDay(dayNumber(of.year, of.month, of.day))
}

/** Hours of fan a day, from two readings of a counter a while apart; null: too few. */
export function fanHoursADay(v: VisitView): { hours: number; from: string } | null {
  const reads = v.state.visits.flatMap(
    (visit) => visit.systems[v.system.id]?.counterReads.filter((one) => one.counter === 'fan') ?? [],
  )
  const [first, last] = [reads[0], reads.at(-1)]
  const days = first && last ? (Date.parse(last.at) - Date.parse(first.at)) / 86_400_000 : 0
  if (!first || !last || days < 7 || last.value <= first.value) return null
  return {
    hours: (last.value - first.value) / days,
    from: `${COUNTERS.fan.says} of ${v.clock.day(first.at)} and ${v.clock.day(last.at)}`,
  }
}

/** The filter counter as it was last read: hours since the filter was changed. Null: nobody looked. */
const filterCounter = (v: VisitView) =>
  v.state.visits
    .filter((one) => one.number <= v.visit.number)
    .flatMap((visit) => visit.systems[v.system.id]?.counterReads ?? [])
    .findLast((one) => one.counter === 'filter') ?? null

/** Everything that somebody has to think of later, with dates. `now`: the moment. */
export function remindersOf(v: VisitView, now: number): Reminder[] {
  const { times } = v.system
  const today = localOf(v.clock.zone, now).day
  const out: Reminder[] = []
  const put = (id: string, says: string, on: string, from: string, more: Partial<Reminder> = {}) =>
    out.push({ id: `${v.system.id.slice(-6)}-${id}`, says: `${v.state.name}, ${v.system.name}: ${says}`, on, from, ...more })
  if (times.batteriesOn) {
    const every = times.batteriesEveryMonths ?? USUAL_BATTERY_MONTHS
    put('batteries', 'new batteries in the thermostat', addMonths(times.batteriesOn, every), `put in on ${times.batteriesOn}`, {
      everyMonths: every,
    })
  }
  const device = timesDevice(v)
  const shown = Number(device ? (meaningIn(device, 'aimed')('service.filter') ?? Number.NaN) : Number.NaN)
  const filterH = times.filterEveryH || (shown > 0 ? shown : 0)
  if (filterH > 0) {
    const counted = fanHoursADay(v)
    const aDay = times.filterCounts === 'calendar' ? 24 : (counted?.hours ?? USUAL_FAN_H_A_DAY)
    const stood = filterCounter(v)
    // What the counter had run already when it was last looked at, and the days since then.
    const sinceDay = stood ? localOf(v.clock.zone, Date.parse(stood.at)).day : today
    const left = Math.max(0, filterH - (stood?.value ?? 0))
    const days = Math.max(1, Math.round(filterH / aDay))
    const dueDay = Math.max(today, sinceDay + Math.round(left / aDay))
    const counts = stood ? `${stood.value} of ${filterH} h on ${v.clock.day(stood.at)}, then` : `${filterH} h`
    const from =
      times.filterCounts === 'calendar'
        ? `${counts} by the calendar`
        : `${counts} at ${aDay.toFixed(1)} h a day, ${counted ? `by the ${counted.from}` : 'a usual figure; read the fan counter twice to know'}`
    put('filter', 'look at the filter', dateOfDay(dueDay), from, { everyMonths: Math.max(1, Math.round(days / 30.4)) })
  }
  if (times.nextVisitOn) put('visit', 'next visit', times.nextVisitOn, 'agreed on')
  const form = device?.form
  // A device with one week has to be programmed anew when a season begins.
  if (form && form.shape !== 'actions')
    for (const season of seasonsOf(v).filter((one) => Object.keys(one.week).length > 0)) {
      const [month = 1, day = 1] = season.from.split('-').map(Number)
      const { year } = civilOf(today)
      const on = dayNumber(year, month, day) >= today ? dayNumber(year, month, day) : dayNumber(year + 1, month, day)
      put(
        `season-${season.id.slice(-4)}`,
        `put in the week of ${season.name || 'the season'}`,
        dateOfDay(on),
        `${device?.device.profile.family} holds one week at a time`,
        { everyMonths: 12 },
      )
    }
  if (device && (form || device.rows.has('time.clock')) && meaningIn(device, 'aimed')('time.daylight') !== 'on') {
    const table = zoneTable(v.clock.zone, now, now + 366 * 86_400_000)
    for (const [i, at] of table.from.slice(1, 3).entries())
      put(
        `clock-${i}`,
        'set its clock: the hour changes',
        dateOfDay(localOf(v.clock.zone, at).day),
        'it does not change by itself',
      )
  }
  return out.sort((a, b) => (a.on < b.on ? -1 : 1))
}

import { dayOf, monthDayOf, startOfDay, toInstant, toLocal, weekdayOf, type ZoneTable, zoneTable } from './zoneTime.ts'

const MIN_MS = 60_000
const DAY_MS = 86_400_000

/** What a controller is told to do. Off and on have no set points. */
export interface TimeState {
  action: 'set' | 'off' | 'on'
  heatF: number | null
  coolF: number | null
}

/** One line of a program: what, at which minute of the day, on which days (Monday 0); null: on every day. */
export interface TimeEvent extends TimeState {
  startMin: number
  days: readonly number[] | null
}

/** Days from one to another, both counted: by date, or every year by month and day, over New Year too. */
export type DayRange =
  | { yearly: true; fromMonthDay: number; toMonthDay: number }
  | { yearly: false; fromDay: number; toDay: number }

/** A program: the week, and what goes over it on some days. */
export interface Program {
  zone: string
  week: readonly TimeEvent[]
  seasons: readonly { range: DayRange & { yearly: true }; week: readonly TimeEvent[] }[]
  exceptions: readonly { range: DayRange; days: readonly number[] | null; events: readonly TimeEvent[] }[]
  holidays: { days: ReadonlySet<number>; events: readonly TimeEvent[] } | null
  /** Single actions on dates, beside whatever else acts. */
  actions: readonly { range: DayRange; event: TimeEvent }[]
}

export type TimeSource = 'week' | 'season' | 'holiday' | 'exception' | 'action' | 'override' | 'hold' | 'none'

/** A change by hand, and until when it lasts. */
export type Override = TimeState & { setAt: number } & (
    | { kind: 'hold'; clearedAt: number | null }
    | { kind: 'minutes'; minutes: number }
    | { kind: 'until-next-event' }
    | { kind: 'until-local'; minute: number }
  )

const holds = (range: DayRange, day: number): boolean => {
  if (!range.yearly) return day >= range.fromDay && day <= range.toDay
  const at = monthDayOf(day)
  const { fromMonthDay: from, toMonthDay: to } = range
  return from <= to ? at >= from && at <= to : at >= from || at <= to
}

/** Events of a program as instants, in order: parallel lists, so that ten years of minutes are walked without a search. */
export interface Timeline {
  instants: Float64Array
  events: readonly TimeEvent[]
  sources: readonly TimeSource[]
  table: ZoneTable
}

interface Placed {
  instant: number
  local: number
  rank: number
  event: TimeEvent
  source: TimeSource
}

/** Which list acts on a day: the first exception, else a holiday, else the first season, else the week. */
function listOn(program: Program, day: number): { events: readonly TimeEvent[]; source: TimeSource } {
  const weekday = weekdayOf(day)
  for (const one of program.exceptions)
    if (holds(one.range, day) && (one.days === null || one.days.includes(weekday)))
      return { events: one.events, source: 'exception' }
  if (program.holidays?.days.has(day)) return { events: program.holidays.events, source: 'holiday' }
  for (const one of program.seasons) if (holds(one.range, day)) return { events: one.week, source: 'season' }
  return { events: program.week, source: 'week' }
}

/**
 * Every event of a program from one instant to another, by the zone's clock: each acts once a date, at the first of two
 * passes. Of several at one instant the later local time wins, then an action, then the later in its list.
 * Source: RFC 5545 §3.3.5; exceptions over holidays over seasons over the week. Valid: a zone that the machine knows.
 */
export function timelineOf(program: Program, fromMs: number, toMs: number): Timeline {
  const table = zoneTable(program.zone, fromMs - 2 * DAY_MS, toMs + 2 * DAY_MS)
  const placed: Placed[] = []
  const [first, last] = [dayOf(toLocal(table, fromMs)) - 1, dayOf(toLocal(table, toMs)) + 1]
  const place = (day: number, event: TimeEvent, rank: number, source: TimeSource) => {
    if (event.days !== null && !event.days.includes(weekdayOf(day))) return
    const local = startOfDay(day) + event.startMin * MIN_MS
    placed.push({ instant: toInstant(table, local).instant, local, rank, event, source })
  }
  for (let day = first; day <= last; day += 1) {
    const { events, source } = listOn(program, day)
    for (const [i, event] of events.entries()) place(day, event, i, source)
    for (const [i, { range, event }] of program.actions.entries()) if (holds(range, day)) place(day, event, 1e6 + i, 'action')
  }
  placed.sort((a, b) => a.instant - b.instant || a.local - b.local || a.rank - b.rank)
  return {
    instants: Float64Array.from(placed, (one) => one.instant),
    events: placed.map((one) => one.event),
    sources: placed.map((one) => one.source),
    table,
  }
}

/** Index of the latest event at or before an instant; −1 before the first. */
export function latestAt({ instants }: Timeline, at: number): number {
  let [low, high] = [0, instants.length]
  while (low < high) {
    const middle = (low + high) >>> 1
    if ((instants[middle] as number) <= at) low = middle + 1
    else high = middle
  }
  return low - 1
}

/** When a change by hand ends, ms; infinite where it does not by itself. Source: real minutes, the next event, or a local time. */
export function endOf(timeline: Timeline, override: Override): number {
  switch (override.kind) {
    case 'hold':
      return override.clearedAt ?? Number.POSITIVE_INFINITY
    case 'minutes':
      return override.setAt + override.minutes * MIN_MS
    case 'until-next-event':
      return timeline.instants[latestAt(timeline, override.setAt) + 1] ?? Number.POSITIVE_INFINITY
    case 'until-local': {
      const first = dayOf(toLocal(timeline.table, override.setAt)) - 1
      for (let day = first; ; day += 1) {
        const { instant } = toInstant(timeline.table, startOfDay(day) + override.minute * MIN_MS)
        if (instant > override.setAt) return instant
      }
    }
  }
}

export interface InForce extends TimeState {
  source: TimeSource
}
const NOTHING: InForce = { action: 'off', heatF: null, coolF: null, source: 'none' }

/** What is in force at an instant. Source: the latest event, or a change by hand over it. */
export function inForceAt(timeline: Timeline, at: number, override: Override | null, overrideEnds: number): InForce {
  if (override && at >= override.setAt && at < overrideEnds) {
    const { action, heatF, coolF, kind } = override
    return { action, heatF, coolF, source: kind === 'hold' ? 'hold' : 'override' }
  }
  const i = latestAt(timeline, at)
  const event = timeline.events[i]
  if (!event) return NOTHING
  return { action: event.action, heatF: event.heatF, coolF: event.coolF, source: timeline.sources[i] as TimeSource }
}

const isSame = (a: TimeState, b: TimeState) => a.action === b.action && a.heatF === b.heatF && a.coolF === b.coolF

/** The next instant at which the state differs, overrides that are known at `at` included; null within the timeline. */
export function nextChange(timeline: Timeline, at: number, override: Override | null): number | null {
  const known = override && override.setAt <= at ? override : null
  const ends = known ? endOf(timeline, known) : Number.POSITIVE_INFINITY
  const now = inForceAt(timeline, at, known, ends)
  let i = latestAt(timeline, at) + 1
  let endSeen = !(known && ends > at && Number.isFinite(ends))
  for (;;) {
    const event = timeline.instants[i]
    if (event === undefined && endSeen) return null
    const next = !endSeen && (event === undefined || ends <= event) ? ends : (event as number)
    if (next === ends) endSeen = true
    if (event !== undefined && next === event) i += 1
    if (!isSame(inForceAt(timeline, next, known, ends), now)) return next
  }
}

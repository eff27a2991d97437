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
export type Override = TimeState & {
  setAt: number
  /** The change before it, where that still runs: a lane that this one leaves goes on by it. */
  under?: Override
} & (
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
  const [first, last] = [dayOf(toLocal(table, fromMs)) - 1, dayOf(toLocal(table, toMs)) + 1]
  const instants: number[] = []
  const locals: number[] = []
  const ranks: number[] = []
  const events: TimeEvent[] = []
  const sources: TimeSource[] = []
  const byDay = new DayLists(program)
  let isInOrder = true
  let offset = 0
  for (let day = first; day <= last; day += 1) {
    const { list, source } = byDay.on(day)
    const midnight = startOfDay(day)
    // The offset in force, as long as no change of it is near: then an instant is a subtraction.
    while (offset + 1 < table.from.length && midnight - (table.offsetMs[offset] as number) >= (table.from[offset + 1] as number))
      offset += 1
    const shift = table.offsetMs[offset] as number
    const isPlain =
      midnight - shift - DAY_MS > (table.from[offset] as number) &&
      midnight - shift + 2 * DAY_MS < (table.from[offset + 1] ?? Number.POSITIVE_INFINITY)
    for (const { event, rank } of list) {
      const local = midnight + event.startMin * MIN_MS
      const instant = isPlain ? local - shift : toInstant(table, local).instant
      if (isInOrder && instants.length > 0 && instant < (instants[instants.length - 1] as number)) isInOrder = false
      instants.push(instant)
      locals.push(local)
      ranks.push(rank)
      events.push(event)
      sources.push(rank >= ACTION_RANK ? 'action' : source)
    }
  }
  if (isInOrder) return { instants: Float64Array.from(instants), events, sources, table }
  // At a change of the clocks two may have changed about.
  const order = instants
    .map((_, i) => i)
    .sort(
      (a, b) =>
        (instants[a] as number) - (instants[b] as number) ||
        (locals[a] as number) - (locals[b] as number) ||
        (ranks[a] as number) - (ranks[b] as number),
    )
  return {
    instants: Float64Array.from(order, (i) => instants[i] as number),
    events: order.map((i) => events[i] as TimeEvent),
    sources: order.map((i) => sources[i] as TimeSource),
    table,
  }
}

const ACTION_RANK = 1e6
interface Ranked {
  event: TimeEvent
  rank: number
}

/** The events of each day in the order in which they act: lists are sorted once for each day of the week. */
class DayLists {
  private readonly sorted = new Map<readonly TimeEvent[], Ranked[][]>()
  constructor(private readonly program: Program) {}

  on(day: number): { list: readonly Ranked[]; source: TimeSource } {
    const weekday = weekdayOf(day)
    const { events, source } = listOn(this.program, day)
    let byWeekday = this.sorted.get(events)
    if (!byWeekday) {
      byWeekday = Array.from({ length: 7 }, (_, of) =>
        events
          .map((event, rank) => ({ event, rank }))
          .filter(({ event }) => event.days === null || event.days.includes(of))
          .sort(inDay),
      )
      this.sorted.set(events, byWeekday)
    }
    const list = byWeekday[weekday] as Ranked[]
    const { actions } = this.program
    if (actions.length === 0) return { list, source }
    const here = actions.flatMap(({ range, event }, i) =>
      (event.days === null || event.days.includes(weekday)) && holds(range, day) ? [{ event, rank: ACTION_RANK + i }] : [],
    )
    return { list: here.length === 0 ? list : [...list, ...here].sort(inDay), source }
  }
}
const inDay = (a: Ranked, b: Ranked) => a.event.startMin - b.event.startMin || a.rank - b.rank

/**
 * The set points of every minute from an instant on, NaN where nothing is set: stretches are filled, no minute is searched.
 * Source: as `inForceAt`, without changes by hand. Valid: both lists equally long, within the timeline.
 */
export function fillSetPoints({ instants, events }: Timeline, fromMs: number, heatF: Float64Array, coolF: Float64Array): void {
  const minutes = heatF.length
  let i = latestAt({ instants } as Timeline, fromMs)
  let minute = 0
  while (minute < minutes) {
    const next = instants[i + 1]
    const end = next === undefined ? minutes : Math.min(minutes, Math.ceil((next - fromMs) / MIN_MS))
    const event = events[i]
    if (end > minute) {
      heatF.fill(event?.heatF ?? Number.NaN, minute, end)
      coolF.fill(event?.coolF ?? Number.NaN, minute, end)
      minute = end
    }
    if (next === undefined) break
    i += 1
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
    const source = kind === 'hold' ? 'hold' : 'override'
    // A change of one lane leaves the other to the change before it, or to its program.
    const { under = null } = override
    const below =
      action === 'set' && (heatF === null || coolF === null)
        ? inForceAt(timeline, at, under, under ? endOf(timeline, under) : 0)
        : null
    const isSet = below?.action === 'set'
    return { action, heatF: heatF ?? (isSet ? below.heatF : null), coolF: coolF ?? (isSet ? below.coolF : null), source }
  }
  // Over by itself, it leaves what it was made over.
  if (override?.under && at >= override.setAt) return inForceAt(timeline, at, override.under, endOf(timeline, override.under))
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
  // Ends of the changes, one over another, that are still to come.
  const comes: number[] = []
  for (let one: Override | undefined = known ?? undefined; one; one = one.under) {
    const end = endOf(timeline, one)
    if (end > at && Number.isFinite(end)) comes.push(end)
  }
  comes.sort((a, b) => a - b)
  for (;;) {
    const event = timeline.instants[i]
    const [end] = comes
    if (event === undefined && end === undefined) return null
    const next = end !== undefined && (event === undefined || end <= event) ? end : (event as number)
    if (next === end) comes.shift()
    if (event !== undefined && next === event) i += 1
    if (!isSame(inForceAt(timeline, next, known, ends), now)) return next
  }
}

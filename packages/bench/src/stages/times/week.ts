import {
  civilOf,
  clockText,
  DAY_NAMES,
  type DayRange,
  dayNumber,
  entriesOfLettings,
  eventsOfEntries,
  type HolidayDay,
  icsDays,
  keptBy,
  type LanePoint,
  laneOf,
  MONTHS,
  monthDayOf,
  type Presence,
  type Program,
  sayDays,
  sayModes,
  type TimeEvent,
  type WeekEntry,
  type WeekTemperatures,
  weekdayOf,
  withLettings,
  wordOfEntry,
} from '@ingle/core'
import type { ExceptionState, LettingState, SeasonState } from '@ingle/record'
import type { VisitView } from '../../visit/visitView.ts'
import { Taken } from '../assumptions.ts'

/** What is kept where nobody said otherwise, °F. House figures, told as taken. */
const USUAL: WeekTemperatures = {
  in: { heatF: 68, coolF: 76 },
  out: { heatF: 61, coolF: 82 },
  asleep: { heatF: 63, coolF: 78 },
}

/** What is kept while people are in, out and asleep. */
export function keptOf(v: Pick<VisitView, 'system' | 'show'>, taken: Taken = new Taken()): WeekTemperatures {
  const { times } = v.system
  const of = (said: number | undefined, usual: number, what: string) =>
    taken.or(said, usual, what, v.show('temperature', usual), 'a usual figure; say what these people want')
  return {
    in: { heatF: of(times.heatInF, USUAL.in.heatF, 'Heating, in'), coolF: of(times.coolInF, USUAL.in.coolF, 'Cooling, in') },
    out: {
      heatF: of(times.heatOutF, USUAL.out.heatF, 'Heating, out'),
      coolF: of(times.coolOutF, USUAL.out.coolF, 'Cooling, out'),
    },
    asleep: {
      heatF: of(times.heatAsleepF, USUAL.asleep.heatF, 'Heating, asleep'),
      coolF: of(times.coolAsleepF, USUAL.asleep.coolF, 'Cooling, asleep'),
    },
  }
}

export type WeekDays = Readonly<Record<string, readonly WeekEntry[]>>
const entriesOn = (week: WeekDays, day: number): readonly WeekEntry[] => week[String(day)] ?? []
const hasEntries = (week: WeekDays) => Object.values(week).some((one) => one.length > 0)

/** What a day of the week goes on with from before it: the last entry of the days before, round the week. */
export function presenceBefore(week: WeekDays, day: number): WeekEntry | null {
  for (let back = 1; back <= 7; back += 1) {
    const last = entriesOn(week, (day + 7 - back) % 7).at(-1)
    if (last) return last
  }
  return null
}

/** A day of the week with what is let on it. */
function dayWithLettings(week: WeekDays, day: number, lettings: readonly LettingState[], used: boolean): WeekEntry[] {
  const own = entriesOn(week, day)
  if (lettings.length === 0) return used && own.length === 0 ? [] : [...own]
  if (!hasEntries(week)) return entriesOfLettings(lettings)
  return withLettings(own, lettings, presenceBefore(week, day)?.is ?? 'out')
}

/** A week with its weekly lettings. A house of lettings alone is out whenever nobody is in. */
function wholeWeek(week: WeekDays, lettings: readonly LettingState[]): WeekDays {
  const weekly = lettings.filter((one) => one.days !== undefined && one.on === undefined)
  const any = weekly.length > 0 || hasEntries(week)
  return Object.fromEntries(
    DAY_NAMES.map((_, day) => {
      const here = weekly.filter((one) => one.days?.includes(day))
      const entries = dayWithLettings(week, day, here, any)
      // Nothing is let on this day and nothing else was said of it: nobody is in.
      return [
        String(day),
        entries.length === 0 && weekly.length > 0 && !hasEntries(week) ? [{ startMin: 0, is: 'out' as const }] : entries,
      ]
    }),
  )
}

const rangeOf = ({ from, to }: { from: string; to: string }): DayRange => {
  const parts = (text: string) => text.split('-').map(Number)
  if (from.length === 5) {
    const [a = [], b = []] = [parts(from), parts(to)]
    return { yearly: true, fromMonthDay: (a[0] ?? 1) * 100 + (a[1] ?? 1), toMonthDay: (b[0] ?? 12) * 100 + (b[1] ?? 31) }
  }
  const [a, b] = [parts(from), parts(to)] as [number[], number[]]
  return { yearly: false, fromDay: dayNumber(a[0] ?? 0, a[1] ?? 1, a[2] ?? 1), toDay: dayNumber(b[0] ?? 0, b[1] ?? 1, b[2] ?? 1) }
}
export const dayOfDate = (iso: string): number => {
  const [year = 1970, month = 1, day = 1] = iso.slice(0, 10).split('-').map(Number)
  return dayNumber(year, month, day)
}
export const dateOfDay = (day: number): string => {
  const { year, month, day: of } = civilOf(day)
  return `${year}-${String(month).padStart(2, '0')}-${String(of).padStart(2, '0')}`
}
/** A day as "We 2 Dec". */
export const sayDay = (day: number): string => {
  const { month, day: of } = civilOf(day)
  return `${sayDays([weekdayOf(day)])} ${of} ${MONTHS[month - 1]}`
}
/** "02-06" as "6 Feb", "2027-02-06" as "6 Feb 2027". */
export function sayDate(text: string): string {
  const parts = text.split('-').map(Number)
  const [month = 1, day = 1] = parts.slice(-2)
  return `${day} ${MONTHS[month - 1]}${parts.length === 3 ? ` ${parts[0]}` : ''}`
}

const inRange = (range: DayRange, day: number): boolean => {
  if (!range.yearly) return day >= range.fromDay && day <= range.toDay
  const at = monthDayOf(day)
  return range.fromMonthDay <= range.toMonthDay
    ? at >= range.fromMonthDay && at <= range.toMonthDay
    : at >= range.fromMonthDay || at <= range.toMonthDay
}

/** Calendars are read once for a text; a few are enough for a visit. */
const calendars = new Map<string, { days: HolidayDay[]; timed: number }>()
/** Holidays for so many years on, and the one before. */
const YEARS_ON = 12

/** The days of the calendar that was read, from the year before a day on. Empty where none was read. */
export function holidaysOf({ system }: Pick<VisitView, 'system'>, aroundDay: number): HolidayDay[] {
  const { holidays } = system.times
  if (!holidays) return []
  const { year } = civilOf(aroundDay)
  const key = `${year} ${holidays}`
  const there = calendars.get(key)
  if (there) return there.days
  const read = icsDays(holidays, dayNumber(year - 1, 1, 1), dayNumber(year + YEARS_ON, 12, 31))
  const made = read.ok ? read.value : { days: [], timed: 0 }
  if (calendars.size > 4) calendars.clear()
  calendars.set(key, made)
  return made.days
}

/** Seasons that have both ends: the others are not yet ones. */
export const seasonsOf = ({ system }: Pick<VisitView, 'system'>): (SeasonState & { from: string; to: string })[] =>
  system.seasons.filter(
    (one): one is SeasonState & { from: string; to: string } => one.from !== undefined && one.to !== undefined,
  )

/** The season that holds on a day; null: the usual week. */
export const seasonOn = (v: Pick<VisitView, 'system'>, day: number): (SeasonState & { from: string; to: string }) | null =>
  seasonsOf(v).find((one) => inRange(rangeOf(one), day)) ?? null

const ALL_DAYS = DAY_NAMES.map((_, day) => day)
const eventsOfWeek = (week: WeekDays, kept: WeekTemperatures): TimeEvent[] =>
  ALL_DAYS.flatMap((day) => eventsOfEntries(entriesOn(week, day), [day], kept))

/** Whether anybody said when people are in. */
export const hasWeek = ({ system }: Pick<VisitView, 'system'>): boolean =>
  hasEntries(system.week) || system.seasons.some((one) => hasEntries(one.week)) || system.lettings.length > 0

/** Of a season, its own days over those of the usual week. */
export const weekIn = (v: Pick<VisitView, 'system'>, season: SeasonState | null): WeekDays =>
  wholeWeek(season ? { ...v.system.week, ...season.week } : v.system.week, v.system.lettings)

function exceptionsOf(v: Pick<VisitView, 'system'>, kept: WeekTemperatures): Program['exceptions'] {
  const { exceptions, lettings } = v.system
  const dated = lettings.filter((one): one is LettingState & { on: string } => one.on !== undefined)
  const dates = [...new Set(dated.map((one) => one.on))]
  return [
    ...exceptions.map((one) => ({
      range: rangeOf(one),
      days: null,
      events: eventsOfEntries(entriesOfException(one), null, kept),
    })),
    // A letting on one date goes over that day as it is, weekly lettings included.
    ...dates.map((on) => {
      const day = dayOfDate(on)
      const week = weekIn(v, seasonOn(v, day))
      const here = dated.filter((one) => one.on === on)
      const own = entriesOn(week, weekdayOf(day))
      return {
        range: { yearly: false as const, fromDay: day, toDay: day },
        days: null,
        events: eventsOfEntries(withLettings(own, here, presenceBefore(week, weekdayOf(day))?.is ?? 'out'), null, kept),
      }
    }),
  ]
}
export const entriesOfException = ({ is, entries }: ExceptionState): WeekEntry[] => entries ?? [{ startMin: 0, is }]

/** Everything that the people of a system want by the clock, as a program that can be walked. */
export function wantedProgram(v: Pick<VisitView, 'system' | 'state' | 'show' | 'clock'>, aroundDay: number): Program {
  const kept = keptOf(v)
  const holidays = holidaysOf(v, aroundDay)
  return usedOnly(v, {
    zone: v.clock.zone,
    week: eventsOfWeek(weekIn(v, null), kept),
    seasons: seasonsOf(v).map((one) => ({
      range: rangeOf(one) as DayRange & { yearly: true },
      week: eventsOfWeek(weekIn(v, one), kept),
    })),
    exceptions: exceptionsOf(v, kept),
    holidays:
      holidays.length === 0
        ? null
        : {
            days: new Set(holidays.map((one) => one.day)),
            events: eventsOfEntries([{ startMin: 0, is: v.system.times.holidaysAs ?? 'out' }], null, kept),
          },
    actions: [],
  })
}

/** Without the lane that is never used. */
function usedOnly({ system }: Pick<VisitView, 'system'>, program: Program): Program {
  const { neverHeats, neverCools } = system.times
  if (!neverHeats && !neverCools) return program
  const used = (events: readonly TimeEvent[]) =>
    events.map((one) => ({ ...one, ...(neverHeats && { heatF: null }), ...(neverCools && { coolF: null }) }))
  return {
    ...program,
    week: used(program.week),
    seasons: program.seasons.map((one) => ({ ...one, week: used(one.week) })),
    exceptions: program.exceptions.map((one) => ({ ...one, events: used(one.events) })),
    holidays: program.holidays && { ...program.holidays, events: used(program.holidays.events) },
  }
}

/**
 * The two lanes of a week, minute by minute; null where nobody said anything, or where one is never used. What is switched
 * off for a while is as while nobody is in, for a device that cannot switch off; or NaN.
 */
export function lanesOf(
  v: Pick<VisitView, 'system' | 'show'>,
  season: SeasonState | null,
  offAs: 'out' | 'nothing' = 'out',
): { heat: Float64Array | null; cool: Float64Array | null } {
  const kept = keptOf(v)
  const week = weekIn(v, season)
  const points = (channel: 'heatF' | 'coolF'): LanePoint[] =>
    ALL_DAYS.flatMap((day) =>
      entriesOn(week, day).map((one) => ({
        atMin: day * 1440 + one.startMin,
        value: keptBy(one, kept)[channel] ?? (offAs === 'out' ? kept.out[channel] : Number.NaN),
      })),
    )
  return {
    heat: v.system.times.neverHeats ? null : laneOf(points('heatF')),
    cool: v.system.times.neverCools ? null : laneOf(points('coolF')),
  }
}

/** Why a day is as it is: the exception, the holiday, the season; null: the usual week. */
export function reasonOn(
  v: Pick<VisitView, 'system' | 'state' | 'show'>,
  day: number,
): { kind: 'exception' | 'letting' | 'holiday' | 'season'; name: string; is?: Presence } | null {
  const exception = v.system.exceptions.find((one) => inRange(rangeOf(one), day))
  if (exception) return { kind: 'exception', name: exception.name, is: exception.is }
  const letting = v.system.lettings.find((one) => one.on !== undefined && dayOfDate(one.on) === day)
  if (letting) return { kind: 'letting', name: letting.who }
  const holiday = holidaysOf(v, day).find((one) => one.day === day)
  if (holiday) return { kind: 'holiday', name: holiday.name }
  const season = seasonOn(v, day)
  return season ? { kind: 'season', name: season.name ?? 'a season' } : null
}

/** A day's entries in the occupants' words: "up 05:45, out 07:20". */
export const sayEntries = (entries: readonly WeekEntry[]): string =>
  entries.map((one) => [wordOfEntry(one, entries), clockText(one.startMin), ...sayModes(one)].join(' ')).join(', ') ||
  'as the day before'

/** Days that are alike, together. */
export function daysAlike(week: WeekDays): { days: number[]; entries: readonly WeekEntry[] }[] {
  const out: { key: string; days: number[]; entries: readonly WeekEntry[] }[] = []
  for (const day of ALL_DAYS) {
    const entries = entriesOn(week, day)
    const key = JSON.stringify(entries)
    const there = out.find((one) => one.key === key)
    if (there) there.days.push(day)
    else out.push({ key, days: [day], entries })
  }
  return out
}

/** A stretch of a day with what is kept in it. */
export interface Segment {
  day: number
  fromMin: number
  toMin: number
  heatF: number | null
  coolF: number | null
  /** Switched off, and not merely without a set point. */
  off?: boolean
}

/** A week as stretches: each entry until the next, what was before it from midnight on. */
export function segmentsOf(week: WeekDays, kept: WeekTemperatures, uses: { heat: boolean; cool: boolean }): Segment[] {
  const of = (entry: WeekEntry | null) => {
    const { heatF = null, coolF = null } = entry ? keptBy(entry, kept) : {}
    return { heatF: uses.heat ? heatF : null, coolF: uses.cool ? coolF : null, ...(entry?.mode === 'off' && { off: true }) }
  }
  return ALL_DAYS.flatMap((day) => {
    const entries = entriesOn(week, day)
    const first = entries[0]?.startMin ?? 1440
    const out: Segment[] = first > 0 ? [{ day, fromMin: 0, toMin: first, ...of(presenceBefore(week, day)) }] : []
    for (const [i, one] of entries.entries())
      out.push({ day, fromMin: one.startMin, toMin: entries[i + 1]?.startMin ?? 1440, ...of(one) })
    return out
  })
}

/** Lanes of a week as stretches, cut at midnight and where either changes. */
export function segmentsOfLanes(heat: Float64Array | null, cool: Float64Array | null): Segment[] {
  const out: Segment[] = []
  for (let minute = 0; minute < 10_080; minute += 1) {
    const [heatF, coolF] = [heat?.[minute] ?? null, cool?.[minute] ?? null]
    const last = out.at(-1)
    if (last && minute % 1440 !== 0 && last.heatF === heatF && last.coolF === coolF) last.toMin += 1
    else out.push({ day: Math.floor(minute / 1440), fromMin: minute % 1440, toMin: (minute % 1440) + 1, heatF, coolF })
  }
  return out
}

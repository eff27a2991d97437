import {
  capital,
  clockText,
  dayOfLocal,
  deviceTime,
  endOf,
  type InForce,
  inForceAt,
  isForgotten,
  latestAt,
  minutesOf,
  nextChange,
  type Override,
  type PowerCut,
  type Program,
  sayDays,
  startOfDay,
  type Timeline,
  timelineOf,
  toInstant,
  toLocal,
  weekdayOf,
  wordOfEntry,
  zoneTable,
} from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import { reasonOn, sayDay, seasonOn, weekIn } from './week.ts'

const DAY_MS = 86_400_000
const MIN_MS = 60_000

/** A stretch of one day of a week, with what is in force. */
export interface Span {
  day: number
  fromMin: number
  toMin: number
  state: InForce
}

/** A week from a Monday on, by the clock of the site, with whatever goes over it on those days. */
export function spansOf(program: Program, mondayDay: number): Span[] {
  const table = zoneTable(program.zone, startOfDay(mondayDay - 3), startOfDay(mondayDay + 10))
  const from = toInstant(table, startOfDay(mondayDay)).instant
  const to = toInstant(table, startOfDay(mondayDay + 7)).instant
  // What began up to a week before may still hold.
  const timeline = timelineOf(program, from - 8 * DAY_MS, to)
  const out: Span[] = []
  for (let day = 0; day < 7; day += 1) {
    const midnight = startOfDay(mondayDay + day)
    const start = toInstant(table, midnight).instant
    const end = toInstant(table, midnight + DAY_MS).instant
    const marks: number[] = [0]
    for (let i = latestAt(timeline, start) + 1; i < timeline.instants.length && (timeline.instants[i] as number) < end; i += 1)
      marks.push(minutesOf(toLocal(table, timeline.instants[i] as number)))
    const sorted = [...new Set(marks)].sort((a, b) => a - b)
    for (const [i, fromMin] of sorted.entries()) {
      const state = inForceAt(timeline, toInstant(table, midnight + fromMin * MIN_MS).instant, null, 0)
      const toMin = sorted[i + 1] ?? 1440
      const last = out.at(-1)
      if (
        last &&
        last.day === day &&
        last.state.heatF === state.heatF &&
        last.state.coolF === state.coolF &&
        last.state.action === state.action &&
        last.state.source === state.source
      )
        last.toMin = toMin
      else out.push({ day, fromMin, toMin, state })
    }
  }
  return out
}

/** The Monday of the week that a moment is in, by the site's clock. */
export function mondayOf(zone: string, at: number): number {
  const day = dayOfLocal(toLocal(zoneTable(zone, at - DAY_MS, at + DAY_MS), at))
  return day - weekdayOf(day)
}

/** What is played through: changes by hand, a power cut, a clock that nobody set to summer time. */
export interface Play {
  override: Override | null
  cut: PowerCut | null
  /** The device does not go over to summer time by itself; it was right at this moment. */
  clockSetAt: number | null
  /** A hold outlives a power cut on this device. */
  holdSurvives: boolean
}
export const NOTHING_PLAYED: Play = { override: null, cut: null, clockSetAt: null, holdSurvives: true }

export interface ForceAt {
  /** Null: no power. */
  state: InForce | null
  /** What the device believes the time is, by the site's clock: day of the week and minutes. */
  clock: { day: number; minute: number } | null
  /** When it changes next, in the device's own reckoning as it will be; null: not within three weeks. */
  until: number | null
  timeline: Timeline
}

/** What is in force on a device at a moment, with what was played. */
export function forceAt(program: Program, at: number, play: Play): ForceAt {
  const timeline = timelineOf(program, at - 22 * DAY_MS, at + 22 * DAY_MS)
  const { table } = timeline
  const believed = deviceTime(play.cut, at)
  if (believed === null) return { state: null, clock: null, until: play.cut?.onAt ?? null, timeline }
  const offset = (instant: number) => toLocal(table, instant) - instant
  const off = play.clockSetAt === null ? 0 : offset(play.clockSetAt) - offset(believed)
  const inDevice = believed + off
  const override = standing(play, at)
  const ends = override ? endOf(timeline, override) : Number.NEGATIVE_INFINITY
  const state = inForceAt(timeline, inDevice, override, ends)
  const local = toLocal(table, inDevice)
  const next = nextChange(timeline, inDevice, override)
  return {
    state,
    clock: { day: weekdayOf(dayOfLocal(local)), minute: minutesOf(local) },
    until: next === null ? null : at + (next - inDevice),
    timeline,
  }
}

/** The change that a new one is made over: the last one, where it still runs at that moment. */
export function underAt(program: Program, { override }: Play, at: number): { under?: Override } {
  if (!override || override.setAt > at) return {}
  const { timeline } = forceAt(program, at, { ...NOTHING_PLAYED, override })
  return endOf(timeline, override) > at ? { under: override } : {}
}

/** A change by hand, unless a power cut made the device forget it. */
function standing({ override, cut, holdSurvives }: Play, at: number): Override | null {
  if (!override || !isForgotten(cut, at)) return override
  if (cut && override.setAt >= cut.onAt) return override
  // A clock that began anew lies before the moment at which it was set: what outlives the cut has always been.
  return override.kind === 'hold' && holdSurvives ? { ...override, setAt: Number.NEGATIVE_INFINITY } : null
}

/** Day and minute by the site's clock. */
export function localOf(zone: string, at: number): { day: number; minute: number } {
  const local = toLocal(zoneTable(zone, at - DAY_MS, at + DAY_MS), at)
  return { day: dayOfLocal(local), minute: minutesOf(local) }
}
/** The moment of a day and a minute by the site's clock. */
export const momentOf = (zone: string, day: number, minute: number): number =>
  toInstant(zoneTable(zone, startOfDay(day - 2), startOfDay(day + 2)), startOfDay(day) + minute * MIN_MS).instant

/** "20:40" on the same day, "Mo 05:45" on another. */
function sayMoment(zone: string, at: number, from: number): string {
  const [one, other] = [localOf(zone, at), localOf(zone, from)]
  const time = clockText(one.minute)
  return one.day === other.day
    ? time
    : one.day - other.day < 7
      ? `${sayDays([weekdayOf(one.day)])} ${time}`
      : `${sayDay(one.day)}, ${time}`
}

/** Set points as they are read off: "69", "heating 69, cooling 76". Whole degrees lose their point. */
export function sayState(
  v: Pick<VisitView, 'show'>,
  { action, heatF, coolF }: Pick<InForce, 'action' | 'heatF' | 'coolF'>,
): string {
  if (action !== 'set') return action
  const both = [
    ...(heatF === null ? [] : [`heating ${v.show('temperature', heatF)}`]),
    ...(coolF === null ? [] : [`cooling ${v.show('temperature', coolF)}`]),
  ]
  return both.join(', ') || 'nothing is set'
}

/** The answer in one sentence: what is in force, and why. `of`: whose program it is. */
export function sayWhy(
  v: Pick<VisitView, 'show' | 'state' | 'system' | 'clock'>,
  force: ForceAt,
  at: number,
  play: Play,
  of: 'wanted' | 'device',
): string {
  const zone = v.clock.zone
  if (!force.state) return `Nothing: the power is off${force.until === null ? '' : ` until ${sayMoment(zone, force.until, at)}`}.`
  const what = sayState(v, force.state)
  const until = force.until === null ? '' : ` until ${sayMoment(zone, force.until, at)}`
  const { day, minute } = localOf(zone, at)
  const off = force.clock && of === 'device' && (force.clock.day !== weekdayOf(day) || force.clock.minute !== minute)
  const clock = off && force.clock ? ` Its clock believes ${sayDays([force.clock.day])} ${clockText(force.clock.minute)}.` : ''
  return `${capital(what)} because of ${reasonSaid(v, force.state.source, day, minute, play, of)}${force.state.source === 'hold' ? '' : until}.${clock}`
}

function reasonSaid(
  v: Pick<VisitView, 'show' | 'state' | 'system' | 'clock'>,
  source: InForce['source'],
  day: number,
  minute: number,
  play: Play,
  of: 'wanted' | 'device',
): string {
  switch (source) {
    case 'override':
      return play.override?.kind === 'minutes'
        ? 'a change by hand for some time, that runs'
        : play.override?.kind === 'until-local'
          ? 'a change by hand up to a time of day, that runs'
          : 'a change by hand that runs'
    case 'hold':
      return 'a hold that runs until somebody ends it'
    case 'none':
      return 'nothing: no period is programmed'
    case 'action':
      return 'a dated line of its list'
    default: {
      if (of === 'device') return 'its program'
      const reason = reasonOn(v, day)
      if (reason && source !== 'week' && reason.kind !== 'season')
        return `“${reason.name}”, ${reason.kind === 'letting' ? 'let that day' : reason.kind === 'holiday' ? 'a holiday' : 'an exception'},`
      const entries = weekIn(v, seasonOn(v, day))[String(weekdayOf(day))] ?? []
      const entry = entries.findLast((one) => one.startMin <= minute)
      const season = reason?.kind === 'season' ? ` (${reason.name})` : ''
      return entry
        ? `the week${season}: ${sayDays([weekdayOf(day)])} ${wordOfEntry(entry, entries)} ${clockText(entry.startMin)}`
        : `the week${season}, which goes on from the day before`
    }
  }
}

/** The head line of the week: "72 °F now: by hand until 20:40, then 69 °F". */
export function nowSaid(
  v: Pick<VisitView, 'show' | 'state' | 'system' | 'clock'>,
  program: Program,
  at: number,
  play: Play,
): string {
  const force = forceAt(program, at, play)
  if (!force.state) return 'Nothing now: the power is off'
  const how = {
    override: 'by hand',
    hold: 'held',
    exception: 'an exception',
    holiday: 'a holiday',
    action: 'by its list',
    season: 'by the week',
    week: 'by the week',
    none: 'not programmed',
  }[force.state.source]
  const short = (state: InForce) => {
    if (state.action !== 'set') return state.action
    const both = [state.heatF, state.coolF].flatMap((one) => (one === null ? [] : [v.show('temperature', one)]))
    return both.length === 0
      ? 'nothing'
      : both.map((one, i) => (i < both.length - 1 ? one.replace(/\s*°[CF]$/, '') : one)).join(' / ')
  }
  if (force.until === null || force.state.source === 'hold') return `${short(force.state)} now: ${how}`
  const next = forceAt(program, force.until, play).state
  return `${short(force.state)} now: ${how} until ${sayMoment(v.clock.zone, force.until, at)}${next ? `, then ${short(next)}` : ''}`
}

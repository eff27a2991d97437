import { civilOf, dayNumber } from '../times/civil.ts'
import { icsDays } from '../times/ics.ts'
import {
  type DayRange,
  endOf,
  inForceAt,
  latestAt,
  nextChange,
  type Override,
  type Program,
  type TimeEvent,
  timelineOf,
} from '../times/inForce.ts'
import { nearestProgram, type ProgramGroup } from '../times/nearestProgram.ts'
import { deviceTime, isForgotten, type PowerCut } from '../times/powerCut.ts'
import { recoveryMin } from '../times/recovery.ts'
import { type DrivenHours, degreeHourBtu, driveSetbacks, type SetbackTargets } from '../times/setback.ts'
import { gapStretches, type LanePoint, laneOf } from '../times/weekLanes.ts'
import { dayOf, minutesOf, toInstant, toLocal, weekdayOf, zoneTable } from '../times/zoneTime.ts'

// biome-ignore lint/suspicious/noExplicitAny: a worked case is foreign data of any shape.
type Case = Record<string, any>
type Answer = Record<string, unknown> | null

const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun']
const DAY_MS = 86_400_000
/** How far a next change is looked for, and how far back an event may lie. */
const AHEAD_MS = 420 * DAY_MS
const BACK_MS = 400 * DAY_MS

const two = (value: number) => String(value).padStart(2, '0')
const dayOfIso = (iso: string) => dayNumber(Number(iso.slice(0, 4)), Number(iso.slice(5, 7)), Number(iso.slice(8, 10)))
const instantOf = (iso: string) => dayOfIso(iso) * DAY_MS + minuteOf(iso.slice(11, 16)) * 60_000
const local = (ms: number) => {
  const { year, month, day } = civilOf(dayOf(ms))
  const minute = minutesOf(ms)
  return `${year}-${two(month)}-${two(day)}T${two(Math.floor(minute / 60))}:${two(minute % 60)}`
}
const utc = (ms: number) => `${local(ms)}Z`
const minuteOf = (hhmm: string) => Number(hhmm.slice(0, 2)) * 60 + Number(hhmm.slice(3, 5))
const monthDay = (mmdd: string) => Number(mmdd.slice(0, 2)) * 100 + Number(mmdd.slice(3, 5))
const daysOf = (list: string[] | undefined) => (list ? list.map((one) => DAYS.indexOf(one)) : null)

const eventOf = (one: Case): TimeEvent => ({
  action: one.action_enum ?? 'set',
  heatF: one.heat_f ?? null,
  coolF: one.cool_f ?? null,
  startMin: minuteOf(one.start_hhmm),
  days: daysOf(one.days_list ?? (one.day_txt ? [one.day_txt] : undefined)),
})
const rangeOf = (one: Case): DayRange =>
  one.yearly_bool
    ? { yearly: true, fromMonthDay: monthDay(one.from_mmdd), toMonthDay: monthDay(one.to_mmdd) }
    : { yearly: false, fromDay: dayOfIso(one.from_iso), toDay: dayOfIso(one.to_iso) }

/** Days of a calendar over the years that a case can be about. */
const holidayDays = (text: string): ReadonlySet<number> => {
  const read = icsDays(text, dayNumber(2015, 1, 1), dayNumber(2040, 12, 31))
  return new Set(read.ok ? read.value.days.map((one) => one.day) : [])
}

const programOf = (given: Case): Program => ({
  zone: given.zone_txt,
  week: given.week_list.map(eventOf),
  seasons: (given.seasons_list ?? []).map((one: Case) => ({
    range: { yearly: true, fromMonthDay: monthDay(one.from_mmdd), toMonthDay: monthDay(one.to_mmdd) },
    week: one.week_list.map(eventOf),
  })),
  exceptions: (given.exceptions_list ?? []).map((one: Case) => ({
    range: rangeOf(one),
    days: daysOf(one.days_list),
    events: one.events_list.map(eventOf),
  })),
  holidays: given.holidays_ics_txt
    ? { days: holidayDays(given.holidays_ics_txt), events: given.holiday_events_list.map(eventOf) }
    : null,
  actions: (given.actions_list ?? []).map((one: Case) => ({ range: rangeOf(one), event: eventOf(one) })),
})

function overrideOf(given: Case | undefined): Override | null {
  if (!given) return null
  const base = {
    action: given.action_enum ?? 'set',
    heatF: given.heat_f ?? null,
    coolF: given.cool_f ?? null,
    setAt: instantOf(given.set_at_iso),
  }
  switch (given.kind_enum) {
    case 'hold':
      return { ...base, kind: 'hold', clearedAt: given.cleared_at_iso ? instantOf(given.cleared_at_iso) : null }
    case 'minutes':
      return { ...base, kind: 'minutes', minutes: given.length_min }
    case 'until_next_event':
      return { ...base, kind: 'until-next-event' }
    default:
      return { ...base, kind: 'until-local', minute: minuteOf(given.until_hhmm) }
  }
}

function cutOf(given: Case | undefined): PowerCut | null {
  if (!given) return null
  return {
    offAt: instantOf(given.off_at_iso),
    onAt: instantOf(given.on_at_iso),
    clock: given.clock_enum === 'reset' ? { kind: 'reset', to: instantOf(given.reset_to_iso) } : { kind: given.clock_enum },
    correctedAt: given.corrected_at_iso ? instantOf(given.corrected_at_iso) : null,
  }
}

function inForceCase(given: Case): Answer {
  const program = programOf(given.program_obj)
  const override = overrideOf(given.override_obj)
  const cut = cutOf(given.power_obj)
  const results = given.at_utc_iso.map((iso: string) => {
    const at = instantOf(iso)
    const device = deviceTime(cut, at)
    if (device === null) return { action_enum: 'no_power', heat_f: null, cool_f: null, source_enum: 'none' }
    const timeline = timelineOf(program, device - BACK_MS, device + AHEAD_MS)
    const known = override && !(override.kind !== 'hold' && isForgotten(cut, at)) ? override : null
    const now = inForceAt(timeline, device, known, known ? endOf(timeline, known) : 0)
    const said = { action_enum: now.action, heat_f: now.heatF, cool_f: now.coolF, source_enum: now.source }
    if (cut && cut.clock.kind !== 'kept') return said
    const next = nextChange(timeline, at, override)
    return { ...said, next_change_iso: next === null || next > at + AHEAD_MS ? null : utc(next) }
  })
  return { results_list: results }
}

const LOCAL: Record<string, (given: Case) => Answer> = {
  local_to_utc: (given) => {
    const wanted = instantOf(given.local_iso)
    const table = zoneTable(given.zone_txt, wanted - 30 * DAY_MS, wanted + 30 * DAY_MS)
    const { status, instant, second } = toInstant(table, wanted)
    const shown = toLocal(table, instant)
    return {
      status_enum: status,
      utc_iso: utc(instant),
      second_utc_iso: second === null ? null : utc(second),
      shown_local_iso: local(shown),
      offset_min: (shown - instant) / 60_000,
    }
  },
  ics_dates: (given) => {
    const read = icsDays(given.ics_txt, dayOfIso(given.from_iso), dayOfIso(given.to_iso))
    return { dates_list: read.ok ? read.value.days.map((one) => local(one.day * DAY_MS).slice(0, 10)) : [] }
  },
  in_force: inForceCase,
}

export const localTimesAnswer = (given: Case): Answer =>
  Object.hasOwn(LOCAL, given.kind_enum) ? (LOCAL[given.kind_enum]?.(given) ?? null) : null

/** Programs of one channel in naive local time, as a program in UTC. */
const channelProgram = (given: Case, list: 'heat_list' | 'cool_list'): Program => ({
  zone: 'UTC',
  week: (given[list] ?? []).map((one: Case) => eventOf({ ...one, heat_f: one.set_f })),
  seasons: (given.seasons_list ?? []).map((one: Case) => ({
    range: { yearly: true, fromMonthDay: monthDay(one.from_mmdd), toMonthDay: monthDay(one.to_mmdd) },
    week: (one[list] ?? []).map((event: Case) => eventOf({ ...event, heat_f: event.set_f })),
  })),
  exceptions: (given.exceptions_list ?? []).map((one: Case) => ({
    range: { yearly: false, fromDay: dayOfIso(one.date_iso), toDay: dayOfIso(one.date_iso) },
    days: null,
    events: (one[list] ?? []).map((event: Case) => eventOf({ ...event, heat_f: event.set_f })),
  })),
  holidays: null,
  actions: [],
})

export function schedulesAnswer(given: Case): Answer {
  if (given.ready_hhmm) return recoveryCase(given)
  if (given.minimum_gap_f !== undefined) return gapCase(given)
  const at = instantOf(given.at_iso)
  const channel = (list: 'heat_list' | 'cool_list', key: 'heat_f' | 'cool_f') => {
    const timeline = timelineOf(channelProgram(given.program_obj, list), at - BACK_MS, at + AHEAD_MS)
    const state = (one: Case) => ({ action: 'set' as const, heatF: one[key], coolF: null, setAt: instantOf(one.set_at_iso) })
    const hold: Override | null = given.hold_obj ? { ...state(given.hold_obj), kind: 'hold', clearedAt: null } : null
    const temporary = given.temporary_obj
    const short: Override | null =
      temporary &&
      (temporary.until_enum === 'minutes'
        ? { ...state(temporary), kind: 'minutes', minutes: temporary.duration_min }
        : { ...state(temporary), kind: 'until-next-event' })
    const by = (override: Override | null) => (override ? inForceAt(timeline, at, override, endOf(timeline, override)) : null)
    const held = by(hold)
    const told = by(short)
    const now = held?.source === 'hold' ? held : told?.source === 'override' ? told : inForceAt(timeline, at, null, 0)
    const next = timeline.instants[latestAt(timeline, at) + 1]
    return {
      value: now.heatF,
      source: now.source === 'hold' ? 'hold' : now.source === 'override' ? 'temporary' : 'program',
      next: next === undefined ? null : local(next),
    }
  }
  const [heat, cool] = [channel('heat_list', 'heat_f'), channel('cool_list', 'cool_f')]
  return {
    weekday_txt: DAYS[weekdayOf(dayOf(at))],
    heat_f: heat.value,
    cool_f: cool.value,
    heat_source_enum: heat.source,
    cool_source_enum: cool.source,
    heat_next_period_iso: heat.next,
    cool_next_period_iso: cool.next,
  }
}

function gapCase(given: Case): Answer {
  const lane = (list: Case[]) =>
    laneOf(
      list.map((one): LanePoint => ({ atMin: DAYS.indexOf(one.day_txt) * 1440 + minuteOf(one.start_hhmm), value: one.set_f })),
    )
  const [heat, cool] = [lane(given.program_obj.heat_list), lane(given.program_obj.cool_list)]
  const all = heat && cool ? gapStretches(heat, cool, given.minimum_gap_f) : []
  return {
    violations_list: all.map((one) => ({ start_min: one.startMin, end_min: one.endMin, gap_f: one.gapF })),
    violating_min: all.reduce((sum, one) => sum + one.endMin - one.startMin, 0),
  }
}

const DAY_GROUPS: Record<string, [number, number][]> = {
  all_alike: [[0, 6]],
  weekday_weekend: [
    [0, 4],
    [5, 6],
  ],
  five_one_one: [
    [0, 4],
    [5, 5],
    [6, 6],
  ],
  each_day: DAYS.map((_, day) => [day, day]),
}

export function deviceProgramsAnswer({ wanted_obj: wanted, device_obj: device }: Case): Answer {
  const lane = (list: Case[] | undefined) =>
    list
      ? laneOf(list.map((one) => ({ atMin: DAYS.indexOf(one.day_txt) * 1440 + minuteOf(one.start_hhmm), value: one.set_f })))
      : null
  const range = (low: number | undefined, high: number | undefined) =>
    low === undefined || high === undefined ? null : { lowF: low, highF: high }
  const nearest = nearestProgram(
    { heat: lane(wanted.heat_list), cool: lane(wanted.cool_list) },
    {
      groups: DAY_GROUPS[device.day_groups_enum] as [number, number][],
      periodsPerDay: device.periods_per_day_count,
      timeStepMin: device.time_step_min,
      setStepF: device.set_step_f,
      heat: range(device.heat_low_f, device.heat_high_f),
      cool: range(device.cool_low_f, device.cool_high_f),
      starts: device.start_times_enum,
      leastGapF: device.least_gap_f ?? null,
    },
  )
  if (!nearest.ok) return null
  const list = (groups: readonly ProgramGroup[]) =>
    groups.map(({ first, last, periods }) => ({
      group_txt: first === last ? DAYS[first] : `${DAYS[first]}-${DAYS[last]}`,
      periods_list: periods.map(({ startMin, heatF, coolF }) => ({
        start_hhmm: `${two(Math.floor(startMin / 60))}:${two(startMin % 60)}`,
        ...(heatF === null ? {} : { heat_f: heatF }),
        ...(coolF === null ? {} : { cool_f: coolF }),
      })),
    }))
  const { programs, cost, isExact, lost, deviatingMin } = nearest.value
  const named = programs.map(({ channel, groups }) => [
    programs.length === 1 ? 'program_list' : `${channel}_program_list`,
    list(groups),
  ])
  return {
    cost_f_min: cost,
    deviating_min: deviatingMin,
    exact_bool: isExact,
    lost_list: lost.map((one) => ({
      channel_enum: one.channel,
      start_min: one.startMin,
      end_min: one.endMin,
      wanted_f: one.wantedF,
      given_f: one.givenF,
    })),
    ...Object.fromEntries(named),
  }
}

function recoveryCase(given: Case): Answer {
  const lead = recoveryMin({
    capacityBtuPerF: given.heat_capacity_btu_per_f,
    uaBtuHPerF: given.ua_btuh_per_f,
    outdoorF: given.outdoor_f,
    outputBtuH: given.plant_capacity_btuh,
    startF: given.start_f,
    targetF: given.target_f,
  })
  if (lead === null) return { reachable_bool: false, lead_min: null, start_hhmm: null, start_day_before_bool: null }
  const start = minuteOf(given.ready_hhmm) - Math.ceil(lead - 1e-9)
  const ofDay = ((start % 1440) + 1440) % 1440
  return {
    reachable_bool: true,
    lead_min: lead,
    start_hhmm: `${two(Math.floor(ofDay / 60))}:${two(ofDay % 60)}`,
    start_day_before_bool: start < 0,
  }
}

export function setbackAnswer(given: Case): Answer {
  const hours = 7 * 24
  const byDay = (list: number[]) => Float64Array.from({ length: hours }, (_, hour) => list[hour % 24] as number)
  const driven: DrivenHours = {
    outdoorF: byDay(given.outdoor_hourly_f).map((value, hour) => value + given.day_offsets_f[Math.floor(hour / 24)]),
    gainsAirBtuH: byDay(given.gains_air_hourly_btuh),
    gainsMassBtuH: byDay(given.gains_mass_hourly_btuh),
    plantBtuH: new Float64Array(hours).fill(given.capacity_btuh),
    auxiliaryBtuH: new Float64Array(hours),
  }
  const room = {
    airBtuPerF: given.air_capacity_btu_per_f,
    massBtuPerF: given.mass_capacity_btu_per_f,
    uaBtuHPerF: given.ua_btuh_per_f,
    airMassBtuHPerF: given.air_mass_btuh_per_f,
    voidOutdoorShare: 0,
  }
  const setBack: SetbackTargets = {
    mode: given.mode_enum,
    setF: given.set_f,
    setbackF: given.setback_f,
    setbacks: given.setbacks_list.map((one: Case) => ({ fromH: one.from_h, toH: one.to_h })),
    recovery: given.recovery_enum === 'optimum' ? 'optimum' : 'at-end',
  }
  const held = { ...setBack, setbacks: [] }
  const [hold, set] = [driveSetbacks(room, driven, held), driveSetbacks(room, driven, setBack)]
  const saved = hold.plantBtu - set.plantBtu
  const simple = degreeHourBtu(room, driven, held) - degreeHourBtu(room, driven, setBack)
  const share = (100 * saved) / hold.plantBtu
  return {
    hold_btu: hold.plantBtu,
    setback_btu: set.plantBtu,
    saved_btu: saved,
    recovery_min: set.recoveries.map((one) => one.recoveryMin),
    lead_min: set.recoveries.map((one) => one.leadMin),
    in_time_possible_list: set.recoveries.map((one) => one.leadMin !== null),
    extreme_air_f: set.extremeAirF,
    simple_saved_btu: simple,
    ...(share < 1.2 ? {} : { saved_pct: share, simple_error_pct: (100 * (simple - saved)) / saved }),
  }
}

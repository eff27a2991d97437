import { meaningAs } from '../device/roles.ts'
import type { DeviceSetting } from '../device/setting.ts'
import { numbersOffered } from '../device/spelling.ts'
import { dateOfYear, readDays } from './clockText.ts'
import type { Program, TimeEvent } from './inForce.ts'
import { laneOfProgram, type ProgramChannel, type ProgramGroup, type ProgramHolding } from './nearestProgram.ts'
import { WEEK_MIN } from './weekLanes.ts'

/**
 * How one family holds times. Its set points, starts and days are settings like all others, numbered by group of days and
 * period: this says only how many there are and how they hang together.
 * - `periods`: a start with set points, so many a day
 * - `timer`: switched on and off, so many times a day
 * - `actions`: lines of their own, each with its time, its days and its dates
 */
export interface ProgramForm {
  shape: 'periods' | 'timer' | 'actions'
  /** Periods a day, pairs a day, or lines. */
  count: number
  /** Which days share a program, where no setting says so (the role `time.program`). Monday 0. */
  groups?: readonly (readonly [first: number, last: number])[]
  /** Heating and cooling begin together, or each has starts of its own. */
  starts?: 'common' | 'separate'
  /** Periods are put in order by the device, or one that is not after the one before it never happens. */
  order?: 'sorted' | 'as-entered'
}

const DAY_MIN = 1440
const EACH_DAY = [0, 1, 2, 3, 4, 5, 6].map((day) => [day, day] as const)
/** How a week is divided, by the meaning of `time.program`. */
const DIVIDED: Readonly<Record<string, readonly (readonly [number, number])[]>> = {
  'day-by-day': EACH_DAY,
  'weekday-weekend': [
    [0, 4],
    [5, 6],
  ],
  week: [[0, 6]],
}

/** Groups of days that a program has; null while the device follows none. */
export const groupsOf = (form: ProgramForm, divided: string | null): readonly (readonly [number, number])[] | null =>
  divided === 'none' ? null : (DIVIDED[divided ?? ''] ?? form.groups ?? [[0, 6]])

export type SlotField = 'start' | 'heat-start' | 'cool-start' | 'heat-set' | 'cool-set' | 'on' | 'off'
/** Name of a place in a program: group and period counted from 0. */
export const slotId = (field: SlotField, group: number, period: number): string => `time.${field}.${group + 1}${period + 1}`

/** What stands at a setting, in the language of roles; null: nobody knows, or there is no such setting. */
export type SlotMeaning = (id: string) => string | null

/** A period as it stands on a device, with the names of its settings. */
export interface PeriodEntry {
  channel: ProgramChannel | 'both'
  group: number
  period: number
  startId: string
  /** Null: switched off. */
  startMin: number | null
  heat: { id: string; setF: number | null } | null
  cool: { id: string; setF: number | null } | null
}

const figure = (meaning: string | null): number | null => {
  const number = meaning === null || meaning.trim() === '' ? Number.NaN : Number(meaning)
  return Number.isFinite(number) ? number : null
}

/** The periods that a device follows now. Switched-off ones are among them; unknown ones are too, without a start. */
export function periodsHeld(
  form: ProgramForm,
  divided: string | null,
  meaning: SlotMeaning,
  has: (id: string) => boolean,
): PeriodEntry[] {
  const groups = groupsOf(form, divided)
  if (form.shape !== 'periods' || !groups) return []
  const channels: (ProgramChannel | 'both')[] = form.starts === 'separate' ? ['heat', 'cool'] : ['both']
  const out: PeriodEntry[] = []
  for (const channel of channels)
    for (let group = 0; group < groups.length; group += 1)
      for (let period = 0; period < form.count; period += 1) {
        const startId = slotId(channel === 'both' ? 'start' : `${channel}-start`, group, period)
        if (!has(startId)) continue
        const set = (of: ProgramChannel) => {
          const id = slotId(`${of}-set`, group, period)
          return (channel === 'both' || channel === of) && has(id) ? { id, setF: figure(meaning(id)) } : null
        }
        out.push({ channel, group, period, startId, startMin: figure(meaning(startId)), heat: set('heat'), cool: set('cool') })
      }
  return out
}

/** Periods of one channel as the device goes through them, group by group. */
export function channelGroups(
  form: ProgramForm,
  divided: string | null,
  entries: readonly PeriodEntry[],
  channel: ProgramChannel,
): ProgramGroup[] {
  const groups = groupsOf(form, divided) ?? []
  return groups.map(([first, last], group) => {
    const here = entries.filter((one) => one.group === group && one[channel] !== null && one.startMin !== null)
    const ordered =
      form.order === 'as-entered' ? happening(here) : [...here].sort((a, b) => (a.startMin ?? 0) - (b.startMin ?? 0))
    const periods = ordered.map((one) => ({
      startMin: one.startMin ?? 0,
      heatF: channel === 'heat' ? (one.heat?.setF ?? null) : null,
      coolF: channel === 'cool' ? (one.cool?.setF ?? null) : null,
    }))
    return { first, last, periods }
  })
}

/** Of periods as entered those that happen: one that is not after the one before it does not. */
export function happening<T extends { startMin: number | null }>(entries: readonly T[]): T[] {
  const out: T[] = []
  for (const one of entries) if (one.startMin !== null && one.startMin > (out.at(-1)?.startMin ?? -1)) out.push(one)
  return out
}

/** Two lanes of a week as events: one at every minute where either changes, and one at the week's beginning. */
export function eventsOfLanes(heat: Float64Array | null, cool: Float64Array | null): TimeEvent[] {
  if (!heat && !cool) return []
  const out: TimeEvent[] = []
  for (let minute = 0; minute < WEEK_MIN; minute += 1) {
    const before = (minute + WEEK_MIN - 1) % WEEK_MIN
    if (minute > 0 && heat?.[minute] === heat?.[before] && cool?.[minute] === cool?.[before]) continue
    out.push({
      startMin: minute % DAY_MIN,
      days: [Math.floor(minute / DAY_MIN)],
      action: 'set',
      heatF: heat?.[minute] ?? null,
      coolF: cool?.[minute] ?? null,
    })
  }
  return out
}

/** A line of a list of dated actions as it stands on a device. */
export interface ActionLine {
  line: number
  action: 'on' | 'off' | 'set'
  atMin: number
  days: number[]
  /** Days of a year, 1 to 366; the first after the last: over New Year. */
  from: number
  to: number
  heatF: number | null
  coolF: number | null
  fan: 'auto' | 'on' | null
}

export const actionId = (field: 'do' | 'at' | 'days' | 'from' | 'to' | 'heat' | 'cool' | 'fan', line: number): string =>
  `time.act.${field}.${line}`

/** Lines that do something; one without a time or with days that cannot be read does nothing. */
export function actionsHeld(form: ProgramForm, meaning: SlotMeaning): ActionLine[] {
  if (form.shape !== 'actions') return []
  const out: ActionLine[] = []
  for (let line = 1; line <= form.count; line += 1) {
    const action = meaning(actionId('do', line))
    const atMin = figure(meaning(actionId('at', line)))
    const days = readDays(meaning(actionId('days', line)) ?? '')
    if ((action !== 'on' && action !== 'off' && action !== 'set') || atMin === null || !days.ok) continue
    const fan = meaning(actionId('fan', line))
    out.push({
      line,
      action,
      atMin,
      days: days.days,
      from: figure(meaning(actionId('from', line))) ?? 1,
      to: figure(meaning(actionId('to', line))) ?? 366,
      heatF: figure(meaning(actionId('heat', line))),
      coolF: figure(meaning(actionId('cool', line))),
      fan: fan === 'auto' || fan === 'on' ? fan : null,
    })
  }
  return out
}

/** What a device follows: its week, its dated lines, or one set point that it holds. */
export interface HeldProgram {
  kind: 'periods' | 'timer' | 'actions' | 'hold'
  entries: PeriodEntry[]
  lines: ActionLine[]
  heat: Float64Array | null
  cool: Float64Array | null
  week: TimeEvent[]
}

const constant = (value: number | null): Float64Array | null => (value === null ? null : new Float64Array(WEEK_MIN).fill(value))

/** What a device follows as it stands. Without a form, or with its program off, it holds its set points. */
export function heldProgram(form: ProgramForm | null, meaning: SlotMeaning, has: (id: string) => boolean): HeldProgram {
  const divided = meaning('time.program')
  const held = meaningAs('time.hold', meaning('time.hold')) === 'held'
  if (!form || divided === 'none' || held) {
    const [heat, cool] = [constant(figure(meaning('setpoint.heat'))), constant(figure(meaning('setpoint.cool')))]
    return { kind: 'hold', entries: [], lines: [], heat, cool, week: eventsOfLanes(heat, cool) }
  }
  if (form.shape === 'actions')
    return { kind: 'actions', entries: [], lines: actionsHeld(form, meaning), heat: null, cool: null, week: [] }
  if (form.shape === 'timer')
    return { kind: 'timer', entries: [], lines: [], heat: null, cool: null, week: timerEvents(form, divided, meaning) }
  const entries = periodsHeld(form, divided, meaning, has)
  const [heat, cool] = (['heat', 'cool'] as const).map((channel) =>
    laneOfProgram(channelGroups(form, divided, entries, channel), channel),
  ) as [Float64Array | null, Float64Array | null]
  return { kind: 'periods', entries, lines: [], heat, cool, week: eventsOfLanes(heat, cool) }
}

function timerEvents(form: ProgramForm, divided: string | null, meaning: SlotMeaning): TimeEvent[] {
  const out: TimeEvent[] = []
  for (const [group, [first, last]] of (groupsOf(form, divided) ?? []).entries()) {
    const days = Array.from({ length: last - first + 1 }, (_, i) => first + i)
    for (let pair = 0; pair < form.count; pair += 1)
      for (const action of ['on', 'off'] as const) {
        const startMin = figure(meaning(slotId(action, group, pair)))
        if (startMin !== null && startMin < DAY_MIN) out.push({ startMin, days, action, heatF: null, coolF: null })
      }
  }
  return out
}

/** A held program as one that can be walked through, in a zone of time. */
export const walkable = (held: HeldProgram, zone: string): Program => ({
  zone,
  week: held.week,
  seasons: [],
  exceptions: [],
  holidays: null,
  actions: held.lines.map(({ action, atMin, days, from, to, heatF, coolF }) => ({
    range: { yearly: true as const, fromMonthDay: monthDay(from), toMonthDay: monthDay(to) },
    event: { startMin: atMin, days, action, heatF: action === 'set' ? heatF : null, coolF: action === 'set' ? coolF : null },
  })),
})
const monthDay = (ordinal: number): number => {
  const { month, day } = dateOfYear(ordinal)
  return month * 100 + day
}

/** What a device's periods can hold, from its own settings; null where it has none for either channel. */
export function holdingOf(
  form: ProgramForm,
  divided: string | null,
  setting: (id: string) => DeviceSetting | null,
  leastGapF: number | null,
): ProgramHolding | null {
  const groups = groupsOf(form, divided)
  if (form.shape !== 'periods' || !groups) return null
  const range = (channel: ProgramChannel) => {
    const of = setting(slotId(`${channel}-set`, 0, 0))
    const offered = of ? numbersOffered(of) : []
    const [low, high] = [offered[0], offered.at(-1)]
    return low === undefined || high === undefined ? null : { lowF: low, highF: high, stepF: (offered[1] ?? low + 1) - low }
  }
  const [heat, cool] = [range('heat'), range('cool')]
  const start = setting(slotId(form.starts === 'separate' ? (heat ? 'heat-start' : 'cool-start') : 'start', 0, 0))
  if (!(heat || cool) || !start?.range) return null
  return {
    groups,
    periodsPerDay: form.count,
    timeStepMin: start.range.step,
    setStepF: Math.round(1000 * (heat ?? cool ?? { stepF: 1 }).stepF) / 1000,
    heat,
    cool,
    starts: form.starts ?? 'common',
    leastGapF,
  }
}

/** Meanings of every place of a program, from lists of periods. Periods that are not needed are switched off, or repeat the last. */
export function slotMeanings(
  form: ProgramForm,
  programs: readonly { channel: ProgramChannel | 'both'; groups: readonly ProgramGroup[] }[],
  canBeOff: boolean,
  stepMin: number,
): Map<string, string> {
  const out = new Map<string, string>()
  for (const { channel, groups } of programs)
    for (const [g, { periods }] of groups.entries()) {
      const all = canBeOff ? periods : filled(periods, form.count, stepMin)
      for (let p = 0; p < form.count; p += 1) {
        const period = all[p]
        // Common starts with one channel alone are common starts all the same.
        const startField = form.starts === 'separate' && channel !== 'both' ? (`${channel}-start` as const) : 'start'
        if (period) out.set(slotId(startField, g, p), String(period.startMin))
        else if (canBeOff) out.set(slotId(startField, g, p), 'off')
        if (!period) continue
        if (period.heatF !== null) out.set(slotId('heat-set', g, p), String(period.heatF))
        if (period.coolF !== null) out.set(slotId('cool-set', g, p), String(period.coolF))
      }
    }
  return out
}

/** As many periods as the device always has: those too many say again what is in force. Fewer where no step is left for them. */
function filled(periods: readonly ProgramGroup['periods'][number][], count: number, stepMin: number): ProgramGroup['periods'] {
  const out = [...periods]
  while (out.length < count) {
    // After the period with the most room behind it.
    let best = 0
    const room = (i: number) => (out[i + 1]?.startMin ?? DAY_MIN) - (out[i]?.startMin ?? 0)
    for (let i = 1; i < out.length; i += 1) if (room(i) >= room(best)) best = i
    const before = out[best]
    if (!before || room(best) <= stepMin) return out
    const startMin = before.startMin + Math.max(stepMin, Math.floor(room(best) / 2 / stepMin) * stepMin)
    out.splice(best + 1, 0, { ...before, startMin })
  }
  return out
}

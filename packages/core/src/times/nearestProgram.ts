import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { WEEK_MIN } from './weekLanes.ts'

const DAY_MIN = 1440
/** Set points are counted in thousandths of a degree: costs are whole numbers then, and equal ones are equal. */
const MILLI = 1000
/** A cost times this, plus starts: one number that orders by cost first. More than any device has starts in a week. */
const PER_START = 1024
const NEVER = Number.POSITIVE_INFINITY

export type ProgramChannel = 'heat' | 'cool'
export interface SetPointRange {
  lowF: number
  highF: number
}

/** What a controller can hold of a week. */
export interface ProgramHolding {
  /** Runs of days that share a program, Monday 0, first to last, in order and together the whole week. */
  groups: readonly (readonly [first: number, last: number])[]
  periodsPerDay: number
  timeStepMin: number
  setStepF: number
  heat: SetPointRange | null
  cool: SetPointRange | null
  /** Heating and cooling share their starts (and keep a gap), or each has its own. */
  starts: 'common' | 'separate'
  leastGapF: number | null
}

export interface ProgramPeriod {
  startMin: number
  heatF: number | null
  coolF: number | null
}
export interface ProgramGroup {
  first: number
  last: number
  periods: ProgramPeriod[]
}

/** A stretch of the week, minutes from Monday 00:00, in which the device gives something else than was wanted. */
export interface LostStretch {
  channel: ProgramChannel
  startMin: number
  endMin: number
  wantedF: number
  givenF: number
}

export interface NearestProgram {
  /** One list with common starts, else one of each channel that is wanted. */
  programs: { channel: ProgramChannel | 'both'; groups: ProgramGroup[] }[]
  /** F·min over the week, both channels. */
  cost: number
  isExact: boolean
  lost: LostStretch[]
  deviatingMin: number
}

/** Wanted set points of a week, minute by minute from Monday 00:00; null: not asked for. */
export interface WantedWeek {
  heat: Float64Array | null
  cool: Float64Array | null
}

const toMilli = (value: number) => Math.round(value * MILLI)

/** The steps of a device around a value, within its range: the best of a stretch is one of these. */
class Grid {
  readonly low: number
  readonly step: number
  readonly most: number
  constructor({ lowF, highF }: SetPointRange, stepF: number) {
    this.low = toMilli(lowF)
    this.step = toMilli(stepF)
    this.most = Math.floor((toMilli(highF) - this.low) / this.step)
  }
  private at(k: number) {
    return this.low + Math.min(this.most, Math.max(0, k)) * this.step
  }
  under(value: number) {
    return this.at(Math.floor((value - this.low) / this.step))
  }
  over(value: number) {
    return this.at(Math.ceil((value - this.low) / this.step))
  }
}

/** A setting of one period: heating and cooling together, or one of them. Thousandths. */
interface Setting {
  heat: number | null
  cool: number | null
}

/**
 * The settings that a best program can be made of: |device − wanted| is convex and bends only at wanted values, so the best
 * of any stretch is a step beside one of them, or one pressed against it by the gap.
 */
function settingsOf(wanted: { heat: Int32Array | null; cool: Int32Array | null }, holding: ProgramHolding): Setting[] {
  const grids = {
    heat: holding.heat && wanted.heat ? new Grid(holding.heat, holding.setStepF) : null,
    cool: holding.cool && wanted.cool ? new Grid(holding.cool, holding.setStepF) : null,
  }
  const beside = (grid: Grid | null, lane: Int32Array | null) => {
    const out = new Set<number>()
    if (grid && lane) for (const value of new Set(lane)) out.add(grid.under(value)).add(grid.over(value))
    return out
  }
  const [heats, cools] = [beside(grids.heat, wanted.heat), beside(grids.cool, wanted.cool)]
  if (!grids.cool) return [...heats].sort((a, b) => a - b).map((heat) => ({ heat, cool: null }))
  if (!grids.heat) return [...cools].sort((a, b) => a - b).map((cool) => ({ heat: null, cool }))
  const gap = holding.leastGapF === null ? Number.NEGATIVE_INFINITY : toMilli(holding.leastGapF)
  if (Number.isFinite(gap))
    // Twice: a cooling set point that the range cuts off presses the heating one down in its turn.
    for (let round = 0; round < 2; round += 1) {
      for (const heat of [...heats]) cools.add(grids.cool.over(heat + gap))
      for (const cool of [...cools]) heats.add(grids.heat.under(cool - gap))
    }
  const out: Setting[] = []
  for (const heat of [...heats].sort((a, b) => a - b))
    for (const cool of [...cools].sort((a, b) => a - b)) if (cool - heat >= gap) out.push({ heat, cool })
  return out
}

/** Minutes of the day at which a best program of these days can start a period: the device's steps beside a wanted change. */
function startsOf(lanes: readonly Int32Array[], first: number, last: number, stepMin: number): number[] {
  const latest = Math.floor((DAY_MIN - 1) / stepMin) * stepMin
  // The first and the last step too: a period may serve only to hand its value over to the next day.
  const starts = new Set([0, latest])
  for (const lane of lanes)
    for (let minute = first * DAY_MIN; minute < (last + 1) * DAY_MIN; minute += 1) {
      if (lane[minute] === lane[(minute + WEEK_MIN - 1) % WEEK_MIN]) continue
      const ofDay = minute % DAY_MIN
      starts.add(Math.min(latest, Math.floor(ofDay / stepMin) * stepMin))
      starts.add(Math.min(latest, Math.ceil(ofDay / stepMin) * stepMin))
    }
  return [...starts].sort((a, b) => a - b)
}

/** One group of days: what each way to run it costs. Keys are costs × PER_START + starts. */
interface GroupTable {
  starts: readonly number[]
  /** Until start s on the first day, with the setting carried over from the group before: [s × settings + v]. */
  carried: Float64Array
  /** The same on the other days, carried from the group itself. */
  own: Float64Array
  /** Between the starts s and t (t = starts: midnight), all days: [(s × (starts + 1) + t) × settings + v]. */
  between: Float64Array
  /** From a period that begins at s until midnight with 1, 2, … periods, the last setting given: [count − 1][s × settings + last]. */
  rest: Float64Array[]
  /** Best of the group, [before × settings + last]. */
  best: Float64Array
}

/** What each set point of a channel costs on a day, between each start and the next. */
function channelSums(
  lane: Int32Array | null,
  settings: readonly Setting[],
  channel: ProgramChannel,
  starts: readonly number[],
  day: number,
): Map<number, Float64Array> {
  const out = new Map<number, Float64Array>()
  if (!lane) return out
  for (const { [channel]: value } of settings) {
    if (value === null || out.has(value)) continue
    const sums = new Float64Array(starts.length)
    for (let i = 0; i < starts.length; i += 1)
      for (let minute = starts[i] as number; minute < (starts[i + 1] ?? DAY_MIN); minute += 1)
        sums[i] = (sums[i] as number) + Math.abs((lane[day * DAY_MIN + minute] as number) - value)
    out.set(value, sums)
  }
  return out
}

function groupTable(
  lanes: { heat: Int32Array | null; cool: Int32Array | null },
  settings: readonly Setting[],
  [first, last]: readonly [number, number],
  holding: ProgramHolding,
): GroupTable {
  const both = [lanes.heat, lanes.cool].filter((lane) => lane !== null)
  const starts = startsOf(both, first, last, holding.timeStepMin)
  const [n, v] = [starts.length, settings.length]
  // Costs of the stretches between neighbouring starts, the first day and the others apart, summed up from midnight.
  const until = { firstDay: new Float64Array((n + 1) * v), others: new Float64Array((n + 1) * v) }
  const sumInto = (into: Float64Array, day: number) => {
    const heat = channelSums(lanes.heat, settings, 'heat', starts, day)
    const cool = channelSums(lanes.cool, settings, 'cool', starts, day)
    for (let k = 0; k < v; k += 1) {
      let sum = 0
      for (let i = 0; i < n; i += 1) {
        const [warm, cold] = [settings[k]?.heat ?? null, settings[k]?.cool ?? null]
        if (warm !== null) sum += heat.get(warm)?.[i] as number
        if (cold !== null) sum += cool.get(cold)?.[i] as number
        into[(i + 1) * v + k] = (into[(i + 1) * v + k] as number) + sum * PER_START
      }
    }
  }
  sumInto(until.firstDay, first)
  for (let day = first + 1; day <= last; day += 1) sumInto(until.others, day)

  const between = new Float64Array(n * (n + 1) * v)
  const least = new Float64Array(n * (n + 1)).fill(NEVER)
  for (let s = 0; s < n; s += 1)
    for (let t = s + 1; t <= n; t += 1)
      for (let k = 0; k < v; k += 1) {
        const whole = (list: Float64Array) => (list[t * v + k] as number) - (list[s * v + k] as number)
        const key = whole(until.firstDay) + whole(until.others) + 1
        between[(s * (n + 1) + t) * v + k] = key
        if (key < (least[s * (n + 1) + t] as number)) least[s * (n + 1) + t] = key
      }

  const one = new Float64Array(n * v)
  for (let s = 0; s < n; s += 1) for (let k = 0; k < v; k += 1) one[s * v + k] = between[(s * (n + 1) + n) * v + k] as number
  const rest = [one]
  // The cheapest of any number, for the way round; which number it is, its key says.
  const any = one.slice()
  for (let count = 2; count <= holding.periodsPerDay; count += 1) {
    const fewer = rest.at(-1) as Float64Array
    const more = new Float64Array(n * v).fill(NEVER)
    for (let s = 0; s < n; s += 1)
      for (let t = s + 1; t < n; t += 1) {
        const here = least[s * (n + 1) + t] as number
        for (let k = 0; k < v; k += 1) {
          const key = here + (fewer[t * v + k] as number)
          if (key < (more[s * v + k] as number)) more[s * v + k] = key
        }
      }
    for (let i = 0; i < any.length; i += 1) any[i] = Math.min(any[i] as number, more[i] as number)
    rest.push(more)
  }

  const best = new Float64Array(v * v).fill(NEVER)
  for (let before = 0; before < v; before += 1)
    for (let end = 0; end < v; end += 1)
      for (let s = 0; s < n; s += 1) {
        const key =
          (until.firstDay[s * v + before] as number) + (until.others[s * v + end] as number) + (any[s * v + end] as number)
        if (key < (best[before * v + end] as number)) best[before * v + end] = key
      }
  return { starts, carried: until.firstDay, own: until.others, between, rest, best }
}

/** A period as an order: its start, and the index of its setting (settings are in order of heating, then cooling). */
type Chosen = readonly [startMin: number, setting: number]

const compareLists = (a: readonly Chosen[], b: readonly Chosen[]): number => {
  for (let i = 0; i < Math.min(a.length, b.length); i += 1) {
    const [one, other] = [a[i] as Chosen, b[i] as Chosen]
    if (one[0] !== other[0]) return one[0] - other[0]
    if (one[1] !== other[1]) return one[1] - other[1]
  }
  return a.length - b.length
}

/** The smallest list of the best ones of a group, what it begins and ends with given. */
function smallestList(table: GroupTable, v: number, before: number, end: number): Chosen[] {
  const n = table.starts.length
  const key = table.best[before * v + end] as number
  // What is left after the first start, its number of periods being the starts that the key counts.
  let periods = key % PER_START
  const after = (s: number) => key - (table.carried[s * v + before] as number) - (table.own[s * v + end] as number)
  let s = 0
  while (table.rest[periods - 1]?.[s * v + end] !== after(s)) s += 1
  const out: Chosen[] = []
  for (let left = after(s); periods > 1; periods -= 1) {
    const [setting, next] = firstStep(table, v, s, end, left, periods)
    out.push([table.starts[s] as number, setting])
    left -= table.between[(s * (n + 1) + next) * v + setting] as number
    s = next
  }
  out.push([table.starts[s] as number, end])
  return out
}

/** The least setting, then the earliest next start, with which the period at s and those after it cost what is left. */
function firstStep(table: GroupTable, v: number, s: number, end: number, left: number, periods: number): [number, number] {
  const n = table.starts.length
  const fewer = table.rest[periods - 2] as Float64Array
  for (let k = 0; k < v; k += 1)
    for (let t = s + 1; t < n; t += 1)
      if ((table.between[(s * (n + 1) + t) * v + k] as number) + (fewer[t * v + end] as number) === left) return [k, t]
  throw new Error('A best program was promised and is not there.')
}

/**
 * What a way round costs at least that has group g end in setting k: its own cheapest way in, the next group's
 * cheapest way on, and the cheapest of every other.
 */
function leastThrough(tables: readonly GroupTable[], v: number): Float64Array[] {
  const all = tables.map(({ best }) => best.reduce((a, b) => Math.min(a, b), NEVER))
  const total = all.reduce((sum, one) => sum + one, 0)
  return tables.map(({ best }, g) => {
    const after = (g + 1) % tables.length
    const next = (tables[after] as GroupTable).best
    return Float64Array.from({ length: v }, (_, k) => {
      if (tables.length === 1) return best[k * v + k] as number
      let [into, onto] = [NEVER, NEVER]
      for (let other = 0; other < v; other += 1) {
        into = Math.min(into, best[other * v + k] as number)
        onto = Math.min(onto, next[k * v + other] as number)
      }
      return total - (all[g] as number) - (all[after] as number) + into + onto
    })
  })
}

/** Cheapest ways on from each group, it having ended in one of the settings that are kept, to the end of the week in `end`. */
function waysOn(tables: readonly GroupTable[], v: number, kept: readonly (readonly number[])[], end: number): Float64Array[] {
  const onwards = tables.map(() => new Float64Array(v).fill(NEVER))
  ;(onwards.at(-1) as Float64Array)[end] = 0
  for (let g = tables.length - 2; g >= 0; g -= 1) {
    const { best } = tables[g + 1] as GroupTable
    const [here, after] = [onwards[g] as Float64Array, onwards[g + 1] as Float64Array]
    const ends = g + 1 === tables.length - 1 ? [end] : (kept[g + 1] as readonly number[])
    for (const k of kept[g] as readonly number[])
      for (const next of ends) {
        const key = (best[k * v + next] as number) + (after[next] as number)
        if (key < (here[k] as number)) here[k] = key
      }
  }
  return onwards
}

/**
 * The best lists of a ring of groups, each handing its last setting to the next. For every last setting of the week the
 * cheapest way round is found from the back; of equals the smallest list, group by group. Settings through which every way is
 * dearer than one already known are left out.
 */
function bestRing(tables: readonly GroupTable[], v: number): { key: number; lists: Chosen[][] } {
  const through = leastThrough(tables, v)
  const everything = Array.from({ length: v }, (_, k) => k)
  const [first, last] = [tables[0] as GroupTable, tables.length - 1]
  const least = (k: number) => through[last]?.[k] as number
  const ends = [...everything].sort((a, b) => least(a) - least(b) || a - b)
  const round = (kept: readonly (readonly number[])[], end: number) => {
    const onwards = waysOn(tables, v, kept, end)
    const from = last === 0 ? [end] : (kept[0] as readonly number[])
    const key = from.reduce((a, k) => Math.min(a, (first.best[end * v + k] as number) + (onwards[0]?.[k] as number)), NEVER)
    return { onwards, key }
  }
  const known = round(
    tables.map(() => everything),
    ends[0] as number,
  ).key
  const kept = through.map((through) => everything.filter((k) => (through[k] as number) <= known))
  let found: { key: number; lists: Chosen[][] } | null = null
  for (const end of ends) {
    if (least(end) > (found?.key ?? known)) break
    const { onwards, key } = round(kept, end)
    if (key > (found?.key ?? known)) continue
    const lists: Chosen[][] = []
    let before = end
    let left = key
    for (const [g, table] of tables.entries()) {
      let chosen: { list: Chosen[]; k: number } | null = null
      for (const k of kept[g] as readonly number[]) {
        if ((table.best[before * v + k] as number) + (onwards[g]?.[k] as number) !== left) continue
        const list = smallestList(table, v, before, k)
        if (!chosen || compareLists(list, chosen.list) < 0) chosen = { list, k }
      }
      const { list, k } = chosen as { list: Chosen[]; k: number }
      lists.push(list)
      left = onwards[g]?.[k] as number
      before = k
    }
    if (!found || key < found.key || isSmaller(lists, found.lists)) found = { key, lists }
  }
  return found as { key: number; lists: Chosen[][] }
}

function isSmaller(a: readonly Chosen[][], b: readonly Chosen[][]): boolean {
  for (let g = 0; g < a.length; g += 1) {
    const order = compareLists(a[g] as Chosen[], b[g] as Chosen[])
    if (order !== 0) return order < 0
  }
  return false
}

/** What a program gives, minute by minute of the week: the last period goes on until the next start. Null without the channel. */
export function laneOfProgram(groups: readonly ProgramGroup[], channel: ProgramChannel): Float64Array | null {
  const value = (period: ProgramPeriod) => (channel === 'heat' ? period.heatF : period.coolF)
  const lane = new Float64Array(WEEK_MIN)
  const lastOfAll = groups.at(-1)?.periods.at(-1)
  let now = lastOfAll ? value(lastOfAll) : null
  if (now === null) return null
  for (const { first, last, periods } of groups)
    for (let day = first; day <= last; day += 1) {
      const midnight = day * DAY_MIN
      lane.fill(now, midnight, midnight + DAY_MIN)
      for (const period of periods) {
        now = value(period) ?? now
        lane.fill(now, midnight + period.startMin, midnight + DAY_MIN)
      }
    }
  return lane
}

/** Stretches in which a lane is not what was wanted, cut where either changes. */
function lostStretches(channel: ProgramChannel, wanted: Float64Array, given: Float64Array): LostStretch[] {
  const out: LostStretch[] = []
  for (let minute = 0; minute < WEEK_MIN; minute += 1) {
    const [wantedF, givenF] = [wanted[minute] as number, given[minute] as number]
    if (wantedF === givenF) continue
    const last = out.at(-1)
    if (last && last.endMin === minute && last.wantedF === wantedF && last.givenF === givenF) last.endMin = minute + 1
    else out.push({ channel, startMin: minute, endMin: minute + 1, wantedF, givenF })
  }
  return out
}

const rounded = (lane: Float64Array | null) => (lane ? Int32Array.from(lane, toMilli) : null)

/**
 * The program nearest to a wanted week that a device can hold: least Σ|device − wanted| over the week's minutes, then fewest
 * starts, then the smallest list (start, heating, cooling). Exact, no search by chance. Source: least absolute deviation, any
 * statistics text (the best constant is a weighted median); ours for the rest. Wanted set points are taken to 0.001 °F.
 * Refuses: a device that holds none of the wanted channels, has no period, or whose ranges leave no pair with its least gap.
 */
export function nearestProgram(wanted: WantedWeek, holding: ProgramHolding): Result<NearestProgram> {
  const lanes = { heat: holding.heat ? rounded(wanted.heat) : null, cool: holding.cool ? rounded(wanted.cool) : null }
  if (!(lanes.heat || lanes.cool)) return refuse('program-without-channel')
  if (holding.periodsPerDay < 1 || holding.timeStepMin < 1 || holding.setStepF <= 0) return refuse('program-without-periods')
  const both = lanes.heat !== null && lanes.cool !== null
  const parts: { channel: ProgramChannel | 'both'; heat: Int32Array | null; cool: Int32Array | null }[] =
    holding.starts === 'common' || !both
      ? [{ channel: both ? 'both' : lanes.heat ? 'heat' : 'cool', ...lanes }]
      : [
          { channel: 'heat', heat: lanes.heat, cool: null },
          { channel: 'cool', heat: null, cool: lanes.cool },
        ]
  const programs: NearestProgram['programs'] = []
  const lost: LostStretch[] = []
  let cost = 0
  for (const part of parts) {
    const settings = settingsOf(part, holding)
    if (settings.length === 0) return refuse('program-without-gap', { gap: holding.leastGapF ?? 0 })
    const tables = holding.groups.map((group) => groupTable(part, settings, group, holding))
    const { key, lists } = bestRing(tables, settings.length)
    const groups = lists.map((list, g) => {
      const [first, last] = holding.groups[g] as readonly [number, number]
      return { first, last, periods: list.map(([startMin, k]) => periodOf(startMin, settings[k] as Setting)) }
    })
    cost += Math.floor(key / PER_START) / MILLI
    programs.push({ channel: part.channel, groups })
    for (const channel of ['heat', 'cool'] as const) {
      const asked = part[channel]
      const given = asked && laneOfProgram(groups, channel)
      if (asked && given)
        lost.push(
          ...lostStretches(
            channel,
            Float64Array.from(asked, (milli) => milli / MILLI),
            given,
          ),
        )
    }
  }
  lost.sort((a, b) => a.startMin - b.startMin || (a.channel === b.channel ? 0 : a.channel === 'heat' ? -1 : 1))
  const deviatingMin = lost.reduce((sum, one) => sum + one.endMin - one.startMin, 0)
  return ok({ programs, cost, isExact: lost.length === 0, lost, deviatingMin })
}

const periodOf = (startMin: number, { heat, cool }: Setting): ProgramPeriod => ({
  startMin,
  heatF: heat === null ? null : heat / MILLI,
  coolF: cool === null ? null : cool / MILLI,
})

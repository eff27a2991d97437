import {
  actionId,
  clockText,
  DAY_TYPED,
  ENTRY_FANS,
  ENTRY_MODES,
  express,
  keptBy,
  type LostStretch,
  type NearestProgram,
  nearestProgram,
  ordinalOfYear,
  type ProgramHolding,
  type Refusal,
  readDays,
  type Show,
  sayDateOfYear,
  sayDays,
  slotId,
  slotMeanings,
} from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import type { WorkedAim } from '../stage.ts'
import { canBeOff, holdingsOf, leastGapF, settingIn, type TimesDevice, timesDevice } from './device.ts'
import { aboveGap } from './gap.ts'
import { USUAL_LEAD_MIN } from './warm.ts'
import { daysAlike, keptOf, lanesOf, sayDate, seasonOn, seasonsOf, type WeekDays, weekIn } from './week.ts'

/** Stored with every aim that was taken from here: renaming it makes old ones stand for good. */
export const TIMES_SOURCE = 'Times'

/** A search for the nearest program, as plain data: a worker can run it. */
export interface FitJob {
  key: string
  heat: Float64Array | null
  cool: Float64Array | null
  ways: { divided: string | null; holding: ProgramHolding }[]
}

export type Fit = { ok: true; divided: string | null; nearest: NearestProgram; starts: number } | { ok: false; refusal: Refusal }

/** Of the ways to divide the week the one that keeps most of what is wanted; of equals the one with the fewest starts. */
export function runFit(job: FitJob): Fit {
  let best: Fit | null = null
  let refused: Refusal | null = null
  for (const { divided, holding } of job.ways) {
    const found = nearestProgram(job, holding)
    if (!found.ok) {
      refused = found
      continue
    }
    const starts = found.value.programs.reduce((sum, { groups }) => sum + groups.reduce((n, one) => n + one.periods.length, 0), 0)
    const isBetter =
      best === null ||
      !best.ok ||
      found.value.cost < best.nearest.cost - 1e-6 ||
      (found.value.cost < best.nearest.cost + 1e-6 && starts < best.starts)
    if (isBetter) best = { ok: true, divided, nearest: found.value, starts }
  }
  return best ?? { ok: false, refusal: refused as Refusal }
}

/** What to search for on a visit; null without a week, or on a device that holds no periods. */
export function fitJobOf(v: VisitView, today: number): FitJob | null {
  const times = timesDevice(v)
  if (!times) return null
  const ways = holdingsOf(times)
  if (ways.length === 0) return null
  const wanted = lanesOf(v, seasonOn(v, today))
  // What the least gap takes is said once, in its own sentence, and is no loss of every hour besides.
  const lanes = { heat: wanted.heat, cool: aboveGap(wanted.heat, wanted.cool, leastGapF(times)) }
  // A lead of one's own is written into the program: it begins to warm so much before people are in.
  const leadMin = v.system.times.warmBy === 'lead' ? (v.system.times.leadMin ?? USUAL_LEAD_MIN) : 0
  const [heat, cool] = [withLead(lanes.heat, leadMin, 1), withLead(lanes.cool, leadMin, -1)]
  if (!heat && !cool) return null
  const points = (lane: Float64Array | null) =>
    lane ? [...lane].reduce((text, value, i) => (i === 0 || value !== lane[i - 1] ? `${text} ${i}:${value}` : text), '') : '-'
  return { key: `${points(heat)} / ${points(cool)} / ${JSON.stringify(ways)}`, heat, cool, ways }
}

/** A lane whose rises (in cooling: falls) come so much earlier. */
function withLead(lane: Float64Array | null, leadMin: number, sign: 1 | -1): Float64Array | null {
  if (!lane || leadMin === 0) return lane
  const out = Float64Array.from(lane)
  const length = lane.length
  for (let minute = 0; minute < length; minute += 1) {
    const [before, now] = [lane[(minute + length - 1) % length] as number, lane[minute] as number]
    if (sign * now <= sign * before) continue
    for (let back = 1; back <= leadMin; back += 1) {
      const at = (minute + length - back) % length
      if (sign * (out[at] as number) < sign * now) out[at] = now
    }
  }
  return out
}

/** Answers that are there already, by what was asked. */
const known = new Map<string, Fit>()
export const keepFit = (key: string, fit: Fit): void => {
  if (known.size > 30) known.clear()
  known.set(key, fit)
}
export const knownFit = (key: string): Fit | null => known.get(key) ?? null

/** The answer, worked out here if it is not there yet: for paper and tests. Screens ask a worker. */
export function fitOf(v: VisitView, today: number): Fit | null {
  const job = fitJobOf(v, today)
  if (!job) return null
  const fit = knownFit(job.key) ?? runFit(job)
  keepFit(job.key, fit)
  return fit
}

/** What a device cannot keep of a week that it holds in lines, or by a timer, in sentences. */
export interface Held {
  aims: WorkedAim[]
  lost: string[]
}

const PLAIN = { why: 'the week of the people who live with it' }

/** The nearest program as aims for every place of it. */
export function fitAims(times: TimesDevice, fit: Fit & { ok: true }): WorkedAim[] {
  const { form, rows } = times
  if (!form) return []
  const step = fit.nearest.programs.length > 0 ? stepOf(times) : 1
  const aims: WorkedAim[] = []
  if (fit.divided !== null && rows.has('time.program')) aims.push({ id: 'time.program', meaning: fit.divided, ...PLAIN })
  const most = Math.max(...fit.nearest.programs.flatMap((one) => one.groups.map((group) => group.periods.length)))
  const count = rows.get('time.periods')
  if (count) {
    const said = express(count.setting, String(Math.max(most, 2)))
    if (said.fit === 'exact') aims.push({ id: 'time.periods', meaning: String(Math.max(most, 2)), ...PLAIN })
    else if (said.fit === 'nearest') aims.push({ id: 'time.periods', meaning: String(form.count), ...PLAIN })
  }
  for (const [id, meaning] of slotMeanings(form, fit.nearest.programs, canBeOff(times), step))
    if (rows.has(id)) aims.push({ id, meaning, ...PLAIN })
  return aims
}
/** Minutes between two starts that the device can be set to. */
export function stepOf(times: TimesDevice): number {
  const setting = settingIn(times)
  return (setting('time.start.11') ?? setting('time.heat-start.11') ?? setting('time.cool-start.11'))?.range?.step ?? 1
}

/** Degrees between two set points of it. */
export const setStepOf = (times: TimesDevice): number => holdingsOf(times)[0]?.holding.setStepF ?? 1

/** What is lost: times and set points that a step of the device moved in a sentence each, then one for each run of days that lose the same. */
export function lostSaid(
  lost: readonly LostStretch[],
  { stepMin, stepF }: { stepMin: number; stepF: number },
  show: Show,
): string[] {
  const isRounded = (one: LostStretch) => Math.abs(one.givenF - one.wantedF) < stepF - 1e-6
  const rounded = Math.max(0, ...lost.filter(isRounded).map((one) => Math.abs(one.givenF - one.wantedF)))
  const moved = lost.filter((one) => !isRounded(one) && one.endMin - one.startMin < stepMin)
  const byText = new Map<string, Set<number>>()
  const words = ({ channel, wantedF, givenF }: LostStretch) =>
    `${channel === 'heat' ? 'heating' : 'cooling'} ${show('temperature', givenF)} instead of ${show('temperature', wantedF)}`
  const byTime = new Map<string, LostStretch[]>()
  for (const one of lost) {
    if (isRounded(one) || one.endMin - one.startMin < stepMin) continue
    const key = `${one.startMin} ${one.endMin}`
    byTime.set(key, [...(byTime.get(key) ?? []), one])
  }
  for (const both of byTime.values()) {
    const { startMin, endMin } = both[0] as LostStretch
    const day = Math.floor(startMin / 1440)
    const end = endMin - day * 1440 > 1440 ? endMin % 1440 : endMin - day * 1440
    const text = `${clockText(startMin % 1440)}–${clockText(end)} ${both.map(words).join(', ')}`
    byText.set(text, (byText.get(text) ?? new Set()).add(day))
  }
  const most = Math.max(0, ...moved.map((one) => one.endMin - one.startMin))
  return [
    ...(most > 0 ? [`Times are moved by up to ${most} min: it counts in steps of ${stepMin} min.`] : []),
    ...(rounded > 0.05
      ? [
          `Set points are moved by up to ${show('temperatureDifference', rounded)}: it counts in steps of ${show('temperatureDifference', stepF)}.`,
        ]
      : []),
    ...[...byText].map(([text, days]) => `${sayDays([...days])}: ${text}`),
  ]
}

/** A set of days in the sets that a device offers, the largest first. */
function coveredBy(days: readonly number[], offered: readonly number[][]): number[][] | null {
  const out: number[][] = []
  let left = new Set(days)
  for (const set of [...offered].sort((a, b) => b.length - a.length)) {
    if (left.size === 0) break
    if (set.every((day) => left.has(day))) {
      out.push(set)
      left = new Set([...left].filter((day) => !set.includes(day)))
    }
  }
  return left.size === 0 ? out : null
}

/** Parts of a year that no season takes, as first and last day, 1 to 366. */
function restOfYear(taken: readonly (readonly [number, number])[]): [number, number][] {
  const free = Array.from(
    { length: 366 },
    (_, i) => !taken.some(([from, to]) => (from <= to ? i + 1 >= from && i + 1 <= to : i + 1 >= from || i + 1 <= to)),
  )
  const out: [number, number][] = []
  for (let day = 1; day <= 366; day += 1) {
    if (!free[day - 1]) continue
    const last = out.at(-1)
    if (last && last[1] === day - 1) last[1] = day
    else out.push([day, day])
  }
  // Over New Year it is one.
  const [first, end] = [out[0], out.at(-1)]
  if (out.length > 1 && first?.[0] === 1 && end?.[1] === 366) {
    out.pop()
    first[0] = end[0]
  }
  return out
}

/** The wanted weeks as lines of a list of dated actions. */
export function actionsFit(v: VisitView, times: TimesDevice): Held {
  const { form, rows } = times
  if (form?.shape !== 'actions') return { aims: [], lost: [] }
  const kept = keptOf(v)
  const daysRow = rows.get(actionId('days', 1))
  const offered = (daysRow?.setting.values ?? []).flatMap((value) => {
    const read = readDays(daysRow?.setting.means?.[value] ?? value)
    return read.ok ? [read.days] : []
  })
  const ordinal = (text: string) => {
    const [month = 1, day = 1] = text.split('-').map(Number)
    return ordinalOfYear(month, day)
  }
  const seasons = seasonsOf(v).map((one) => ({ week: weekIn(v, one), range: [ordinal(one.from), ordinal(one.to)] as const }))
  const parts: { week: WeekDays; range: readonly [number, number] }[] = [
    ...seasons,
    ...restOfYear(seasons.map((one) => one.range)).map((range) => ({ week: weekIn(v, null), range })),
  ]
  type Line = {
    days: number[]
    startMin: number
    isOff: boolean
    heatF: number
    coolF: number
    fan: 'auto' | 'on' | null
    range: readonly [number, number]
  }
  const lines: Line[] = []
  const lost: string[] = []
  for (const { week, range } of parts) {
    const alike = new Map<string, Line>()
    for (const [day, entries] of Object.entries(week))
      for (const one of entries) {
        // A line that switches off has no set points; one lane alone goes to what is kept while nobody is in.
        const isOff = one.mode === 'off'
        const { heatF, coolF } = keptBy(one, kept)
        const fan = one.fan === 'auto' || one.fan === 'on' ? one.fan : null
        const key = `${one.startMin} ${isOff} ${heatF} ${coolF} ${fan}`
        const line = alike.get(key) ?? {
          days: [],
          startMin: one.startMin,
          isOff,
          heatF: heatF ?? kept.out.heatF,
          coolF: coolF ?? kept.out.coolF,
          fan,
          range,
        }
        line.days.push(Number(day))
        alike.set(key, line)
      }
    for (const line of alike.values()) {
      const sets = coveredBy(line.days, offered)
      for (const days of sets ?? line.days.map((day) => [day])) lines.push({ ...line, days })
    }
  }
  lines.sort((a, b) => a.range[0] - b.range[0] || (a.days[0] ?? 0) - (b.days[0] ?? 0) || a.startMin - b.startMin)
  const aims: WorkedAim[] = []
  const put = (field: Parameters<typeof actionId>[0], line: number, meaning: string) => {
    const id = actionId(field, line)
    if (rows.has(id)) aims.push({ id, meaning, ...PLAIN })
  }
  for (const [i, line] of lines.entries()) {
    const says = `${sayDays(line.days)} ${clockText(line.startMin)}, ${sayDateOfYear(line.range[0])} to ${sayDateOfYear(line.range[1])}: ${line.isOff ? 'off' : `heating ${v.show('temperature', line.heatF)}, cooling ${v.show('temperature', line.coolF)}`}`
    if (i >= form.count) {
      lost.push(`No line is left for ${says}.`)
      continue
    }
    const n = i + 1
    put('do', n, line.isOff ? 'off' : 'set')
    put('at', n, String(line.startMin))
    put('days', n, daysMeaning(line.days))
    put('from', n, String(line.range[0]))
    put('to', n, String(line.range[1]))
    if (line.fan) put('fan', n, line.fan)
    if (!line.isOff) {
      put('heat', n, String(line.heatF))
      put('cool', n, String(line.coolF))
    }
    const figures = [
      ['at', line.startMin],
      ['heat', line.heatF],
      ['cool', line.coolF],
    ] as const
    for (const [field, asked] of line.isOff ? figures.slice(0, 1) : figures) {
      const setting = settingIn(times)(actionId(field, n))
      const said = setting ? express(setting, String(asked)) : null
      if (said?.fit === 'nearest') lost.push(`Line ${n}: ${said.reason}`)
    }
  }
  for (let n = lines.length + 1; n <= form.count; n += 1) put('do', n, 'none')
  return { aims, lost: [...lost, ...modesLost(v, times), ...datedLost(v, 'actions')] }
}

/** What no program of any shape holds: days out of the usual, holidays, and, where it holds one week, the other seasons. */
export function datedLost(v: Pick<VisitView, 'system'>, shape: 'periods' | 'timer' | 'actions' | 'hold'): string[] {
  const { exceptions, lettings, times: said } = v.system
  const dated = exceptions.length + lettings.filter((one) => one.on).length
  const seasons = shape === 'actions' ? [] : seasonsOf(v).filter((one) => Object.keys(one.week).length > 0)
  return [
    ...(dated > 0
      ? [
          `It has no exceptions: ${dated === 1 ? 'one day or stretch out of the usual is' : `${dated} days or stretches out of the usual are`} left to somebody’s hand.`,
        ]
      : []),
    ...(said.holidays ? ['It has no calendar of holidays: on those days it goes on as usual.'] : []),
    ...seasons.map(
      (one) =>
        `It holds one week: the one of ${one.name || 'a season'}, ${sayDate(one.from)} to ${sayDate(one.to)}, has to be put in by hand when it begins, and the other when it ends.`,
    ),
  ]
}
/** Modes and fan speeds of the week that a device cannot follow by itself, a sentence for each. */
export function modesLost(v: Pick<VisitView, 'system' | 'show'>, { form, rows }: TimesDevice): string[] {
  const kept = keptOf(v)
  const shape = form?.shape ?? 'hold'
  const out = new Set<string>()
  const outKept = `${v.show('temperature', kept.out.heatF)} / ${v.show('temperature', kept.out.coolF)}`
  for (const week of [weekIn(v, null), ...seasonsOf(v).map((one) => weekIn(v, one))])
    for (const { days, entries } of daysAlike(week))
      for (const one of entries) {
        const at = `${sayDays(days)} ${clockText(one.startMin)}`
        if (one.mode === 'off' && shape !== 'actions' && shape !== 'timer')
          out.add(`${at}: it cannot switch itself off; it keeps what is kept while nobody is in, ${outKept}.`)
        if (one.mode === 'heat' || one.mode === 'cool')
          out.add(
            `${at}: ${ENTRY_MODES[one.mode]} is not set by its program; the other goes to what is kept while nobody is in. By hand, or not at all.`,
          )
        const isFanKept = shape === 'actions' && (one.fan === 'auto' || one.fan === 'on') && rows.has(actionId('fan', 1))
        if (one.fan && !isFanKept) out.add(`${at}: ${ENTRY_FANS[one.fan]} is not set by its program. By hand, or not at all.`)
      }
  return [...out]
}

/** A set of days in the language of roles. */
function daysMeaning(days: readonly number[]): string {
  const text = [...days].sort((a, b) => a - b).join()
  return DAY_SETS.find((one) => one.days === text)?.id ?? DAY_TYPED[days[0] ?? 0] ?? 'mo'
}
const DAY_SETS = ['daily', 'mo-fr', 'mo-sa', 'tu-fr', 'tu-sa', 'sa-su', ...DAY_TYPED].map((id) => {
  const read = readDays(id)
  return { id, days: read.ok ? read.days.join() : '' }
})

/** On while people are in, off while they are not: what a bare timer can do of a week. */
export function timerFit(v: VisitView, times: TimesDevice, today: number): Held {
  const { form, rows } = times
  if (form?.shape !== 'timer') return { aims: [], lost: [] }
  const week = weekIn(v, seasonOn(v, today))
  const divided = rows.get('time.program')
  const can = divided ? divided.setting.values.map((value) => divided.setting.means?.[value] ?? value) : []
  const groups: readonly (readonly [number, number])[] = can.includes('weekday-weekend')
    ? [
        [0, 4],
        [5, 6],
      ]
    : can.includes('week')
      ? [[0, 6]]
      : (form.groups ?? [[0, 6]])
  const aims: WorkedAim[] =
    can.length > 0 ? [{ id: 'time.program', meaning: groups.length === 2 ? 'weekday-weekend' : 'week', ...PLAIN }] : []
  const lost = ['It switches on and off and knows no set points: what it is on at is what is held.']
  const setting = settingIn(times)
  for (const [g, [first, last]] of groups.entries()) {
    // The day of the group that is most like the others of it.
    const days = Array.from({ length: last - first + 1 }, (_, i) => first + i)
    const texts = days.map((day) => JSON.stringify(week[String(day)] ?? []))
    const likest =
      days[
        texts.indexOf(
          [...texts].sort((a, b) => texts.filter((one) => one === b).length - texts.filter((one) => one === a).length)[0] ?? '',
        )
      ] ?? first
    const others = days.filter((_, i) => texts[i] !== texts[likest - first])
    if (others.length > 0) lost.push(`${sayDays(others)}: as ${sayDays([likest])}, since days of a group are alike on it.`)
    const pairs: [number, number][] = []
    const entries = week[String(likest)] ?? []
    for (const one of entries) {
      const open = pairs.at(-1)
      const isOn = one.is === 'in' && one.mode !== 'off'
      if (isOn && (!open || open[1] >= 0)) pairs.push([one.startMin, -1])
      else if (!isOn && open && open[1] < 0) open[1] = one.startMin
    }
    for (const [i, [on, off]] of pairs.entries()) {
      if (i >= form.count)
        lost.push(`${sayDays(days)}: no pair is left for ${clockText(on)} to ${off < 0 ? 'midnight' : clockText(off)}.`)
      for (const [field, at] of [
        ['on', on],
        ['off', off],
      ] as const) {
        const id = slotId(field, g, i)
        const said = at >= 0 && setting(id) ? express(setting(id) as never, String(at)) : null
        if (i < form.count && said && said.fit !== 'none') {
          aims.push({ id, meaning: String(at), ...PLAIN })
          if (said.fit === 'nearest') lost.push(said.reason)
        }
      }
    }
    for (let i = pairs.length; i < form.count; i += 1)
      for (const field of ['on', 'off'] as const) aims.push({ id: slotId(field, g, i), meaning: 'off', ...PLAIN })
  }
  return { aims, lost: [...lost, ...modesLost(v, times), ...datedLost(v, 'timer')] }
}

/** The one temperature that is nearest to a whole week: what a device that only holds can do of it. */
export function holdFit(v: VisitView, times: TimesDevice, today: number): Held {
  const lanes = lanesOf(v, seasonOn(v, today))
  const aims: WorkedAim[] = []
  const lost: string[] = []
  for (const [channel, lane] of [
    ['heat', lanes.heat],
    ['cool', lanes.cool],
  ] as const) {
    const id = `setpoint.${channel}`
    if (!lane || !times.rows.has(id)) continue
    const wanted = [...new Set(lane)].sort((a, b) => a - b)
    const cost = (value: number) => lane.reduce((sum, one) => sum + Math.abs(one - value), 0)
    const best = wanted.reduce((a, b) => (cost(b) < cost(a) - 1e-9 ? b : a))
    aims.push({ id, meaning: String(best), why: 'the temperature that is nearest to the whole week' })
    for (const one of wanted.filter((value) => value !== best))
      lost.push(
        `${channel === 'heat' ? 'Heating' : 'Cooling'} ${v.show('temperature', one)} is never set by itself: by hand, or not at all.`,
      )
  }
  return { aims, lost: [...lost, ...modesLost(v, times), ...datedLost(v, 'hold')] }
}

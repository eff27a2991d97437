import { ok, type Result } from '../result.ts'
import { RELIEF_STATES, solveCombinations, type ZoneCombinations, type ZoneFan, type ZoneNetwork } from './network.ts'

/** A branch of the duct as a person knows it. */
export interface ZoneBranch {
  name: string
  /** What it should get when open; null where nobody has said. */
  designCfm: number | null
  /** The outlet that is heard first: its speed for each cfm of the branch, and where it gets loud. */
  loudest: { name: string; fpmPerCfm: number; maxFaceFpm: number } | null
}

interface ZoneLimits {
  heaterFloorCfm: number | null
  /** Under it a cooling coil ices or the compressor is starved; from the maker. */
  coilFloorCfm: number | null
  /** Rated external static of the cabinet. */
  maxStaticInWc: number | null
}

/** Shares of the full flow that a controller asks of the blower by how many zones are open. */
export interface FanSteps {
  low: number
  mid: number
  high: number
}

export interface ZoneCase {
  network: ZoneNetwork
  branches: readonly ZoneBranch[]
  limits: ZoneLimits
  /** Null: the blower gives the same whatever is open. */
  steps: FanSteps | null
  /** The controller never closes the zone that closes last. */
  keepsLast: boolean
}

/** What can be wrong with a combination; the index is the bit in `breaks`. */
export const ZONE_BREAKS = ['heater', 'coil', 'static', 'noise', 'short', 'off-curve'] as const
export type ZoneBreak = (typeof ZONE_BREAKS)[number]

export interface ZoneJudgement extends ZoneCombinations {
  /** The worst face speed of a combination, and its branch (255: none). */
  faceFpm: Float64Array
  loudestBranch: Uint8Array
  /** Bits by `ZONE_BREAKS`. */
  breaks: Uint8Array
  /** How far beyond the furthest limit, as a share of it; 0: all is well. */
  severity: Float64Array
  /** Combination numbers, the worst first; those that cannot come about are left out. */
  order: Uint32Array
  /** How many of `order` break something. */
  bad: number
}

/** An open zone that gets less than this of its design is short of air. */
const SHORT_SHARE = 0.8

/** Which step a controller takes: all open, half or more, fewer. */
export const stepOf = (open: number, zones: number): keyof FanSteps =>
  open >= zones ? 'high' : open * 2 >= zones ? 'mid' : 'low'

export function bits(mask: number): number {
  let count = 0
  for (let rest = mask; rest > 0; rest &= rest - 1) count += 1
  return count
}

/** A fan that is asked for a share of its full speed. Source: fan laws, flow ∝ n, pressure ∝ n². */
const fanAtShare = (fan: ZoneFan, share: number): ZoneFan =>
  fan.kind === 'constant-airflow'
    ? { ...fan, setCfm: fan.setCfm * share }
    : {
        kind: 'curve',
        flowsCfm: fan.flowsCfm.map((one) => one * share),
        staticsInWc: fan.staticsInWc.map((one) => one * share * share),
      }

/**
 * Solves every combination and holds it against its limits.
 * Sources: `solveCombinations`; limits as given. Bit i of a number is zone i + 1; an always-open zone is open in all, and
 * its bit only doubles rows, so those are left out of the order.
 */
export function judgeZones(of: ZoneCase): Result<ZoneJudgement> {
  const { network, branches, limits, steps } = of
  const zones = network.branchResistances.length
  const solved = steps ? inSteps(network, steps) : solveCombinations(network)
  if (!solved.ok) return solved
  const all = solved.value
  const count = all.totalCfm.length
  const faceFpm = new Float64Array(count)
  const loudestBranch = new Uint8Array(count).fill(255)
  const breaks = new Uint8Array(count)
  const severity = new Float64Array(count)
  const always = network.alwaysOpen.reduce((mask, zone) => mask | (1 << zone), 0)
  const closable = zones - bits(always)
  const rows: number[] = []
  for (let mask = 0; mask < count; mask += 1) {
    // One row for each combination that can come about.
    if ((mask & always) !== always) continue
    if (of.keepsLast && closable > 0 && (mask & ~always) === 0) continue
    rows.push(mask)
    const total = all.totalCfm[mask] as number
    if (Number.isNaN(total)) {
      breaks[mask] = 1 << ZONE_BREAKS.indexOf('off-curve')
      severity[mask] = 1
      continue
    }
    let worst = 0
    let broken = 0
    const judge = (bit: number, beyond: number) => {
      if (beyond <= 1e-9) return
      broken |= 1 << bit
      if (beyond > worst) worst = beyond
    }
    if (limits.heaterFloorCfm !== null) judge(0, 1 - total / limits.heaterFloorCfm)
    if (limits.coilFloorCfm !== null) judge(1, 1 - total / limits.coilFloorCfm)
    if (limits.maxStaticInWc !== null) judge(2, (all.fanInWc[mask] as number) / limits.maxStaticInWc - 1)
    let loudestRatio = 0
    for (let i = 0; i < zones; i += 1) {
      const flow = all.zoneCfm[mask * zones + i] as number
      const branch = branches[i]
      const loudest = branch?.loudest
      if (loudest && (flow * loudest.fpmPerCfm) / loudest.maxFaceFpm > loudestRatio) {
        loudestRatio = (flow * loudest.fpmPerCfm) / loudest.maxFaceFpm
        faceFpm[mask] = flow * loudest.fpmPerCfm
        loudestBranch[mask] = i
      }
      if (branch?.designCfm && mask & (1 << i)) judge(4, SHORT_SHARE - flow / branch.designCfm)
    }
    judge(3, loudestRatio - 1)
    breaks[mask] = broken
    severity[mask] = worst
  }
  const order = Uint32Array.from(rows).sort(
    (a, b) => (severity[b] as number) - (severity[a] as number) || bits(a) - bits(b) || a - b,
  )
  let bad = 0
  for (const mask of order) if (breaks[mask] !== 0) bad += 1
  return ok({ ...all, faceFpm, loudestBranch, breaks, severity, order, bad })
}

/** Each combination with the fan at the step that it calls for. */
function inSteps(network: ZoneNetwork, steps: FanSteps): Result<ZoneCombinations> {
  const zones = network.branchResistances.length
  const always = network.alwaysOpen.reduce((mask, zone) => mask | (1 << zone), 0)
  const closable = zones - bits(always)
  const solved = {} as Record<keyof FanSteps, ZoneCombinations>
  for (const step of ['low', 'mid', 'high'] as const) {
    const one = solveCombinations({ ...network, fan: fanAtShare(network.fan, steps[step]) })
    if (!one.ok) return one
    solved[step] = one.value
  }
  const out = solved.high
  for (let mask = 0; mask < out.totalCfm.length; mask += 1) {
    const from = solved[stepOf(bits(mask & ~always), closable)]
    if (from === out) continue
    for (const key of ['totalCfm', 'plenumInWc', 'fanInWc', 'reliefCfm'] as const) out[key][mask] = from[key][mask] as number
    out.reliefState[mask] = from.reliefState[mask] as number
    for (let i = 0; i < zones; i += 1) out.zoneCfm[mask * zones + i] = from.zoneCfm[mask * zones + i] as number
  }
  return ok(out)
}

/** One combination as plain values, for a row that is shown. */
export function combinationOf(judged: ZoneJudgement, mask: number) {
  const { zones } = judged
  const broken = judged.breaks[mask] as number
  return {
    mask,
    totalCfm: judged.totalCfm[mask] as number,
    fanInWc: judged.fanInWc[mask] as number,
    plenumInWc: judged.plenumInWc[mask] as number,
    reliefCfm: judged.reliefCfm[mask] as number,
    relief: RELIEF_STATES[judged.reliefState[mask] as number] ?? 'closed',
    zoneCfm: Array.from(judged.zoneCfm.subarray(mask * zones, (mask + 1) * zones)),
    faceFpm: judged.faceFpm[mask] as number,
    loudestBranch: judged.loudestBranch[mask] === 255 ? null : (judged.loudestBranch[mask] as number),
    breaks: ZONE_BREAKS.filter((_, i) => broken & (1 << i)),
    severity: judged.severity[mask] as number,
  }
}
export type ZoneCombination = ReturnType<typeof combinationOf>

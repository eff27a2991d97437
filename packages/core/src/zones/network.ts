import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

/** What drives the air: a measured curve, or a motor that holds its flow up to a static. */
export type ZoneFan =
  | { kind: 'curve'; flowsCfm: readonly number[]; staticsInWc: readonly number[] }
  | { kind: 'constant-airflow'; setCfm: number; maxStaticInWc: number }

/** A common duct, then branches side by side: pᵢ = Rᵢ·Qᵢ². Resistances in in.wc per cfm². */
export interface ZoneNetwork {
  commonResistance: number
  branchResistances: readonly number[]
  /** Branches that never close, from 0. */
  alwaysOpen: readonly number[]
  /** What a closed damper still lets through, as a share of what it lets through open; absent: nothing. */
  closedShare?: number
  fan: ZoneFan
  /** A damper that opens at a static of the plenum; `resistance` of it fully open, absent: it takes whatever comes. */
  relief?: { opensAtInWc: number; resistance?: number }
}

export const RELIEF_STATES = ['closed', 'modulating', 'open'] as const

/** Every combination of a network, by its number (zone 1 is bit 0). Flows of zones lie one combination after another. */
export interface ZoneCombinations {
  zones: number
  /** Not a number where the fan's curve never meets the duct. */
  totalCfm: Float64Array
  plenumInWc: Float64Array
  fanInWc: Float64Array
  reliefCfm: Float64Array
  /** Index into `RELIEF_STATES`. */
  reliefState: Uint8Array
  zoneCfm: Float64Array
}

const MOST_ZONES = 12

const emptyCombinations = (zones: number): ZoneCombinations => ({
  zones,
  totalCfm: new Float64Array(2 ** zones),
  plenumInWc: new Float64Array(2 ** zones),
  fanInWc: new Float64Array(2 ** zones),
  reliefCfm: new Float64Array(2 ** zones),
  reliefState: new Uint8Array(2 ** zones),
  zoneCfm: new Float64Array(zones * 2 ** zones),
})

/** The duct without its branches, as the loops below use it. Without a relief it never opens. */
interface Common {
  resistance: number
  opensAt: number
  rootAt: number
  /** cfm per root of in.wc that the relief lets through fully open: nothing, some, or whatever comes. */
  reliefPass: number
}

/**
 * Solves every open and closed combination of up to twelve zones. What the duct asks of the fan rises with the flow in at
 * most three pieces, each a·Q² + b: relief closed, holding its static, fully open. The fan falls in straight pieces: each
 * crossing is a quadratic, so nothing is iterated. Each step is one loop over all combinations with plain local numbers and
 * allocates nothing: objects in the loop cost three times as much.
 * Sources: parallel branches p = R·Q²; the crossing of fan curve and duct curve.
 * @param into answers of an earlier network with as many zones, to be written over
 */
export function solveCombinations(network: ZoneNetwork, into?: ZoneCombinations): Result<ZoneCombinations> {
  const doubt = networkDoubt(network)
  if (doubt) return doubt
  const zones = network.branchResistances.length
  const out = into?.zones === zones ? into : emptyCombinations(zones)
  const { relief, fan, closedShare = 0 } = network
  const common: Common = {
    resistance: network.commonResistance,
    opensAt: relief ? relief.opensAtInWc : Number.POSITIVE_INFINITY,
    rootAt: relief ? Math.sqrt(relief.opensAtInWc) : Number.POSITIVE_INFINITY,
    reliefPass: relief ? (relief.resistance === undefined ? Number.POSITIVE_INFINITY : 1 / Math.sqrt(relief.resistance)) : 0,
  }
  const always = network.alwaysOpen.reduce((mask, zone) => mask | (1 << zone), 0)
  // cfm per root of in.wc that a branch lets through, open and closed.
  const opened = Float64Array.from(network.branchResistances, (one) => 1 / Math.sqrt(one))
  const closed = opened.map((one, i) => (always & (1 << i) ? one : one * closedShare))
  const passes = passOfEach(opened, closed)
  if (fan.kind === 'curve') flowsOnCurve(fan.flowsCfm, fan.staticsInWc, common, passes, out.totalCfm)
  else flowsHeld(fan.setCfm, fan.maxStaticInWc, common, passes, out.totalCfm)
  staticsOf(common, passes, fan.kind === 'curve' ? (fan.staticsInWc[0] as number) : fan.maxStaticInWc, out)
  zoneFlows(opened, closed, always, out)
  return ok(out)
}

/** What all branches of a combination let through: that of the combination without its lowest open zone, and that zone. */
function passOfEach(opened: Float64Array, closed: Float64Array): Float64Array {
  const passes = new Float64Array(2 ** opened.length)
  passes[0] = closed.reduce((a, b) => a + b, 0)
  for (let mask = 1; mask < passes.length; mask += 1) {
    const rest = mask & (mask - 1)
    const i = 31 - Math.clz32(mask ^ rest)
    passes[mask] = (passes[rest] as number) + (opened[i] as number) - (closed[i] as number)
  }
  return passes
}

/** The flow at which a·Q² + b = c + m·Q, with m ≤ 0 and c ≥ b; in the form that stands a duct of hardly any resistance. */
const crossing = (a: number, b: number, m: number, c: number): number => (2 * (c - b)) / (Math.sqrt(m * m + 4 * a * (c - b)) - m)

/**
 * What the open branches must let through at least, so that the duct asks for less than a static at a flow; worked out
 * once for each point of a curve. Infinite where no duct would do.
 */
function passNeeded(flow: number, staticInWc: number, { resistance, opensAt, reliefPass }: Common): number {
  const left = staticInWc - resistance * flow * flow
  if (left <= 0) return Number.POSITIVE_INFINITY
  const all = flow / Math.sqrt(left)
  return left > opensAt ? all - reliefPass : all
}

/** Where a falling curve of straight pieces meets what each duct asks; not a number where it does not. */
function flowsOnCurve(
  flowsCfm: readonly number[],
  staticsInWc: readonly number[],
  common: Common,
  passes: Float64Array,
  into: Float64Array,
): void {
  const { resistance, opensAt, rootAt, reliefPass } = common
  const flows = Float64Array.from(flowsCfm)
  const last = flows.length - 1
  const needs = flows.map((flow, i) => passNeeded(flow, staticsInWc[i] as number, common))
  const slopes = new Float64Array(last)
  const at0s = new Float64Array(last)
  for (let i = 0; i < last; i += 1) {
    const y0 = staticsInWc[i] as number
    slopes[i] = ((staticsInWc[i + 1] as number) - y0) / ((flows[i + 1] as number) - (flows[i] as number))
    at0s[i] = y0 - (slopes[i] as number) * (flows[i] as number)
  }
  const [leastPass, mostPass] = [needs[0] as number, needs[last] as number]
  const shutFlow = flows[0] === 0 ? 0 : Number.NaN
  // A relief that is set above what the fan can make at all stays shut.
  const relieves = reliefPass > 0 && opensAt < (staticsInWc[0] as number)
  for (let mask = 0; mask < passes.length; mask += 1) {
    const pass = passes[mask] as number
    // Everything shut and nothing that relieves: no flow, at the static where the curve begins.
    if (pass === 0 && !relieves) {
      into[mask] = shutFlow
      continue
    }
    if (pass < leastPass || pass > mostPass) {
      into[mask] = Number.NaN
      continue
    }
    let piece = 0
    while (piece < last - 1 && pass > (needs[piece + 1] as number)) piece += 1
    const slope = slopes[piece] as number
    const at0 = at0s[piece] as number
    const end = flows[piece + 1] as number
    const holdFrom = reliefPass === 0 ? Number.POSITIVE_INFINITY : pass * rootAt
    const openFrom = reliefPass === 0 ? Number.POSITIVE_INFINITY : (pass + reliefPass) * rootAt
    // Which of the duct's three pieces: the first whose end asks for more than the fan brings there.
    if (holdFrom >= end || (holdFrom > 0 && resistance * holdFrom * holdFrom + opensAt >= at0 + slope * holdFrom))
      into[mask] = crossing(resistance + 1 / (pass * pass), 0, slope, at0)
    else if (openFrom >= end || resistance * openFrom * openFrom + opensAt >= at0 + slope * openFrom)
      into[mask] = crossing(resistance, opensAt, slope, at0)
    else into[mask] = crossing(resistance + 1 / ((pass + reliefPass) * (pass + reliefPass)), 0, slope, at0)
  }
}

/** A motor that holds its flow while the duct asks for no more than it can bring, and its static beyond. */
function flowsHeld(setCfm: number, maxStatic: number, common: Common, passes: Float64Array, into: Float64Array): void {
  const { resistance, opensAt, rootAt, reliefPass } = common
  // Static that is left for the plenum at the flow that is set.
  const left = maxStatic - resistance * setCfm * setCfm
  const needed = passNeeded(setCfm, maxStatic, common)
  for (let mask = 0; mask < passes.length; mask += 1) {
    const pass = passes[mask] as number
    if (pass === 0 && reliefPass === 0) into[mask] = 0
    else if (left > 0 && pass >= needed) into[mask] = setCfm
    else {
      const holdFrom = reliefPass === 0 ? Number.POSITIVE_INFINITY : pass * rootAt
      const openFrom = reliefPass === 0 ? Number.POSITIVE_INFINITY : (pass + reliefPass) * rootAt
      if (holdFrom > 0 && resistance * holdFrom * holdFrom + opensAt >= maxStatic)
        into[mask] = Math.sqrt(maxStatic / (resistance + 1 / (pass * pass)))
      else if (resistance * openFrom * openFrom + opensAt >= maxStatic)
        into[mask] = resistance === 0 ? setCfm : Math.sqrt(Math.max(maxStatic - opensAt, 0) / resistance)
      else into[mask] = Math.sqrt(maxStatic / (resistance + 1 / ((pass + reliefPass) * (pass + reliefPass))))
    }
  }
}

/** Statics and relief at the flows that were found. */
function staticsOf(common: Common, passes: Float64Array, shutInWc: number, out: ZoneCombinations): void {
  const { resistance, opensAt, rootAt, reliefPass } = common
  const { totalCfm, plenumInWc, fanInWc, reliefCfm, reliefState } = out
  for (let mask = 0; mask < passes.length; mask += 1) {
    const pass = passes[mask] as number
    const total = totalCfm[mask] as number
    const holdFrom = reliefPass === 0 ? Number.POSITIVE_INFINITY : pass * rootAt
    const openFrom = reliefPass === 0 ? Number.POSITIVE_INFINITY : (pass + reliefPass) * rootAt
    const state = total <= holdFrom ? 0 : total <= openFrom ? 1 : 2
    const through = state === 0 ? total / pass : total / (pass + reliefPass)
    const plenum = state === 1 ? opensAt : pass === 0 && state === 0 ? shutInWc : through * through
    plenumInWc[mask] = plenum
    fanInWc[mask] = plenum + resistance * total * total
    reliefState[mask] = state
    reliefCfm[mask] = state === 0 ? 0 : total - pass * Math.sqrt(plenum)
  }
}

function zoneFlows(opened: Float64Array, closed: Float64Array, always: number, out: ZoneCombinations): void {
  const { zones, plenumInWc, zoneCfm } = out
  const leaks = closed.some((one) => one > 0)
  zoneCfm.fill(0)
  for (let mask = 0; mask < plenumInWc.length; mask += 1) {
    const at = mask * zones
    const root = Math.sqrt(plenumInWc[mask] as number)
    if (leaks) for (let i = 0; i < zones; i += 1) zoneCfm[at + i] = (closed[i] as number) * root
    for (let rest = mask | always; rest > 0; rest &= rest - 1) {
      const i = 31 - Math.clz32(rest & -rest)
      zoneCfm[at + i] = (opened[i] as number) * root
    }
  }
}

function networkDoubt({ branchResistances, commonResistance, alwaysOpen, closedShare, fan, relief }: ZoneNetwork) {
  const zones = branchResistances.length
  if (zones < 1 || zones > MOST_ZONES) return refuse('too-many-zones', { zones, mostZones: MOST_ZONES })
  const bad = branchResistances.findIndex((one) => !(one > 0) || !Number.isFinite(one))
  if (bad >= 0) return refuse('zone-without-resistance', { zone: bad + 1 })
  if (!(commonResistance >= 0)) return refuse('common-duct-below-nothing')
  if (alwaysOpen.some((one) => !Number.isInteger(one) || one < 0 || one >= zones)) return refuse('no-such-branch')
  if (closedShare !== undefined && !(closedShare >= 0 && closedShare <= 1)) return refuse('closed-share-out-of-range')
  if (relief && !(relief.opensAtInWc > 0)) return refuse('relief-at-nothing')
  if (fan.kind === 'constant-airflow') return fan.setCfm > 0 && fan.maxStaticInWc > 0 ? null : refuse('fan-holds-nothing')
  const { flowsCfm, staticsInWc } = fan
  if (flowsCfm.length < 2 || flowsCfm.length !== staticsInWc.length) return refuse('fan-curve-too-short')
  for (let i = 1; i < flowsCfm.length; i += 1)
    if ((flowsCfm[i] ?? 0) <= (flowsCfm[i - 1] ?? 0) || (staticsInWc[i] ?? 0) > (staticsInWc[i - 1] ?? 0))
      return refuse('fan-curve-goes-back', { flowCfm: flowsCfm[i] ?? 0 })
  return null
}

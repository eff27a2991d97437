import { ok, type Result, refuse } from '../result.ts'

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

/**
 * Solves every open and closed combination of up to twelve zones. What the duct asks rises with the flow in at most three
 * pieces, each a·Q² + b (relief closed, holding, fully open); the fan falls in straight pieces: each crossing is a
 * quadratic, so nothing is iterated. Allocates nothing per combination.
 * Sources: parallel branches p = R·Q²; the crossing of fan curve and duct curve.
 */
export function solveCombinations(network: ZoneNetwork): Result<ZoneCombinations> {
  const doubt = networkDoubt(network)
  if (doubt) return doubt
  const zones = network.branchResistances.length
  const count = 2 ** zones
  const out: ZoneCombinations = {
    zones,
    totalCfm: new Float64Array(count),
    plenumInWc: new Float64Array(count),
    fanInWc: new Float64Array(count),
    reliefCfm: new Float64Array(count),
    reliefState: new Uint8Array(count),
    zoneCfm: new Float64Array(count * zones),
  }
  // cfm per root of in.wc that a branch lets through.
  const passes = Float64Array.from(network.branchResistances, (one) => 1 / Math.sqrt(one))
  const always = network.alwaysOpen.reduce((mask, zone) => mask | (1 << zone), 0)
  const { commonResistance, fan, relief } = network
  const opensAt = relief ? relief.opensAtInWc : Number.POSITIVE_INFINITY
  const reliefPass = relief ? (relief.resistance === undefined ? Number.POSITIVE_INFINITY : 1 / Math.sqrt(relief.resistance)) : 0
  const flows = fan.kind === 'curve' ? Float64Array.from(fan.flowsCfm) : new Float64Array(0)
  const statics = fan.kind === 'curve' ? Float64Array.from(fan.staticsInWc) : new Float64Array(0)
  const setCfm = fan.kind === 'curve' ? 0 : fan.setCfm
  const maxStatic = fan.kind === 'curve' ? 0 : fan.maxStaticInWc
  for (let mask = 0; mask < count; mask += 1) {
    let pass = 0
    const open = mask | always
    for (let i = 0; i < zones; i += 1) if (open & (1 << i)) pass += passes[i] as number
    // Where the relief begins to open, and where it is fully open.
    const holdFrom = pass * Math.sqrt(opensAt)
    const openFrom = holdFrom + reliefPass * Math.sqrt(opensAt)
    const total =
      fan.kind === 'curve'
        ? onCurve(flows, statics, commonResistance, pass, reliefPass, opensAt, holdFrom, openFrom)
        : heldFlow(setCfm, maxStatic, commonResistance, pass, reliefPass, opensAt, holdFrom, openFrom)
    const state = !relief || total <= holdFrom ? 0 : total <= openFrom ? 1 : 2
    const shut = pass === 0 && state === 0
    const plenum = shut
      ? fan.kind === 'curve'
        ? (statics[0] as number)
        : maxStatic
      : plenumAt(total, pass, reliefPass, opensAt, state)
    out.totalCfm[mask] = total
    out.plenumInWc[mask] = plenum
    out.fanInWc[mask] = plenum + commonResistance * total * total
    out.reliefState[mask] = state
    const root = Math.sqrt(plenum)
    out.reliefCfm[mask] = state === 0 ? 0 : total - pass * root
    for (let i = 0; i < zones; i += 1) out.zoneCfm[mask * zones + i] = open & (1 << i) ? (passes[i] as number) * root : 0
  }
  return ok(out)
}

function plenumAt(flow: number, pass: number, reliefPass: number, opensAt: number, state: number): number {
  if (state === 1) return opensAt
  const through = flow / (state === 0 ? pass : pass + reliefPass)
  return through * through
}

/** What the fan has to bring at a flow. */
function asked(
  flow: number,
  common: number,
  pass: number,
  reliefPass: number,
  opensAt: number,
  holdFrom: number,
  openFrom: number,
): number {
  const state = flow <= holdFrom ? 0 : flow <= openFrom ? 1 : 2
  if (state === 0 && pass === 0) return flow === 0 ? 0 : Number.POSITIVE_INFINITY
  return common * flow * flow + plenumAt(flow, pass, reliefPass, opensAt, state)
}

/** Where a falling curve of straight pieces meets what the duct asks; not a number where it does not. */
function onCurve(
  flows: Float64Array,
  statics: Float64Array,
  common: number,
  pass: number,
  reliefPass: number,
  opensAt: number,
  holdFrom: number,
  openFrom: number,
): number {
  const last = flows.length - 1
  // Everything shut and nothing that relieves: no flow, at the static where the curve begins.
  if (pass === 0 && reliefPass === 0) return flows[0] === 0 ? 0 : Number.NaN
  if (asked(flows[0] as number, common, pass, reliefPass, opensAt, holdFrom, openFrom) > (statics[0] as number)) return Number.NaN
  if (asked(flows[last] as number, common, pass, reliefPass, opensAt, holdFrom, openFrom) < (statics[last] as number))
    return Number.NaN
  let piece = 0
  while (
    piece < last - 1 &&
    asked(flows[piece + 1] as number, common, pass, reliefPass, opensAt, holdFrom, openFrom) < (statics[piece + 1] as number)
  )
    piece += 1
  const [x0, x1] = [flows[piece] as number, flows[piece + 1] as number]
  const [y0, y1] = [statics[piece] as number, statics[piece + 1] as number]
  const slope = (y1 - y0) / (x1 - x0)
  const at0 = y0 - slope * x0
  // The duct's piece: the first one whose end asks for more than the fan brings there.
  const brings = (flow: number): number => at0 + slope * flow
  const through = pass + reliefPass
  if (
    holdFrom >= x1 ||
    (holdFrom > 0 && asked(holdFrom, common, pass, reliefPass, opensAt, holdFrom, openFrom) >= brings(holdFrom))
  )
    return crossing(common + 1 / (pass * pass), 0, slope, at0)
  if (openFrom >= x1 || asked(openFrom, common, pass, reliefPass, opensAt, holdFrom, openFrom) >= brings(openFrom))
    return crossing(common, opensAt, slope, at0)
  return crossing(common + 1 / (through * through), 0, slope, at0)
}

/** The flow at which a·Q² + b = c + m·Q, with m ≤ 0 and c ≥ b; in the form that stands a duct of hardly any resistance. */
const crossing = (a: number, b: number, m: number, c: number): number => (2 * (c - b)) / (Math.sqrt(m * m + 4 * a * (c - b)) - m)

/** A motor that holds its flow while the duct asks for no more than it can bring, and its static beyond. */
function heldFlow(
  setCfm: number,
  maxStatic: number,
  common: number,
  pass: number,
  reliefPass: number,
  opensAt: number,
  holdFrom: number,
  openFrom: number,
): number {
  if (asked(setCfm, common, pass, reliefPass, opensAt, holdFrom, openFrom) <= maxStatic) return setCfm
  if (pass === 0 && reliefPass === 0) return 0
  if (holdFrom > 0 && asked(holdFrom, common, pass, reliefPass, opensAt, holdFrom, openFrom) >= maxStatic)
    return Math.sqrt(maxStatic / (common + 1 / (pass * pass)))
  if (asked(openFrom, common, pass, reliefPass, opensAt, holdFrom, openFrom) >= maxStatic)
    return common === 0 ? setCfm : Math.sqrt(Math.max(maxStatic - opensAt, 0) / common)
  const through = pass + reliefPass
  return Math.sqrt(maxStatic / (common + 1 / (through * through)))
}

function networkDoubt({ branchResistances, commonResistance, alwaysOpen, fan, relief }: ZoneNetwork) {
  const zones = branchResistances.length
  if (zones < 1 || zones > MOST_ZONES)
    return refuse(`${zones} zones cannot be combined here.`, `It works for 1 to ${MOST_ZONES} zones.`)
  const bad = branchResistances.findIndex((one) => !(one > 0) || !Number.isFinite(one))
  if (bad >= 0)
    return refuse(`Zone ${bad + 1} has no resistance.`, 'Measure its flow and the static before it; no outlets is no zone.')
  if (!(commonResistance >= 0))
    return refuse('The common duct has a resistance below nothing.', 'Look at the signs of the probes.')
  if (alwaysOpen.some((one) => !Number.isInteger(one) || one < 0 || one >= zones))
    return refuse('A branch that is always open is none of the zones.', 'Choose among the zones.')
  if (relief && !(relief.opensAtInWc > 0)) return refuse('The relief opens at no static.', 'Enter the static at which it opens.')
  if (fan.kind === 'constant-airflow')
    return fan.setCfm > 0 && fan.maxStaticInWc > 0
      ? null
      : refuse('The fan has no flow or no static that it holds.', 'Take both from its table.')
  const { flowsCfm, staticsInWc } = fan
  if (flowsCfm.length < 2 || flowsCfm.length !== staticsInWc.length)
    return refuse('A fan curve needs two points or more, each with its flow and its static.', 'Add the missing ones.')
  for (let i = 1; i < flowsCfm.length; i += 1)
    if ((flowsCfm[i] ?? 0) <= (flowsCfm[i - 1] ?? 0) || (staticsInWc[i] ?? 0) > (staticsInWc[i - 1] ?? 0))
      return refuse(
        `The fan curve goes back at ${flowsCfm[i]} cfm.`,
        'Flow rises and static falls from point to point; look at that one again.',
      )
  return null
}

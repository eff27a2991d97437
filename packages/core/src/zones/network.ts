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

/**
 * What the duct asks of the fan in one combination, in at most three pieces, each a·Q² + b: relief closed, holding its
 * static, fully open. One object, filled anew for each combination, so that the loop makes nothing.
 */
class Duct {
  /** cfm per root of in.wc that all open branches let through. */
  pass = 0
  /** Where the relief begins to open, and where it is fully open, cfm through the fan. */
  holdFrom = 0
  openFrom = 0
  private readonly common: number
  private readonly opensAt: number
  private readonly reliefPass: number

  constructor({ commonResistance, relief }: ZoneNetwork) {
    this.common = commonResistance
    this.opensAt = relief ? relief.opensAtInWc : Number.POSITIVE_INFINITY
    this.reliefPass = relief ? (relief.resistance === undefined ? Number.POSITIVE_INFINITY : 1 / Math.sqrt(relief.resistance)) : 0
  }

  open(pass: number): void {
    this.pass = pass
    this.holdFrom = pass * Math.sqrt(this.opensAt)
    // Without a relief both stay out of reach; nothing open times never opening would be no number.
    if (this.reliefPass === 0) this.holdFrom = Number.POSITIVE_INFINITY
    this.openFrom = this.reliefPass === 0 ? Number.POSITIVE_INFINITY : this.holdFrom + this.reliefPass * Math.sqrt(this.opensAt)
  }

  /** Index into `RELIEF_STATES`. */
  stateAt(flow: number): number {
    return flow <= this.holdFrom ? 0 : flow <= this.openFrom ? 1 : 2
  }

  /** No flow can go anywhere. */
  get shut(): boolean {
    return this.pass === 0 && this.reliefPass === 0
  }

  plenumAt(flow: number): number {
    const state = this.stateAt(flow)
    if (state === 1) return this.opensAt
    if (state === 0 && this.pass === 0) return flow === 0 ? 0 : Number.POSITIVE_INFINITY
    const through = flow / (state === 0 ? this.pass : this.pass + this.reliefPass)
    return through * through
  }

  asked(flow: number): number {
    return this.common * flow * flow + this.plenumAt(flow)
  }

  /** Where it meets a straight piece of the fan's curve, at0 + slope·Q, which it meets before `to`. */
  meets(at0: number, slope: number, to: number): number {
    const through = this.pass + this.reliefPass
    if (this.holdFrom >= to || (this.holdFrom > 0 && this.asked(this.holdFrom) >= at0 + slope * this.holdFrom))
      return crossing(this.common + 1 / (this.pass * this.pass), 0, slope, at0)
    if (this.openFrom >= to || this.asked(this.openFrom) >= at0 + slope * this.openFrom)
      return crossing(this.common, this.opensAt, slope, at0)
    return crossing(this.common + 1 / (through * through), 0, slope, at0)
  }

  /** The flow at which it asks for a static; `most` where it never does. */
  flowAt(staticInWc: number, most: number): number {
    if (this.shut) return 0
    if (this.holdFrom > 0 && this.asked(this.holdFrom) >= staticInWc)
      return Math.sqrt(staticInWc / (this.common + 1 / (this.pass * this.pass)))
    if (this.asked(this.openFrom) >= staticInWc)
      return this.common === 0 ? most : Math.sqrt(Math.max(staticInWc - this.opensAt, 0) / this.common)
    const through = this.pass + this.reliefPass
    return Math.sqrt(staticInWc / (this.common + 1 / (through * through)))
  }
}

/**
 * Solves every open and closed combination of up to twelve zones. What the duct asks rises with the flow in at most three
 * pieces (see `Duct`); the fan falls in straight pieces: each crossing is a quadratic, so nothing is iterated. Allocates
 * nothing per combination.
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
  // cfm per root of in.wc that a branch lets through, open and closed.
  const opened = Float64Array.from(network.branchResistances, (one) => 1 / Math.sqrt(one))
  const closedShare = network.closedShare ?? 0
  const always = network.alwaysOpen.reduce((mask, zone) => mask | (1 << zone), 0)
  const { commonResistance, fan } = network
  const duct = new Duct(network)
  const curve = fan.kind === 'curve' ? new FanCurve(fan.flowsCfm, fan.staticsInWc) : null
  const shutInWc = fan.kind === 'curve' ? (fan.staticsInWc[0] as number) : fan.maxStaticInWc
  for (let mask = 0; mask < count; mask += 1) {
    let pass = 0
    const open = mask | always
    for (let i = 0; i < zones; i += 1) pass += (opened[i] as number) * (open & (1 << i) ? 1 : closedShare)
    duct.open(pass)
    const total = curve ? curve.meets(duct) : heldFlow(fan as HeldFan, duct)
    const state = duct.stateAt(total)
    const plenum = pass === 0 && state === 0 ? shutInWc : duct.plenumAt(total)
    out.totalCfm[mask] = total
    out.plenumInWc[mask] = plenum
    out.fanInWc[mask] = plenum + commonResistance * total * total
    out.reliefState[mask] = state
    const root = Math.sqrt(plenum)
    out.reliefCfm[mask] = state === 0 ? 0 : total - pass * root
    for (let i = 0; i < zones; i += 1)
      out.zoneCfm[mask * zones + i] = (opened[i] as number) * (open & (1 << i) ? 1 : closedShare) * root
  }
  return ok(out)
}

/** A falling curve of straight pieces. */
class FanCurve {
  private readonly flows: Float64Array
  private readonly statics: Float64Array

  constructor(flowsCfm: readonly number[], staticsInWc: readonly number[]) {
    this.flows = Float64Array.from(flowsCfm)
    this.statics = Float64Array.from(staticsInWc)
  }

  /** Where it meets what the duct asks; not a number where it does not. */
  meets(duct: Duct): number {
    const { flows, statics } = this
    const last = flows.length - 1
    // Everything shut and nothing that relieves: no flow, at the static where the curve begins.
    if (duct.shut) return flows[0] === 0 ? 0 : Number.NaN
    if (duct.asked(flows[0] as number) > (statics[0] as number)) return Number.NaN
    if (duct.asked(flows[last] as number) < (statics[last] as number)) return Number.NaN
    let piece = 0
    while (piece < last - 1 && duct.asked(flows[piece + 1] as number) < (statics[piece + 1] as number)) piece += 1
    const x0 = flows[piece] as number
    const x1 = flows[piece + 1] as number
    const y0 = statics[piece] as number
    const slope = ((statics[piece + 1] as number) - y0) / (x1 - x0)
    return duct.meets(y0 - slope * x0, slope, x1)
  }
}

/** The flow at which a·Q² + b = c + m·Q, with m ≤ 0 and c ≥ b; in the form that stands a duct of hardly any resistance. */
const crossing = (a: number, b: number, m: number, c: number): number => (2 * (c - b)) / (Math.sqrt(m * m + 4 * a * (c - b)) - m)

type HeldFan = Extract<ZoneFan, { kind: 'constant-airflow' }>
/** A motor that holds its flow while the duct asks for no more than it can bring, and its static beyond. */
function heldFlow({ setCfm, maxStaticInWc }: HeldFan, duct: Duct): number {
  return duct.asked(setCfm) <= maxStaticInWc ? setCfm : duct.flowAt(maxStaticInWc, setCfm)
}

function networkDoubt({ branchResistances, commonResistance, alwaysOpen, closedShare, fan, relief }: ZoneNetwork) {
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
  if (closedShare !== undefined && !(closedShare >= 0 && closedShare <= 1))
    return refuse('A closed damper lets through more than an open one.', 'Enter the share between 0 and 100%.')
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

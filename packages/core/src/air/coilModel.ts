import { BTUH_PER_TON } from '../quantity/units.ts'
import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { dryAirLbH } from './processes.ts'
import { type AirState, dryBulbFromEnthalpyF, enthalpyBtuLb, saturatedRatio } from './psychrometrics.ts'

/** What a wet cooling coil does at a flow. */
interface CoilAt {
  flowCfm: number
  totalBtuH: number
  sensibleBtuH: number
  latentBtuH: number
  moistureLbH: number
  sensibleRatio: number
  leavingDbF: number
  splitF: number
  /** Apparatus dew point: the mean temperature of the wet surface. */
  surfaceF: number
}

export interface CoilModel {
  entering: AirState
  ratedFlowCfm: number
  ratedBtuH: number
  ratedBypass: number
  ratedSurfaceF: number
}

/** Share of the air that a residential coil lets by untouched at rated flow. An estimate for three rows of fins. */
const BYPASS = 0.12
/** From four rows to two. */
export const BYPASS_RANGE = [0.06, 0.2] as const
/** A compressor gives this much less for each degree that its coil gets colder. Source: common residential compressors, 1.2 to 1.5 %/°F. */
const PER_DEGREE = 0.013
/** Exponent of bypass with flow: film ~ V^0.8, so transfer units ~ V^-0.2. Source: ASHRAE Fundamentals, forced convection over fins. */
const UNITS_EXPONENT = -0.2

/**
 * A coil from its rating at the air that enters now: the surface temperature at which it takes out the rated heat.
 * Source: bypass-factor method (Carrier 1936, in every coil text): leaving air lies between entering air and saturated
 * air at the surface temperature. Refuses what no coil can do.
 * @param bypass share of the air that passes untouched at rated flow, 0 to 1
 */
export function coilModel(entering: AirState, capacityTons: number, ratedFlowCfm: number, bypass = BYPASS): Result<CoilModel> {
  const ratedBtuH = capacityTons * BTUH_PER_TON
  if (!(ratedFlowCfm > 0) || !(ratedBtuH > 0)) return refuse('capacity-or-flow-unknown')
  const mass = dryAirLbH({ actualCfm: ratedFlowCfm }, entering)
  const wanted = entering.enthalpyBtuLb - ratedBtuH / (mass * (1 - bypass))
  let [low, high] = [-20, entering.dryBulbF]
  if (saturatedEnthalpy(low, entering.pressurePsia) > wanted) return refuse('air-holds-less-than-rated')
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2
    if (saturatedEnthalpy(middle, entering.pressurePsia) < wanted) low = middle
    else high = middle
  }
  return ok({ entering, ratedFlowCfm, ratedBtuH, ratedBypass: bypass, ratedSurfaceF: high })
}

const saturatedEnthalpy = (temperatureF: number, pressurePsia: number): number =>
  enthalpyBtuLb(temperatureF, saturatedRatio(temperatureF, pressurePsia))

/**
 * The same coil at another flow. Less air makes the surface colder: the air leaves drier and colder, and the compressor
 * gives a little less. Source: energy balance m·(1−b)·(h1−hs) = Q; Q falls with the surface, 1.3 %/°F; bypass b =
 * b0^((V/V0)^−0.2). Valid: 50 to 130 % of rated flow.
 */
export function coilAt(model: CoilModel, flowCfm: number): CoilAt {
  const { entering, ratedFlowCfm, ratedBtuH, ratedBypass, ratedSurfaceF } = model
  const bypass = ratedBypass ** ((flowCfm / ratedFlowCfm) ** UNITS_EXPONENT)
  const mass = dryAirLbH({ actualCfm: flowCfm }, entering)
  // Takes out more than the compressor gives while the surface is too cold.
  const excess = (surfaceF: number): number =>
    mass * (1 - bypass) * (entering.enthalpyBtuLb - saturatedEnthalpy(surfaceF, entering.pressurePsia)) -
    ratedBtuH * (1 + PER_DEGREE * (surfaceF - ratedSurfaceF))
  let [low, high] = [-40, entering.dryBulbF]
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2
    if (excess(middle) > 0) low = middle
    else high = middle
  }
  const surfaceF = (low + high) / 2
  const surfaceRatio = saturatedRatio(surfaceF, entering.pressurePsia)
  // A surface above the dew point stays dry.
  const ratio = Math.min(entering.humidityRatio, bypass * entering.humidityRatio + (1 - bypass) * surfaceRatio)
  const totalBtuH = ratedBtuH * (1 + PER_DEGREE * (surfaceF - ratedSurfaceF))
  const leavingDbF = dryBulbFromEnthalpyF(entering.enthalpyBtuLb - totalBtuH / mass, ratio)
  const moistureLbH = mass * (entering.humidityRatio - ratio)
  const latentBtuH = moistureLbH * (1061 + 0.444 * entering.dryBulbF)
  return {
    flowCfm,
    totalBtuH,
    latentBtuH,
    sensibleBtuH: totalBtuH - latentBtuH,
    moistureLbH,
    sensibleRatio: 1 - latentBtuH / totalBtuH,
    leavingDbF,
    splitF: entering.dryBulbF - leavingDbF,
    surfaceF,
  }
}

/** One step of a ramp: a share of the flow for some seconds; the last one runs on. */
interface RampStep {
  pct: number
  forS: number
}

/**
 * A ramp over a call: the steady coil of each step, weighed by its time. Slow to start, the coil is wet before the full
 * flow comes. Source: time mean of `coilAt`. Valid: steps longer than the coil takes to settle, about a minute.
 */
export function coilOverRamp(model: CoilModel, fullCfm: number, steps: readonly RampStep[], callS: number) {
  let left = callS
  let [heat, sensible, water] = [0, 0, 0]
  for (const [i, step] of steps.entries()) {
    const forS = i === steps.length - 1 ? left : Math.min(step.forS, left)
    if (forS <= 0) break
    const at = coilAt(model, (fullCfm * step.pct) / 100)
    heat += at.totalBtuH * forS
    sensible += at.sensibleBtuH * forS
    water += at.moistureLbH * forS
    left -= forS
  }
  const spent = callS - left || callS
  return { totalBtuH: heat / spent, sensibleRatio: sensible / heat, moistureLbH: water / spent }
}

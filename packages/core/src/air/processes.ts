import { BTUH_PER_TON } from '../quantity/units.ts'
import { refuse } from '../refusals.ts'
import { type Result } from '../result.ts'
import { STANDARD_DENSITY_LB_FT3 } from './factors.ts'
import { type AirState, airState, dryBulbFromEnthalpyF, enthalpyBtuLb, saturatedRatio } from './psychrometrics.ts'

/** A flow of air: actual cfm at the state it has, or standard cfm (0.075 lb of dry air a cubic foot). */
export type Flow = { actualCfm: number } | { standardCfm: number }

/** Pounds of dry air an hour. Source: continuity, cfm·60/v. Valid: flow > 0. */
export const dryAirLbH = (flow: Flow, air: AirState): number =>
  'actualCfm' in flow ? (flow.actualCfm * 60) / air.specificVolumeFt3Lb : flow.standardCfm * 60 * STANDARD_DENSITY_LB_FT3

interface Mixture {
  /** Share of the first stream in the dry air, percent. */
  firstMassPct: number
  humidityRatio: number
  enthalpyBtuLb: number
  /** What the usual shortcut, weighing by cfm, would say. */
  volumeWeightedDryBulbF: number
  /** Null when the mixture is over saturation: it fogs, and one temperature does not describe it. */
  air: AirState | null
}

/** Two streams mixed at one pressure, by dry-air mass. Source: ASHRAE Fundamentals 2017, ch. 1, "Adiabatic mixing". Valid: no heat lost. */
export function mixAir(first: AirState, firstCfm: number, second: AirState, secondCfm: number): Mixture {
  const m1 = dryAirLbH({ actualCfm: firstCfm }, first)
  const m2 = dryAirLbH({ actualCfm: secondCfm }, second)
  const share = m1 / (m1 + m2)
  const ratio = share * first.humidityRatio + (1 - share) * second.humidityRatio
  const enthalpy = share * first.enthalpyBtuLb + (1 - share) * second.enthalpyBtuLb
  const state = airState(dryBulbFromEnthalpyF(enthalpy, ratio), { humidityRatio: ratio }, first.pressurePsia)
  return {
    firstMassPct: 100 * share,
    humidityRatio: ratio,
    enthalpyBtuLb: enthalpy,
    volumeWeightedDryBulbF: (first.dryBulbF * firstCfm + second.dryBulbF * secondCfm) / (firstCfm + secondCfm),
    air: state.ok ? state.value : null,
  }
}

export interface CoilLoad {
  dryAirLbH: number
  totalBtuH: number
  sensibleBtuH: number
  latentBtuH: number
  sensibleRatio: number
  tons: number
  splitF: number
}

/**
 * What a cooling coil took out of the air, from the states on both sides. The heat in the condensate is left out.
 * Source: energy balance; latent m·(W1−W2)·(1061+0.444·t1), sensible m·(0.240+0.444·W2)·(t1−t2), which sum to m·Δh
 * exactly. Valid: no fan or duct heat between the two readings.
 */
export function coilLoad(entering: AirState, leaving: AirState, flow: Flow): CoilLoad {
  const mass = dryAirLbH(flow, entering)
  const latentBtuH = mass * (entering.humidityRatio - leaving.humidityRatio) * (1061 + 0.444 * entering.dryBulbF)
  const sensibleBtuH = mass * (0.24 + 0.444 * leaving.humidityRatio) * (entering.dryBulbF - leaving.dryBulbF)
  const totalBtuH = latentBtuH + sensibleBtuH
  return {
    dryAirLbH: mass,
    totalBtuH,
    sensibleBtuH,
    latentBtuH,
    sensibleRatio: sensibleBtuH / totalBtuH,
    tons: totalBtuH / BTUH_PER_TON,
    splitF: entering.dryBulbF - leaving.dryBulbF,
  }
}

/**
 * The state that air leaves a cooling coil with, by energy balance from capacity, sensible ratio and flow.
 * Refuses a case that cannot be: leaving air over saturation, or with less than no water.
 * Source and Valid: as coilLoad, turned round.
 */
export function coilLeaving(entering: AirState, flow: Flow, totalBtuH: number, sensibleRatio: number): Result<AirState> {
  const mass = dryAirLbH(flow, entering)
  if (!(mass > 0)) return refuse('no-air-flow')
  const ratio = entering.humidityRatio - ((1 - sensibleRatio) * totalBtuH) / (mass * (1061 + 0.444 * entering.dryBulbF))
  if (ratio < 0) return refuse('air-holds-less-water')
  const enthalpy = enthalpyBtuLb(entering.dryBulbF, entering.humidityRatio) - totalBtuH / mass
  const dryBulbF = dryBulbFromEnthalpyF(enthalpy, ratio)
  if (dryBulbF < -100 || ratio > saturatedRatio(dryBulbF, entering.pressurePsia)) {
    return refuse('air-leaves-too-cold')
  }
  return airState(dryBulbF, { humidityRatio: ratio }, entering.pressurePsia)
}

import { type AirState, airState, GRAINS_PER_LB } from './psychrometrics.ts'

/** Minutes in an hour: cfm × 60 is cubic feet an hour. */
const MIN_PER_H = 60
/** The density at which "standard" air flow is counted. Source: ASHRAE Fundamentals 2017, ch. 1. */
export const STANDARD_DENSITY_LB_FT3 = 0.075

interface AirFactors {
  /** Btu/h per cfm and °F. */
  sensible: number
  /** Btu/h per cfm and grain. */
  latentPerGrain: number
  /** Btu/h per cfm and Btu/lb. */
  total: number
}

/**
 * What a cubic foot a minute of this air carries.
 * Source: energy balance on dry air, 60·(0.240+0.444·W)/v, 60·(1061+0.444·t)/(7000·v), 60/v; ASHRAE Fundamentals
 * 2017, ch. 1, eqs. 26 and 30. Valid: any moist air; equals 1.08, 0.68, 4.5 only near standard air.
 */
export function airFactors(air: AirState): AirFactors {
  const v = air.specificVolumeFt3Lb
  return {
    sensible: (MIN_PER_H * (0.24 + 0.444 * air.humidityRatio)) / v,
    latentPerGrain: (MIN_PER_H * (1061 + 0.444 * air.dryBulbF)) / (GRAINS_PER_LB * v),
    total: MIN_PER_H / v,
  }
}

/** Btu/h per cfm and °F from density and specific heat. Source: 60·ρ·cp. Valid: any gas at constant pressure. */
export const sensibleFactor = (densityLbFt3: number, cpBtuLbF = 0.24): number => MIN_PER_H * densityLbFt3 * cpBtuLbF

/**
 * 60·ρ·cp of air that enters a heater, Btu/h per cfm·°F: as warm as it was read there, with the water that the room's air
 * holds. Where it cannot hold that much, that of the room. Source: as `airFactors`.
 */
export function sensibleFactorAt(room: AirState, returnDbF: number): number {
  const entering = airState(returnDbF, { humidityRatio: room.humidityRatio }, room.pressurePsia)
  return airFactors(entering.ok ? entering.value : room).sensible
}

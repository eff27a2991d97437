import { standardPressurePsia } from '../air/psychrometrics.ts'

export interface FlowTarget {
  /** tons × cfm per ton, counted as standard air. */
  standardCfm: number
  /** p(altitude) / p(sea level). */
  densityRatio: number
  /** The same mass of air, in actual cfm at the altitude. */
  altitudeCfm: number
}

/**
 * Target flow by the house rule, and the actual flow that carries the same mass at altitude.
 * Source: capacity × rule; mass flow kept, ratio of standard-atmosphere pressures at equal temperature (ASHRAE
 * Fundamentals 2017, ch. 1, eq. 3). Valid: −1,500 to 20,000 ft.
 */
export const flowTarget = (capacityTons: number, cfmPerTon: number, altitudeFt: number): FlowTarget =>
  targetOf(capacityTons * cfmPerTon, altitudeFt)

/**
 * The same for a rated airflow that is known: what the plate or the maker's sheet says goes before any rule of thumb.
 * Source and Valid: as flowTarget; a rated airflow is of standard air (AHRI 210/240).
 */
export function targetOf(standardCfm: number, altitudeFt: number): FlowTarget {
  const densityRatio = densityRatioAt(altitudeFt)
  return { standardCfm, densityRatio, altitudeCfm: standardCfm / densityRatio }
}

/**
 * Density of the air of a site over that of standard air, at equal temperature and humidity.
 * Source: ratio of standard-atmosphere pressures (ASHRAE Fundamentals 2017, ch. 1, eq. 3). Valid: −1,500 to 20,000 ft.
 */
export const densityRatioAt = (altitudeFt: number): number => standardPressurePsia(altitudeFt) / standardPressurePsia(0)

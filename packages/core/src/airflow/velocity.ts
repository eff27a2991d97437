/**
 * Constant of the Pitot formula in fpm, in.wc and lb/ft³: 60·√(2·gc·5.19911) rounded as the trade prints it.
 * Source: ASHRAE Fundamentals 2017, ch. 37; sources differ from 1096 to 1097.8.
 */
export const PITOT_CONSTANT = 1096.7

/** Air speed, fpm, from velocity pressure. Source: 1096.7·√(pv/ρ). Valid: pv ≥ 0, incompressible (under ~4,000 fpm). */
export const velocityFpm = (velocityPressureInWc: number, densityLbFt3: number): number =>
  PITOT_CONSTANT * Math.sqrt(velocityPressureInWc / densityLbFt3)

/** Log-Tchebycheff positions as a share of the side. Source: ASHRAE Standard 111 / ISO 3966. Valid: rectangular ducts. */
export const LOG_TCHEBYCHEFF: Record<5 | 6 | 7, readonly number[]> = {
  5: [0.074, 0.288, 0.5, 0.712, 0.926],
  6: [0.061, 0.235, 0.437, 0.563, 0.765, 0.939],
  7: [0.053, 0.203, 0.366, 0.5, 0.634, 0.797, 0.947],
}

/** Log-linear positions as a share of the diameter. Source: ASHRAE Standard 111 / ISO 3966. Valid: round ducts. */
export const LOG_LINEAR: Record<6 | 8 | 10, readonly number[]> = {
  6: [0.032, 0.135, 0.321, 0.679, 0.865, 0.968],
  8: [0.021, 0.117, 0.184, 0.345, 0.655, 0.816, 0.883, 0.979],
  10: [0.019, 0.077, 0.153, 0.217, 0.361, 0.639, 0.783, 0.847, 0.923, 0.981],
}

/** Lines needed on one side, and where, in inches from one wall. Source: as LOG_TCHEBYCHEFF; under 30 in 5, to 36 in 6, above 7. */
export function rectangularPositionsIn(sideIn: number): number[] {
  return LOG_TCHEBYCHEFF[sideIn < 30 ? 5 : sideIn <= 36 ? 6 : 7].map((share) => share * sideIn)
}

/** Points along one diameter, inches from one wall. Source: as LOG_LINEAR. Valid: 6, 8 or 10 points. */
export const roundPositionsIn = (diameterIn: number, points: 6 | 8 | 10): number[] =>
  LOG_LINEAR[points].map((share) => share * diameterIn)

export interface Traverse {
  averageFpm: number
  minFpm: number
  maxFpm: number
  flowCfm: number
  /** Readings below zero, left out of the average: the probe pointed the wrong way or the air turns back. */
  leftOut: number
}

/**
 * Flow from a grid of velocity pressures. Speeds are averaged, not pressures; a reading of zero counts.
 * Null without a reading that is not negative. Source: ASHRAE Standard 111.
 */
export function traverse(velocityPressuresInWc: readonly number[], densityLbFt3: number, areaFt2: number): Traverse | null {
  let sum = 0
  let used = 0
  let min = Number.POSITIVE_INFINITY
  let max = 0
  for (const pressure of velocityPressuresInWc) {
    if (pressure < 0) continue
    const speed = velocityFpm(pressure, densityLbFt3)
    sum += speed
    used += 1
    if (speed < min) min = speed
    if (speed > max) max = speed
  }
  if (used === 0) return null
  const averageFpm = sum / used
  return { averageFpm, minFpm: min, maxFpm: max, flowCfm: averageFpm * areaFt2, leftOut: velocityPressuresInWc.length - used }
}

/** Square feet of a rectangle given in inches. */
export const rectangleFt2 = (widthIn: number, heightIn: number): number => (widthIn * heightIn) / 144
/** Square feet of a circle given in inches. */
export const circleFt2 = (diameterIn: number): number => (Math.PI * diameterIn * diameterIn) / 576

/** Flow through a grille, cfm. Source: continuity, v·A·k with the maker's free-area factor k. Valid: the meter's own grille setting. */
export const grilleFlowCfm = (faceFpm: number, areaFt2: number, freeArea: number): number => faceFpm * areaFt2 * freeArea

/** Flow through a metering plate, cfm. Source: Q = k·√dp, scaled by √(0.075/ρ). Valid: within the plate's range. */
export const plateFlowCfm = (factor: number, dpInWc: number, densityLbFt3: number): number =>
  factor * Math.sqrt(dpInWc) * Math.sqrt(0.075 / densityLbFt3)

/** Flow once the plate is out again, cfm. Source: duct law, Q ∝ √p on one duct. Valid: the same duct, nothing else moved. */
export const plateCorrectedCfm = (testFlowCfm: number, normalStaticInWc: number, testStaticInWc: number): number =>
  testFlowCfm * Math.sqrt(normalStaticInWc / testStaticInWc)

/// <reference path="./psychrolib.d.ts" />

import psychrolib from 'psychrolib'
import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

// The only place that touches psychrolib: its unit system is global state, so it is set once, here, and nowhere else.
psychrolib.SetUnitSystem(psychrolib.IP)

/** A state of moist air. All ratios per pound of dry air, density per cubic foot of moist air. */
export interface AirState {
  pressurePsia: number
  dryBulbF: number
  humidityRatio: number
  relativeHumidityPct: number
  wetBulbF: number
  /** Frost point below 32 °F; null for air with no water in it. */
  dewPointF: number | null
  enthalpyBtuLb: number
  specificVolumeFt3Lb: number
  densityLbFt3: number
}

/** How wet the air is, by whichever instrument was at hand. */
export type Moisture = { relativeHumidityPct: number } | { wetBulbF: number } | { dewPointF: number } | { humidityRatio: number }

/** Grains of water in a pound. */
export const GRAINS_PER_LB = 7000
/** Range of psychrolib's saturation formulas. */
const DRY_BULB_RANGE_F = [-148, 392] as const
const PRESSURE_RANGE_PSIA = [3, 20] as const

/**
 * Standard-atmosphere pressure, psia, at an altitude in ft.
 * Source: ASHRAE Handbook—Fundamentals 2017, ch. 1, eq. 3. Valid: −16,000 to 36,000 ft.
 */
export const standardPressurePsia = (altitudeFt: number): number => psychrolib.GetStandardAtmPressure(altitudeFt)

/** Standard-atmosphere temperature, °F. Source: ASHRAE Fundamentals 2017, ch. 1, eq. 4. Valid: as the pressure. */
export const standardTemperatureF = (altitudeFt: number): number => psychrolib.GetStandardAtmTemperature(altitudeFt)

/**
 * The whole state of moist air from dry bulb, one measure of moisture, and the pressure.
 *
 * Refuses readings that cannot be together (a wet bulb above the dry bulb, more than 100 % humidity) or that lie
 * outside the formulas' range. Relative humidity below 32 °F is over ice.
 * Source: ASHRAE Fundamentals 2017, ch. 1, eqs. 5–37, by psychrolib. Valid: −148 to 392 °F, 3 to 20 psia.
 */
export function airState(dryBulbF: number, moisture: Moisture, pressurePsia: number): Result<AirState> {
  if (!(dryBulbF >= DRY_BULB_RANGE_F[0] && dryBulbF <= DRY_BULB_RANGE_F[1])) {
    return refuse('dry-bulb-out-of-range', { dryBulbF, leastF: 40, mostF: 120 })
  }
  if (!(pressurePsia >= PRESSURE_RANGE_PSIA[0] && pressurePsia <= PRESSURE_RANGE_PSIA[1])) {
    return refuse('pressure-out-of-range', { pressurePsia })
  }
  const humidityRatio = humidityRatioOf(dryBulbF, moisture, pressurePsia)
  if (!humidityRatio.ok) return humidityRatio
  return ok(stateFromRatio(dryBulbF, humidityRatio.value, pressurePsia))
}

function humidityRatioOf(dryBulbF: number, moisture: Moisture, pressurePsia: number): Result<number> {
  if ('relativeHumidityPct' in moisture) {
    const rh = moisture.relativeHumidityPct
    if (!(rh >= 0 && rh <= 100)) return refuse('humidity-out-of-range', { rh })
    return ok(rh === 0 ? 0 : psychrolib.GetHumRatioFromRelHum(dryBulbF, rh / 100, pressurePsia))
  }
  if ('wetBulbF' in moisture) {
    if (!(moisture.wetBulbF <= dryBulbF)) return refuse('wet-above-dry', { wetBulbF: moisture.wetBulbF, dryBulbF })
    if (moisture.wetBulbF < DRY_BULB_RANGE_F[0]) return refuse('wet-out-of-range', { wetBulbF: moisture.wetBulbF })
    const ratio = rawRatioFromWetBulb(dryBulbF, moisture.wetBulbF, pressurePsia)
    if (ratio < 0) return refuse('wet-too-low', { wetBulbF: moisture.wetBulbF, dryBulbF })
    return ok(ratio)
  }
  if ('dewPointF' in moisture) {
    if (!(moisture.dewPointF <= dryBulbF)) return refuse('dew-above-dry', { dewPointF: moisture.dewPointF, dryBulbF })
    if (moisture.dewPointF < DRY_BULB_RANGE_F[0]) return refuse('dew-out-of-range', { dewPointF: moisture.dewPointF })
    return ok(psychrolib.GetHumRatioFromTDewPoint(moisture.dewPointF, pressurePsia))
  }
  const saturated = psychrolib.GetSatHumRatio(dryBulbF, pressurePsia)
  // A hair over saturation is rounding in the caller's balance, not fog.
  if (!(moisture.humidityRatio >= 0 && moisture.humidityRatio <= saturated * (1 + 1e-9))) {
    return refuse('more-water-than-air-holds')
  }
  return ok(moisture.humidityRatio)
}

/**
 * Humidity ratio from wet bulb, unclamped: psychrolib lifts a negative ratio to its smallest, which would hide an
 * impossible pair of readings. Source: ASHRAE Fundamentals 2017, ch. 1, eqs. 33 and 35.
 */
function rawRatioFromWetBulb(dryBulbF: number, wetBulbF: number, pressurePsia: number): number {
  const saturated = psychrolib.GetSatHumRatio(wetBulbF, pressurePsia)
  return wetBulbF >= 32
    ? ((1093 - 0.556 * wetBulbF) * saturated - 0.24 * (dryBulbF - wetBulbF)) / (1093 + 0.444 * dryBulbF - wetBulbF)
    : ((1220 - 0.04 * wetBulbF) * saturated - 0.24 * (dryBulbF - wetBulbF)) / (1220 + 0.444 * dryBulbF - 0.48 * wetBulbF)
}

function stateFromRatio(dryBulbF: number, humidityRatio: number, pressurePsia: number): AirState {
  const saturated = psychrolib.GetSatHumRatio(dryBulbF, pressurePsia)
  const bounded = Math.min(humidityRatio, saturated)
  const dry = bounded <= 1e-9
  return {
    pressurePsia,
    dryBulbF,
    humidityRatio: bounded,
    relativeHumidityPct: dry ? 0 : Math.min(100, 100 * psychrolib.GetRelHumFromHumRatio(dryBulbF, bounded, pressurePsia)),
    wetBulbF: psychrolib.GetTWetBulbFromHumRatio(dryBulbF, bounded, pressurePsia),
    dewPointF: dry ? null : psychrolib.GetTDewPointFromHumRatio(dryBulbF, bounded, pressurePsia),
    enthalpyBtuLb: enthalpyBtuLb(dryBulbF, bounded),
    specificVolumeFt3Lb: specificVolumeFt3Lb(dryBulbF, bounded, pressurePsia),
    densityLbFt3: moistDensityLbFt3(dryBulbF, bounded, pressurePsia),
  }
}

/** Water at saturation, lb/lb dry air. Source: ASHRAE Fundamentals 2017, ch. 1, eqs. 5, 6, 23. Valid: as airState. */
export const saturatedRatio = (dryBulbF: number, pressurePsia: number): number =>
  psychrolib.GetSatHumRatio(dryBulbF, pressurePsia)

/** Btu per lb dry air. Source: ASHRAE Fundamentals 2017, ch. 1, eq. 30. Valid: any moist air. No allocation. */
export const enthalpyBtuLb = (dryBulbF: number, humidityRatio: number): number =>
  0.24 * dryBulbF + humidityRatio * (1061 + 0.444 * dryBulbF)

/** Dry bulb, °F, from enthalpy and humidity ratio: eq. 30 turned round. Source and Valid: as enthalpyBtuLb. */
export const dryBulbFromEnthalpyF = (enthalpy: number, humidityRatio: number): number =>
  (enthalpy - 1061 * humidityRatio) / (0.24 + 0.444 * humidityRatio)

/** ft³ per lb dry air. Source: ASHRAE Fundamentals 2017, ch. 1, eq. 26 (0.370486 = Rda / 144). Valid: ideal gas. Fast path. */
export const specificVolumeFt3Lb = (dryBulbF: number, humidityRatio: number, pressurePsia: number): number =>
  (0.370486 * (dryBulbF + 459.67) * (1 + 1.607858 * humidityRatio)) / pressurePsia

/** lb of moist air per ft³ of moist air. Source: ASHRAE Fundamentals 2017, ch. 1, eq. 11. Valid: ideal gas. Fast path. */
export const moistDensityLbFt3 = (dryBulbF: number, humidityRatio: number, pressurePsia: number): number =>
  (1 + humidityRatio) / specificVolumeFt3Lb(dryBulbF, humidityRatio, pressurePsia)

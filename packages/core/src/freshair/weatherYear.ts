import { enthalpyBtuLb, saturatedRatio, standardPressurePsia } from '../air/psychrometrics.ts'

/** Hours of a year that is not a leap year. */
export const YEAR_H = 8760

/** Outdoor air hour by hour, from the first hour of a Monday. */
export interface WeatherHours {
  pressurePsia: number
  outdoorF: Float64Array
  humidityRatio: Float64Array
  enthalpyBtuLb: Float64Array
}

/** A made-up climate: means, swings over year and day, and noise. */
export interface Climate {
  seed: number
  altitudeFt: number
  meanF: number
  seasonF: number
  coldestDay: number
  dayF: number
  coldestHour: number
  noiseF: number
  dewMeanF: number
  dewSeasonF: number
  dewNoiseF: number
}

const HIGH = 1_103_515_245
const ADD = 12_345
const MODULUS = 2 ** 31

/** The next of a row of whole numbers that look like chance. Source: linear congruential generator; two halves, so that no product needs more than 53 bits. */
const nextSeed = (x: number): number => {
  const upper = Math.floor(x / 65_536)
  const lower = x % 65_536
  const high = (upper * HIGH) % MODULUS
  return (((high * 65_536) % MODULUS) + lower * HIGH + ADD) % MODULUS
}

/**
 * A year of made-up weather, the same for the same climate.
 * Source: cosines over year and day with even noise; humidity ratio from a dew point never above the dry bulb (ASHRAE
 * Fundamentals, "Psychrometrics"). Valid: temperatures within the saturation formulas.
 */
export function weatherYear(climate: Climate): WeatherHours {
  const pressurePsia = standardPressurePsia(climate.altitudeFt)
  const outdoorF = new Float64Array(YEAR_H)
  const humidityRatio = new Float64Array(YEAR_H)
  const enthalpy = new Float64Array(YEAR_H)
  let seed = climate.seed
  for (let hour = 0; hour < YEAR_H; hour += 1) {
    seed = nextSeed(seed)
    const u1 = seed / MODULUS
    seed = nextSeed(seed)
    const u2 = seed / MODULUS
    const season = Math.cos((2 * Math.PI * (hour / 24 - climate.coldestDay)) / 365)
    const day = Math.cos((2 * Math.PI * ((hour % 24) - climate.coldestHour)) / 24)
    const t = climate.meanF - climate.seasonF * season - climate.dayF * day + climate.noiseF * (2 * u1 - 1)
    const dew = Math.min(t, climate.dewMeanF - climate.dewSeasonF * season + climate.dewNoiseF * (2 * u2 - 1))
    const w = saturatedRatio(dew, pressurePsia)
    outdoorF[hour] = t
    humidityRatio[hour] = w
    enthalpy[hour] = enthalpyBtuLb(t, w)
  }
  return { pressurePsia, outdoorF, humidityRatio, enthalpyBtuLb: enthalpy }
}

/** Weather from readings an hour apart, of dry bulb and relative humidity. Source: as `weatherYear`. Valid: equal lengths. */
export function weatherOf(dryBulbF: readonly number[], relativeHumidityPct: readonly number[], altitudeFt: number): WeatherHours {
  const pressurePsia = standardPressurePsia(altitudeFt)
  const humidityRatio = Float64Array.from(dryBulbF, (t, i) => {
    const saturated = saturatedRatio(t, pressurePsia)
    // W of a relative humidity: pw = φ·pws, W = 0.621945·pw/(p − pw).
    const pws = (saturated * pressurePsia) / (0.621945 + saturated)
    const pw = ((relativeHumidityPct[i] as number) / 100) * pws
    return (0.621945 * pw) / (pressurePsia - pw)
  })
  return {
    pressurePsia,
    outdoorF: Float64Array.from(dryBulbF),
    humidityRatio,
    enthalpyBtuLb: Float64Array.from(dryBulbF, (t, i) => enthalpyBtuLb(t, humidityRatio[i] as number)),
  }
}

import { type AirState, specificVolumeFt3Lb } from '../air/psychrometrics.ts'
import type { WeatherHours } from './weatherYear.ts'

export interface EnergyPrices {
  /** Cooling, Btu of cold for each watt-hour. */
  eerBtuWh: number
  /** Heating, share of the fuel that becomes heat. */
  efficiency: number
  perKwh: number
  /** For each 100,000 Btu of fuel. */
  perTherm: number
}

export interface OutdoorLoad {
  dryAirLbH: number
  sensibleBtuH: number
  totalBtuH: number
  latentBtuH: number
  coolingKw: number
  fuelBtuH: number
  costPerH: number
}

/** Btu in a therm of fuel, by definition. */
const BTU_PER_THERM = 100_000

/**
 * What this much outdoor air costs at this moment, against air from the return: cooling by its whole heat, heating by its
 * sensible heat. Source: energy balance on dry air, m = 60·cfm/v outdoors, m·Δh and m·(0.240 + 0.444·W)·Δt (ASHRAE
 * Fundamentals, "Psychrometrics"). Valid: the unit makes up the difference.
 */
export function outdoorLoad(cfm: number, outdoor: AirState, back: AirState, prices: EnergyPrices): OutdoorLoad {
  const dryAirLbH = (60 * cfm) / outdoor.specificVolumeFt3Lb
  const sensibleBtuH = dryAirLbH * (0.24 + 0.444 * outdoor.humidityRatio) * (outdoor.dryBulbF - back.dryBulbF)
  const totalBtuH = dryAirLbH * (outdoor.enthalpyBtuLb - back.enthalpyBtuLb)
  const coolingKw = Math.max(0, totalBtuH) / (1000 * prices.eerBtuWh)
  const fuelBtuH = Math.max(0, -sensibleBtuH) / prices.efficiency
  return {
    dryAirLbH,
    sensibleBtuH,
    totalBtuH,
    latentBtuH: totalBtuH - sensibleBtuH,
    coolingKw,
    fuelBtuH,
    costPerH: coolingKw * prices.perKwh + (fuelBtuH / BTU_PER_THERM) * prices.perTherm,
  }
}

/** Hours of a building in use. */
export interface HoursInUse {
  fromHour: number
  toHour: number
  daysPerWeek: number
}

export interface OutdoorYear {
  heatBtu: number
  coldBtu: number
  cost: number
}

/**
 * What an amount of outdoor air costs over a row of hours: heat while it is colder than `balanceF` outdoors, cold while it
 * holds more heat than the return. Between the two it costs nothing: the building's own heat warms it.
 * Source: as `outdoorLoad`, hour by hour. Valid: the same flow in every hour of use.
 */
export function outdoorYear(
  cfm: number,
  weather: WeatherHours,
  back: AirState,
  prices: EnergyPrices,
  hours: HoursInUse,
  balanceF: number,
): OutdoorYear {
  const { outdoorF, humidityRatio, enthalpyBtuLb, pressurePsia } = weather
  let [heatBtu, coldBtu] = [0, 0]
  for (let hour = 0; hour < outdoorF.length; hour += 1) {
    const ofDay = hour % 24
    if (Math.floor(hour / 24) % 7 >= hours.daysPerWeek || ofDay < hours.fromHour || ofDay >= hours.toHour) continue
    const t = outdoorF[hour] as number
    const w = humidityRatio[hour] as number
    const mass = (60 * cfm) / specificVolumeFt3Lb(t, w, pressurePsia)
    if (t < balanceF) heatBtu += mass * (0.24 + 0.444 * w) * (back.dryBulbF - t)
    else coldBtu += mass * Math.max(0, (enthalpyBtuLb[hour] as number) - back.enthalpyBtuLb)
  }
  const cost =
    (coldBtu / (1000 * prices.eerBtuWh)) * prices.perKwh + (heatBtu / prices.efficiency / BTU_PER_THERM) * prices.perTherm
  return { heatBtu, coldBtu, cost }
}

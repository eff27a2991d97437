import type { AirState } from '../air/psychrometrics.ts'

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

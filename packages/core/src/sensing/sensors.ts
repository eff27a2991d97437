/** Root of the sum of squares: how independent uncertainties combine. Source: JCGM 100 (GUM) §5.1. Valid: independent parts. */
export const rootSumSquare = (parts: readonly number[]): number => Math.sqrt(parts.reduce((sum, part) => sum + part * part, 0))

interface OffsetAdvice {
  offsetF: number
  /** The nearest setting the device offers. */
  settingF: number
  residualF: number
  combinedUncertaintyF: number
  /** False when the difference is inside what both instruments may be off by. */
  significant: boolean
}

/**
 * What trim a displayed temperature needs against a reference beside it: reference − displayed, to the nearest step
 * (halves away from zero), within the limit. Source: GUM for significance. Valid: both readings steady.
 */
export function sensorOffset(input: {
  displayedF: number
  referenceF: number
  stepF: number
  limitF: number
  sensorUncertaintyF: number
  referenceUncertaintyF: number
}): OffsetAdvice {
  const offsetF = input.referenceF - input.displayedF
  // A tiny nudge makes a difference of two decimals that should be a half count as one.
  const steps = Math.floor(Math.abs(offsetF) / input.stepF + 0.5 + 1e-9)
  const settingF = Math.sign(offsetF) * Math.min(steps * input.stepF, input.limitF)
  const combinedUncertaintyF = rootSumSquare([input.sensorUncertaintyF, input.referenceUncertaintyF])
  return {
    offsetF,
    settingF,
    residualF: offsetF - settingF,
    combinedUncertaintyF,
    significant: Math.abs(offsetF) > combinedUncertaintyF,
  }
}

/** Average of sensors; a failed one is null and left out. Null when none is left. Source: weighted mean. Valid: weights ≥ 0. */
export function averageOf(
  readings: readonly (number | null)[],
  weights?: readonly number[],
): { used: number; average: number | null; spread: number | null } {
  let sum = 0
  let weight = 0
  let used = 0
  let low = Number.POSITIVE_INFINITY
  let high = Number.NEGATIVE_INFINITY
  for (const [i, reading] of readings.entries()) {
    if (reading === null) continue
    const w = weights?.[i] ?? 1
    sum += w * reading
    weight += w
    used += 1
    low = Math.min(low, reading)
    high = Math.max(high, reading)
  }
  return used > 0 && weight > 0 ? { used, average: sum / weight, spread: high - low } : { used, average: null, spread: null }
}

const KELVIN_25C = 298.15

/** Resistance of a thermistor, ohm. Source: Beta equation, R = R25·e^(β(1/T − 1/298.15)). Valid: near 25 °C; real parts drift from it. */
export const thermistorOhm = (temperatureC: number, r25Ohm: number, betaK: number): number =>
  r25Ohm * Math.exp(betaK * (1 / (temperatureC + 273.15) - 1 / KELVIN_25C))

/** Temperature of a thermistor, °C: the Beta equation turned round. Source and Valid: as thermistorOhm. */
export const thermistorC = (ohm: number, r25Ohm: number, betaK: number): number =>
  1 / (1 / KELVIN_25C + Math.log(ohm / r25Ohm) / betaK) - 273.15

/** Frequency for a wanted speed, held between the drive's limits. Source: rpm ∝ Hz at constant slip. Valid: minHz ≤ maxHz. */
export const driveFrequencyHz = (speedPct: number, baseHz: number, minHz: number, maxHz: number): number =>
  Math.min(maxHz, Math.max(minHz, (baseHz * speedPct) / 100))

/** Synchronous and shaft speed, rpm. Source: 120·f/poles, times (1 − slip). Valid: induction motors. */
export function motorSpeedRpm(frequencyHz: number, poles: number, slipPct: number): { syncRpm: number; shaftRpm: number } {
  const syncRpm = (120 * frequencyHz) / poles
  return { syncRpm, shaftRpm: syncRpm * (1 - slipPct / 100) }
}

/** A straight line from (inLow → outLow) to (inHigh → outHigh), held at its ends. Source: linear signal scaling. Valid: inLow ≠ inHigh. */
export function scaleSignal(signal: number, inLow: number, inHigh: number, outLow: number, outHigh: number): number {
  const share = Math.min(1, Math.max(0, (signal - inLow) / (inHigh - inLow)))
  return outLow + share * (outHigh - outLow)
}

import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { scaleSignal } from './drive.ts'

/** A fan at full speed, as it was measured. */
export interface DrivenFan {
  baseHz: number
  minHz: number
  maxHz: number
  baseFlowCfm: number
  baseStaticInWc: number | null
  basePowerW: number | null
  baseRpm: number | null
}

export interface DrivePoint {
  hz: number
  speedPct: number
  flowCfm: number
  staticInWc: number | null
  powerW: number | null
  rpm: number | null
  /** Held by the drive's own limits. */
  held: 'low' | 'high' | null
}

/**
 * What a fan does at a frequency. Source: fan laws, flow ∝ n, pressure ∝ n²·ρ, power ∝ n³·ρ (AMCA 200); rpm ∝ Hz.
 * Valid: the same duct; below a third of full speed the motor's own cooling needs the maker's word.
 * @param densityRatio density of the air now, of that at which the fan was measured
 */
export function driveAt(fan: DrivenFan, hz: number, densityRatio = 1): DrivePoint {
  const held = hz < fan.minHz ? 'low' : hz > fan.maxHz ? 'high' : null
  const at = Math.min(fan.maxHz, Math.max(fan.minHz, hz))
  const ratio = at / fan.baseHz
  return {
    hz: at,
    speedPct: 100 * ratio,
    flowCfm: fan.baseFlowCfm * ratio,
    staticInWc: fan.baseStaticInWc === null ? null : fan.baseStaticInWc * ratio ** 2 * densityRatio,
    powerW: fan.basePowerW === null ? null : fan.basePowerW * ratio ** 3 * densityRatio,
    rpm: fan.baseRpm === null ? null : fan.baseRpm * ratio,
    held,
  }
}

/** The frequency for a wanted flow. Source: flow ∝ Hz on one duct. */
export function driveForFlow(fan: DrivenFan, flowCfm: number, densityRatio = 1): Result<DrivePoint> {
  if (!(fan.baseHz > 0 && fan.baseFlowCfm > 0)) return refuse('fan-speed-unknown')
  if (!(fan.maxHz >= fan.minHz)) return refuse('drive-range-reversed')
  if (!(flowCfm > 0)) return refuse('no-flow-wanted')
  return ok(driveAt(fan, (fan.baseHz * flowCfm) / fan.baseFlowCfm, densityRatio))
}

/** Signals of capacity and speed: what stands for nothing and for all. */
export const SIGNALS = {
  '0-5': { low: 0, high: 5, unit: 'V' },
  '0-10': { low: 0, high: 10, unit: 'V' },
  '2-10': { low: 2, high: 10, unit: 'V' },
  '4-20': { low: 4, high: 20, unit: 'mA' },
} as const
export type SignalKind = keyof typeof SIGNALS

/** Percent that a signal stands for, held at its ends. Source: linear scaling. */
export const signalPct = (kind: SignalKind, signal: number): number =>
  scaleSignal(signal, SIGNALS[kind].low, SIGNALS[kind].high, 0, 100)
/** The signal for a percentage, held at its ends. Source: the same line turned round. */
export const signalFor = (kind: SignalKind, pct: number): number =>
  scaleSignal(pct, 0, 100, SIGNALS[kind].low, SIGNALS[kind].high)

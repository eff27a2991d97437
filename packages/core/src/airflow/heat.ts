import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

/** Btu/h in a watt, as the trade rounds it. Source: NIST SP 811 gives 3.412142; the trade's 3.412 is 0.004 % low. */
export const BTUH_PER_W = 3.412

/** A heater whose output is known well enough to measure flow by. */
export type HeatSource =
  | { kind: 'electric-1ph'; volts: number; amps: number }
  | { kind: 'electric-3ph'; volts: number; amps: number }
  | { kind: 'gas-input'; inputBtuH: number; efficiencyPct: number }
  | { kind: 'gas-output'; outputBtuH: number }
  | { kind: 'gas-meter'; meteredFt3: number; meteredS: number; heatingValueBtuFt3: number; efficiencyPct: number }

/**
 * Heat given to the air, Btu/h. Electric: V·A (×√3 for three phases, line to line), power factor 1, which a plain
 * resistance has. Gas: input × efficiency, or the clocked meter. Source: Ohm's law; gas meter volume × heating value.
 * Valid: steady running, the strips or the burner alone.
 */
export function heatOutputBtuH(source: HeatSource): number {
  switch (source.kind) {
    case 'electric-1ph':
      return source.volts * source.amps * BTUH_PER_W
    case 'electric-3ph':
      return Math.sqrt(3) * source.volts * source.amps * BTUH_PER_W
    case 'gas-input':
      return (source.inputBtuH * source.efficiencyPct) / 100
    case 'gas-output':
      return source.outputBtuH
    case 'gas-meter':
      return ((source.meteredFt3 * 3600) / source.meteredS) * source.heatingValueBtuFt3 * (source.efficiencyPct / 100)
  }
}

/** What a blower gives to its air where nobody measured it, W/cfm. Source: AHRI 210/240, default of 365 W per 1,000 scfm. */
export const USUAL_BLOWER_W_PER_CFM = 0.365

/**
 * Flow from the temperature rise over a known heater, actual cfm at the state the sensible factor belongs to.
 * Source: sensible heat balance, Q = heat / (factor · ΔT − 3.412 · w), w the watts that the blower gives each cfm.
 * Valid: rise > 0, steady.
 * @param blowerWPerCfm 0 where the blower's heat is in `heatBtuH` already, or outside the two thermometers
 */
export function flowFromRise(heatBtuH: number, riseF: number, sensibleFactor: number, blowerWPerCfm = 0): Result<number> {
  if (!(riseF > 0)) return refuse('rise-gives-no-flow', { riseF })
  if (!(heatBtuH > 0 && sensibleFactor > 0)) return refuse('heater-without-heat')
  const eachCfm = sensibleFactor * riseF - BTUH_PER_W * blowerWPerCfm
  return eachCfm > 0 ? ok(heatBtuH / eachCfm) : refuse('rise-gives-no-flow', { riseF })
}

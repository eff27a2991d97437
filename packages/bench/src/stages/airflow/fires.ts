import { clockedInputBtuH, deratedInputBtuH, type TryInput } from '@ingle/core'
import type { FiringState, ProfileFurnace } from '@ingle/record'

/** One fire of a furnace as it burns here. */
export interface Fire {
  inputBtuH: number
  /** Input × efficiency: what the air gets. */
  heatBtuH: number
  lowF: number
  highF: number
}

export interface Fires {
  efficiencyPct: number | null
  high: Fire | null
  low: Fire | null
  /** The high fire was clocked at the meter. */
  clocked: boolean
}

/**
 * The fires of a furnace: what was typed on the visit before what its plate says, a clocked meter before both; a plate's
 * input is derated by height. A low fire takes the share of its plate of a clocked high one.
 */
export function firesOf(firing: FiringState, furnace: ProfileFurnace | undefined, altitudeFt: number): Fires {
  const [plateHigh, plateLow] = furnace?.fires ?? []
  const efficiencyPct = firing.efficiencyPct ?? furnace?.efficiencyPct ?? null
  const { meterFt3, meterS, heatingValueBtuFt3 } = firing
  const meter =
    meterFt3 !== undefined && meterS !== undefined && heatingValueBtuFt3 !== undefined
      ? clockedInputBtuH(meterFt3, meterS, heatingValueBtuFt3)
      : null
  const clocked = meter?.ok ? meter.value : null
  const highPlate = firing.inputBtuH ?? plateHigh?.inputBtuH
  const lowPlate = firing.lowInputBtuH ?? plateLow?.inputBtuH
  const lowF = firing.riseLowF ?? plateHigh?.riseLowF
  const highF = firing.riseHighF ?? plateHigh?.riseHighF
  const made = (inputBtuH: number | null | undefined, low = lowF, high = highF): Fire | null =>
    inputBtuH == null || efficiencyPct === null || low === undefined || high === undefined
      ? null
      : { inputBtuH, heatBtuH: (inputBtuH * efficiencyPct) / 100, lowF: low, highF: high }
  const derated = (input: number | undefined) => (input === undefined ? null : deratedInputBtuH(input, altitudeFt))
  const lowInput =
    clocked !== null && lowPlate !== undefined && highPlate !== undefined ? (clocked * lowPlate) / highPlate : derated(lowPlate)
  return {
    efficiencyPct,
    high: made(clocked ?? derated(highPlate)),
    low: made(lowInput, plateLow?.riseLowF, plateLow?.riseHighF),
    clocked: clocked !== null,
  }
}

/** The furnace's high fire as a known heat, for tries on the tap that it blows with. */
export function firingOn(
  firing: FiringState,
  furnace: ProfileFurnace | undefined,
  altitudeFt: number,
  heatTap: string,
): ({ tap: string } & NonNullable<TryInput['firing']>) | null {
  const { high } = firesOf(firing, furnace, altitudeFt)
  const { returnF, supplyF } = firing
  return high === null || returnF === undefined || supplyF === undefined
    ? null
    : { tap: heatTap, heatBtuH: high.heatBtuH, returnDbF: returnF, supplyDbF: supplyF }
}

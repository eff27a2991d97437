import {
  clockedInputBtuH,
  DERATE_FROM_FT,
  DERATE_PCT_PER_KFT,
  deratedInputBtuH,
  type Found,
  gasFindings,
  inputFinding,
  type Metered,
  type Result,
  type Show,
  sayStatedAt,
  type TryInput,
  USUAL_GAS,
  USUAL_STATED,
} from '@ingle/core'
import type { FiringState, ProfileFurnace } from '@ingle/record'
import { found } from '../../findingWords.ts'

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
  /** What the plate says of the high fire, derated where that counts; null where nobody knows. */
  plateBtuH: number | null
  /** The same as it is printed. */
  printedBtuH: number | null
  /** The meter's answer for the high fire; null until it was clocked. */
  clocked: Result<number> | null
}

/** The gas as it was metered; null until volume, time and heating value are there. */
function meteredOf(firing: FiringState, altitudeFt: number): Metered | null {
  const { meterFt3, meterS, heatingValueBtuFt3, heatingValueAs, heatingValueAt, gasInWc, gasF } = firing
  if (meterFt3 === undefined || meterS === undefined || heatingValueBtuFt3 === undefined) return null
  return {
    ft3: meterFt3,
    seconds: meterS,
    heatingValueBtuFt3,
    as: heatingValueAs ?? null,
    statedAt: heatingValueAt ?? null,
    gaugeInWc: gasInWc ?? null,
    gasF: gasF ?? null,
    altitudeFt,
  }
}

/**
 * The fires of a furnace: what was typed on the visit before what its plate says, a clocked meter before both; a plate's
 * input is derated by height unless somebody says that the burner was not. A low fire takes the share of its plate of a
 * clocked high one; without a window of its own it is not known.
 */
export function firesOf(firing: FiringState, furnace: ProfileFurnace | undefined, altitudeFt: number): Fires {
  const [plateHigh, plateLow] = furnace?.fires ?? []
  const efficiencyPct = firing.efficiencyPct ?? furnace?.efficiencyPct ?? null
  const metered = meteredOf(firing, altitudeFt)
  const clocked = metered && clockedInputBtuH(metered)
  const highPlate = firing.inputBtuH ?? plateHigh?.inputBtuH
  const lowPlate = firing.lowInputBtuH ?? plateLow?.inputBtuH
  const made = (inputBtuH: number | null, lowF: number | undefined, highF: number | undefined): Fire | null =>
    inputBtuH === null || efficiencyPct === null || lowF === undefined || highF === undefined
      ? null
      : { inputBtuH, heatBtuH: (inputBtuH * efficiencyPct) / 100, lowF, highF }
  const derated = (input: number | undefined): number | null => {
    if (input === undefined) return null
    return firing.derated === false ? input : deratedInputBtuH(input, altitudeFt, firing.deratePctPerKft)
  }
  const high = clocked?.ok ? clocked.value : derated(highPlate)
  const low =
    clocked?.ok && lowPlate !== undefined && highPlate !== undefined ? (clocked.value * lowPlate) / highPlate : derated(lowPlate)
  return {
    efficiencyPct,
    high: made(high, firing.riseLowF ?? plateHigh?.riseLowF, firing.riseHighF ?? plateHigh?.riseHighF),
    low: made(low, firing.lowRiseLowF ?? plateLow?.riseLowF, firing.lowRiseHighF ?? plateLow?.riseHighF),
    plateBtuH: derated(highPlate),
    printedBtuH: highPlate ?? null,
    clocked,
  }
}

const nearerOf = (value: number, a: number, b: number): number => (Math.abs(value - a) <= Math.abs(value - b) ? a : b)

/** What speaks against a burner as it was read, and what was taken without anybody having said it. */
export function fireFindings(firing: FiringState, fires: Fires, altitudeFt: number, show: Show): Found[] {
  const out: Found[] = []
  const { clocked, plateBtuH } = fires
  if (clocked?.ok && plateBtuH !== null) {
    // While nobody has said whether the burner was derated, both may be right: it is held against the nearer of the two.
    const held = firing.derated === undefined ? nearerOf(clocked.value, fires.printedBtuH ?? plateBtuH, plateBtuH) : plateBtuH
    const against = inputFinding(clocked.value, held, show)
    if (against) out.push(against)
  }
  const isMeterRead = firing.meterFt3 !== undefined && firing.meterS !== undefined
  if (!clocked && plateBtuH !== null) out.push(isMeterRead ? found('heating-value-lacks') : found('input-not-clocked'))
  const taken = [
    firing.gasInWc === undefined ? `${show('static', USUAL_GAS.gaugeInWc)} at the meter` : [],
    firing.gasF === undefined ? `gas at ${show('temperature', USUAL_GAS.gasF)}` : [],
    firing.heatingValueAs === undefined || firing.heatingValueAt === undefined
      ? `a heating value stated at ${sayStatedAt(firing.heatingValueAt ?? USUAL_STATED, show)}`
      : [],
  ].flat()
  if (clocked?.ok && firing.heatingValueAs !== 'delivered' && taken.length > 0)
    out.push(found('gas-as-taken', { taken: taken.join(', ') }))
  if (altitudeFt > DERATE_FROM_FT && plateBtuH !== null && firing.derated === undefined)
    out.push(found('derate-unknown', { altitudeFt, pct: firing.deratePctPerKft ?? DERATE_PCT_PER_KFT }, show))
  return [...out, ...gasFindings(firing, show)]
}

/** The furnace's high fire as a known heat, for tries on the tap that it blows with. */
export function firingOn(firing: FiringState, furnace: ProfileFurnace | undefined, altitudeFt: number): TryInput['firing'] {
  const { high } = firesOf(firing, furnace, altitudeFt)
  const { returnF, supplyF } = firing
  return high === null || returnF === undefined || supplyF === undefined
    ? null
    : { heatBtuH: high.heatBtuH, returnDbF: returnF, supplyDbF: supplyF }
}

import { coilLeaving } from '../air/processes.ts'
import { airState, type Moisture } from '../air/psychrometrics.ts'
import { BTUH_PER_TON } from '../quantity/units.ts'

export interface SplitRange {
  lowF: number
  highF: number
  /** True when nobody measured humidity and 40 to 60 % was taken. */
  humidityAssumed: boolean
}

/** What a residential coil does around its rating: output ± 5 %, 70 to 80 % of it sensible. */
const CAPACITY_SHARE = [0.95, 1.05] as const
const SENSIBLE_RATIO = [0.7, 0.8] as const
/** Taken when no humidity was read. */
const ASSUMED_RH_PCT = [40, 60] as const

/**
 * The range of supply–return splits that this capacity and flow allow, cooling.
 * Source: energy balance over the coil for every corner of capacity, sensible ratio, flow and humidity; corners that
 * cannot be (leaving air over saturation) are left out. Valid: steady cooling near rated conditions. Null when no
 * corner is possible.
 */
export function expectedSplit(input: {
  capacityTons: number
  flowCfm: number
  flowPlusMinusCfm: number
  returnDbF: number
  returnWbF: number | null
  returnRhPct: number | null
  pressurePsia: number
}): SplitRange | null {
  const moistures: Moisture[] =
    input.returnWbF !== null
      ? [{ wetBulbF: input.returnWbF }]
      : input.returnRhPct !== null
        ? [{ relativeHumidityPct: input.returnRhPct }]
        : ASSUMED_RH_PCT.map((relativeHumidityPct) => ({ relativeHumidityPct }))
  let lowF = Number.POSITIVE_INFINITY
  let highF = Number.NEGATIVE_INFINITY
  for (const moisture of moistures) {
    const entering = airState(input.returnDbF, moisture, input.pressurePsia)
    if (!entering.ok) continue
    for (const flow of [input.flowCfm - input.flowPlusMinusCfm, input.flowCfm + input.flowPlusMinusCfm]) {
      for (const share of CAPACITY_SHARE) {
        for (const ratio of SENSIBLE_RATIO) {
          const leaving = coilLeaving(entering.value, { actualCfm: flow }, input.capacityTons * BTUH_PER_TON * share, ratio)
          if (!leaving.ok) continue
          const split = input.returnDbF - leaving.value.dryBulbF
          lowF = Math.min(lowF, split)
          highF = Math.max(highF, split)
        }
      }
    }
  }
  return lowF <= highF ? { lowF, highF, humidityAssumed: input.returnWbF === null && input.returnRhPct === null } : null
}

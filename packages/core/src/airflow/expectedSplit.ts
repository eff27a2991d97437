import { BYPASS_RANGE, coilAt, coilModel } from '../air/coilModel.ts'
import { airState, type Moisture } from '../air/psychrometrics.ts'

export interface SplitRange {
  lowF: number
  highF: number
  /** The humidities that were taken because nobody read one, percent; null where one was read. */
  takenRhPct: readonly [number, number] | null
}

/** What a compressor gives around its rating, indoors and outdoors as they are today. An estimate. */
const CAPACITY_SHARE = [0.92, 1.08] as const
const CORNERS = CAPACITY_SHARE.flatMap((share) => BYPASS_RANGE.map((bypass) => [share, bypass] as const))
/** Rooms from dry to damp, where nobody read the humidity. */
const TAKEN_RH_PCT = [30, 70] as const

/**
 * The range of supply–return splits that this capacity and flow allow, cooling, °F: the coil of the Coil view at the
 * corners of capacity, bypass, flow and humidity. Source: `coilModel` and `coilAt` (bypass factor, energy balance). Valid: steady
 * cooling, 50 to 130 % of the rated flow. Null when no corner is possible.
 * @param ratedFlowCfm the flow at which the machine gives its capacity: what the rule aims at
 */
export function expectedSplit(input: {
  capacityTons: number
  ratedFlowCfm: number
  flowCfm: number
  flowPlusMinusCfm: number
  returnDbF: number
  returnWbF: number | null
  returnRhPct: number | null
  pressurePsia: number
}): SplitRange | null {
  const read: Moisture | null =
    input.returnWbF !== null
      ? { wetBulbF: input.returnWbF }
      : input.returnRhPct !== null
        ? { relativeHumidityPct: input.returnRhPct }
        : null
  const moistures = read ? [read] : TAKEN_RH_PCT.map((relativeHumidityPct) => ({ relativeHumidityPct }))
  let lowF = Number.POSITIVE_INFINITY
  let highF = Number.NEGATIVE_INFINITY
  for (const moisture of moistures) {
    const entering = airState(input.returnDbF, moisture, input.pressurePsia)
    if (!entering.ok) continue
    for (const [share, bypass] of CORNERS) {
      const model = coilModel(entering.value, input.capacityTons * share, input.ratedFlowCfm, bypass)
      if (!model.ok) continue
      for (const flow of [input.flowCfm - input.flowPlusMinusCfm, input.flowCfm + input.flowPlusMinusCfm]) {
        if (!(flow > 0)) continue
        const { splitF } = coilAt(model.value, flow)
        lowF = Math.min(lowF, splitF)
        highF = Math.max(highF, splitF)
      }
    }
  }
  return lowF <= highF ? { lowF, highF, takenRhPct: read ? null : TAKEN_RH_PCT } : null
}

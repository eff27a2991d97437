import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { type HeatExchanger, plenumBeforeStartF } from './fanLimit.ts'

interface OnDelay {
  delayS: number
  /** The air over the exchanger as the blower starts. */
  supplyF: number
}
interface OffDelay {
  delayS: number
  /** Supply air as it stops. */
  supplyF: number
  /** Of the heat in the exchanger at the end of the fire, what stays behind. */
  leftShare: number
}

/** Every step of both delays, and the ones to choose. */
export interface BlowerDelays {
  on: OnDelay[]
  off: OffDelay[]
  bestOnS: number
  bestOffS: number
  /** Supply air once the fire burns steadily. */
  settledF: number
}

/** Air that is felt as warm at a grille, and a rise that is no longer worth the fan, °F. House figures. */
const WARM_SUPPLY_F = 90
const SPENT_RISE_F = 12

const HOUR_S = 3600

/**
 * What each step of a furnace's blower delays does: how warm the air is when the blower starts, and what is left in the
 * exchanger when it stops. Before the blower starts the air over the exchanger warms as the reading did from which the
 * exchanger is known, so that the step at which it was read shows what was read; with it on, it gives ua·(T − air) to the
 * air. Source: energy balances of exchanger and air, exact exponentials; the exchanger from `exchangerFromStart`.
 */
export function blowerDelays(
  of: HeatExchanger,
  returnF: number,
  onS: readonly number[],
  offS: readonly number[],
): Result<BlowerDelays> {
  if (!of.air) return refuse('blower-air-unknown')
  if (onS.length === 0 && offS.length === 0) return refuse('no-blower-delays')
  const { streamOn } = of.air
  /** Of the exchanger's excess over the return, what the air takes up as it blows. */
  const airShare = of.uaOn / (of.uaOn + streamOn)
  const away = (of.uaOn * streamOn) / (of.uaOn + streamOn)
  const settled = of.burnerBtuH / away
  const on = onS.map((delayS): OnDelay => ({ delayS, supplyF: plenumBeforeStartF(of, returnF, delayS) }))
  const off = offS.map((delayS): OffDelay => {
    const leftShare = Math.exp((-away * delayS) / (of.capacity * HOUR_S))
    return { delayS, supplyF: returnF + airShare * settled * leftShare, leftShare }
  })
  const bestOn = on.find((one) => one.supplyF >= WARM_SUPPLY_F) ?? on.at(-1)
  const bestOff = off.find((one) => one.supplyF - returnF <= SPENT_RISE_F) ?? off.at(-1)
  return ok({ on, off, bestOnS: bestOn?.delayS ?? 0, bestOffS: bestOff?.delayS ?? 0, settledF: returnF + airShare * settled })
}

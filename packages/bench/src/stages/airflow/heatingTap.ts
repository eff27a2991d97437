import { type AirflowPicture, chooseTap, type TapChoice } from '@ingle/core'
import type { Fire } from './fires.ts'
import { SAME_TAP } from './roles.ts'

/** The duct that taps are chosen on: with a clean filter where that is known, since the tap is set once. */
export const ductFor = ({ cleanCoefficient, ductCoefficient }: AirflowPicture): number | null =>
  cleanCoefficient ?? ductCoefficient

/**
 * Every tap against the rise window of a fire: the best keeps inside it and inside the rated static, nearest its middle.
 * The one choice for the aim, for the Heat view and for whoever else asks. Null until duct and table are known.
 */
export function fireTaps(picture: AirflowPicture, fire: Fire): TapChoice | null {
  const coefficient = ductFor(picture)
  const { blower } = picture.input
  if (!blower || coefficient === null) return null
  const middleCfm = fire.heatBtuH / (picture.sensibleFactor * ((fire.lowF + fire.highF) / 2))
  return chooseTap(blower.table, coefficient, middleCfm, {
    maxStaticInWc: blower.ratedStaticInWc,
    rise: { heatBtuH: fire.heatBtuH, sensibleFactor: picture.sensibleFactor, minF: fire.lowF, maxF: fire.highF },
  })
}

/** The tap for an electric heater: the cooling tap where that is enough, else the one with the least flow that is. */
type HeaterTap =
  | { tap: typeof SAME_TAP; because: 'no-heater' }
  | { tap: typeof SAME_TAP; because: 'enough'; flowCfm: number }
  | { tap: string; because: 'least-that-is-enough' }

export function heaterTap(picture: AirflowPicture): HeaterTap | null {
  const { floorCfm, input } = picture
  if (input.heaterKw === 0) return { tap: SAME_TAP, because: 'no-heater' }
  const choice = picture.cleanChoice ?? picture.choice
  if (floorCfm === null || !choice) return null
  const cool = choice.best?.point
  if (cool && cool.flowCfm >= floorCfm) return { tap: SAME_TAP, because: 'enough', flowCfm: cool.flowCfm }
  const enough = choice.outcomes
    .filter((one) => one.point !== null && one.point.flowCfm >= floorCfm)
    .sort((a, b) => (a.point?.flowCfm ?? 0) - (b.point?.flowCfm ?? 0))[0]
  const tap = enough ? input.blower?.table.taps[enough.tap] : undefined
  return tap === undefined ? null : { tap, because: 'least-that-is-enough' }
}

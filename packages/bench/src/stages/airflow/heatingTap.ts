import { type AirflowPicture, chooseTap, chosenFrom, type TapChoice, type TapOutcome } from '@ingle/core'
import type { Fire } from './fires.ts'
import { SAME_TAP } from './roles.ts'

/** The duct that taps are chosen on: with a clean filter where that is known, since the tap is set once. */
export const ductFor = ({ cleanCoefficient, ductCoefficient }: AirflowPicture): number | null =>
  cleanCoefficient ?? ductCoefficient

/**
 * The cooling tap that is aimed at, with its adjust: for a clean filter where that is known.
 * @param onTap the only tap that is looked at; absent: all of them
 */
export function coolChoice(
  { cleanChoice, choice, aimCfm, input }: AirflowPicture,
  onTap: number | null = null,
): TapChoice | null {
  const all = cleanChoice ?? choice
  if (onTap === null || all === null || aimCfm === null) return all
  return chosenFrom(
    all.outcomes.filter((one) => one.tap === onTap),
    aimCfm,
    input.rule.bandPct,
  )
}

/** The adjust moves heating taps too: the one that cooling is aimed at, else the one that it runs on. */
export const adjustChosen = (picture: AirflowPicture): number =>
  coolChoice(picture)?.best?.adjustPct ?? picture.current?.input.adjustPct ?? 0

/**
 * Every tap against the rise window of a fire: the best keeps inside it, inside the rated static and below what the loudest
 * grille allows, nearest its middle.
 * The one choice for the aim, for the Heat view and for whoever else asks. Null until duct and table are known.
 */
export function fireTaps(picture: AirflowPicture, fire: Fire): TapChoice | null {
  const coefficient = ductFor(picture)
  const { blower } = picture.input
  if (!blower || coefficient === null) return null
  const middleCfm = fire.heatBtuH / (picture.sensibleFactor * ((fire.lowF + fire.highF) / 2))
  const rise = { heatBtuH: fire.heatBtuH, sensibleFactor: picture.sensibleFactor, minF: fire.lowF, maxF: fire.highF }
  return chooseTap(
    blower.table,
    coefficient,
    middleCfm,
    { maxStaticInWc: blower.ratedStaticInWc, ceilingCfm: picture.ceilingCfm, rise },
    [adjustChosen(picture)],
  )
}

/** The tap for an electric heater: the cooling tap where that is enough, else the one with the least flow that is. */
type HeaterTap =
  | { tap: typeof SAME_TAP; because: 'no-heater' }
  | { tap: typeof SAME_TAP; because: 'enough'; flowCfm: number }
  | { tap: string; because: 'least-that-is-enough' }

/** @param sameOffered the heater may blow with the cooling tap on this device */
export function heaterTap(picture: AirflowPicture, sameOffered = true): HeaterTap | null {
  const { floorCfm, input } = picture
  if (input.heaterKw === 0) return { tap: SAME_TAP, because: 'no-heater' }
  const choice = coolChoice(picture)
  if (floorCfm === null || !choice) return null
  const cool = choice.best?.point
  if (sameOffered && cool && cool.flowCfm >= floorCfm) return { tap: SAME_TAP, because: 'enough', flowCfm: cool.flowCfm }
  const adjustPct = adjustChosen(picture)
  const flowOf = (one: TapOutcome) => one.point?.flowCfm ?? 0
  const enough = choice.outcomes
    .filter((one) => one.adjustPct === adjustPct && flowOf(one) >= floorCfm)
    .sort((a, b) => flowOf(a) - flowOf(b))[0]
  const tap = enough ? input.blower?.table.taps[enough.tap] : undefined
  return tap === undefined ? null : { tap, because: 'least-that-is-enough' }
}

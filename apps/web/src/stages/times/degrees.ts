import { fromChosen, type UnitChoice } from '@ingle/core'

/** A set point without its sign, as short as it is: 69, 20.5. */
export function degrees(base: number, units: UnitChoice): string {
  const value = fromChosen('temperature', base, units)
  return String(Math.round(value * 10) / 10)
}

import { instrumentPlusMinus } from '../instruments.ts'
import type { MethodGround } from './method.ts'

/** Each thermometer, °F, where none was chosen. */
const THERMOMETER_F = 0.5

/** What two readings of a thermometer are off by together, as a share of their difference. */
export function riseShare({ input }: MethodGround, riseF: number): number {
  const { temperature } = input.instruments
  const eachF = temperature ? instrumentPlusMinus(temperature, 0) : THERMOMETER_F
  return (eachF * Math.SQRT2) / riseF
}

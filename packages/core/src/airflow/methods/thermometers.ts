import { sensibleFactorAt } from '../../air/factors.ts'
import { FIELD } from '../fieldUncertainty.ts'
import { instrumentPlusMinus } from '../instruments.ts'
import type { MethodGround } from './method.ts'

/** As `sensibleFactorAt`, of the air of a try. */
export const factorAt = ({ air }: MethodGround, returnDbF: number): number => sensibleFactorAt(air, returnDbF)

/** What two readings of a thermometer are off by together, as a share of their difference. */
export function riseShare({ input }: MethodGround, riseF: number): number {
  const { temperature } = input.instruments
  const eachF = temperature ? instrumentPlusMinus(temperature, 0) : FIELD.thermometerF
  return (eachF * Math.SQRT2) / riseF
}

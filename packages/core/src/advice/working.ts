import { formatNumber } from '../quantity/format.ts'
import type { Quantity } from '../quantity/units.ts'

/**
 * How one number came about: formula with the numbers in it, inputs, source, how sure. Formulas are always written in
 * the base units, where their constants hold; the result is shown in the reader's units beside it.
 */
export interface Working {
  id: string
  label: string
  formula: string
  result: { quantity: Quantity; value: number; plusMinus?: number } | null
  inputs: { name: string; value: string; from: string }[]
  source: string
  note?: string
}

export const f = (value: number, decimals = 0) => formatNumber(value, decimals)
export const inWc = (value: number) => formatNumber(value, 2)

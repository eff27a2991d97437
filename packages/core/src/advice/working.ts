import { formatNumber } from '../quantity/format.ts'
import { isMetric, type Quantity, type UnitChoice } from '../quantity/units.ts'
import { showIn } from './show.ts'

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

/** What a reader of other units has to know before the formulas; null: nothing. */
export const formulasSaid = (units: UnitChoice): string | null =>
  isMetric(units) ? 'Formulas stand in inch-pound units, where their constants hold; results beside them in yours.' : null

/** The result in the reader's units, with how far it may be off: "587 L/s ± 25 L/s"; empty: it has none of its own. */
export function resultSaid({ result }: Working, units: UnitChoice): string {
  if (!result) return ''
  const { quantity, value, plusMinus } = result
  const show = showIn(units)
  const off = plusMinus && show(quantity === 'temperature' ? 'temperatureDifference' : quantity, plusMinus)
  return off ? `${show(quantity, value)} ± ${off}` : show(quantity, value)
}

export const f = (value: number, decimals = 0) => formatNumber(value, decimals)
export const inWc = (value: number) => formatNumber(value, 2)

import { chosenUnit, fromBase, type Quantity, type UnitChoice } from './units.ts'

export interface FormatOptions {
  /** Decimals instead of the unit's own. */
  decimals?: number
  /** Show + before a positive number, for a probe reading. */
  signed?: boolean
  /** Leave the unit off, for a column whose head names it. */
  bare?: boolean
}

/**
 * Shows a base-unit number in the chosen unit: `1,345 cfm`, `+0.22 in.wc`. Rounding happens here and nowhere else.
 * A true minus sign is used, so that columns of figures line up.
 */
export function format(quantity: Quantity, base: number, choice: UnitChoice, options: FormatOptions = {}): string {
  if (!Number.isFinite(base)) return '—'
  const unit = chosenUnit(quantity, choice)
  const text = formatNumber(fromBase(base, unit), options.decimals ?? unit.decimals, options.signed)
  if (options.bare) return text
  return unit.symbol === '%' ? `${text}%` : `${text} ${unit.symbol}`
}

/** A plain number with thousands marks, a fixed count of decimals and a true minus sign. */
export function formatNumber(value: number, decimals: number, signed = false): string {
  const [whole = '0', fraction] = Math.abs(value).toFixed(decimals).split('.')
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, ',')
  const digits = fraction ? `${grouped}.${fraction}` : grouped
  const isZero = Number(Math.abs(value).toFixed(decimals)) === 0
  const sign = isZero ? '' : value < 0 ? '−' : signed ? '+' : ''
  return sign + digits
}

/** A small coefficient in powers of ten: `4.25×10⁻⁷`. */
export function formatScientific(value: number, digits = 3): string {
  if (value === 0) return '0'
  const [mantissa = '0', exponent = '0'] = value.toExponential(digits - 1).split('e')
  const raised = [...String(Number(exponent))].map((c) => (c === '-' ? '⁻' : '⁰¹²³⁴⁵⁶⁷⁸⁹'[Number(c)])).join('')
  return `${mantissa}×10${raised}`
}

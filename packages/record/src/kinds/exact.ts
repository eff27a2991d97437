import { BASE_UNITS, chosenUnit, parseReading, type Quantity, type UnitChoice } from '@ingle/core'

/**
 * A number as somebody would type it: in the reader's unit with as few decimals as give the same number back, else in the
 * base unit, named. A line that corrects a reading must not round what it does not touch.
 */
export function exact(quantity: Quantity, base: number, units: UnitChoice, signed = false): string {
  const unit = chosenUnit(quantity, units)
  const value = (base - (unit.offset ?? 0)) / unit.factor
  for (let decimals = 0; decimals <= 6; decimals += 1) {
    const text = plain(value.toFixed(decimals), signed)
    const read = parseReading(text, quantity, units)
    if (read.ok && read.value.base === base) return text
  }
  return `${plain(shortest(base), signed)} ${chosenUnit(quantity, BASE_UNITS).symbol}`
}

/**
 * As `exact`, for the figures of one line: where one of them must name its unit each of them does, since a unit that is
 * typed counts for its neighbours.
 */
export function exactly(
  quantity: Quantity,
  values: readonly (number | null | undefined)[],
  units: UnitChoice,
  signed = false,
): (base: number) => string {
  const known = values.filter((one) => one !== null && one !== undefined)
  if (known.every((one) => !exact(quantity, one, units, signed).includes(' ')))
    return (base) => exact(quantity, base, units, signed)
  return (base) => `${plain(shortest(base), signed)} ${chosenUnit(quantity, BASE_UNITS).symbol}`
}

/** All digits of a number, never in powers of ten: a line has no e. */
function shortest(value: number): string {
  const [digits = '', exponent] = String(Math.abs(value)).split('e')
  const sign = value < 0 ? '-' : ''
  if (exponent === undefined) return sign + digits
  // No quantity here reaches the 10²¹ at which a large number is written with an e.
  return `${sign}0.${'0'.repeat(-Number(exponent) - 1)}${digits.replace('.', '')}`
}

const plain = (text: string, signed: boolean): string => {
  const zero = /^-?0(\.0*)?$/.test(text)
  return zero ? text.replace('-', '') : signed && !text.startsWith('-') ? `+${text}` : text
}

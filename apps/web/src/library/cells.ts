import { chosenUnit, fromChosen, ok, type Quantity, type Result, toBase, type UnitChoice } from '@ingle/core'
import { readCellText } from './readCellText.ts'

/** A figure of a table in the reader's units, as short as it can be said without loss. */
export const cellText = (quantity: Quantity, base: number | null | undefined, units: UnitChoice): string =>
  base == null ? '' : String(Math.round(fromChosen(quantity, base, units) * 1000) / 1000)

/** What was typed over it, in base units. A cell that still shows what it showed keeps its exact figure. */
export function cellBase(
  quantity: Quantity,
  text: string,
  units: UnitChoice,
  before: number | null | undefined,
): Result<number | null> {
  if (text === cellText(quantity, before, units)) return ok(before ?? null)
  const read = readCellText(text)
  return !read.ok || read.value === null ? read : ok(toBase(read.value, chosenUnit(quantity, units)))
}

import { flowUnitIn, staticUnitIn } from './words.ts'

/** A quantity whose unit a manual may leave out. */
export type PastedQuantity = 'flow' | 'static'

/** Those of which a text names no unit anywhere: their figures could be in any, and whoever pasted them is asked. */
export const unnamedUnits = (text: string, of: readonly PastedQuantity[]): PastedQuantity[] =>
  of.filter((one) => (one === 'flow' ? flowUnitIn : staticUnitIn)(text) === null)

/**
 * The text with the units that its reader says, in a line above it as a manual has them: then it is read as if it had named
 * them itself. Base units need no line: figures without a unit are read in them.
 */
export function withUnits(text: string, units: Partial<Record<PastedQuantity, string>>): string {
  const said = Object.entries(units).flatMap(([one, unit]) => (['cfm', 'in.wc'].includes(unit) ? [] : [`${one} in ${unit}`]))
  return said.length === 0 ? text : `All ${said.join(', ')}\n${text}`
}

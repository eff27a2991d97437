import { type FormatOptions, format } from '../quantity/format.ts'
import type { Quantity, UnitChoice } from '../quantity/units.ts'

/** Puts a number into a sentence in the reader's units. Advice never builds a unit by hand. */
export type Show = (quantity: Quantity, base: number, options?: FormatOptions) => string

export const showIn =
  (choice: UnitChoice): Show =>
  (quantity, base, options) =>
    format(quantity, base, choice, options)

export const percent = (share: number): string => `${Math.round(share * 100)}%`

/** "tap 3" for a numbered or lettered tap, Roman numbers too; the maker's own word otherwise. */
export const tapName = (label: string): string => (/^(?:\w{1,2}|[IVX]{1,4})$/.test(label) ? `tap ${label}` : label)

/** "+10%", "−5%", "0%". */
export const signedPct = (pct: number): string => `${pct > 0 ? '+' : pct < 0 ? '−' : ''}${Math.abs(pct)}%`

/** "tap 3", or "tap 3, adjust +10%" where there is an adjust, or where one has to be said. */
export const tapSetName = (label: string, adjustPct: number, saysAdjust = false): string =>
  `${tapName(label)}${adjustPct !== 0 || saysAdjust ? `, adjust ${signedPct(adjustPct)}` : ''}`

/** A number of things: "1 setting", "3 settings". */
export const counted = (count: number, one: string, many: string = `${one}s`): string => `${count} ${count === 1 ? one : many}`

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

export function list(words: readonly string[], last: 'and' | 'or' = 'and'): string {
  if (words.length < 2) return words[0] ?? ''
  return `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)}`
}

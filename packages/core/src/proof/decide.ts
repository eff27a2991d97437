/** What a measured value says about a requirement. */
export type Verdict = 'pass' | 'fail' | 'cannot-tell'

/** Between what a value has to lie; null: no limit on that side. */
export interface Limits {
  low: number | null
  high: number | null
}

/**
 * Whether a value lies within its limits, seen with an instrument that may be off by `plusMinus` (expanded, 95 %):
 * it passes only inside the limits drawn in by that much, and fails only outside the limits drawn out by it.
 * Source: ISO 14253-1 (decision rules for conformity), JCGM 106.
 */
export function decide(value: number, { low, high }: Limits, plusMinus: number): Verdict {
  if (!Number.isFinite(value)) return 'cannot-tell'
  if ((high !== null && value > high + plusMinus) || (low !== null && value < low - plusMinus)) return 'fail'
  const inside = (low === null || value >= low + plusMinus) && (high === null || value <= high - plusMinus)
  return inside ? 'pass' : 'cannot-tell'
}

/** Whether anything could pass at all: an instrument that is off by more than half of the window decides nothing. */
export const canPass = ({ low, high }: Limits, plusMinus: number): boolean =>
  low === null || high === null || high - low >= 2 * plusMinus

/** Standard deviations that a “give or take” stands for: 95 % of a normal spread. Source: JCGM 100. */
const COVERAGE = 2

/**
 * What a difference of two readings may be off by: each instrument's part, and half a step of each display spread evenly.
 * Expanded like its parts. Source: JCGM 100 (GUM), 4.3.7 and 5.1.
 * @param parts expanded uncertainties @param resolutions steps of the displays @param coverage what the parts were expanded with
 */
export const together = (parts: readonly number[], resolutions: readonly number[] = [], coverage: number = COVERAGE): number =>
  Math.hypot(...parts, ...resolutions.map((step) => (coverage * step) / Math.sqrt(12)))

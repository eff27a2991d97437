import { leastSquares } from '../statistics/leastSquares.ts'

export interface StrokeLine {
  /** Feedback = zero + slope × command. */
  slope: number
  zeroPct: number
  /** Feedback less command, where that is largest, with its sign. */
  worstFromCommandPct: number
  worstFromLinePct: number
}

/** How a feedback follows its command, by least squares. Null with fewer than two commands that differ. */
export function strokeLine(pairs: readonly { commandPct: number; feedbackPct: number }[]): StrokeLine | null {
  if (new Set(pairs.map((one) => one.commandPct)).size < 2) return null
  const { coefficients } = leastSquares(
    pairs.map((one) => [1, one.commandPct]),
    pairs.map((one) => one.feedbackPct),
  )
  const [zeroPct, slope] = coefficients as [number, number]
  const off = pairs.map((one) => one.feedbackPct - one.commandPct)
  return {
    slope,
    zeroPct,
    worstFromCommandPct: off.reduce((worst, one) => (Math.abs(one) > Math.abs(worst) ? one : worst), 0),
    worstFromLinePct: Math.max(...pairs.map((one) => Math.abs(one.feedbackPct - zeroPct - slope * one.commandPct))),
  }
}

/**
 * When a logged feedback arrived where it was sent: from then on it never leaves the band about the target again. Between
 * two records the straight way. Null: it never arrived. Valid: times rising.
 */
export function arrivedAtS(
  timesS: readonly number[],
  feedbacksPct: readonly number[],
  targetPct: number,
  bandPct: number,
): number | null {
  let last = -1
  for (const [i, feedback] of feedbacksPct.entries()) if (Math.abs(feedback - targetPct) > bandPct) last = i
  const [from, to] = [feedbacksPct[last], feedbacksPct[last + 1]]
  const [t0, t1] = [timesS[last], timesS[last + 1]]
  if (last < 0) return timesS[0] ?? null
  if (from === undefined || to === undefined || t0 === undefined || t1 === undefined) return null
  const edge = from < targetPct ? targetPct - bandPct : targetPct + bandPct
  return t0 + ((edge - from) / (to - from)) * (t1 - t0)
}

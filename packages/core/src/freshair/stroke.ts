/** Where a damper was told to be, what its feedback said, and how long it took. */
export interface StrokeStep {
  commandPct: number
  /** Feedback, percent; null: the unit has none, and the blades were watched. */
  feedbackPct: number | null
  /** Where the blades were seen, percent; null: nobody looked. */
  seenPct: number | null
  seconds: number | null
}

export interface StrokeRule {
  /** How far feedback or blades may be from the command. */
  tolerancePct: number
  /** From shut to open; null: the maker's time is not known. */
  strokeS: number | null
  /** How much longer than that it may take, as a factor. */
  slowFactor: number
}
/** What a hand on a stopwatch may be late by, s. */
export const STROKE_SLACK_S = 2
export const USUAL_STROKE: StrokeRule = { tolerancePct: 5, strokeS: null, slowFactor: 1.3 }

export type StrokeVerdict = 'pass' | 'stuck' | 'reversed' | 'blades-loose' | 'off' | 'slow' | 'cannot-tell'

/**
 * What a stroke test shows. Reversed: the feedback falls as the command rises. Stuck: it stays where it is over half of the
 * stroke. Blades loose: the feedback follows and the blades do not. Source: our own rule; tolerances are inputs.
 * Valid: steps in the order in which they were made.
 */
export function judgeStroke(steps: readonly StrokeStep[], rule: StrokeRule): StrokeVerdict {
  const told = (pick: (one: StrokeStep) => number | null) =>
    steps.flatMap((one) => {
      const value = pick(one)
      return value === null ? [] : [{ command: one.commandPct, value }]
    })
  const ends = (of: { command: number; value: number }[]) => {
    if (of.length < 2) return null
    const sorted = [...of].sort((a, b) => a.command - b.command)
    const [low, high] = [sorted[0] as { command: number; value: number }, sorted.at(-1) as { command: number; value: number }]
    return high.command - low.command < 50 ? null : (high.value - low.value) / (high.command - low.command)
  }
  const feedback = told((one) => one.feedbackPct)
  const blades = told((one) => one.seenPct)
  const [feedbackSlope, bladeSlope] = [ends(feedback), ends(blades)]
  if (feedbackSlope === null && bladeSlope === null) return 'cannot-tell'
  if (feedbackSlope !== null && feedbackSlope < -0.5) return 'reversed'
  if (bladeSlope !== null && bladeSlope < -0.5) return 'reversed'
  if (feedbackSlope !== null && bladeSlope !== null && feedbackSlope > 0.5 && bladeSlope < 0.2) return 'blades-loose'
  if ((bladeSlope ?? feedbackSlope ?? 1) < 0.2) return 'stuck'
  if ([...feedback, ...blades].some((one) => Math.abs(one.value - one.command) > rule.tolerancePct)) return 'off'
  if (rule.strokeS !== null) {
    let [from, slow] = [steps[0]?.commandPct ?? 0, false]
    for (const one of steps) {
      const way = Math.abs(one.commandPct - from) / 100
      if (one.seconds !== null && way > 0 && one.seconds > way * rule.strokeS * rule.slowFactor + STROKE_SLACK_S) slow = true
      from = one.commandPct
    }
    if (slow) return 'slow'
  }
  return 'pass'
}

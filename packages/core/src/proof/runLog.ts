/** Something was on or off from a moment on, until the next record. */
export interface OnOff {
  atS: number
  on: boolean
}
export interface Stretch {
  fromS: number
  toS: number
}

export interface RunTime {
  knownS: number
  missingS: number
  runS: number
  /** Were it on in all that is not known. */
  runMostS: number
  duty: number | null
  startsSeen: number
  /** With one for each hole that it was off before and on after. */
  startsLeast: number
}

/**
 * How long and how often something ran, by its log. Nothing is known before the first record, in a missing stretch, and
 * after one until the next record. Source: our own counting. Valid: records in order of time, stretches apart.
 */
export function runTime(log: readonly OnOff[], missing: readonly Stretch[], endS: number): RunTime {
  const lost = (atS: number) => missing.some((one) => atS >= one.fromS && atS < one.toS)
  // One timeline of what is known from when: a hole begins an unknown that only a record ends.
  const marks: { atS: number; on: boolean | null }[] = [
    ...log.filter((one) => !lost(one.atS)),
    ...missing.map((one) => ({ atS: one.fromS, on: null })),
  ].sort((a, b) => a.atS - b.atS)
  let [runS, knownS, startsSeen, startsLeast] = [0, 0, 0, 0]
  let now: boolean | null = null
  let before: boolean | null = null
  for (const [i, mark] of marks.entries()) {
    if (mark.on === true) {
      if (now === false) startsSeen += 1
      else if (now === null && before === false) startsLeast += 1
    }
    if (mark.on !== null) before = mark.on
    now = mark.on
    const lasts = Math.max(0, Math.min(marks[i + 1]?.atS ?? endS, endS) - mark.atS)
    if (mark.on !== null) knownS += lasts
    if (mark.on) runS += lasts
  }
  const missingS = endS - knownS
  return {
    knownS,
    missingS,
    runS,
    runMostS: runS + missingS,
    duty: knownS > 0 ? runS / knownS : null,
    startsSeen,
    startsLeast: startsSeen + startsLeast,
  }
}

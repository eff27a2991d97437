/** What call, fan and supply air were from a moment on, until the next record. */
export interface FanRecord {
  atS: number
  call: boolean
  fan: boolean
  supplyF: number
}

export interface Leftover {
  restartsAtS: number[]
  /** How long the fan ran in them, until it stopped or a call came. */
  fanS: number
}

/**
 * Starts of the fan on leftover heat: off to on without a call, soon after one, while the supply is still warm. A fan that
 * comes back stopped before its heat was out. Source: our own rule. Valid: records in order of time.
 */
export function leftoverRestarts(
  log: readonly FanRecord[],
  { windowS, leastRiseF, returnF }: { windowS: number; leastRiseF: number; returnF: number },
): Leftover {
  const restartsAtS: number[] = []
  let fanS = 0
  let callEndedS: number | null = null
  let runsSinceS: number | null = null
  for (const [i, now] of log.entries()) {
    const before = log[i - 1]
    if (before?.call && !now.call) callEndedS = now.atS
    if (runsSinceS !== null && (now.call || !now.fan)) {
      fanS += now.atS - runsSinceS
      runsSinceS = null
    }
    if (now.call) callEndedS = null
    const starts = before !== undefined && !before.fan && now.fan && !now.call
    if (starts && callEndedS !== null && now.atS - callEndedS <= windowS && now.supplyF >= returnF + leastRiseF) {
      restartsAtS.push(now.atS)
      runsSinceS = now.atS
    }
  }
  const last = log.at(-1)
  if (runsSinceS !== null && last) fanS += last.atS - runsSinceS
  return { restartsAtS, fanS }
}

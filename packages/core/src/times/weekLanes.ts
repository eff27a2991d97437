/** Minutes of a week, from Monday 00:00. */
export const WEEK_MIN = 7 * 1440

/** A set point from a minute of the week on. */
export interface LanePoint {
  atMin: number
  value: number
}

/** A lane of the week, minute by minute: each point holds until the next, over the week's end too. Null without a point. */
export function laneOf(points: readonly LanePoint[]): Float64Array | null {
  const sorted = [...points].sort((a, b) => a.atMin - b.atMin)
  const last = sorted.at(-1)
  if (!last) return null
  const lane = new Float64Array(WEEK_MIN).fill(last.value)
  for (const [i, { atMin, value }] of sorted.entries()) lane.fill(value, atMin, sorted[i + 1]?.atMin ?? WEEK_MIN)
  return lane
}

/** Stretches of the week in which cooling is set closer over heating than a device allows; split where the gap changes. */
export function gapStretches(
  heat: Float64Array,
  cool: Float64Array,
  leastGapF: number,
): { startMin: number; endMin: number; gapF: number }[] {
  const out: { startMin: number; endMin: number; gapF: number }[] = []
  for (let minute = 0; minute < WEEK_MIN; minute += 1) {
    const gapF = (cool[minute] as number) - (heat[minute] as number)
    if (gapF >= leastGapF) continue
    const last = out.at(-1)
    if (last && last.endMin === minute && last.gapF === gapF) last.endMin = minute + 1
    else out.push({ startMin: minute, endMin: minute + 1, gapF })
  }
  return out
}

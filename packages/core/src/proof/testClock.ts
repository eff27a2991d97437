/** What a clock says of how long something has been going on. */
export interface Elapsed {
  s: number
  /** The clock was set back since: what it says of the beginning is in its future. */
  setBack: boolean
}

/** A clock that goes on by itself may lag so much behind the wall's without anybody having moved it. */
const SLACK_MS = 2000

/**
 * How long ago something began, by two clocks: the wall clock, which people and networks set, and one that only counts
 * (since this page was opened, and which may stand still while the phone sleeps). Neither can have run faster than time
 * did, unless somebody set the wall clock ahead: the longer one counts. Instants, so no midnight and no summer time
 * comes into it.
 * @param sinceMs when it began, by the wall clock
 * @param nowMs the wall clock now
 * @param countedMs what the counting clock says has passed since; null: the page was opened later
 */
export function elapsedSince(sinceMs: number, nowMs: number, countedMs: number | null): Elapsed {
  const wall = nowMs - sinceMs
  const counted = countedMs ?? 0
  return { s: Math.max(0, wall, counted) / 1000, setBack: wall < counted - SLACK_MS || wall < -SLACK_MS }
}

/** Minutes and seconds, hours where there are any: 3:24, 1:02:05. */
export function clockFace(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds))
  const two = (value: number) => String(value).padStart(2, '0')
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), whole % 60]
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`
}

import { everyNth } from '@ingle/report'

/** A stretch of the day, in minutes since midnight. */
export type Span = readonly [from: number, to: number]

/** An hour's label and half of another beside it, px: the first begins at its place, the next is centred on its own. */
const HOUR_PX = 60
const HOURS_APART = [1, 2, 3, 6, 12]

/** Hours that stand under a stretch drawn so wide: every one of a short one, every third of a day, fewer where it is narrow. */
export function hoursUnder([from, to]: Span, widthPx: number): number[] {
  const least = Math.max(to - from > 720 ? 3 : 1, everyNth((widthPx * 60) / (to - from), HOUR_PX))
  const apart = 60 * (HOURS_APART.find((one) => one >= least) ?? 12)
  return Array.from({ length: Math.floor((to - from) / apart) + 1 }, (_, i) => from + i * apart)
}

/** Minutes since midnight as a clock has them. */
export const clockText = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(Math.round(minute % 60)).padStart(2, '0')}`

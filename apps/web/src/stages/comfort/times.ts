/** A stretch of the day, in minutes since midnight. */
export type Span = readonly [from: number, to: number]

/** Hours that stand under a stretch: every one of a short one, every third of a day. */
export function hoursUnder([from, to]: Span): number[] {
  const apart = to - from > 720 ? 180 : 60
  return Array.from({ length: Math.floor((to - from) / apart) + 1 }, (_, i) => from + i * apart)
}

/** Minutes since midnight as a clock has them. */
export const clockText = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(Math.round(minute % 60)).padStart(2, '0')}`

/** Hours that stand under a day. */
export const HOURS_SHOWN = [0, 3, 6, 9, 12, 15, 18, 21, 24] as const

/** Minutes since midnight as a clock has them. */
export const clockText = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(Math.round(minute % 60)).padStart(2, '0')}`

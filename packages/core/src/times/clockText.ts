import { civilOf, dayNumber, isDate } from './civil.ts'

/** Times of day and days of the year as text, and back. */

export const two = (value: number): string => String(value).padStart(2, '0')

/** Minutes after midnight as 05:45; the end of a day is 24:00. */
export const clockText = (minutes: number): string => `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`

/** A typed time of day as minutes after midnight: 5:45, 05.45, 545, 7, 5:10 pm, 17h10. Null where it is none; 25:00 is none. */
export function readClock(text: string): number | null {
  const match = /^(\d{1,2})(?:[:.h]?(\d{2})|h)?\s*(?:([ap])\.?m?\.?)?$/i.exec(text.trim())
  if (!match) return null
  const half = match[3]?.toLowerCase()
  let hour = Number(match[1])
  const minute = Number(match[2] ?? 0)
  if (minute > 59) return null
  if (half !== undefined) {
    if (hour < 1 || hour > 12) return null
    hour = (hour % 12) + (half === 'p' ? 12 : 0)
  }
  const minutes = hour * 60 + minute
  return minutes > 1440 ? null : minutes
}

/** A leap year, so that every day of a year has a place: 1 January 1, 29 February 60, 31 December 366. */
const LEAP_YEAR = 2024
const BEFORE = dayNumber(LEAP_YEAR, 1, 1) - 1

/** Place of a date in such a year; not a number for 31 February. */
export const ordinalOfYear = (month: number, day: number): number =>
  isDate({ year: LEAP_YEAR, month, day }) ? dayNumber(LEAP_YEAR, month, day) - BEFORE : Number.NaN

export const dateOfYear = (ordinal: number): { month: number; day: number } => civilOf(BEFORE + ordinal)

export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const
/** A day of every year as "1 Oct". */
export function sayDateOfYear(ordinal: number): string {
  const { month, day } = dateOfYear(ordinal)
  return `${day} ${MONTHS[month - 1]}`
}

/** Days of the week, Monday 0: as they are typed, and as they are shown. */
export const DAY_TYPED = ['mo', 'tu', 'we', 'th', 'fr', 'sa', 'su'] as const
export const DAY_SHORT = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'] as const
export const DAY_NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const

/** Days as they are said: "Mo–Fr", "Mo, We, Sa–Su". */
export function sayDays(days: readonly number[]): string {
  const sorted = [...new Set(days)].sort((a, b) => a - b)
  if (sorted.length === 7) return 'every day'
  const runs: [number, number][] = []
  for (const day of sorted) {
    const last = runs.at(-1)
    if (last && last[1] === day - 1) last[1] = day
    else runs.push([day, day])
  }
  return runs.map(([a, b]) => (a === b ? DAY_SHORT[a] : `${DAY_SHORT[a]}${b === a + 1 ? ', ' : '–'}${DAY_SHORT[b]}`)).join(', ')
}

/** A map, not an object: somebody will type “constructor”. */
const GROUPS = new Map<string, readonly number[]>(
  Object.entries({
    daily: [0, 1, 2, 3, 4, 5, 6],
    all: [0, 1, 2, 3, 4, 5, 6],
    weekdays: [0, 1, 2, 3, 4],
    'm-f': [0, 1, 2, 3, 4],
    weekday: [0, 1, 2, 3, 4],
    weekend: [5, 6],
    weekends: [5, 6],
  }),
)

export type DaysRead = { ok: true; days: number[] } | { ok: false; twice: number | null }

/** Typed days: mo-fr, sa,su, mo,we-fr, fr-mo, weekend. `twice`: a day that was named again; null: not days at all. */
export function readDays(text: string): DaysRead {
  const lower = text.toLowerCase()
  const group = GROUPS.get(lower)
  if (group) return { ok: true, days: [...group] }
  const days: number[] = []
  for (const part of lower.split(',')) {
    const ends = part.split(/[-–]/).map((one) => (one.length < 2 ? -1 : DAY_NAMES.findIndex((name) => isDayWord(name, one))))
    const [first = -1, last = first] = ends
    if (ends.length > 2 || first < 0 || last < 0) return { ok: false, twice: null }
    for (let day = first; ; day = (day + 1) % 7) {
      if (days.includes(day)) return { ok: false, twice: day }
      days.push(day)
      if (day === last) break
    }
  }
  return { ok: true, days: days.sort((a, b) => a - b) }
}
const isDayWord = (name: string, typed: string) =>
  name.toLowerCase().startsWith(typed) || (name === 'Tuesday' && typed === 'tues')

import { civilOf, dayNumber } from './civil.ts'

/** Minutes and instants of a time zone. An instant is ms since 1970 UTC; a local time is the ms that UTC would show the same. */

const MIN_MS = 60_000
const DAY_MS = 86_400_000

/** Offsets of a zone over some years: from each instant on, local = instant + offset. */
export interface ZoneTable {
  from: readonly number[]
  offsetMs: readonly number[]
}

const formats = new Map<string, Intl.DateTimeFormat>()

/** Offset of a zone at an instant, ms. Source: the IANA time zone database, by Intl. */
function offsetAt(zone: string, instant: number): number {
  let format = formats.get(zone)
  if (!format) {
    format = new Intl.DateTimeFormat('en-US', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
    })
    formats.set(zone, format)
  }
  const part = Object.fromEntries(format.formatToParts(instant).map(({ type, value }) => [type, Number(value)]))
  const { year = 1970, month = 1, day = 1, hour = 0, minute = 0, second = 0 } = part
  const shown = dayNumber(year, month, day) * DAY_MS + ((hour * 60 + minute) * 60 + second) * 1000
  return shown - Math.floor(instant / 1000) * 1000
}

/** A day is short enough that no zone changes its offset twice within it. */
const STEP_MS = 14 * DAY_MS

/**
 * Every change of a zone's offset between two instants, found by halving. Two changes within a fortnight would be one; no
 * zone has had that since clocks are set by law.
 */
export function zoneTable(zone: string, fromMs: number, toMs: number): ZoneTable {
  const from = [Number.NEGATIVE_INFINITY]
  let offset = offsetAt(zone, fromMs)
  const offsetMs = [offset]
  for (let at = fromMs; at < toMs; at += STEP_MS) {
    const end = Math.min(toMs, at + STEP_MS)
    const next = offsetAt(zone, end)
    if (next === offset) continue
    let [low, high] = [at, end]
    while (high - low > MIN_MS) {
      const middle = Math.floor((low + high) / 2 / MIN_MS) * MIN_MS
      if (middle <= low) break
      if (offsetAt(zone, middle) === offset) low = middle
      else high = middle
    }
    from.push(high)
    offsetMs.push(next)
    offset = next
  }
  return { from, offsetMs }
}

/** Local time of an instant. Source: `zoneTable`. Valid: within the table. */
export function toLocal({ from, offsetMs }: ZoneTable, instant: number): number {
  let i = from.length - 1
  while (i > 0 && (from[i] as number) > instant) i -= 1
  return instant + (offsetMs[i] as number)
}

export type LocalStatus = 'ordinary' | 'gap' | 'overlap'

/**
 * The instant of a local time. One that happens twice means the first; one that does not exist is read with the offset
 * before the gap. Source: RFC 5545 §3.3.5. Valid: within the table.
 */
export function toInstant(table: ZoneTable, local: number): { status: LocalStatus; instant: number; second: number | null } {
  const { from, offsetMs } = table
  const found: number[] = []
  for (let i = 0; i < from.length; i += 1) {
    const instant = local - (offsetMs[i] as number)
    if (instant >= (from[i] as number) && instant < (from[i + 1] ?? Number.POSITIVE_INFINITY)) found.push(instant)
  }
  const [first, second] = found.sort((a, b) => a - b)
  if (first !== undefined)
    return second === undefined
      ? { status: 'ordinary', instant: first, second: null }
      : { status: 'overlap', instant: first, second }
  // In a gap: the last offset whose time ends before it.
  let i = 0
  while (i + 1 < from.length && local - (offsetMs[i + 1] as number) >= (from[i + 1] as number)) i += 1
  return { status: 'gap', instant: local - (offsetMs[i] as number), second: null }
}

/** A day as a number: days since 1 January 1970. */
export const dayOf = (local: number): number => Math.floor(local / DAY_MS)
/** Day of the week of such a day, Monday 0. 1 January 1970 was a Thursday. */
export const weekdayOf = (day: number): number => (((day + 3) % 7) + 7) % 7
export const startOfDay = (day: number): number => day * DAY_MS
export const minutesOf = (local: number): number => Math.floor((local - startOfDay(dayOf(local))) / MIN_MS)
/** Month and day as one number that sorts: 1224 is 24 December. */
export function monthDayOf(day: number): number {
  const { month, day: of } = civilOf(day)
  return month * 100 + of
}

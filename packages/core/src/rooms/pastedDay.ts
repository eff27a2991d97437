import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import type { LoggedRoom } from './warmUp.ts'

const HOURS = 24
/** A hole of more hours than this is not bridged. */
const MOST_HOLE_H = 3

/**
 * The outdoor temperature of a day by the hour, from a log: the mean of each hour of the last whole day in it, hours
 * without a reading bridged in a straight line. Refuses a log of less than a day, and holes of more than three hours.
 * @returns °F, from midnight on where its times count from one
 */
export function dayFromLog({ timesMin, readingsF }: LoggedRoom): Result<number[]> {
  const sums = new Map<number, { sum: number; count: number }>()
  timesMin.forEach((min, i) => {
    const reading = readingsF[i]
    if (reading === null || reading === undefined) return
    const hour = Math.floor(min / 60)
    const of = sums.get(hour) ?? { sum: 0, count: 0 }
    sums.set(hour, { sum: of.sum + reading, count: of.count + 1 })
  })
  const hours = [...sums.keys()].sort((a, b) => a - b)
  const last = hours.at(-1)
  if (last === undefined || last - (hours[0] as number) < HOURS - 1) return refuse('day-log-short')
  const first = last - HOURS + 1
  const at = (hour: number): number | null => {
    const of = sums.get(hour)
    return of ? of.sum / of.count : null
  }
  const day = new Array<number>(HOURS)
  for (let hour = first; hour <= last; hour++) {
    const known = at(hour)
    const [before, after] = [lastKnown(sums, hour, -1), lastKnown(sums, hour, 1)]
    const value = known ?? bridged(hour, before, after, at)
    if (value === null) return refuse('day-log-hole', { hours: MOST_HOLE_H })
    day[((hour % HOURS) + HOURS) % HOURS] = Math.round(value * 10) / 10
  }
  return ok(day)
}

function lastKnown(sums: ReadonlyMap<number, unknown>, from: number, step: 1 | -1): number | null {
  for (let away = 1; away <= MOST_HOLE_H; away++) if (sums.has(from + step * away)) return from + step * away
  return null
}

function bridged(hour: number, before: number | null, after: number | null, at: (hour: number) => number | null): number | null {
  if (before === null || after === null || after - before - 1 > MOST_HOLE_H) return null
  const [low, high] = [at(before) as number, at(after) as number]
  return low + ((high - low) * (hour - before)) / (after - before)
}

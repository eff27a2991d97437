import { clockText, counted, type HoursInUse, type WeekEntry } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import { hasWeek, presenceBefore, weekIn } from './week.ts'

const DAY_MIN = 1440

/** When somebody is in on a day, from the first minute to the last; null: nobody is. People who sleep there are in. */
function spanOf(entries: readonly WeekEntry[], before: WeekEntry | null): [number, number] | null {
  const all = [{ startMin: 0, is: before?.is ?? 'out' }, ...entries]
  const spans = all
    .map(({ startMin, is }, i) => ({ is, from: startMin, to: all[i + 1]?.startMin ?? DAY_MIN }))
    .filter(({ is, from, to }) => is !== 'out' && to > from)
  const [first, last] = [spans[0], spans.at(-1)]
  return first && last ? [first.from, last.to] : null
}

/** Whole hours from the first who comes to the last who goes in the usual week, and on how many days; null: nobody said. */
export function hoursOfWeek(v: Pick<VisitView, 'system'>): HoursInUse | null {
  if (!hasWeek(v)) return null
  const week = weekIn(v, null)
  const spans = Array.from({ length: 7 }, (_, day) => spanOf(week[String(day)] ?? [], presenceBefore(week, day))).filter(
    (one) => one !== null,
  )
  if (spans.length === 0) return null
  return {
    fromHour: Math.floor(Math.min(...spans.map(([from]) => from)) / 60),
    toHour: Math.ceil(Math.max(...spans.map(([, to]) => to)) / 60),
    daysPerWeek: spans.length,
  }
}

/** "06:00 to 17:00 on 5 days". */
export const sayHours = ({ fromHour, toHour, daysPerWeek }: HoursInUse): string =>
  `${clockText(60 * fromHour)} to ${clockText(60 * toHour)} on ${counted(daysPerWeek, 'day')}`

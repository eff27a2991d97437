import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import type { LoggedRoom } from './warmUp.ts'

export interface RoomLog extends LoggedRoom {
  readingsF: (number | null)[]
  timesMin: number[]
  /** What was odd, and how it was read. */
  notes: string[]
}

const MOST_ROWS = 100_000
const LEAST_ROWS = 2
const DAY_MIN = 1440
/** A clock that goes back by about an hour was put back; by half a day or more, midnight passed. */
const PUT_BACK_MIN = [50, 70] as const
const HALF_DAY_MIN = 720
const HOLE_TIMES = 3

/**
 * A log of room temperature as it is pasted: a time and a temperature in each line, parted by tabs, semicolons or commas;
 * times as dates, as clock times or as minutes; °C or °F by its head or sign, else as the reader reads. Holes stay holes.
 * @param isCelsius how a temperature without a sign is read
 */
export function readRoomLog(text: string, isCelsius: boolean): Result<RoomLog> {
  const lines = text.split(/\r\n|\r|\n/).filter((one) => one.trim() !== '')
  if (lines.length > MOST_ROWS + 1) return refuse('log-too-long', { count: lines.length.toLocaleString('en-US') })
  const notes: string[] = []
  const parting = lines.some((one) => one.includes('\t')) ? '\t' : lines.some((one) => one.includes(';')) ? ';' : ','
  const head = lines.find((one) => !/\d/.test(one)) ?? ''
  const named = /°\s*c|celsius|\(c\)|deg ?c/i.test(head) ? true : /°\s*f|fahrenheit|\(f\)|deg ?f/i.test(head) ? false : null
  const inSeconds = /\b(s|sec|seconds)\b/i.test(head)
  let [unread, mixed] = [0, false]
  const rows: { min: number; isClock: boolean; readingF: number | null }[] = []
  for (const line of lines) {
    const cells = cellsOf(line, parting)
    const time = timeOf(cells[0] ?? '', inSeconds)
    if (!time) {
      if (line !== head) unread++
      continue
    }
    const degrees = degreesOf(cells.slice(time.cells), named ?? isCelsius)
    if (degrees && named !== null && degrees.said !== null && degrees.said !== named) mixed = true
    rows.push({ ...time, readingF: degrees?.valueF ?? null })
  }
  if (rows.filter((one) => one.readingF !== null).length < LEAST_ROWS)
    return refuse('log-unread', { count: lines.length.toLocaleString('en-US') })
  if (unread > 0) notes.push(`${unread} ${unread === 1 ? 'line was' : 'lines were'} not read: no time in front.`)
  if (mixed) notes.push('Some lines name another unit than the head: each was read by its own sign.')
  const timesMin = rows.every((one) => one.isClock) ? unwound(rows, notes) : rows.map((one) => one.min)
  const order = timesMin.map((_, i) => i).sort((a, b) => (timesMin[a] as number) - (timesMin[b] as number) || a - b)
  if (order.some((one, i) => one !== i)) notes.push('It was not in the order of time: it was sorted.')
  const sorted = order.map((i) => timesMin[i] as number)
  const gaps = sorted.slice(1).map((one, i) => one - (sorted[i] as number))
  const usual = [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length / 2)] ?? 0
  const holes = gaps.filter((one) => usual > 0 && one > HOLE_TIMES * usual)
  if (holes.length > 0)
    notes.push(
      `${holes.length} ${holes.length === 1 ? 'hole' : 'holes'}, the longest ${Math.round(Math.max(...holes))} min: left as they are.`,
    )
  return ok({ timesMin: sorted, readingsF: order.map((i) => rows[i]?.readingF ?? null), notes })
}

/** A comma between two figures in a line that is parted otherwise is a decimal one. */
function cellsOf(line: string, parting: string): string[] {
  const cells = line.split(parting).map((one) => one.trim().replace(/^"|"$/g, ''))
  if (parting !== ',') return cells.map((one) => one.replace(/^([+-]?\d+),(\d+)(?=\D|$)/, '$1.$2'))
  // "06:00,20,5": three cells of which the last two are one figure.
  const [time = '', whole = '', tenths = '', ...rest] = cells
  return cells.length === 3 && /^[+-]?\d+$/.test(whole) && /^\d{1,2}$/.test(tenths)
    ? [time, `${whole}.${tenths}`, ...rest]
    : cells
}

type Time = { min: number; isClock: boolean; cells: number }

function timeOf(cell: string, inSeconds: boolean): Time | null {
  const clock = /^(\d{1,2})[:.h](\d{2})(?:[:.](\d{2}))?\s*([ap])?\.?m?\.?$/i.exec(cell)
  if (clock) {
    const [, h = '', m = '', s = '0', half] = clock
    const hour = half ? (Number(h) % 12) + (half.toLowerCase() === 'p' ? 12 : 0) : Number(h)
    if (hour > 24 || Number(m) > 59) return null
    return { min: hour * 60 + Number(m) + Number(s) / 60, isClock: true, cells: 1 }
  }
  const dated = dateMin(cell)
  if (dated !== null) return { min: dated, isClock: false, cells: 1 }
  if (/^\d+(\.\d+)?$/.test(cell)) return { min: Number(cell) / (inSeconds ? 60 : 1), isClock: false, cells: 1 }
  return null
}

/** ISO, or day first with dots, or month first with strokes; local unless it says its zone. Only differences count. */
function dateMin(cell: string): number | null {
  const iso = /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})?$/.exec(cell)
  if (iso) {
    const [, y, mo, d, h, mi, s = '0', zone] = iso
    const offset =
      !zone || zone === 'Z' ? 0 : (zone.startsWith('-') ? -1 : 1) * (Number(zone.slice(1, 3)) * 60 + Number(zone.slice(-2)))
    return minuteOf(Number(y), Number(mo), Number(d), Number(h), Number(mi), Number(s)) - offset
  }
  const other = /^(\d{1,2})([./])(\d{1,2})\2(\d{4})[ ,]+(\d{1,2}):(\d{2})(?::(\d{2}))?\s*([ap]m)?$/i.exec(cell)
  if (!other) return null
  const [, a, mark, b, y, h, mi, s = '0', half] = other
  const [day, month] = mark === '.' || Number(a) > 12 ? [a, b] : [b, a]
  const hour = half ? (Number(h) % 12) + (half.toLowerCase() === 'pm' ? 12 : 0) : Number(h)
  return minuteOf(Number(y), Number(month), Number(day), hour, Number(mi), Number(s))
}

/** Minutes from any beginning; days by the civil calendar (Fliegel and Van Flandern, CACM 11, 1968). */
function minuteOf(year: number, month: number, day: number, hour: number, minute: number, second: number): number {
  const early = Math.trunc((month - 14) / 12)
  const days =
    Math.trunc((1461 * (year + 4800 + early)) / 4) +
    Math.trunc((367 * (month - 2 - 12 * early)) / 12) -
    Math.trunc((3 * Math.trunc((year + 4900 + early) / 100)) / 4) +
    day
  return days * DAY_MIN + hour * 60 + minute + second / 60
}

/** The first figure of a line: in its own unit where it names one. */
function degreesOf(cells: readonly string[], isCelsius: boolean): { valueF: number; said: boolean | null } | null {
  for (const cell of cells) {
    const read = /^([+-]?\d+(?:\.\d+)?)\s*°?\s*([cf])?$/i.exec(cell.replace('−', '-'))
    if (!read) continue
    const said = read[2] ? read[2].toLowerCase() === 'c' : null
    const value = Number(read[1])
    return { valueF: (said ?? isCelsius) ? value * 1.8 + 32 : value, said }
  }
  return null
}

/** Clock times one after another: midnights passed, clocks put back. */
function unwound(rows: readonly { min: number }[], notes: string[]): number[] {
  let added = 0
  let [back, forward] = [0, 0]
  const out: number[] = []
  rows.forEach(({ min }, i) => {
    const before = rows[i - 1]?.min
    if (before !== undefined) {
      const fall = before - min
      if (fall > HALF_DAY_MIN) added += DAY_MIN
      else if (fall >= PUT_BACK_MIN[0] && fall <= PUT_BACK_MIN[1]) {
        added += 60
        back++
      }
      const step = rows[1] && rows[0] ? rows[1].min - rows[0].min : 0
      if (step > 0 && -fall - step >= PUT_BACK_MIN[0] && -fall - step <= PUT_BACK_MIN[1]) forward++
    }
    out.push(min + added)
  })
  if (back > 0) notes.push('The clock was put back by an hour in it: what follows was moved on by that hour.')
  if (forward > 0) notes.push('It jumps by an hour: a hole, or a clock put forward. Taken as a hole.')
  return out
}

/** How far a reading may fall back in a stretch that is still one rise, °F. */
const FALLS_BACK_F = 0.6

/** The stretch of a log in which the room rises furthest without falling back; null where it never does. */
export function warmUpIn({ timesMin, readingsF }: LoggedRoom): { from: number; to: number } | null {
  let best = { from: 0, to: 0, rise: 0 }
  let [start, top, topAt] = [-1, Number.NEGATIVE_INFINITY, -1]
  readingsF.forEach((reading, i) => {
    if (reading === null || timesMin[i] === undefined) return
    const low = start < 0 ? Number.POSITIVE_INFINITY : (readingsF[start] as number)
    if (reading < low || reading < top - FALLS_BACK_F) [start, top, topAt] = [i, reading, i]
    else if (reading >= top) [top, topAt] = [reading, i]
    const rise = top - (readingsF[start] as number)
    if (rise > best.rise) best = { from: start, to: topAt, rise }
  })
  return best.rise > 0 ? { from: best.from, to: best.to } : null
}

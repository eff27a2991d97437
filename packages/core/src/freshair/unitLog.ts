import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

/** One moment of a unit, as a log or a building's system has it. */
export interface UnitLogRow {
  outdoorF: number
  returnF: number
  mixedF: number
  commandPct: number
  cooling: boolean
  compressor?: boolean
  feedbackPct?: number
  co2Ppm?: number
}

const COLUMNS = {
  outdoor: /\b(?:oat?|outdoor|outside)\b/i,
  return: /\b(?:rat?|return)\b/i,
  mixed: /\b(?:mat?|mixed)\b/i,
  feedback: /feed\s?back|\bfb\b/i,
  damper: /\b(?:damper|command|cmd)\b/i,
  compressor: /\bcomp(?:ressor)?\b|\bdx\b/i,
  cooling: /\bcool(?:ing)?\b|\bcall\b/i,
  co2: /co.?2|co₂/i,
} as const
type Column = keyof typeof COLUMNS
const NEEDED = ['outdoor', 'return', 'mixed', 'damper'] as const
/** More lines than somebody looks through by hand. */
const MOST_LINES = 500

const YES = /^(?:1|on|yes|true|cool(?:ing)?)$/i

/**
 * Readings of a unit from pasted text with a head that names its columns, in any order; degrees as the reader has them
 * unless the head says °F or °C. Lines without the four that are needed are left out and counted.
 */
export function readUnitLog(text: string, isCelsius: boolean): Result<{ rows: UnitLogRow[]; left: number }> {
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '')
  if (lines.length > MOST_LINES) return refuse('unit-log-too-long', { count: lines.length })
  const mark = lines[0]?.includes('\t') ? '\t' : lines[0]?.includes(';') ? ';' : ','
  const split = (line: string) => line.split(mark).map((cell) => cell.trim())
  const head = split(lines[0] ?? '')
  const at = {} as Record<Column, number>
  const taken = new Set<number>()
  for (const [name, pattern] of Object.entries(COLUMNS) as [Column, RegExp][]) {
    at[name] = head.findIndex((cell, i) => !taken.has(i) && pattern.test(cell))
    taken.add(at[name])
  }
  const missing = NEEDED.find((name) => at[name] < 0)
  if (missing) return refuse('unit-log-lacks', { missing })
  const number = (cell: string | undefined) =>
    cell === undefined || cell === '' ? Number.NaN : Number((mark === ',' ? cell : cell.replace(',', '.')).replace('%', ''))
  const degrees = (cells: string[], name: Column) => {
    const value = number(cells[at[name]])
    const said = head[at[name]] ?? ''
    const celsius = /°\s?C\b|\bC\b/.test(said) ? true : /°\s?F\b|\bF\b/.test(said) ? false : isCelsius
    return celsius ? value * 1.8 + 32 : value
  }
  const rows: UnitLogRow[] = []
  let left = 0
  for (const line of lines.slice(1)) {
    const cells = split(line)
    const [outdoorF, returnF, mixedF] = [degrees(cells, 'outdoor'), degrees(cells, 'return'), degrees(cells, 'mixed')]
    const commandPct = number(cells[at.damper])
    const isTemperature = (value: number) => value > -80 && value < 200
    if (![outdoorF, returnF, mixedF].every(isTemperature) || !(commandPct >= 0 && commandPct <= 100)) {
      left += 1
      continue
    }
    const [feedback, co2] = [number(cells[at.feedback]), number(cells[at.co2])]
    rows.push({
      outdoorF,
      returnF,
      mixedF,
      commandPct,
      cooling: at.cooling >= 0 && YES.test(cells[at.cooling] ?? ''),
      ...(at.compressor >= 0 && { compressor: YES.test(cells[at.compressor] ?? '') }),
      ...(feedback >= 0 && feedback <= 100 && { feedbackPct: feedback }),
      ...(co2 >= 0 && co2 <= 20_000 && { co2Ppm: co2 }),
    })
  }
  return rows.length === 0 ? refuse('unit-log-unread', { count: left }) : ok({ rows, left })
}

import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { type Cell, isLoneLine, isMostlyFigures, type Parting, partings, placeByColumns, type Row } from './grid.ts'
import { type Figures, looksNumeric, readCell, usesDecimalComma } from './numbers.ts'
import { type CellDoubt, Doubts, notRead, ROW_LENGTH } from './pasted.ts'
import { isRotated, unrotated, unrotatedByColumn } from './rotated.ts'
import { bare, isMissing, PASTE_LIMIT } from './text.ts'
import { flowUnitIn } from './words.ts'

interface PastedKits {
  models: string[]
  /** By kit; null where it could not be read. */
  powersKw: (number | null)[]
  /** Empty when the table has one column that is not named after a unit. */
  unitLabels: string[]
  /** [unit][kit]; null: not allowed. Empty for a table of taps. */
  minFlowsCfm: (number | null)[][]
  /** [unit][kit], for a table that names the least tap instead. */
  minTaps: (string | null)[][]
  /** At [unit, kit]. */
  doubts: CellDoubt[]
  /** Rows of figures that could not be read. */
  notes: string[]
}

const PLAIN: Figures = { decimalComma: false, spacedThousands: true }
const COMMA: Figures = { decimalComma: true, spacedThousands: true }
const isNumber = (text: string) => looksNumeric(text, PLAIN) || looksNumeric(text, COMMA)

/** A letter before a dash or a figure belongs to a model: V-18, W 24. */
const NO_MODEL = '(?![-\u2010-\u2015\u2212 ]?\\d)'
const POWER = new RegExp(`\\bkw\\b|\\bw\\b${NO_MODEL}|\\bwatts?\\b|\\bpower\\b|\\bkilowatts?\\b`, 'i')
const LEFT_OUT = new RegExp(
  `\\b(?:stages?|steps?|breaker|fuse|circuits?|current|amps?|ampere|ampacity|mca|mocp|volts?|phases?|btu\\S*|mbh|(?:v|ph|hz)\\b${NO_MODEL})\\b|(?:^|max\\.? |min\\.? |rated |load |total |\\()a\\)?$`,
  'i',
)
const QUANTITY = /\b(?:least|min(?:imum)?|flow|air|airflow|cfm|tap|speed|volume|lowest)\b|l\/s|m[³3]\//i

/** Reads a table of heater kits and the least flow, or least tap, that each needs. The rules are in docs/formats/paste.md. */
export function pasteHeaterKits(text: string): Result<PastedKits> {
  if (text.length > PASTE_LIMIT) return refuse('table-too-long', { count: text.length.toLocaleString('en-US') })
  const turned = [
    ...(isRotated(text) ? [unrotated(text)] : []),
    unrotatedByColumn(text, (head) => POWER.test(head), isNumber),
  ].map((rows) => ({ parting: 'tab' as const, rows: rows.map(asRow) }))
  for (const { parting, rows } of [...turned, ...partings(text)]) {
    const kits = kitsDown(rows, parting) ?? kitsAcross(rows, parting)
    if (kits) return ok(kits)
  }
  return refuse('no-kit-table')
}

const asRow = (cells: string[]): Row => ({ cells: cells.map((text) => ({ text, start: 0, end: 0 })), line: cells.join('  ') })

const isData = (row: Row) => {
  const [first, ...rest] = row.cells.map((one) => one.text)
  const filled = rest.filter((one) => !isMissing(one))
  return first !== undefined && bare(first) !== '' && !POWER.test(first) && filled.some(isNumber) && row.cells.length > 1
}
const words = (row: Row) => row.cells.map((one) => bare(one.text))
const hasPowerHead = (row: Row) => row.cells.length > 1 && row.cells.some((one) => POWER.test(one.text) && !isNumber(one.text))

function kitsDown(rows: readonly Row[], parting: Parting): PastedKits | null {
  const headAt = rows.findIndex((row) => hasPowerHead(row) && !isNumber(row.cells[1]?.text ?? ''))
  if (headAt < 0) return null
  let first = headAt + 1
  while (first < rows.length && !isData(rows[first] as Row)) first += 1
  const heads = rows.slice(headAt, first).filter((row) => row === rows[headAt] || !isLoneLine(row))
  const data = rows.slice(first).filter((row) => !isLoneLine(row) && isData(row) && !heads.some((head) => sameWords(head, row)))
  const [one] = data
  if (!one) return null
  const width = Math.max(...heads.map((row) => row.cells.length), usualWidth(data))
  const columns = headsOf(heads, width, parting)
  const powerAt = columns.findIndex(
    (head, i) => i > 0 && POWER.test(head) && !LEFT_OUT.test(head.replace(/at\s+\d+\s*v\b/gi, '')),
  )
  if (powerAt < 0) return null
  const units = columns.flatMap((head, i) => (i > 0 && !isPowerOrOut(head) ? [i] : []))
  if (units.length === 0) return null
  const [upper, ...lower] = heads
  const under = lower.at(-1)?.cells ?? []
  const lastHead = [...(upper?.cells.slice(0, width - under.length) ?? []), ...under]
  const lines = data.map((row) => lineOf(row, width, lastHead, parting))
  const above = rows
    .slice(0, headAt)
    .map((row) => row.line)
    .join(' ')
  const taken = new Set([...heads, ...data])
  const unread = rows
    .slice(first)
    .filter((row) => !taken.has(row) && isMostlyFigures(row) && !isPowerOrOut(row.cells[0]?.text ?? ''))
  return table({
    unread,
    models: lines.map((line) => bare(line.cells[0] ?? '')),
    powers: lines.map((line) => line.cells[powerAt] ?? ''),
    powerHead: columns[powerAt] ?? '',
    unitHeads: units.map((i) => columns[i] ?? ''),
    cells: units.map((i) => lines.map((line) => line.cells[i] ?? '')),
    rowDoubts: lines.map((line) => line.doubt),
    text: `${heads.map((row) => row.line).join(' ')} ${above}`,
    parting,
  })
}

const isPowerOrOut = (head: string) => POWER.test(head) || LEFT_OUT.test(head.replace(/\bair\b/gi, ''))
const sameWords = (a: Row, b: Row) => words(a).join('\t') === words(b).join('\t')

function usualWidth(rows: readonly Row[]): number {
  const counts = new Map<number, number>()
  for (const row of rows) counts.set(row.cells.length, (counts.get(row.cells.length) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0]?.[0] ?? 0
}

/** The head of each column: of the last line that names it. A shorter last line names the last columns. */
function headsOf(heads: readonly Row[], width: number, parting: Parting): string[] {
  const [upper, ...lower] = heads.map(words)
  const last = lower.at(-1)
  if (!last) return Array.from({ length: width }, (_, i) => upper?.[i] ?? '')
  const filled = last.filter((one) => one !== '')
  const aligned =
    parting === 'spaces' || parting === 'space'
      ? [...new Array<string>(Math.max(0, width - filled.length)).fill(''), ...filled]
      : last
  return Array.from({ length: width }, (_, i) => aligned[i] || (upper?.[i] ?? ''))
}

function lineOf(row: Row, width: number, heads: readonly Cell[], parting: Parting): { cells: string[]; doubt: string | null } {
  const cells = row.cells.map((one) => one.text)
  while (cells.length > width && cells.at(-1) === '') cells.pop()
  if (cells.length === width) return { cells, doubt: null }
  if (parting === 'spaces' && cells.length < width) {
    const placed = placeByColumns(row, heads)
    if (placed) return { cells: placed, doubt: null }
  }
  return { cells: cells.slice(0, width), doubt: ROW_LENGTH(cells.length - 1, width - 1) }
}

/** Kits across, units down, the powers in a row of their own. */
function kitsAcross(rows: readonly Row[], parting: Parting): PastedKits | null {
  const powerRow = rows.find(
    (row) => POWER.test(row.cells[0]?.text ?? '') && row.cells.slice(1).some((one) => isNumber(one.text)),
  )
  if (!powerRow) return null
  const width = powerRow.cells.length
  const at = rows.indexOf(powerRow)
  const head = rows.slice(0, at).findLast((row) => row.cells.length === width || row.cells.length === width - 1)
  if (!head) return null
  const data = rows
    .slice(at + 1)
    .filter((row) => !isLoneLine(row) && !sameWords(row, head) && !isPowerOrOut(row.cells[0]?.text ?? '') && row.cells.length > 1)
  if (data.length === 0) return null
  const lines = data.map((row) => lineOf(row, width, powerRow.cells, parting))
  const kits = head.cells.slice(-(width - 1)).map((one) => bare(one.text))
  const all = table({
    unread: [],
    models: kits,
    powers: powerRow.cells.slice(1).map((one) => one.text),
    powerHead: powerRow.cells[0]?.text ?? '',
    unitHeads: lines.map((line) => bare(line.cells[0] ?? '')),
    cells: lines.map((line) => kits.map((_, k) => line.cells[k + 1] ?? '')),
    rowDoubts: [],
    text: rows
      .slice(0, at + 1)
      .map((row) => row.line)
      .join(' '),
    parting,
  })
  const doubts = new Doubts()
  for (const one of all.doubts) for (const reason of one.reasons) doubts.add(one.at[0], one.at[1], reason)
  lines.forEach((line, unit) => {
    if (line.doubt) for (const [kit] of kits.entries()) doubts.add(unit, kit, line.doubt)
  })
  return { ...all, doubts: doubts.sorted() }
}

interface Found {
  models: string[]
  powers: string[]
  powerHead: string
  unitHeads: string[]
  /** [unit][kit] */
  cells: string[][]
  /** By kit. */
  rowDoubts: (string | null)[]
  /** Where a unit of flow may be named. */
  text: string
  parting: Parting
  unread: readonly Row[]
}

/** The head says it: a column of taps stays one, though its taps have figures for names. */
const saysTap = (head: string): boolean => /\b(?:taps?|speeds?|positions?|settings?)\b/i.test(head)
/** No duct heater is made for less air than a small room needs, or more than a large rooftop unit moves. */
const LEAST_FLOW_CFM = 50
const MOST_FLOW_CFM = 40_000

function table(found: Found): PastedKits {
  const figures: Figures = { decimalComma: usesDecimalComma(found.powers), spacedThousands: found.parting !== 'space' }
  const watts = /\bw\b|\bwatts?\b/i.test(found.powerHead) && !/\bkw\b/i.test(found.powerHead)
  const powersKw = found.powers.map((cell) => {
    const { value } = readCell(cell, figures)
    return value === null ? null : watts ? value / 1000 : value
  })
  const filled = found.cells.flat().filter((cell) => !isMissing(cell))
  const headed = found.unitHeads.join(' ')
  const saysFlow = flowUnitIn(headed) !== null || /\b(?:flow|air|airflow|volume)\b/i.test(headed)
  const areFlows = filled.some((cell) => (readCell(cell, figures).value ?? 0) >= LEAST_FLOW_CFM)
  const taps = (saysTap(headed) && !saysFlow && !areFlows) || filled.filter((cell) => !isNumber(cell)).length * 2 > filled.length
  const doubts = new Doubts()
  const factor = found.unitHeads.map(flowUnitIn).find((one) => one !== null) ?? flowUnitIn(found.text) ?? 1
  const minFlowsCfm = found.cells.map((row, unit) =>
    row.map((cell, kit) => {
      const read = readCell(cell, figures)
      if (read.doubt && !taps) doubts.add(unit, kit, read.doubt)
      const doubt = found.rowDoubts[kit]
      if (doubt) doubts.add(unit, kit, doubt)
      const own = read.unit ? flowUnitIn(read.unit.trim()) : null
      const flowCfm = read.value === null ? null : read.value * (own ?? factor)
      if (!taps && flowCfm !== null && (flowCfm < LEAST_FLOW_CFM || flowCfm > MOST_FLOW_CFM))
        doubts.add(
          unit,
          kit,
          `${cell.trim()} is no flow that a heater kit has: see whether the column is of taps, or of another unit.`,
        )
      return flowCfm
    }),
  )
  const [only, ...more] = found.unitHeads
  return {
    models: found.models,
    powersKw,
    unitLabels: more.length === 0 && QUANTITY.test(only ?? '') ? [] : found.unitHeads,
    minFlowsCfm: taps ? [] : minFlowsCfm,
    minTaps: taps ? found.cells.map((row) => row.map((cell) => (isMissing(cell) ? null : bare(cell)))) : [],
    doubts: doubts.sorted(),
    notes: notRead(found.unread),
  }
}

import { looksNumeric } from './numbers.ts'
import { bare, HARD_SPACE, isPageNumber, isRule, linesOf } from './text.ts'

/** How the cells of a text are parted. */
export type Parting = 'tab' | 'bar' | 'semicolon' | 'comma' | 'spaces' | 'space'

export interface Cell {
  text: string
  /** Columns of characters as pasted; only runs of spaces give a meaning to them. */
  start: number
  end: number
}
export interface Row {
  cells: Cell[]
  line: string
}

const PARTINGS: readonly Parting[] = ['tab', 'bar', 'semicolon', 'comma', 'spaces', 'space']

/** The lines of a text as rows of cells, blank lines and drawn lines left out. */
export function rowsOf(lines: readonly string[], parting: Parting): Row[] {
  return lines
    .filter((line) => line.trim() !== '')
    .map((line) => ({ cells: cellsOf(line, parting), line }))
    .filter((row) => !isRule(row.cells.map((one) => one.text)))
}

function cellsOf(line: string, parting: Parting): Cell[] {
  switch (parting) {
    case 'tab':
      return plain(line.split('\t').map(unquote))
    case 'bar':
      return plain(line.trim().replace(/^\|/, '').replace(/\|$/, '').split('|'))
    case 'semicolon':
      return plain(quoted(line, ';'))
    case 'comma':
      return plain(quoted(line, ','))
    case 'spaces':
      return spans(line, /\S+(?: \S+)*/g)
    case 'space':
      return spans(line, /[^\s]+(?:\u00A0[^\s]+)*/g)
  }
}

const plain = (cells: readonly string[]): Cell[] => cells.map((text) => ({ text: text.trim(), start: 0, end: 0 }))
const unquote = (text: string) => (/^\s*".*"\s*$/.test(text) && text.trim().length > 1 ? text.trim().slice(1, -1) : text)

/** `\s` would take the hard space of a thousands mark for a gap. */
function spans(line: string, pattern: RegExp): Cell[] {
  const held = line.replaceAll(HARD_SPACE, '\uE000').replaceAll('\t', ' ')
  return [...held.matchAll(pattern)].map((match) => ({
    text: match[0].replaceAll('\uE000', HARD_SPACE),
    start: match.index,
    end: match.index + match[0].length,
  }))
}

/** A cell may stand in double quotes; a doubled quote inside is one. */
function quoted(line: string, mark: string): string[] {
  const cells: string[] = []
  let cell = ''
  let inside = false
  for (let i = 0; i < line.length; i += 1) {
    const sign = line[i] ?? ''
    if (inside && sign === '"' && line[i + 1] === '"') {
      cell += '"'
      i += 1
    } else if (sign === '"' && (inside || cell.trim() === '')) inside = !inside
    else if (sign === mark && !inside) {
      cells.push(cell)
      cell = ''
    } else cell += sign
  }
  return [...cells, cell]
}

/**
 * The rows by each kind of parting, the likeliest first: the one on which most lines agree. Single spaces come last:
 * they part only what nothing else does.
 */
export function partings(text: string): { parting: Parting; rows: Row[] }[] {
  const lines = linesOf(text)
  const scored = PARTINGS.map((parting, order) => {
    const rows = rowsOf(lines, parting)
    const counts = new Map<number, number>()
    for (const { cells } of rows) if (cells.length > 1) counts.set(cells.length, (counts.get(cells.length) ?? 0) + 1)
    return { parting, rows, order, score: parting === 'space' ? -1 : Math.max(0, ...counts.values()) }
  })
  return scored
    .filter((one) => one.score !== 0)
    .sort((a, b) => b.score - a.score || a.order - b.order)
    .map(({ parting, rows }) => ({ parting, rows }))
}

/** One cell, and no more, stands on the line: a caption, a note, a heading or a page number. */
export const isLoneLine = (row: Row): boolean =>
  row.cells.filter((one) => one.text !== '').length < 2 || isPageNumber(bare(row.line))

/**
 * Places the cells of a row under the header by their columns of characters, each under its own. Null when a cell
 * stands under none, under two, or under one that is taken.
 */
export function placeByColumns(row: Row, header: readonly Cell[]): string[] | null {
  const placed = header.map(() => '')
  const taken = new Set<number>()
  for (const cell of row.cells) {
    const under = header.flatMap((head, i) => (cell.start < head.end && head.start < cell.end ? [i] : []))
    const [at] = under
    if (under.length !== 1 || at === undefined || taken.has(at)) return null
    taken.add(at)
    placed[at] = cell.text
  }
  return placed
}

const FIGURES = [
  { decimalComma: false, spacedThousands: true },
  { decimalComma: true, spacedThousands: true },
]
/** A figure, with whatever unit or mark belongs to it. */
export const isNumber = (cell: Cell | undefined): boolean =>
  cell !== undefined && FIGURES.some((figures) => looksNumeric(cell.text, figures))

/** At least two figures, and as many figures as words: no prose. */
export const isMostlyFigures = ({ cells, line }: Row): boolean => {
  const figures = cells.filter(isNumber).length
  const isSentence = /[A-Za-z]{2,}/.test(line) && /[.!?]\s*$/.test(line)
  return figures >= 2 && figures * 2 >= cells.length && !isSentence
}

/** Several figures in one cell and nothing else: a row whose columns ran together when it was copied. */
const isRunTogether = ({ cells }: Row): boolean => {
  const filled = cells.filter((one) => one.text !== '')
  const words = filled.length === 1 ? (filled[0] as Cell).text.trim().split(/\s+/) : []
  return words.length >= 2 && words.every((word) => /^[-−]?[\d.,]*\d[\d.,]*$/.test(word))
}

/** A row that holds figures and fits nowhere: it is said, never lost. */
export const isLostRow = (row: Row): boolean => isMostlyFigures(row) || isRunTogether(row)

/** What every reader of pasted text gives back. */
import type { Row } from './grid.ts'
import type { ReadCell } from './numbers.ts'

export interface CellDoubt {
  /** Row and column of the result: tap and static, unit and kit. */
  at: readonly [number, number]
  reasons: string[]
}

/** Collects why cells are doubted; a cell may be doubted for several reasons. */
export class Doubts {
  private readonly byCell = new Map<string, CellDoubt>()

  add(row: number, column: number, reason: string): void {
    const key = `${row}:${column}`
    const there = this.byCell.get(key)
    if (!there) this.byCell.set(key, { at: [row, column], reasons: [reason] })
    else if (!there.reasons.includes(reason)) there.reasons.push(reason)
  }

  /** In reading order. */
  sorted(): CellDoubt[] {
    return [...this.byCell.values()].sort((a, b) => a.at[0] - b.at[0] || a.at[1] - b.at[1])
  }
}

export const ROW_LENGTH = (has: number, wants: number) =>
  `Its row has ${has} ${has === 1 ? 'cell' : 'cells'} where the header has ${wants}: cells were filled from the left.`

const MOST_SAID = 60
/** A row as it was pasted, cut where it is long. */
export const said = (row: Row): string => {
  const text = row.cells
    .map((one) => one.text)
    .join(' ')
    .replace(/\s+/g, ' ')
    .trim()
  return text.length > MOST_SAID ? `${text.slice(0, MOST_SAID)}…` : text
}
/** A row may be doubted, never lost: what was left out is said. */
export const notRead = (rows: readonly Row[]): string[] =>
  rows.map((row) => `Not read, its cells do not fit under the header: “${said(row)}”. Put it in by hand.`)

/** A table as its reader found it: statics in the order of the source. */
export interface RawTable {
  statics: { inWc: number; doubt: string | null }[]
  taps: { label: string; cells: ReadCell[]; rowDoubt: string | null }[]
  /** Watts beside the flows, where the maker prints them. */
  powers: { label: string; cells: ReadCell[]; rowDoubt: string | null }[]
  /** Doubts of whole statics, where a row of the source is a static. */
  staticDoubts: (string | null)[]
  flowFactor: number
  /** Rows of figures between those of the table that could not be read. */
  unread: Row[]
  /** The rows from where a second table begins. */
  rest: Row[]
}

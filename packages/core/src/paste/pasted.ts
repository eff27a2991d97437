/** What every reader of pasted text gives back. */
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

/** A table as its reader found it: statics in the order of the source. */
export interface RawTable {
  statics: { inWc: number; doubt: string | null }[]
  taps: { label: string; cells: ReadCell[]; rowDoubt: string | null }[]
  /** Doubts of whole statics, where a row of the source is a static. */
  staticDoubts: (string | null)[]
  flowFactor: number
  notes: string[]
}

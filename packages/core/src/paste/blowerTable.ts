import { counted, list, type Show, showIn } from '../advice/show.ts'
import { BASE_UNITS } from '../quantity/units.ts'
import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { acrossTable } from './blowerAcross.ts'
import { downTable } from './blowerDown.ts'
import { isLoneLine, isMostlyFigures, type Parting, partings, type Row } from './grid.ts'
import type { ReadCell } from './numbers.ts'
import { type CellDoubt, Doubts, notRead, type RawTable, said } from './pasted.ts'
import { isRotated, unrotated } from './rotated.ts'
import { PASTE_LIMIT } from './text.ts'
import { flowUnitIn, flowUnitsIn, isWatts, modeOfCaption } from './words.ts'

interface PastedBlower {
  tapLabels: string[]
  /** Ascending. */
  staticsInWc: number[]
  /** [tap][static]; null where nothing is printed. */
  flowsCfm: (number | null)[][]
  /** Watts of the motor, [tap][static], where the maker prints them beside the flows; null: it prints none. */
  powersW: (number | null)[][] | null
  doubts: CellDoubt[]
  /** What was left out or is odd, for the person who pasted it. */
  notes: string[]
}

/**
 * Reads a blower table that was copied from a manual as text: any text gives a table or a reason, never a throw.
 * Its doubts are said in the units of `show`. Nothing is rounded, nothing is guessed: what is odd is doubted cell by cell. The rules are in docs/formats/paste.md.
 */
export function pasteBlowerTable(text: string, show: Show = showIn(BASE_UNITS)): Result<PastedBlower> {
  if (text.length > PASTE_LIMIT) return refuse('table-too-long', { count: text.length.toLocaleString('en-US') })
  const tries = isRotated(text)
    ? [{ parting: 'tab' as const, rows: unrotated(text).map(asRow) }, ...partings(text)]
    : partings(text)
  for (const { parting, rows } of tries) {
    const first = tableIn(rows, parting)
    if (!first?.taps.some((tap) => tap.cells.some((cell) => cell.value !== null))) continue
    const raw = goneOn(first, rows.slice(0, rows.findIndex(isMostlyFigures)).filter(isLoneLine), parting)
    return ok(finish(raw, [...notRead(raw.unread), ...secondTable(raw.rest)], flowUnitsIn(text), show))
  }
  return refuse('no-blower-table')
}

const tableIn = (rows: readonly Row[], parting: Parting) => acrossTable(rows, parting) ?? downTable(rows, parting)

/**
 * A table too wide for its page goes on below: the same taps at other statics, under no caption of another mode.
 * @param captions the lines above the table, where its units may be named
 */
function goneOn(table: RawTable, captions: readonly Row[], parting: Parting): RawTable {
  const [head] = table.rest
  if (!head || (isLoneLine(head) && modeOfCaption(head.line) !== null)) return table
  const next = tableIn([...captions, ...table.rest], parting)
  const isSame =
    next !== null &&
    next.taps.length === table.taps.length &&
    next.taps.every((tap, i) => tap.label === table.taps[i]?.label) &&
    next.statics.every((one) => table.statics.every((other) => Math.abs(one.inWc - other.inWc) > 1e-9))
  if (!isSame) return table
  const doubtsOf = (one: RawTable) => one.statics.map((_, i) => one.staticDoubts[i] ?? null)
  return goneOn(
    {
      statics: [...table.statics, ...next.statics],
      taps: table.taps.map((tap, i) => ({
        label: tap.label,
        cells: [...tap.cells, ...(next.taps[i]?.cells ?? [])],
        rowDoubt: tap.rowDoubt ?? next.taps[i]?.rowDoubt ?? null,
      })),
      powers: table.powers.flatMap((power) => {
        const on = next.powers.find((one) => one.label === power.label)
        return on ? [{ label: power.label, cells: [...power.cells, ...on.cells], rowDoubt: power.rowDoubt ?? on.rowDoubt }] : []
      }),
      staticDoubts: [...doubtsOf(table), ...doubtsOf(next)],
      flowFactor: table.flowFactor,
      unread: [...table.unread, ...next.unread],
      rest: next.rest,
    },
    captions,
    parting,
  )
}

/** The rows from where a second table begins are said too. */
const secondTable = (rows: readonly Row[]): string[] => {
  const [head] = rows
  const count = rows.filter((row) => row !== head && isMostlyFigures(row)).length + (head && isMostlyFigures(head) ? 1 : 0)
  if (!head || count === 0) return []
  return [
    `A second table begins at “${said(head)}”: ${count} ${count === 1 ? 'row' : 'rows'} of figures from there on not read. Paste it by itself.`,
  ]
}
const asRow = (cells: string[]): Row => ({ cells: cells.map((text) => ({ text, start: 0, end: 0 })), line: cells.join('  ') })

/** Sorts by static, drops what is printed twice alike, converts, and doubts. */
function finish(raw: RawTable, leftOut: readonly string[], unitsNamed: readonly string[], show: Show): PastedBlower {
  const order = raw.statics.map((_, i) => i).sort((a, b) => (raw.statics[a]?.inWc ?? 0) - (raw.statics[b]?.inWc ?? 0) || a - b)
  const value = (tap: RawTable['taps'][number], i: number) => tap.cells[i]?.value ?? null
  const staticOf = (i: number) => raw.statics[i]?.inWc ?? 0
  const unlike = new Set<number>()
  const kept = order.filter((i, at) => {
    const twin = order.slice(0, at).find((other) => Math.abs(staticOf(other) - staticOf(i)) < 1e-9 && !isUnlike(raw, other, i))
    if (twin !== undefined) return false
    for (const other of order.slice(0, at)) if (Math.abs(staticOf(other) - staticOf(i)) < 1e-9) unlike.add(other).add(i)
    return true
  })
  const doubts = new Doubts()
  const flowsCfm = raw.taps.map((tap) => kept.map((i) => scaled(value(tap, i), factorOf(tap.cells[i], raw.flowFactor))))
  raw.taps.forEach((tap, t) => {
    kept.forEach((i, s) => {
      const cell = tap.cells[i]
      if (cell?.doubt) doubts.add(t, s, cell.doubt)
      if (cell?.unit && factorOf(cell, raw.flowFactor) !== raw.flowFactor)
        doubts.add(t, s, `It is in ${cell.unit.trim()}, where the rest of the table is not: it was converted.`)
      if (tap.rowDoubt) doubts.add(t, s, tap.rowDoubt)
      const column = raw.staticDoubts[i] ?? raw.statics[i]?.doubt
      if (column) doubts.add(t, s, column)
      if (unlike.has(i)) doubts.add(t, s, `The static ${show('static', staticOf(i))} stands twice with other flows.`)
    })
  })
  const staticsInWc = kept.map(staticOf)
  flowsCfm.forEach((flows, t) => {
    curveDoubts(staticsInWc, flows, show, (s, reason) => doubts.add(t, s, reason))
  })
  const notes = [...leftOut]
  if (unitsNamed.length > 1) notes.push(`The text names ${list([...unitsNamed])}: check which of them each row is in.`)
  if (flowsCfm.some((row) => row.some((flow) => flow !== null && flow < 0)))
    notes.push('A flow below zero was read: no blower table has one. Correct it before you take the table.')
  const powersW = wattsOf(raw, kept, notes)
  return { tapLabels: raw.taps.map((tap) => tap.label), staticsInWc, flowsCfm, powersW, doubts: doubts.sorted(), notes }
}

/** The watts of each tap at the statics that are kept. A figure in doubt is left out: nothing hangs on watts but watts. */
function wattsOf({ taps, powers }: RawTable, kept: readonly number[], notes: string[]): (number | null)[][] | null {
  let leftOut = 0
  const rows = taps.map(({ label }) => {
    const row = powers.find((one) => one.label === label)
    return kept.map((i) => {
      const cell = row?.cells[i]
      if (cell?.value == null) return null
      const isSound = cell.value > 0 && !cell.doubt && !row?.rowDoubt && (!cell.unit || isWatts(cell.unit.trim()))
      if (!isSound) leftOut += 1
      return isSound ? cell.value : null
    })
  })
  const count = rows.filter((row) => row.some((one) => one !== null)).length
  if (leftOut > 0) notes.push(`${counted(leftOut, 'figure')} of watts could not be read for certain: left empty.`)
  if (count > 0) notes.push(`The watts of ${counted(count, 'tap')} stand beside the flows: they are kept with the table.`)
  return count > 0 ? rows : null
}

/** A cell that names a flow unit of its own is in that unit. */
const factorOf = (cell: ReadCell | undefined, factor: number): number => (cell?.unit ? (flowUnitIn(cell.unit) ?? factor) : factor)

const scaled = (value: number | null, factor: number) => (value === null ? null : factor === 1 ? value : value * factor)
const isUnlike = (raw: RawTable, a: number, b: number) =>
  raw.taps.some((tap) => (tap.cells[a]?.value ?? null) !== (tap.cells[b]?.value ?? null))

/** Flow falls as static rises: a rise of more than 2 %, or a cell far off the line between its neighbours, is doubted. */
function curveDoubts(
  statics: readonly number[],
  flows: readonly (number | null)[],
  show: Show,
  add: (s: number, reason: string) => void,
): void {
  let last: number | null = null
  flows.forEach((flow, s) => {
    if (flow === null) return
    if (last !== null && flow > last * 1.02)
      add(s, `Flow rises with static: ${show('flow', flow, { bare: true })} after ${show('flow', last)}.`)
    last = flow
    const [before, after] = [flows[s - 1], flows[s + 1]]
    const [low, at, high] = [statics[s - 1], statics[s], statics[s + 1]]
    if (before == null || after == null || low === undefined || at === undefined || high === undefined) return
    if (high - at < 1e-9 || at - low < 1e-9) return
    const line = before + ((after - before) * (at - low)) / (high - low)
    if (Math.abs(flow - line) > 0.4 * line)
      add(s, `It lies far off the line between its neighbours (about ${show('flow', line)}).`)
  })
}

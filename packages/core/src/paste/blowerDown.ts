import { type Cell, isLoneLine, isLostRow, isNumber, type Parting, placeByColumns, type Row } from './grid.ts'
import { type Figures, readCell, usesDecimalComma } from './numbers.ts'
import { type RawTable, ROW_LENGTH } from './pasted.ts'
import { bare, isMissing } from './text.ts'
import { flowUnitIn, isFlowWord, isLoneLetter, isOtherQuantity, isWatts, modeOfCaption, staticUnitIn } from './words.ts'

interface Column {
  label: string
  kept: boolean
  watts: boolean
  unit: string
}

/** A row of figures that begins with its static. */
const isData = (row: Row) =>
  row.cells.length >= 2 &&
  isNumber(row.cells[0]) &&
  row.cells.slice(1).every((one) => isNumber(one) || isMissing(one.text) || /\d/.test(one.text))

/** Statics down the rows, taps across. Null when the text has no such table. */
export function downTable(rows: readonly Row[], parting: Parting): RawTable | null {
  const first = rows.findIndex((row, i) => isData(row) && rows.slice(i + 1).some(isData) && i > 0)
  if (first < 1) return null
  let top = first
  while (top > 0 && isHeaderLine(rows[top - 1] as Row)) top -= 1
  const heads = rows.slice(top, first)
  const width = widthOf(rows.slice(first))
  const columns = columnsOf(heads, width, parting)
  if (!columns) return null
  const figures: Figures = {
    decimalComma: usesDecimalComma(
      rows
        .slice(first)
        .filter(isData)
        .map((row) => row.cells[0]?.text ?? ''),
    ),
    spacedThousands: parting !== 'space',
  }
  const headCells = heads.at(-1)?.cells ?? []
  const lines: { inWc: number; doubt: string | null; cells: string[]; rowDoubt: string | null }[] = []
  const above = rows.slice(0, top).map((row) => row.line)
  const headText = heads.map((row) => row.line)
  const own = rows[first]?.cells[0]?.text ?? ''
  const factor =
    [own, heads.at(-1)?.cells[0]?.text ?? '', ...headText, ...above.reverse()].map(staticUnitIn).find((one) => one !== null) ?? 1
  const mode =
    rows
      .slice(0, top)
      .map((row) => modeOfCaption(row.line))
      .findLast((one) => one !== null) ?? null
  const unread: Row[] = []
  let end = rows.length
  for (const [i, row] of rows.entries()) {
    if (i < first) continue
    const read = isData(row) ? readCell(row.cells[0]?.text ?? '', figures) : null
    if (read && read.value !== null) {
      const { cells, rowDoubt } = valuesOf(row, columns.length, headCells, parting)
      lines.push({ inWc: read.value * factor, doubt: read.doubt ? `Its static: ${read.doubt}` : null, cells, rowDoubt })
      continue
    }
    const caption = modeOfCaption(row.line)
    const isSecond = isLoneLine(row)
      ? caption !== null && caption !== mode
      : isHeaderLine(row) && !heads.some((head) => sameColumns(head, row))
    if (isSecond) {
      end = i
      break
    }
    if (!isHeaderLine(row) && isLostRow(row)) unread.push(row)
  }
  const kept = columns.flatMap((column, i) => (column.kept ? [{ ...column, i }] : []))
  if (lines.length < 2 || kept.length === 0) return null
  const read = ({ label, i }: { label: string; i: number }) => ({
    label,
    cells: lines.map((line) => readCell(line.cells[i] ?? '', figures)),
    rowDoubt: null,
  })
  const taps = kept.map(read)
  const powers = columns.flatMap((column, i) => (column.watts ? [read({ label: column.label, i })] : []))
  const unit = taps.flatMap((tap) => tap.cells.map((cell) => cell.unit)).find((one) => one && flowUnitIn(one.trim()) !== null)
  const flowFactor =
    (unit ? flowUnitIn(unit.trim()) : null) ??
    kept.map((one) => flowUnitIn(one.unit)).find((one) => one !== null) ??
    [...headText, ...above].map(flowUnitIn).find((one) => one !== null) ??
    1
  return {
    statics: lines.map(({ inWc, doubt }) => ({ inWc, doubt })),
    taps,
    powers,
    staticDoubts: lines.map((line) => line.rowDoubt),
    flowFactor,
    unread,
    rest: rows.slice(end),
  }
}

/** Flows behind a static that is none: a row of the table, not a head. Taps are not numbered so high. */
const MOST_TAP_NUMBER = 30
const isSpoilt = (row: Row) => {
  const figures = row.cells.slice(1).filter(isNumber)
  return figures.length === row.cells.length - 1 && figures.every((one) => Number.parseFloat(one.text) > MOST_TAP_NUMBER)
}

const isHeaderLine = (row: Row) => {
  const cells = row.cells.filter((one) => one.text !== '')
  return cells.length >= 2 && !isData(row) && !isSpoilt(row) && cells.some((one) => !isNumber(one)) && !/[.!]\s*$/.test(row.line)
}
/** The same columns after the statics, whatever the statics are headed on this page. */
const sameColumns = (a: Row, b: Row) => {
  const [first, second] = [a, b].map((row) => row.cells.map((one) => bare(one.text)))
  return (
    first !== undefined &&
    second !== undefined &&
    (first.join('	') === second.join('	') || (first.length > 1 && first.slice(1).join('	') === second.slice(1).join('	')))
  )
}

/** The usual number of cells of a row of figures. */
function widthOf(rows: readonly Row[]): number {
  const counts = new Map<number, number>()
  for (const row of rows) if (isData(row)) counts.set(row.cells.length, (counts.get(row.cells.length) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0]?.[0] ?? 0
}

/** What each column after the statics is: the tap over it, and the quantity where the taps have several. */
function columnsOf(heads: readonly Row[], width: number, parting: Parting): Column[] | null {
  const count = width - 1
  const last = heads.at(-1)
  if (!last || count < 1) return null
  const words = last.cells.map((one) => bare(one.text))
  const quantities = words.slice(-count)
  const isQuantity = (word: string) => isFlowWord(word) || isOtherQuantity(word) || isLoneLetter(word)
  const marked = quantities.some(isFlowWord)
  if (
    quantities.length === count &&
    quantities.filter(isQuantity).length === count &&
    heads.length > 1 &&
    (marked || quantities.some((one) => !isLoneLetter(one)))
  ) {
    const taps = tapsOver(heads.at(-2) as Row, count, parting)
    return taps
      ? taps.map((label, i) => ({
          label,
          kept: marked ? isFlowWord(quantities[i] ?? '') : !isOtherQuantity(quantities[i] ?? ''),
          watts: isWatts(quantities[i] ?? '') && (marked || !isLoneLetter(quantities[i] ?? '')),
          unit: quantities[i] ?? '',
        }))
      : null
  }
  const names = last.cells.slice(-count)
  if (names.length < count || last.cells.length > width + (parting === 'space' ? 6 : 0)) return null
  return names.map((cell) => columnOf(cell.text))
}

/** One head for tap and quantity: "Low cfm", "Low W". */
function columnOf(head: string): Column {
  const text = bare(head)
  const ends = /^(.*\S)[\s,(]+(cfm|l\/s|m[³3]\/h|m[³3]\/min|watts?|w|rpm|amps?)\)?$/i.exec(text)
  const quantity = ends?.[2] ?? ''
  // "Tap A" is a tap; "Low W" is watts.
  const other = ends !== null && (isOtherQuantity(quantity) || /^w$/i.test(quantity)) && flowUnitIn(quantity) === null
  return {
    label: ends && (flowUnitIn(quantity) !== null || other) ? (ends[1] ?? text) : text,
    kept: !other && !isOtherQuantity(text),
    watts: other && isWatts(quantity),
    unit: quantity,
  }
}

/** Taps of the upper line, each over as many columns as it has. */
function tapsOver(row: Row, count: number, parting: Parting): string[] | null {
  const cells = row.cells.map((one) => bare(one.text))
  if (parting !== 'spaces' && parting !== 'space') {
    const over = Array.from({ length: count }, (_, i) => cells[i + 1] ?? '')
    if (over.some((one) => one !== '')) {
      let label = ''
      return over.map((one) => {
        label = one || label
        return label
      })
    }
  }
  const named = cells.filter((one) => one !== '')
  const taps = count % (named.length - 1) === 0 && named.length > 1 ? named.slice(1) : count % named.length === 0 ? named : null
  if (!taps) return null
  const each = count / taps.length
  return Array.from({ length: count }, (_, i) => taps[Math.floor(i / each)] ?? '')
}

function valuesOf(
  row: Row,
  count: number,
  heads: readonly Cell[],
  parting: Parting,
): { cells: string[]; rowDoubt: string | null } {
  const texts = row.cells.slice(1).map((one) => one.text)
  while (texts.length > count && texts.at(-1) === '') texts.pop()
  if (texts.length === count) return { cells: texts, rowDoubt: null }
  if (texts.length < count && parting === 'spaces' && heads.length === count + 1) {
    const placed = placeByColumns(row, heads)
    if (placed) return { cells: placed.slice(1), rowDoubt: null }
  }
  return {
    cells: [...texts.slice(0, count), ...new Array<string>(Math.max(0, count - texts.length)).fill('')],
    rowDoubt: ROW_LENGTH(texts.length, count),
  }
}

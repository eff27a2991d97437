import { type Cell, isLoneLine, isLostRow, isNumber, type Parting, placeByColumns, type Row } from './grid.ts'
import { type Figures, type ReadCell, readCell, usesDecimalComma } from './numbers.ts'
import { type RawTable, ROW_LENGTH } from './pasted.ts'
import { bare, isMissing } from './text.ts'
import {
  flowUnitIn,
  isFlowWord,
  isLoneLetter,
  isOtherQuantity,
  isStaticWord,
  isWatts,
  modeOfCaption,
  staticUnitIn,
} from './words.ts'

/** A line of statics: cells of labels, then figures to the end. */
interface Header {
  labels: Cell[]
  figures: Cell[]
  row: Row
}

const MOST_STATIC_IN_WC = 6

/** Statics across, taps down the rows. Null when the text has no such table. */
export function acrossTable(rows: readonly Row[], parting: Parting): RawTable | null {
  const at = rows.findIndex((row) => headerOf(row) !== null)
  const header = at < 0 ? null : headerOf(rows[at] as Row)
  if (!header || looksDown(rows, at, header)) return null
  const figures: Figures = {
    decimalComma: usesDecimalComma(header.figures.map((one) => one.text)),
    spacedThousands: parting !== 'space',
  }
  const above = rows.slice(0, at).map((row) => row.line)
  const headWords = header.labels.map((one) => one.text).join(' ')
  const below = rows.slice(at + 1).filter(isLoneLine)
  const statics = staticsOf(header, figures, [
    ...header.figures.map((one) => one.text),
    headWords,
    ...above.reverse(),
    ...below.map((row) => row.line),
  ])
  if (!statics) return null
  const body = new Body(header, statics.length, figures, parting, rows)
  let mode = firstMode(rows.slice(0, at))
  const unread: Row[] = []
  let end = rows.length
  for (const [i, row] of rows.entries()) {
    if (i <= at) continue
    if (isLoneLine(row) && parting !== 'space') {
      const caption = modeOfCaption(row.line)
      if (caption !== null && caption !== mode && body.taps.length > 0) end = i
      mode ??= caption
      if (end === i) break
      continue
    }
    const again = headerOf(row)
    if (again && body.isHeaderAgain(row, again, figures)) {
      if (sameStatics(again, header, figures)) continue
      end = i
      break
    }
    const caption = parting === 'space' ? modeOfCaption(row.line) : null
    if (caption !== null && caption !== mode && body.taps.length > 0 && !/\d/.test(row.line)) {
      end = i
      break
    }
    const took = body.take(row)
    if (took === 'second table') {
      end = i
      break
    }
    if (took === 'unread' && isLostRow(row)) unread.push(row)
  }
  if (body.taps.length === 0) return null
  const flowFactor = body.flowFactor ?? flowUnitIn(`${headWords} `) ?? unitIn(above) ?? unitIn(below.map((row) => row.line)) ?? 1
  return { statics, taps: body.taps, powers: body.powers, staticDoubts: [], flowFactor, unread, rest: rows.slice(end) }
}

const unitIn = (lines: readonly string[]) => lines.map(flowUnitIn).find((one) => one !== null) ?? null
const firstMode = (rows: readonly Row[]) => rows.map((row) => modeOfCaption(row.line)).findLast((one) => one !== null) ?? null

const FIGURES: Figures = { decimalComma: false, spacedThousands: true }

/** Words first, then at least two figures and nothing else. */
function headerOf(row: Row): Header | null {
  const cells = trimEnd(row.cells)
  let from = cells.length
  while (from > 0 && isNumber(cells[from - 1] as Cell)) from -= 1
  if (cells.length - from < 2) return null
  const labels = cells.slice(0, from)
  if (labels.some((one, i) => i > 0 && isMissing(one.text) && one.text !== '')) return null
  return { labels, figures: cells.slice(from), row }
}

const trimEnd = (cells: readonly Cell[]): Cell[] => {
  let end = cells.length
  while (end > 0 && cells[end - 1]?.text === '') end -= 1
  return cells.slice(0, end)
}

/** The figures of the header are taps, or the first line of figures is a row already: statics then run down. */
function looksDown(rows: readonly Row[], at: number, header: Header): boolean {
  const next = rows
    .slice(at + 1)
    .map(headerOf)
    .find((one) => one !== null)
  if (header.labels.filter((one) => one.text !== '').length === 0)
    return (
      next !== undefined && next !== null && next.labels.length === 0 && next.figures.length === header.figures.length && at > 0
    )
  // "Static  1  2  3" over rows that begin with a static.
  if (!next || next.labels.length > 0 || next.figures.length !== header.figures.length + 1) return false
  const heads = header.figures.map((one) => readCell(one.text, FIGURES).value)
  const first = readCell(next.figures[0]?.text ?? '', FIGURES).value
  return (
    heads.every((one, i) => one !== null && Number.isInteger(one) && (i === 0 || one > (heads[i - 1] ?? 0))) &&
    first !== null &&
    !Number.isInteger(first) &&
    header.labels.some((one) => isStaticWord(one.text))
  )
}

function staticsOf(header: Header, figures: Figures, places: readonly string[]): RawTable['statics'] | null {
  const factor = places.map(staticUnitIn).find((one) => one !== null) ?? 1
  const read = header.figures.map((one) => readCell(one.text, figures))
  const statics = read.map((one, i) => ({
    inWc: (one.value ?? 0) * factor,
    doubt: one.doubt ? `Its static: ${one.doubt}` : null,
    index: i,
  }))
  if (read.some((one) => one.value === null)) return null
  if (factor === 1 && statics.some((one) => one.inWc > MOST_STATIC_IN_WC || one.inWc < -MOST_STATIC_IN_WC)) return null
  return statics.map(({ inWc, doubt }) => ({ inWc, doubt }))
}

function sameStatics(a: Header, b: Header, figures: Figures): boolean {
  const values = (one: Header) => one.figures.map((cell) => readCell(cell.text, figures).value)
  const [first, second] = [values(a), values(b)]
  return first.length === second.length && first.every((one, i) => one === second[i])
}

/** Rows of taps under one header. */
class Body {
  readonly taps: RawTable['taps'] = []
  readonly powers: RawTable['powers'] = []
  flowFactor: number | null = null
  private label: string | null = null
  private readonly marked: boolean
  private readonly bareLabels: boolean
  private readonly wide: boolean

  constructor(
    private readonly header: Header,
    private readonly count: number,
    private readonly figures: Figures,
    private readonly parting: Parting,
    rows: readonly Row[],
  ) {
    const data = rows.filter((row) => row !== header.row && headerOf(row) !== null && !isLoneLine(row))
    this.marked = rows.some((row) => row !== header.row && row.cells.slice(0, 4).some((one) => isFlowWord(one.text)))
    const named = header.labels[0] !== undefined && header.labels[0].text !== ''
    const whole = data.filter((row) => row.cells.length === header.labels.length + count)
    this.bareLabels = named && whole.length > 0 && whole.filter((row) => isNumber(row.cells[0] as Cell)).length * 2 > data.length
    // "Tap 1 900 850": the figure after the word is its name.
    this.wide =
      parting === 'space' &&
      data.length > 1 &&
      data.every((row) => {
        const one = headerOf(row)
        const first = Number(one?.figures[0]?.text)
        return one !== null && one.labels.length > 0 && one.figures.length === count + 1 && Number.isInteger(first) && first <= 20
      })
  }

  isHeaderAgain(row: Row, again: Header, figures: Figures): boolean {
    if (sameStatics(again, this.header, figures)) return true
    // Figures so small that they are no flows beside those above are statics again.
    const values = again.figures.map((one) => readCell(one.text, figures).value ?? 0)
    const most = Math.max(
      MOST_STATIC_IN_WC,
      ...this.header.figures.map((one) => Math.abs(readCell(one.text, figures).value ?? 0)),
    )
    if (!values.every((one) => Math.abs(one) <= most && one !== 0)) return false
    // In L/s or m³/min over Pa flows are as small as statics: but along a tap they fall where the statics of the header rise.
    const heads = this.header.figures.map((one) => readCell(one.text, figures).value ?? 0)
    const rises = (some: readonly number[]) => some.every((one, i) => i === 0 || one > (some[i - 1] as number))
    if (rises(heads) !== rises(values)) return false
    const words = (cells: readonly Cell[]) =>
      cells
        .map((one) => bare(one.text).toLowerCase())
        .join(' ')
        .trim()
    if (words(again.labels) !== '' && words(again.labels) === words(this.header.labels)) return true
    const quantity = row.cells.slice(0, 3).some((one) => isOtherQuantity(one.text) || isLoneLetter(one.text))
    return !quantity && values.some((one) => !Number.isInteger(one)) && row.cells.some((one) => !isNumber(one))
  }

  /** Takes a row of flows. */
  take(row: Row): 'taken' | 'another quantity' | 'unread' | 'second table' {
    const split = this.split(row)
    if (!split) return 'unread'
    const words = split.labels.map((one) => bare(one)).filter((one) => one !== '')
    const named = this.nameIn(words)
    const quantity = words.find((word) => isFlowWord(word))
    const other =
      words.some((word) => isOtherQuantity(word)) ||
      (this.marked && words.slice(-1).some(isLoneLetter) && words.length > (named === null ? 0 : 1))
    const other2 = this.marked && words.length === 1 && words.every(isLoneLetter)
    if (named !== null && !other2) this.label = named
    const trails = trailingQuantity(words, this.parting)
    const { cells, rowDoubt } = this.valuesOf(row, split.values)
    if (other || other2 || trails) {
      if (words.some(isWatts) || (trails && /\bwatts$/i.test(words.join(' '))))
        this.powers.push({ label: stripWatts(this.label ?? ''), cells, rowDoubt })
      return 'another quantity'
    }
    const label = this.label ?? ''
    const twin = this.taps.find((tap) => tap.label === label)
    // The same line printed again says nothing more.
    if (twin) return twin.cells.every((one, i) => one.value === cells[i]?.value) ? 'taken' : 'second table'
    if (quantity) this.flowFactor ??= flowUnitIn(quantity)
    for (const one of cells) if (one.unit) this.flowFactor ??= flowUnitIn(one.unit.trim())
    this.taps.push({ label, cells, rowDoubt })
    return 'taken'
  }

  /** The last words before the figures that name no quantity. */
  private nameIn(words: readonly string[]): string | null {
    const names = words.filter(
      (word, i) =>
        !isFlowWord(word) &&
        !isOtherQuantity(word) &&
        !(
          this.marked &&
          i > 0 &&
          isLoneLetter(word) &&
          i === words.length - 1 &&
          !words.some(isFlowWord) &&
          this.parting !== 'space'
        ),
    )
    if (names.length === 0) return null
    // Spaces part the words of one name too.
    const name = this.parting === 'space' && words.length !== this.header.labels.length ? names.join(' ') : (names.at(-1) ?? '')
    return stripFlowUnit(name)
  }

  private split(row: Row): { labels: string[]; values: Cell[] } | null {
    const cells = row.cells
    const wanted = this.header.labels.length
    const texts = (some: readonly Cell[]) => some.map((one) => one.text)
    if (cells.length === wanted + this.count && !this.wide) {
      const values = cells.slice(wanted)
      // A word that stands where the first figure belongs names a quantity: the row is short by one.
      if (!values.some((one) => isNumber(one) || isMissing(one.text))) return null
      if (
        !(values[0] && (isFlowWord(values[0].text) || isOtherQuantity(values[0].text))) &&
        values.filter((one) => isNumber(one) || isMissing(one.text)).length * 2 >= values.length
      )
        return { labels: texts(cells.slice(0, wanted)), values }
    }
    let lead = 0
    while (lead < cells.length && !isNumber(cells[lead] as Cell) && !(isMissing(cells[lead]?.text ?? '') && lead >= wanted))
      lead += 1
    if (lead === 0 && this.bareLabels) lead = 1
    if (this.wide) lead += 1
    const values = cells.slice(lead)
    if (values.filter((one) => isNumber(one)).length === 0) return null
    // Prose has words after its figures.
    const wordy = values.filter((one) => !isNumber(one) && !isMissing(one.text)).length
    if (this.parting === 'space' ? wordy > 0 && wordy * 3 >= values.length : wordy * 2 > values.length) return null
    return { labels: texts(cells.slice(0, lead)), values }
  }

  private valuesOf(row: Row, values: readonly Cell[]): { cells: ReadCell[]; rowDoubt: string | null } {
    const read = (texts: readonly string[]) => texts.map((text) => readCell(text, this.figures))
    let texts = values.map((one) => one.text)
    while (texts.length > this.count && texts.at(-1) === '') texts.pop()
    if (texts.length === this.count) return { cells: read(texts), rowDoubt: null }
    if (texts.length < this.count && this.parting === 'spaces') {
      const placed = placeByColumns(row, this.header.row.cells)
      if (placed) return { cells: read(placed.slice(this.header.labels.length)), rowDoubt: null }
    }
    const rowDoubt = ROW_LENGTH(texts.length, this.count)
    texts = texts.slice(0, this.count)
    return { cells: read([...texts, ...new Array<string>(this.count - texts.length).fill('')]), rowDoubt }
  }
}

const stripFlowUnit = (name: string): string =>
  name.replace(/[\s,(]+(?:cfm|l\/s|lps|m[³3]\/h|m[³3]\/min|ft[³3]\/min)\)?$/i, '').trim() || name

const stripWatts = (name: string): string => name.replace(/[\s,(]+watts\)?$/i, '').trim()

/** Where spaces part the words, the quantity is the end of the name. */
const trailingQuantity = (words: readonly string[], parting: Parting): boolean =>
  parting !== 'space' && words.some((word) => /\b(?:watts|rpm|amps)$/i.test(word) && word.split(/\s+/).length > 1)

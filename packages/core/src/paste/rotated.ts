import { type Figures, readCell } from './numbers.ts'
import { bare, isMissing, isRule, linesOf } from './text.ts'
import { isStaticWord } from './words.ts'

const FIGURES: Figures = { decimalComma: false, spacedThousands: true }

/** A cell on each line: figures, holes, and short words. */
const isFigure = (line: string) => isMissing(line) || readCell(line, FIGURES).value !== null

/** Whether nearly every line is one cell: a table that was copied the wrong way round. */
export function isRotated(text: string): boolean {
  const lines = linesOf(text).filter((line) => line.trim() !== '')
  const short = lines.filter((line) => !/[\t|;]| {2,}/.test(line.trim()) && line.trim().split(/\s+/).length <= 3)
  return lines.length >= 6 && short.length >= lines.length * 0.8 && lines.filter(isFigure).length >= lines.length * 0.4
}

/**
 * Puts a rotated copy of figures back into rows. The cells of the header come first, so the number of columns is known:
 * by the figures that stand together, or, where there are only figures, by the words above them.
 */
export function unrotated(text: string): string[][] {
  const lines = linesOf(text)
    .map((line) => line.trim())
    .filter((line) => line !== '' && !(isRule([line]) && line.length > 3))
  const firstFigure = lines.findIndex((line) => !isMissing(line) && readCell(line, FIGURES).value !== null)
  if (firstFigure < 1) return []
  const runs = runsOf(lines.slice(firstFigure))
  const words = lines.slice(0, firstFigure)
  // Figures only, to the end: statics run down, and the words above name the columns.
  if (runs.length === 1) {
    const [only] = runs
    const named = words.slice(
      Math.max(
        0,
        words.findLastIndex((line) => isStaticWord(line) && line.split(/\s+/).length <= 4),
      ),
    )
    const width = named.length
    const figures = only?.figures ?? []
    if (width < 2) return []
    return [named, ...chunks(figures, width)]
  }
  const columns = runs[0]?.figures.length ?? 0
  if (columns < 2) return []
  // Kits: the first kit's name stands between the heads of the columns and its figures.
  const sameRuns = runs.filter((run) => run.figures.length === columns).length
  if (
    words.length > columns + 1 &&
    sameRuns === runs.length &&
    words.slice(-columns - 2, -1).some((word) => /\bkw\b|\bw\b|\bcfm\b|\bl\/s\b/i.test(word))
  )
    return [
      ...words.slice(0, -columns - 2).map((line) => [line]),
      words.slice(-columns - 2, -1),
      [words.at(-1) ?? '', ...(runs[0]?.figures ?? [])],
      ...runs.slice(1).map((run) => [...run.words, ...run.figures]),
    ]
  return [
    ...words.slice(0, -1).map((line) => [line]),
    [words.at(-1) ?? '', ...(runs[0]?.figures ?? [])],
    ...runs.slice(1).map((run) => [...run.words, ...run.figures]),
  ]
}

/** Words, then the figures that follow them. */
function runsOf(lines: readonly string[]): { words: string[]; figures: string[] }[] {
  const runs: { words: string[]; figures: string[] }[] = [{ words: [], figures: [] }]
  for (const line of lines) {
    const last = runs.at(-1)
    if (!last) break
    if (isFigure(line)) last.figures.push(line)
    else if (last.figures.length === 0 && runs.length > 1) last.words.push(line)
    else runs.push({ words: [line], figures: [] })
  }
  return runs.filter((run) => run.figures.length > 0)
}

const chunks = (cells: readonly string[], width: number): string[][] =>
  Array.from({ length: Math.ceil(cells.length / width) }, (_, i) => cells.slice(i * width, (i + 1) * width))

/** A rotated copy of words: the heads are known by name, the rest follows in rows of as many. */
export function unrotatedWords(text: string, isHead: (cell: string) => boolean): string[][] {
  const lines = linesOf(text)
    .map((line) => line.trim())
    .filter((line) => line !== '')
  const start = lines.findIndex((line, i) => isHead(bare(line)) && isHead(bare(lines[i + 1] ?? '')))
  if (start < 0) return []
  let width = 0
  while (isHead(bare(lines[start + width] ?? ''))) width += 1
  return chunks(lines.slice(start), width)
}

/** Tables are no wider than this, and begin after no more lines of captions. */
const MOST_COLUMNS = 10
const MOST_CAPTIONS = 4

/**
 * A rotated copy with a cell to a line, whose figures are mostly names (taps, “n/a”): known by its one column of figures. In
 * some width every row has its figure in the column whose head says so, and nowhere is a head one. Empty where none fits.
 * @param isHead whether a head names the column of figures
 */
export function unrotatedByColumn(
  text: string,
  isHead: (cell: string) => boolean,
  isNumber: (cell: string) => boolean,
): string[][] {
  const lines = linesOf(text)
    .map((line) => line.trim())
    .filter((line) => line !== '' && !(isRule([line]) && line.length > 3))
  if (lines.some((line) => /[\t|;]| {2,}/.test(line))) return []
  for (let from = 0; from <= Math.min(MOST_CAPTIONS, lines.length); from += 1)
    for (let width = 3; width <= MOST_COLUMNS; width += 1) {
      const [heads, ...rows] = chunks(lines.slice(from), width)
      const at = heads?.findIndex(isHead) ?? -1
      if (!heads || at < 1 || rows.length < 2 || heads.some(isNumber) || rows.at(-1)?.length !== width) continue
      if (rows.every((row) => isNumber(row[at] ?? '') && !isNumber(row[0] ?? ''))) return [heads, ...rows]
    }
  return []
}

/** What text copied from a manual looks like before it is cells: invisible marks, odd spaces, footnote signs. */

const INVISIBLE = /[\uFEFF\u200B-\u200F\u2060-\u2064\u202A-\u202E\u2066-\u2069\u00AD]/g
/** Kept apart from a plain space, because between figures it may be a thousands mark. */
export const HARD_SPACE = '\u00A0'
const ODD_SPACE = /[\u00A0\u2000-\u200A\u202F\u205F\u3000]/g
export const DASHES = '\\-\u2010-\u2015\u2212'
const DASH_ONLY = new RegExp(`^[${DASHES}]+$`)
const SUPERSCRIPT = /[⁰¹²³⁴⁵⁶⁷⁸⁹]/g

/**
 * Footnote marks that stick to what they mark, one or several: blanked before the cells are parted, so that “46.0¹ ²” is one
 * cell, and left as wide as they were, so that columns stay where they are. The ³ of m³ and ft³ belongs to its unit; a mark
 * that begins a line is that of a note.
 */
const MARKS_AFTER = /(?<=\S)(?<![mM]|ft)[⁰¹²³⁴⁵⁶⁷⁸⁹]+(?:[ \u00A0,][⁰¹²³⁴⁵⁶⁷⁸⁹]+)*/g

/** Bars that are drawn, in place of the plain one. */
const BAR = /[\u2502\u2503\u2551\u00A6\uFF5C\u2506\u250A\u2758]/g
const RULE_SIGNS = /[\u2500-\u257F]/g
/** A mark before a cell that stands on a line of its own. */
const BULLET = /^\s*([•◦▪●○■□·*+–-]|\d{1,3}[.)])\s+(?=\S)/

/** The most text that is read at once: a chapter, not a manual. */
export const PASTE_LIMIT = 200_000

export function linesOf(text: string): string[] {
  return withoutBullets(
    text
      .replace(INVISIBLE, '')
      .replace(/[０-９，．]/g, (one) =>
        one === '，' ? ',' : one === '．' ? '.' : String.fromCharCode(one.charCodeAt(0) - 0xff10 + 48),
      )
      .replace(ODD_SPACE, HARD_SPACE)
      .replace(/(\d)\u00A0(?=\d{3}(?!\d))/g, `$1${'\uE000'}`)
      .replaceAll(HARD_SPACE, ' ')
      .replaceAll('\uE000', HARD_SPACE)
      .replace(MARKS_AFTER, (marks) => ' '.repeat(marks.length))
      .replace(BAR, '|')
      .replace(RULE_SIGNS, '-')
      .split(/\r\n?|\n|\f|\v/),
  )
}

/** The mark of a list goes where every line has one. */
function withoutBullets(lines: readonly string[]): string[] {
  const filled = lines.filter((line) => line.trim() !== '')
  const marks = new Set(filled.map((line) => BULLET.exec(line)?.[1] ?? ''))
  if (filled.length < 4 || marks.has('') || (marks.size > 1 && [...marks].some((mark) => !/^\d/.test(mark)))) return [...lines]
  return lines.map((line) => line.replace(BULLET, ''))
}

/** Footnote marks and marks of a default taken off; outer spaces too; runs of spaces become one. */
export function bare(cell: string): string {
  return cell
    .replace(/\(\s*(?:factory|default)\s*\)/gi, '')
    .replace(/[*†‡§<]/g, '')
    .replace(/\([A-Za-z0-9]\)/g, '')
    .replace(SUPERSCRIPT, (sign, at: number, whole: string) => (sign === '³' && /m$/i.test(whole.slice(0, at)) ? sign : ''))
    .replace(/ +/g, ' ')
    .trim()
}

export const isMissing = (cell: string): boolean => {
  const text = bare(cell)
  return text === '' || /^n\/?a$/i.test(text) || DASH_ONLY.test(text.replace(/ /g, ''))
}

/** Nothing but dashes in every cell: a line that was drawn. */
export const isRule = (cells: readonly string[]): boolean =>
  cells.some((one) => one.trim() !== '') &&
  cells.every((one) => /^[\s|:=_+]*$/.test(one.replace(new RegExp(`[${DASHES}]`, 'g'), '')))

const PAGE = new RegExp(`^(?:[${DASHES}]\\s*)?(?:page\\s*)?\\d{1,4}(?:\\s*[${DASHES}])?$`, 'i')
export const isPageNumber = (line: string): boolean => PAGE.test(line.trim())

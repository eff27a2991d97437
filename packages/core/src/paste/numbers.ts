import { bare, DASHES, HARD_SPACE, isMissing } from './text.ts'
import { unitAtEnd } from './words.ts'

/** How figures are written in one text. */
export interface Figures {
  decimalComma: boolean
  /** A plain space between figures is a thousands mark: not where spaces part the cells. */
  spacedThousands: boolean
}

export interface ReadCell {
  /** Null: missing, or not a number. */
  value: number | null
  /** Why it is doubted; null when it is not. */
  doubt: string | null
  unit: string | null
}

const SLIPS: Record<string, string> = { O: '0', o: '0', l: '1', I: '1', S: '5', s: '5', B: '8', Z: '2', z: '2' }
const VULGAR: Record<string, number> = {
  '½': 1 / 2,
  '¼': 1 / 4,
  '¾': 3 / 4,
  '⅛': 1 / 8,
  '⅜': 3 / 8,
  '⅝': 5 / 8,
  '⅞': 7 / 8,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
}
const LEADING_DASH = new RegExp(`^[${DASHES}]\\s?(?=[\\d.½¼¾⅛⅜⅝⅞⅓⅔])`)

/** Reads one cell of figures. Never throws: what is no number is null and doubted, what is missing is null. */
export function readCell(cell: string, figures: Figures): ReadCell {
  if (isMissing(cell)) return { value: null, doubt: null, unit: null }
  // A second unit in brackets after the number is dropped.
  let text = bare(bare(cell).replace(/\s*\(.*$/, (tail, at: number) => (at > 0 ? '' : tail)))
  const unit = unitAtEnd(text)
  if (unit) text = text.slice(0, text.length - unit.length).trim()
  const plain = plainNumber(text, figures)
  if (plain !== null) return { value: plain, doubt: null, unit }
  if (/\d/.test(text) && /^[\dOolISsBZz.,/ \u00A0]+$/.test(text)) {
    const mended = plainNumber(
      text.replace(/[OolISsBZz]/g, (one) => SLIPS[one] ?? one),
      figures,
    )
    if (mended !== null)
      return { value: mended, doubt: `“${bare(cell)}” has a letter where a figure belongs: read as ${mended}.`, unit }
  }
  return { value: null, doubt: `“${bare(cell).slice(0, 40)}” is not a number.`, unit }
}

/** A cell that could be a figure, a slip or missing counts as one; used to tell labels from values. */
export const looksNumeric = (cell: string, figures: Figures): boolean => {
  const read = readCell(cell, figures)
  return read.value !== null
}

function plainNumber(text: string, figures: Figures): number | null {
  const negative = LEADING_DASH.test(text)
  const unsigned = (negative ? text.replace(LEADING_DASH, '') : text.replace(/^\+/, '')).trim()
  const value = fraction(unsigned) ?? decimal(unsigned, figures)
  return value === null ? null : negative ? -value : value
}

function fraction(text: string): number | null {
  const vulgar = /^(\d*)\s?([½¼¾⅛⅜⅝⅞⅓⅔])$/.exec(text)
  if (vulgar) return Number(vulgar[1] || 0) + (VULGAR[vulgar[2] ?? ''] ?? 0)
  const ratio = /^(?:(\d+)\s)?(\d+)\/(\d+)$/.exec(text)
  if (!ratio || Number(ratio[3]) === 0) return null
  return Number(ratio[1] ?? 0) + Number(ratio[2]) / Number(ratio[3])
}

function decimal(text: string, { decimalComma, spacedThousands }: Figures): number | null {
  const thousands = spacedThousands ? `[${HARD_SPACE} ]` : HARD_SPACE
  const mark = decimalComma ? `(?:\\.|${thousands})` : `(?:,|${thousands})`
  const point = decimalComma ? '[,.]' : '\\.'
  if (new RegExp(`^\\d{1,3}(?:${mark}\\d{3})+(?:${decimalComma ? ',' : '\\.'}\\d+)?$`).test(text)) {
    const whole = text.replace(new RegExp(mark, 'g'), '')
    return Number(whole.replace(',', '.'))
  }
  if (new RegExp(`^(?:\\d+(?:${point}\\d*)?|${point}\\d+)$`).test(text)) return Number(text.replace(',', '.'))
  return null
}

/** Whether a row of figures is written with a decimal comma: one that cannot be a thousands mark. */
export const usesDecimalComma = (cells: readonly string[]): boolean =>
  cells.some((cell) => /^[^\d]*(?:0,\d+|\d+,(?:\d{1,2}|\d{4,}))(?!\d)/.test(bare(cell)))

import { ok, type Result, refuse } from '@ingle/core'

/** A cell as somebody typed it: a number, or nothing printed there. */
export function readCellText(text: string): Result<number | null> {
  const tidy = text
    .trim()
    .replace('−', '-')
    .replace(/(?<=\d),(?=\d{3}\b)/g, '')
  if (tidy === '' || /^[-–—]+$/.test(tidy)) return ok(null)
  const value = Number(tidy)
  return Number.isFinite(value) ? ok(value) : refuse(`“${text}” is no number.`, 'Type the figure, or leave the cell empty.')
}

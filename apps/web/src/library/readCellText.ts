import { ok, type Result } from '@ingle/core'
import { refuse } from '../refusals.ts'

/** A cell as somebody typed it: a number, or nothing printed there. */
export function readCellText(text: string): Result<number | null> {
  const tidy = text
    .trim()
    .replace('−', '-')
    .replace(/(?<=\d),(?=\d{3}\b)/g, '')
  if (tidy === '' || /^[-–—]+$/.test(tidy)) return ok(null)
  const value = Number(tidy)
  return Number.isFinite(value) ? ok(value) : refuse('cell-not-a-number', { text })
}

import { JOT_LIMIT, tidyTyped } from '@ingle/core'

/** A command and its words, where a line gives just these words back; a text with breaks in it has no line. */
export function oneLine(word: string, text: string): string | null {
  const line = `${word} ${text}`
  return line.length <= JOT_LIMIT && tidyTyped(line).split(/\s+/).join(' ') === line ? line : null
}

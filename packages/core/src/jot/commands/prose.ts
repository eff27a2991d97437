import type { Line } from '../line.ts'
import { type JotReading, needs } from '../reading.ts'

/** Words as they were typed, to the end of the line. */
export function prose(kind: 'heard' | 'note' | 'open', lead: string): (line: Line) => JotReading {
  return (line) => {
    const text = line.rest()
    return text === '' ? needs('then the words') : { state: 'ready', intent: { kind, text }, reads: `${lead}: ${text}` }
  }
}

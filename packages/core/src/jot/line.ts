import { parseReading, readNumber } from '../quantity/parse.ts'
import { type Quantity, quantitiesOfUnit } from '../quantity/units.ts'
import type { JotIntent } from './grammar.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from './reading.ts'

/** A line being read from left to right. */
export class Line {
  private at = 0
  constructor(
    private readonly words: readonly string[],
    private readonly context: JotContext,
  ) {}

  get done(): boolean {
    return this.at >= this.words.length
  }
  peek(): string {
    return (this.words[this.at] ?? '').toLowerCase()
  }
  next(): string {
    this.at += 1
    return this.words[this.at - 1] ?? ''
  }
  take(word: string): boolean {
    if (this.peek() !== word) return false
    this.at += 1
    return true
  }
  rest(): string {
    const text = this.words.slice(this.at).join(' ')
    this.at = this.words.length
    return text
  }
  startsNumber(): boolean {
    return readNumber(this.words[this.at] ?? '') !== null
  }
  /** One measurement; a unit may stand apart from its number. Null at the end of the line. */
  reading(quantity: Quantity): { base: number } | JotReading | null {
    if (this.done) return null
    // The beginning of a number is not yet a wrong one.
    if (this.at === this.words.length - 1 && /^[+-]?\.?$/.test(this.peek())) return needs('the rest of the number')
    let text = this.next()
    const number = readNumber(text)
    if (number?.rest === '' && !this.done && isUnitWord(this.peek())) text += ` ${this.next()}`
    const parsed = parseReading(text, quantity, this.context.units)
    return parsed.ok ? { base: parsed.value.base } : wrong(parsed.reason, parsed.remedy)
  }
}

const isUnitWord = (word: string) => readNumber(word) === null && word !== 'rh' && quantitiesOfUnit(word).length > 0

type Read = { base: number } | JotReading | null
const isReading = (read: Read): read is { base: number } => read !== null && 'base' in read

/** Reads several measurements in a row; says which one is missing. */
export function readings(line: Line, wanted: readonly (readonly [Quantity, string])[]): number[] | JotReading {
  const out: number[] = []
  for (const [quantity, name] of wanted) {
    const read = line.reading(quantity)
    if (read === null) return needs(`then ${name}`)
    if (!isReading(read)) return read
    out.push(read.base)
  }
  return out
}

export const isNumbers = (read: number[] | JotReading): read is number[] => Array.isArray(read)

export function finish(line: Line, ready: { intent: JotIntent; reads: string }): JotReading {
  if (!line.done)
    return wrong(`“${clip(line.rest())}” at the end was not understood.`, 'Leave it out, or enter it as a line of its own.')
  return { state: 'ready', ...ready }
}

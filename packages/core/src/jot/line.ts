import { parseReading, readNumber } from '../quantity/parse.ts'
import { findUnit, type Quantity, quantitiesOfUnit } from '../quantity/units.ts'
import type { JotIntent } from './grammar.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from './reading.ts'
import { isFiller, saysInside } from './spoken.ts'

/** The most words that a unit takes: “in w.c.”, “ft / min”. */
const UNIT_WORDS = 3

/** Flow of standard air, as stations and sheets of electric heaters print it: “scfm”, “standard cfm”. */
const STANDARD_FLOW = /^(?:s\s?cfm|std\.?\s?cfm|standard\s?cfm|s\s?l\/s)$/i

/** A unit of flow, of the air as it is or of standard air. */
export const isFlowUnit = (unit: string): boolean => findUnit('flow', unit) !== null || STANDARD_FLOW.test(unit)

/** A line being read from left to right. */
export class Line {
  private at = 0
  /** What a figure was turned into and from what: said where the line is read back. */
  readonly turned: string[] = []
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
  /** Goes past a word, or what people say for it. */
  take(word: string): boolean {
    const took = saysInside(this.words, this.at, word)
    this.at += took
    return took > 0
  }
  /** As `take`, past words that say nothing. */
  takePast(word: string): boolean {
    const from = this.at
    this.skip()
    if (this.take(word)) return true
    this.at = from
    return false
  }
  /** Goes past words that say nothing, and puts a figure into two where a stroke parts it: “75/62”. */
  skip(): void {
    while (!this.done && isFiller(this.peek())) this.at += 1
  }
  /** The words that are left, not taken. */
  ahead(): readonly string[] {
    return this.words.slice(this.at)
  }
  /** Goes on after so many words. */
  pass(count: number): void {
    this.at += count
  }
  rest(): string {
    const text = this.words.slice(this.at).join(' ')
    this.at = this.words.length
    return text
  }
  startsNumber(): boolean {
    return readNumber(this.words[this.at] ?? '') !== null
  }
  /** The unit that stands with the next figure; empty where none does. */
  unitAhead(): string {
    const from = this.at
    this.skip()
    const number = readNumber(this.words[this.at] ?? '')
    const unit = number === null ? '' : number.rest || this.unitAfter(this.at)
    this.at = from
    return unit
  }
  /** One measurement; a unit may stand apart from its number. Null at the end of the line. */
  reading(quantity: Quantity): { base: number } | JotReading | null {
    const from = this.at
    this.skip()
    if (this.done) {
      // “-” alone is the beginning of a number, and no word that parts.
      if (/^[+-]$/.test(this.words[this.at - 1] ?? '') && this.at > from) return needs('the rest of the number')
      return null
    }
    // The beginning of a number is not yet a wrong one.
    if (this.at === this.words.length - 1 && /^[+-]?\.?$/.test(this.peek())) return needs('the rest of the number')
    const place = this.at
    let text = this.next()
    const number = readNumber(text)
    if (number?.rest === '') {
      const unit = this.unitAfter(place, quantity)
      if (unit !== '') {
        text += ` ${unit}`
        this.at += unit.split(' ').length
      } else text += ` ${this.governing(quantity, place)}`
    }
    const unit = readNumber(text)?.rest ?? ''
    if (quantity === 'flow' && STANDARD_FLOW.test(unit)) return this.standardFlow(text, unit)
    const parsed = parseReading(text, quantity, this.context.units)
    return parsed.ok ? { base: parsed.value.base } : wrong(parsed.reason, parsed.remedy)
  }

  /** Standard air takes more room at the site: its flow over the density ratio. Source: as `targetOf`, mass flow kept. */
  private standardFlow(text: string, unit: string): { base: number } | JotReading {
    const { densityRatio, units } = this.context
    if (densityRatio === undefined)
      return wrong(`“${clip(unit)}” is flow of standard air, and the height of the site is not known.`, 'Enter the flow as cfm.')
    const standard = parseReading(`${readNumber(text)?.value} ${/l\/s/i.test(unit) ? 'L/s' : 'cfm'}`, 'flow', units)
    if (!standard.ok) return wrong(standard.reason, standard.remedy)
    this.turned.push(`${readNumber(text)?.value} ${unit} of standard air, ÷ ${densityRatio.toFixed(3)} for the air of the site`)
    return { base: standard.value.base / densityRatio }
  }

  /** A unit in words of their own after the figure at `at`: one of `quantity` rather than any other. */
  private unitAfter(at: number, quantity?: Quantity): string {
    const after = this.words.slice(at + 1, at + 1 + UNIT_WORDS)
    const said = after.map((_, i) => after.slice(0, i + 1).join(' ')).reverse()
    const fits =
      quantity === undefined
        ? undefined
        : said.find((one) => findUnit(quantity, one) !== null || (quantity === 'flow' && STANDARD_FLOW.test(one)))
    return fits ?? said.find(isUnit) ?? ''
  }

  /** The unit of the nearest figure of this line that names one for such a quantity: “60 -40 Pa” is in pascals throughout. */
  private governing(quantity: Quantity, at: number): string {
    let best: { far: number; unit: string } | null = null
    for (const [i, word] of this.words.entries()) {
      const number = readNumber(word)
      if (number === null || i === at) continue
      const unit = number.rest || this.unitAfter(i, quantity)
      const far = i > at ? i - at : at - i + 0.5
      if (unit !== '' && findUnit(quantity, unit) && (best === null || far < best.far)) best = { far, unit }
    }
    return best?.unit ?? ''
  }
}

const isUnit = (said: string) =>
  readNumber(said) === null && said !== 'rh' && (quantitiesOfUnit(said).length > 0 || STANDARD_FLOW.test(said))

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
  const from = line.turned.length > 0 ? `, from ${line.turned.join(' and ')}` : ''
  return { state: 'ready', ...ready, reads: `${ready.reads}${from}` }
}

import { type Show, showIn } from './advice/show.ts'
import { BASE_UNITS, type Quantity } from './quantity/units.ts'

/**
 * The one shape of an answer that can fail for something a user did.
 * Core throws only for a programmer's mistake; everything else comes back as a refusal, with a reason and a remedy.
 * Inside core, null says that nothing is known yet of what was asked; NaN, −1 and the like say nothing anywhere.
 */
export type Result<T> = { ok: true; value: T } | Refusal

export interface Refusal {
  ok: false
  /** Which refusal it is, in its package's list. */
  code: string
  values: Readonly<Record<string, string | number>>
  /** The sentences with their places for the values still open. */
  words: Words
  /** One sentence: what is wrong. Numbers are in base units: whoever has a reader says it with `said`. */
  reason: string
  /** One sentence: what to do about it. */
  remedy: string
  /** Of foreign data, which of its fields are wrong, where that is known: a form says it beside them. */
  at?: readonly WrongField[]
}

export interface WrongField {
  /** Like `settings.3.label`. */
  path: string
  /** A sentence: what is wrong with it. */
  says: string
}

export const ok = <T>(value: T): Result<T> => ({ ok: true, value })

/**
 * A reason and a remedy. `{name}` takes a value as it is, `{name|static}` a number of that quantity in base units,
 * `{name|+static}` the same with its sign.
 */
export type Words = readonly [reason: string, remedy: string]

type Slots<Text extends string> = Text extends `${string}{${infer Slot}}${infer Rest}` ? Slot | Slots<Rest> : never
type NameOf<Slot extends string> = Slot extends `${infer Name}|${string}` ? Name : Slot
type ValuesOf<W extends Words> = {
  readonly [Slot in Slots<W[number]> as NameOf<Slot>]: Slot extends `${string}|${'' | '+'}${Quantity}` ? number : string | number
}

/** Refuses by the code of a package's own list, with what its words have places for. */
export const refusing =
  <const List extends Readonly<Record<string, Words>>>(list: List) =>
  <Code extends keyof List & string>(
    code: Code,
    ...[values]: Slots<List[Code][number]> extends never ? [] : [ValuesOf<List[Code]>]
  ): Refusal => {
    const words = list[code] as Words
    const bare = { code, words, values: (values ?? {}) as Refusal['values'] }
    return { ok: false, ...bare, ...said(bare, showIn(BASE_UNITS)) }
  }

/** What was found, by a code of its package's own list: told in the units of whoever reads it. */
export interface Found {
  code: string
  values: Refusal['values']
  /** One sentence: what is so. */
  says: string
  /** One sentence or two: what to do about it; empty where nothing is to be done. */
  mend: string
}

/** Finds by the code of a package's own list, with what its words have places for. */
export const finding =
  <const List extends Readonly<Record<string, Words>>>(list: List) =>
  <Code extends keyof List & string>(
    code: Code,
    ...[values, show]: Slots<List[Code][number]> extends never ? [] : [ValuesOf<List[Code]>, Show?]
  ): Found => {
    const all = (values ?? {}) as Refusal['values']
    const { reason, remedy } = said({ words: list[code] as Words, values: all }, show ?? showIn(BASE_UNITS))
    return { code, values: all, says: reason, mend: remedy }
  }

/** A refusal as its reader is told it, in the reader's units. */
export function said({ words, values }: Pick<Refusal, 'words' | 'values'>, show: Show): { reason: string; remedy: string } {
  const filled = (text: string) =>
    text.replace(/\{(\w+)(?:\|(\+?)(\w+))?\}/g, (_, name: string, signed?: string, quantity?: Quantity) => {
      const value = values[name]
      return quantity && typeof value === 'number' ? show(quantity, value, { signed: signed === '+' }) : String(value)
    })
  const [reason, remedy] = words
  return { reason: filled(reason), remedy: filled(remedy) }
}

/** Closes a switch over a union: adding a member without a case stops the compiler, and says so at run time too. */
export function never(value: never): never {
  throw new Error(`Unhandled case: ${JSON.stringify(value)}`)
}

/**
 * What a kind of change is, apart from the state that it is folded into. Readings and bags of fields need no more than
 * this: how they are folded follows from what they are, so that the state can be typed by them.
 */

import type { JotGrille, JotIntent, Quantity, Refusal, Show, UnitChoice } from '@ingle/core'
import type { ClassConstructor } from 'class-transformer'
import type { ChangeId, NewId } from '../ids.ts'

/** One field of a body: what it is called, what it counts in, and whether somebody read it off an instrument. */
export interface Field {
  says: string
  /** A number of this quantity, in its base unit. */
  in?: Quantity
  /** A number that no quantity covers, and the sign after it. */
  unit?: string
  /** What its values are called. */
  words?: Readonly<Record<string, string>>
  /** Too long to be said. */
  hides?: true
  /** It was read or counted: it has a row of its own among the readings. */
  read?: true
}
type FieldsOf<B> = { readonly [F in keyof B]?: Field }

/** One measured number, as a row of the readings names it. */
export interface Measured {
  name: string
  value: number
  /** The sign of its base unit. */
  unit: string
}

/** What a line is written with. */
export interface LineContext {
  units: UnitChoice
  grilles: readonly JotGrille[]
  /** The word that this system's jot line knows a row by. */
  wordOf: (key: string) => string | null
}

type IntentOf<I extends JotIntent['kind']> = Extract<JotIntent, { kind: I }>

/** Where a jotted line writes: the tap and the filter go on as they stand. */
export interface JotStands {
  tap: string | null
  adjustPct: number
  filter: 'as-found' | 'clean'
  /** For a setting: the entries of its cell that the writer had before their eyes. */
  saw?: ChangeId[]
}

/** A body without the ids that say where it belongs. */
export type Said<B> = Omit<B, 'visitId' | 'systemId' | 'tryId'>

export interface Spec<K extends string, B extends object> {
  kind: K
  body: ClassConstructor<B>
  /** One line for the trail, in the reader's units. */
  says: (body: B, show: Show) => string
  /** What of the body is fields, for words and rows. */
  fields?: FieldsOf<B>
  /** Words behind the name of each of its rows: which grille, which point. */
  rowName?: (body: B, field: string) => string
  /** What it must find in the record, besides its visit and its try. */
  needs?: (body: B) => [what: string, id: string | undefined][]
  /** Ids that it brings into being, besides its own. */
  makes?: (body: B) => string[]
  /** What the class cannot say of a body. */
  doubts?: (body: B) => Refusal | null
  /** What nobody may write any more; records of before keep it and stay readable. */
  refusesNew?: (body: B) => Refusal | null
  /** The jotted line that would write it down; null where none could. */
  line?: (body: B, context: LineContext) => string | null
  /** What a jotted line of some intent writes; the inverse of `line`. */
  jotted?: { [I in JotIntent['kind']]?: (intent: IntentOf<I>, stands: JotStands, newId: NewId) => Said<B> }
}

/** A reading of one try: kept in the order of reading. */
interface ReadingSpec<K extends string, B extends object> extends Spec<`reading.${K}`, B> {
  reading: K
}
export const reading = <const K extends string, B extends object>(
  name: K,
  spec: Omit<Spec<`reading.${K}`, B>, 'kind'>,
): ReadingSpec<K, B> => ({ ...spec, kind: `reading.${name}`, reading: name })

/** Fields of which a later one wins: what is known of a visit's firing, of a system's drive. */
interface BagSpec<K extends string, B extends object, On extends 'visit' | 'system', Into extends string> extends Spec<K, B> {
  fields: FieldsOf<B>
  on: On
  /** Its name in the state. */
  into: Into
  /** What is kept beside the fields, in the order of writing: of what a later one would write over. */
  keeps?: (here: never, body: B, at: string) => void
}
export const bag = <const K extends string, B extends object, const On extends 'visit' | 'system', const Into extends string>(
  kind: K,
  spec: Omit<BagSpec<K, B, On, Into>, 'kind' | 'says'> & { lead: string },
): BagSpec<K, B, On, Into> => {
  const { lead, ...rest } = spec
  return { ...rest, kind, says: (body, show) => `${lead}: ${sayFields(body, spec.fields, show)}` }
}

/** The fields of a body that were sent, in words. */
export function sayFields<B extends object>(body: B, fields: FieldsOf<B>, show: Show): string {
  return Object.entries(fields as Record<string, Field>)
    .flatMap(([name, field]) => {
      const value = (body as Record<string, unknown>)[name]
      return value === undefined || value === null || field.hides ? [] : [`${field.says} ${sayValue(value, field, show)}`]
    })
    .join(', ')
}

function sayValue(value: unknown, field: Field, show: Show): string {
  if (typeof value === 'number' && field.in) return show(field.in, value)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) return value.length > 0 ? value.join(', ') : 'none'
  const word = field.words?.[String(value)]
  if (word !== undefined) return word
  return field.unit ? `${String(value)}${field.unit === '%' ? '' : ' '}${field.unit}` : String(value)
}

import { type MeaningOf, meaningAs, meaningOf, type Place, type ResolvedSetting } from '@ingle/core'
import type { RowEntry } from '@ingle/record'
import type { Stood } from './stood.ts'

/** How a setting stands: what was left, else what was found, else as an earlier visit ended, else what it is shipped with. */
export interface Stands {
  /** As the device spells it. */
  value: string
  /** In the language of roles. */
  meaning: string
  from: 'left' | 'found' | 'carried' | 'default'
  /** Who wrote it; null for what it is shipped with. */
  entry: RowEntry | null
}

/** Whose word a value is, on paper; `none`: nobody looked, and no factory value is known. */
export const STANDS_WORDS = {
  left: 'left',
  found: 'found',
  carried: 'as left before',
  default: 'as shipped',
  none: 'not looked at',
} as const satisfies Record<Stands['from'] | 'none', string>

/** A row as far as this needs it: its aim is worked out from how the others stand. */
export interface Standable extends Pick<ResolvedSetting, 'id' | 'place' | 'setting'> {
  found: RowEntry | null
  left: RowEntry | null
  carried: Stood | null
}

/** The one answer to “what does it stand at?”. Null when nobody looked and no factory value is known. */
export function standsAt(row: Standable | undefined | null): Stands | null {
  if (!row) return null
  const made = (value: string, from: Stands['from'], entry: RowEntry | null): Stands => ({
    value,
    meaning: meaningOf(row.setting, value),
    from,
    entry,
  })
  if (row.left) return made(row.left.value, 'left', row.left)
  if (row.found) return made(row.found.value, 'found', row.found)
  if (row.carried) return made(row.carried.entry.value, 'carried', row.carried.entry)
  return row.setting.default === undefined ? null : made(row.setting.default, 'default', null)
}

/** As `standsAt`, of what somebody saw: a factory value that nobody looked at is not taken for granted. */
export function seenAt(row: Standable | undefined | null): Stands | null {
  const stands = standsAt(row)
  return stands?.from === 'default' ? null : stands
}

/** A row by what it is for, on one device where a place is named. */
export const rowFor = <R extends Standable>(rows: readonly R[], id: string, place?: Place): R | undefined =>
  rows.find((one) => one.id === id && (place === undefined || one.place === place))

/** What a setting stands at, in the language of its role; null where nobody looked and no factory value is known. */
export const meaningAt = <const Id extends string>(rows: readonly Standable[], id: Id, place?: Place): MeaningOf<Id> | null =>
  meaningAs(id, standsAt(rowFor(rows, id, place))?.meaning)

/** As `meaningAt`, of what somebody saw. */
export const meaningSeen = <const Id extends string>(rows: readonly Standable[], id: Id, place?: Place): MeaningOf<Id> | null =>
  meaningAs(id, seenAt(rowFor(rows, id, place))?.meaning)

/** What a number setting stands at, in the units of roles; null where it is not known or no number. */
export function numberAt(row: Standable | undefined | null): number | null {
  const said = Number(standsAt(row)?.meaning ?? Number.NaN)
  return Number.isFinite(said) ? said : null
}

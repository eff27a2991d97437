import { idOfKey, PLACE_WORDS, type Place, placeOfKey, roleLabel, roleOf, rowKey } from '@ingle/core'
import type { ChangeId, SystemId, VisitId } from '../../ids.ts'
import type { RowColumn, RowEntry, RowState } from '../../state/state.ts'
import type { Folding } from '../kind.ts'

/** Role and place of a row, for a body. */
export const rowBody = (key: string): { role: string; place?: Place } => {
  const place = placeOfKey(key)
  return { role: idOfKey(key), ...(place !== 'equipment' && { place }) }
}

/** The row that a body is about. */
export const keyOfBody = (body: { role: string; place?: Place }): string => rowKey(body.role, body.place ?? 'equipment')

/** What a row is called in a sentence. */
export const rowName = (body: { role: string; place?: Place }): string =>
  `${roleOf(body.role) ? roleLabel(body.role).toLowerCase() : body.role}${body.place && body.place !== 'equipment' ? ` (${PLACE_WORDS[body.place].toLowerCase()})` : ''}`

export const emptyRow = (): RowState => ({ found: null, left: null, proof: null, rivals: [] })

/** The row of a visit, made when it is first named; null while no such visit was begun. */
export function rowOf(
  into: Folding,
  body: { visitId: VisitId; systemId: SystemId; role: string; place?: Place },
): RowState | null {
  const here = into.here(body)
  if (!here) return null
  const key = keyOfBody(body)
  // Own rows only: a role may be called like something that every object has.
  const row = (Object.hasOwn(here.rows, key) ? here.rows[key] : undefined) ?? emptyRow()
  here.rows[key] = row
  return row
}

/**
 * Puts an entry into its cell. One that its writer did not know of is not overwritten: it stands beside, as a rival,
 * until somebody who has seen both writes again. Two who wrote the same agree.
 */
export function enter(row: RowState, column: RowColumn, entry: RowEntry, saidWhatItSaw: boolean): void {
  const standing = [row[column], ...row.rivals.filter((one) => one.column === column).map((one) => one.entry)].filter(
    (one) => one !== null,
  )
  const seen = new Set<ChangeId>(entry.saw)
  const unseen = saidWhatItSaw ? standing.filter((one) => !seen.has(one.id) && one.value !== entry.value) : []
  const before = row[column]
  // The same value again says that it still stands: what was proved of it stays proved.
  row[column] = before && before.value === entry.value ? { ...entry, since: before.since ?? before.at } : entry
  row.rivals = [...row.rivals.filter((one) => one.column !== column), ...unseen.map((one) => ({ column, entry: one }))]
}

import { channelGroups, type Found } from '@ingle/core'
import { type Draft, rowBody } from '@ingle/record'
import type { LedgerRow } from '../../ledger/ledger.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { StageFinding } from '../stage.ts'
import type { TimesDevice } from './device.ts'

/** Something wrong with the times, with what mends it in one tap. */
export interface TimesCheck extends StageFinding {
  /** On the button; null: nothing here can mend it. */
  button: string | null
  drafts: Draft[]
  /** Take the nearest program instead. */
  takesFit?: true
}

/** A check from its words. */
export const made = (
  id: string,
  { says, mend }: Found,
  more: { row?: LedgerRow; button?: string; drafts?: Draft[]; takesFit?: true } = {},
): TimesCheck => ({
  id,
  says,
  mend,
  ...(more.row && { row: more.row.key }),
  button: more.button ?? null,
  drafts: more.drafts ?? [],
  ...(more.takesFit && { takesFit: true as const }),
})

/** An aim for a row, in the language of roles. */
export const aimDraft = (v: VisitView, row: LedgerRow, meaning: string, why: string): Draft => ({
  kind: 'aim.set',
  body: { ...v.at, ...rowBody(row.key), value: meaning, why, from: 'hand' },
})

/** Days of a group of the program, Monday 0. */
export const groupDays = (times: TimesDevice, divided: string | null, group: number): number[] => {
  const [first, last] = (times.form ? groupsIn(times, divided) : [])[group] ?? [0, 6]
  return Array.from({ length: last - first + 1 }, (_, i) => first + i)
}

function groupsIn(times: TimesDevice, divided: string | null): readonly (readonly [number, number])[] {
  return times.form ? channelGroups(times.form, divided, [], 'heat').map(({ first, last }) => [first, last] as const) : []
}

import { BASE_UNITS, showIn, type UnitChoice } from '@ingle/core'
import { kindOf } from '../kinds/kinds.ts'
import type { Change } from './change.ts'

/** How a change came here that was not written here: "brought in by EB from Lantern Lane"; empty for all others. */
export function importedWords({ imported = [] }: Change): string {
  const last = imported.at(-1)
  return last ? ` · brought in by ${last.by} from a file of ${last.from || 'an unnamed crew'}` : ''
}

/** One line that says what a change wrote down, in the reader's units: for the trail, for undo and for refusals. */
export const describeChange = (change: Change, units: UnitChoice = BASE_UNITS): string =>
  kindOf(change.kind).says(change.body, showIn(units))

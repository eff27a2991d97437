import { BASE_UNITS, showIn, type UnitChoice } from '@ingle/core'
import { kindOf } from '../kinds/kinds.ts'
import type { Change } from './change.ts'

/** One line that says what a change wrote down, in the reader's units: for the trail, for undo and for refusals. */
export const describeChange = (change: Change, units: UnitChoice = BASE_UNITS): string =>
  kindOf(change.kind).says(change.body, showIn(units))

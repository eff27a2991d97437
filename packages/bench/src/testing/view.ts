import { BASE_UNITS, type UnitChoice } from '@ingle/core'
import { type Change, findSystem, findVisit, fold, type SystemId, type VisitId } from '@ingle/record'
import { SYSTEM, uuid, VISIT } from '@ingle/record/testing'
import { type VisitView, visitOf } from '../visit/visitView.ts'

/** The view that a test's changes make. */
export function viewOf(
  changes: readonly Change[],
  { units = BASE_UNITS, systemId = SYSTEM, visitId = VISIT }: { units?: UnitChoice; systemId?: SystemId; visitId?: VisitId } = {},
): VisitView {
  const state = fold(uuid(0), changes)
  const [system, visit] = [findSystem(state, systemId), findVisit(state, visitId)]
  if (!system || !visit) throw new Error('no such system or visit in the test’s changes')
  return visitOf({ state, system, visit, units })
}

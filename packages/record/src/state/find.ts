import type { SystemId, VisitId } from '../ids.ts'
import { emptySystemVisit } from './fold.ts'
import type { SiteState, SystemState, SystemVisit, VisitState } from './state.ts'

export const findSystem = (state: SiteState, systemId: SystemId): SystemState | null =>
  state.systems.find((one) => one.id === systemId) ?? null
export const findVisit = (state: SiteState, visitId: VisitId): VisitState | null =>
  state.visits.find((one) => one.id === visitId) ?? null

/** A system on a visit, empty while nothing was written of it there. */
export const systemVisit = (visit: VisitState, systemId: SystemId): SystemVisit => visit.systems[systemId] ?? emptySystemVisit()

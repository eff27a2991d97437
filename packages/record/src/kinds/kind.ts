/** A kind that knows the part of the state that it writes. */
import type { ChangeId, SystemId, TryId, VisitId } from '../ids.ts'
import type { NoteState, SiteState, SystemState, SystemVisit, TryState, VisitState } from '../state/state.ts'
import type { Spec } from './spec.ts'

/** A change as the fold hands it on. */
export interface Written<B> {
  id: ChangeId
  at: string
  by: string
  body: B
}

/** The site while it is folded: what was written so far, found by id. */
export interface Folding {
  readonly site: SiteState
  readonly visits: ReadonlyMap<VisitId, VisitState>
  readonly tries: Map<TryId, TryState>
  readonly notes: Map<ChangeId, NoteState>
  /** Made when it is first named. */
  system(id: SystemId): SystemState
  begin(visit: VisitState): void
  /** A system on a visit; null while no such visit was begun. */
  here(where: { visitId: VisitId; systemId: SystemId }): SystemVisit | null
  /** A change named something that is not there, or took it away: one that brings it later reaches back to this. */
  awaits(name: string): void
}

export interface Kind<K extends string, B extends object> extends Spec<K, B> {
  fold: (into: Folding, change: Written<B>) => void
  /** Before all others: what later changes name by a key of its own, whatever came first. */
  prepare?: (site: SiteState, body: B) => void
  /**
   * What others build on comes first, whatever its time says: a clock that was set back between a try and its reading, or
   * two changes in one millisecond, must not lose the reading. 0 before 1 before all the rest.
   */
  turn?: 0 | 1
  /** What it brings that changes before it may have awaited: then the fold cannot just go on with it. */
  reaches?: (body: B) => string[]
  /** What stands on the list of sites rests on it. */
  listed?: true
}

export const kind = <const K extends string, B extends object>(name: K, spec: Omit<Kind<K, B>, 'kind'>): Kind<K, B> => ({
  ...spec,
  kind: name,
})

import { type Change, orderOf } from '../changes/change.ts'
import { targetOf } from '../changes/references.ts'
import type { ChangeId, SiteId, SystemId, TryId, VisitId } from '../ids.ts'
import { BAGS, emptyBags } from '../kinds/bags.ts'
import type { Folding, Kind, Written } from '../kinds/kind.ts'
import { type ChangeKind, KINDS } from '../kinds/kinds.ts'
import { READINGS } from '../kinds/readings/readings.ts'
import { assign } from './assign.ts'
import { FOLD_VERSION } from './foldVersion.ts'
import { inForce } from './inForce.ts'
import type { NoteState, ReadingState, SiteState, SystemState, SystemVisit, TryState, VisitState } from './state.ts'

/**
 * Folds the changes of one site into its state. The answer depends on the set of changes alone, not on the order in
 * which they arrived: they are put in order of writing (clock, then id), so every device that has the same changes shows
 * the same site. Pure and total: a change about something unknown is passed over, never thrown on.
 */
export function fold(siteId: SiteId, changes: readonly Change[]): SiteState {
  return folded(new SiteFolding(emptySite(siteId, changes.length)), changes)
}

/** Where a fold has come to: the last change of its order. */
export interface Mark {
  order: number
  id: string
}

/** The mark of a set of changes; one before all others where there are none. */
export function markOf(changes: readonly Change[]): Mark {
  let last: Mark = { order: -1, id: '' }
  for (const one of changes) if (isAfter(one, last)) last = { order: orderOf(one), id: one.id }
  return last
}

const isAfter = (change: Change, mark: Mark): boolean => {
  const order = orderOf(change)
  return order > mark.order || (order === mark.order && change.id > mark.id)
}

/**
 * Goes on with a fold: what `fold` makes of the changes of `base` and these together, without those of `base`. Null where
 * the order does not allow it: one of these was written before the mark, takes back or corrects a change of before, or
 * brings what such a one had missed. `base` holds the first changes of a record as a server numbered them, each with all
 * that it builds on; it is left as it is, and what these do not touch is shared with it.
 */
export function foldOn(base: SiteState, mark: Mark, more: readonly Change[]): SiteState | null {
  const ids = new Set<string>(more.map((one) => one.id))
  const awaited = new Set(base.awaited)
  const systems = new Set<string>(base.systems.map((one) => one.id))
  for (const change of more) {
    const target = targetOf(change)
    if (!isAfter(change, mark) || (target !== null && !ids.has(target))) return null
    const folder = folderOf(change.kind)
    if (folder?.reaches?.(change.body).some((name) => awaited.has(name))) return null
    // A system stands where it was first named: one that an early turn names would stand before those of `base`.
    const { systemId, visitId } = change.body as { systemId?: string; visitId?: string }
    if (folder?.turn !== undefined && visitId === undefined && systemId !== undefined && !systems.has(systemId)) return null
  }
  return folded(new SiteFolding(sharing(base, more)), more)
}

function folded(folding: SiteFolding, changes: readonly Change[]): SiteState {
  const holding = inForce(changes)
  const ordered = inOrder(changes).filter((change) => holding.has(change.id))
  for (const change of ordered) folderOf(change.kind)?.prepare?.(folding.site, change.body)
  for (const turn of [0, 1, 2]) {
    for (const change of ordered) {
      const folder = folderOf(change.kind)
      if (!folder || (folder.turn ?? 2) !== turn) continue
      folder.fold(folding, change)
      folding.touch(change)
    }
  }
  return folding.finish()
}

/** A copy to go on with: what lies on visits that these changes do not name is the same as before. */
function sharing(base: SiteState, more: readonly Change[]): SiteState {
  const named = new Set<string>()
  for (const { body } of more)
    for (const name of ['visitId', 'tryId', 'noteId'] as const) {
      const id = (body as Record<string, unknown>)[name]
      if (typeof id === 'string') named.add(id)
    }
  const isNamed = (visit: VisitState) =>
    named.has(visit.id) ||
    Object.values(visit.systems).some(
      (one) => one.tries.some((attempt) => named.has(attempt.id)) || one.notes.some((note) => named.has(note.id)),
    )
  const { visits, profiles, tests, ...rest } = base
  return {
    ...structuredClone(rest),
    profiles: { ...profiles },
    tests: { ...tests },
    visits: visits.map((visit) => (isNamed(visit) ? structuredClone(visit) : visit)),
    changeCount: base.changeCount + more.length,
  }
}

/** By order of writing, then by id; repeated ids count once. Times are compared as instants, whatever their offset. */
export function inOrder(changes: readonly Change[]): Change[] {
  const seen = new Set<string>()
  const keyed: { at: number; change: Change }[] = []
  for (const change of changes) {
    if (seen.has(change.id)) continue
    seen.add(change.id)
    keyed.push({ at: orderOf(change), change })
  }
  keyed.sort((a, b) => a.at - b.at || (a.change.id < b.change.id ? -1 : 1))
  return keyed.map((one) => one.change)
}

type Folder = Pick<Kind<string, object>, 'fold' | 'prepare' | 'turn' | 'reaches'>

/** Readings and bags are folded alike, each by what it is; every other kind says how itself. */
const FOLDERS = new Map<string, Folder>([
  ...KINDS.flatMap((one): [string, Folder][] => ('fold' in one ? [[one.kind, one as unknown as Folder]] : [])),
  ...READINGS.map((one): [string, Folder] => [one.kind, { fold: (into, change) => foldReading(into, one.reading, change) }]),
  ...BAGS.map((one): [string, Folder] => {
    const fields = Object.keys(one.fields)
    return [one.kind, { fold: (into, change) => foldBag(into, one, fields, change) }]
  }),
])
/** Kinds on which what stands on the list of sites rests. */
export const LISTED_KINDS: readonly ChangeKind[] = KINDS.filter((one) => 'listed' in one).map((one) => one.kind)
/** None for a kind of a later Ingle: kept in the record, passed over here. */
const folderOf = (kind: ChangeKind): Folder | undefined => FOLDERS.get(kind)

function foldReading(into: Folding, kind: ReadingState['kind'], { id, at, by, body }: Written<object>): void {
  const { tryId, readAt } = body as { tryId: TryId; readAt?: string }
  into.tries.get(tryId)?.readings.push({ id, at: readAt ?? at, by, kind, body } as ReadingState)
}

function foldBag(into: Folding, bag: (typeof BAGS)[number], fields: readonly string[], { body, at }: Written<object>): void {
  const { on, into: name } = bag
  const where = body as { visitId: VisitId; systemId: SystemId }
  const here = on === 'visit' ? into.here(where) : null
  const holder = on === 'system' ? into.system(where.systemId) : here
  if (holder) assign((holder as unknown as Record<string, object>)[name] as object, body, fields as never[])
  if (here && 'keeps' in bag) (bag.keeps as ((here: SystemVisit, body: object, at: string) => void) | undefined)?.(here, body, at)
}

const emptySite = (id: SiteId, changeCount: number): SiteState => ({
  foldVersion: FOLD_VERSION,
  id,
  name: '',
  place: '',
  altitudeFt: 0,
  altitudeKnown: false,
  timeZone: 'UTC',
  climate: '',
  profiles: {},
  tests: {},
  systems: [],
  twins: [],
  visits: [],
  items: [],
  fixes: [],
  changeCount,
})

class SiteFolding implements Folding {
  readonly visits: Map<VisitId, VisitState>
  readonly tries = new Map<TryId, TryState>()
  readonly notes = new Map<ChangeId, NoteState>()
  private readonly systems: Map<SystemId, SystemState>

  constructor(readonly site: SiteState) {
    this.visits = new Map(site.visits.map((one) => [one.id, one]))
    this.systems = new Map(site.systems.map((one) => [one.id, one]))
    for (const visit of site.visits)
      for (const here of Object.values(visit.systems)) {
        for (const one of here.tries) this.tries.set(one.id, one)
        for (const one of here.notes) this.notes.set(one.id, one)
      }
  }

  finish(): SiteState {
    for (const visit of this.visits.values()) {
      for (const one of Object.values(visit.systems))
        for (const [i, attempt] of one.tries.entries()) if (attempt.number !== i + 1) attempt.number = i + 1
    }
    return this.site
  }

  awaits(name: string): void {
    this.site.awaited ??= []
    if (!this.site.awaited.includes(name)) this.site.awaited.push(name)
  }

  system(id: SystemId): SystemState {
    const there = this.systems.get(id)
    if (there) return there
    const made: SystemState = {
      id,
      name: '',
      serves: '',
      capacityTons: null,
      heaterKw: null,
      wishes: [],
      uses: [],
      given: {},
      rules: [],
      parts: [],
      zones: [],
      outlets: [],
      spaces: [],
      roofPoints: [],
      week: {},
      seasons: [],
      exceptions: [],
      lettings: [],
      ownTests: [],
      touched: {},
      ...emptyBags('system'),
    }
    this.systems.set(id, made)
    this.site.systems.push(made)
    return made
  }

  begin(visit: VisitState): void {
    this.visits.set(visit.id, visit)
    this.site.visits.push(visit)
  }

  /** Keeps when something of a kind was last written, of a system or of one on a visit: what rests on it is due again. */
  touch({ kind, at, body }: Change): void {
    const { visitId, systemId } = body as { visitId?: VisitId; systemId?: SystemId }
    const of = !systemId ? null : visitId ? this.here({ visitId, systemId }) : this.systems.get(systemId)
    if (of && !((of.touched[kind] ?? '') > at)) of.touched[kind] = at
  }

  here(where: { visitId: VisitId; systemId: SystemId }): SystemVisit | null {
    const visit = this.visits.get(where.visitId)
    if (!visit) return null
    visit.systems[where.systemId] ??= emptySystemVisit()
    return visit.systems[where.systemId] as SystemVisit
  }
}

export const emptySystemVisit = (): SystemVisit => ({
  complaint: '',
  notes: [],
  tries: [],
  rows: {},
  overrides: [],
  checks: {},
  checkedAt: {},
  wiring: { set: {}, found: { wires: {}, bridges: [] }, left: { wires: {}, bridges: [] } },
  contacts: {},
  instruments: {},
  zoneReadings: [],
  outletReadings: [],
  sensorPairs: [],
  pointReads: [],
  damperPoints: [],
  rises: [],
  roofReadings: [],
  strokes: [],
  clockReads: [],
  counterReads: [],
  runs: [],
  skips: [],
  baselines: [],
  touched: {},
  ...emptyBags('visit'),
})

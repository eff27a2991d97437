import { type Change, orderOf } from '../changes/change.ts'
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
  const holding = inForce(changes)
  const folding = new SiteFolding(siteId, changes.length)
  const ordered = inOrder(changes).filter((change) => holding.has(change.id))
  for (const change of ordered) folderOf(change.kind)?.prepare?.(folding.site, change.body)
  for (const turn of [0, 1, 2]) {
    for (const change of ordered) {
      const folder = folderOf(change.kind)
      if (folder && (folder.turn ?? 2) === turn) folder.fold(folding, change)
    }
  }
  return folding.finish()
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

type Folder = Pick<Kind<string, object>, 'fold' | 'prepare' | 'turn'>

/** Readings and bags are folded alike, each by what it is; every other kind says how itself. */
const FOLDERS = new Map<string, Folder>([
  ...KINDS.flatMap((one): [string, Folder][] => ('fold' in one ? [[one.kind, one as unknown as Folder]] : [])),
  ...READINGS.map((one): [string, Folder] => [one.kind, { fold: (into, change) => foldReading(into, one.reading, change) }]),
  ...BAGS.map((one): [string, Folder] => {
    const fields = Object.keys(one.fields)
    return [one.kind, { fold: (into, { body }) => foldBag(into, one, fields, body) }]
  }),
])
/** None for a kind of a later Ingle: kept in the record, passed over here. */
const folderOf = (kind: ChangeKind): Folder | undefined => FOLDERS.get(kind)

function foldReading(into: Folding, kind: ReadingState['kind'], { id, at, by, body }: Written<object>): void {
  const { tryId, readAt } = body as { tryId: TryId; readAt?: string }
  into.tries.get(tryId)?.readings.push({ id, at: readAt ?? at, by, kind, body } as ReadingState)
}

function foldBag(into: Folding, { on, into: name }: (typeof BAGS)[number], fields: readonly string[], body: object): void {
  const where = body as { visitId: VisitId; systemId: SystemId }
  const holder = on === 'system' ? into.system(where.systemId) : into.here(where)
  if (holder) assign((holder as unknown as Record<string, object>)[name] as object, body, fields as never[])
}

class SiteFolding implements Folding {
  readonly site: SiteState
  readonly visits = new Map<VisitId, VisitState>()
  readonly tries = new Map<TryId, TryState>()
  readonly notes = new Map<ChangeId, NoteState>()
  private readonly systems = new Map<SystemId, SystemState>()

  constructor(id: SiteId, changeCount: number) {
    this.site = {
      foldVersion: FOLD_VERSION,
      id,
      name: '',
      place: '',
      altitudeFt: 0,
      altitudeKnown: false,
      timeZone: 'UTC',
      climate: '',
      profiles: {},
      systems: [],
      twins: [],
      visits: [],
      items: [],
      fixes: [],
      changeCount,
    }
  }

  finish(): SiteState {
    for (const visit of this.visits.values()) {
      for (const one of Object.values(visit.systems)) for (const [i, attempt] of one.tries.entries()) attempt.number = i + 1
    }
    return this.site
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
  roofReadings: [],
  strokes: [],
  clockReads: [],
  counterReads: [],
  ...emptyBags('visit'),
})

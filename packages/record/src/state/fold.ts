import { never, type Place, rowKey } from '@ingle/core'
import type { AirflowRuleBody, HouseRuleBody, PartSet } from '../changes/bodies.ts'
import type { Change } from '../changes/change.ts'
import { keyOfProfile, type Profile } from '../profile/profile.ts'
import { assign } from './assign.ts'
import { foldOnVisit, foldTraverse, foldZones } from './foldAir.ts'
import { foldPower } from './foldPower.ts'
import { foldWork } from './foldWork.ts'
import { inForce } from './inForce.ts'
import {
  FOLD_VERSION,
  type NoteState,
  type PartState,
  type ReadingState,
  type RowColumn,
  type RowEntry,
  type RowState,
  type SiteState,
  type SystemState,
  type SystemVisit,
  type TryState,
  type VisitState,
} from './state.ts'

/**
 * Folds the changes of one site into its state. The answer depends on the set of changes alone, not on the order in
 * which they arrived: they are put in order of writing (time, then id), so every device that has the same changes shows
 * the same site. Pure and total: a change about something unknown is passed over, never thrown on.
 */
export function fold(siteId: string, changes: readonly Change[]): SiteState {
  const holding = inForce(changes)
  const folding = new Folding(siteId, changes.length)
  const ordered = inOrder(changes).filter((change) => holding.has(change.id))
  folding.keepProfiles(ordered)
  for (const turn of TURNS) for (const change of ordered) if (turnOf(change) === turn) folding.apply(change)
  return folding.finish()
}

/**
 * What others build on comes first, whatever its time says: a clock that was set back between a try and its reading, or
 * two changes in one millisecond, must not lose the reading.
 */
const TURNS = [0, 1, 2] as const
function turnOf(change: Change): (typeof TURNS)[number] {
  if (change.kind === 'visit.start') return 0
  return change.kind === 'try.start' || change.kind === 'note.add' || change.kind === 'item.open' || change.kind === 'fix.put'
    ? 1
    : 2
}

/** By time of writing, then by id; repeated ids count once. Times are compared as instants, whatever their offset. */
export function inOrder(changes: readonly Change[]): Change[] {
  const seen = new Set<string>()
  const keyed: { at: number; change: Change }[] = []
  for (const change of changes) {
    if (seen.has(change.id)) continue
    seen.add(change.id)
    keyed.push({ at: Date.parse(change.at), change })
  }
  keyed.sort((a, b) => a.at - b.at || (a.change.id < b.change.id ? -1 : 1))
  return keyed.map((one) => one.change)
}

class Folding {
  private readonly state: SiteState
  private readonly systems = new Map<string, SystemState>()
  private readonly visits = new Map<string, VisitState>()
  private readonly tries = new Map<string, TryState>()
  private readonly notes = new Map<string, NoteState>()

  constructor(id: string, changeCount: number) {
    this.state = {
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

  /**
   * Profiles were checked when their change was taken. Here only their shape counts: a check that grew stricter since must
   * not take the equipment out of an old record.
   */
  keepProfiles(changes: readonly Change[]): void {
    for (const change of changes) {
      const profile = change.kind === 'profile.use' ? (change.body.profile as Profile | undefined) : undefined
      if (profile && typeof profile.id === 'string' && Array.isArray(profile.settings))
        this.state.profiles[keyOfProfile(profile)] ??= profile
    }
  }

  finish(): SiteState {
    for (const visit of this.visits.values()) {
      for (const one of Object.values(visit.systems)) for (const [i, attempt] of one.tries.entries()) attempt.number = i + 1
    }
    return this.state
  }

  apply(change: Change): void {
    switch (change.kind) {
      case 'site.set':
        assign(this.state, change.body, ['name', 'place', 'altitudeFt', 'timeZone', 'climate'])
        if (change.body.altitudeFt !== undefined) this.state.altitudeKnown = true
        return
      case 'system.set':
        assign(this.system(change.body.systemId), change.body, ['name', 'serves', 'capacityTons', 'heaterKw', 'wishes'])
        return
      case 'part.set':
        this.setPart(change.body)
        return
      case 'part.remove': {
        const system = this.system(change.body.systemId)
        system.parts = system.parts.filter((part) => part.id !== change.body.partId)
        return
      }
      case 'profile.use':
        this.useProfile(change)
        return
      case 'rule.use':
        this.system(change.body.systemId).rules = [houseRuleOf(change.body.rule)]
        return
      case 'rules.use':
        this.system(change.body.systemId).rules = change.body.rules
        return
      case 'twins.set': {
        const { groupId, name, systemIds } = change.body
        this.state.twins = this.state.twins.filter((one) => one.id !== groupId)
        if (systemIds.length > 0) this.state.twins.push({ id: groupId, name, systemIds: [...new Set(systemIds)] })
        return
      }
      case 'visit.start':
        this.startVisit(change)
        return
      case 'visit.close': {
        const visit = this.visits.get(change.body.visitId)
        if (visit) visit.closedAt = change.at
        return
      }
      case 'complaint.set':
        this.onVisit(change.body, (visit) => {
          visit.complaint = change.body.text
        })
        return
      case 'note.add':
        this.onVisit(change.body, (visit) => {
          const note: NoteState = {
            id: change.id,
            at: change.at,
            by: change.by,
            partId: change.body.partId ?? null,
            text: change.body.text,
            standing: change.body.standing,
            photos: [],
          }
          visit.notes.push(note)
          this.notes.set(change.id, note)
        })
        return
      case 'photo.add': {
        const { noteId, fixId, photoId, mediaType, bytes } = change.body
        const shown = fixId === undefined ? this.notes.get(noteId ?? '') : this.state.fixes.find((one) => one.id === fixId)
        shown?.photos.push({ id: photoId, mediaType, bytes })
        return
      }
      case 'try.start':
        this.onVisit(change.body, (visit) => {
          const { tap, adjustPct, filter } = change.body
          const attempt: TryState = {
            id: change.id,
            number: 0,
            at: change.at,
            by: change.by,
            tap: tap ?? null,
            adjustPct,
            filter,
            readings: [],
            traverses: [],
          }
          visit.tries.push(attempt)
          this.tries.set(change.id, attempt)
        })
        return
      case 'reading.probes':
      case 'reading.split':
      case 'reading.rise':
      case 'reading.grille':
      case 'reading.heard':
      case 'reading.hood':
      case 'reading.plate':
        this.tries.get(change.body.tryId)?.readings.push({
          id: change.id,
          at: change.body.readAt ?? change.at,
          by: change.by,
          kind: change.kind.slice('reading.'.length) as ReadingState['kind'],
          body: change.body as unknown as Record<string, unknown>,
        })
        return
      case 'setting.set':
        this.onRow(change.body, (row) => {
          const { column, value, why, via, saw } = change.body
          enter(
            row,
            column,
            { id: change.id, at: change.at, by: change.by, value, why: why ?? null, via: via ?? null, saw: saw ?? [] },
            saw !== undefined,
          )
        })
        return
      case 'aim.set':
        this.giveAim(change)
        return
      case 'advice.override':
        this.onVisit(change.body, (visit) => {
          const { moveKey, advised, chose, reason } = change.body
          visit.overrides.push({ id: change.id, at: change.at, by: change.by, moveKey, advised, chose, reason })
        })
        return
      case 'item.open':
      case 'item.close':
      case 'fix.put':
      case 'fix.undo':
      case 'fix.hand-on':
        foldWork(this.state, change)
        return
      case 'check.set':
      case 'wiring.set':
      case 'wire.set':
      case 'bridge.set':
      case 'contact.set':
        this.onVisit(change.body, (visit) => foldPower(visit, change))
        return
      case 'firing.set':
        this.onVisit(change.body, (visit) => assign(visit.firing, change.body, FIRING_FIELDS))
        return
      case 'cooling.set':
      case 'instrument.use':
      case 'zones.reading':
      case 'outlet.reading':
        this.onVisit(change.body, (visit) => foldOnVisit(visit, change))
        return
      case 'traverse.set':
      case 'traverse.point': {
        const attempt = this.tries.get(change.body.tryId)
        if (attempt) foldTraverse(attempt, change)
        return
      }
      case 'drive.set':
      case 'zone.set':
      case 'zone.remove':
      case 'outlet.set':
      case 'outlet.remove':
      case 'zoning.set':
        foldZones(this.system(change.body.systemId), change)
        return
      case 'undo':
        return
      default:
        never(change)
    }
  }

  private system(id: string): SystemState {
    let system = this.systems.get(id)
    if (!system) {
      system = {
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
        zoning: {},
        drive: {},
      }
      this.systems.set(id, system)
      this.state.systems.push(system)
    }
    return system
  }

  /** Profiles were put in first (see TURNS), so that a key finds its profile whatever came first. */
  private useProfile({ at, body }: Extract<Change, { kind: 'profile.use' }>): void {
    const key = body.profile === undefined ? (body.profileKey ?? '') : keyOfProfile(body.profile as Profile)
    if (key !== '' && !Object.hasOwn(this.state.profiles, key)) return
    this.system(body.systemId).uses.push({ place: body.place ?? 'equipment', key, at })
  }

  private giveAim({ id, at, by, body }: Extract<Change, { kind: 'aim.set' }>): void {
    const { given } = this.system(body.systemId)
    const key = rowKey(body.role, body.place ?? 'equipment')
    const aims = Object.hasOwn(given, key) ? (given[key] ?? []) : []
    given[key] = [...aims, { id, at, by, value: body.value ?? null, why: body.why, from: body.from, source: body.source ?? null }]
  }

  private onRow(body: { visitId: string; systemId: string; role: string; place?: Place }, write: (row: RowState) => void): void {
    this.onVisit(body, (visit) => {
      const key = rowKey(body.role, body.place ?? 'equipment')
      // Own rows only: a role may be called like something that every object has.
      const row = (Object.hasOwn(visit.rows, key) ? visit.rows[key] : undefined) ?? emptyRow()
      visit.rows[key] = row
      write(row)
    })
  }

  private setPart(body: PartSet): void {
    const system = this.system(body.systemId)
    let part = system.parts.find((one) => one.id === body.partId)
    if (!part) {
      part = {
        id: body.partId,
        role: body.role,
        name: '',
        maker: '',
        model: '',
        serial: '',
        widthIn: null,
        heightIn: null,
        freeArea: null,
        cleanDropInWc: null,
        cleanAtCfm: null,
      } satisfies PartState
      system.parts.push(part)
    }
    assign(part, body, ['name', 'maker', 'model', 'serial', 'widthIn', 'heightIn', 'freeArea', 'cleanDropInWc', 'cleanAtCfm'])
  }

  private startVisit(change: Extract<Change, { kind: 'visit.start' }>): void {
    const { visitId, reason } = change.body
    if (this.visits.has(visitId)) return
    const visit: VisitState = {
      id: visitId,
      number: this.visits.size + 1,
      reason,
      startedAt: change.at,
      by: change.by,
      closedAt: null,
      systems: {},
    }
    this.visits.set(visitId, visit)
    this.state.visits.push(visit)
  }

  private onVisit(where: { visitId: string; systemId: string }, write: (visit: SystemVisit) => void): void {
    const visit = this.visits.get(where.visitId)
    if (!visit) return
    visit.systems[where.systemId] ??= emptySystemVisit()
    write(visit.systems[where.systemId] as SystemVisit)
  }
}

export const emptyRow = (): RowState => ({ found: null, left: null, proof: null, rivals: [] })

/**
 * Puts an entry into its cell. One that its writer did not know of is not overwritten: it stands beside, as a rival,
 * until somebody who has seen both writes again. Two who wrote the same agree.
 */
function enter(row: RowState, column: RowColumn, entry: RowEntry, saidWhatItSaw: boolean): void {
  const standing = [row[column], ...row.rivals.filter((one) => one.column === column).map((one) => one.entry)].filter(
    (one) => one !== null,
  )
  const seen = new Set(entry.saw)
  const unseen = saidWhatItSaw ? standing.filter((one) => !seen.has(one.id) && one.value !== entry.value) : []
  row[column] = entry
  row.rivals = [...row.rivals.filter((one) => one.column !== column), ...unseen.map((one) => ({ column, entry: one }))]
}

/** An airflow rule of before sets of house rules. */
function houseRuleOf(rule: AirflowRuleBody): HouseRuleBody {
  const { id, name, reason, cost, cfmPerTon, bandPct, keepMass, maxFaceFpm } = rule
  return { id, name, reason, cost, airflow: { cfmPerTon, bandPct, keepMass, maxFaceFpm }, aims: rule.settings }
}

const FIRING_FIELDS = [
  'inputBtuH',
  'efficiencyPct',
  'returnF',
  'supplyF',
  'riseLowF',
  'riseHighF',
  'meterFt3',
  'meterS',
  'heatingValueBtuFt3',
  'flowCfm',
  'toStartS',
  'firingS',
  'lowInputBtuH',
  'lowReturnF',
  'lowSupplyF',
  'startSupplyF',
  'lossBtuH',
  'warmUpFPerH',
  'setbackF',
] as const

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
  firing: {},
  cooling: {},
  instruments: {},
  zoneReadings: [],
  outletReadings: [],
})

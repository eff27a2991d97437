import { never } from '@ingle/core'
import type { PartSet } from '../changes/bodies.ts'
import type { Change } from '../changes/change.ts'
import { parseProfile } from '../profile/profile.ts'
import { inForce } from './inForce.ts'
import {
  FOLD_VERSION,
  type NoteState,
  type PartState,
  type ReadingState,
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
  return change.kind === 'try.start' || change.kind === 'note.add' || change.kind === 'item.open' ? 1 : 2
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
      systems: [],
      visits: [],
      items: [],
      changeCount,
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
        assign(this.system(change.body.systemId), change.body, ['name', 'serves', 'capacityTons', 'heaterKw'])
        return
      case 'part.set':
        this.setPart(change.body)
        return
      case 'part.remove': {
        const system = this.system(change.body.systemId)
        system.parts = system.parts.filter((part) => part.id !== change.body.partId)
        return
      }
      case 'profile.use': {
        const profile = parseProfile(change.body.profile)
        if (profile.ok) this.system(change.body.systemId).profile = change.body.profile as SystemState['profile']
        return
      }
      case 'rule.use':
        this.system(change.body.systemId).rule = change.body.rule
        return
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
      case 'photo.add':
        this.notes
          .get(change.body.noteId)
          ?.photos.push({ id: change.body.photoId, mediaType: change.body.mediaType, bytes: change.body.bytes })
        return
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
        this.tries.get(change.body.tryId)?.readings.push({
          id: change.id,
          at: change.body.readAt ?? change.at,
          by: change.by,
          kind: change.kind.slice('reading.'.length) as ReadingState['kind'],
          body: change.body as unknown as Record<string, unknown>,
        })
        return
      case 'setting.set':
        this.onVisit(change.body, (visit) => {
          const { role, column, value, why } = change.body
          // Own rows only: a role may be called like something that every object has.
          const row = Object.hasOwn(visit.rows, role) ? visit.rows[role] : undefined
          const entries = row ?? { found: null, left: null, proof: null }
          visit.rows[role] = entries
          entries[column] = { id: change.id, at: change.at, by: change.by, value, why: why ?? null }
        })
        return
      case 'advice.override':
        this.onVisit(change.body, (visit) => {
          const { moveKey, advised, chose, reason } = change.body
          visit.overrides.push({ id: change.id, at: change.at, by: change.by, moveKey, advised, chose, reason })
        })
        return
      case 'item.open': {
        const { itemId, visitId, systemId, text } = change.body
        this.state.items.push({ id: itemId, visitId, systemId, text, openedAt: change.at, by: change.by, closed: null })
        return
      }
      case 'item.close': {
        const item = this.state.items.find((one) => one.id === change.body.itemId)
        if (item) item.closed = { at: change.at, by: change.by, how: change.body.how }
        return
      }
      case 'check.set':
        this.onVisit(change.body, (visit) => {
          visit.checks[change.body.checkId] = change.body.done
        })
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
      system = { id, name: '', serves: '', capacityTons: null, heaterKw: null, profile: null, rule: null, parts: [] }
      this.systems.set(id, system)
      this.state.systems.push(system)
    }
    return system
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

export const emptySystemVisit = (): SystemVisit => ({ complaint: '', notes: [], tries: [], rows: {}, overrides: [], checks: {} })

/**
 * Later fields win one by one; a field that was not sent leaves the earlier one standing. Only the named fields are
 * taken: bodies keep unknown ones, and those must not reach the state.
 */
function assign<T extends object, F extends object, K extends keyof T & keyof F>(target: T, fields: F, keys: readonly K[]): void {
  for (const key of keys) {
    const value = fields[key]
    if (value !== undefined && value !== null) target[key] = value as unknown as T[K]
  }
}

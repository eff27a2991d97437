import type { Bridge, InstrumentMeasure, OutletKind, Place, RoomKind, Wire } from '@ingle/core'
import type { CoolingSet, DriveSet, FiringSet, Instrument, TraverseSet } from '../changes/airBodies.ts'
import type { AimOrigin, HouseRuleBody, PartRole } from '../changes/bodies.ts'
import type { WiringSet } from '../changes/powerBodies.ts'
import type { ZoningSet } from '../changes/zoneBodies.ts'
import type { Profile } from '../profile/profile.ts'

/** Raise it whenever the fold gives another state for the same changes: servers then fold every site anew. */
export const FOLD_VERSION = 6

/** A site as its changes make it. Plain data; nothing here is stored that cannot be folded again. */
export interface SiteState {
  foldVersion: number
  id: string
  name: string
  place: string
  altitudeFt: number
  /** False while nobody has said: figures then rest on sea level. */
  altitudeKnown: boolean
  timeZone: string
  climate: string
  /** Every profile version that a system uses or used, by `id@version`. */
  profiles: Record<string, Profile>
  systems: SystemState[]
  twins: TwinsState[]
  /** By start. */
  visits: VisitState[]
  items: ItemState[]
  fixes: FixState[]
  changeCount: number
}

export interface SystemState {
  id: string
  name: string
  serves: string
  capacityTons: number | null
  /** 0: no heater; null: not said. */
  heaterKw: number | null
  wishes: string[]
  /** Which profile came to which place, oldest first. */
  uses: ProfileUseState[]
  /** By row, oldest first. */
  given: Record<string, GivenAim[]>
  /** In their order: a later one refines an earlier one. */
  rules: HouseRuleBody[]
  parts: PartState[]
  /** In the order in which they were named. */
  zones: ZoneState[]
  outlets: OutletState[]
  zoning: Omit<ZoningSet, 'systemId'>
  drive: Omit<DriveSet, 'systemId'>
}

export interface ZoneState {
  id: string
  name: string
  room: RoomKind | null
  loadBtuH: number | null
  designCfm: number | null
  alwaysOpen: boolean
}

export interface OutletState {
  id: string
  zoneId: string
  name: string
  kind: OutletKind | null
  widthIn: number | null
  heightIn: number | null
  freeArea: number | null
  reachFt: number | null
  designCfm: number | null
}

export interface ProfileUseState {
  place: Place
  /** Key of `SiteState.profiles`; empty: taken away. */
  key: string
  at: string
}

/** Units that should be alike. */
export interface TwinsState {
  id: string
  name: string
  systemIds: string[]
}

export interface PartState {
  id: string
  role: PartRole
  name: string
  maker: string
  model: string
  serial: string
  widthIn: number | null
  heightIn: number | null
  freeArea: number | null
  cleanDropInWc: number | null
  cleanAtCfm: number | null
}

export interface VisitState {
  id: string
  number: number
  reason: string
  startedAt: string
  by: string
  closedAt: string | null
  systems: Record<string, SystemVisit>
}

/** One system on one visit. */
export interface SystemVisit {
  complaint: string
  notes: NoteState[]
  tries: TryState[]
  rows: Record<string, RowState>
  overrides: OverrideState[]
  checks: Record<string, boolean>
  /** When each check was last ticked or taken back. */
  checkedAt: Record<string, string>
  wiring: WiringState
  /** What hangs on the inputs, by place and number: `equipment 1`. */
  contacts: Record<string, ContactState>
  firing: FiringState
  cooling: Omit<CoolingSet, 'visitId' | 'systemId'>
  /** By what they measure. */
  instruments: Partial<Record<InstrumentMeasure, Instrument>>
  zoneReadings: ZoneReadingState[]
  outletReadings: OutletReadingState[]
}

export interface ZoneReadingState {
  id: string
  at: string
  by: string
  open: string[]
  supplyInWc: number
  returnInWc: number
  flowCfm: number | null
}

export interface OutletReadingState {
  id: string
  at: string
  by: string
  outletId: string
  flowCfm: number
  damperPct: number | null
}

/** What was said of the wiring: as found, and over it what was mended. */
export interface WiringState {
  set: Omit<WiringSet, 'visitId' | 'systemId'>
  found: WiringColumn
  left: WiringColumn
}
export interface WiringColumn {
  /** By name; null: it is not there. */
  wires: Record<string, Wire | null>
  bridges: (Bridge & { there: boolean })[]
}

export type FiringState = Omit<FiringSet, 'visitId' | 'systemId'>

export interface ContactState {
  device: string
  rests: 'open' | 'closed' | null
}

export interface PhotoState {
  id: string
  mediaType: string
  bytes: number
}

export interface NoteState {
  id: string
  at: string
  by: string
  partId: string | null
  text: string
  standing: 'fine' | 'watch'
  photos: PhotoState[]
}

export interface TryState {
  id: string
  number: number
  at: string
  by: string
  tap: string | null
  adjustPct: number
  filter: 'as-found' | 'clean'
  readings: ReadingState[]
  traverses: TraverseState[]
}

export interface TraverseState {
  id: string
  at: string
  set: Omit<TraverseSet, 'visitId' | 'systemId' | 'tryId' | 'traverseId' | 'readAt'>
  /** By index; the last reading of a point counts. */
  points: Record<number, number>
}

/** A reading in force; `body` is the change's own, `kind` without its prefix. */
export interface ReadingState {
  id: string
  at: string
  by: string
  kind: 'probes' | 'split' | 'rise' | 'grille' | 'heard' | 'hood' | 'plate'
  body: Record<string, unknown>
}

export interface RowEntry {
  id: string
  at: string
  by: string
  value: string
  why: string | null
  /** Where a machine read it; null: somebody looked. */
  via: string | null
  /** Earlier entries of this cell that its writer knew. */
  saw: string[]
}

/** An aim that was given to a unit, over what the rules say, until another is given. In the language of roles. */
export interface GivenAim {
  id: string
  at: string
  by: string
  /** Null: given back to the rules. */
  value: string | null
  why: string
  from: AimOrigin
  source: string | null
}

/** A row of the settings ledger. An aim by rule is computed, never stored. */
export interface RowState {
  found: RowEntry | null
  left: RowEntry | null
  proof: RowEntry | null
  /** Entries that were written without knowing the one that is shown: both stand until one is chosen. */
  rivals: { column: RowColumn; entry: RowEntry }[]
}
export type RowColumn = 'found' | 'left' | 'proof'

export interface OverrideState {
  id: string
  at: string
  by: string
  moveKey: string
  advised: string
  chose: string
  reason: string
}

export interface ItemState {
  id: string
  visitId: string
  systemId: string
  text: string
  openedAt: string
  by: string
  closed: { at: string; by: string; how: string } | null
}

/** Something that stands in for the right part. In place until it is undone, whoever answers for it. */
export interface FixState {
  id: string
  visitId: string
  systemId: string
  at: string
  by: string
  what: string
  instead: string
  cannot: string
  undo: string
  photos: PhotoState[]
  undone: { at: string; by: string; how: string } | null
  handedOn: { at: string; by: string; to: string; until: string } | null
}

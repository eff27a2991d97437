import type {
  BaselineField,
  Bridge,
  ComplaintId,
  InstrumentMeasure,
  OutletKind,
  Place,
  Presence,
  RoofPointId,
  RoomKind,
  SafetyKindId,
  SensorPlace,
  SignalKind,
  StandInPart,
  SystemKind,
  WeekEntry,
  Wire,
} from '@ingle/core'
import type {
  ChangeId,
  ExceptionId,
  FixId,
  GroupId,
  ItemId,
  LettingId,
  NoteId,
  OutletId,
  PartId,
  PhotoId,
  RunId,
  SeasonId,
  SiteId,
  SpaceId,
  SystemId,
  TraverseId,
  TryId,
  VisitId,
  ZoneId,
} from '../ids.ts'
import type { RiseRead } from '../kinds/air/firingSet.ts'
import type { Bags } from '../kinds/bags.ts'
import type { ReadingBody, ReadingKind } from '../kinds/readings/readings.ts'
import type { AimOrigin, Counter, PartRole } from '../kinds/words.ts'
import type { HouseRuleBody } from '../library/houseRule.ts'
import type { Instrument } from '../library/instrument.ts'
import type { ProofTest } from '../library/proofTest.ts'
import type { Profile } from '../profile/profile.ts'

/** A site as its changes make it. Plain data; nothing here is stored that cannot be folded again. */
export interface SiteState {
  foldVersion: number
  id: SiteId
  name: string
  place: string
  altitudeFt: number
  /** False while nobody has said: figures then rest on sea level. */
  altitudeKnown: boolean
  timeZone: string
  climate: string
  /** Every profile version that a system uses or used, by `id@version`. */
  profiles: Record<string, Profile>
  /** Every version of a test that was run or taken on here, by `id@version`. */
  tests: Record<string, ProofTest>
  systems: SystemState[]
  twins: TwinsState[]
  /** By start. */
  visits: VisitState[]
  items: ItemState[]
  fixes: FixState[]
  changeCount: number
  /** What changes named that was not there when they were folded; absent when nothing was missed. */
  awaited?: string[]
}

export interface SystemState extends Bags<'system'> {
  id: SystemId
  name: string
  serves: string
  capacityTons: number | null
  /** 0: no heater; null: not said. */
  heaterKw: number | null
  /** The rated airflow of the plate or the maker's sheet, standard air; absent or 0: none was entered. */
  ratedCfm?: number
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
  /** Spaces that get outdoor air, and the points on the controller's strip, in the order in which they were named. */
  spaces: SpaceState[]
  roofPoints: RoofPointState[]
  /** What people do, by day of the week (Monday 0). A day without a list goes on as the day before it ended. */
  week: Record<string, WeekEntry[]>
  /** In the order in which they were named: the first that holds counts. */
  seasons: SeasonState[]
  exceptions: ExceptionState[]
  lettings: LettingState[]
  /** A crew's own tests that hold here, by key. */
  ownTests: string[]
  /** When something of each kind was last written of it. */
  touched: Record<string, string>
}

export interface SeasonState {
  id: SeasonId
  name?: string
  /** Month and day. */
  from?: string
  to?: string
  week: Record<string, WeekEntry[]>
}

export interface ExceptionState {
  id: ExceptionId
  name: string
  from: string
  to: string
  is: Presence
  entries?: WeekEntry[]
}

export interface LettingState {
  id: LettingId
  who: string
  days?: number[]
  on?: string
  fromMin: number
  toMin: number
}

export interface ClockReadState extends ReadOnce {
  place: Place
  day: number
  minute: number
}

export interface CounterReadState extends ReadOnce {
  counter: Counter
  value: number
}

export interface SpaceState {
  id: SpaceId
  name?: string
  use?: string
  people?: number
  areaFt2?: number
  perPersonCfm?: number
  perAreaCfmFt2?: number
  edition?: string
  effectiveness?: number
  primaryCfm?: number
}

export interface RoofPointState {
  carries: RoofPointId
  fitted: boolean
  terminal?: string
  signal?: SignalKind | 'beta' | 'table'
  low?: number
  high?: number
  r25Ohm?: number
  betaK?: number
  ohms?: number[]
  temperaturesF?: number[]
  where?: string
}

/** Something read at a moment by somebody. */
interface ReadOnce {
  id: ChangeId
  at: string
  by: string
}

export interface PointReadState extends ReadOnce {
  carries: RoofPointId
  raw?: number
  shown?: number
  reference?: number
  stopped?: boolean
  alarmed?: boolean
  worked?: boolean
  how?: string
}

export interface DamperPointState extends ReadOnce {
  speedPct: number
  positionPct: number
  way: 'temperatures' | 'station' | 'traverse' | 'hood'
  supplyCfm?: number
  outdoorF?: number
  returnF?: number
  mixedF?: number
  signal?: number
  velocitiesFpm?: number[]
  flowCfm?: number
}

export interface RoofReadingState extends ReadOnce {
  outdoorF: number
  returnF: number
  mixedF: number
  commandPct: number
  cooling: boolean
  compressor?: boolean
  feedbackPct?: number
  nearbyF?: number
  outdoorRhPct?: number
  co2Ppm?: number
  fanPct?: number
  from?: 'jot' | 'wire' | 'paste'
}

export interface StrokeState extends ReadOnce {
  commandPct: number
  feedbackPct?: number
  seenPct?: number
  seconds?: number
  from?: 'hand' | 'wire'
}

export interface ZoneState {
  id: ZoneId
  name: string
  room: RoomKind | null
  loadBtuH: number | null
  designCfm: number | null
  alwaysOpen: boolean
}

export interface OutletState {
  id: OutletId
  zoneId: ZoneId
  name: string
  kind: OutletKind | null
  widthIn: number | null
  heightIn: number | null
  freeArea: number | null
  reachFt: number | null
  designCfm: number | null
}

interface ProfileUseState {
  place: Place
  /** Key of `SiteState.profiles`; empty: taken away. */
  key: string
  at: string
}

/** Units that should be alike. */
export interface TwinsState {
  id: GroupId
  name: string
  systemIds: SystemId[]
}

export interface PartState {
  id: PartId
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
  /** As its plate or its display has them. */
  volts?: string
  amps?: string
  charge?: string
  firmware?: string
}

export interface VisitState {
  id: VisitId
  number: number
  reason: string
  startedAt: string
  by: string
  closedAt: string | null
  /** What was open when it was closed, and who answers for it; null: not closed, or closed before that was asked. */
  closing: ClosingState | null
  signed: SignedState[]
  systems: Record<string, SystemVisit>
}

/** What was left open, by what the hand-over list calls it. */
interface ClosingState {
  at: string
  by: string
  open: { id: string; says: string }[]
  owner?: string
  until?: string
}

export interface SignedState extends ReadOnce {
  as: 'technician' | 'customer'
  name: string
  /** Each a list of x, y, x, y. */
  strokes: number[][]
}

/** One system on one visit. */
export interface SystemVisit extends Bags<'visit'> {
  /** Every rise over the furnace, whole, in the order of reading: `firing` holds the last. */
  rises: RiseRead[]
  complaint: string
  /** Which way in it is; empty: none. Absent in visits of before there were any. */
  complaintWay?: ComplaintId | ''
  /** Looks of that way, by name: whether it was so. */
  trials?: Record<string, boolean>
  /** What the complaint came from, as somebody said at the end. */
  cause?: string
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
  /** By what they measure. */
  instruments: Partial<Record<InstrumentMeasure, Instrument>>
  zoneReadings: ZoneReadingState[]
  outletReadings: OutletReadingState[]
  sensorPairs: SensorPairState[]
  pointReads: PointReadState[]
  damperPoints: DamperPointState[]
  roofReadings: RoofReadingState[]
  strokes: StrokeState[]
  clockReads: ClockReadState[]
  counterReads: CounterReadState[]
  /** Tests that were begun, in that order, and those that were not run. */
  runs: RunState[]
  skips: SkipState[]
  baselines: BaselineState[]
  /** When something of each kind was last written of it here. */
  touched: Record<string, string>
}

/** One running of a test. What it shows is worked out, never kept. */
export interface RunState {
  id: RunId
  /** Key of `SiteState.tests`. */
  testKey: string
  about?: string
  at: string
  by: string
  /** Steps begun, keys tapped and breaks, in order of writing. */
  marks: RunMark[]
  values: RunRead[]
  traces: RunTraceState[]
  /** How the settings stood that it rests on, by row; and the numbers that its limits follow from, by role. */
  stood: Record<string, string>
  limits: Record<string, number>
  ended: { at: string; by: string; how: 'done' | 'given-up'; reason: string } | null
}

export interface RunMark extends ReadOnce {
  step?: string
  answer?: string
  /** Stopped for now, and why. */
  pause?: string
  /** A clock that only counts, of the page that wrote it. */
  page?: string
  countedMs?: number
}

export interface RunRead extends ReadOnce {
  reading: string
  value: number
  plusMinus: number
  instrument?: string
  due?: string
  from: 'hand' | 'keypad' | 'wire'
}

export interface RunTraceState {
  id: ChangeId
  by: string
  reading: string
  beganAt: string
  afterMs: number[]
  values: number[]
  from: 'hand' | 'keypad' | 'wire'
}

interface SkipState extends ReadOnce {
  testId: string
  about?: string
  reason: string
}

export interface BaselineState extends ReadOnce, Partial<Record<BaselineField, number>> {
  mode: 'cool' | 'heat'
  way: 'forced' | 'steady'
  machine: string
}

export interface SensorPairState {
  id: ChangeId
  at: string
  by: string
  place: SensorPlace
  shownF: number
  referenceF: number
  fan: boolean
  supply: boolean
  sun?: boolean
  /** How the gap at the sensor stood when it was read; absent: nobody had said. */
  gap?: 'open' | 'sealed'
}

export interface ZoneReadingState {
  id: ChangeId
  at: string
  by: string
  open: ZoneId[]
  supplyInWc: number
  returnInWc: number
  flowCfm: number | null
}

interface OutletReadingState {
  id: ChangeId
  at: string
  by: string
  outletId: OutletId
  flowCfm: number
  damperPct: number | null
  /** Its damper was moved since it was read last. */
  moved?: boolean
}

/** What was said of the wiring: as found, and over it what was mended. */
interface WiringState {
  set: WiringFacts
  found: WiringColumn
  left: WiringColumn
}
/** What kind of system is to be wired, as far as somebody said so. */
interface WiringFacts {
  kind?: SystemKind
  heatStages?: 0 | 1 | 2
  coolStages?: 0 | 1 | 2
  transformers?: 1 | 2
  /** The mode in which the equipment wants its reversing valve live. */
  reversing?: 'cool' | 'heat'
  splitPower?: boolean
  controllerPower?: 'common' | 'battery'
  valve?: 'O and B' | 'O/B'
  aux?: 'W' | 'AUX and E'
  /** Conductors of the cable, counted. */
  cable?: number
}
interface WiringColumn {
  /** By name; null: it is not there. */
  wires: Record<string, Wire | null>
  bridges: (Bridge & { there: boolean })[]
}

export type FiringState = SystemVisit['firing']

export interface ContactState {
  device: string
  /** What it protects from, where somebody said. */
  protects?: SafetyKindId | 'nobody'
  rests: 'open' | 'closed' | null
}

export interface PhotoState {
  id: PhotoId
  mediaType: string
  bytes: number
}

export interface NoteState {
  id: NoteId
  at: string
  by: string
  partId: PartId | null
  text: string
  standing: 'fine' | 'watch'
  photos: PhotoState[]
}

export interface TryState {
  id: TryId
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
  id: TraverseId
  at: string
  set: TraverseFacts
  /** By index in the plan of its duct; the last reading of a point counts. */
  points: Record<number, number>
  /** Points that were read while the duct was said to be another, by its plan: they come back with it. */
  earlier?: Record<string, Record<number, number>>
}

/** The duct of a traverse, as far as it was described. */
interface TraverseFacts {
  name?: string
  shape?: 'rectangular' | 'round'
  widthIn?: number
  heightIn?: number
  diameterIn?: number
  perDiameter?: 6 | 8 | 10
  straightBeforeIn?: number
  straightAfterIn?: number
  airF?: number
}

/** A reading in force; `body` is the change's own, `kind` without its prefix. */
export type ReadingState = {
  [K in ReadingKind]: { id: ChangeId; at: string; by: string; kind: K; body: ReadingBody<K> }
}[ReadingKind]

export interface RowEntry {
  id: ChangeId
  at: string
  by: string
  value: string
  why: string | null
  /** Where a machine read it; null: somebody looked. */
  via: string | null
  /** Earlier entries of this cell that its writer knew. */
  saw: ChangeId[]
  /** From when this value has stood, where it was written more than once. */
  since?: string
}

/** An aim that was given to a unit, over what the rules say, until another is given. In the language of roles. */
export interface GivenAim {
  id: ChangeId
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

interface OverrideState {
  id: ChangeId
  at: string
  by: string
  moveKey: string
  advised: string
  chose: string
  reason: string
}

interface ItemState {
  id: ItemId
  visitId: VisitId
  systemId: SystemId
  text: string
  openedAt: string
  by: string
  closed: { at: string; by: string; how: string } | null
  handedOn?: { at: string; by: string; to: string; until: string }
}

/** Something that stands in for the right part. In place until it is undone, whoever answers for it. */
export interface FixState {
  id: FixId
  /** The kind of part that it stands in for. */
  part?: StandInPart | 'other'
  visitId: VisitId
  systemId: SystemId
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

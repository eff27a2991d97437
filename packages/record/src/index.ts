// Table of contents of the record. Nothing inside this package imports through this file.
export { Instrument } from './changes/airBodies.ts'
export { type AirflowRuleBody, HouseRuleBody, PART_ROLES, type PartRole, type RuleAimBody } from './changes/bodies.ts'
export { BODIES, type BodyOf, type Change, type ChangeKind, type ChangeOf, parseChange } from './changes/change.ts'
export { describeChange, probeEntries } from './changes/describe.ts'
export { changesOf, type Draft, type JotPlace, jotOf, rowBody } from './changes/fromJot.ts'
export { KnownIds } from './changes/references.ts'
export { checked } from './checks.ts'
export { parseRecordFile, RECORD_FORMAT, type RecordFile } from './exchange/recordFile.ts'
export type { Aim } from './ledger/aims.ts'
export { aimEntries, type CarriedAim, type CarriedAims, carryAims } from './ledger/copyAims.ts'
export { type Drift, driftOf } from './ledger/drift.ts'
export {
  airflowRows,
  isNoted,
  type LedgerRow,
  leaveAt,
  ledgerFindings,
  ledgerOf,
  type RowStanding,
  sawOf,
  toSet,
  waitingFor,
} from './ledger/ledger.ts'
export { type Stood, stoodAt, visitBefore } from './ledger/standsAt.ts'
export { compareTwins, type TwinCell, type TwinRow, type TwinStanding } from './ledger/twins.ts'
export { type ComparedRole, compareProfiles } from './library/compare.ts'
export {
  type CrewDocument,
  DOCUMENT_KINDS,
  type DocumentContent,
  type DocumentKind,
  documentKindOf,
  INSTRUMENT_FORMAT,
  parseDocument,
  parseHouseRule,
  RULES_FORMAT,
} from './library/documents.ts'
export {
  fitPattern,
  PATTERN_FORMAT,
  Pattern,
  type PatternEntry,
  type PatternFit,
  parsePattern,
  patternEntries,
} from './library/pattern.ts'
export { keypadOf, machineOf } from './profile/keypad.ts'
export {
  blowerOf,
  keyOfProfile,
  PROFILE_FORMAT,
  Profile,
  ProfileBlower,
  type ProfileFurnace,
  ProfileHeaterKit,
  ProfileSetting,
  parseProfile,
} from './profile/profile.ts'
export {
  airflowInput,
  COOL_TAP_ROLE,
  findSystem,
  findVisit,
  HEAT_TAP_ROLE,
  NO_RULE,
  pictureOf,
  SAME_TAP,
  systemVisit,
  traverseInput,
} from './state/airflowInput.ts'
export { airflowRuleOf, devicesOf, equipmentOf, type SystemDevice } from './state/devices.ts'
export { type Fire, type Fires, firesOf } from './state/fires.ts'
export { fixesInPlace, fixesOpen } from './state/fixes.ts'
export { emptySystemVisit, fold, inOrder } from './state/fold.ts'
export { inForce } from './state/inForce.ts'
export * from './state/state.ts'
export { wiringAs, wiringSystemOf } from './state/wiring.ts'
export { effectiveFt2, outletShares, stepsOf, type ZonedDuct, type ZoneWithOutlets, zonedDuct } from './state/zones.ts'

// Table of contents of the record. Nothing inside this package imports through this file.
export { type AirflowRuleBody, PART_ROLES, type PartRole } from './changes/bodies.ts'
export { BODIES, type BodyOf, type Change, type ChangeKind, type ChangeOf, parseChange } from './changes/change.ts'
export { describeChange, probeEntries } from './changes/describe.ts'
export { changesOf, type Draft, type JotPlace, jotOf } from './changes/fromJot.ts'
export { KnownIds } from './changes/references.ts'
export { checked } from './checks.ts'
export { parseRecordFile, RECORD_FORMAT, type RecordFile } from './exchange/recordFile.ts'
export { blowerOf, PROFILE_FORMAT, Profile, type ProfileSetting, parseProfile } from './profile/profile.ts'
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
} from './state/airflowInput.ts'
export { emptySystemVisit, fold, inOrder } from './state/fold.ts'
export { inForce } from './state/inForce.ts'
export { type Aim, airflowLedger, type LedgerRow, type RowStanding } from './state/ledger.ts'
export * from './state/state.ts'

// Table of contents of the record. Nothing inside this package imports through this file.
export {
  type Change,
  type ChangeOf,
  type Draft,
  orderOf,
  parseChange,
  refusedAsNew,
} from './changes/change.ts'
export { describeChange, importedWords } from './changes/describe.ts'
export { changesOf, lineOf } from './changes/jotted.ts'
export { idsNamedBy, KnownIds, madeBy, targetOf } from './changes/references.ts'
export { checked } from './checks.ts'
export { parseRecordFile, RECORD_FORMAT, type RecordFile, type RecordLink } from './exchange/recordFile.ts'
export * from './ids.ts'
export { type BodyOf, type ChangeKind, KINDS, kindOf } from './kinds/kinds.ts'
export { probeEntries } from './kinds/readings/probes.ts'
export { READING_KINDS, type ReadingKind } from './kinds/readings/readings.ts'
export { emptyRow, rowBody } from './kinds/settings/rows.ts'
export type { LineContext } from './kinds/spec.ts'
export { inkOf, SIGN_HEIGHT, SIGN_WIDTH } from './kinds/visit/visitSign.ts'
export { COUNTERS, type Counter, PART_ROLES, PART_WORDS, type PartRole } from './kinds/words.ts'
export { compareProfiles } from './library/compare.ts'
export { DOCUMENT_KINDS, type DocumentKind } from './library/documentKinds.ts'
export {
  type CrewDocument,
  type DocumentContent,
  documentKindOf,
  INSTRUMENT_FORMAT,
  parseDocument,
  parseHouseRule,
  RULES_FORMAT,
} from './library/documents.ts'
export { HouseRuleBody } from './library/houseRule.ts'
export { Instrument } from './library/instrument.ts'
export { PATTERN_FORMAT, Pattern, type PatternEntry, parsePattern } from './library/pattern.ts'
export { formOf, keyOfTest, ProofTest, parseTest, TEST_FORMAT } from './library/proofTest.ts'
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
export { type Measurement, measurements } from './readings/measurements.ts'
export { findSystem, findVisit, systemVisit } from './state/find.ts'
export { emptySystemVisit, fold, foldOn, inOrder, LISTED_KINDS, type Mark, markOf } from './state/fold.ts'
export { FOLD_VERSION } from './state/foldVersion.ts'
export { inForce } from './state/inForce.ts'
export * from './state/state.ts'

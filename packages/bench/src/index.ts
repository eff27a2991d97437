// Table of contents of the bench. Nothing inside this package imports through this file.
export type { Aim } from './ledger/aims.ts'
export { aimEntries, type CarriedAims, carryAims } from './ledger/carryAims.ts'
export { type Drift, driftOf } from './ledger/drift.ts'
export {
  airflowRows,
  isNoted,
  type LedgerRow,
  leaveAt,
  needsPowerOff,
  type RowStanding,
  sawOf,
  toSet,
  waitingFor,
} from './ledger/ledger.ts'
export { fitPattern, patternEntries } from './ledger/pattern.ts'
export { numberAt, rowFor, type Stands, seenAt, standsAt } from './ledger/standsAt.ts'
export { type Stood, stoodAt, visitBefore } from './ledger/stood.ts'
export { compareTwins, type TwinCell, type TwinRow, type TwinStanding } from './ledger/twins.ts'
export { READING_COLUMNS, readingRows } from './readings/readingRows.ts'
export {
  CARD_PLACES,
  EMPTY,
  PANEL_PLACES,
  type PlacedSection,
  RECORD_PLACES,
  type SheetBlock,
  type SheetSection,
  WEEK_PLACES,
} from './sheet.ts'
export { DRIVE_SOURCE, HEAT_SOURCE, TOGETHER_SOURCE } from './stages/airflow/airflow.ts'
export { NO_RULE, traverseInput } from './stages/airflow/airflowInput.ts'
export { budgetOf, filterFace, heldOf, partLine, pathKnown, piecesAt, remediesOf } from './stages/airflow/airPath.ts'
export { lessAirOf, splitOf, USUAL_CALL_S, wetBulbDoubt } from './stages/airflow/coil.ts'
export { delaysOf } from './stages/airflow/delays.ts'
export { driveOf } from './stages/airflow/drive.ts'
export {
  AFTER_FIRING_S,
  fanLimitAt,
  firingFlowCfm,
  type Pointers,
  pointerFindings,
  pointerRows,
  pointersOf,
  USUAL_FIRING_S,
} from './stages/airflow/fanLimit.ts'
export { type Fire, type Fires, fireFindings } from './stages/airflow/fires.ts'
export { firesOnTaps, fireTapAims, flowsOnTaps, isFitted, unknownFires, waitForWarm } from './stages/airflow/heat.ts'
export { adjustChosen, ductFor } from './stages/airflow/heatingTap.ts'
export { moveCautions } from './stages/airflow/moveCaution.ts'
export { moveDrafts } from './stages/airflow/moveDrafts.ts'
export { COOL_TAP_ROLE, HEAT_TAP_ROLE, LOW_FIRE_TAP_ROLE, SAME_TAP } from './stages/airflow/roles.ts'
export { stagingOf } from './stages/airflow/staging.ts'
export { settledApart, type Together, togetherOf } from './stages/airflow/together.ts'
export { type AirflowViewId, airflowViews, furnaceOf, kitsOf } from './stages/airflow/views.ts'
export type { Assumption } from './stages/assumptions.ts'
export { type Combination, combinationsOf, countOf, MOST_COMBINATIONS, weightsOf } from './stages/comfort/combinations.ts'
export {
  COMFORT_SOURCE,
  type ComfortControl,
  type ComfortRuns,
  comfortControls,
  comfortRows,
  comfortRuns,
  dayOnPaper,
  telling,
} from './stages/comfort/comfort.ts'
export { type CauseShown, judgeComplaint, type TrialShown, type WayIn, wayIn } from './stages/comfort/complaints.ts'
export { comfortHeadline } from './stages/comfort/headline.ts'
export type { Around, Runnable } from './stages/comfort/roomSystem.ts'
export { type RunDay, weatherOf } from './stages/comfort/roomSystem.ts'
export { aimReason, runDoubts } from './stages/comfort/runDoubts.ts'
export { type School, schoolsOf } from './stages/comfort/schools.ts'
export { type Sensing, type SensorProof, sensingOf, sensorProof } from './stages/comfort/sensing.ts'
export { SENSOR_PLACE_WORDS, type SensorAdvice, sensorAdvice } from './stages/comfort/sensorAdvice.ts'
export { type Spread, spreadOf } from './stages/comfort/spread.ts'
export {
  type ChangeoverView,
  changeoverOf,
  type HourRow,
  hoursOf,
  runYears,
  type YearJob,
  type YearRow,
  yearJobOf,
} from './stages/freshair/changeover.ts'
export { LEAST_DIFFERENCE_F, type MeasuredPoint, WAY_WORDS } from './stages/freshair/damperPoints.ts'
export { type Dcv, dcvOf, dcvPositionAt } from './stages/freshair/dcv.ts'
export { type FaultView, faultsOf, strokeOf } from './stages/freshair/faults.ts'
export { CHANGEOVER_SOURCE, LINE_SOURCE } from './stages/freshair/freshair.ts'
export {
  bringsAt,
  type DamperLine,
  damperLineOf,
  lineSaid,
  nextToTest,
  pointTrouble,
  type SlotAim,
  tellingHours,
  worstSaid,
  yearOfAir,
} from './stages/freshair/line.ts'
export { type AirNeed, needOf, type SpaceNeed, USUAL_BAND_PCT } from './stages/freshair/need.ts'
export { type PointView, type StripView, sayPoint, signalWords, stripOf } from './stages/freshair/points.ts'
export { FAN_WORDS, isRoof, type Roof, roofOf, type Slot } from './stages/freshair/roof.ts'
export { type BeforeAfter, type BeforeAfterId, beforeAfterOf, isMoved } from './stages/handOver/beforeAfter.ts'
export { fixDanger, fixesInPlace, fixesOpen } from './stages/handOver/fixes.ts'
export { openItemsOf } from './stages/handOver/handOver.ts'
export {
  closeDraft,
  type HandOverItem,
  handOverOf,
  openSinceClose,
  type SystemHandOver,
  tickWords,
  visitHandOver,
} from './stages/handOver/list.ts'
export { type OccupantFacts, occupantFacts } from './stages/handOver/occupant.ts'
export { siteReminders } from './stages/handOver/siteReminders.ts'
export { contactOf, inputRows } from './stages/power/contacts.ts'
export { type Isolation, isFanBesideFire, isolationOf, powerBack } from './stages/power/isolation.ts'
export type { Wired } from './stages/power/wiring.ts'
export { changesBetween } from './stages/power/wiringChanges.ts'
export {
  BASELINE_FIELDS,
  type BaselineView,
  baselineFromLive,
  baselineFromReadings,
  baselineModes,
  baselineOf,
  baselineSign,
  forcesOf,
  machineOf,
  readoutsOf,
  trendOf,
} from './stages/proof/baseline.ts'
export { caseKey, caseOf, fits, minutesOf, type TestCase } from './stages/proof/cases.ts'
export { endDrafts, type ReadDraft, readDraft, readWith, startDraft } from './stages/proof/drafts.ts'
export { type CaseStanding, changedSince, type Proof, type ProofCase, proofOf } from './stages/proof/due.ts'
export { factsOf } from './stages/proof/facts.ts'
export { failedChecks, movedSaid } from './stages/proof/proof.ts'
export { handsOf, isPaused, judged, openRuns, runFacts, runWith, stepNow, stepStands } from './stages/proof/runs.ts'
export { causesOf, checkSaid, limitsSaid, STANDING_WORDS, sayRead, unitOf, VERDICT_WORDS, whySaid } from './stages/proof/words.ts'
export { keyStops, wantedOf } from './stages/settings/keys.ts'
export type { AimSource, Stage, StageFinding, WorkedAim } from './stages/stage.ts'
export { STAGE_IDS, STAGE_NAMES, type StageId } from './stages/stageNames.ts'
export { STAGES, stageOf, standingOf } from './stages/stages.ts'
export { type StaleAim, staleAims } from './stages/staleAims.ts'
export { controllerLacks } from './stages/survey/standIn.ts'
export { timesChecks } from './stages/times/checks.ts'
export {
  formSaid,
  type HeldAs,
  heldProgramOf,
  isProgramSeen,
  isSlot,
  leastGapF,
  meaningIn,
  slotRows,
  type TimesDevice,
  timesDevice,
} from './stages/times/device.ts'
export { type Fit, type FitJob, fitJobOf, keepFit, knownFit, lostSaid, runFit, TIMES_SOURCE } from './stages/times/fit.ts'
export { handGapSaid } from './stages/times/gap.ts'
export {
  type ForceAt,
  forceAt,
  localOf,
  momentOf,
  mondayOf,
  NOTHING_PLAYED,
  nowSaid,
  type Play,
  type Span,
  sayState,
  sayWhy,
  spansOf,
  underAt,
} from './stages/times/now.ts'
export { type Reminder, remindersOf } from './stages/times/reminders.ts'
export { runSaves, type Saves, type SavesJob, savesJobsOf, savesSaid, turnsAtF } from './stages/times/saves.ts'
export { momentOfVisit, timesAims } from './stages/times/times.ts'
export { aimDraft, type TimesCheck } from './stages/times/timesCheck.ts'
export {
  isLate,
  MORNING_WORDS,
  runWarm,
  SCHOOL_WORDS,
  sayNeed,
  sayWarm,
  USUAL_LEAD_MIN,
  type WarmJob,
  type WarmMorning,
  warmJobOf,
} from './stages/times/warm.ts'
export { judgeMornings, keepWarm, knownWarm } from './stages/times/warmChecks.ts'
export {
  dateOfDay,
  dayOfDate,
  daysAlike,
  hasWeek,
  holidaysOf,
  keptOf,
  lanesOf,
  reasonOn,
  type Segment,
  sayDate,
  sayDay,
  sayEntries,
  seasonOn,
  seasonsOf,
  segmentsOf,
  segmentsOfLanes,
  wantedProgram,
  weekIn,
} from './stages/times/week.ts'
export { aimDrafts, valueFor, waitingAims } from './stages/workedAims.ts'
export { balanceOf } from './stages/zones/balance.ts'
export { fanStepsOf } from './stages/zones/fanSteps.ts'
export { SHARED_BY, sharesOf } from './stages/zones/shares.ts'
export {
  effectiveFt2,
  FAN_STEPS,
  outletShares,
  type ZonedDuct,
  type ZoneWithOutlets,
} from './stages/zones/zonedDuct.ts'
export { ZONES_SOURCE } from './stages/zones/zones.ts'
export { type Carried, type CarriedSaid, carriedSaid } from './visit/carried.ts'
export { type Clock, clockOf, isTimeZone } from './visit/clock.ts'
export { deviceName, devicesOf, equipmentIn, equipmentName, equipmentOf, type SystemDevice } from './visit/devices.ts'
export { jotContextOf, lineContextOf, nextAdjust, withAim } from './visit/jotContext.ts'
export { jotLater } from './visit/jotLater.ts'
export { burnsIn, PLANT_FROM_WORDS } from './visit/plant.ts'
export { type Spoken, speaksAgainst, speaksSection } from './visit/speaksAgainst.ts'
export { type VisitOf, type VisitView, visitOf } from './visit/visitView.ts'

// Table of contents of core. Nothing inside core imports through this file.

export { asTold, expectedBits, openTrials, type RankedCause, rankCauses, type Trial } from './advice/causes.ts'
export { judgeCharge, type Metering, targetSuperheatF } from './advice/charge.ts'
export { type Finding, findings } from './advice/findings.ts'
export {
  type JointAnswer,
  type JointConstraint,
  type JointProblem,
  type Knob,
  type Relaxation,
  solveJoint,
} from './advice/joint.ts'
export { constraintText, type NextMove, nextMove } from './advice/nextMove.ts'
export { capital, counted, list, percent, type Show, showIn, signedPct, tapName, tapSetName } from './advice/show.ts'
export { splitCauses } from './advice/splitCause.ts'
export {
  ADJUST_ROLE,
  beyondWords,
  type JointInput,
  optionSaid,
  type SystemJoint,
  systemJoint,
  TAP_NEEDS,
  type TapNeed,
} from './advice/systemJoint.ts'
export { formulasSaid, resultSaid, type Working } from './advice/working.ts'
export { methodWorkings, workings } from './advice/workings.ts'
export { type CoilModel, coilAt, coilModel, coilOverRamp } from './air/coilModel.ts'
export { airFactors, sensibleFactor, sensibleFactorAt } from './air/factors.ts'
export { coilLeaving, coilLoad, mixAir } from './air/processes.ts'
export { type AirState, airState, type Moisture, saturatedRatio, standardPressurePsia } from './air/psychrometrics.ts'
export { blowerAtSite } from './airflow/blowerAtSite.ts'
export {
  type BlowerTable,
  ductCoefficient,
  flowOfNamedTap,
  type OperatingPoint,
  tableDoubts,
  tableFlow,
  tapOnDuct,
} from './airflow/blowerTable.ts'
export { type CombinedFlow, combineFlows, type FlowEstimate } from './airflow/combine.ts'
export {
  type DrivenFan,
  type DrivePoint,
  driveAt,
  driveForFlow,
  SIGNALS,
  type SignalKind,
  signalFor,
  signalPct,
} from './airflow/driveFor.ts'
export {
  clockedInputBtuH,
  DERATE_FROM_FT,
  DERATE_PCT_PER_KFT,
  deratedInputBtuH,
  gasFindings,
  type HeatingValueAs,
  inputFinding,
  type Metered,
  STATED_AT,
  type StatedAt,
  sayStatedAt,
  USUAL_GAS,
  USUAL_STATED,
  volumeFactor,
} from './airflow/gas.ts'
export { type HeldAgainst, heldAgainst, holdsUntilTimes } from './airflow/heldMotor.ts'
export type {
  AirflowInput,
  AirflowRule,
  BlowerData,
  CleanFilter,
  GrilleReading,
  TraverseInput,
  TryInput,
} from './airflow/input.ts'
export {
  calibrationDue,
  INSTRUMENT_MEASURES,
  type InstrumentData,
  type InstrumentMeasure,
  instrumentDoubts,
  instrumentPlusMinus,
  isWeak,
} from './airflow/instruments.ts'
export type { Method } from './airflow/methods/method.ts'
export { METHODS, methodOf } from './airflow/methods/methods.ts'
export { densityAt } from './airflow/methods/traverse.ts'
export {
  FILTER_FACE_FPM,
  filterFaceFpm,
  type PartBudget,
  partBudget,
  type Remedy,
  remedies,
} from './airflow/partBudget.ts'
export { type AirflowPicture, airflowPicture, floorBindsCooling, heaterFloorCfm, type TryResult } from './airflow/picture.ts'
export { readingsBy } from './airflow/readingsBy.ts'
export { judgeRise } from './airflow/riseWindow.ts'
export {
  PART_NAMES,
  POINT_NAMES,
  type ProbePoint,
  type ProbeReadings,
  type StaticWalk,
  staticWalk,
  type WalkPart,
  type WalkStep,
  walkLine,
} from './airflow/staticWalk.ts'
export {
  type Constraint,
  chooseTap,
  chosenFrom,
  isSameSet,
  outcomeAt,
  type TapChoice,
  type TapOutcome,
} from './airflow/tapChoice.ts'
export { densityRatioAt, flowTarget } from './airflow/target.ts'
export {
  judgeTraverse,
  type TraverseDuct,
  type TraversePlan,
  traversePlan,
} from './airflow/traversePlan.ts'
export { rectangularPositionsIn } from './airflow/velocity.ts'
export { type BlowerDelays, blowerDelays } from './control/delays.ts'
export {
  exchangerFromStart,
  type FanLimitRun,
  fanLimitTrial,
  fanLimitVerdict,
  fanOffFloorF,
  type HeatExchanger,
  pointersVerdict,
  runFanLimit,
} from './control/fanLimit.ts'
export { type StagingOutcome, stagingOutcomes } from './control/staging.ts'
export {
  askedAt,
  atClock,
  type DeviceMoment,
  programOn,
} from './device/deviceClock.ts'
export {
  conditionMet,
  type HouseRule,
  type RuleCondition,
  type RuledAim,
  ruleDoubts,
  ruledAims,
} from './device/houseRules.ts'
export { nextState } from './device/keypad/interpreter.ts'
export {
  itemsOf,
  type Keypad,
  type KeypadMachine,
  type KeypadScreen,
  keypadMachine,
  settableOn,
  wantsVersion,
} from './device/keypad/machine.ts'
export { keypadDoubts } from './device/keypad/machineCheck.ts'
export type { KeyPlan, PlanStep } from './device/keypad/plan.ts'
export { planKeys } from './device/keypad/planner.ts'
export { type AtClock, reading } from './device/keypad/reading.ts'
export { itemStandingOn, type KeyEvent, type KeypadState, keepsMemory, startState } from './device/keypad/state.ts'
export { planRound } from './device/keypad/units.ts'
export { safeWayBack } from './device/keypad/wayBack.ts'
export { keyLabel, keyWords } from './device/keypad/words.ts'
export { OCCUPANT_SIGNS, type OccupantSign } from './device/occupantSigns.ts'
export { profileDoubts, profileQuestions } from './device/profileCheck.ts'
export {
  fromWord,
  LIVE_IDS,
  LIVE_VALUES,
  type LiveId,
  type LiveKind,
  type LiveRegister,
  liveKind,
  liveValue,
  liveWord,
  type RegisterMap,
  type RegisterOf,
  registerRuns,
  type TestRegisters,
  toWord,
} from './device/registers.ts'
export { type ResolvedSetting, resolveSettings } from './device/resolve.ts'
export {
  type MeaningOf,
  meaningAs,
  NEEDS,
  type NeedId,
  numberOf,
  ROLES,
  type Role,
  type RoleId,
  roleLabel,
  roleOf,
} from './device/roles.ts'
export { ROLE_WORDS } from './device/roleWords.ts'
export { serviceCode } from './device/serviceCode.ts'
export * from './device/setting.ts'
export {
  type AdviceRow,
  type SettingFacts,
  type SettingFinding,
  type SettingRule,
  settingFindings,
} from './device/settingAdvice.ts'
export {
  type Expressed,
  express,
  meaningOf,
  numbersOffered,
  offeredValues,
  readMeaning,
  readValue,
  sayBoth,
  sayMeaning,
  sayOffer,
  sayValue,
} from './device/spelling.ts'
export { DEVICE_UNITS, type RoleUnit, UNIT_SIGN } from './device/units.ts'
export { needsOf, workOrder } from './device/workOrder.ts'
export {
  type Co2Block,
  type Co2Rule,
  type Co2Sensor,
  type Co2Status,
  type Co2Unit,
  co2After,
  co2Balance,
  co2Day,
  co2Need,
  co2OfSignal,
  co2Position,
  co2Steady,
  co2TimeTo,
} from './freshair/co2.ts'
export {
  checkLine,
  commissionedLine,
  type Damper,
  type DamperPoint,
  damperPosition,
  damperSignal,
  damperThrough,
  exactPositions,
  fallingPoints,
  inSteps,
  type Line,
  type LineCase,
  type LineCheck,
  lineThrough,
  nextPoint,
  onLine,
  outdoorAt,
  positionFor,
  USUAL_DAMPER,
} from './freshair/damperLine.ts'
export {
  ECONOMIZER_FAULTS,
  type EconomizerFault,
  type EconomizerReading,
  economizerFaults,
  type FaultRule,
  USUAL_FAULT_RULE,
} from './freshair/economizerFaults.ts'
export {
  type EnergyPrices,
  type HoursInUse,
  type OutdoorLoad,
  type OutdoorYear,
  outdoorLoad,
  outdoorYear,
} from './freshair/excessAir.ts'
export {
  allowsFreeCooling,
  CHANGEOVERS,
  type Changeover,
  type ChangeoverKind,
  type FreeCoolingCase,
  type FreeCoolingYear,
  freeCoolingYear,
  HOUR_STATES,
} from './freshair/freeCooling.ts'
export {
  leastDifferenceF,
  type MixTemperatures,
  mixShare,
  type OutdoorAir,
  outdoorByStation,
  outdoorByTemperatures,
  outdoorByTraverse,
  type ShareVerdict,
  type Station,
} from './freshair/outdoorAir.ts'
export {
  type BrokenWire,
  brokenWire,
  freeTerminals,
  type PlacedPoint,
  POINT_WAYS,
  type PointFault,
  type PointMeasures,
  type PointSignal,
  type PointWay,
  pointFaults,
  pointKind,
  ROOF_POINT_IDS,
  ROOF_POINTS,
  type RoofPointId,
  readSignal,
  SAFETY_POINTS,
  type SignalStatus,
  type StripTerminal,
  signalOf,
  whenTripped,
} from './freshair/roofPoints.ts'
export {
  lookAtRoof,
  NO_ROOF_FAULTS,
  type RoofAsked,
  type RoofFaults,
  type RoofLook,
  type RoofMode,
  type RoofState,
  type RoofUnit,
  roofAtRest,
  stepRoof,
} from './freshair/roofUnit.ts'
export { judgeStroke, type StrokeRule, type StrokeStep, type StrokeVerdict, USUAL_STROKE } from './freshair/stroke.ts'
export { readUnitLog, type UnitLogRow } from './freshair/unitLog.ts'
export {
  type ExhaustBalance,
  exhaustBalance,
  type Need,
  SIMPLIFIED_2019,
  type Space,
  type VentilationSystem,
  ventilationNeed,
} from './freshair/ventilation.ts'
export { readWeather, type WeatherText } from './freshair/weatherText.ts'
export { type Climate, type WeatherHours, weatherOf, weatherYear, YEAR_H } from './freshair/weatherYear.ts'
export { type Completion, completions } from './jot/completions.ts'
export { JOT_COMMANDS, JOT_LIMIT, type JotGrille, type JotIntent, type JotSetting } from './jot/grammar.ts'
export { grilleNamed } from './jot/grilleNamed.ts'
export { parseJot } from './jot/parseJot.ts'
export type { JotContext, JotReading } from './jot/reading.ts'
export { pasteBlowerTable } from './paste/blowerTable.ts'
export { pasteHeaterKits } from './paste/heaterKits.ts'
export type { CellDoubt } from './paste/pasted.ts'
export { type PastedSetting, pasteSettingsList } from './paste/settingsList.ts'
export { sizesOf } from './paste/sizes.ts'
export { type PastedQuantity, unnamedUnits, withUnits } from './paste/unnamed.ts'
export { type Noise, type Plant, type PlantReadings, runPlant } from './plant/plant.ts'
export { BASELINE_FIGURES, type BaselineFigure, type FigureMoved, figuresMoved, movedPointsTo } from './proof/baseline.ts'
export { BASELINE, type BaselineFacts, type BaselineField, type BaselineMode, baselineField } from './proof/baselineFields.ts'
export { canPass, decide, type Limits, together, type Verdict } from './proof/decide.ts'
export {
  isEarly,
  type Judged,
  type JudgedCheck,
  judgeRun,
  limitOf,
  type RunFacts,
  type RunTrace,
  type RunValue,
} from './proof/judge.ts'
export { type Round, type RoundStep, type RoundTest, shortestRound, usualChange } from './proof/round.ts'
export { clockFace, type Elapsed, elapsedSince } from './proof/testClock.ts'
export {
  EACH,
  type Each,
  FACTS,
  type Fact,
  GROUNDS,
  type Ground,
  isPlateLimit,
  PLATE_LIMITS,
  type PlateLimit,
  STANDS,
  type Stands,
  type TestAnswer,
  type TestCause,
  type TestCheck,
  type TestClaim,
  type TestForm,
  type TestLimit,
  type TestReading,
  type TestStep,
  testDoubts,
  testMinutes,
} from './proof/testForm.ts'
export { type FormatOptions, format, formatNumber, formatScientific } from './quantity/format.ts'
export { PLAUSIBLE, parseReading, readNumber, tidyTyped } from './quantity/parse.ts'
export {
  BASE_UNITS,
  BTU_PER_KWH,
  BTU_PER_THERM,
  chosenUnit,
  fromChosen,
  isMetric,
  METRIC_UNITS,
  QUANTITY_NAMES,
  type Quantity,
  toBase,
  UNITS,
  type Unit,
  type UnitChoice,
  unitsName,
  unitsNamed,
} from './quantity/units.ts'
export {
  type Found,
  finding,
  never,
  ok,
  type Refusal,
  type Result,
  refusing,
  said,
  type Words,
  type WrongField,
} from './result.ts'
export { type Calibrated, calibrateByStory, calibrateRoom, type Meanwhile, type Story } from './rooms/calibrate.ts'
export {
  COMFORT_MEASURES,
  type ComfortFigure,
  type ComfortMeasure,
  comfortFigures,
  type HeatSource,
  type Holds,
  holdsRoom,
  wantedBandF,
} from './rooms/comfort.ts'
export { COMPLAINTS, type ComplaintId } from './rooms/complaints.ts'
export { dayFromLog } from './rooms/pastedDay.ts'
export {
  BUILDING_KINDS,
  BUILDING_WORDS,
  type BuildingKind,
  DAY_KINDS,
  DAY_WORDS,
  type DayKind,
  dayOf,
  moistureOf,
  OPEN_DOOR_BTUH_PER_F,
  otherRoomOf,
  roomOfKind,
  SENSOR_PLACES,
  type SensorPlace,
  SUN_TIMES,
  type SunTime,
  sensorAt,
  sunOnSensor,
  USUAL_FT2_PER_TON,
} from './rooms/roomKinds.ts'
export { type RoomLog, readRoomLog, warmUpIn } from './rooms/roomLog.ts'
export {
  type Controller,
  type ControlRule,
  type Day,
  type Equipment,
  type FanSatisfied,
  type OtherRoom,
  PLAIN_EQUIPMENT,
  type Room,
  type RoomMoisture,
  type RoomSystem,
  type Sensor,
} from './rooms/roomModel.ts'
export {
  AUXILIARY_ON,
  COOLS,
  DEFROSTS,
  FAN_ON,
  PLANT_ON,
  type RoomRun,
  type RunFigures,
  type RunOptions,
  runRoom,
  STAGE_2_ON,
  TRICKLE_ON,
  type Trace,
} from './rooms/roomRun.ts'
export { fitWarmUp, type LoggedRoom, leadTime, type Told, type WarmUp } from './rooms/warmUp.ts'
export { type Best, bestOf, COMFORT_WISHES, type ComfortWish, costOf, type Tried, type Weights } from './rooms/weigh.ts'
export {
  fixRefusal,
  NEVER_STOOD_IN,
  STAND_IN_PARTS,
  STAND_IN_PARTS_READ,
  type StandInPart,
  safetyRefusal,
} from './safety/safetyDevices.ts'
export {
  SAFETY_ACTION_WORDS,
  SAFETY_KIND_IDS,
  SAFETY_KINDS,
  SAFETY_RESET_WORDS,
  SAFETY_SCOPE_WORDS,
  type SafetyKind,
  type SafetyKindId,
  safetyKind,
  safetyKindNamed,
} from './safety/safetyKinds.ts'
export {
  type DiagnosisLimits,
  diagnoseByAgreement,
  diagnoseSensor,
  type SensorDiagnosis,
  type SensorFault,
  type SensorTerm,
} from './sensing/sensorDiagnosis.ts'
export { rootSumSquare } from './sensing/sensors.ts'
export { civilOf, dayNumber, isDate } from './times/civil.ts'
export {
  clockText,
  DAY_NAMES,
  DAY_SHORT,
  DAY_TYPED,
  dateOfYear,
  MONTHS,
  ordinalOfYear,
  readClock,
  readDays,
  sayDateOfYear,
  sayDays,
} from './times/clockText.ts'
export {
  type ActionLine,
  actionId,
  channelGroups,
  eventsOfLanes,
  groupsOf,
  type HeldProgram,
  happening,
  heldProgram,
  holdingOf,
  type PeriodEntry,
  type ProgramForm,
  slotId,
  slotMeanings,
  walkable,
} from './times/deviceProgram.ts'
export { type HolidayDay, icsDays } from './times/ics.ts'
export {
  type DayRange,
  endOf,
  fillSetPoints,
  type InForce,
  inForceAt,
  latestAt,
  nextChange,
  type Override,
  type Program,
  type TimeEvent,
  type Timeline,
  type TimeSource,
  timelineOf,
} from './times/inForce.ts'
export {
  type LostStretch,
  laneOfProgram,
  type NearestProgram,
  nearestProgram,
  type ProgramHolding,
  type WantedWeek,
} from './times/nearestProgram.ts'
export {
  ENTRY_FANS,
  ENTRY_MODES,
  type EntryFan,
  type EntryMode,
  entriesOfLettings,
  eventsOfEntries,
  keptBy,
  PRESENCES,
  type Presence,
  sayModes,
  type WeekEntry,
  type WeekTemperatures,
  withLettings,
  withMode,
  wordOfEntry,
  worksIn,
} from './times/occupantWeek.ts'
export { deviceTime, isForgotten, type PowerCut } from './times/powerCut.ts'
export { programPlaces, readGroups } from './times/programPlaces.ts'
export { recoveryMin } from './times/recovery.ts'
export { type DrivenHours, driveSetbacks, type SetbackOutcome, type SetbackSpan, type SetbackTargets } from './times/setback.ts'
export {
  type CalendarException,
  type CalendarLetting,
  type CalendarReminder,
  type CalendarSeason,
  readTimesIcs,
  readWeekCsv,
  type TimesRead,
  writeRemindersIcs,
  writeTimesIcs,
  writeWeekCsv,
} from './times/timesCalendar.ts'
export { gapStretches, type LanePoint, laneOf, WEEK_MIN } from './times/weekLanes.ts'
export {
  dayOf as dayOfLocal,
  minutesOf,
  monthDayOf,
  startOfDay,
  toInstant,
  toLocal,
  weekdayOf,
  zoneTable,
} from './times/zoneTime.ts'
export { type ContactJudgement, type InputContact, judgeContact } from './wiring/contacts.ts'
export { type IsolationStep, isolationSteps, mayConfirmFromMs } from './wiring/isolation.ts'
export {
  CALL_WORDS,
  type Call,
  callsOf,
  intendedTable,
  runsWords,
  sameOutcome,
  setRight,
  truthTable,
} from './wiring/network.ts'
export {
  BOARDS,
  type Board,
  type Bridge,
  type End,
  endWord,
  equipmentBoards,
  isPump,
  SYSTEM_KIND_WORDS,
  SYSTEM_KINDS,
  type SystemKind,
  sameEnd,
  TERMINAL_WORDS,
  TERMINALS,
  type Terminal,
  terminalsOf,
  type Wire,
  type Wiring,
  type WiringSystem,
  wantedWires,
  wantedWiring,
} from './wiring/wiring.ts'
export {
  mended,
  type WiringFinding,
  wireRefusal,
  wiringFindings,
} from './wiring/wiringFindings.ts'
export {
  BALANCE_BAND,
  type BalanceOutlet,
  type BalanceStep,
  balanceStep,
  type OutletFlow,
  type OutletReading,
  outletFlows,
} from './zones/balance.ts'
export { fanOfTap } from './zones/fan.ts'
export { fitNetwork, type NetworkFit, type NetworkReading } from './zones/fit.ts'
export {
  combinationOf,
  type FanSteps,
  judgeZones,
  ZONE_BREAKS,
  type ZoneBranch,
  type ZoneBreak,
  type ZoneCase,
  type ZoneCombination,
  type ZoneJudgement,
} from './zones/judge.ts'
export { withMend, type ZoneMend, zoneMends } from './zones/mends.ts'
export { RELIEF_STATES, solveCombinations, type ZoneCombinations, type ZoneFan, type ZoneNetwork } from './zones/network.ts'
export {
  draughtIn,
  OUTLET_KINDS,
  type OutletKind,
  outletJet,
  ROOM_KINDS,
  type RoomKind,
  TERMINAL_FPM,
} from './zones/outlets.ts'
export { openedUntilEnough, type ShareMethod, shortCombinations, type ZoneOutlets, zoneShares } from './zones/shares.ts'
export { type StepFlows, sharesInSteps, stepFlows } from './zones/steps.ts'
export { breakWords, controllerWords, mendWords } from './zones/words.ts'

import { traversePoint } from './air/traversePoint.ts'
import { traverseSet } from './air/traverseSet.ts'
import { BAGS } from './bags.ts'
import { bridgeSet } from './power/bridgeSet.ts'
import { contactSet } from './power/contactSet.ts'
import { wireSet } from './power/wireSet.ts'
import { wiringSet } from './power/wiringSet.ts'
import { baselineRead } from './proof/baselineRead.ts'
import { testAnswer } from './proof/testAnswer.ts'
import { testEnd } from './proof/testEnd.ts'
import { testPause } from './proof/testPause.ts'
import { testRead } from './proof/testRead.ts'
import { testSkip } from './proof/testSkip.ts'
import { testStart } from './proof/testStart.ts'
import { testStep } from './proof/testStep.ts'
import { testTrace } from './proof/testTrace.ts'
import { testUse } from './proof/testUse.ts'
import { READINGS } from './readings/readings.ts'
import { damperPoint } from './roof/damperPoint.ts'
import { roofPointRead } from './roof/roofPointRead.ts'
import { roofPointSet } from './roof/roofPointSet.ts'
import { roofReading } from './roof/roofReading.ts'
import { spaceRemove } from './roof/spaceRemove.ts'
import { spaceSet } from './roof/spaceSet.ts'
import { strokeReading } from './roof/strokeReading.ts'
import { sensorPair } from './rooms/sensorPair.ts'
import { aimSet } from './settings/aimSet.ts'
import { settingSet } from './settings/settingSet.ts'
import { partRemove } from './site/partRemove.ts'
import { partSet } from './site/partSet.ts'
import { profileUse } from './site/profileUse.ts'
import { rulesUse } from './site/rulesUse.ts'
import { ruleUse } from './site/ruleUse.ts'
import { siteSet } from './site/siteSet.ts'
import { systemSet } from './site/systemSet.ts'
import { twinsSet } from './site/twinsSet.ts'
import type { Spec } from './spec.ts'
import { clockRead } from './times/clockRead.ts'
import { counterRead } from './times/counterRead.ts'
import { exceptionSet } from './times/exceptionSet.ts'
import { lettingSet } from './times/lettingSet.ts'
import { seasonSet } from './times/seasonSet.ts'
import { timesRemove } from './times/timesRemove.ts'
import { weekSet } from './times/weekSet.ts'
import { undo } from './undo.ts'
import { adviceOverride } from './visit/adviceOverride.ts'
import { checkSet } from './visit/checkSet.ts'
import { complaintSet } from './visit/complaintSet.ts'
import { instrumentUse } from './visit/instrumentUse.ts'
import { noteAdd } from './visit/noteAdd.ts'
import { photoAdd } from './visit/photoAdd.ts'
import { trialSet } from './visit/trialSet.ts'
import { tryStart } from './visit/tryStart.ts'
import { visitClose } from './visit/visitClose.ts'
import { visitSign } from './visit/visitSign.ts'
import { visitStart } from './visit/visitStart.ts'
import { fixHandOn } from './work/fixHandOn.ts'
import { fixPut } from './work/fixPut.ts'
import { fixUndo } from './work/fixUndo.ts'
import { itemClose } from './work/itemClose.ts'
import { itemHandOn } from './work/itemHandOn.ts'
import { itemOpen } from './work/itemOpen.ts'
import { outletReading } from './zones/outletReading.ts'
import { outletRemove } from './zones/outletRemove.ts'
import { outletSet } from './zones/outletSet.ts'
import { zoneRemove } from './zones/zoneRemove.ts'
import { zoneSet } from './zones/zoneSet.ts'
import { zonesReading } from './zones/zonesReading.ts'

/**
 * Every kind of change that can be written down. The names are stored: renaming one loses data. A new kind is a module of
 * its own and a line here (a reading: in READINGS; fields of a visit or a system: in BAGS); union, checks, fold, trail,
 * references, rows and jotted lines follow.
 */
export const KINDS = [
  ...READINGS,
  ...BAGS,
  siteSet,
  systemSet,
  partSet,
  partRemove,
  profileUse,
  ruleUse,
  rulesUse,
  twinsSet,
  visitStart,
  visitClose,
  visitSign,
  complaintSet,
  noteAdd,
  photoAdd,
  tryStart,
  checkSet,
  trialSet,
  adviceOverride,
  instrumentUse,
  settingSet,
  aimSet,
  itemOpen,
  itemClose,
  itemHandOn,
  fixPut,
  fixUndo,
  fixHandOn,
  wiringSet,
  wireSet,
  bridgeSet,
  contactSet,
  traverseSet,
  traversePoint,
  zoneSet,
  zoneRemove,
  outletSet,
  outletRemove,
  zonesReading,
  sensorPair,
  outletReading,
  spaceSet,
  spaceRemove,
  roofPointSet,
  roofPointRead,
  damperPoint,
  roofReading,
  strokeReading,
  weekSet,
  seasonSet,
  exceptionSet,
  lettingSet,
  timesRemove,
  clockRead,
  counterRead,
  testUse,
  testStart,
  testStep,
  testAnswer,
  testRead,
  testTrace,
  testPause,
  testEnd,
  testSkip,
  baselineRead,
  undo,
] as const

type AnyKind = (typeof KINDS)[number]
export type ChangeKind = AnyKind['kind']
export type BodyOf<K extends ChangeKind> = InstanceType<Extract<AnyKind, { kind: K }>['body']>

const BY_NAME = new Map<string, AnyKind>(KINDS.map((one) => [one.kind, one]))

/** The kind of a change, seen without its own body: whoever has a change of that kind has the right one. */
export const kindOf = (name: ChangeKind): Spec<ChangeKind, object> => BY_NAME.get(name) as unknown as Spec<ChangeKind, object>

/** False for a name of a later Ingle, and for what every object has. */
export const isKind = (name: unknown): name is ChangeKind => typeof name === 'string' && BY_NAME.has(name)

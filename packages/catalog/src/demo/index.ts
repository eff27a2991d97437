// The demo world, apart from the rest so that the app does not carry it.
export {
  BEACON_FLAT_IDS,
  BEACON_ID,
  BEACON_VISIT_ID,
  beaconChanges,
} from './beaconMill.ts'
export { CALDER_GATEWAY, CALDER_ID, CALDER_SYSTEM_ID, CALDER_VISIT_ID, calderChanges } from './calderStreet.ts'
export { DEMO_GATEWAY, HARBOUR_ID, HARBOUR_SYSTEM_ID, HARBOUR_VISIT_ID, harbourChanges } from './harbourHall.ts'
export { demoInstruments } from './instruments.ts'
export { LIBRARY_GATEWAYS, LIBRARY_ID, LIBRARY_RTU1, LIBRARY_VISIT_ID, libraryChanges } from './lendingLibrary.ts'
export { MARIGOLD_ID, MARIGOLD_SYSTEM_ID, MARIGOLD_VISIT_ID, marigoldChanges } from './marigold.ts'
export {
  OTTERHOLT_ID,
  otterholtChanges,
} from './otterholtRow.ts'
export { DEMO_CREWS, type DemoAccount, LANTERN_LANE, OTTER_QUAY } from './people.ts'
export { type RoofPlant, roofPlant, roofUnitOf } from './roofs.ts'
export { demoRoomLogs, type RoomLogFile } from './roomLogs.ts'
export { DEMO_SITES } from './sites.ts'
export {
  TIDEWELL_ID,
  TIDEWELL_PAST_VISIT_ID,
  TIDEWELL_PHOTOS,
  TIDEWELL_SYSTEM_ID,
  TIDEWELL_VISIT_ID,
  tidewellChanges,
  tidewellPlant,
} from './tidewell.ts'

// The demo world, apart from the rest so that the app does not carry it.
export { DEMO_CREWS, type DemoAccount, type DemoCrew, LANTERN_LANE, OTTER_QUAY } from './people.ts'
export {
  TIDEWELL_ID,
  TIDEWELL_PAST_VISIT_ID,
  TIDEWELL_PHOTOS,
  TIDEWELL_SYSTEM_ID,
  TIDEWELL_VISIT_ID,
  tidewellChanges,
  tidewellPlant,
} from './tidewell.ts'

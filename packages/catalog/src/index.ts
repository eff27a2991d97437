export { CAUTIONS, type Caution, cautionAt, cautionsAt, STANDING_NOTE } from './cautions/cautions.ts'
export {
  CLIMATE_ZONES,
  type ClimateZone,
  climateOf,
  FAR_MILES,
  isZone,
  LIMITS_EDITION,
  limitsIn,
  type ZoneLimit,
  zoneNear,
} from './freshair/climateZones.ts'
export {
  EFFECTIVENESS,
  EFFECTIVENESS_EDITION,
  RATES_EDITION,
  SPACE_USES,
  type SpaceUse,
  spaceUse,
} from './freshair/spaceRates.ts'
export { freeId, inUse, type Library, type LibraryEntry, libraryOf } from './library/library.ts'
export {
  librarySearch,
  type NeedHit,
  recognise,
  type Seen,
} from './library/search.ts'
export { PROFILES, profileById } from './profiles/index.ts'
export { tapSettings } from './profiles/tapSettings.ts'
export { CLIMATES, HOUSE_RULES, isDamp, ruleById, WISHES } from './rules/houseRules.ts'
export { SETTING_RULES } from './rules/settingRules.ts'
export { TESTS } from './tests/index.ts'

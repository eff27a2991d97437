import { airState, type ChangeoverKind, type Climate, standardPressurePsia } from '@ingle/core'

/** Which edition the limits are of; the local code goes first. */
export const LIMITS_EDITION = 'ASHRAE 90.1-2019, table 6.5.1.1.3'

export interface ZoneLimit {
  kind: ChangeoverKind
  limitF: number | null
  limitBtuLb: number | null
  /** Whether the edition lets this kind be used in the zone. */
  isAllowed: boolean
}

export const CLIMATE_ZONES = [
  '0A',
  '0B',
  '1A',
  '1B',
  '2A',
  '2B',
  '3A',
  '3B',
  '3C',
  '4A',
  '4B',
  '4C',
  '5A',
  '5B',
  '5C',
  '6A',
  '6B',
  '7',
  '8',
] as const
export type ClimateZone = (typeof CLIMATE_ZONES)[number]

const DRY_75 = new Set<string>(['0B', '1B', '2B', '3B', '3C', '4B', '4C', '5B', '5C', '6B', '7', '8'])
const DRY_70 = new Set<string>(['5A', '6A'])
/** Humid zones, in which a comparison of dry bulbs would draw in wet air. */
const NO_DIFFERENCE = new Set<string>(['0A', '1A', '2A', '3A', '4A'])

/** High limits of each kind in a zone. Source: `LIMITS_EDITION`. */
/** Up to this height the table’s own figure counts; above it the note of the table does. A house figure for “substantially”. */
const NOTE_FROM_FT = 1000
const SEA_LEVEL_BTU_LB = 28

/** The enthalpy that ends free cooling, Btu/lb. Source: `LIMITS_EDITION`, note: that of 75 °F and 50 % at the site’s pressure. */
function enthalpyLimit(altitudeFt: number): number {
  if (altitudeFt <= NOTE_FROM_FT) return SEA_LEVEL_BTU_LB
  const state = airState(75, { relativeHumidityPct: 50 }, standardPressurePsia(altitudeFt))
  return state.ok ? Math.round(state.value.enthalpyBtuLb * 10) / 10 : SEA_LEVEL_BTU_LB
}

export function limitsIn(zone: ClimateZone, altitudeFt = 0): ZoneLimit[] {
  return [
    { kind: 'fixed-dry-bulb', limitF: DRY_75.has(zone) ? 75 : DRY_70.has(zone) ? 70 : 65, limitBtuLb: null, isAllowed: true },
    { kind: 'differential-dry-bulb', limitF: null, limitBtuLb: null, isAllowed: !NO_DIFFERENCE.has(zone) },
    { kind: 'fixed-enthalpy', limitF: 75, limitBtuLb: enthalpyLimit(altitudeFt), isAllowed: true },
    { kind: 'differential-enthalpy', limitF: 75, limitBtuLb: null, isAllowed: true },
  ]
}

/** Zones by place, for those who know where they stand and not in which zone. Source: ASHRAE 169, for each place's county or city. */
const PLACES: readonly (readonly [name: string, lat: number, lon: number, zone: ClimateZone])[] = [
  ['Honolulu', 21.3, -157.9, '1A'],
  ['Miami', 25.8, -80.3, '1A'],
  ['Tampa', 28, -82.5, '2A'],
  ['Houston', 29.8, -95.4, '2A'],
  ['Phoenix', 33.4, -112, '2B'],
  ['Atlanta', 33.6, -84.4, '3A'],
  ['Dallas', 32.9, -97, '3A'],
  ['Memphis', 35, -90, '3A'],
  ['El Paso', 31.8, -106.4, '3B'],
  ['Las Vegas', 36.1, -115.2, '3B'],
  ['Los Angeles', 34, -118.2, '3B'],
  ['San Francisco', 37.6, -122.4, '3C'],
  ['Baltimore', 39.2, -76.7, '4A'],
  ['New York', 40.7, -74, '4A'],
  ['Kansas City', 39.1, -94.6, '4A'],
  ['Albuquerque', 35, -106.6, '4B'],
  ['Seattle', 47.5, -122.3, '4C'],
  ['Portland, Oregon', 45.6, -122.6, '4C'],
  ['Chicago', 41.9, -87.6, '5A'],
  ['Boston', 42.4, -71, '5A'],
  ['Toronto', 43.7, -79.6, '5A'],
  ['Denver', 39.8, -104.9, '5B'],
  ['Boise', 43.6, -116.2, '5B'],
  ['Vancouver', 49.2, -123.2, '4C'],
  ['Port Angeles', 48.1, -123.4, '5C'],
  ['Minneapolis', 44.9, -93.2, '6A'],
  ['Montreal', 45.5, -73.6, '6A'],
  ['Helena', 46.6, -112, '6B'],
  ['Duluth', 46.8, -92.2, '7'],
  ['Calgary', 51.1, -114, '7'],
  ['Fairbanks', 64.8, -147.9, '8'],
  ['London', 51.5, -0.1, '4A'],
  ['Dublin', 53.4, -6.3, '5C'],
  ['Paris', 48.9, 2.3, '4A'],
  ['Madrid', 40.4, -3.7, '3B'],
  ['Rome', 41.9, 12.5, '3A'],
  ['Berlin', 52.5, 13.4, '5A'],
  ['Stockholm', 59.3, 18.1, '6A'],
  ['Singapore', 1.4, 103.8, '0A'],
  ['Dubai', 25.3, 55.4, '0B'],
  ['Sydney', -33.9, 151.2, '3A'],
  ['Tokyo', 35.7, 139.7, '3A'],
]

const EARTH_MILES = 3959
const rad = (degrees: number) => (degrees * Math.PI) / 180
/** Great-circle distance, miles. Source: haversine on a sphere of 3,959 mi. */
function miles(lat1: number, lon1: number, lat2: number, lon2: number): number {
  const a = Math.sin(rad(lat2 - lat1) / 2) ** 2 + Math.cos(rad(lat1)) * Math.cos(rad(lat2)) * Math.sin(rad(lon2 - lon1) / 2) ** 2
  return 2 * EARTH_MILES * Math.asin(Math.min(1, Math.sqrt(a)))
}

/** The nearest place of the table, and how far it is: the farther, the less it says. Null for what is no place on earth. */
export function zoneNear(latitude: number, longitude: number): { zone: ClimateZone; place: string; miles: number } | null {
  if (!(Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180)) return null
  let best: { zone: ClimateZone; place: string; miles: number } | null = null
  for (const [place, lat, lon, zone] of PLACES) {
    const far = miles(latitude, longitude, lat, lon)
    if (far < (best?.miles ?? Number.POSITIVE_INFINITY)) best = { zone, place, miles: far }
  }
  return best
}
/** Beyond this a place says little of another. */
export const FAR_MILES = 100

const climate = (
  meanF: number,
  seasonF: number,
  dayF: number,
  dewMeanF: number,
  dewSeasonF: number,
): Omit<Climate, 'altitudeFt'> => ({
  seed: 20_261,
  meanF,
  seasonF,
  coldestDay: 24,
  dayF,
  coldestHour: 5,
  noiseF: 5,
  dewMeanF,
  dewSeasonF,
  dewNoiseF: 5,
})

/** A made-up year for each zone: means and swings of our own, in the middle of what the zone's definition allows. */
const YEARS: Readonly<Record<ClimateZone, Omit<Climate, 'altitudeFt'>>> = {
  '0A': climate(81, 3, 6, 74, 3),
  '0B': climate(82, 14, 9, 60, 10),
  '1A': climate(77, 8, 6, 67, 9),
  '1B': climate(77, 13, 11, 55, 12),
  '2A': climate(69, 15, 8, 59, 15),
  '2B': climate(74, 19, 13, 40, 12),
  '3A': climate(62, 18, 9, 51, 18),
  '3B': climate(65, 16, 12, 40, 9),
  '3C': climate(57, 5, 6, 49, 5),
  '4A': climate(55, 22, 9, 44, 20),
  '4B': climate(57, 20, 13, 32, 14),
  '4C': climate(52, 13, 7, 44, 10),
  '5A': climate(50, 24, 9, 40, 21),
  '5B': climate(50, 22, 13, 29, 13),
  '5C': climate(49, 9, 6, 43, 8),
  '6A': climate(45, 28, 10, 35, 24),
  '6B': climate(44, 23, 12, 27, 14),
  '7': climate(39, 29, 10, 30, 23),
  '8': climate(28, 34, 9, 19, 25),
}
/** The year of a zone at an altitude. */
export const climateOf = (zone: ClimateZone, altitudeFt: number): Climate => ({ ...YEARS[zone], altitudeFt })
export const isZone = (zone: string | undefined): zone is ClimateZone => CLIMATE_ZONES.includes(zone as ClimateZone)

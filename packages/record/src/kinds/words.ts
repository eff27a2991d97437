/** What a part of a system is for. Stored: renaming one loses data. */
export const PART_ROLES = [
  'air-handler',
  'outdoor-unit',
  'controller',
  'heater-kit',
  'filter',
  'return-grille',
  'supply-grille',
  'sensor',
  'other',
] as const
export type PartRole = (typeof PART_ROLES)[number]

/** Where an aim came from. */
export const AIM_ORIGINS = ['hand', 'copy', 'pattern', 'worked-out'] as const
export type AimOrigin = (typeof AIM_ORIGINS)[number]

/** What each kind of part is called, on the screen and on paper. */
export const PART_WORDS: Readonly<Record<PartRole, string>> = {
  'air-handler': 'Air handler',
  'outdoor-unit': 'Outdoor unit',
  controller: 'Controller',
  'heater-kit': 'Heater kit',
  filter: 'Filter',
  'return-grille': 'Return grille',
  'supply-grille': 'Supply grille',
  sensor: 'Sensor',
  other: 'Other part',
}

/** What a device counts, and in what. */
export const COUNTERS = {
  filter: { says: 'filter hours', unit: 'h' },
  heat: { says: 'heating hours', unit: 'h' },
  auxiliary: { says: 'auxiliary hours', unit: 'h' },
  cool: { says: 'cooling hours', unit: 'h' },
  fan: { says: 'fan hours', unit: 'h' },
  starts: { says: 'starts', unit: '' },
} as const
export type Counter = keyof typeof COUNTERS

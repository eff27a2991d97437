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

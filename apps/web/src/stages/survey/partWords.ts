import type { PartRole } from '@ingle/record'

/** What each kind of part is called on the screen. */
export const PART_WORDS: Record<PartRole, string> = {
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

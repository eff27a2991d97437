/** What a sign on a display tells the people who live with it; a profile says which signs it has. */
export const OCCUPANT_SIGNS = [
  'heating',
  'cooling',
  'fan',
  'hold',
  'temporary',
  'battery-low',
  'filter',
  'locked',
  'auxiliary',
  'drying',
  'frost',
  'clock-unset',
  'fault',
] as const
export type OccupantSign = (typeof OCCUPANT_SIGNS)[number]

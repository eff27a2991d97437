/**
 * The stages of a visit by their names, in working order. Apart from what they do: the ladder stands before that is there.
 */
export const STAGE_NAMES = {
  survey: { key: 's', label: 'Survey' },
  power: { key: 'p', label: 'Power' },
  airflow: { key: 'a', label: 'Airflow' },
  zones: { key: 'z', label: 'Zones' },
  settings: { key: 't', label: 'Settings' },
  comfort: { key: 'c', label: 'Comfort' },
  'fresh-air': { key: 'o', label: 'Fresh air' },
  times: { key: 'm', label: 'Times' },
  proof: { key: 'f', label: 'Proof' },
  'hand-over': { key: 'h', label: 'Hand over' },
} as const satisfies Record<string, { key: string; label: string }>

export type StageId = keyof typeof STAGE_NAMES
export const STAGE_IDS = Object.keys(STAGE_NAMES) as readonly StageId[]

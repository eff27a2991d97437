import type { AirflowRuleBody } from '@ingle/record'

/**
 * Schools of aiming airflow that ship with Ingle. None is preferred: a system has no rule until somebody picks one,
 * and each says what it costs.
 */
export const AIRFLOW_RULES: readonly AirflowRuleBody[] = [
  {
    id: 'damp-coast',
    name: 'damp coast',
    cfmPerTon: 380,
    bandPct: 5,
    keepMass: true,
    maxFaceFpm: 700,
    reason: 'Less air over the coil makes it colder and takes out more water.',
    cost: 'A little less sensible capacity; the supply air is colder at the grille.',
    settings: [{ role: 'airflow.ramp', value: 'B', why: 'half speed first wets the coil before the full flow.' }],
  },
  {
    id: 'middle',
    name: 'middle of the road',
    cfmPerTon: 400,
    bandPct: 7,
    keepMass: true,
    maxFaceFpm: 700,
    reason: 'The flow most equipment is rated at.',
    cost: 'Neither the driest air nor the most sensible capacity.',
    settings: [],
  },
  {
    id: 'dry-inland',
    name: 'dry inland',
    cfmPerTon: 440,
    bandPct: 7,
    keepMass: true,
    maxFaceFpm: 800,
    reason: 'Where there is little water to take out, more air gives more sensible capacity and efficiency.',
    cost: 'More noise and fan power; poor drying on a wet day.',
    settings: [{ role: 'airflow.ramp', value: 'A', why: 'nothing to dry, so full flow at once.' }],
  },
  {
    id: 'quiet-rooms',
    name: 'quiet rooms',
    cfmPerTon: 360,
    bandPct: 6,
    keepMass: true,
    maxFaceFpm: 500,
    reason: 'Occupants hear air before they feel temperature.',
    cost: 'Less capacity on the hottest day; check the heater’s least flow with care.',
    settings: [{ role: 'airflow.ramp', value: 'C', why: 'a slow start is not heard.' }],
  },
]

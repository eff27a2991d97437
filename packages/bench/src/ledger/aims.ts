import {
  type AirflowPicture,
  BASE_UNITS,
  chooseTap,
  constraintText,
  type Expressed,
  express,
  format,
  type ResolvedSetting,
  type RuledAim,
  ruledAims,
  showIn,
  tapName,
} from '@ingle/core'
import { COOL_TAP_ROLE, HEAT_TAP_ROLE, SAME_TAP } from '../state/airflowInput.ts'
import type { SystemDevice } from '../state/devices.ts'
import { type Fire, type Fires, firesOf } from '../state/fires.ts'
import type { FiringState, GivenAim, SiteState, SystemState } from '../state/state.ts'

/** What a row should be set to, and why. */
export interface Aim {
  /** The device's own value; null when the device cannot be set to it. */
  value: string | null
  /** In the language of roles. */
  meaning: string
  why: string
  /** What it rests on, for the reader: a house rule, a unit it was copied from, a table. */
  source: string
  /** What earlier rules said. */
  refined: { rule: string; value: string }[]
  cost: string
  fit: Expressed
}

/** What aims are worked out from: the same for every row of a system. */
export interface AimGround {
  fires: Fires
  system: SystemState
  picture: AirflowPicture
  ruled: ReadonlyMap<string, RuledAim>
}

export function aimGround(
  state: SiteState,
  system: SystemState,
  devices: readonly SystemDevice[],
  picture: AirflowPicture,
  firing: FiringState,
): AimGround {
  const subject = { equipment: devices.map((one) => one.profile.kind), climate: state.climate, wishes: system.wishes }
  const furnace = devices.find((one) => one.place === 'equipment')?.profile.furnace
  return { system, picture, fires: firesOf(firing, furnace, state.altitudeFt), ruled: ruledAims(system.rules, subject) }
}

/** The aim of a row: given by hand before worked out, worked out before a house rule. Null when nothing says one. */
export function aimOf(row: ResolvedSetting, given: GivenAim | null, ground: AimGround): Aim | null {
  const made = (meaning: string, why: string, source: string, more: Partial<Aim> = {}): Aim => {
    const fit = express(row.setting, meaning)
    return { meaning, why, source, fit, value: fit.fit === 'none' ? null : fit.value, refined: [], cost: '', ...more }
  }
  if (given?.value) return made(given.value, given.why, givenBy(given))
  const worked = workedOut(row, ground)
  if (worked) return made(worked.meaning, worked.why, worked.source)
  const rule = ground.ruled.get(row.id)
  if (!rule) return null
  return made(rule.value, `House rule “${rule.rule.name}”: ${rule.why}`, `House rule “${rule.rule.name}”`, {
    refined: rule.refined,
    cost: rule.rule.cost,
  })
}

const givenBy = (given: GivenAim): string => {
  if (given.from === 'copy') return `Copied from ${given.source ?? 'a twin'} by ${given.by}`
  if (given.from === 'worked-out') return `Worked out: ${given.source ?? 'Airflow'}, taken by ${given.by}`
  return given.from === 'pattern' ? `Pattern “${given.source ?? ''}”, put on by ${given.by}` : `Given by ${given.by}`
}

interface Worked {
  meaning: string
  why: string
  source: string
}

/** Aims that follow from tables, from the survey and from what can only be right one way. */
function workedOut(row: ResolvedSetting, { system, picture, fires }: AimGround): Worked | null {
  switch (row.id) {
    case COOL_TAP_ROLE:
      return coolAim(picture)
    case HEAT_TAP_ROLE:
      return fires.high ? fireAim(picture, fires.high, 'high') : heatAim(picture)
    case 'airflow.heat.low':
      return fires.low ? fireAim(picture, fires.low, 'low') : null
    case 'system.capacity':
      return system.capacityTons === null
        ? null
        : { meaning: String(system.capacityTons), why: 'The capacity on the nameplate.', source: 'Survey' }
    case 'system.kit.heater':
      return system.heaterKw === null
        ? null
        : {
            meaning: system.heaterKw > 0 ? 'fitted' : 'none',
            why: system.heaterKw > 0 ? `A ${system.heaterKw} kW heater is fitted.` : 'No heater is fitted.',
            source: 'Survey',
          }
    case 'time.clock':
      return { meaning: 'right', why: 'A wrong clock runs every program at the wrong hour.', source: 'Always' }
    case 'service.password':
      return { meaning: 'changed', why: 'A factory password is in every manual.', source: 'Always' }
    default:
      return null
  }
}

const cfm = (value: number) => format('flow', value, BASE_UNITS)
const TABLE = 'Blower table and readings'

/** While the filter is still dirty the aim is the tap for a clean one: the tap is set once, the filter changes often. */
function coolAim(picture: AirflowPicture): Worked | null {
  const choice = picture.cleanChoice ?? picture.choice
  const best = choice?.best
  const label = best ? picture.input.blower?.table.taps[best.tap] : undefined
  if (!best?.point || !label) return null
  const filter = picture.current?.input.filter === 'as-found' && picture.cleanChoice ? ' with a clean filter' : ''
  return {
    meaning: label,
    why: `${cfm(best.point.flowCfm)}${filter}, aim ${cfm(picture.aimCfm ?? 0)}${choice?.binding && choice.wished ? `; ${tapName(picture.input.blower?.table.taps[choice.wished.tap] ?? '')} would be nearer but ${constraintText(choice.binding, picture, showIn(BASE_UNITS))}` : ''}`,
    source: TABLE,
  }
}

/** The heating tap whose rise comes nearest the middle of the plate's window, inside it. */
function fireAim(picture: AirflowPicture, fire: Fire, which: string): Worked | null {
  const coefficient = picture.cleanCoefficient ?? picture.ductCoefficient
  const { blower } = picture.input
  if (!blower || coefficient === null) return null
  const middleCfm = fire.heatBtuH / (picture.sensibleFactor * ((fire.lowF + fire.highF) / 2))
  const { best } = chooseTap(blower.table, coefficient, middleCfm, {
    maxStaticInWc: blower.ratedStaticInWc,
    rise: { heatBtuH: fire.heatBtuH, sensibleFactor: picture.sensibleFactor, minF: fire.lowF, maxF: fire.highF },
  })
  const label = best ? blower.table.taps[best.tap] : undefined
  return best?.riseF && label
    ? {
        meaning: label,
        why: `${which} fire rises ${best.riseF.toFixed(0)} °F on it, of ${fire.lowF} to ${fire.highF} °F on the plate`,
        source: TABLE,
      }
    : null
}

function heatAim(picture: AirflowPicture): Worked | null {
  const { floorCfm, input } = picture
  if (input.heaterKw === 0) return { meaning: SAME_TAP, why: 'No heater fitted.', source: 'Survey' }
  const choice = picture.cleanChoice ?? picture.choice
  if (floorCfm === null || !choice) return null
  const cool = choice.best?.point
  if (cool && cool.flowCfm >= floorCfm)
    return {
      meaning: SAME_TAP,
      why: `${cfm(cool.flowCfm)} is over the ${cfm(floorCfm)} that ${input.heaterKw} kW needs`,
      source: TABLE,
    }
  const enough = choice.outcomes.find((one) => one.point !== null && one.point.flowCfm >= floorCfm)
  const label = enough ? input.blower?.table.taps[enough.tap] : undefined
  return enough?.point && label
    ? { meaning: label, why: `lowest ${tapName(label)} over the heater’s ${cfm(floorCfm)}`, source: TABLE }
    : null
}

import {
  ADJUST_ROLE,
  type AirflowPicture,
  constraintText,
  type Expressed,
  express,
  type ResolvedSetting,
  type RuledAim,
  ruledAims,
  type Show,
  signedPct,
  tapName,
  tapSetName,
  type UnitChoice,
} from '@ingle/core'
import type { GivenAim, SystemState } from '@ingle/record'
import type { Fire, Fires } from '../stages/airflow/fires.ts'
import { coolChoice, fireTaps, heaterTap } from '../stages/airflow/heatingTap.ts'
import { COOL_TAP_ROLE, HEAT_TAP_ROLE, LOW_FIRE_TAP_ROLE, SAME_TAP } from '../stages/airflow/roles.ts'
import type { SystemDevice } from '../visit/devices.ts'

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
  /** What somebody gave, by the keys of rows. */
  given: ReadonlyMap<string, GivenAim>
  fires: Fires
  system: SystemState
  picture: AirflowPicture
  ruled: ReadonlyMap<string, RuledAim>
  show: Show
  units: UnitChoice
}

/** What the house rules of a system say for it. */
export function ruledFor(system: SystemState, devices: readonly SystemDevice[], climate: string): ReadonlyMap<string, RuledAim> {
  const ruled = ruledAims(system.rules, { equipment: devices.map((one) => one.profile.kind), climate, wishes: system.wishes })
  if (!bringsOutdoorAir(devices)) return ruled
  return new Map([...ruled].filter(([role, { value }]) => !STOPS_THE_FAN[role]?.includes(value)))
}

/** Where outdoor air comes with the fan, no rule of comfort stops it: ventilation is the code's, not the crew's. */
const STOPS_THE_FAN: Readonly<Record<string, readonly string[]>> = {
  'fan.mode': ['auto'],
  'fan.satisfied.heat': ['off'],
  'fan.satisfied.cool': ['off'],
}
const bringsOutdoorAir = (devices: readonly SystemDevice[]): boolean =>
  devices.some(({ profile }) => profile.settings.some(({ role }) => role?.startsWith('freshair.')))

/** The aim of a row: given by hand before worked out, worked out before a house rule. Null when nothing says one. */
export function aimOf(row: ResolvedSetting & { key: string }, ground: AimGround): Aim | null {
  const given = ground.given.get(row.key)
  const made = (meaning: string, why: string, source: string, more: Partial<Aim> = {}): Aim => {
    const fit = express(row.setting, meaning, ground.units)
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
function workedOut(row: ResolvedSetting, { system, picture, fires, show, given }: AimGround): Worked | null {
  switch (row.id) {
    case COOL_TAP_ROLE:
      return coolAim(picture, show)
    case ADJUST_ROLE:
      return adjustAim(picture, given.get(COOL_TAP_ROLE)?.value ?? null, show)
    case HEAT_TAP_ROLE:
      return fires.high ? fireAim(picture, fires.high, 'high', show) : heatAim(row, picture, show)
    case LOW_FIRE_TAP_ROLE:
      return fires.low ? fireAim(picture, fires.low, 'low', show) : null
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

const TABLE = 'Blower table and readings'

/** While the filter is still dirty the aim is the tap for a clean one: the tap is set once, the filter changes often. */
function coolAim(picture: AirflowPicture, show: Show): Worked | null {
  const choice = coolChoice(picture)
  const best = choice?.best
  const label = best ? picture.input.blower?.table.taps[best.tap] : undefined
  if (!best?.point || !label) return null
  const filter = picture.current?.input.filter === 'as-found' && picture.cleanChoice ? ' with a clean filter' : ''
  return {
    meaning: label,
    why: `${show('flow', best.point.flowCfm)}${best.adjustPct === 0 ? '' : `, with an adjust of ${signedPct(best.adjustPct)}`}${filter}, aim ${show('flow', picture.aimCfm ?? 0)}${choice?.binding && choice.wished ? `; ${tapSetName(picture.input.blower?.table.taps[choice.wished.tap] ?? '', choice.wished.adjustPct)} would be nearer but ${constraintText(choice.binding, picture, show)}` : ''}${heaterFirst(picture, best.point.flowCfm, show)}`,
    source: TABLE,
  }
}

/** A heater that blows with this tap would be left with too little air until it has its own. */
const heaterFirst = ({ floorCfm, input }: AirflowPicture, flowCfm: number, show: Show): string =>
  input.heaterOnThisTap && floorCfm !== null && flowCfm < floorCfm
    ? `; set the heating tap first: while the heater blows with this one, it needs ${show('flow', floorCfm)}`
    : ''

/** The adjust goes with the cooling tap: both are searched together, or the adjust for the tap that somebody decided on. */
function adjustAim(picture: AirflowPicture, decided: string | null, show: Show): Worked | null {
  const taps = picture.input.blower?.table.taps ?? []
  const best = coolChoice(picture, decided === null ? null : taps.indexOf(decided))?.best
  const label = best ? taps[best.tap] : undefined
  if (!best?.point || !label) return null
  const gives = `${tapName(label)} gives ${show('flow', best.point.flowCfm)}`
  return {
    meaning: String(best.adjustPct),
    why: best.adjustPct === 0 ? `${gives} without one` : `${gives} with it, aim ${show('flow', picture.aimCfm ?? 0)}`,
    source: TABLE,
  }
}

function fireAim(picture: AirflowPicture, fire: Fire, which: string, show: Show): Worked | null {
  const best = fireTaps(picture, fire)?.best
  const label = best ? picture.input.blower?.table.taps[best.tap] : undefined
  const degrees = (value: number, bare = false) => show('temperatureDifference', value, { bare, decimals: 0 })
  return best?.riseF && label
    ? {
        meaning: label,
        why: `${which} fire rises ${degrees(best.riseF)} on it, of ${degrees(fire.lowF, true)} to ${degrees(fire.highF)} on the plate`,
        source: TABLE,
      }
    : null
}

function heatAim({ setting }: ResolvedSetting, picture: AirflowPicture, show: Show): Worked | null {
  const tap = heaterTap(picture, express(setting, SAME_TAP).fit === 'exact')
  if (!tap) return null
  const { floorCfm, input } = picture
  switch (tap.because) {
    case 'no-heater':
      return { meaning: tap.tap, why: 'No heater fitted.', source: 'Survey' }
    case 'enough':
      return {
        meaning: tap.tap,
        why: `${show('flow', tap.flowCfm)} is over the ${show('flow', floorCfm ?? 0)} that ${input.heaterKw} kW needs`,
        source: TABLE,
      }
    case 'least-that-is-enough':
      return {
        meaning: tap.tap,
        why: `${tapName(tap.tap)} has the least flow over the heater’s ${show('flow', floorCfm ?? 0)}`,
        source: TABLE,
      }
  }
}

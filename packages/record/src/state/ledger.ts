import { type AirflowPicture, BASE_UNITS, constraintText, format, showIn, tapName } from '@ingle/core'
import type { ProfileSetting } from '../profile/profile.ts'
import { COOL_TAP_ROLE, HEAT_TAP_ROLE, SAME_TAP } from './airflowInput.ts'
import type { RowEntry, SystemState, SystemVisit } from './state.ts'

export type RowStanding = 'not-looked-at' | 'found' | 'set' | 'proved' | 'watch'

export interface Aim {
  value: string
  why: string
}

/** A row of the ledger as it is shown: what the record holds, and the aim worked out beside it. */
export interface LedgerRow {
  role: string
  setting: ProfileSetting
  found: RowEntry | null
  aim: Aim | null
  left: RowEntry | null
  proof: RowEntry | null
  standing: RowStanding
  /** True when a left value differs from the aim and nobody has said why. */
  whyMissing: boolean
}

/** The airflow rows of a system: one for each `airflow.*` setting that its profile names. */
export function airflowLedger(system: SystemState, visit: SystemVisit, picture: AirflowPicture): LedgerRow[] {
  return (system.profile?.settings ?? [])
    .filter((setting) => setting.role?.startsWith('airflow.'))
    .map((setting) => row(setting, system, visit, picture))
}

function row(setting: ProfileSetting, system: SystemState, visit: SystemVisit, picture: AirflowPicture): LedgerRow {
  const role = setting.role ?? ''
  const entries = (Object.hasOwn(visit.rows, role) ? visit.rows[role] : undefined) ?? { found: null, left: null, proof: null }
  const aim = aimFor(role, setting, system, picture)
  const differs = entries.left !== null && aim !== null && entries.left.value !== aim.value
  // Proof belongs to the value it was taken with: a later Left needs a new one.
  const proof =
    entries.proof && entries.left && Date.parse(entries.proof.at) >= Date.parse(entries.left.at) ? entries.proof : null
  return {
    role,
    setting,
    ...entries,
    proof,
    aim,
    whyMissing: differs && !entries.left?.why,
    standing: standing(entries.found, entries.left, proof, differs),
  }
}

function standing(found: RowEntry | null, left: RowEntry | null, proof: RowEntry | null, differs: boolean): RowStanding {
  if (left && differs && !left.why) return 'watch'
  if (left && proof) return 'proved'
  if (left) return 'set'
  return found ? 'found' : 'not-looked-at'
}

function aimFor(role: string, setting: ProfileSetting, system: SystemState, picture: AirflowPicture): Aim | null {
  if (role === COOL_TAP_ROLE) return coolAim(picture)
  if (role === HEAT_TAP_ROLE) return heatAim(picture)
  const ruled = system.rule?.settings.find((one) => one.role === role)
  if (ruled && setting.values.includes(ruled.value))
    return { value: ruled.value, why: `House rule “${system.rule?.name}”: ${ruled.why}` }
  return null
}

const cfm = (value: number) => format('flow', value, BASE_UNITS)

/** While the filter is still dirty the aim is the tap for a clean one: the tap is set once, the filter changes often. */
function coolAim(picture: AirflowPicture): Aim | null {
  const choice = picture.cleanChoice ?? picture.choice
  const best = choice?.best
  const label = best ? picture.input.blower?.table.taps[best.tap] : undefined
  if (!best?.point || !label) return null
  const filter = picture.current?.input.filter === 'as-found' && picture.cleanChoice ? ' with a clean filter' : ''
  return {
    value: label,
    why: `${cfm(best.point.flowCfm)}${filter}, aim ${cfm(picture.aimCfm ?? 0)}${choice?.binding && choice.wished ? `; ${tapName(picture.input.blower?.table.taps[choice.wished.tap] ?? '')} would be nearer but ${constraintText(choice.binding, picture, showIn(BASE_UNITS))}` : ''}`,
  }
}

function heatAim(picture: AirflowPicture): Aim | null {
  const { floorCfm, input } = picture
  if (input.heaterKw === 0) return { value: SAME_TAP, why: 'No heater fitted.' }
  const choice = picture.cleanChoice ?? picture.choice
  if (floorCfm === null || !choice) return null
  const cool = choice.best?.point
  if (cool && cool.flowCfm >= floorCfm)
    return { value: SAME_TAP, why: `${cfm(cool.flowCfm)} is over the ${cfm(floorCfm)} that ${input.heaterKw} kW needs` }
  const enough = choice.outcomes.find((one) => one.point !== null && one.point.flowCfm >= floorCfm)
  const label = enough ? input.blower?.table.taps[enough.tap] : undefined
  return enough?.point && label ? { value: label, why: `lowest ${tapName(label)} over the heater’s ${cfm(floorCfm)}` } : null
}

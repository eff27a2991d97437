import { type AirflowRule, type Device, PLACES } from '@ingle/core'
import type { Profile } from '../profile/profile.ts'
import type { SiteState, SystemState, VisitState } from './state.ts'

/** A device with its whole profile. */
export interface SystemDevice extends Device {
  profile: Profile
}

/**
 * The devices of a system in the order of places, as they stood on a visit: a visit keeps the profile versions that it
 * was done with, whatever was chosen on a later one.
 */
export function devicesOf(state: SiteState, system: SystemState, visit: VisitState | null): SystemDevice[] {
  const next = visit ? state.visits.find((one) => one.number > visit.number) : undefined
  const until = next && visit?.closedAt ? Date.parse(next.startedAt) : Number.POSITIVE_INFINITY
  return PLACES.flatMap((place) => {
    const use = system.uses.findLast((one) => one.place === place && Date.parse(one.at) < until)
    const profile = use && use.key !== '' ? state.profiles[use.key] : undefined
    return profile ? [{ place, profile }] : []
  })
}

/** The indoor unit, or whichever device has the blower. */
export function equipmentOf(state: SiteState, system: SystemState, visit: VisitState | null): Profile | null {
  const devices = devicesOf(state, system, visit)
  return (
    devices.find((one) => one.place === 'equipment')?.profile ??
    devices.find((one) => one.profile.blower)?.profile ??
    devices[0]?.profile ??
    null
  )
}

/** The last house rule that says how to aim airflow; null while none does. */
export function airflowRuleOf(system: SystemState): AirflowRule | null {
  const rule = system.rules.findLast((one) => one.airflow)
  return rule?.airflow ? { ...rule.airflow, name: rule.name, reason: rule.reason } : null
}

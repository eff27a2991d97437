import { type AirflowRule, type Device, PLACES } from '@ingle/core'
import type { GivenAim, Profile, SiteState, SystemState, VisitState } from '@ingle/record'

/** A device with its whole profile. */
export interface SystemDevice extends Device {
  profile: Profile
}

/**
 * The devices of a system in the order of places, as they stood on a visit: a visit keeps the profile versions that it
 * was done with, whatever was chosen on a later one.
 */
export function devicesOf(state: SiteState, system: SystemState, visit: VisitState | null): SystemDevice[] {
  const until = endOf(state, visit)
  return PLACES.flatMap((place) => {
    const use = system.uses.findLast((one) => one.place === place && Date.parse(one.at) < until)
    const profile = use && use.key !== '' ? state.profiles[use.key] : undefined
    return profile ? [{ place, profile }] : []
  })
}

/** Until when what was said counts for a visit: a closed one is over when the next begins. */
function endOf(state: SiteState, visit: VisitState | null): number {
  const next = visit?.closedAt ? state.visits.find((one) => one.number > visit.number) : undefined
  return next ? Date.parse(next.startedAt) : Number.POSITIVE_INFINITY
}

/** The aims that somebody gave the rows of a system, as they stood on a visit. An aim stays until another is given. */
export function givenAims(state: SiteState, system: SystemState, visit: VisitState): Map<string, GivenAim> {
  const until = endOf(state, visit)
  const out = new Map<string, GivenAim>()
  for (const [key, aims] of Object.entries(system.given)) {
    const last = aims.findLast((one) => Date.parse(one.at) < until)
    if (last && last.value !== null) out.set(key, last)
  }
  return out
}

/** The indoor unit, or whichever device has the blower. */
export const equipmentIn = (devices: readonly SystemDevice[]): Profile | null =>
  devices.find((one) => one.place === 'equipment')?.profile ??
  devices.find((one) => one.profile.blower)?.profile ??
  devices[0]?.profile ??
  null

export const equipmentOf = (state: SiteState, system: SystemState, visit: VisitState | null): Profile | null =>
  equipmentIn(devicesOf(state, system, visit))

/** The last house rule that says how to aim airflow; null while none does. */
export function airflowRuleOf(system: SystemState): AirflowRule | null {
  const rule = system.rules.findLast((one) => one.airflow)
  return rule?.airflow ? { ...rule.airflow, name: rule.name, reason: rule.reason } : null
}

/** What a device is called: "Merrowby VX-42". */
export const deviceName = ({ maker, family }: Pick<Profile, 'maker' | 'family'>): string => `${maker} ${family}`

/** The devices of a system in one line: "Merrowby VX-42 with Fenwarm P7"; null while none is named. */
export function equipmentName(state: SiteState, system: SystemState, visit: VisitState | null): string | null {
  const devices = devicesOf(state, system, visit)
  const equipment = devices.find((one) => one.place === 'equipment') ?? devices[0]
  if (!equipment) return null
  const others = devices.filter((one) => one !== equipment).map((one) => deviceName(one.profile))
  return `${deviceName(equipment.profile)}${others.length > 0 ? ` with ${others.join(', ')}` : ''}`
}

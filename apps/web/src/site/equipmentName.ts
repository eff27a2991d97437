import { devicesOf } from '@ingle/bench'
import type { SiteState, SystemState, VisitState } from '@ingle/record'

/** The devices of a system in one line: "Merrowby VX-42 with Fenwarm P7". */
export function equipmentName(state: SiteState, system: SystemState, visit: VisitState | null): string {
  const devices = devicesOf(state, system, visit)
  const equipment = devices.find((one) => one.place === 'equipment') ?? devices[0]
  if (!equipment) return 'Equipment not named'
  const others = devices.filter((one) => one !== equipment).map((one) => `${one.profile.maker} ${one.profile.family}`)
  return `${equipment.profile.maker} ${equipment.profile.family}${others.length > 0 ? ` with ${others.join(', ')}` : ''}`
}

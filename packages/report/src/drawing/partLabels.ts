import type { SystemState } from '@ingle/record'
import type { PartLabels } from './airLine.ts'

/** What this system's parts are called, for the air line. */
export function partLabels(system: SystemState): PartLabels {
  const filter = system.parts.find((part) => part.role === 'filter')
  return {
    ...(filter?.name && { filter: filter.name }),
    cabinet: system.heaterKw ? `Coil · blower · ${system.heaterKw} kW heater` : 'Coil · blower',
    branches: 'Branches and grilles',
  }
}

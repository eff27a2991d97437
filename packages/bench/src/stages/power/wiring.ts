import { type Wiring, type WiringFinding, type WiringSystem, wiringFindings } from '@ingle/core'
import type { SystemState, SystemVisit } from '@ingle/record'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { seenAt } from '../../ledger/standsAt.ts'
import { isSamePair } from '../../visit/carried.ts'
import type { SystemDevice } from '../../visit/devices.ts'
import { type Plant, plantOf } from '../../visit/plant.ts'

/** The control wiring of a system on a visit. */
export interface Wired {
  /** What heats and cools, and how that is known. */
  plant: Plant
  kind: WiringSystem
  found: Wiring
  /** What was mended lies over what was found. */
  now: Wiring
  findings: WiringFinding[]
}

export function wiredOf(
  system: SystemState,
  here: SystemVisit,
  devices: readonly SystemDevice[],
  ledger: readonly LedgerRow[],
): Wired {
  const plant = plantOf(devices, here, ledger)
  const kind = wiringSystemOf(plant, system, here, devices, ledger)
  const now = wiringAs(here, 'left')
  return {
    plant,
    kind,
    found: wiringAs(here, 'found'),
    now,
    findings: wiringFindings(kind, now, here.wiring.set.cable ?? null),
  }
}

/** The conductors and bridges of a visit as found, or as they are now: what was mended lies over what was found. */
export function wiringAs(here: SystemVisit, column: 'found' | 'left'): Wiring {
  const { found, left } = here.wiring
  const over = column === 'left' ? [found, left] : [found]
  const wires = Object.values(Object.assign({}, ...over.map((one) => one.wires)) as (typeof found)['wires'])
  const bridges = over.reduce<(typeof found)['bridges']>(
    (all, one) => [...all.filter((a) => !one.bridges.some((b) => isSamePair(a, b))), ...one.bridges],
    [],
  )
  return {
    wires: wires.filter((one) => one !== null),
    bridges: bridges.filter((one) => one.there).map(({ board, a, b }) => ({ board, a, b })),
  }
}

/** What kind of system is to be wired: what was said on the visit, else what devices and ledger tell. */
function wiringSystemOf(
  { kind }: Plant,
  system: SystemState,
  here: SystemVisit,
  devices: readonly SystemDevice[],
  ledger: readonly LedgerRow[],
): WiringSystem {
  const { set } = here.wiring
  const controller = devices.find((one) => one.place === 'controller')?.profile
  const told = (id: string, place?: string): string | null => {
    const row = ledger.find((one) => one.id === id && (place === undefined ? one.place !== 'controller' : one.place === place))
    return seenAt(row)?.meaning ?? null
  }
  const valveSet = told('system.reversing', 'controller')
  const wants = told('system.reversing')
  const settable = ledger.some((one) => one.id === 'system.reversing' && one.place === 'controller')
  const stages = (id: string): 0 | 1 | 2 | null => {
    const said = Number(told(id, 'controller') ?? told(id) ?? Number.NaN)
    return said === 0 || said === 1 || said === 2 ? said : null
  }
  return {
    kind,
    heatStages:
      set.heatStages ??
      stages('system.stages.heat') ??
      (kind === 'cool-only' ? 0 : kind === 'heat-pump' && system.heaterKw === 0 ? 0 : 1),
    coolStages: set.coolStages ?? stages('system.stages.cool') ?? (kind === 'heat-only' ? 0 : 1),
    transformers: set.transformers ?? 1,
    reversing: set.reversing ?? (wants === 'heat' ? 'heat' : 'cool'),
    controller: {
      splitPower: set.splitPower ?? controller?.power?.splitPower ?? false,
      power: set.controllerPower ?? (controller?.keypad?.battery ? 'battery' : 'common'),
      valve: set.valve ?? (settable ? 'O/B' : 'O and B'),
      valveSet: valveSet === 'cool' || valveSet === 'heat' ? valveSet : null,
      aux: set.aux ?? 'W',
    },
  }
}

/** The controller calls a second stage of heat over a conductor of its own. */
export const isSecondCalled = ({ kind, now }: Wired): boolean =>
  kind.heatStages > 1 && now.wires.some((one) => one.controller === 'W2' && one.equipment?.terminal === 'W2')

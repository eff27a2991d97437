import { SYSTEM_KINDS, type SystemKind } from '@ingle/core'
import type { SystemVisit } from '@ingle/record'
import type { LedgerRow } from '../ledger/ledger.ts'
import { seenAt } from '../ledger/standsAt.ts'
import type { SystemDevice } from './devices.ts'

/** What heats and cools, and how that is known: asked here by every stage, so that there is one answer. */
export interface Plant {
  kind: SystemKind
  /** Said on the visit; what stands there says so; what a controller is set for, alone; or nothing does. */
  from: 'said' | 'equipment' | 'set' | 'guess'
  /** What the controller is set for; null: it has no such setting, or nobody looked. It says what was set, not what is there. */
  setFor: { kind: SystemKind; row: LedgerRow } | null
}

export const PLANT_FROM_WORDS: Readonly<Record<Plant['from'], string>> = {
  said: 'as somebody said',
  equipment: 'by what stands there',
  set: 'as its controller is set; nobody said what stands there',
  guess: 'a guess: say it on the Power stage',
}

export function plantOf(devices: readonly SystemDevice[], here: SystemVisit, ledger: readonly LedgerRow[]): Plant {
  const setFor = setForOf(ledger)
  const said = here.wiring.set.kind
  if (said) return { kind: said, from: 'said', setFor }
  const can = kindsOf(devices)
  if (can.length === 1) return { kind: can[0] as SystemKind, from: 'equipment', setFor }
  // What is set is taken where nothing that stands there speaks against it.
  if (setFor && (can.length === 0 || can.includes(setFor.kind))) return { kind: setFor.kind, from: 'set', setFor }
  return { kind: can[0] ?? 'heat-pump', from: isFire(devices) ? 'equipment' : 'guess', setFor }
}

/** A furnace, or a machine whose plate of a fire is known. */
const isFire = (devices: readonly SystemDevice[]): boolean =>
  devices.some(({ place, profile }) => place === 'equipment' && (profile.kind === 'furnace' || profile.furnace !== undefined))

/** A fire that has to be shut off and aired, or may be there: only what was said, or what stands there, rules it out. */
export function burnsIn(devices: readonly SystemDevice[], here: SystemVisit): boolean {
  const { kind, from } = plantOf(devices, here, [])
  if (from === 'said' && (kind === 'furnace' || kind === 'dual-fuel')) return devices.length > 0
  return devices.some(({ profile }) => {
    if (profile.kind === 'furnace' || profile.furnace) return true
    return profile.kind === 'rooftop' && (from === 'guess' || kind === 'furnace' || kind === 'dual-fuel' || kind === 'heat-only')
  })
}

/** What the equipment can be, the likeliest first; one alone where it says so itself, none where nothing stands there. */
function kindsOf(devices: readonly SystemDevice[]): readonly SystemKind[] {
  const equipment = devices.filter((one) => one.place === 'equipment').map((one) => one.profile)
  if (equipment.length === 0) return []
  const pumps = equipment.some((one) =>
    one.settings.some(({ role }) => role !== undefined && (role.startsWith('defrost.') || role === 'system.reversing')),
  )
  if (isFire(devices))
    return pumps
      ? ['dual-fuel']
      : equipment.some((one) => one.kind === 'rooftop')
        ? ['furnace']
        : ['furnace', 'dual-fuel', 'heat-only']
  if (equipment.some((one) => one.kind === 'rooftop'))
    return pumps ? ['heat-pump'] : ['furnace', 'heat-pump', 'electric', 'cool-only', 'dual-fuel']
  return pumps ? ['heat-pump'] : ['heat-pump', 'electric', 'cool-only']
}

function setForOf(ledger: readonly LedgerRow[]): Plant['setFor'] {
  const rows = ledger.filter((row) => row.id === 'system.kind')
  for (const row of [...rows.filter((one) => one.place === 'controller'), ...rows]) {
    const kind = SYSTEM_KINDS.find((one) => one === seenAt(row)?.meaning)
    if (kind) return { kind, row }
  }
  return null
}

/** Set for what cannot be there. Null where it fits, or nobody looked at what it is set for. */
export function setOtherwise(
  { kind, from, setFor }: Plant,
  devices: readonly SystemDevice[],
): NonNullable<Plant['setFor']> | null {
  if (!setFor || setFor.kind === kind) return null
  const can = kindsOf(devices)
  return from === 'said' || (can.length > 0 && !can.includes(setFor.kind)) ? setFor : null
}

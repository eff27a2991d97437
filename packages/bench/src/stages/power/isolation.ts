import { type IsolationStep, isolationSteps } from '@ingle/core'
import type { Draft, Profile, SystemId, SystemVisit, VisitId } from '@ingle/record'
import type { SystemDevice } from '../../visit/devices.ts'
import { burnsIn } from '../../visit/plant.ts'

/**
 * No wait is shorter, whatever a profile says: the caution at every panel says so, and an outdoor unit, a drive or a module
 * that nobody named may be on the same feed.
 */
const LEAST_DISCHARGE_S = 300

export interface Isolation {
  steps: IsolationStep[]
  /** Those that nobody has confirmed. */
  open: IsolationStep[]
  isolated: boolean
}

/** A setting that keeps a fan on, beside a burner: what a fan pulls through gaps and flues is a danger of its own. */
export const isFanBesideFire = (
  { devices, here }: { devices: readonly SystemDevice[]; here: SystemVisit },
  row: { id: string },
): boolean => (row.id === 'fan.mode' || row.id.startsWith('fan.satisfied.')) && burnsIn(devices, here)

/** A caution that speaks of waiting, in its own minutes. */
const WAITS_MIN = /(\d+)\s*min/gi
const OF_CHARGE = /wait|discharg|charge|capacitor/i

/** How long a part is waited for by its profile and its own cautions, whichever is longer, s; 0 where neither says. */
function dischargeOf({ power, cautions }: Profile): number {
  const said = cautions
    .filter((one) => OF_CHARGE.test(one))
    .flatMap((one) => [...one.matchAll(WAITS_MIN)].map(([, minutes]) => Number(minutes) * 60))
  return Math.max(power?.dischargeS ?? 0, ...said)
}

/** The steps before anything is opened or landed, and which of them are still to be confirmed. */
export function isolationOf(devices: readonly SystemDevice[], here: SystemVisit): Isolation {
  const slowest = devices
    .map(({ profile }) => ({ name: profile.family, s: dischargeOf(profile) }))
    .reduce((most, one) => (one.s > most.s ? one : most), { name: '', s: LEAST_DISCHARGE_S })
  const steps = isolationSteps({
    gas: burnsIn(devices, here),
    dischargeS: slowest.s,
    slowest: `${Math.ceil(slowest.s / 60)} min${slowest.name ? ` for the ${slowest.name}` : ''}, longer where a manual of indoor or outdoor unit says so`,
  })
  const open = steps.filter((one) => !here.checks[one.id])
  return { steps, open, isolated: open.length === 0 }
}

/** The changes that say: power is back, and nothing is isolated any more. */
export const powerBack = (at: { visitId: VisitId; systemId: SystemId }, steps: readonly IsolationStep[]): Draft[] => [
  ...steps.map((one): Draft => ({ kind: 'check.set', body: { ...at, checkId: one.id, done: false } })),
  { kind: 'check.set', body: { ...at, checkId: 'power-restored', done: true } },
]

import { type IsolationStep, isolationSteps } from '@ingle/core'
import type { Draft, SystemId, SystemVisit, VisitId } from '@ingle/record'
import type { SystemDevice } from '../../visit/devices.ts'

/** Where no profile says how long stored charge takes to go. */
const USUAL_DISCHARGE_S = 300

export interface Isolation {
  steps: IsolationStep[]
  /** Those that nobody has confirmed. */
  open: IsolationStep[]
  isolated: boolean
}

/** The steps before anything is opened or landed, and which of them are still to be confirmed. */
export function isolationOf(devices: readonly SystemDevice[], here: SystemVisit): Isolation {
  const slowest = devices.reduce<{ s: number; name: string }>(
    (most, { profile }) => {
      const s = profile.power?.dischargeS ?? 0
      return s > most.s ? { s, name: profile.family } : most
    },
    { s: 0, name: '' },
  )
  const s = slowest.s || USUAL_DISCHARGE_S
  const steps = isolationSteps({
    gas: devices.some((one) => one.profile.kind === 'furnace' || one.profile.kind === 'rooftop'),
    dischargeS: s,
    slowest: `${Math.ceil(s / 60)} min${slowest.name ? ` for the ${slowest.name}` : ' unless the manual says longer'}`,
  })
  const open = steps.filter((one) => !here.checks[one.id])
  return { steps, open, isolated: open.length === 0 }
}

/** The changes that say: power is back, and nothing is isolated any more. */
export const powerBack = (at: { visitId: VisitId; systemId: SystemId }, steps: readonly IsolationStep[]): Draft[] => [
  ...steps.map((one): Draft => ({ kind: 'check.set', body: { ...at, checkId: one.id, done: false } })),
  { kind: 'check.set', body: { ...at, checkId: 'power-restored', done: true } },
]

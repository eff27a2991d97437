import { type IsolationStep, isolationSteps } from '@ingle/core'
import type { Draft, Profile, SystemId, SystemVisit, VisitId } from '@ingle/record'
import type { SystemDevice } from '../../visit/devices.ts'

/** Where no profile says how long stored charge takes to go. */
const USUAL_DISCHARGE_S = 300

export interface Isolation {
  steps: IsolationStep[]
  /** Those that nobody has confirmed. */
  open: IsolationStep[]
  isolated: boolean
}

/** Kinds of equipment that burn gas, or may. */
export const burnsGas = (kind: string): boolean => kind === 'furnace' || kind === 'rooftop'

/** What hangs on a wall and lives on 24 V holds no charge to speak of. */
const WITHOUT_CHARGE = new Set(['thermostat', 'wall-controller', 'zone-controller', 'handset', 'interface', 'economizer'])
const storesCharge = ({ kind, power }: Profile) => power?.dischargeS !== undefined || !WITHOUT_CHARGE.has(kind)
/** A caution that speaks of waiting, in its own minutes. */
const WAITS_MIN = /(\d+)\s*min/gi
const OF_CHARGE = /wait|discharg|charge|capacitor/i

/** How long a part is waited for: by its profile or by its own cautions, whichever is longer; the usual time where neither says. */
function dischargeOf({ family, power, cautions }: Profile): { s: number; name: string; known: boolean } {
  const said = cautions
    .filter((one) => OF_CHARGE.test(one))
    .flatMap((one) => [...one.matchAll(WAITS_MIN)].map(([, minutes]) => Number(minutes) * 60))
  const longest = Math.max(power?.dischargeS ?? 0, ...said)
  return longest > 0 ? { s: longest, name: family, known: true } : { s: USUAL_DISCHARGE_S, name: family, known: false }
}

/** The steps before anything is opened or landed, and which of them are still to be confirmed. */
export function isolationOf(devices: readonly SystemDevice[], here: SystemVisit): Isolation {
  // A part of which nobody knows holds as long as any: knowing another one must not shorten the wait.
  const waits = devices.filter(({ profile }) => storesCharge(profile)).map(({ profile }) => dischargeOf(profile))
  const slowest = waits.reduce((most, one) => (one.s > most.s ? one : most), { s: 0, name: '', known: false })
  const s = slowest.s || USUAL_DISCHARGE_S
  const steps = isolationSteps({
    gas: devices.some((one) => burnsGas(one.profile.kind)),
    dischargeS: s,
    slowest: `${Math.ceil(s / 60)} min${slowest.name ? ` for the ${slowest.name}` : ''}${slowest.known ? '' : ' unless its manual says longer'}`,
  })
  const open = steps.filter((one) => !here.checks[one.id])
  return { steps, open, isolated: open.length === 0 }
}

/** The changes that say: power is back, and nothing is isolated any more. */
export const powerBack = (at: { visitId: VisitId; systemId: SystemId }, steps: readonly IsolationStep[]): Draft[] => [
  ...steps.map((one): Draft => ({ kind: 'check.set', body: { ...at, checkId: one.id, done: false } })),
  { kind: 'check.set', body: { ...at, checkId: 'power-restored', done: true } },
]

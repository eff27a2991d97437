import { type Found, PRESENCES, type Presence } from '@ingle/core'
import { found } from '../../findingWords.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { leastGapF, type TimesDevice, timesDevice } from './device.ts'
import { keptOf } from './week.ts'

/** Presences in which heating and cooling are wanted closer together than the device keeps them. */
function closePresences(v: Pick<VisitView, 'system' | 'show'>, leastF: number | null): Presence[] {
  const { neverHeats, neverCools } = v.system.times
  if (leastF === null || neverHeats || neverCools) return []
  const kept = keptOf(v)
  return PRESENCES.filter((one) => kept[one].coolF - kept[one].heatF < leastF - 1e-9)
}

/**
 * What the least gap of the device does to what is wanted, in one sentence; null where all of it fits. Heating is kept, and
 * cooling moves up: a room that is too warm for a while does no harm.
 */
export function gapSaid(v: Pick<VisitView, 'system' | 'show'>, times: TimesDevice): Found | null {
  const leastF = leastGapF(times)
  const [worst] = closePresences(v, leastF)
  if (worst === undefined || leastF === null) return null
  const { heatF, coolF } = keptOf(v)[worst]
  const while_ = worst === 'in' ? 'while people are in' : worst === 'out' ? 'while they are out' : 'while they sleep'
  return found('wanted-closer-than-gap', { while: while_, heatF, coolF, leastF, setF: heatF + leastF }, v.show)
}

/** Set by hand closer than the device keeps them; null where they are not, or where one lane was left to the program. */
export function handGapSaid(
  v: Pick<VisitView, 'show' | 'devices' | 'ledger'>,
  set: { heatF: number | null; coolF: number | null } | null,
): Found | null {
  const times = timesDevice(v)
  const leastF = times && leastGapF(times)
  if (!set || leastF === null || set.heatF === null || set.coolF === null || set.coolF - set.heatF >= leastF - 1e-9) return null
  return found('hand-closer-than-gap', { heatF: set.heatF, coolF: set.coolF, leastF, setF: set.heatF + leastF }, v.show)
}

/** The cooling lane as the device can keep it beside the heating lane. */
export function aboveGap(heat: Float64Array | null, cool: Float64Array | null, leastF: number | null): Float64Array | null {
  if (!heat || !cool || leastF === null) return cool
  return cool.map((one, i) => Math.max(one, (heat[i] as number) + leastF))
}

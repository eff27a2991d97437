import { clockText, DAY_NAMES, type Found } from '@ingle/core'
import { found } from '../../findingWords.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { leastGapF, type TimesDevice, timesDevice } from './device.ts'
import { lanesOf, seasonOn } from './week.ts'

/**
 * What the least gap of the device does to what is wanted on a day's season, in one sentence with the first hour of it; null
 * where all of it fits. Heating is kept, and cooling moves up: a room that is too warm for a while does no harm.
 */
export function gapSaid(v: Pick<VisitView, 'system' | 'show'>, times: TimesDevice, today: number): Found | null {
  const leastF = leastGapF(times)
  const { heat, cool } = lanesOf(v, seasonOn(v, today))
  if (leastF === null || !heat || !cool) return null
  const at = cool.findIndex((one, minute) => one - (heat[minute] as number) < leastF - 1e-9)
  if (at < 0) return null
  const [heatF, coolF] = [heat[at] as number, cool[at] as number]
  const when = `${DAY_NAMES[Math.floor(at / 1440)]} ${clockText(at % 1440)}`
  return found('wanted-closer-than-gap', { when, heatF, coolF, leastF, setF: heatF + leastF }, v.show)
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

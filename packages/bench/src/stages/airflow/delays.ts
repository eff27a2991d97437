import { isDamp } from '@ingle/catalog'
import { type BlowerDelays, blowerDelays, exchangerFromStart, type Result, sensibleFactorAt } from '@ingle/core'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { rowFor } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { WorkedAim } from '../stage.ts'

export interface Delays {
  /** Heating, step by step; null until flame to blower, the air just then and the flow are known. */
  heat: Result<BlowerDelays> | null
  /** Cooling, off and on, where this board has such delays: seconds, chosen by the climate. */
  coolOffS: number | null
  coolOnS: number | null
  aims: WorkedAim[]
}

/** Blower delays in the steps that the device has. Null where it has none. */
export function delaysOf(v: VisitView): Delays | null {
  const { ledger, here, picture, fires, state } = v
  const [onHeat, offHeat, onCool, offCool] = ['on.heat', 'off.heat', 'on.cool', 'off.cool'].map((end) =>
    rowFor(ledger, `fan.delay.${end}`),
  )
  if (!onHeat && !offHeat && !onCool && !offCool) return null
  const flowCfm = picture.current?.flow?.flowCfm ?? here.firing.flowCfm ?? null
  const { returnF, startSupplyF, toStartS } = here.firing
  const exchanger =
    fires.high && flowCfm !== null && returnF !== undefined && startSupplyF !== undefined && toStartS !== undefined
      ? exchangerFromStart({
          burnerBtuH: fires.high.heatBtuH,
          flowCfm,
          sensibleFactor: sensibleFactorAt(picture.air, returnF),
          returnF,
          fanOnF: startSupplyF,
          toStartS,
        })
      : null
  const heat = exchanger?.ok ? blowerDelays(exchanger.value, returnF ?? 0, secondsOf(onHeat), secondsOf(offHeat)) : exchanger
  // Water on the coil: run-on puts it back into damp rooms, and is worth its cold in dry ones.
  const damp = isDamp(state.climate)
  const offSteps = secondsOf(offCool)
  const onSteps = secondsOf(onCool)
  const coolOffS = offSteps.length === 0 ? null : damp ? Math.min(...offSteps) : Math.max(...offSteps)
  const coolOnS = onSteps.length === 0 ? null : Math.max(...onSteps)
  const aims: WorkedAim[] = []
  if (heat?.ok && onHeat)
    aims.push({ id: onHeat.id, meaning: String(heat.value.bestOnS), why: 'the air is warm when the blower starts' })
  if (heat?.ok && offHeat)
    aims.push({ id: offHeat.id, meaning: String(heat.value.bestOffS), why: 'what is left in the exchanger is spent by then' })
  if (offCool && coolOffS !== null)
    aims.push({
      id: offCool.id,
      meaning: String(coolOffS),
      why: damp
        ? 'run-on over a wet coil puts the water back into damp rooms'
        : 'the cold left in the coil is worth its fan where air is dry',
    })
  if (onCool && coolOnS !== null)
    aims.push({ id: onCool.id, meaning: String(coolOnS), why: 'the coil is cold before air comes over it' })
  return { heat, coolOffS, coolOnS, aims }
}

/** The seconds that a delay setting offers, ascending. */
function secondsOf(row: LedgerRow | undefined): number[] {
  if (!row) return []
  const { range, values, means } = row.setting
  const listed = values.map((one) => Number(means?.[one] ?? one)).filter(Number.isFinite)
  const count = range ? Math.round((range.max - range.min) / range.step) + 1 : 0
  return [...listed, ...Array.from({ length: count }, (_, i) => (range?.min ?? 0) + i * (range?.step ?? 0))].sort((a, b) => a - b)
}

import { BALANCE_BAND, type BalanceOutlet, type BalanceStep, balanceStep, type Result } from '@ingle/core'
import type { OutletId, OutletState, ZoneId } from '@ingle/record'
import type { VisitView } from '../../visit/visitView.ts'
import { outletShares } from './zonedDuct.ts'

interface BalanceRow extends BalanceOutlet {
  id: OutletId
  outlet: OutletState
  damperPct: number | null
  /** Of what it should have; null until it was read. */
  ratio: number | null
  /** Within the band of the others; null while that cannot be said. */
  even: boolean | null
}

export interface Balance {
  rows: BalanceRow[]
  step: Result<BalanceStep>
}

/** The outlets of the whole duct, or of one zone, as they were last read, and which damper to touch next. */
export function balanceOf({ zoned, here }: VisitView, zoneId: ZoneId | null): Balance {
  const scope = zoneId === null ? zoned.zones : zoned.zones.filter((one) => one.zone.id === zoneId)
  const last = new Map(here.outletReadings.map((one) => [one.outletId, one] as const))
  const outlets = scope.flatMap(({ outlets: own, designCfm }) => {
    const shares = outletShares(own)
    return own.map((outlet, i) => ({
      id: outlet.id,
      name: outlet.name || 'an outlet',
      designCfm: outlet.designCfm ?? (designCfm ?? 0) * (shares[i] as number),
      flowCfm: last.get(outlet.id)?.flowCfm ?? null,
      damperPct: last.get(outlet.id)?.damperPct ?? null,
      outlet,
    }))
  })
  const step = balanceStep(outlets)
  return {
    step,
    rows: outlets.map((one, i) => {
      const ratio = step.ok ? (step.value.ratios[i] as number) : one.flowCfm === null ? null : one.flowCfm / one.designCfm
      const even = step.ok && ratio !== null ? Math.abs(ratio / step.value.evenRatio - 1) <= BALANCE_BAND : null
      return { ...one, ratio, even }
    }),
  }
}

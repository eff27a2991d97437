import { BALANCE_BAND, type BalanceOutlet, type BalanceStep, balanceStep, outletFlows, type Result } from '@ingle/core'
import type { OutletId, OutletState, ZoneId } from '@ingle/record'
import type { VisitView } from '../../visit/visitView.ts'
import { outletShares } from './zonedDuct.ts'

interface BalanceRow extends BalanceOutlet {
  id: OutletId
  outlet: OutletState
  damperPct: number | null
  /** Worked out, since a damper moved elsewhere after it was read. */
  isForetold: boolean
  /** Of what it should have; null until it was read. */
  ratio: number | null
  /** Within the band of the others; null while that cannot be said. */
  even: boolean | null
}

export interface Balance {
  rows: BalanceRow[]
  step: Result<BalanceStep>
  /** Outlets to read again before this is more than foretold. */
  unread: string[]
}

/** The outlets of the whole duct, or of one zone, as they were last read or are foretold since, and which damper to touch next. */
export function balanceOf({ zoned, here }: VisitView, zoneId: ZoneId | null): Balance {
  const scope = zoneId === null ? zoned.zones : zoned.zones.filter((one) => one.zone.id === zoneId)
  const last = new Map(here.outletReadings.map((one) => [one.outletId, one] as const))
  const own = new Set(scope.flatMap(({ outlets }) => outlets.map((one) => one.id)))
  const flows = outletFlows(here.outletReadings.filter((one) => own.has(one.outletId)))
  const outlets = scope.flatMap(({ outlets: zoned, designCfm }) => {
    const shares = outletShares(zoned)
    return zoned.map((outlet, i) => ({
      id: outlet.id,
      name: outlet.name || 'an outlet',
      designCfm: outlet.designCfm ?? (designCfm ?? 0) * (shares[i] as number),
      flowCfm: flows.get(outlet.id)?.flowCfm ?? null,
      isForetold: flows.get(outlet.id)?.isForetold ?? false,
      damperPct: last.get(outlet.id)?.damperPct ?? null,
      outlet,
    }))
  })
  const step = balanceStep(outlets)
  return {
    step,
    unread: outlets.filter((one) => one.isForetold).map((one) => one.name),
    rows: outlets.map((one, i) => {
      const ratio = step.ok ? (step.value.ratios[i] as number) : one.flowCfm === null ? null : one.flowCfm / one.designCfm
      const even = step.ok && ratio !== null ? Math.abs(ratio / step.value.evenRatio - 1) <= BALANCE_BAND : null
      return { ...one, ratio, even }
    }),
  }
}

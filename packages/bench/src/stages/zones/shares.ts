import { numberOf, sharesInSteps } from '@ingle/core'
import type { LedgerRow } from '../../ledger/ledger.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { WorkedAim } from '../stage.ts'

/** By what the air is shared out, in words. */
export const SHARED_BY = { outlets: 'its outlets', load: 'its load', design: 'its design flow' } as const

interface SharesView {
  /** The controller that takes them. */
  first: LedgerRow
  range: { min: number; max: number; step: number }
  /** For each zone, in its order. */
  shares: WorkedAim[]
  /** What they add up to in the controller's steps, percent. */
  sum: number
  /** The shares, and how many zones there are. */
  aims: WorkedAim[]
}

/** What the zone controller takes: each zone's share in its own steps. Null where it takes none, or they are not known. */
export function sharesOf({ ledger, zoned }: VisitView): SharesView | null {
  const rows = ledger.filter((row) => row.id.startsWith('zone.flow.') && numberOf(row.id) !== null)
  const [first] = rows
  if (!first?.setting.range || zoned.unshared) return null
  const { min, max, step } = first.setting.range
  const made = sharesInSteps(
    zoned.zones.map((one) => one.share ?? 0),
    { min, max, step },
  )
  if (!made.ok) return null
  const { values, sum } = made.value
  const why = `share of the air by ${SHARED_BY[zoned.shareBy]}`
  const shares = values.map((value, i) => ({ id: `zone.flow.${i + 1}`, meaning: String(value), why }))
  return {
    first,
    range: { min, max, step },
    shares,
    sum,
    aims: [...zoneCount({ zoned }), ...zoneFacts({ zoned }), ...shares],
  }
}

/** What people call the zones, and what each should get, for a device that takes names and flows. */
export const zoneFacts = ({ zoned }: Pick<VisitView, 'zoned'>): WorkedAim[] =>
  zoned.zones.flatMap(({ zone, designCfm }, i) => [
    ...(zone.name ? [{ id: `zone.name.${i + 1}`, meaning: zone.name, why: 'what people call it' }] : []),
    ...(designCfm === null
      ? []
      : [
          {
            id: `zone.design.${i + 1}`,
            meaning: String(Math.round(designCfm)),
            why: zone.designCfm === null ? `its share of the air by ${SHARED_BY[zoned.shareBy]}` : 'its design flow',
          },
        ]),
  ])

/** How many zones there are: known before anybody knows their shares. */
export const zoneCount = ({ zoned }: Pick<VisitView, 'zoned'>): WorkedAim[] =>
  zoned.zones.length === 0
    ? []
    : [
        {
          id: 'zone.count',
          meaning: String(dampered(zoned)),
          why: dampered(zoned) < zoned.zones.length ? 'the zones with a damper' : 'the zones that there are',
        },
      ]

/** What is always open has no damper for the controller to count. */
const dampered = ({ zones }: VisitView['zoned']): number => zones.filter(({ zone }) => !zone.alwaysOpen).length

import { combinationOf, counted, judgeZones, list, numberOf, percent, said, ZONE_BREAKS, type ZoneJudgement } from '@ingle/core'
import { isNoted, settled, standingOfAll } from '../../ledger/ledger.ts'
import { refuse } from '../../refusals.ts'
import { EMPTY, type PlacedSection, type SheetBlock } from '../../sheet.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { stage } from '../stage.ts'
import { fanStepsOf } from './fanSteps.ts'
import { sharesOf, zoneCount, zoneFacts } from './shares.ts'

export const ZONES_SOURCE = 'Zones stage'

/** Zones, their outlets, what every combination of open ones does, and the balance of the outlets. */
export const zones = stage({
  id: 'zones',
  applies: ({ system }) => system.zones.length > 0 || refuse('no-zones'),
  standing({ ledger, system }) {
    const rows = ledger.filter((row) => row.need === 'zones' && isNoted(row))
    return {
      done: settled(rows),
      of: system.zones.length === 0 ? 0 : rows.length,
      mark: standingOfAll(rows, system.zones.length > 0),
    }
  },
  sources: [
    {
      source: ZONES_SOURCE,
      aims: (v) => [...zoneCount(v), ...zoneFacts(v), ...(sharesOf(v)?.shares ?? []), ...(fanStepsOf(v)?.aims ?? [])],
      gone: shareGone,
    },
  ],
  findings: ({ system, zoned }) =>
    system.zones.length === 0 ? [] : zoned.doubts.map((one, i) => ({ id: `zones-${i}`, says: one.says, mend: one.mend })),
  sections,
  readings: ['zones.reading', 'outlet.reading'],
  jot: [],
  wanted: () => [],
})

/** A share that was taken and is none any more: its zone went, or another came whose share nobody knows. */
function shareGone({ zoned, show }: VisitView, id: string): string | null {
  const zone = id.startsWith('zone.flow.') ? numberOf(id) : null
  if (zone === null) return null
  const { length } = zoned.zones
  if (zone > length) return `there ${length === 1 ? 'is one zone' : `are ${length} zones`} now`
  return zoned.unshared ? said(zoned.unshared, show).reason : null
}

/** As many of the worst combinations as somebody reads on paper. */
const WORST = 8

/** Zones with what they should get, the outlets as they were last read, and the worst combinations; nothing for one zone. */
function sections({ system, here, zoned: duct, show }: VisitView): PlacedSection[] {
  if (system.zones.length === 0) return []
  const last = new Map(here.outletReadings.map((one) => [one.outletId, one] as const))
  const judged = duct.of.ok ? judgeZones(duct.of.value) : null
  return [
    {
      title: 'Zones',
      record: 'zones',
      blocks: [
        {
          kind: 'table',
          head: ['Zone', 'Outlets', 'Should get', 'Share', ''],
          rows: duct.zones.map(({ zone, outlets, designCfm, share }) => [
            zone.name,
            String(outlets.length),
            designCfm === null ? EMPTY : show('flow', designCfm),
            share === null ? EMPTY : percent(share),
            zone.alwaysOpen ? 'always open' : '',
          ]),
          figures: [1, 2, 3],
          empty: '',
        },
        {
          kind: 'table',
          head: ['Zone', 'Outlet', 'Read last', 'Hand damper'],
          rows: duct.zones.flatMap(({ zone, outlets }) =>
            outlets.map((one) => {
              const read = last.get(one.id)
              return [
                zone.name,
                one.name,
                read ? show('flow', read.flowCfm) : 'not read',
                read?.damperPct == null ? EMPTY : `${read.damperPct}% open`,
              ]
            }),
          ),
          figures: [2],
          empty: 'No outlets.',
        },
        judged?.ok
          ? worstCombinations(
              judged.value,
              duct.zones.map(({ zone }) => zone.name),
              show,
            )
          : {
              kind: 'lines',
              lines: duct.of.ok ? [] : [`Combinations were not worked out: ${said(duct.of, show).reason}`],
              empty: 'Combinations were not worked out.',
            },
      ],
    },
  ]
}

function worstCombinations(judged: ZoneJudgement, names: readonly string[], show: VisitView['show']): SheetBlock {
  const bad = Array.from(judged.order.slice(0, Math.min(judged.bad, WORST)), (mask) => combinationOf(judged, mask))
  return {
    kind: 'table',
    head: [
      `The worst of ${counted(judged.order.length, 'combination')} (${judged.bad} beyond a limit)`,
      'Flow',
      'Static',
      'Beyond',
    ],
    rows: bad.map((one) => [
      one.mask === 0 ? 'everything shut' : `${list(names.filter((_, i) => one.mask & (1 << i)))} open`,
      Number.isNaN(one.totalCfm) ? EMPTY : show('flow', one.totalCfm),
      Number.isNaN(one.totalCfm) ? EMPTY : show('static', one.fanInWc),
      ZONE_BREAKS.filter((name) => one.breaks.includes(name)).join(', '),
    ]),
    figures: [1, 2],
    empty: 'Every combination of open zones is within its limits.',
  }
}

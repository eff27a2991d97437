import {
  calibrationDue,
  combinationOf,
  INSTRUMENT_MEASURES,
  judgeZones,
  list,
  percent,
  type Show,
  ZONE_BREAKS,
  type ZoneJudgement,
} from '@ingle/core'
import { type SystemState, type SystemVisit, zonedDuct } from '@ingle/record'
import type { SheetBlock, SheetSection } from './sheet.ts'

const EMPTY = '—'
/** As many of the worst combinations as somebody reads on paper. */
const WORST = 8

type ZonedOf = Parameters<typeof zonedDuct>

/** Zones with what they should get, the outlets as they were last read, and the worst combinations; nothing for one zone. */
export function zoneSections(
  system: SystemState,
  here: SystemVisit,
  picture: ZonedOf[2],
  ledger: ZonedOf[3],
  show: Show,
): SheetSection[] {
  if (system.zones.length === 0) return []
  const duct = zonedDuct(system, here, picture, ledger)
  const last = new Map(here.outletReadings.map((one) => [one.outletId, one] as const))
  const outlets = duct.zones.flatMap(({ zone, outlets: own }) =>
    own.map((one) => {
      const read = last.get(one.id)
      return [
        zone.name,
        one.name,
        read ? show('flow', read.flowCfm) : 'not read',
        read?.damperPct == null ? EMPTY : `${read.damperPct}% open`,
      ]
    }),
  )
  const judged = duct.of.ok ? judgeZones(duct.of.value) : null
  const names = duct.zones.map(({ zone }) => zone.name)
  return [
    {
      title: 'Zones',
      blocks: [
        {
          kind: 'table',
          head: ['Zone', 'Outlets', 'Should get', 'Share', ''],
          rows: duct.zones.map(({ zone, outlets: own, designCfm, share }) => [
            zone.name,
            String(own.length),
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
          rows: outlets,
          figures: [2],
          empty: 'No outlets.',
        },
        judged?.ok
          ? worstCombinations(judged.value, names, show)
          : {
              kind: 'lines',
              lines: duct.of.ok ? [] : [`Combinations were not worked out: ${duct.of.reason}`],
              empty: 'Combinations were not worked out.',
            },
      ],
    },
  ]
}

function worstCombinations(judged: ZoneJudgement, names: readonly string[], show: Show): SheetBlock {
  const bad = Array.from(judged.order.slice(0, Math.min(judged.bad, WORST)), (mask) => combinationOf(judged, mask))
  return {
    kind: 'table',
    head: [`The worst of ${judged.order.length} combinations (${judged.bad} beyond a limit)`, 'Flow', 'Static', 'Beyond'],
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

/** What was measured with, as it was on that visit. */
export function instrumentSections(here: SystemVisit): SheetSection[] {
  const used = Object.values(here.instruments)
  if (used.length === 0) return []
  return [
    {
      title: 'Measured with',
      blocks: [
        {
          kind: 'lines',
          lines: used.map(
            (one) =>
              `${one.name} (${INSTRUMENT_MEASURES[one.measures].words})${one.calibratedOn ? `, calibrated on ${one.calibratedOn}` : ', calibration not written down'}${calibrationDue(one) ? `, due on ${calibrationDue(one)}` : ''}`,
          ),
          empty: '',
        },
      ],
    },
  ]
}

import {
  calibrationDue,
  findings,
  formulasSaid,
  INSTRUMENT_MEASURES,
  methodWorkings,
  percent,
  resultSaid,
  tapName,
  workings,
} from '@ingle/core'
import { READING_KINDS } from '@ingle/record'
import { found } from '../../findingWords.ts'
import { airflowRows, settled, standingOfAll } from '../../ledger/ledger.ts'
import { EMPTY, type PlacedSection } from '../../sheet.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { stage } from '../stage.ts'
import { splitOf } from './coil.ts'
import { delaysOf } from './delays.ts'
import { fireFindings } from './fires.ts'
import { fireTapAims, hasFire, unknownFires, waitForWarm } from './heat.ts'
import { COOL_TAP_ROLE } from './roles.ts'
import { togetherOf } from './together.ts'
import { furnaceOf } from './views.ts'

export const HEAT_SOURCE = 'Heat view'
export const DRIVE_SOURCE = 'Drive view'
export const TOGETHER_SOURCE = 'All together'

/** The heart of a visit: what blower and duct do, and what to do about it. */
export const airflow = stage({
  id: 'airflow',
  applies: () => true,
  standing({ ledger, here }) {
    const rows = airflowRows(ledger)
    return { done: settled(rows), of: rows.length, mark: standingOfAll(rows, here.tries.length > 0) }
  },
  sources: [
    {
      source: HEAT_SOURCE,
      aims: (v) => [...(furnaceOf(v) ? [...fireTapAims(v), ...(delaysOf(v)?.aims ?? [])] : []), ...waitForWarm(v)],
    },
    { source: TOGETHER_SOURCE, aims: (v) => togetherOf(v)?.aims ?? [] },
  ],
  findings: (v) => [
    ...findings(v.picture, v.show).map((one) => ({ id: one.key, says: one.text, mend: one.remedy })),
    ...flowFindings(v),
    ...chargeFindings(v),
    ...(hasFire(v) ? [...unknownFires(v), ...fireFindings(v.here.firing, v.fires, v.state.altitudeFt, v.show)] : []).map(
      (one) => ({
        id: one.code,
        ...one,
      }),
    ),
  ],
  sections: (v) => [...pathAndTries(v), ...measured(v), ...instruments(v), judged(v), workedOut(v)],
  readings: [...READING_KINDS, 'traverse.set', 'traverse.point', 'firing.set', 'cooling.set'],
  jot: ['esp', 'supply', 'return', 'filter', 'static', 'tap', 'split', 'grille', 'hood', 'plate', 'rise', 'clock', 'heard'],
  /** The advice's own line first, then what is still unknown, in the order of working. */
  wanted({ picture, ledger, move }) {
    const probes = picture.current?.input.probes ?? {}
    const cool = ledger.find((row) => row.key === COOL_TAP_ROLE)
    return [
      ...(move.action.kind === 'jot' ? [move.action.text] : []),
      ...(cool && !cool.found
        ? [`found ${cool.setting.word ?? cool.role?.word ?? (cool.setting.code ?? cool.label).toLowerCase()} `]
        : []),
      ...(!picture.current || picture.current.input.tap === null ? ['tap '] : []),
      ...(probes.supply === undefined ? ['esp '] : []),
      ...(probes['before-filter'] === undefined ? ['filter '] : []),
      ...(!picture.current?.input.split ? ['split '] : []),
      ...(!picture.current?.loudest ? ['grille '] : []),
    ]
  },
})

/** A flow that is not where it should be speaks against what is left, even where no reading contradicts another. */
function flowFindings({ picture, show }: VisitView) {
  const measured = picture.tries.findLast((one) => one.flow !== null)
  const { aimCfm, aimLowCfm, aimHighCfm } = picture
  if (!measured?.flow || aimCfm === null || aimLowCfm === null || aimHighCfm === null) return []
  const { flowCfm } = measured.flow
  if (flowCfm >= aimLowCfm && flowCfm <= aimHighCfm) return []
  const values = {
    flowCfm,
    aimCfm,
    tap: tapName(measured.input.tapLabel),
    off: percent(Math.abs(flowCfm / aimCfm - 1)),
    side: flowCfm < aimCfm ? 'under' : 'over',
  }
  const nearest = picture.choice?.wished
  const isNearest = nearest?.tap === measured.input.tap && nearest?.adjustPct === measured.input.adjustPct
  return [{ id: 'flow-outside-aim', ...found(isNearest ? 'flow-outside-aim-nearest' : 'flow-outside-aim', values, show) }]
}

/** A charge that is off stands among the findings, where the flow lets it be judged. */
function chargeFindings(v: VisitView) {
  const { charge, isFlowRight } = splitOf(v)
  const verdict = charge?.verdict
  return verdict && isFlowRight && verdict.standing !== 'as-wanted' ? [{ id: verdict.code, ...verdict }] : []
}

const pathAndTries = ({ picture, show, here }: VisitView): PlacedSection[] => [
  {
    title: 'Static along the air path',
    record: 'path',
    blocks: [{ kind: 'picture', of: 'air-line', caption: '' }],
  },
  {
    title: 'Tries',
    record: 'tried',
    blocks: [
      {
        kind: 'table',
        head: ['Try', 'Tap', 'Filter', 'Static', 'Flow', 'Split', 'By', 'What it showed'],
        rows: picture.tries.map((one) => [
          String(one.input.number),
          `${tapName(one.input.tapLabel)}${one.input.adjustPct ? ` ${one.input.adjustPct}%` : ''}`,
          one.input.filter === 'clean' ? 'clean' : 'as found',
          one.externalInWc === null ? EMPTY : show('static', one.externalInWc),
          one.flow ? show('flow', one.flow.flowCfm) : EMPTY,
          one.splitF === null ? EMPTY : show('temperatureDifference', one.splitF),
          here.tries.find((other) => other.number === one.input.number)?.by ?? EMPTY,
          one.input.heard ?? EMPTY,
        ]),
        figures: [0, 3, 4, 5],
        empty: 'No tries yet.',
      },
      { kind: 'picture', of: 'meeting', caption: 'Fan and system curves' },
    ],
  },
]

/** Every way in which a flow was measured on every try, and each traverse point by point. */
function measured({ picture, here, show, units }: VisitView): PlacedSection[] {
  const ways = picture.tries.flatMap((one) =>
    methodWorkings(picture, one).map((way) => [String(one.input.number), way.label, resultSaid(way, units)]),
  )
  const traverses = here.tries.flatMap((one) => one.traverses)
  if (ways.length === 0 && traverses.length === 0) return []
  const duct = ({ shape, diameterIn, widthIn, heightIn }: (typeof traverses)[number]['set']) =>
    shape === 'round'
      ? `round, ${diameterIn === undefined ? 'size not said' : show('length', diameterIn)}`
      : widthIn === undefined || heightIn === undefined
        ? 'size not said'
        : `${show('length', widthIn, { bare: true })} × ${show('length', heightIn)}`
  return [
    {
      title: 'Measured',
      record: 'measured',
      blocks: [
        { kind: 'table', head: ['Try', '', 'Flow'], rows: ways, figures: [0], empty: 'No flow was measured.' },
        ...traverses.map((one) => ({
          kind: 'lines' as const,
          lines: [
            `Traverse “${one.set.name ?? 'traverse'}”, ${duct(one.set)}, velocity pressure by point: ${
              Object.entries(one.points)
                .map(([i, inWc]) => `${Number(i) + 1}: ${show('static', inWc, { bare: true, decimals: 3 })}`)
                .join(', ') || 'none read'
            } ${units.static}.`,
          ],
          empty: '',
        })),
      ],
    },
  ]
}

/** What was measured with, as it was on that visit. */
function instruments({ here, visit, clock }: VisitView): PlacedSection[] {
  const used = Object.values(here.instruments)
  if (used.length === 0) return []
  return [
    {
      title: 'Measured with',
      record: 'measured-with',
      blocks: [
        {
          kind: 'lines',
          lines: used.map(
            (one) =>
              `${one.name} (${INSTRUMENT_MEASURES[one.measures].words})${one.calibratedOn ? `, calibrated on ${one.calibratedOn}` : ', calibration not written down'}${calibrationDue(one) ? `, due on ${calibrationDue(one)}` : ''}${(calibrationDue(one) ?? '9') < clock.date(visit.startedAt) ? ': overdue on this visit' : ''}`,
          ),
          empty: '',
        },
      ],
    },
  ]
}

const judged = ({ move, here }: VisitView): PlacedSection => ({
  title: 'Advice and decisions',
  record: 'judged',
  blocks: [
    {
      kind: 'lines',
      lines: [
        `Advice as it stands: ${move.headline} ${move.because}`,
        ...here.overrides.map(
          (one) => `Decided otherwise by ${one.by}: ${one.chose} Advice was: ${one.advised} Because: ${one.reason}`,
        ),
      ],
      empty: '',
    },
  ],
})

/** The sums of the tries before the last one; those of the last are among the workings. */
const earlierWays = (picture: VisitView['picture']) =>
  picture.tries
    .slice(0, -1)
    .flatMap((one) =>
      methodWorkings(picture, one).map((way) => ({ ...way, label: `Try ${one.input.number}: ${way.label.toLowerCase()}` })),
    )

function workedOut({ picture, units }: VisitView): PlacedSection {
  const said = formulasSaid(units)
  return {
    title: 'How it was worked out',
    record: 'worked-out',
    blocks: [
      ...(said ? [{ kind: 'lines' as const, lines: [said], empty: '' }] : []),
      {
        kind: 'table',
        head: ['', 'Formula', ...(said ? ['Result'] : []), 'Source'],
        rows: [...workings(picture), ...earlierWays(picture)].map((one) => [
          one.label,
          one.formula,
          ...(said ? [resultSaid(one, units)] : []),
          one.note ? `${/[.!?]$/.test(one.source) ? one.source : `${one.source}.`} ${one.note}` : one.source,
        ]),
        empty: 'Nothing worked out yet.',
      },
    ],
  }
}

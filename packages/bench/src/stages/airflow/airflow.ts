import { calibrationDue, findings, formulasSaid, INSTRUMENT_MEASURES, resultSaid, tapName, workings } from '@ingle/core'
import { READING_KINDS } from '@ingle/record'
import { airflowRows, settled, standingOfAll } from '../../ledger/ledger.ts'
import { EMPTY, type PlacedSection } from '../../sheet.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { stage } from '../stage.ts'
import { splitOf } from './coil.ts'
import { delaysOf } from './delays.ts'
import { fireFindings } from './fires.ts'
import { fireTapAims, unknownFires, waitForWarm } from './heat.ts'
import { COOL_TAP_ROLE } from './roles.ts'
import { togetherOf } from './together.ts'
import { furnaceOf } from './views.ts'

export const HEAT_SOURCE = 'Heat view'
export const DRIVE_SOURCE = 'Drive view'
export const TOGETHER_SOURCE = 'All together'

/** The heart of a visit: what blower and duct do, and what to do about it. */
export const airflow = stage({
  id: 'airflow',
  key: 'a',
  label: 'Airflow',
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
    ...chargeFindings(v),
    ...(furnaceOf(v) ? [...unknownFires(v), ...fireFindings(v.here.firing, v.fires, v.state.altitudeFt, v.show)] : []).map(
      (one) => ({
        id: one.code,
        ...one,
      }),
    ),
  ],
  sections: (v) => [...pathAndTries(v), ...instruments(v), judged(v), workedOut(v)],
  readings: [...READING_KINDS, 'traverse.set', 'traverse.point', 'firing.set', 'cooling.set'],
  jot: ['esp', 'supply', 'return', 'filter', 'static', 'tap', 'split', 'grille', 'hood', 'plate', 'rise', 'heard'],
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

/** A charge that is off stands among the findings, where the flow lets it be judged. */
function chargeFindings(v: VisitView) {
  const { charge, isFlowRight } = splitOf(v)
  const verdict = charge?.verdict
  return verdict && isFlowRight && verdict.standing !== 'as-wanted' ? [{ id: verdict.code, ...verdict }] : []
}

const pathAndTries = ({ picture, show }: VisitView): PlacedSection[] => [
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
        head: ['Try', 'Tap', 'Filter', 'Static', 'Flow', 'Split', 'What it showed'],
        rows: picture.tries.map((one) => [
          String(one.input.number),
          `${tapName(one.input.tapLabel)}${one.input.adjustPct ? ` ${one.input.adjustPct}%` : ''}`,
          one.input.filter === 'clean' ? 'clean' : 'as found',
          one.externalInWc === null ? EMPTY : show('static', one.externalInWc),
          one.flow ? show('flow', one.flow.flowCfm) : EMPTY,
          one.splitF === null ? EMPTY : show('temperatureDifference', one.splitF),
          one.input.heard ?? EMPTY,
        ]),
        figures: [0, 3, 4, 5],
        empty: 'No tries yet.',
      },
      { kind: 'picture', of: 'meeting', caption: 'Where the blower and this duct meet' },
    ],
  },
]

/** What was measured with, as it was on that visit. */
function instruments({ here }: VisitView): PlacedSection[] {
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
              `${one.name} (${INSTRUMENT_MEASURES[one.measures].words})${one.calibratedOn ? `, calibrated on ${one.calibratedOn}` : ', calibration not written down'}${calibrationDue(one) ? `, due on ${calibrationDue(one)}` : ''}`,
          ),
          empty: '',
        },
      ],
    },
  ]
}

const judged = ({ picture, show, move, here }: VisitView): PlacedSection => ({
  title: 'Findings and decisions',
  record: 'judged',
  blocks: [
    {
      kind: 'lines',
      lines: findings(picture, show).map((one) => `${one.text} ${one.remedy}`),
      empty: 'Nothing in the readings speaks against what was left.',
    },
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
        rows: workings(picture).map((one) => [
          one.label,
          one.formula,
          ...(said ? [resultSaid(one, units)] : []),
          one.note ? `${one.source} ${one.note}` : one.source,
        ]),
        empty: 'Nothing worked out yet.',
      },
    ],
  }
}

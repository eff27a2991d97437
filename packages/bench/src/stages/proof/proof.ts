import { BASELINE_FIGURES, baselineField, type FigureMoved, type Found } from '@ingle/core'
import { EMPTY, type PlacedSection } from '../../sheet.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { StageFinding } from '../stage.ts'
import { stage } from '../stage.ts'
import { BASELINE_FIELDS, type BaselineView, baselineModes, baselineOf } from './baseline.ts'
import { type ProofCase, proofOf } from './due.ts'
import { handsOf } from './runs.ts'
import { causesOf, checkSaid, STANDING_WORDS } from './words.ts'

/** Nothing is done until it is seen to work: tests due, what they show, and the baseline of the machine. */
export const proof = stage({
  id: 'proof',
  applies: () => true,
  standing(v) {
    const { cases } = proofOf(v)
    const counted = cases.filter((one) => one.standing !== 'untouched')
    const done = counted.filter((one) => one.standing === 'passed').length
    const any = (...of: ProofCase['standing'][]) => counted.some((one) => of.includes(one.standing))
    const hasMoved = baselineModes(v).some((mode) => baselineOf(v, mode).moved.some((one) => one.verdict === 'moved'))
    const mark = hasMoved
      ? 'watch'
      : counted.length > 0 && done === counted.length
        ? 'proved'
        : any('failed')
          ? 'watch'
          : done > 0 || any('running', 'paused', 'cannot-tell', 'skipped')
            ? 'found'
            : 'not-looked-at'
    return { done, of: counted.length, mark }
  },
  sources: [],
  findings: (v) => [
    ...proofOf(v).cases.flatMap((one) => failedFinding(v, one)),
    ...baselineModes(v).flatMap((mode) => movedFindings(v, baselineOf(v, mode))),
  ],
  sections: (v) => [testsSection(v), ...baselineModes(v).flatMap((mode) => baselineSection(v, baselineOf(v, mode)))],
  readings: ['baseline.read'],
  jot: ['read'],
  wanted: () => [],
})

/** Checks that a case failed by. */
export const failedChecks = ({ judged }: ProofCase) => (judged?.checks ?? []).filter((one) => one.verdict === 'fail')

function failedFinding(v: VisitView, one: ProofCase): StageFinding[] {
  if (one.standing !== 'failed') return []
  const failed = failedChecks(one)
  const [cause] = causesOf(one.form.causes, failed, v.ledger)
  return [
    {
      id: `test-${one.key.replaceAll(' ', '-')}`,
      says: `The test “${one.form.name}” did not show ${failed.map((check) => `“${check.check.says}”`).join(', ')}.`,
      mend: cause ? `Likely: ${cause.says}` : 'Find the cause, then run it again.',
    },
  ]
}

/** One sentence for a figure that moved. */
export function movedSaid(v: VisitView, one: FigureMoved): string {
  const { says, quantity, unit } = BASELINE_FIGURES[one.figure] as {
    says: string
    quantity?: Parameters<VisitView['show']>[0]
    unit?: string
  }
  const say = (value: number) => (quantity ? v.show(quantity, value) : `${value.toFixed(1)} ${unit ?? ''}`.trim())
  const now = `${says} ${say(one.now)}, ${say(one.predicted)} ${one.by === 'line' ? 'foretold for this weather' : 'before'}`
  const give = `give or take ${say(one.allowed)}`
  if (one.verdict === 'moved') return `${now}, ${give}: moved.`
  return one.verdict === 'not-moved'
    ? `${now}, ${give}: not moved.`
    : `${now}: the weather could do that much, so it cannot be told.`
}

function movedFindings(v: VisitView, view: BaselineView): StageFinding[] {
  const moved = view.moved.filter((one) => one.verdict === 'moved')
  if (moved.length === 0) return []
  const pointsTo: Found[] = view.pointsTo
  return [
    {
      id: `baseline-${view.mode}`,
      says: `Moved away from its baseline: ${moved.map((one) => movedSaid(v, one).replace(/\.$/, '')).join('; ')}.`,
      mend: pointsTo.map((one) => `${one.says} ${one.mend}`).join(' '),
    },
  ]
}

function testsSection(v: VisitView): PlacedSection {
  const { cases } = proofOf(v)
  return {
    title: 'Tests',
    record: 'proof',
    blocks: [
      {
        kind: 'table',
        head: ['Test', 'Stands', 'What it showed', 'By'],
        rows: cases
          .filter((one) => one.standing !== 'untouched')
          .map((one) => [
            one.form.name,
            STANDING_WORDS[one.standing],
            (one.judged?.checks ?? [])
              .flatMap((check) => {
                const said = checkSaid(check, v.show)
                return said ? [`${check.check.says}: ${said}`] : []
              })
              .join('; ') || (one.run ? '' : one.why),
            one.run ? handsOf(one.run).join(', ') : EMPTY,
          ]),
        empty: 'No test was asked for.',
      },
    ],
  }
}

function baselineSection(v: VisitView, view: BaselineView): PlacedSection[] {
  const shown = [...view.earlier.map((one) => one.read), ...view.now].slice(-4)
  if (view.now.length === 0) return []
  const say = (field: (typeof BASELINE_FIELDS)[number], value: number | undefined) => {
    const { quantity, unit } = baselineField(field)
    return value === undefined ? EMPTY : quantity ? v.show(quantity, value) : `${value}${unit ? ` ${unit}` : ''}`
  }
  return [
    {
      title: view.mode === 'cool' ? 'Baseline, cooling at full capacity' : 'Baseline, heating at full capacity',
      record: 'proof',
      blocks: [
        {
          kind: 'table',
          head: ['', ...shown.map((one) => v.clock.day(one.at))],
          rows: BASELINE_FIELDS.filter((field) => shown.some((one) => one[field] !== undefined)).map((field) => [
            baselineField(field).says,
            ...shown.map((one) => say(field, one[field])),
          ]),
          figures: shown.map((_, i) => i + 1),
          empty: 'Nothing was read.',
        },
        { kind: 'lines', lines: view.moved.map((one) => movedSaid(v, one)), empty: 'Nothing to compare it with yet.' },
        { kind: 'lines', lines: view.pointsTo.map((one) => `${one.says} ${one.mend}`), empty: '' },
      ],
    },
  ]
}

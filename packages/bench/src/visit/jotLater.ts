import type { JotContext } from '@ingle/core'
import { caseOf } from '../stages/proof/cases.ts'
import { readWith } from '../stages/proof/drafts.ts'
import { isPaused, stepNow } from '../stages/proof/runs.ts'
import type { StageId } from '../stages/stageNames.ts'
import { stageOf } from '../stages/stages.ts'
import type { JotLater } from './jotContext.ts'
import type { VisitView } from './visitView.ts'

/** Whose lines are offered where the stage itself wants none. */
const USUAL_STAGE: StageId = 'airflow'

/** The lines that are wanted now, those of the stage that is open before those of the airflow; and what a running test reads. */
export const jotLater = (v: VisitView, open: StageId): JotLater => ({
  wanted: [...new Set([open, USUAL_STAGE].flatMap((id) => stageOf(id).wanted(v)))],
  running: runningOf(v),
})

/** What the test that is at a step reads there: the line takes its figures, with the instrument that was chosen. */
function runningOf(v: VisitView): NonNullable<JotContext['running']> | null {
  const run = v.here.runs.findLast((one) => !one.ended && !isPaused(one) && stepNow(one) !== null)
  const test = run && v.state.tests[run.testKey]
  if (!run || !test) return null
  const step = caseOf(v, test, run.about).form.steps.find((one) => one.id === stepNow(run)?.step)
  return {
    runId: run.id,
    readings: (step?.reads ?? []).flatMap((one) => {
      if (one.in === 'count' || one.in === 'ppm') return []
      const { plusMinus, instrument, due } = readWith(v, one, one.least) as {
        plusMinus: number
        instrument?: string
        due?: string
      }
      const with_ = { ...(instrument !== undefined && { instrument }), ...(due !== undefined && { due }) }
      return [
        {
          word: one.id,
          says: one.says,
          quantity: one.in,
          least: one.least,
          most: one.most,
          plusMinus,
          traced: one.traced === true,
          ...with_,
        },
      ]
    }),
  }
}

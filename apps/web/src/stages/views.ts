import type { StageId } from '@ingle/bench'
import { airflowView } from './airflow/view.ts'
import { comfortView } from './comfort/view.ts'
import { freshAirView } from './freshair/view.ts'
import { handOverView } from './handOver/view.ts'
import { powerView } from './power/view.ts'
import { proofView } from './proof/view.ts'
import { settingsView } from './settings/view.ts'
import { surveyView } from './survey/view.ts'
import { timesView } from './times/view.ts'
import type { StageView } from './view.ts'
import { zonesView } from './zones/view.ts'

/** How each stage is shown; a stage without a view does not compile. */
export const STAGE_VIEWS: Record<StageId, StageView> = {
  survey: surveyView,
  power: powerView,
  airflow: airflowView,
  zones: zonesView,
  settings: settingsView,
  comfort: comfortView,
  'fresh-air': freshAirView,
  times: timesView,
  proof: proofView,
  'hand-over': handOverView,
}

/** Every stage, fetched while nobody waits: they open at once, and without a signal. */
export function fetchStages(): void {
  for (const { page, views } of Object.values(STAGE_VIEWS))
    for (const load of [page, views?.['.']]) load?.().catch(() => undefined)
}

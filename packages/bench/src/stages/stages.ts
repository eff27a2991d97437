import type { ChangeKind } from '@ingle/record'
import type { VisitView } from '../visit/visitView.ts'
import { airflow } from './airflow/airflow.ts'
import { comfort } from './comfort/comfort.ts'
import { freshAir } from './freshair/freshair.ts'
import { handOver } from './handOver/handOver.ts'
import { power } from './power/power.ts'
import { proof } from './proof/proof.ts'
import { settings } from './settings/settings.ts'
import type { Stage } from './stage.ts'
import type { StageId } from './stageNames.ts'
import { survey } from './survey/survey.ts'
import { times } from './times/times.ts'
import { zones } from './zones/zones.ts'

/** The stages of a visit, in the order of their names. Ladder, routes, keys, help, sheets, readings and jot line follow this list. */
export const STAGES = [survey, power, airflow, zones, settings, comfort, freshAir, times, proof, handOver] as const

export const stageOf = (id: StageId): Stage => STAGES.find((one) => one.id === id) as Stage

/** The stage on which a kind of change is read; null for one that holds no readings. */
export const stageReading = (kind: ChangeKind): Stage | null => STAGES.find((one) => one.readings.includes(kind)) ?? null

/** The stages with how far each is, and whether it applies: one that does not steps back. */
export const standingOf = (v: VisitView) =>
  STAGES.map((one) => ({ stage: one as Stage<StageId>, applies: one.applies(v) === true, ...one.standing(v) }))

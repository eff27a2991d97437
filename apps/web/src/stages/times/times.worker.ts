import {
  type Fit,
  type FitJob,
  runFit,
  runSaves,
  runWarm,
  type Saves,
  type SavesJob,
  type WarmJob,
  type WarmMorning,
} from '@ingle/bench'
import { expose } from 'comlink'

/** The nearest program, a morning and a year, away from the main thread. */
const api = {
  fit: (job: FitJob): Fit => runFit(job),
  warm: (job: WarmJob): WarmMorning[] => runWarm(job),
  saves: (jobs: SavesJob[]): Saves[] => jobs.map(runSaves),
}
export type TimesWorker = typeof api
expose(api)

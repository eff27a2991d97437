import { runYears, type YearJob, type YearRow } from '@ingle/bench'
import { expose } from 'comlink'

/** A year of hours for every kind of changeover, away from the main thread. */
const api = { run: (job: YearJob): YearRow[] => runYears(job) }
export type YearsWorker = typeof api
expose(api)

import { keepWarm, knownWarm, type WarmJob, type WarmMorning } from '@ingle/bench'
import { useTimesWorker } from './useTimesWorker.ts'

/** The mornings of a job, from a worker where nobody asked before. */
export function useMornings(job: WarmJob | null): WarmMorning[] | null {
  const there = job ? knownWarm(job.key) : null
  const asked = useTimesWorker(job && !there ? job.key : null, async (worker) => {
    const mornings = await worker.warm(job as WarmJob)
    keepWarm((job as WarmJob).key, mornings)
    return mornings
  })
  return there ?? (job ? (knownWarm(job.key) ?? asked) : null)
}

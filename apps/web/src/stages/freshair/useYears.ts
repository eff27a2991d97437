import type { YearJob, YearRow } from '@ingle/bench'
import { type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { YearsWorker } from './years.worker.ts'

/** The years of a job from a worker; the answer before stays until the next is there. */
export function useYears(job: YearJob | null, key: string): YearRow[] | null {
  const [rows, setRows] = useState<YearRow[] | null>(null)
  const worker = useRef<Remote<YearsWorker> | null>(null)
  const latest = useRef(job)
  latest.current = job
  useEffect(() => {
    const at = new Worker(new URL('./years.worker.ts', import.meta.url), { type: 'module' })
    worker.current = wrap<YearsWorker>(at)
    return () => {
      worker.current = null
      at.terminate()
    }
  }, [])
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says whether the job is another one.
  useEffect(() => {
    let dropped = false
    const now = latest.current
    if (!now) setRows(null)
    else
      void worker.current?.run(now).then(
        (answer) => !dropped && setRows(answer),
        () => undefined,
      )
    return () => {
      dropped = true
    }
  }, [key])
  return rows
}

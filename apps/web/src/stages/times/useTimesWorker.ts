import { type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { TimesWorker } from './times.worker.ts'

/**
 * What a worker answers to a job; the answer before stays until the next is there. One worker for each caller, ended with it.
 * @param key says whether the job is another one; null: there is nothing to ask
 */
export function useTimesWorker<T>(key: string | null, ask: (worker: Remote<TimesWorker>) => Promise<T>): T | null {
  const [answer, setAnswer] = useState<T | null>(null)
  const worker = useRef<Remote<TimesWorker> | null>(null)
  const latest = useRef(ask)
  latest.current = ask
  useEffect(() => {
    const at = new Worker(new URL('./times.worker.ts', import.meta.url), { type: 'module' })
    worker.current = wrap<TimesWorker>(at)
    return () => {
      worker.current = null
      at.terminate()
    }
  }, [])
  useEffect(() => {
    let dropped = false
    if (key === null) setAnswer(null)
    else if (worker.current)
      void latest.current(worker.current).then(
        (got) => !dropped && setAnswer(got),
        () => undefined,
      )
    return () => {
      dropped = true
    }
  }, [key])
  return answer
}

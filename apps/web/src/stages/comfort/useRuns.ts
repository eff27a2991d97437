import type { Result, RoomRun, RoomSystem, RunOptions } from '@ingle/core'
import { type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { ComfortWorker } from './comfort.worker.ts'

/**
 * Runs of rooms in a worker, the newest question only: while one is worked out, what is asked meanwhile waits, and of
 * several that wait the last is taken. The answer before stays until the next is there.
 */
export function useRuns(systems: readonly RoomSystem[] | null, options: Partial<RunOptions>): Result<RoomRun>[] | null {
  const [runs, setRuns] = useState<Result<RoomRun>[] | null>(null)
  const worker = useRef<Remote<ComfortWorker> | null>(null)
  const asked = useRef<string | null>(null)
  const busy = useRef(false)
  useEffect(() => {
    const at = new Worker(new URL('./comfort.worker.ts', import.meta.url), { type: 'module' })
    worker.current = wrap<ComfortWorker>(at)
    busy.current = false
    return () => {
      worker.current = null
      at.terminate()
    }
  }, [])
  const question = systems === null ? null : JSON.stringify([systems, options])
  useEffect(() => {
    asked.current = question
    const next = async () => {
      const now = asked.current
      const at = worker.current
      if (now === null || !at || busy.current) return
      busy.current = true
      const [of, how] = JSON.parse(now) as [RoomSystem[], Partial<RunOptions>]
      const answer = await at.run(of, how).catch(() => null)
      busy.current = false
      if (worker.current !== at) return
      if (answer) setRuns(answer)
      if (asked.current !== now) void next()
    }
    void next()
  }, [question])
  return runs
}

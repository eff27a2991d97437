import type { Combination } from '@ingle/bench'
import type { ComfortFigure, RunOptions } from '@ingle/core'
import { proxy, wrap } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { ComfortWorker } from './comfort.worker.ts'

export interface Search {
  /** What was tried so far; those of `of` in their order, as far as they came. */
  of: readonly Combination[]
  figures: (ComfortFigure[] | null)[]
  running: boolean
}

/** Many runs in a worker of their own, with the answer so far; a new search ends the one before. */
export function useSearch(options: Partial<RunOptions>) {
  const [search, setSearch] = useState<Search | null>(null)
  const worker = useRef<Worker | null>(null)
  const stop = useCallback(() => {
    worker.current?.terminate()
    worker.current = null
    setSearch((before) => before && { ...before, running: false })
  }, [])
  useEffect(() => () => worker.current?.terminate(), [])
  const start = (of: readonly Combination[]) => {
    worker.current?.terminate()
    const at = new Worker(new URL('./comfort.worker.ts', import.meta.url), { type: 'module' })
    worker.current = at
    setSearch({ of, figures: [], running: true })
    void wrap<ComfortWorker>(at).figures(
      of.map(({ run: { system, source } }) => ({ system, source })),
      options,
      proxy((done: number, figures: (ComfortFigure[] | null)[]) => {
        if (worker.current !== at) return
        setSearch((before) => before && { ...before, figures: [...before.figures, ...figures], running: done < of.length })
        if (done === of.length) at.terminate()
      }),
    )
  }
  return { search, start, stop }
}

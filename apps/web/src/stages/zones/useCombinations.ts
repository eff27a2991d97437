import type { Refusal, ZoneCase } from '@ingle/core'
import { proxy, wrap } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import { refuse } from '../../refusals.ts'
import type { ZoneAnswer, ZoneWorker } from './zones.worker.ts'

export type Combinations =
  | { state: 'running'; share: number }
  | { state: 'stopped' }
  | { state: 'refused'; refusal: Refusal }
  | { state: 'done'; answer: ZoneAnswer; of: ZoneCase }

/** Every combination of a case, worked out in a worker of its own; a new case ends the run of the one before. */
export function useCombinations(of: ZoneCase | null): { run: Combinations; stop: () => void; again: () => void } {
  const [run, setRun] = useState<Combinations>({ state: 'running', share: 0 })
  const [turn, setTurn] = useState(0)
  const worker = useRef<Worker | null>(null)
  // The same case read from the store once more is no new one.
  const key = JSON.stringify(of)
  // biome-ignore lint/correctness/useExhaustiveDependencies: `key` is the case, and `turn` starts the same one once more.
  useEffect(() => {
    if (!of) return
    const at = new Worker(new URL('./zones.worker.ts', import.meta.url), { type: 'module' })
    worker.current = at
    let over = false
    setRun({ state: 'running', share: 0 })
    wrap<ZoneWorker>(at)
      .run(
        of,
        proxy((share: number) => {
          if (!over) setRun((before) => (before.state === 'running' ? { state: 'running', share } : before))
        }),
      )
      .then(
        (result) => {
          if (over) return
          setRun(result.ok ? { state: 'done', answer: result.value, of } : { state: 'refused', refusal: result })
          at.terminate()
        },
        () => {
          if (!over) setRun({ state: 'refused', refusal: refuse('broke-off') })
        },
      )
    return () => {
      over = true
      at.terminate()
    }
  }, [key, turn])
  const stop = useCallback(() => {
    worker.current?.terminate()
    setRun({ state: 'stopped' })
  }, [])
  return { run, stop, again: () => setTurn(turn + 1) }
}

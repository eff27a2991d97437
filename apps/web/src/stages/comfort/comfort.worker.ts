import { type Result, type RoomRun, type RoomSystem, type RunOptions, runRoom } from '@ingle/core'
import { expose } from 'comlink'

/** The last runs: what did not change while a control moves is not run again. */
const kept = new Map<string, Result<RoomRun>>()
const MOST_KEPT = 12

/** Runs rooms away from the main thread. */
const api = {
  run(systems: readonly RoomSystem[], options: Partial<RunOptions>): Result<RoomRun>[] {
    return systems.map((system) => {
      const key = JSON.stringify([system, options])
      const before = kept.get(key)
      if (before) return before
      const run = runRoom(system, options)
      const [oldest] = kept.keys()
      if (kept.size >= MOST_KEPT && oldest !== undefined) kept.delete(oldest)
      kept.set(key, run)
      return run
    })
  },
}
export type ComfortWorker = typeof api
expose(api)

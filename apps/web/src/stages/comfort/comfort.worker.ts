import {
  type ComfortFigure,
  comfortFigures,
  type HeatSource,
  type Result,
  type RoomRun,
  type RoomSystem,
  type RunOptions,
  runRoom,
} from '@ingle/core'
import { expose } from 'comlink'

/** The last runs: what did not change while a control moves is not run again. */
const kept = new Map<string, Result<RoomRun>>()
const MOST_KEPT = 24
const TOLD_AT_ONCE = 10

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

  /** Figures of many, said as they come; null for one that cannot be run. To stop it, it is ended. */
  figures(
    systems: readonly { system: RoomSystem; source: HeatSource }[],
    options: Partial<RunOptions>,
    progress: (done: number, figures: (ComfortFigure[] | null)[]) => void,
  ): void {
    let waiting: (ComfortFigure[] | null)[] = []
    systems.forEach(({ system, source }, i) => {
      const run = runRoom(system, options)
      waiting.push(run.ok ? comfortFigures(run.value.figures, system, source) : null)
      // Each message costs more than a run: ten at a time are enough to see it move.
      if (waiting.length === TOLD_AT_ONCE || i === systems.length - 1) {
        progress(i + 1, waiting)
        waiting = []
      }
    })
  },
}
export type ComfortWorker = typeof api
expose(api)

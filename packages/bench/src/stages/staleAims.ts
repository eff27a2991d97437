import type { LedgerRow } from '../ledger/ledger.ts'
import type { VisitView } from '../visit/visitView.ts'
import type { AimSource, WorkedAim } from './stage.ts'
import { STAGES } from './stages.ts'
import { valueFor } from './workedAims.ts'

/** An aim that was taken from a stage and that the stage would no longer give: its inputs changed since. */
export type StaleAim = { row: LedgerRow; source: string } & (
  | {
      /** What it is now worked out to, and the device's value for it. */
      now: WorkedAim
      value: string
    }
  /** Why it can be worked out no more. */
  | { now: null; why: string }
)

const SOURCES: readonly AimSource[] = STAGES.flatMap((one) => one.sources)

/**
 * Worked-out aims that no longer agree with the live answer, by row. One that can no longer be worked out is among them
 * only where its source knows why: else it was right when it was taken, and nothing says otherwise. Only the sources that something was taken from
 * are asked.
 */
export function staleAims(v: VisitView): ReadonlyMap<string, StaleAim> {
  const out = new Map<string, StaleAim>()
  const taken = v.ledger.filter((row) => row.given?.from === 'worked-out')
  for (const { source, aims, gone } of SOURCES) {
    const rows = taken.filter((row) => row.given?.source === source)
    if (rows.length === 0) continue
    const live = aims(v)
    for (const row of rows) {
      const now = live.findLast((one) => one.id === row.id)
      const value = now ? valueFor(v, now) : null
      const why = now ? null : (gone?.(v, row.id) ?? null)
      if (now && value !== null && value !== row.aim?.value) out.set(row.key, { row, source, now, value })
      else if (why) out.set(row.key, { row, source, now: null, why })
    }
  }
  return out
}

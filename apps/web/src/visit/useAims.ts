import { aimDrafts, rowFor, valueFor, type WorkedAim, waitingAims } from '@ingle/bench'
import { useVisit } from './useVisit.ts'

/** Puts what a stage worked out into the ledger as aims, where this system's devices have such settings. */
export function useAims(source: string) {
  const visit = useVisit()
  const drafts = (aims: readonly WorkedAim[]) => aimDrafts(visit, aims, source)
  return {
    rowOf: (id: string) => rowFor(visit.ledger, id),
    valueFor: (id: string, meaning: string) => valueFor(visit, { id, meaning, why: '' }),
    drafts,
    waiting: (aims: readonly WorkedAim[]) => waitingAims(visit, aims),
    put: (aims: readonly WorkedAim[]) => visit.write(drafts(aims)),
  }
}

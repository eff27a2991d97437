import type { Draft, SystemVisit } from '@ingle/record'
import type { Visit } from '../visit/useVisit.ts'

/** One system on one visit, and the way to write things down about it. */
export interface UnitAtHand {
  here: SystemVisit
  at: { visitId: string; systemId: string }
  write: (drafts: readonly Draft[]) => ReturnType<Visit['write']>
}

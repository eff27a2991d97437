import type { Visit } from '../visit/useVisit.ts'

/** One system on one visit, and the way to write things down about it. */
export type UnitAtHand = Pick<Visit, 'here' | 'at' | 'clock' | 'devices' | 'write'>

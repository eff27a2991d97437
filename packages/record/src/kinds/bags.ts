import { coolingSet } from './air/coolingSet.ts'
import { driveSet } from './air/driveSet.ts'
import { firingSet } from './air/firingSet.ts'
import type { Where } from './onVisit.ts'
import { roofSet } from './roof/roofSet.ts'
import { roomSet } from './rooms/roomSet.ts'
import { timesSet } from './times/timesSet.ts'
import { zoningSet } from './zones/zoningSet.ts'

/** Every kind that adds fields to what is known of a visit, or of a system, field by field. */
export const BAGS = [firingSet, coolingSet, driveSet, zoningSet, roomSet, roofSet, timesSet] as const

type BagOf = (typeof BAGS)[number]
/** What the state holds for them. */
export type Bags<On extends 'visit' | 'system'> = {
  [B in Extract<BagOf, { on: On }> as B['into']]: Omit<InstanceType<B['body']>, Where>
}

export const emptyBags = <On extends 'visit' | 'system'>(on: On): Bags<On> =>
  Object.fromEntries(BAGS.filter((one) => one.on === on).map((one) => [one.into, {}])) as unknown as Bags<On>

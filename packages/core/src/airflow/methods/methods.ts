import type { FlowEstimate } from '../combine.ts'
import type { TryInput } from '../input.ts'
import { furnaceRise } from './furnaceRise.ts'
import { heaterRise } from './heaterRise.ts'
import type { Method, MethodGround } from './method.ts'
import { plate } from './plate.ts'
import { returnGrilles } from './returnGrilles.ts'
import { returnHoods } from './returnHoods.ts'
import { table } from './table.ts'
import { traverse } from './traverse.ts'

/** Every way of knowing the flow, in the order in which they are shown. */
export const METHODS = [table, returnGrilles, returnHoods, traverse, plate, furnaceRise, heaterRise] as const
export type FlowMethod = (typeof METHODS)[number]['id']

/** The method of an estimate. */
export function methodOf({ method }: Pick<FlowEstimate, 'method'>): Method {
  const found = METHODS.find((one) => one.id === method)
  if (!found) throw new Error(`No method is called “${method}”`)
  return found
}

/** Everything that the readings of a try say of the flow. */
export const estimatesOf = (one: TryInput, ground: MethodGround): FlowEstimate[] =>
  METHODS.flatMap(({ id, estimate }) => {
    const made = estimate(one, ground)
    return made ? [{ method: id, ...made }] : []
  })

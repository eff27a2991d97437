import type { FlowEstimate } from '../combine.ts'
import type { TryInput } from '../input.ts'
import { isWeak } from '../instruments.ts'
import { readingsBy } from '../readingsBy.ts'
import { furnaceRise } from './furnaceRise.ts'
import { heaterRise } from './heaterRise.ts'
import type { Method, MethodGround } from './method.ts'
import { plate } from './plate.ts'
import { returnGrilles } from './returnGrilles.ts'
import { returnHoods } from './returnHoods.ts'
import { supplyHoods } from './supplyHoods.ts'
import { table } from './table.ts'
import { traverse } from './traverse.ts'

/** Every way of knowing the flow, in the order in which they are shown. */
export const METHODS = [table, returnGrilles, returnHoods, supplyHoods, traverse, plate, furnaceRise, heaterRise] as const
export type FlowMethod = (typeof METHODS)[number]['id']

/** The method of an estimate. */
export function methodOf({ method }: Pick<FlowEstimate, 'method'>): Method {
  const found = METHODS.find((one) => one.id === method)
  if (!found) throw new Error(`No method is called “${method}”`)
  return found
}

/** How much less sure readings are of an instrument that is overdue or was read outside its range. Judgement. */
const WEAK_TIMES = 2

/** Everything that the readings of a try say of the flow. */
export const estimatesOf = (one: TryInput, ground: MethodGround): FlowEstimate[] =>
  METHODS.flatMap(({ id, estimate, measures }) => {
    const made = estimate(one, ground)
    if (!made) return []
    const { instruments, onDay } = ground.input
    const weak = measures.some((measure) => {
      const used = instruments[measure]
      return used !== undefined && isWeak(used, onDay, readingsBy(one, measure))
    })
    if (!weak) return [{ method: id, ...made }]
    const shared = made.shared?.static === undefined ? {} : { shared: { static: WEAK_TIMES * made.shared.static } }
    return [{ method: id, ...made, plusMinusCfm: WEAK_TIMES * made.plusMinusCfm, ...shared }]
  })

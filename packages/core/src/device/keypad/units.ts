import type { Result } from '../../result.ts'
import type { KeypadMachine } from './machine.ts'
import type { KeyPlan } from './plan.ts'
import { planKeys } from './planner.ts'
import { type KeypadState } from './state.ts'
import { type KeyCost, USUAL_COST } from './ways.ts'

/** One of several units that are set one after another. */
interface UnitToSet {
  name: string
  machine: KeypadMachine
  from: KeypadState
  wanted: Readonly<Record<string, string>>
}

interface UnitPlan {
  name: string
  plan: Result<KeyPlan>
}

/**
 * A round of units in the order in which they are given, each with its own shortest way; one that stands as wanted is not
 * walked to, and one that cannot be planned does not keep the others from it. The cost counts each walk from one to the next.
 */
export function planRound(
  units: readonly UnitToSet[],
  cost: KeyCost = USUAL_COST,
): { units: UnitPlan[]; cost: number; presses: number } {
  const planned = units.map(
    ({ name, machine, from, wanted }): UnitPlan => ({ name, plan: planKeys(machine, from, wanted, cost) }),
  )
  const visited = planned.filter(({ plan }) => !plan.ok || plan.value.steps.length > 0)
  const plans = visited.flatMap(({ plan }) => (plan.ok ? [plan.value] : []))
  return {
    units: visited,
    cost: plans.reduce((sum, one) => sum + one.cost, 0) + Math.max(visited.length - 1, 0) * cost.walk,
    presses: plans.reduce((sum, one) => sum + one.presses, 0),
  }
}

/** How far keys go: the closed forms on which the planner and the simulated device agree. */

interface RingWay {
  forward: number
  backward: number
  least: number
  direction: 'forward' | 'backward'
}

/** Presses from one item of a ring to another, items counted from 0; forward wins a tie. */
export function ringWay(count: number, from: number, to: number): RingWay {
  const forward = (((to - from) % count) + count) % count
  const backward = forward === 0 ? 0 : count - forward
  return forward <= backward
    ? { forward, backward, least: forward, direction: 'forward' }
    : { forward, backward, least: backward, direction: 'backward' }
}

/** How a key that is held runs: a step at once, then repeats. */
export interface HoldRule {
  /** From the press to the first repeat. */
  delayMs: number
  slowMs: number
  /** After this many repeats it runs fast. */
  fastAfter: number
  fastMs: number
}

/** Steps that a key makes while it is held; a step on the very instant counts. */
export function stepsWhileHeld(holdMs: number, rule: HoldRule): number {
  if (holdMs < rule.delayMs) return 1
  const slowEndMs = rule.delayMs + (rule.fastAfter - 1) * rule.slowMs
  if (rule.fastAfter > 0 && holdMs < slowEndMs) return 2 + Math.floor((holdMs - rule.delayMs) / rule.slowMs)
  return rule.fastAfter > 0
    ? 1 + rule.fastAfter + Math.floor((holdMs - slowEndMs) / rule.fastMs)
    : 2 + Math.floor((holdMs - rule.delayMs) / rule.fastMs)
}

/** The shortest hold that makes so many steps. The first step needs no hold. */
export function holdForSteps(steps: number, rule: HoldRule): number {
  const repeats = steps - 1
  if (repeats <= 0) return 0
  if (rule.fastAfter <= 0) return rule.delayMs + (repeats - 1) * rule.fastMs
  return repeats <= rule.fastAfter
    ? rule.delayMs + (repeats - 1) * rule.slowMs
    : rule.delayMs + (rule.fastAfter - 1) * rule.slowMs + (repeats - rule.fastAfter) * rule.fastMs
}

interface StepWay {
  presses: number
  direction: 'up' | 'down' | 'none'
  /** Where the presses end: the target, the limit before it, or the step nearest to it. */
  final: number
  limited: boolean
}

/** Presses of an up or a down key that stops at its limits. */
export function stepWay(from: number, to: number, step: number, low: number, high: number): StepWay {
  const wanted = Math.min(Math.max(to, low), high)
  const limited = wanted !== to
  const away = (wanted - from) / step
  // A limit that lies between steps is reached by the press that would go past it.
  const presses = limited ? Math.ceil(Math.abs(away) - 1e-9) : Math.round(Math.abs(away))
  const final = limited ? wanted : from + Math.sign(away) * presses * step
  return { presses, direction: presses === 0 ? 'none' : away > 0 ? 'up' : 'down', final, limited }
}

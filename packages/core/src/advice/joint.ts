/** A choice to be made: a setting with what it offers. */
export interface Knob {
  id: string
  label: string
  options: readonly string[]
}

/** Something that has to hold. It looks at some knobs only. */
export interface JointConstraint {
  id: string
  /** As a sentence: "The heater gets its 950 cfm". */
  says: string
  knobs: readonly number[]
  /**
   * How far a choice is beyond it, as a share of its bound; at or below nothing: it holds.
   * @param choice index of the option of each knob, in the order of all knobs
   */
  beyond: (choice: readonly number[]) => number
  /** Never given up for another: the least air of a heater, the rise of a plate. */
  hard?: boolean
}

export interface JointProblem {
  knobs: readonly Knob[]
  constraints: readonly JointConstraint[]
  /** What one would wish for: less is better. A sum over knobs, so that each can be looked at by itself. */
  cost: (choice: readonly number[]) => number
}

export interface Relaxation {
  constraint: JointConstraint
  /** The best that one could choose without it. */
  choice: number[]
  cost: number
  /** By how much that choice is beyond the constraint, as a share of its bound. */
  beyond: number
}

export type JointAnswer =
  | {
      kind: 'fits'
      choice: number[]
      cost: number /** Constraints that alone keep something better away. */
      binding: Relaxation[]
    }
  | {
      kind: 'conflict'
      /** The fewest that cannot hold together. */
      conflict: JointConstraint[]
      relaxations: Relaxation[]
      /** The choice that keeps what is never given up, as far as any does, and is least far beyond the rest. */
      least: { choice: number[]; beyond: number }
    }

const bitOf = (index: number): number => 2 ** index

/** Choices looked at, at most: five knobs of eight options are 32,768. */
const MOST_CHOICES = 400_000

/**
 * One choice for all knobs that every constraint allows, the cheapest; or, where there is none, the fewest constraints that
 * cannot hold together, and what each of them given up would buy. Every choice is held against every constraint once; the
 * smallest conflict is the smallest set of constraints that together rule out every choice (a hitting set), found by size.
 * Complete: whatever it says about a problem of up to 400,000 choices is true of all of them.
 */
export function solveJoint({ knobs, constraints, cost }: JointProblem): JointAnswer {
  const count = knobs.reduce((product, knob) => product * Math.max(knob.options.length, 1), 1)
  if (count > MOST_CHOICES) throw new Error(`${count} choices: split the problem`)
  if (constraints.length > 30) throw new Error('More than thirty constraints: split the problem')
  const choice = knobs.map(() => 0)
  const broken = new Int32Array(count)
  const costs = new Float64Array(count)
  const worst = new Float64Array(count)
  /** How far beyond what is never given up. */
  const outranked = new Float64Array(count)
  for (let i = 0; i < count; i += 1) {
    unpack(knobs, i, choice)
    let mask = 0
    for (let c = 0; c < constraints.length; c += 1) {
      const beyond = (constraints[c] as JointConstraint).beyond(choice)
      if (beyond <= 1e-9) continue
      mask |= bitOf(c)
      if ((constraints[c] as JointConstraint).hard) outranked[i] = Math.max(outranked[i] as number, beyond)
      else if (beyond > (worst[i] as number)) worst[i] = beyond
    }
    broken[i] = mask
    costs[i] = cost(choice)
  }
  const best = (ignored: number): number => {
    let at = -1
    for (let i = 0; i < count; i += 1)
      if (((broken[i] as number) & ~ignored) === 0 && (at < 0 || (costs[i] as number) < (costs[at] as number) - 1e-12)) at = i
    return at
  }
  const chosen = (i: number): number[] => {
    const out = knobs.map(() => 0)
    unpack(knobs, i, out)
    return out
  }
  const relaxed = (c: number, ignored: number): Relaxation | null => {
    const at = best(ignored)
    const constraint = constraints[c] as JointConstraint
    if (at < 0) return null
    const options = chosen(at)
    return { constraint, choice: options, cost: costs[at] as number, beyond: constraint.beyond(options) }
  }
  const fit = best(0)
  if (fit >= 0) {
    const binding = constraints.flatMap(({ hard }, c) => {
      if (hard) return []
      const one = relaxed(c, bitOf(c))
      return one && one.cost < (costs[fit] as number) - 1e-9 ? [one] : []
    })
    return { kind: 'fits', choice: chosen(fit), cost: costs[fit] as number, binding: binding.sort((a, b) => a.cost - b.cost) }
  }
  const conflict = smallestHitting(broken, constraints.length)
  let least = 0
  for (let i = 1; i < count; i += 1) {
    const [hard, hardBefore] = [outranked[i] as number, outranked[least] as number]
    if (hard < hardBefore - 1e-9 || (hard <= hardBefore + 1e-9 && (worst[i] as number) < (worst[least] as number))) least = i
  }
  return {
    kind: 'conflict',
    conflict: conflict.map((c) => constraints[c] as JointConstraint),
    relaxations: conflict
      .flatMap((c) => (constraints[c]?.hard ? [] : (relaxed(c, bitOf(c)) ?? [])))
      .sort((a, b) => a.beyond - b.beyond),
    least: { choice: chosen(least), beyond: Math.max(worst[least] as number, outranked[least] as number) },
  }
}

function unpack(knobs: readonly Knob[], index: number, into: number[]): void {
  let rest = index
  for (let k = 0; k < knobs.length; k += 1) {
    const options = Math.max((knobs[k] as Knob).options.length, 1)
    into[k] = rest % options
    rest = Math.floor(rest / options)
  }
}

/** The fewest bits of which every mask has one. Masks are few and small: by size, then in order. */
function smallestHitting(masks: Int32Array, bits: number): number[] {
  const different = [...new Set(masks)]
  // A mask that holds another is hit whenever that one is.
  const needed = different.filter((one) => !different.some((other) => other !== one && (other & one) === other))
  const used = Array.from({ length: bits }, (_, c) => c).filter((c) => needed.some((mask) => mask & bitOf(c)))
  for (let size = 1; size <= used.length; size += 1) {
    const found = firstSubset(used, size, (mask) => needed.every((one) => one & mask))
    if (found) return found
  }
  return used
}

function firstSubset(from: readonly number[], size: number, hits: (mask: number) => boolean): number[] | null {
  const picked: number[] = []
  const go = (at: number, mask: number): boolean => {
    if (picked.length === size) return hits(mask)
    for (let i = at; i <= from.length - (size - picked.length); i += 1) {
      picked.push(from[i] as number)
      if (go(i + 1, mask | bitOf(from[i] as number))) return true
      picked.pop()
    }
    return false
  }
  return go(0, 0) ? picked : null
}

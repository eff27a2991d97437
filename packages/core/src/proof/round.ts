import type { Stands } from './testForm.ts'

/** A test as far as its place in a round goes. */
export interface RoundTest {
  id: string
  begins: Stands
  ends: Stands
  minutes: number
}

/** What it takes to bring a system from one state to another, in minutes. */
export type Change = (from: Stands, to: Stands) => number

/**
 * Minutes from one state to another. Warming up and cooling down until the air is steady, stopping with the least off time
 * of a compressor before the other mode, isolating with the wait for stored charge. Source: our own choice, rounded up from
 * usual waits; a maker's longer wait goes before it.
 */
const MINUTES: Record<Stands, Partial<Record<Stands, number>>> = {
  idle: { heating: 8, cooling: 10, fan: 1, off: 6 },
  heating: { idle: 4, cooling: 13, fan: 3, off: 8 },
  cooling: { idle: 4, heating: 11, fan: 3, off: 8 },
  fan: { idle: 1, heating: 8, cooling: 10, off: 6 },
  off: { idle: 5, heating: 12, cooling: 14, fan: 5 },
}
export const usualChange: Change = (from, to) => (from === to ? 0 : (MINUTES[from][to] ?? 0))

export interface RoundStep {
  /** What it is brought to before the test; null: it stands so already. */
  bring: Stands | null
  bringMin: number
  testId: string
}

export interface Round {
  steps: RoundStep[]
  /** Back to rest at the end. */
  restoreMin: number
  minutes: number
}

/**
 * The shortest order of tests: every test once, from a state, back to rest. What a test begins and ends with is all that
 * the order depends on, so tests that are alike in both are one class, and the search runs over how many of each class are
 * left and where the system stands; a test that leaves the system as it found it costs nothing where that state is passed.
 * Source: dynamic programming over the remaining counts (Held and Karp, 1962). Exact for costs that obey the triangle rule.
 */
export function shortestRound(tests: readonly RoundTest[], from: Stands, change: Change = usualChange): Round {
  const classes: { begins: Stands; ends: Stands; tests: RoundTest[] }[] = []
  for (const test of tests) {
    const there = classes.find((one) => one.begins === test.begins && one.ends === test.ends)
    if (there) there.tests.push(test)
    else classes.push({ begins: test.begins, ends: test.ends, tests: [test] })
  }
  // Tests that keep the state are done together, whenever it is first reached: one visit to it is all that they ask for.
  const sizes = classes.map((one) => (one.begins === one.ends ? 1 : one.tests.length))
  const known = new Map<string, { cost: number; take: number }>()
  const best = (at: Stands, left: number[]): { cost: number; take: number } => {
    const key = `${at} ${left.join()}`
    const seen = known.get(key)
    if (seen) return seen
    let found = { cost: left.every((one) => one === 0) ? change(at, 'idle') : Number.POSITIVE_INFINITY, take: -1 }
    for (const [i, one] of classes.entries()) {
      if (left[i] === 0) continue
      const rest = left.map((count, j) => (j === i ? count - 1 : count))
      const cost = change(at, one.begins) + best(one.ends, rest).cost
      if (cost < found.cost) found = { cost, take: i }
    }
    known.set(key, found)
    return found
  }
  const steps: RoundStep[] = []
  const next = classes.map(() => 0)
  let [at, left] = [from, sizes]
  for (let take = best(at, left).take; take >= 0; take = best(at, left).take) {
    const one = classes[take] as (typeof classes)[number]
    const group = one.begins === one.ends ? one.tests : [one.tests[next[take] as number] as RoundTest]
    next[take] = (next[take] as number) + 1
    for (const [i, test] of group.entries()) {
      const bringMin = i === 0 ? change(at, one.begins) : 0
      steps.push({ bring: i === 0 && at !== one.begins ? one.begins : null, bringMin, testId: test.id })
    }
    left = left.map((count, j) => (j === take ? count - 1 : count))
    at = one.ends
  }
  const restoreMin = change(at, 'idle')
  const minutes =
    restoreMin + steps.reduce((sum, one) => sum + one.bringMin, 0) + tests.reduce((sum, one) => sum + one.minutes, 0)
  return { steps, restoreMin, minutes }
}

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type JointConstraint, type JointProblem, solveJoint } from './joint.ts'

/** Up to four knobs of up to four options, constraints as random tables. */
const problems = fc
  .record({
    sizes: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 4 }),
    seeds: fc.array(fc.array(fc.integer({ min: -2, max: 3 }), { minLength: 16, maxLength: 16 }), { minLength: 1, maxLength: 6 }),
    costs: fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 16, maxLength: 16 }),
  })
  .map(({ sizes, seeds, costs }): JointProblem => {
    const spot = (choice: readonly number[]) => choice.reduce((sum, one, i) => sum + one * (i + 1), 0) % 16
    return {
      knobs: sizes.map((size, i) => ({
        id: `k${i}`,
        label: `knob ${i}`,
        options: Array.from({ length: size }, (_, j) => String(j)),
      })),
      constraints: seeds.map(
        (seed, i): JointConstraint => ({
          id: `c${i}`,
          says: `constraint ${i}`,
          knobs: sizes.map((_, k) => k),
          beyond: (choice) => seed[spot(choice)] as number,
        }),
      ),
      cost: (choice) => costs[spot(choice)] as number,
    }
  })
const every = ({ knobs }: JointProblem): number[][] =>
  knobs.reduce<number[][]>((all, knob) => all.flatMap((one) => knob.options.map((_, i) => [...one, i])), [[]])
const without = (problem: JointProblem, ids: readonly string[]): JointProblem => ({
  ...problem,
  constraints: problem.constraints.filter((one) => !ids.includes(one.id)),
})

describe('one choice that everything allows, or the fewest things that cannot hold together', () => {
  it('is as good as looking at every choice', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const answer = solveJoint(problem)
        const allowed = every(problem).filter((choice) => problem.constraints.every((one) => one.beyond(choice) <= 0))
        expect(answer.kind).toBe(allowed.length > 0 ? 'fits' : 'conflict')
        if (answer.kind === 'fits') expect(answer.cost).toBe(Math.min(...allowed.map((one) => problem.cost(one))))
        else {
          const ids = answer.conflict.map((one) => one.id)
          const only = { ...problem, constraints: answer.conflict }
          // They cannot hold together, and without any one of them they can.
          expect(solveJoint(only).kind).toBe('conflict')
          for (const id of ids) expect(solveJoint(without(only, [id])).kind).toBe('fits')
        }
      }),
      { numRuns: 300 },
    )
  })

  it('never gets worse when a constraint is taken away', () => {
    fc.assert(
      fc.property(problems, fc.nat(5), (problem, which) => {
        const before = solveJoint(problem)
        const after = solveJoint(without(problem, [`c${which}`]))
        if (before.kind === 'fits') expect(after.kind === 'fits' && after.cost <= before.cost).toBe(true)
      }),
    )
  })

  it('says what each relaxation buys, the smallest step first', () => {
    const flow = [800, 1000, 1200, 1400]
    const problem: JointProblem = {
      knobs: [{ id: 'airflow.cool', label: 'Cooling tap', options: ['A', 'B', 'C', 'D'] }],
      constraints: [
        { id: 'heater', says: 'the heater gets its 1,250 cfm', knobs: [0], beyond: ([i = 0]) => 1 - (flow[i] as number) / 1250 },
        {
          id: 'noise',
          says: 'no grille is heard above 1,150 cfm',
          knobs: [0],
          beyond: ([i = 0]) => (flow[i] as number) / 1150 - 1,
        },
        { id: 'aim', says: 'at least 900 cfm', knobs: [0], beyond: ([i = 0]) => 1 - (flow[i] as number) / 900 },
      ],
      cost: ([i = 0]) => Math.abs((flow[i] as number) - 1200),
    }
    const answer = solveJoint(problem)
    if (answer.kind !== 'conflict') throw new Error('it fits?')
    expect(answer.conflict.map((one) => one.id)).toEqual(['heater', 'noise'])
    expect(answer.relaxations.map((one) => [one.constraint.id, one.choice[0]])).toEqual([
      ['heater', 1],
      ['noise', 3],
    ])
    expect(answer.least.choice).toEqual([2])
  })
})

it('what is hard is never given up for comfort', () => {
  // One knob, three options: too little air for the heater, a little over the rated static, far over it.
  const flows = [795, 985, 1100]
  const problem: JointProblem = {
    knobs: [{ id: 'heat', label: 'Heat', options: ['low', 'mid', 'high'] }],
    constraints: [
      { id: 'static', says: 'static', knobs: [0], beyond: ([i]) => [0.22, 0.24, 0.6][i as number] as number },
      { id: 'heater', says: 'heater', knobs: [0], beyond: ([i]) => 1 - (flows[i as number] as number) / 980, hard: true },
    ],
    cost: () => 0,
  }
  const answer = solveJoint(problem)
  if (answer.kind !== 'conflict') throw new Error('fits')
  expect(answer.least.choice).toEqual([1])
  expect(answer.relaxations.map((one) => one.constraint.id)).not.toContain('heater')
})

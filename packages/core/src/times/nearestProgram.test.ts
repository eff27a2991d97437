import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { laneOfProgram, nearestProgram, type ProgramGroup, type ProgramHolding, type ProgramPeriod } from './nearestProgram.ts'
import { laneOf, WEEK_MIN } from './weekLanes.ts'

const DAY_MIN = 1440
const ALIKE: [number, number][] = [[0, 6]]
const WEEKEND: [number, number][] = [
  [0, 4],
  [5, 6],
]
const EACH: [number, number][] = [0, 1, 2, 3, 4, 5, 6].map((day) => [day, day])

const holding = (over: Partial<ProgramHolding> = {}): ProgramHolding => ({
  groups: WEEKEND,
  periodsPerDay: 4,
  timeStepMin: 15,
  setStepF: 1,
  heat: { lowF: 45, highF: 90 },
  cool: { lowF: 50, highF: 99 },
  starts: 'common',
  leastGapF: 3,
  ...over,
})
const solved = (wanted: Parameters<typeof nearestProgram>[0], device: ProgramHolding) => {
  const result = nearestProgram(wanted, device)
  if (!result.ok) throw new Error(result.code)
  return result.value
}
const lane = (...points: [day: number, hour: number, value: number][]) =>
  laneOf(points.map(([day, hour, value]) => ({ atMin: day * DAY_MIN + hour * 60, value })))
const everyDay = (...points: [hour: number, value: number][]) =>
  lane(...EACH.flatMap(([day]) => points.map(([hour, value]): [number, number, number] => [day, hour, value])))
/** Everything in a trial changes on whole hours: an hour stands for its minutes. */
const costOf = (wanted: Float64Array, given: Float64Array) => {
  let sum = 0
  for (let minute = 0; minute < WEEK_MIN; minute += 60)
    sum += 60 * Math.abs((wanted[minute] as number) - (given[minute] as number))
  return sum
}

/** A program drawn on the steps of a device. */
const programs = (device: ProgramHolding, values: readonly number[]) =>
  fc
    .tuple(
      ...device.groups.map(() =>
        fc.uniqueArray(fc.nat({ max: DAY_MIN / device.timeStepMin - 1 }), { minLength: 1, maxLength: device.periodsPerDay }),
      ),
      fc.infiniteStream(fc.constantFrom(...values)),
    )
    .map((drawn): ProgramGroup[] => {
      const stream = drawn.at(-1) as Iterator<number>
      return device.groups.map(([first, last], g) => ({
        first,
        last,
        periods: (drawn[g] as number[])
          .sort((a, b) => a - b)
          .map((step): ProgramPeriod => {
            const heatF = stream.next().value as number
            return { startMin: step * device.timeStepMin, heatF, coolF: null }
          }),
      }))
    })

/** Every program of a small device, tried one by one. */
function leastByTrial(wanted: Float64Array, device: ProgramHolding, values: readonly number[]): number {
  const steps = DAY_MIN / device.timeStepMin
  const days: ProgramPeriod[][] = []
  const build = (from: number, periods: ProgramPeriod[]) => {
    if (periods.length) days.push(periods)
    if (periods.length === device.periodsPerDay) return
    for (let step = from; step < steps; step += 1)
      for (const heatF of values) build(step + 1, [...periods, { startMin: step * device.timeStepMin, heatF, coolF: null }])
  }
  build(0, [])
  let least = Number.POSITIVE_INFINITY
  const walk = (groups: ProgramGroup[]) => {
    const next = device.groups[groups.length]
    if (next) for (const periods of days) walk([...groups, { first: next[0], last: next[1], periods }])
    else least = Math.min(least, costOf(wanted, laneOfProgram(groups, 'heat') as Float64Array))
  }
  walk([])
  return least
}

describe('the nearest program that a device can hold', () => {
  it('keeps a week that fits, over midnight too', () => {
    const { programs, isExact, cost } = solved({ heat: everyDay([6, 68], [22, 60]), cool: null }, holding())
    expect(cost).toBe(0)
    expect(isExact).toBe(true)
    const two = [
      { startMin: 360, heatF: 68, coolF: null },
      { startMin: 1320, heatF: 60, coolF: null },
    ]
    expect(programs).toEqual([
      {
        channel: 'heat',
        groups: [
          { first: 0, last: 4, periods: two },
          { first: 5, last: 6, periods: two },
        ],
      },
    ])
  })

  it('names what it could not keep, with what it gives instead', () => {
    // Wanted from 6:20; steps of a quarter of an hour: 6:15 is 5 min too early at 8 °F, 6:30 would be 10 min too late.
    const wanted = laneOf(
      EACH.flatMap(([day]) => [
        { atMin: day * DAY_MIN + 380, value: 68 },
        { atMin: day * DAY_MIN + 1320, value: 60 },
      ]),
    )
    const { lost, deviatingMin, cost } = solved({ heat: wanted, cool: null }, holding())
    expect(lost[0]).toEqual({ channel: 'heat', startMin: 375, endMin: 380, wantedF: 60, givenF: 68 })
    expect(lost).toHaveLength(7)
    expect(deviatingMin).toBe(35)
    expect(cost).toBe(7 * 5 * 8)
  })

  it('gives the weekend what is nearest to both of its days', () => {
    const wanted = lane([0, 0, 66], [5, 8, 70], [5, 22, 62], [6, 10, 70], [6, 22, 62])
    const { programs } = solved({ heat: wanted, cool: null }, holding({ periodsPerDay: 2 }))
    const weekend = programs[0]?.groups[1]?.periods
    expect(weekend?.map((one) => one.heatF)).toEqual([70, 62])
    expect(weekend?.[1]?.startMin).toBe(1320)
  })

  it('presses heating and cooling apart by the gap, at least cost', () => {
    const { programs, cost } = solved({ heat: everyDay([0, 72]), cool: everyDay([0, 73]) }, holding({ groups: ALIKE }))
    const period = programs[0]?.groups[0]?.periods[0]
    expect((period?.coolF as number) - (period?.heatF as number)).toBe(3)
    // Two degrees have to go, whichever gives way; of equals the lower heating.
    expect(cost).toBe(2 * WEEK_MIN)
    expect(period).toEqual({ startMin: 0, heatF: 70, coolF: 73 })
  })

  it('with times of their own lets each channel change when it wants to', () => {
    const wanted = { heat: everyDay([6, 68], [22, 60]), cool: everyDay([9, 80], [17, 75]) }
    const common = solved(wanted, holding({ periodsPerDay: 2 }))
    const separate = solved(wanted, holding({ periodsPerDay: 2, starts: 'separate', leastGapF: null }))
    expect(separate.isExact).toBe(true)
    expect(separate.programs.map((one) => one.channel)).toEqual(['heat', 'cool'])
    expect(common.cost).toBeGreaterThan(0)
  })

  it('stays inside the range of a device, and on its steps from the low end', () => {
    const { programs } = solved(
      { heat: everyDay([6, 70.4], [22, 50]), cool: null },
      holding({ groups: ALIKE, heat: { lowF: 55.5, highF: 70 }, setStepF: 2 }),
    )
    expect(programs[0]?.groups[0]?.periods.map((one) => one.heatF)).toEqual([69.5, 55.5])
  })

  it('costs what the best of every possible program costs, on devices small enough to try them all', () => {
    const values = [60, 64, 68]
    for (const [groups, timeStepMin] of [
      [ALIKE, 360],
      [WEEKEND, 480],
    ] as const) {
      const device = holding({ groups, periodsPerDay: 2, timeStepMin, setStepF: 4, heat: { lowF: 60, highF: 68 } })
      fc.assert(
        fc.property(
          fc.array(fc.tuple(fc.nat({ max: 6 }), fc.nat({ max: 23 }), fc.constantFrom(59, 60, 62, 63, 65, 68, 70.5)), {
            minLength: 1,
            maxLength: 9,
          }),
          (points) => {
            const wanted = lane(...points) as Float64Array
            expect(solved({ heat: wanted, cool: null }, device).cost).toBeCloseTo(leastByTrial(wanted, device, values), 6)
          },
        ),
        { numRuns: 8 },
      )
    }
  })

  it('put in and read back is the same week, wherever the device can hold it', () => {
    for (const groups of [ALIKE, WEEKEND, EACH]) {
      const device = holding({ groups, periodsPerDay: 3, timeStepMin: 60 })
      fc.assert(
        fc.property(programs(device, [58, 60, 64, 69]), (drawn) => {
          const wanted = laneOfProgram(drawn, 'heat') as Float64Array
          const nearest = solved({ heat: wanted, cool: null }, device)
          expect(nearest.isExact).toBe(true)
          expect(
            laneOfProgram(nearest.programs[0]?.groups ?? [], 'heat')?.every((value, minute) => value === wanted[minute]),
          ).toBe(true)
          const count = (list: readonly ProgramGroup[]) => list.reduce((sum, one) => sum + one.periods.length, 0)
          expect(count(nearest.programs[0]?.groups ?? [])).toBeLessThanOrEqual(count(drawn))
        }),
        { numRuns: 25 },
      )
    }
  })

  it('never costs more for more room: more periods, finer steps, more groups', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat({ max: 6 }), fc.nat({ max: 23 }), fc.integer({ min: 55, max: 75 })), {
          minLength: 2,
          maxLength: 14,
        }),
        (points) => {
          const wanted = { heat: lane(...points), cool: null }
          const cost = (over: Partial<ProgramHolding>) =>
            solved(wanted, holding({ timeStepMin: 60, periodsPerDay: 2, ...over })).cost
          const plain = cost({})
          expect(cost({ periodsPerDay: 3 })).toBeLessThanOrEqual(plain)
          expect(cost({ timeStepMin: 30 })).toBeLessThanOrEqual(plain)
          expect(cost({ groups: EACH })).toBeLessThanOrEqual(plain)
          expect(cost({ groups: ALIKE })).toBeGreaterThanOrEqual(plain)
        },
      ),
      { numRuns: 40 },
    )
  })

  it('says why nothing can be held', () => {
    const code = (wanted: Parameters<typeof nearestProgram>[0], device: ProgramHolding) => {
      const result = nearestProgram(wanted, device)
      return result.ok ? null : result.code
    }
    const heat = everyDay([6, 68])
    expect(code({ heat: null, cool: null }, holding())).toBe('program-without-channel')
    expect(code({ heat, cool: null }, holding({ heat: null }))).toBe('program-without-channel')
    expect(code({ heat, cool: null }, holding({ periodsPerDay: 0 }))).toBe('program-without-periods')
    expect(code({ heat, cool: heat }, holding({ heat: { lowF: 70, highF: 80 }, cool: { lowF: 60, highF: 72 } }))).toBe(
      'program-without-gap',
    )
  })
})

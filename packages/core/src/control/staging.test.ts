import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blowerDelays } from './delays.ts'
import { exchangerFromStart } from './fanLimit.ts'
import { stagingOutcomes } from './staging.ts'

const facts = {
  lowBtuH: 42_000,
  highBtuH: 64_000,
  lossBtuH: 30_000,
  colderByF: 50,
  warmUpFPerH: 4,
  setbackF: 4,
  upstageMin: 8,
  callsPerHour: 3,
}
const outcomes = (change: Partial<typeof facts> = {}) => {
  const made = stagingOutcomes({ ...facts, ...change })
  if (!made.ok) throw new Error(made.reason)
  return Object.fromEntries(made.value.map((one) => [one.rule, one]))
}

describe('a two-stage furnace behind a one-stage thermostat', () => {
  it('comes up from the setback: by hand', () => {
    // UA = 600; high rests 56.67 °F above, low 20 °F; τ = 60.67 / 4 h = 910 min. High at once 910·ln(60.67 / 56.67) = 62.1;
    // low 910·ln(24 / 20) = 165.9. Timed: 8 min of low leave 24·e^(−8/910) − 20 = 3.79 °F, then 910·ln(60.46 / 56.67) = 58.9.
    const { never, timed, auto } = outcomes()
    expect(never?.recoveryMin?.[0]).toBeCloseTo(165.9, 1)
    expect(timed?.recoveryMin?.[0]).toBeCloseTo(8 + 58.9, 1)
    expect(auto?.recoveryMin?.[0]).toBeCloseTo(62.1, 1)
    expect(auto?.recoveryMin?.[1]).toBeCloseTo(timed?.recoveryMin?.[0] as number, 6)
  })
  it('takes far longer near full output than the first rate says', () => {
    // 2,000 Btu/h to spare at the set point: 4 °F at 4 °F an hour would be an hour. UA = 1,240, rests 1.61 °F above:
    // τ = 5.61 / 4 h = 84.2 min, 84.2·ln(5.61 / 1.61) = 105 min.
    expect(outcomes({ lossBtuH: 62_000 }).auto?.recoveryMin?.[0]).toBeCloseTo(105, 0)
  })
  it('agrees with the minutes stepped through, whatever the room', () =>
    fc.assert(
      fc.property(
        fc.record({
          lossBtuH: fc.integer({ min: 10_000, max: 63_000 }),
          colderByF: fc.integer({ min: 10, max: 90 }),
          warmUpFPerH: fc.integer({ min: 1, max: 8 }),
          setbackF: fc.integer({ min: 1, max: 10 }),
          upstageMin: fc.integer({ min: 0, max: 40 }),
        }),
        (change) => {
          const { lossBtuH, colderByF, warmUpFPerH, setbackF, upstageMin } = change
          const { timed, auto } = outcomes(change)
          const ua = lossBtuH / colderByF
          const capacity = (64_000 - lossBtuH + ua * setbackF) / warmUpFPerH
          const stepped = (lowMin: number) => {
            let [belowF, min] = [setbackF, 0]
            for (; belowF > 0 && min < 5000; min += 0.1)
              belowF -= (((min < lowMin ? 42_000 : 64_000) - lossBtuH + ua * belowF) / capacity / 60) * 0.1
            return min
          }
          const [atOnce, byTime] = [stepped(0), stepped(upstageMin)]
          if (byTime >= 5000) return
          expect(auto?.recoveryMin?.[0]).toBeCloseTo(Math.min(atOnce, byTime), -0.5)
          expect(timed?.recoveryMin?.[0]).toBeCloseTo(byTime, -0.5)
          // Never shorter than the first rate says.
          expect(auto?.recoveryMin?.[0]).toBeGreaterThanOrEqual((60 * setbackF) / warmUpFPerH - 1e-6)
        },
      ),
      { numRuns: 60 },
    ))
  it('never comes up on low fire where the loss is greater than it gives', () => {
    const { never, timed } = outcomes({ lossBtuH: 45_000 })
    expect(never).toMatchObject({ holds: false, recoveryMin: null })
    expect(never?.says).toContain('never come up')
    expect(timed?.holds).toBe(true)
  })
  it('refuses what cannot be', () => {
    expect(stagingOutcomes({ ...facts, lowBtuH: 70_000 })).toMatchObject({ ok: false })
    expect(stagingOutcomes({ ...facts, lossBtuH: 70_000 })).toMatchObject({ ok: false })
  })
})

describe('blower delays', () => {
  const exchanger = {
    capacity: 8,
    burnerBtuH: 64_000,
    uaOn: 320,
    uaOff: 45,
    air: { capacity: 1.2, streamOn: 1296, streamOff: 18 },
  }
  it('starts warmer the longer it waits, and leaves less the longer it runs on', () => {
    const made = blowerDelays(exchanger, 66, [15, 30, 45, 60], [60, 90, 120, 180, 240, 300])
    if (!made.ok) throw new Error(made.reason)
    const { on, off, bestOnS, bestOffS, settledF } = made.value
    for (let i = 1; i < on.length; i += 1) expect(on[i]?.supplyF).toBeGreaterThan(on[i - 1]?.supplyF as number)
    for (let i = 1; i < off.length; i += 1) expect(off[i]?.leftShare).toBeLessThan(off[i - 1]?.leftShare as number)
    expect(settledF).toBeCloseTo(66 + 64_000 / 1296, 6)
    expect(on.find((one) => one.delayS === bestOnS)?.supplyF).toBeGreaterThanOrEqual(90)
    // The first at which the rise is no longer worth the fan, and here not the last of all.
    const spent = off.find((one) => one.supplyF - 66 <= 12)
    expect([bestOffS, spent?.delayS !== 300]).toEqual([spent?.delayS, true])
  })
  it('shows at the step that was read what was read', () => {
    for (const [startSupplyF, toStartS] of [
      [76, 30],
      [95, 50],
      [110, 40],
    ] as const) {
      const made = exchangerFromStart({
        burnerBtuH: 64_000,
        flowCfm: 1100,
        sensibleFactor: 1.08,
        returnF: 64,
        fanOnF: startSupplyF,
        toStartS,
      })
      if (!made.ok) throw new Error(made.reason)
      const table = blowerDelays(made.value, 64, [toStartS], [60])
      expect(table.ok && table.value.on[0]?.supplyF).toBeCloseTo(startSupplyF, 1)
    }
  })
  it('takes the longest step where none is long enough', () => {
    const made = blowerDelays({ ...exchanger, capacity: 40 }, 50, [15, 30], [20, 40])
    expect(made).toMatchObject({ ok: true, value: { bestOnS: 30, bestOffS: 40 } })
  })
  it('refuses an exchanger without air', () => {
    const { air: _, ...bare } = exchanger
    expect(blowerDelays(bare, 66, [30], [60])).toMatchObject({ ok: false })
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgeTraverse, type TraverseDuct, traversePlan } from './traversePlan.ts'

const RECTANGLE: TraverseDuct = { shape: 'rectangular', widthIn: 24, heightIn: 12, straightBeforeIn: 200, straightAfterIn: 80 }
const planOf = (duct: TraverseDuct) => {
  const plan = traversePlan(duct)
  if (!plan.ok) throw new Error(plan.reason)
  return plan.value
}
/** A duct in which the air runs at one speed everywhere, but for what is changed. */
const readings = (count: number, change: Record<number, number> = {}, pv = 0.06) =>
  Object.fromEntries(Array.from({ length: count }, (_, i) => [i, change[i] ?? pv]))

describe('where the probe goes', () => {
  it('follows log-Tchebycheff in a rectangle and log-linear in a circle, inside the duct and in two halves alike', () => {
    fc.assert(
      fc.property(fc.integer({ min: 6, max: 60 }), fc.integer({ min: 6, max: 60 }), (widthIn, heightIn) => {
        const plan = planOf({ ...RECTANGLE, widthIn, heightIn } as TraverseDuct)
        expect(plan.points.length).toBe(plan.holes * (plan.points.length / plan.holes))
        for (const one of plan.points) {
          expect(one.xIn > 0 && one.xIn < widthIn && one.yIn > 0 && one.yIn < heightIn).toBe(true)
          expect(plan.points.some((other) => Math.abs(other.xIn + one.xIn - widthIn) < 1e-6 && other.yIn === one.yIn)).toBe(true)
        }
      }),
    )
    const round = planOf({ shape: 'round', diameterIn: 14, perDiameter: 6, straightBeforeIn: null, straightAfterIn: null })
    expect(round.points).toHaveLength(12)
    expect(round.points[0]?.depthIn).toBeCloseTo(0.448, 3)
  })
  it('refuses a duct without area', () => {
    expect(traversePlan({ ...RECTANGLE, widthIn: 0 } as TraverseDuct)).toMatchObject({ ok: false })
  })
})

describe('what speaks against a traverse', () => {
  const plan = planOf(RECTANGLE)
  const judged = (pressures: Record<number, number>, duct: TraverseDuct = RECTANGLE) =>
    judgeTraverse(duct, plan, pressures, 0.075)

  it('gives the flow of an even duct with nothing against it', () => {
    const { result, findings } = judged(readings(25))
    expect(findings).toEqual([])
    expect(result?.averageFpm).toBeCloseTo(1096.7 * Math.sqrt(0.06 / 0.075), 6)
    expect(result?.flowCfm).toBeCloseTo((result?.averageFpm ?? 0) * 2, 6)
    expect((result?.plusMinusCfm ?? 0) / (result?.flowCfm ?? 1)).toBeCloseTo(0.07, 6)
  })
  it('gives no flow while points are missing, and keeps what was read', () => {
    const { [7]: _, ...rest } = readings(25)
    const { result, findings, read } = judged(rest)
    expect(result).toBeNull()
    expect(read).toBe(24)
    expect(findings[0]).toMatchObject({ kind: 'missing', points: [7] })
  })
  it('tells a probe the wrong way round from a single eddy', () => {
    const all = judged(Object.fromEntries(Array.from({ length: 25 }, (_, i) => [i, -0.06])))
    expect(all.result).toBeNull()
    expect(all.findings[0]?.mend).toContain('Point the nose into the air')
    const one = judged(readings(25, { 3: -0.01 }))
    expect(one.findings[0]).toMatchObject({ kind: 'reversed', points: [3] })
    expect(one.result?.plusMinusCfm).toBeGreaterThan(0.07 * (one.result?.flowCfm ?? 0))
  })
  it('finds a reading away from those around it', () => {
    expect(judged(readings(25, { 12: 0.6 })).findings[0]).toMatchObject({ kind: 'outlier', points: [12] })
  })
  it('finds air that keeps to one side, and believes the flow less', () => {
    const skewed = Object.fromEntries(plan.points.map((one, i) => [i, 0.02 + 0.006 * one.xIn]))
    const { findings, result } = judged(skewed)
    expect(findings.map((one) => one.kind)).toEqual(['skew'])
    expect((result?.plusMinusCfm ?? 0) / (result?.flowCfm ?? 1)).toBeGreaterThan(0.06)
  })
  it('asks for straight duct', () => {
    const { findings } = judged(readings(25), { ...RECTANGLE, straightBeforeIn: 40 } as TraverseDuct)
    expect(findings.map((one) => one.kind)).toEqual(['straight'])
    expect(findings[0]?.says).toContain('40.0 in before')
  })
})

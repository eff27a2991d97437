import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { combineFlows, type FlowEstimate } from './combine.ts'

const by = (method: FlowEstimate['method'], flowCfm: number, plusMinusCfm: number): FlowEstimate => ({
  method,
  flowCfm,
  plusMinusCfm,
  readingIds: [],
})

const named = (some: readonly FlowEstimate[] = []) => some.map((one) => one.method)

describe('several flows of one system', () => {
  it('is nothing without one, and one by itself', () => {
    expect(combineFlows([])).toBeNull()
    expect(combineFlows([by('table', 1200, 60)])).toMatchObject({
      flowCfm: 1200,
      plusMinusCfm: 60,
      verdict: 'single',
      repeat: [],
    })
  })

  it('weighs them by their uncertainty', () => {
    const flow = combineFlows([by('table', 1200, 60), by('return-grilles', 1260, 120)])
    expect(flow?.flowCfm).toBeCloseTo(1212, 6)
    expect(flow?.plusMinusCfm).toBeCloseTo(53.67, 2)
    expect(flow?.verdict).toBe('all-agree')
  })

  it('lies between them, and is the surer for each that agrees', () => {
    const estimate = fc.record({
      flow: fc.double({ min: 950, max: 1050, noNaN: true }),
      off: fc.double({ min: 200, max: 300, noNaN: true }),
    })
    fc.assert(
      fc.property(estimate, estimate, (a, b) => {
        const flow = combineFlows([by('table', a.flow, a.off), by('heater-rise', b.flow, b.off)])
        expect(flow?.plusMinusCfm).toBeLessThanOrEqual(Math.min(a.off, b.off))
        expect(flow?.flowCfm).toBeGreaterThanOrEqual(Math.min(a.flow, b.flow) - 1e-9)
        expect(flow?.flowCfm).toBeLessThanOrEqual(Math.max(a.flow, b.flow) + 1e-9)
      }),
    )
  })

  it('keeps the most that can be right together, and names what is outside with how far', () => {
    const flow = combineFlows([
      by('table', 1603, 80),
      by('traverse', 1513, 85),
      by('plate', 1602, 112),
      by('return-grilles', 1440, 150),
      by('heater-rise', 1737, 190),
      by('return-hoods', 1050, 53),
    ])
    expect(flow?.verdict).toBe('some-outside')
    expect(named(flow?.used)).not.toContain('return-hoods')
    expect(named(flow?.repeat)).toEqual(['return-hoods'])
    // By hand: 1/u² over the five that stay gives 1,567; chi-square 8.9 over four is a Birge ratio of 1.5.
    expect(flow?.flowCfm).toBeGreaterThan(1500)
    expect(flow?.birgeRatio).toBeGreaterThan(1)
    expect(flow?.outside[0]?.times).toBeGreaterThan(5)
  })

  it('cannot tell which of two is right, takes both as widely as they stand, and repeats one of each', () => {
    const flow = combineFlows([by('table', 1250, 60), by('return-grilles', 816, 65)])
    expect(flow?.verdict).toBe('cannot-tell')
    expect(named(flow?.repeat)).toEqual(['return-grilles', 'table'])
    expect(flow?.plusMinusCfm).toBeGreaterThan(400)
    expect(flow?.flowCfm).toBeCloseTo(1050.3, 0)
  })

  it('says of two camps as good as one another that they tie', () => {
    const flow = combineFlows([
      by('table', 1200, 60),
      by('plate', 1210, 60),
      by('return-grilles', 900, 60),
      by('return-hoods', 912, 60),
    ])
    expect(flow?.verdict).toBe('cannot-tell')
    expect(flow?.camps.map(named).map((one) => one.toSorted())).toEqual(
      expect.arrayContaining([
        ['plate', 'table'],
        ['return-grilles', 'return-hoods'],
      ]),
    )
    expect(flow?.repeat).toHaveLength(2)
  })

  it('doubts the one of three that fits the rest least', () => {
    const flow = combineFlows([by('table', 1500, 60), by('return-grilles', 1240, 100), by('heater-rise', 1250, 40)])
    expect(named(flow?.repeat)).toEqual(['table'])
    expect(flow?.flowCfm).toBeCloseTo(1248.6, 1)
  })

  it('counts what two rest on once: together they are hardly surer than one', () => {
    const resting = (method: string, shared: number) => ({ ...by(method, 1200, 60), shared: { static: shared } })
    const apart = combineFlows([by('table', 1200, 60), by('plate', 1200, 60)])?.plusMinusCfm ?? 0
    const same = combineFlows([resting('table', 58), resting('plate', 58)])?.plusMinusCfm ?? 0
    const against = combineFlows([resting('table', -58), resting('plate', 58)])?.plusMinusCfm ?? 0
    expect(apart).toBeCloseTo(60 / Math.SQRT2, 6)
    expect(same).toBeGreaterThan(58)
    expect(same).toBeLessThan(60)
    expect(against).toBeLessThan(apart)
    // Shared with nobody, it is nobody's but its own.
    expect(combineFlows([resting('table', 58), by('plate', 1200, 60)])?.plusMinusCfm).toBeCloseTo(apart, 6)
  })
})

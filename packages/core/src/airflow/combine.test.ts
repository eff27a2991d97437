import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { combineFlows, type FlowEstimate } from './combine.ts'

const by = (method: FlowEstimate['method'], flowCfm: number, plusMinusCfm: number): FlowEstimate => ({
  method,
  flowCfm,
  plusMinusCfm,
  readingIds: [],
})

describe('several flows of one system', () => {
  it('is nothing without one', () => expect(combineFlows([])).toBeNull())

  it('weighs them by their uncertainty', () => {
    const flow = combineFlows([by('table', 1200, 60), by('return-grilles', 1260, 120)])
    expect(flow?.flowCfm).toBeCloseTo(1212, 6)
    expect(flow?.plusMinusCfm).toBeCloseTo(53.67, 2)
    expect(flow?.doubted).toBeNull()
  })

  it('never is less sure than its best part, and lies between them', () => {
    const estimate = fc.record({
      flow: fc.double({ min: 900, max: 1100, noNaN: true }),
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

  it('doubts the less sure of two that disagree, and leaves it out', () => {
    const flow = combineFlows([by('table', 1250, 60), by('return-grilles', 816, 65)])
    expect(flow?.disagreements[0]).toMatchObject({ differenceCfm: 434, repeat: { method: 'return-grilles' } })
    expect(flow?.flowCfm).toBe(1250)
  })

  it('doubts the one of three that fits the rest least', () => {
    const flow = combineFlows([by('table', 1500, 60), by('return-grilles', 1240, 100), by('heater-rise', 1250, 40)])
    expect(flow?.doubted?.method).toBe('table')
    expect(flow?.flowCfm).toBeCloseTo(1248.6, 1)
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgeRise } from './riseWindow.ts'

const PLATE = { heatBtuH: 64_000, sensibleFactor: 1.08, returnF: 68, supplyF: 118, lowF: 35, highF: 65 }
const judged = (more: Partial<typeof PLATE>) => {
  const result = judgeRise({ ...PLATE, ...more })
  if (!result.ok) throw new Error(result.reason)
  return result.value
}

describe('a temperature rise against its window', () => {
  it('inside: the flow that it means, between the flows of both ends', () => {
    const inside = judged({})
    expect(inside).toMatchObject({ standing: 'within', riseF: 50, mend: '' })
    expect(inside.flowCfm).toBeCloseTo(64_000 / (1.08 * 50), 6)
    expect(inside.leastCfm).toBeCloseTo(64_000 / (1.08 * 65), 6)
  })
  it('on the very limit it is within; a hair beyond it is not', () => {
    expect(judged({ supplyF: 133 }).standing).toBe('within')
    expect(judged({ supplyF: 133.1 })).toMatchObject({ standing: 'above', mend: expect.stringContaining('faster heating tap') })
    expect(judged({ supplyF: 102.9 })).toMatchObject({ standing: 'below', mend: expect.stringContaining('slower heating tap') })
  })
  it('is within exactly when the flow lies between the flows of the ends', () => {
    fc.assert(
      fc.property(fc.integer({ min: 70, max: 160 }), fc.integer({ min: 20_000, max: 140_000 }), (supplyF, heatBtuH) => {
        const { standing, flowCfm, leastCfm, mostCfm } = judged({ supplyF, heatBtuH })
        expect(standing === 'within').toBe(flowCfm >= leastCfm - 1e-6 && flowCfm <= mostCfm + 1e-6)
      }),
    )
  })
  it.each([
    [{ supplyF: 60 }, /gives no flow/],
    [{ lowF: 65, highF: 35 }, /is none/],
    [{ heatBtuH: 0 }, /gives no heat/],
  ])('%j is refused in words', (more, reason) => {
    const result = judgeRise({ ...PLATE, ...more })
    expect(result.ok ? 'judged' : result.reason).toMatch(reason)
  })
})

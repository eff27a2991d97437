import { describe, expect, it } from 'vitest'
import { standardPressurePsia } from '../air/psychrometrics.ts'
import { expectedSplit } from './expectedSplit.ts'

const input = {
  capacityTons: 3.5,
  flowCfm: 1300,
  flowPlusMinusCfm: 50,
  returnDbF: 75,
  returnWbF: null,
  returnRhPct: 50,
  pressurePsia: standardPressurePsia(0),
}

describe('the split that a coil should make', () => {
  it('is a range around the energy balance', () => {
    const range = expectedSplit(input)!
    // 3.5 ton × 12,000 × 0.75 ÷ (1.08 × 1,300) = 22.4 °F by the shortcut.
    expect(range.lowF).toBeLessThan(22.4)
    expect(range.highF).toBeGreaterThan(22.4)
    expect(range.highF - range.lowF).toBeLessThan(8)
  })
  it('falls as flow rises', () =>
    expect(expectedSplit({ ...input, flowCfm: 1600 })!.highF).toBeLessThan(expectedSplit(input)!.highF))
  it('is wider, and says so, without humidity', () => {
    const wide = expectedSplit({ ...input, returnRhPct: null })!
    expect(wide.humidityAssumed).toBe(true)
    expect(wide.highF - wide.lowF).toBeGreaterThanOrEqual(expectedSplit(input)!.highF - expectedSplit(input)!.lowF - 1e-9)
  })
  it('is nothing for a coil that could not be', () =>
    expect(expectedSplit({ ...input, flowCfm: 200, flowPlusMinusCfm: 10 })).toBeNull())
})

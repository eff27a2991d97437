import { describe, expect, it } from 'vitest'
import {
  circleFt2,
  LOG_LINEAR,
  LOG_TCHEBYCHEFF,
  plateFlowCfm,
  rectangularPositionsIn,
  traverse,
  velocityFpm,
} from './velocity.ts'

describe('a traverse', () => {
  it.each([...Object.entries(LOG_TCHEBYCHEFF), ...Object.entries(LOG_LINEAR)])(
    'of %s points is the same from either wall',
    (count, shares) => {
      expect(shares).toHaveLength(Number(count))
      for (const [i, share] of shares.entries()) expect(share + (shares[shares.length - 1 - i] ?? Number.NaN)).toBeCloseTo(1, 9)
    },
  )
  it('takes more lines on a longer side', () =>
    expect([20, 29.9, 30, 36, 36.1].map((side) => rectangularPositionsIn(side).length)).toEqual([5, 5, 6, 6, 7]))
  it('averages speeds, counts zeros and leaves backward readings out', () => {
    const result = traverse([0.04, 0, -0.01, 0.04], 0.075, 2)
    expect(result?.leftOut).toBe(1)
    expect(result?.averageFpm).toBeCloseTo((2 * velocityFpm(0.04, 0.075)) / 3, 9)
    expect(result?.minFpm).toBe(0)
    expect(traverse([-0.01, -0.02], 0.075, 2)).toBeNull()
  })
  it('gives within a hundredth of the flow of a power-law profile', () => {
    // v = (1 − r)^(1/7) has a mean of 49/60 over the circle.
    const speeds = LOG_LINEAR[10].map((share) => (1 - Math.abs(2 * share - 1)) ** (1 / 7))
    const pressures = speeds.map((speed) => (speed * 1000) ** 2 * (0.075 / 1096.7 ** 2))
    expect((traverse(pressures, 0.075, circleFt2(14))?.averageFpm ?? 0) / 1000).toBeCloseTo(49 / 60, 2)
  })
  it('has thinner air blow faster at the same pressure', () => {
    expect(velocityFpm(0.05, 0.06)).toBeGreaterThan(velocityFpm(0.05, 0.075))
    expect(plateFlowCfm(1260, 0.6, 0.0622)).toBeGreaterThan(plateFlowCfm(1260, 0.6, 0.075))
  })
})

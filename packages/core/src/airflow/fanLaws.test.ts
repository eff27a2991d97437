import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { driveFrequencyHz, motorSpeedRpm, scaleSignal } from './drive.ts'
import { fanAtSpeed, fanDuctCrossings, quadraticRoots } from './fanLaws.ts'

const positive = fc.double({ min: 0.3, max: 2, noNaN: true })

describe('fan laws', () => {
  it('taken one after the other are the same as at once', () => {
    fc.assert(
      fc.property(positive, positive, (a, b) => {
        const start = { flowCfm: 1200, staticInWc: 0.5, powerW: 400 }
        const [twice, once] = [fanAtSpeed(fanAtSpeed(start, a), b), fanAtSpeed(start, a * b)]
        for (const key of ['flowCfm', 'staticInWc', 'powerW'] as const) expect(twice[key] / once[key]).toBeCloseTo(1, 9)
      }),
    )
  })
  it('leave the flow alone when only the density changes', () =>
    expect(fanAtSpeed({ flowCfm: 1000, staticInWc: 0.5, powerW: 300 }, 1, 0.8)).toEqual({
      flowCfm: 1000,
      staticInWc: 0.4,
      powerW: 240,
    }))
})

describe('a fan and a duct', () => {
  it('meet where both lines are', () => {
    const crossings = fanDuctCrossings([0, 600, 1200, 1700], [1.1, 0.97, 0.6, 0], 4.5e-7)
    expect(crossings).toHaveLength(1)
    expect(crossings[0]?.staticInWc).toBeCloseTo(4.5e-7 * (crossings[0]?.flowCfm ?? 0) ** 2, 12)
  })
  it('may meet more than once on a humped curve, each place once', () => {
    const crossings = fanDuctCrossings([0, 400, 800, 1200], [0.6, 0.5, 0.7, 0.2], 1e-8, 0.55)
    expect(crossings.length).toBe(3)
    expect(crossings.map((one) => one.flowCfm)).toEqual([...crossings.map((one) => one.flowCfm)].sort((a, b) => a - b))
  })
  it('do not meet when the duct asks for more than the fan has', () =>
    expect(fanDuctCrossings([0, 1000], [0.5, 0], 1e-7, 0.8)).toEqual([]))
})

describe('roots of a quadratic', () => {
  it('are where it is zero', () => {
    const factor = fc.double({ min: -50, max: 50, noNaN: true }).filter((x) => Math.abs(x) > 0.01)
    fc.assert(
      fc.property(factor, factor, factor, (a, b, c) => {
        for (const x of quadraticRoots(a, b, c))
          expect(Math.abs(a * x * x + b * x + c)).toBeLessThan(1e-6 * (1 + Math.abs(a * x * x) + Math.abs(b * x)))
      }),
    )
  })
  it('are one for a line and none for what never is zero', () => {
    expect(quadraticRoots(0, 2, -8)).toEqual([4])
    expect(quadraticRoots(1, 0, 1)).toEqual([])
    expect(quadraticRoots(0, 0, 1)).toEqual([])
  })
})

describe('a drive', () => {
  it('holds its frequency between its limits', () =>
    expect([10, 50, 150].map((pct) => driveFrequencyHz(pct, 60, 20, 60))).toEqual([20, 30, 60]))
  it('slips', () => expect(motorSpeedRpm(60, 4, 4)).toEqual({ syncRpm: 1800, shaftRpm: 1728 }))
  it('scales a signal both ways and holds it at its ends', () => {
    expect([-1, 0, 2.5, 5, 9].map((volts) => scaleSignal(volts, 0, 5, 40, 100))).toEqual([40, 40, 70, 100, 100])
    expect(scaleSignal(70, 40, 100, 0, 5)).toBeCloseTo(2.5, 12)
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  checkLine,
  commissionedLine,
  type Damper,
  type DamperPoint,
  damperPosition,
  damperSignal,
  damperThrough,
  fallingPoints,
  inSteps,
  type LineCase,
  lineThrough,
  nextPoint,
  onLine,
  outdoorAt,
  positionFor,
  USUAL_DAMPER,
} from './damperLine.ts'

const usual: Damper = { kind: 'share', share: USUAL_DAMPER }
const SPEEDS = [40, 50, 60, 70, 80, 90, 100]
const of = (wantedCfm: number): LineCase => ({ damper: usual, fullCfm: 4000, wantedCfm, speedsPct: SPEEDS })
const anySpeed = fc.constantFrom(...SPEEDS)
const anyLine = fc
  .uniqueArray(fc.record({ speedPct: anySpeed, positionPct: fc.double({ min: 0, max: 100, noNaN: true }) }), {
    minLength: 1,
    maxLength: 4,
    selector: (one) => one.speedPct,
  })
  .map(lineThrough)

describe('a damper line', () => {
  it('is straight between its points and held outside them, whatever order they came in; a point again replaces the one before', () => {
    const line = lineThrough([
      { speedPct: 100, positionPct: 20 },
      { speedPct: 40, positionPct: 99 },
      { speedPct: 40, positionPct: 50 },
    ])
    expect([20, 40, 70, 100, 120].map((speed) => onLine(line, speed))).toEqual([50, 50, 35, 20, 20])
  })

  it('brings at 40 % fan through a share of 0.43 what stands on paper: 40 % of 4,000 cfm by 0.43 is 688', () => {
    const check = checkLine(of(600), lineThrough([{ speedPct: 40, positionPct: 40 }]))
    expect(check.outdoorCfm[0]).toBeCloseTo(688, 9)
    expect(check.overCfm).toBeCloseTo(4000 * 0.43 - 600, 9)
    expect([check.overSpeedPct, check.underCfm]).toEqual([100, 0])
  })

  it('is never worse at a speed for a point measured right there', () => {
    fc.assert(
      fc.property(anyLine, anySpeed, fc.double({ min: 100, max: 1400, noNaN: true }), (line, speedPct, wanted) => {
        const at = { ...of(wanted), speedsPct: [speedPct] }
        const { positionPct } = positionFor(usual, wanted, (4000 * speedPct) / 100)
        const points = line.at.map((speed, i) => ({ speedPct: speed, positionPct: line.values[i] as number }))
        const before = checkLine(at, line)
        const after = checkLine(at, lineThrough([...points, { speedPct, positionPct }]))
        expect(Math.max(after.underCfm, after.overCfm)).toBeLessThanOrEqual(Math.max(before.underCfm, before.overCfm) + 1e-6)
      }),
    )
  })

  it('names the next point only where it makes the worst error smaller, and as small as it says', () => {
    fc.assert(
      fc.property(anyLine, fc.double({ min: 100, max: 1400, noNaN: true }), (line, wanted) => {
        const now = checkLine(of(wanted), line)
        const next = nextPoint(of(wanted), line)
        const worst = Math.max(now.underCfm, now.overCfm)
        if (!next) return
        const points = line.at.map((speed, i) => ({ speedPct: speed, positionPct: line.values[i] as number }))
        const then = checkLine(of(wanted), lineThrough([...points, next]))
        expect(next.worstCfm).toBeLessThan(worst)
        expect(Math.max(then.underCfm, then.overCfm)).toBeCloseTo(next.worstCfm, 9)
      }),
    )
  })

  it('says that no position brings what is wanted, and takes the nearer end', () => {
    expect(positionFor(usual, 5000, 4000)).toEqual({ positionPct: 100, reached: false })
    expect(positionFor(usual, 10, 4000)).toEqual({ positionPct: 0, reached: false })
    expect(positionFor(usual, 720, 4000)).toMatchObject({ positionPct: expect.closeTo(20, 9), reached: true })
  })

  it('through two paths takes its air back where the return plenum pushes harder than the fan draws', () => {
    const paths: Damper = {
      kind: 'paths',
      outdoorK: { at: [0, 100], values: [100, 8000] },
      returnK: { at: [0, 100], values: [9000, 100] },
      returnInWc: 0.4,
    }
    expect(outdoorAt(paths, 5, 500)).toBeLessThan(0)
    expect(outdoorAt(paths, 100, 5000)).toBeGreaterThan(4500)
  })

  it('on the device’s steps is off by half a step at most', () => {
    const made = commissionedLine(of(700), [40, 70, 100], 100)
    for (const [i, exact] of made.exact.entries())
      expect(Math.abs((made.stepped[i] as number) - exact.positionPct)).toBeLessThanOrEqual(0.5 + 1e-9)
  })
})

describe('steps and signals', () => {
  it('round halves away from zero and stay within the stroke', () => {
    expect([17.25, 0.25, 99.76, 120, -3].map((pct) => inSteps(pct, 200).positionPct)).toEqual([17.5, 0.5, 100, 100, 0])
  })

  it('go there and back, also where the actuator turns the other way', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('0-10', '2-10', '4-20', '0-5'),
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.boolean(),
        (kind, pct, reversed) => {
          expect(damperPosition(kind, damperSignal(kind, pct, reversed), reversed)).toBeCloseTo(pct, 9)
        },
      ),
    )
    expect(damperSignal('2-10', 0, true)).toBe(10)
  })
})

describe('the damper as it was measured', () => {
  const point = (positionPct: number, sharePct: number, speedPct = 100, errorCfm = 20): DamperPoint => ({
    speedPct,
    positionPct,
    supplyCfm: 40 * speedPct,
    outdoorCfm: 0.4 * speedPct * sharePct,
    errorCfm,
  })
  const shareAt = (points: DamperPoint[], at: number) => {
    const { damper } = damperThrough(points)
    return 100 * (damper.kind === 'share' ? onLine(damper.share, at) : Number.NaN)
  }

  it('goes through each measured position, and keeps the usual shape between and beyond', () => {
    const points = [point(22, 24), point(46, 36)]
    expect(shareAt(points, 22)).toBeCloseTo(24, 9)
    expect(shareAt(points, 46)).toBeCloseTo(36, 9)
    expect(shareAt(points, 34)).toBeGreaterThan(24)
    expect(shareAt(points, 34)).toBeLessThan(36)
    expect(damperThrough(points)).toMatchObject({ from: 22, to: 46 })
  })

  it('is the usual one while nothing was measured, and says so by a span of nothing', () => {
    expect(damperThrough([])).toMatchObject({ damper: usual, from: 100, to: 0 })
  })

  it('weighs two measurements at one position by how sure they are', () => {
    const share = shareAt([point(30, 30, 100, 10), point(30, 40, 100, 100)], 30)
    expect(share).toBeGreaterThan(30)
    expect(share).toBeLessThan(30.3)
  })

  it('never lets less in for a wider damper, nor more than all', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ at: fc.integer({ min: 0, max: 100 }), share: fc.integer({ min: 1, max: 100 }) }), { maxLength: 5 }),
        (rows) => {
          const points = rows.map(({ at, share }) => point(at, share))
          const shares = Array.from({ length: 101 }, (_, at) => shareAt(points, at))
          for (let i = 1; i < shares.length; i += 1) {
            expect(shares[i]).toBeGreaterThanOrEqual((shares[i - 1] as number) - 1e-9)
            expect(shares[i]).toBeLessThanOrEqual(100)
          }
        },
      ),
    )
  })

  it('questions a wider damper that brought less at the same fan speed, and nothing that is within both errors', () => {
    expect(fallingPoints([point(40, 20), point(30, 30)])).toEqual([[1, 0]])
    expect(fallingPoints([point(30, 30, 100, 300), point(40, 25, 100, 300)])).toEqual([])
    expect(fallingPoints([point(30, 30, 60), point(40, 20, 100, 20)])).toEqual([])
  })
})

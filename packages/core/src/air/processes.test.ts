import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { airFactors, sensibleFactor } from './factors.ts'
import { coilLeaving, coilLoad, mixAir } from './processes.ts'
import { type AirState, airState, standardPressurePsia } from './psychrometrics.ts'

const state = (dryBulbF: number, relativeHumidityPct: number, altitudeFt = 310): AirState => {
  const air = airState(dryBulbF, { relativeHumidityPct }, standardPressurePsia(altitudeFt))
  if (!air.ok) throw new Error(air.reason)
  return air.value
}
const anyAir = fc
  .tuple(fc.double({ min: 45, max: 105, noNaN: true }), fc.double({ min: 20, max: 90, noNaN: true }))
  .map(([t, rh]) => state(t, rh))

describe('factors of air', () => {
  it('are the well-known ones only near standard air', () => {
    expect(sensibleFactor(0.075)).toBeCloseTo(1.08, 10)
    const room = airFactors(state(70, 50, 0))
    expect([room.sensible, room.latentPerGrain, room.total].map((factor) => Number(factor.toFixed(2)))).toEqual([
      1.08, 0.69, 4.44,
    ])
  })
  it('fall with altitude as the density does', () => {
    const [low, high] = [state(70, 50, 0), state(70, 50, 5000)]
    expect(airFactors(high).sensible / airFactors(low).sensible).toBeCloseTo(high.densityLbFt3 / low.densityLbFt3, 2)
  })
})

describe('mixing', () => {
  it('lies between its two streams and weighs them by mass', () => {
    fc.assert(
      fc.property(anyAir, anyAir, fc.double({ min: 50, max: 3000, noNaN: true }), (a, b, flow) => {
        const mix = mixAir(a, flow, b, 1000)
        const within = (value: number, x: number, y: number) => value >= Math.min(x, y) - 1e-9 && value <= Math.max(x, y) + 1e-9
        expect(within(mix.humidityRatio, a.humidityRatio, b.humidityRatio)).toBe(true)
        expect(within(mix.enthalpyBtuLb, a.enthalpyBtuLb, b.enthalpyBtuLb)).toBe(true)
        expect(mix.firstMassPct).toBeGreaterThan(0)
        expect(mix.firstMassPct).toBeLessThan(100)
      }),
    )
  })
  it('of air with itself is that air', () => {
    const air = state(72, 45)
    expect(mixAir(air, 300, air, 900)).toMatchObject({ firstMassPct: 25, volumeWeightedDryBulbF: 72 })
    expect(mixAir(air, 300, air, 900).air?.dryBulbF).toBeCloseTo(72, 9)
  })
  it('fogs where cold and warm wet air meet', () => expect(mixAir(state(20, 95, 0), 800, state(80, 95, 0), 800).air).toBeNull())
})

describe('a cooling coil', () => {
  it('gives back the load that made its leaving air', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 18_000, max: 40_000, noNaN: true }),
        fc.double({ min: 0.7, max: 0.95, noNaN: true }),
        (total, ratio) => {
          const entering = state(76, 50)
          const leaving = coilLeaving(entering, { actualCfm: 1300 }, total, ratio)
          if (!leaving.ok) return
          const load = coilLoad(entering, leaving.value, { actualCfm: 1300 })
          expect(load.totalBtuH / total).toBeCloseTo(1, 6)
          expect(load.sensibleRatio).toBeCloseTo(ratio, 6)
        },
      ),
    )
  })
  it.each([
    ['no air', 0, 30_000, 0.75, /no air flow/],
    ['too little air', 150, 42_000, 0.9, /colder than its water allows/],
    ['more water than there is', 400, 40_000, 0.1, /does not hold the water/],
  ])('cannot be with %s, and says why', (_, flow, total, ratio, reason) => {
    const leaving = coilLeaving(state(75, 50), { actualCfm: flow }, total, ratio)
    expect(leaving.ok).toBe(false)
    expect(!leaving.ok && leaving.reason).toMatch(reason)
  })
})

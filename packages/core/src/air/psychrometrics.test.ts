import fc from 'fast-check'
import psychrolib from 'psychrolib'
import { describe, expect, it } from 'vitest'
import {
  airState,
  dryBulbFromEnthalpyF,
  enthalpyBtuLb,
  moistDensityLbFt3,
  specificVolumeFt3Lb,
  standardPressurePsia,
} from './psychrometrics.ts'

const warm = fc.record({
  t: fc.double({ min: -20, max: 120, noNaN: true }),
  rh: fc.double({ min: 1, max: 100, noNaN: true }),
  altitude: fc.double({ min: -500, max: 12_000, noNaN: true }),
})

describe('moist air', () => {
  it('agrees with the reference code on its fast path', () => {
    fc.assert(
      fc.property(warm, ({ t, rh, altitude }) => {
        const p = standardPressurePsia(altitude)
        const w = psychrolib.GetHumRatioFromRelHum(t, rh / 100, p)
        expect(enthalpyBtuLb(t, w) / psychrolib.GetMoistAirEnthalpy(t, w)).toBeCloseTo(1, 6)
        expect(specificVolumeFt3Lb(t, w, p) / psychrolib.GetMoistAirVolume(t, w, p)).toBeCloseTo(1, 4)
        expect(moistDensityLbFt3(t, w, p) / psychrolib.GetMoistAirDensity(t, w, p)).toBeCloseTo(1, 4)
      }),
    )
  })

  it('comes back the same by every measure of moisture', () => {
    fc.assert(
      fc.property(fc.double({ min: 45, max: 110, noNaN: true }), fc.double({ min: 30, max: 99, noNaN: true }), (t, rh) => {
        const p = standardPressurePsia(310)
        const first = airState(t, { relativeHumidityPct: rh }, p)
        if (!first.ok || first.value.wetBulbF < 34 || (first.value.dewPointF ?? 0) < 34) return
        for (const again of [
          airState(t, { wetBulbF: first.value.wetBulbF }, p),
          airState(t, { dewPointF: first.value.dewPointF ?? 0 }, p),
          airState(t, { humidityRatio: first.value.humidityRatio }, p),
        ]) {
          expect(again.ok && again.value.humidityRatio / first.value.humidityRatio).toBeCloseTo(1, 2)
        }
      }),
    )
  })

  it('turns enthalpy back into temperature', () =>
    expect(dryBulbFromEnthalpyF(enthalpyBtuLb(74.3, 0.0091), 0.0091)).toBeCloseTo(74.3, 9))

  it.each([
    ['a wet bulb above the dry bulb', 70, { wetBulbF: 71 }],
    ['a wet bulb that would need less than no water', 100, { wetBulbF: 40 }],
    ['a dew point above the dry bulb', 60, { dewPointF: 61 }],
    ['more than saturated air', 60, { relativeHumidityPct: 101 }],
    ['a temperature off the formulas', 500, { relativeHumidityPct: 10 }],
  ])('refuses %s', (_, t, moisture) => {
    const state = airState(t, moisture, 14.696)
    expect(state).toMatchObject({ ok: false })
    expect(!state.ok && state.remedy).toMatch(/\w/)
  })

  it('refuses a pressure that is none', () => expect(airState(70, { relativeHumidityPct: 50 }, 0).ok).toBe(false))
})

import { BASE_UNITS, showIn } from '@ingle/core'
import { describe, expect, it } from 'vitest'
import { fireFindings, firesOf, firingOn } from './fires.ts'

const PLATE = {
  efficiencyPct: 80,
  fires: [
    { inputBtuH: 80_000, riseLowF: 35, riseHighF: 65 },
    { inputBtuH: 54_000, riseLowF: 25, riseHighF: 55 },
  ],
  source: 'plate',
}

describe('the fires of a furnace', () => {
  it('are the plate’s, derated by height', () => {
    expect(firesOf({}, PLATE, 300)).toMatchObject({
      efficiencyPct: 80,
      high: { inputBtuH: 80_000, heatBtuH: 64_000, lowF: 35, highF: 65 },
      low: { heatBtuH: 43_200, lowF: 25, highF: 55 },
      plateBtuH: 80_000,
      clocked: null,
    })
    expect(firesOf({}, PLATE, 5000).high?.inputBtuH).toBeCloseTo(64_000, 6)
  })
  it('give way to what was typed, and both to the meter; low fire keeps its share', () => {
    expect(firesOf({ efficiencyPct: 82, inputBtuH: 75_000, riseHighF: 60 }, PLATE, 300).high).toMatchObject({
      heatBtuH: 61_500,
      highF: 60,
    })
    const clocked = firesOf({ meterFt3: 2, meterS: 90, heatingValueBtuFt3: 1000, heatingValueAs: 'delivered' }, PLATE, 5000)
    expect(clocked.clocked).toEqual({ ok: true, value: 80_000 })
    expect(clocked.high?.inputBtuH).toBeCloseTo(80_000, 6)
    expect(clocked.low?.inputBtuH).toBeCloseTo(54_000, 6)
  })
  it('are clocked only once volume, time and heating value are all there', () => {
    const all = { meterFt3: 2, meterS: 90, heatingValueBtuFt3: 1000, heatingValueAs: 'delivered' as const }
    for (const missing of ['meterFt3', 'meterS', 'heatingValueBtuFt3'] as const) {
      const { [missing]: _, ...rest } = all
      expect(firesOf(rest, PLATE, 300).clocked, missing).toBeNull()
    }
  })
  it('say what of the gas was taken, be it one thing', () => {
    const firing = {
      meterFt3: 2,
      meterS: 90,
      heatingValueBtuFt3: 1000,
      heatingValueAs: 'stated',
      heatingValueAt: '15C',
      gasF: 58,
    } as const
    const said = (more: object) =>
      fireFindings({ ...firing, ...more }, firesOf({ ...firing, ...more }, PLATE, 300), 300, showIn(BASE_UNITS)).map(
        (one) => one.code,
      )
    expect(said({})).toContain('gas-as-taken')
    expect(said({ gasInWc: 7 })).not.toContain('gas-as-taken')
  })
  it('of a machine that is in no library are what was typed for each, and a low one without a window is not known', () => {
    const typed = { efficiencyPct: 80, inputBtuH: 60_000, riseLowF: 30, riseHighF: 60, lowInputBtuH: 40_000 }
    expect(firesOf(typed, undefined, 0)).toMatchObject({ high: { heatBtuH: 48_000 }, low: null })
    expect(firesOf({ ...typed, lowRiseLowF: 20, lowRiseHighF: 50 }, undefined, 0).low).toEqual({
      inputBtuH: 40_000,
      heatBtuH: 32_000,
      lowF: 20,
      highF: 50,
    })
  })
  it('are as printed where somebody says that the burner was not derated, or by the local code’s share', () => {
    expect(firesOf({ derated: false }, PLATE, 5000).high?.inputBtuH).toBe(80_000)
    expect(firesOf({ derated: true, deratePctPerKft: 2 }, PLATE, 5000).high?.inputBtuH).toBeCloseTo(72_000, 6)
  })
  it('are doubted by what was read, and by what nobody said', () => {
    const codes = (firing: Parameters<typeof firesOf>[0], altitudeFt: number) =>
      fireFindings(firing, firesOf(firing, PLATE, altitudeFt), altitudeFt, showIn(BASE_UNITS)).map((one) => one.code)
    expect(codes({}, 300)).toEqual(['input-not-clocked'])
    // The watch and the dial alone say nothing yet of heat.
    expect(codes({ meterFt3: 1, meterS: 41 }, 300)).toEqual(['heating-value-lacks'])
    expect(codes({}, 5000)).toEqual(['input-not-clocked', 'derate-unknown'])
    expect(codes({ derated: true }, 5000)).toEqual(['input-not-clocked'])
    const meter = { meterFt3: 2, meterS: 80, heatingValueBtuFt3: 1020 }
    // 91,800 Btu/h against the profile's plate of 80,000, which nobody typed.
    expect(codes({ ...meter, heatingValueAs: 'delivered' }, 300)).toEqual(['input-over-plate'])
    expect(codes({ ...meter, meterS: 92 }, 0)).toEqual(['gas-as-taken'])
    expect(codes({ ...meter, meterS: 92, heatingValueAs: 'stated', heatingValueAt: '60F', gasInWc: 7, gasF: 60 }, 0)).toEqual([])
    expect(codes({ ...meter, meterS: 92, heatingValueAs: 'delivered', coAirFreePpm: 900 }, 0)).toEqual(['co-over'])
  })
  it('are judged by the plate and by a derating that was said, never by one that was assumed', () => {
    // 5,280 ft: printed 80,000, derated by the code's rule 63,104.
    const at = (btuH: number, derated?: boolean) => {
      const firing = {
        meterFt3: 1,
        meterS: 3600_000 / btuH,
        heatingValueBtuFt3: 1000,
        heatingValueAs: 'delivered' as const,
        ...(derated !== undefined && { derated }),
      }
      return fireFindings(firing, firesOf(firing, PLATE, 5280), 5280, showIn(BASE_UNITS))
        .map((one) => one.code)
        .filter((code) => code.startsWith('input-') && code !== 'input-not-clocked')
    }
    expect(at(81_100)).toEqual([]) // 1.4 % over its plate
    expect(at(63_900)).toEqual([]) // 1.3 % over its derated input
    expect(at(84_100)).toEqual(['input-over-plate'])
    expect(at(59_000)).toEqual(['input-under-plate'])
    expect(at(81_100, true)).toEqual(['input-over-plate'])
    expect(at(63_900, false)).toEqual(['input-under-plate'])
  })
  it('are unknown without a plate and without a word', () => {
    expect(firesOf({}, undefined, 0)).toEqual({
      efficiencyPct: null,
      high: null,
      low: null,
      plateBtuH: null,
      printedBtuH: null,
      clocked: null,
    })
    expect(firingOn({ returnF: 64 }, PLATE, 0)).toBeNull()
    expect(firingOn({ returnF: 64, supplyF: 120 }, PLATE, 0)).toMatchObject({ heatBtuH: 64_000 })
  })
})

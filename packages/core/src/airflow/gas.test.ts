import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { showIn } from '../advice/show.ts'
import { BASE_UNITS, METRIC_UNITS } from '../quantity/units.ts'
import { clockedInputBtuH, deratedInputBtuH, gasFindings, inputFinding, type Metered, volumeFactor } from './gas.ts'

const show = showIn(BASE_UNITS)
const METER: Metered = {
  ft3: 2,
  seconds: 120,
  heatingValueBtuFt3: 1020,
  as: 'delivered',
  gaugeInWc: null,
  gasF: null,
  altitudeFt: 0,
}
const clocked = (change: Partial<Metered>) => {
  const read = clockedInputBtuH({ ...METER, ...change })
  if (!read.ok) throw new Error(read.reason)
  return read.value
}

it('a heating value is of the conditions that it is stated at: a normal cubic metre is 5.5 % more gas', () => {
  const at = (statedAt: '60F' | '15C' | '0C') => volumeFactor({ altitudeFt: 0, gaugeInWc: 7, gasF: 60, statedAt })
  // 14.696 + 7 × 0.0361 = 14.949 psia; ÷ 14.73 = 1.0149, at 60 °F.
  expect(at('60F')).toBeCloseTo(1.0149, 3)
  expect(at('15C') / at('60F')).toBeCloseTo((14.73 / 14.6959) * (518.67 / 519.67), 6)
  expect(at('15C') / at('0C')).toBeCloseTo(518.67 / 491.67, 6)
})

describe('the input of a burner', () => {
  it('is derated by height, and only above 2,000 ft, by the rule of the place', () => {
    expect(deratedInputBtuH(100_000, 310)).toBe(100_000)
    expect(deratedInputBtuH(100_000, 5000)).toBeCloseTo(80_000, 6)
    expect(deratedInputBtuH(100_000, 5000, 2)).toBeCloseTo(90_000, 6)
    expect(deratedInputBtuH(100_000, 5000, 0)).toBe(100_000)
  })
  it('clocked: two cubic feet in two minutes of gas whose value is as delivered', () => expect(clocked({})).toBe(61_200))
  it('clocked high up: the volume is brought to the conditions of the heating value', () => {
    // By hand: 5,000 ft is 12.228 psia; with 7 in.wc 12.481; ÷ 14.73 = 0.8473. 61,200 × 0.8473 = 51,855.
    expect(clocked({ as: 'stated', altitudeFt: 5000, gaugeInWc: 7, gasF: 60 })).toBeCloseTo(51_855, -1)
    // Warm gas is thin: 519.67 ÷ 549.67 = 0.9454.
    expect(volumeFactor({ altitudeFt: 5000, gaugeInWc: 7, gasF: 90 })).toBeCloseTo(0.8473 * 0.9454, 3)
    // Nobody said how the value is stated: as on the bill, with the gas as it usually is.
    expect(clocked({ as: null, altitudeFt: 5000 })).toBe(clocked({ as: 'stated', altitudeFt: 5000, gaugeInWc: 7, gasF: 60 }))
  })
  it('is less for each foot of height and each degree of the gas, more for pressure', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 9000 }),
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 3, max: 40 }),
        (altitudeFt, gasF, gaugeInWc) => {
          const here = volumeFactor({ altitudeFt, gasF, gaugeInWc })
          expect(volumeFactor({ altitudeFt: altitudeFt + 100, gasF, gaugeInWc })).toBeLessThan(here)
          expect(volumeFactor({ altitudeFt, gasF: gasF + 1, gaugeInWc })).toBeLessThan(here)
          expect(volumeFactor({ altitudeFt, gasF, gaugeInWc: gaugeInWc + 1 })).toBeGreaterThan(here)
        },
      ),
    )
  })
  it.each([
    [{ ft3: 0 }, /did not move/],
    [{ seconds: 0 }, /no time went by/],
    [{ heatingValueBtuFt3: 90 }, /no gas that is piped/],
  ])('%j is refused in words', (change, reason) => {
    const read = clockedInputBtuH({ ...METER, ...change })
    expect(read.ok ? 'taken' : read.reason).toMatch(reason)
  })
  it('over the plate: a pilot on the meter is asked for first', () => {
    expect(inputFinding(66_000, 60_000, show)).toMatchObject({
      says: 'The meter gives 66,000 Btu/h, 10% over the plate.',
      mend: expect.stringContaining('pilot'),
    })
    expect(inputFinding(54_000, 60_000, show)?.says).toMatch(/10% under/)
    expect(inputFinding(61_000, 60_000, show)).toBeNull()
    expect(inputFinding(66_000, 60_000, showIn(METRIC_UNITS))?.says).toBe('The meter gives 19.3 kW, 10% over the plate.')
  })
})

describe('gas pressures and combustion', () => {
  const codes = (of: Parameters<typeof gasFindings>[0]) => gasFindings(of, show).map((one) => one.code)
  it('says nothing of what was not read, and of what is as on the plate', () => {
    expect(codes({})).toEqual([])
    expect(codes({ manifoldInWc: 3.5 })).toEqual([])
    expect(codes({ plateManifoldInWc: 3.5, manifoldInWc: 3.2, inletInWc: 5, inletLeastInWc: 5, coAirFreePpm: 100 })).toEqual([])
  })
  it.each([
    [{ manifoldInWc: 3.1, plateManifoldInWc: 3.5 }, ['manifold-off']],
    [{ manifoldInWc: 3.9, plateManifoldInWc: 3.5 }, ['manifold-off']],
    [{ lowManifoldInWc: 1, lowPlateManifoldInWc: 1.7 }, ['manifold-off']],
    [{ inletInWc: 4.9, inletLeastInWc: 5 }, ['inlet-low']],
    [{ inletInWc: 14.5, inletMostInWc: 14 }, ['inlet-high']],
    [{ coAirFreePpm: 101 }, ['co-raised']],
    [{ coAirFreePpm: 401 }, ['co-over']],
  ])('%j', (of, wanted) => expect(codes(of)).toEqual(wanted))
  it('says which fire, in the reader’s units', () =>
    expect(gasFindings({ lowManifoldInWc: 1, lowPlateManifoldInWc: 1.7 }, showIn(METRIC_UNITS))[0]?.says).toBe(
      'On low fire the manifold stands at 249 Pa, the plate says 423 Pa.',
    ))
})

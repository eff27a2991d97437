import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { diagnoseByAgreement, diagnoseSensor, type SensorPair } from './sensorDiagnosis.ts'

const LIMITS = { criticalT: 3, leastShiftF: 0.5, leastLagMin: 3, trimStepF: 0.5, trimLimitF: 3 }

/** A room that goes up and down, a fan that runs by turns, supply air for a part of that. */
function pairs(of: { offset?: number; draught?: number; supply?: number; lagMin?: number; fan?: boolean }): SensorPair[] {
  return Array.from({ length: 24 }, (_, i) => {
    const atMin = i * 10
    const referenceF = 70 + 2 * Math.sin(i / 3)
    const rateFPerMin = (2 * Math.cos(i / 3)) / 30
    const fan = of.fan ?? i % 6 > 2
    const supply = fan && i % 6 === 4
    const noise = 0.02 * Math.sin(i * 7.3)
    return {
      atMin,
      referenceF,
      fan,
      supply,
      shownF:
        referenceF +
        (of.offset ?? 0) +
        (fan ? (of.draught ?? 0) : 0) +
        (supply ? (of.supply ?? 0) : 0) -
        rateFPerMin * (of.lagMin ?? 0) +
        noise,
    }
  })
}
const found = (of: Parameters<typeof pairs>[0]) => diagnoseSensor(pairs(of), LIMITS).found

describe('what is wrong with a sensor', () => {
  it.each([
    [{}, []],
    [{ offset: 1.5 }, ['offset']],
    [{ draught: -1.8 }, ['draught']],
    [{ supply: 2.4 }, ['supply-air']],
    [{ lagMin: 9 }, ['lag']],
    [{ offset: -1.2, draught: 1.6, lagMin: 8 }, ['offset', 'draught', 'lag']],
    // Less than what matters is nothing, however sure it is.
    [{ offset: 0.3 }, []],
    [{ lagMin: 2 }, []],
    [{ lagMin: -9 }, []],
  ])('%j is %j', (of, is) => expect(found(of)).toEqual(is))
  it('gives back the parts of which it was made', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 15, noNaN: true }),
        (offset, draught, lagMin) => {
          const told = diagnoseSensor(pairs({ offset, draught, lagMin }), LIMITS)
          expect(told.offset?.value).toBeCloseTo(offset, 0)
          expect(told.fan?.value).toBeCloseTo(draught, 0)
          expect(Math.abs((told.lag?.value ?? 0) - lagMin)).toBeLessThan(1.5)
        },
      ),
    ))
  it('names what was never tried', () => {
    expect(diagnoseSensor(pairs({ fan: false }), LIMITS)).toMatchObject({
      notTestable: ['fan', 'supply'],
      terms: ['offset', 'rate'],
      fan: null,
    })
    const still = pairs({ offset: 1 }).map((one) => ({ ...one, referenceF: 70, shownF: 71 }))
    expect(diagnoseSensor(still, LIMITS)).toMatchObject({ notTestable: ['rate'], lag: null })
  })
  it('cannot tell from too few', () => {
    expect(diagnoseSensor(pairs({ offset: 2 }).slice(0, 6), LIMITS).found).toBeNull()
    expect(diagnoseSensor([], LIMITS)).toMatchObject({ found: null, notTestable: ['fan', 'supply', 'rate'] })
  })
})

describe('pairs that are too few for a regression', () => {
  const read = (shown: readonly number[], sun: readonly number[] = []): SensorPair[] => [
    ...shown.map((one, i) => ({ shownF: 70 + one, referenceF: 70, atMin: 10 * i, fan: i % 2 === 0, supply: false })),
    ...sun.map((one, i) => ({ shownF: 70 + one, referenceF: 70, atMin: 200 + 10 * i, fan: false, supply: false, sun: true })),
  ]
  it('seven that agree within 0.6 °F are a judgement: the sensor is good', () => {
    const seven = read([0.3, -0.2, 0.1, 0.4, -0.1, 0.2, 0])
    expect(diagnoseByAgreement(seven, LIMITS)).toMatchObject({ by: 'agreement', found: [], notTestable: ['supply', 'rate'] })
  })
  it('several that agree on being off are an offset, with its trim', () =>
    expect(diagnoseByAgreement(read([1.8, 2.1, 2, 1.9, 2.2]), LIMITS)).toMatchObject({ found: ['offset'], trimF: -2 }))
  it('sixteen degrees in the sun and a third out of it is the sun', () => {
    const told = diagnoseByAgreement(read([0.3, 0.2], [16]), LIMITS)
    expect(told?.found).toEqual(['sun'])
    expect(told?.sun?.value).toBeCloseTo(15.75, 9)
    // Of fan and supply nothing is said: two pairs are not enough to.
    expect(told?.notTestable).toEqual(['fan', 'supply', 'rate'])
  })
  it('those that do not agree, and too few of them, say nothing', () => {
    expect(diagnoseByAgreement(read([-3, -8.5, -4, -6, -3.2]), LIMITS)).toBeNull()
    expect(diagnoseByAgreement(read([0.1, 0.2, 0.1]), LIMITS)).toBeNull()
    expect(diagnoseByAgreement(read([2, -1], [4]), LIMITS)).toBeNull()
    expect(diagnoseByAgreement([], LIMITS)).toBeNull()
  })
})

describe('the trim', () => {
  it('shares the rest between fan off and on, in the device’s steps', () => {
    const told = diagnoseSensor(pairs({ offset: 1, draught: 1 }), LIMITS)
    expect(told.trimF).toBe(-1.5)
    expect(told.remainingFanOffF).toBeCloseTo(-0.5, 1)
    expect(told.remainingFanOnF).toBeCloseTo(0.5, 1)
    expect(told.remainingWorstF).toBeCloseTo(0.5, 1)
  })
  it('goes no further than the device offers', () => {
    const told = diagnoseSensor(pairs({ offset: -5 }), LIMITS)
    expect(told.trimF).toBe(3)
    expect(told.remainingWorstF).toBeCloseTo(2, 1)
  })
})

describe('the sun on a sensor', () => {
  /** A room at rest; the sun is on it in the middle of the pairs, the fan runs by turns. */
  const inSun = (shiftF: number, more: { draught?: number } = {}) =>
    pairs({ draught: more.draught ?? 0 }).map((one, i) => {
      const sun = i >= 8 && i < 16
      return { ...one, sun, shownF: one.shownF + (sun ? shiftF : 0) }
    })
  it('is told from an offset and from a draught by the pairs that were read in it', () => {
    const told = diagnoseSensor(inSun(3.2, { draught: -1.8 }), LIMITS)
    expect(told.found).toEqual(['draught', 'sun'])
    expect(told.sun?.value).toBeCloseTo(3.2, 1)
    expect(told.fan?.value).toBeCloseTo(-1.8, 1)
    // Nothing trims the sun: the trim is that of the rest.
    expect(told.trimF).toBe(diagnoseSensor(inSun(0, { draught: -1.8 }), LIMITS).trimF)
  })
  it('is no fault where it makes no difference, and no question where nobody read in it', () => {
    expect(diagnoseSensor(inSun(0.2), LIMITS).found).toEqual([])
    const none = diagnoseSensor(pairs({ offset: 1.5 }), LIMITS)
    expect([none.sun, none.terms.includes('sun'), none.notTestable.includes('sun')]).toEqual([null, false, false])
    // All in the sun: it cannot be told from an offset, and is named.
    const always = diagnoseSensor(
      pairs({ offset: 1.5 }).map((one) => ({ ...one, sun: true })),
      LIMITS,
    )
    expect(always.notTestable).toContain('sun')
    expect(always.found).toEqual(['offset'])
  })
})

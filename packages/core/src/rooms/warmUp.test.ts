import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitWarmUp, leadTime } from './warmUp.ts'

const LIMITS = { mostRelativeError: 0.25, leastT: 4 }
const timesMin = Array.from({ length: 37 }, (_, i) => i * 5)
const warming = (tau: number, from: number, to: number) => timesMin.map((t) => to + (from - to) * Math.exp(-t / tau))

describe('a logged warm-up', () => {
  it('gives back what it was made of', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 200, noNaN: true }),
        fc.double({ min: 50, max: 66, noNaN: true }),
        fc.double({ min: 3, max: 25, noNaN: true }),
        (tau, from, rise) => {
          const told = fitWarmUp({ timesMin, readingsF: warming(tau, from, from + rise) }, LIMITS)
          if (told.tells !== 'exponential') throw new Error(told.tells)
          expect(told.timeConstantMin.value).toBeCloseTo(tau, 3)
          expect(told.finalF.value).toBeCloseTo(from + rise, 3)
          expect(told.startF).toBeCloseTo(from, 3)
          expect(told.initialRateFPerH.value).toBeCloseTo((60 * rise) / tau, 2)
        },
      ),
      { numRuns: 30 },
    ))
  it('leaves out what is missing, and counts from the first reading', () => {
    const readingsF = warming(60, 58, 72).map((one, i) => (i < 3 || i === 9 ? null : one))
    expect(fitWarmUp({ timesMin, readingsF }, LIMITS)).toMatchObject({ tells: 'exponential', used: 33 })
  })
  it('tells the bare rate of a straight line, and nothing of a still room', () => {
    const line = timesMin.map((t) => 60 + t / 30)
    const told = fitWarmUp({ timesMin, readingsF: line }, LIMITS)
    expect(told).toMatchObject({ tells: 'rate', rateFPerH: { value: expect.closeTo(2, 6) } })
    expect(fitWarmUp({ timesMin, readingsF: timesMin.map(() => 68) }, LIMITS)).toEqual({ tells: 'nothing', used: 37 })
  })
  it('tells nothing of two readings, of one moment, of none', () => {
    expect(fitWarmUp({ timesMin: [0, 5], readingsF: [60, 62] }, LIMITS).tells).toBe('nothing')
    expect(fitWarmUp({ timesMin: [5, 5, 5, 5], readingsF: [60, 61, 62, 63] }, LIMITS).tells).toBe('nothing')
    expect(fitWarmUp({ timesMin: [], readingsF: [] }, LIMITS)).toEqual({ tells: 'nothing', used: 0 })
  })
})

describe('how early it must start', () => {
  const day = (outdoorF: number, perF: number) => ({ outdoorF, startF: 60, reachedF: 70, takenMin: 10 * perF })
  const facts = { outdoorF: 25, startF: 60, targetF: 70, leastPast: 4, leastOutdoorSpanF: 8, mostLeadMin: 240 }
  it('follows the weather of enough days', () => {
    const lead = leadTime({ ...facts, past: [day(20, 12), day(30, 10), day(40, 8), day(35, 9)] })
    expect(lead).toMatchObject({ method: 'regression', leadMin: expect.closeTo(110, 6), errorMin: expect.closeTo(0, 5) })
  })
  it.each([
    ['too few days', [day(20, 12), day(40, 8)]],
    ['days all alike', [day(30, 12), day(31, 8), day(32, 9), day(33, 11)]],
  ])('is the mean of %s', (_, past) => {
    expect(leadTime({ ...facts, past })).toMatchObject({ method: 'mean', leadMin: expect.closeTo(100, 6) })
  })
  it('has no error from one day, and no answer from none', () => {
    expect(leadTime({ ...facts, past: [day(20, 12)] })).toMatchObject({ leadMin: 120, errorMin: null })
    expect(leadTime({ ...facts, past: [] })).toBeNull()
    expect(leadTime({ ...facts, past: [{ outdoorF: 20, startF: 70, reachedF: 70, takenMin: 5 }] })).toBeNull()
  })
  it('is held between nothing and the most', () => {
    expect(leadTime({ ...facts, targetF: 50, past: [day(20, 12)] })).toMatchObject({ leadMin: 0, limited: true })
    expect(leadTime({ ...facts, mostLeadMin: 60, past: [day(20, 12)] })).toMatchObject({ leadMin: 60, limited: true })
  })
})

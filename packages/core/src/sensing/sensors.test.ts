import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { averageOf, rootSumSquare, sensorOffset, thermistorC, thermistorOhm } from './sensors.ts'

const trim = (displayedF: number, referenceF: number, stepF = 0.5, limitF = 3) =>
  sensorOffset({ displayedF, referenceF, stepF, limitF, sensorUncertaintyF: 1, referenceUncertaintyF: 0.5 })

describe('the trim of a sensor', () => {
  it('goes to the nearest step, halves away from zero', () => {
    expect(trim(72, 71.25).settingF).toBe(-1)
    expect(trim(71.25, 72).settingF).toBe(1)
    expect(trim(72, 72.2).settingF).toBe(0)
  })
  it('stays inside what the device offers and leaves the rest to be seen', () =>
    expect(trim(65, 72)).toMatchObject({ settingF: 3, residualF: 4, significant: true }))
  it('is not significant inside what both instruments may be off', () =>
    expect(trim(72, 73)).toMatchObject({ significant: false }))
  it('never leaves more than half a step, inside the limit', () => {
    fc.assert(
      fc.property(fc.double({ min: -2.7, max: 2.7, noNaN: true }), (off) => {
        expect(Math.abs(trim(70, 70 + off).residualF)).toBeLessThanOrEqual(0.25 + 1e-9)
      }),
    )
  })
})

describe('several sensors', () => {
  it('leave a failed one out', () => expect(averageOf([70, null, 74])).toEqual({ used: 2, average: 72, spread: 4 }))
  it('are weighed', () => expect(averageOf([70, 74], [3, 1]).average).toBe(71))
  it('are nothing when all have failed', () => expect(averageOf([null, null])).toEqual({ used: 0, average: null, spread: null }))
  it('combine by their squares', () => expect(rootSumSquare([3, 4])).toBe(5))
})

it('a thermistor reads back the temperature that it was given', () => {
  fc.assert(
    fc.property(fc.double({ min: -20, max: 90, noNaN: true }), (celsius) => {
      expect(thermistorC(thermistorOhm(celsius, 10_000, 3950), 10_000, 3950)).toBeCloseTo(celsius, 6)
    }),
  )
})

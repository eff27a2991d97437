import { weatherYear } from '@ingle/core'
import { describe, expect, it } from 'vitest'
import { CLIMATE_ZONES, climateOf, limitsIn, zoneNear } from './climateZones.ts'
import { EFFECTIVENESS, SPACE_USES, spaceUse } from './spaceRates.ts'

describe('rates of spaces', () => {
  it('are the table’s for uses that everybody can look up, and no use stands twice', () => {
    expect(spaceUse('office')).toMatchObject({ perPersonCfm: 5, perAreaCfmFt2: 0.06 })
    expect(spaceUse('classroom')).toMatchObject({ perPersonCfm: 10, perAreaCfmFt2: 0.12 })
    expect(spaceUse('library')).toMatchObject({ perPersonCfm: 5, perAreaCfmFt2: 0.12 })
    expect(spaceUse('nowhere')).toBeNull()
    expect(new Set(SPACE_USES.map((one) => one.id)).size).toBe(SPACE_USES.length)
  })
})

describe('climate zones', () => {
  it('limit a fixed dry bulb lower where summers are damp, and forbid comparing dry bulbs where they are wet', () => {
    const fixed = (zone: (typeof CLIMATE_ZONES)[number]) => limitsIn(zone).find((one) => one.kind === 'fixed-dry-bulb')?.limitF
    expect([fixed('4C'), fixed('5A'), fixed('3A')]).toEqual([75, 70, 65])
    const differs = (zone: (typeof CLIMATE_ZONES)[number]) =>
      limitsIn(zone).find((one) => one.kind === 'differential-dry-bulb')?.isAllowed
    expect([differs('4A'), differs('4B'), differs('5A')]).toEqual([false, true, true])
  })

  it('are found by coordinates, with how far the place is that they were taken from', () => {
    expect(zoneNear(47.6, -122.3)).toMatchObject({ zone: '4C', place: 'Seattle', miles: expect.closeTo(6.9, 0) })
    expect(zoneNear(0, -30)?.miles).toBeGreaterThan(1000)
    // Over the line of dates the short way round counts.
    expect(zoneNear(22, 179)?.place).toBe('Honolulu')
    expect(zoneNear(91, 0)).toBeNull()
  })

  it('have a year each, colder by number', () => {
    const mean = (zone: (typeof CLIMATE_ZONES)[number]) => {
      const { outdoorF } = weatherYear(climateOf(zone, 0))
      return outdoorF.reduce((sum, one) => sum + one, 0) / outdoorF.length
    }
    const ofA = CLIMATE_ZONES.filter((one) => one.endsWith('A')).map(mean)
    expect(ofA).toEqual([...ofA].sort((a, b) => b - a))
    expect(mean('7')).toBeLessThan(mean('6A'))
    expect(mean('8')).toBeLessThan(mean('7'))
  })
})

it.each([
  [0, 28],
  [1000, 28],
  [1001, 28.5],
  [5280, 30.3],
  [7000, 31.2],
])('fixed enthalpy at %i ft ends at that of 75 °F and half humidity there: %f Btu/lb', (altitudeFt, limitBtuLb) =>
  expect(limitsIn('5B', altitudeFt).find((one) => one.kind === 'fixed-enthalpy')?.limitBtuLb).toBeCloseTo(limitBtuLb, 1),
)

it('the effectiveness of each way in which air comes is that of the table', () => {
  const of = (words: RegExp) => EFFECTIVENESS.filter((one) => words.test(one.label)).map((one) => one.value)
  expect(of(/warm air from the floor, return at the floor/)).toEqual([1])
  expect(of(/warm air from the floor, return at the ceiling/)).toEqual([0.7])
  expect(of(/warm air from the ceiling with the return up there/)).toEqual([0.8])
  expect(of(/displacement/)).toEqual([1.2])
  expect(of(/above 18 ft/)).toEqual([1.5])
  // One line for each figure: a record keeps the figure.
  expect(new Set(EFFECTIVENESS.map((one) => one.value)).size).toBe(EFFECTIVENESS.length)
})

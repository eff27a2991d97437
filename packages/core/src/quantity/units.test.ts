import { describe, expect, it } from 'vitest'
import { DEVICE_UNITS, deviceSign, fromRole, toRole } from '../device/units.ts'
import { toBase, UNITS } from './units.ts'

const inBase = (quantity: keyof typeof UNITS, symbol: string, value: number) => {
  const unit = UNITS[quantity].find((one) => one.symbol === symbol)
  if (!unit) throw new Error(`${quantity} has no ${symbol}`)
  return toBase(value, unit)
}

describe('a measurement in another unit', () => {
  // By hand, from the definitions: 1 in.wc = 249.08891 Pa, 1 in = 2.54 cm, 1 ft = 0.3048 m, 12,000 Btu/h a ton, 3.412142 Btu/Wh.
  it.each([
    ['static', 'Pa', 124.5, 0.49982],
    ['flow', 'L/s', 500, 1059.44],
    ['flow', 'm³/h', 2000, 1177.16],
    ['temperature', '°C', 21.5, 70.7],
    ['temperatureDifference', '°C', 10, 18],
    ['length', 'cm', 50, 19.685],
    ['length', 'mm', 254, 10],
    ['altitude', 'm', 94, 308.4],
    ['capacity', 'kW', 12.3, 3.49745],
    ['capacity', 'Btu/h', 42_000, 3.5],
    ['power', 'W', 9000, 9],
    ['velocity', 'm/s', 2.5, 492.126],
    ['area', 'm²', 0.5, 5.38196],
  ] as const)('%s: %s', (quantity, symbol, value, base) => {
    expect(inBase(quantity, symbol, value) / base).toBeCloseTo(1, 4)
  })
})

describe('a setting in the unit of its device', () => {
  it.each([
    ['°C', 21, 69.8],
    ['Δ°C', 0.5, 0.9],
    ['min as s', 1.5, 90],
    ['s as min', 90, 1.5],
    ['h as min', 2, 120],
    ['min as h', 90, 1.5],
    ['days as h', 30, 720],
    ['100 h', 5, 500],
    ['V of 2–10', 2, 0],
    ['V of 2–10', 10, 100],
    ['V of 0–10', 4, 40],
    ['×10 ppm', 80, 800],
    ['kW', 10.55, 2.99985],
    ['step of n', 220, 86.2745],
  ])('%s: %d is %d for its role', (unit, value, role) => {
    expect(toRole(value, { unit, max: 255 })).toBeCloseTo(role, 4)
    expect(fromRole(role, { unit, max: 255 })).toBeCloseTo(value, 4)
  })
  it('comes back as it was in every unit, and stays as it is in one that nobody knows', () => {
    for (const unit of Object.keys(DEVICE_UNITS)) {
      const of = { unit, max: 15 }
      expect(fromRole(toRole(7.25, of), of)).toBeCloseTo(7.25, 9)
    }
    expect([toRole(3, { unit: 'turns', max: 9 }), fromRole(3, { unit: 'turns', max: 9 })]).toEqual([3, 3])
  })
  it('is followed by the sign that a display shows', () =>
    expect(['Δ°C', 'min as s', 'count', 'V of 2–10', '%', 'step of n'].map((unit) => deviceSign({ unit, max: 255 }))).toEqual([
      '°C',
      'min',
      '',
      'V',
      '%',
      'of 255',
    ]))
})

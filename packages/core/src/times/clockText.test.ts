import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { deviceSign, readSpelled, spellNumber } from '../device/units.ts'
import { clockText, dateOfYear, ordinalOfYear, readClock, readDays, sayDateOfYear, sayDays } from './clockText.ts'

describe('a time of day', () => {
  it.each([
    ['5:45', 345],
    ['05.45', 345],
    ['545', 345],
    ['17h10', 1030],
    ['7', 420],
    ['5:10 pm', 1030],
    ['5:10pm', 1030],
    ['12 am', 0],
    ['12:30 p.m.', 750],
    ['24:00', 1440],
  ])('%s is read', (text, minutes) => expect(readClock(text)).toBe(minutes))
  it.each(['25:00', '24:01', '7:60', '13 pm', '0 am', 'noon', '', '-5:00', '5:4'])('%s is none', (text) =>
    expect(readClock(text)).toBeNull(),
  )
  it('goes there and back, on either clock', () => {
    fc.assert(
      fc.property(fc.nat(1439), (minutes) => {
        expect(readClock(clockText(minutes))).toBe(minutes)
        for (const unit of ['24 h clock', '12 h clock']) expect(readSpelled(spellNumber(minutes, unit), unit)).toBe(minutes)
      }),
    )
    expect([spellNumber(0, '12 h clock'), spellNumber(735, '12 h clock')]).toEqual(['12:00 AM', '12:15 PM'])
  })
})

describe('a day of every year', () => {
  it('has its place, the leap day too', () => {
    expect([ordinalOfYear(1, 1), ordinalOfYear(2, 29), ordinalOfYear(3, 1), ordinalOfYear(12, 31)]).toEqual([1, 60, 61, 366])
    expect(ordinalOfYear(2, 31)).toBeNaN()
    expect(sayDateOfYear(275)).toBe('1 Oct')
  })
  it('goes there and back, whichever comes first', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 366 }), (day) => {
        const { month, day: of } = dateOfYear(day)
        expect(ordinalOfYear(month, of)).toBe(day)
        for (const unit of ['day.month', 'month/day']) expect(readSpelled(spellNumber(day, unit), unit)).toBe(day)
      }),
    )
    expect([spellNumber(275, 'day.month'), spellNumber(275, 'month/day')]).toEqual(['1.10.', '10/1'])
    expect([deviceSign({ unit: 'month/day', max: 366 }), deviceSign({ unit: '12 h clock', max: 1425 })]).toEqual(['', ''])
  })
})

describe('days of the week', () => {
  it.each([
    ['mo-fr', [0, 1, 2, 3, 4]],
    ['sa,su', [5, 6]],
    ['fr-mo', [0, 4, 5, 6]],
    ['mo,we-fr', [0, 2, 3, 4]],
    ['Tuesday', [1]],
    ['weekend', [5, 6]],
    ['daily', [0, 1, 2, 3, 4, 5, 6]],
  ])('%s', (text, days) => expect(readDays(text)).toEqual({ ok: true, days }))
  it('named twice are refused by name, and a word is no day', () => {
    expect(readDays('mo-we,tu')).toEqual({ ok: false, twice: 1 })
    for (const text of ['monkeys', 'm', 'mo-', 'constructor', 'mo-tu-we'])
      expect(readDays(text)).toEqual({ ok: false, twice: null })
  })
  it('are said in runs', () => {
    expect([sayDays([0, 1, 2, 3, 4]), sayDays([5, 6]), sayDays([0, 2, 3, 4, 6]), sayDays([6, 5, 4, 3, 2, 1, 0])]).toEqual([
      'Mo–Fr',
      'Sa, Su',
      'Mo, We–Fr, Su',
      'every day',
    ])
  })
})

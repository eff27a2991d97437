import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseReading, readNumber } from './parse.ts'
import { BASE_UNITS, chosenUnit, fromBase, METRIC_UNITS, type Quantity, toBase, UNITS } from './units.ts'

const base = (text: string, quantity: Quantity, units = BASE_UNITS) => {
  const read = parseReading(text, quantity, units)
  return read.ok ? read.value.base : read.reason
}

describe('reading a number', () => {
  it.each([
    ['+0.22', 0.22],
    ['-0.45', -0.45],
    ['−0.45', -0.45],
    ['–.5', -0.5],
    ['0,45', 0.45],
    ['1,240', 1240],
    ['12,345.5', 12345.5],
    ['1/2', 0.5],
    ['½', 0.5],
    ['1¼', 1.25],
    ['3.', 3],
  ])('%s is %d', (text, value) => expect(readNumber(text)?.value).toBeCloseTo(value, 12))

  it.each(['', 'abc', '-', '1/0', '.', '+'])('“%s” is none', (text) => expect(readNumber(text)).toBeNull())
})

describe('reading a measurement', () => {
  it('takes the unit that is typed, however it is spelled', () => {
    expect(base('55 Pa', 'static')).toBeCloseTo(0.2208, 4)
    expect(base('0.22"', 'static')).toBeCloseTo(0.22, 12)
    expect(base('0.22 in. w.c.', 'static')).toBeCloseTo(0.22, 12)
    expect(base('20°C', 'temperature')).toBeCloseTo(68, 9)
    expect(base('600 L/s', 'flow')).toBeCloseTo(1271.33, 2)
    expect(base('12.3 kW', 'capacity')).toBeCloseTo(3.497, 3)
  })

  it('takes the site’s unit when none is typed', () => {
    expect(base('20', 'temperature', METRIC_UNITS)).toBeCloseTo(68, 9)
    expect(base('112', 'static', METRIC_UNITS)).toBeCloseTo(0.4496, 4)
  })

  it('converts a difference without the 32', () => expect(base('10 °C', 'temperatureDifference')).toBeCloseTo(18, 12))

  it('says what a unit of another quantity measures', () => {
    const read = parseReading('300 L/s', 'static')
    expect(read).toMatchObject({ ok: false, reason: '“L/s” measures flow, not static pressure.' })
    expect(!read.ok && read.remedy).toContain('0.45 in.wc')
  })

  it('refuses what no instrument shows', () =>
    expect(parseReading('45', 'static')).toMatchObject({
      ok: false,
      reason: expect.stringContaining('outside what a static pressure can be'),
    }))

  // What the instruments of this trade show at most: beyond it is a slip of the decimal point or the unit.
  it.each([
    ['static', -10, 10],
    ['flow', 0, 100_000],
    ['temperature', -80, 400],
    ['temperatureDifference', -200, 200],
    ['length', 0.1, 600],
    ['altitude', -1500, 20_000],
    ['capacity', 0.1, 500],
    ['power', 0, 1000],
    ['velocity', 0, 10_000],
    ['area', 0.001, 1000],
    ['voltage', 0, 700],
    ['current', 0, 1000],
    ['humidity', 0, 100],
    ['percent', -100, 100],
  ] as const)('%s goes from %d to %d', (quantity, least, most) => {
    expect(base(String(least), quantity)).toBe(least)
    expect(base(String(most), quantity)).toBe(most)
    for (const beyond of [least - 0.0009, most + 0.5]) expect(parseReading(String(beyond), quantity).ok).toBe(false)
  })

  it('shows the first forty letters of what is no number', () => {
    const read = (length: number) => parseReading('x'.repeat(length), 'static')
    expect(read(40)).toMatchObject({ reason: `“${'x'.repeat(40)}” is not a number.` })
    expect(read(41)).toMatchObject({ reason: `“${'x'.repeat(40)}…” is not a number.` })
  })

  it('keeps a long text out of its answer', () => {
    const read = parseReading('x'.repeat(5_000_000), 'static')
    expect(!read.ok && read.reason.length).toBeLessThan(100)
  })

  it('answers any text, never throws', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.constantFrom(...(Object.keys(UNITS) as Quantity[])), (text, quantity) => {
        const read = parseReading(text, quantity)
        expect(read.ok ? Number.isFinite(read.value.base) : read.reason.length > 0 && read.remedy.length > 0).toBe(true)
      }),
    )
  })

  it('is undone by showing, in every unit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(UNITS) as Quantity[])),
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.nat(),
        (quantity, value, pick) => {
          const list = UNITS[quantity]
          const unit = list[pick % list.length] ?? list[0]
          expect(fromBase(toBase(value, unit), unit)).toBeCloseTo(value, 6)
        },
      ),
    )
  })

  it('has each spelling in one unit of a quantity only', () => {
    for (const units of Object.values(UNITS)) {
      const spellings = units.flatMap((unit) => unit.spellings)
      expect(new Set(spellings).size).toBe(spellings.length)
    }
  })

  it('falls back to the base unit for what nobody chose', () => expect(chosenUnit('voltage', METRIC_UNITS).symbol).toBe('V'))
})

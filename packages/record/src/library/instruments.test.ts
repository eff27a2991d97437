import { describe, expect, it } from 'vitest'
import { documentKindOf, parseDocument } from './documents.ts'

const GAUGE = {
  format: 'ingle-instrument/1',
  id: 'gauge-1',
  version: 2,
  name: 'Gauge 1',
  measures: 'static',
  accuracyPct: 1,
  accuracyFixed: 0.002,
  lowest: -5,
  highest: 5,
  calibratedOn: '2026-07-01',
  everyMonths: 12,
}

describe('an instrument as a document of the crew', () => {
  it('is read as it was written', () => {
    expect(documentKindOf(GAUGE)).toEqual({ ok: true, value: 'instrument' })
    expect(parseDocument('instrument', GAUGE)).toMatchObject({ ok: true, value: GAUGE })
  })
  it.each([
    ['another format', { format: 'ingle-profile/1' }, 'begins with "format": "ingle-instrument/1"'],
    ['a range that ends before it begins', { lowest: 6 }, 'lower end first'],
    ['no error at all', { accuracyPct: 0, accuracyFixed: 0 }, 'accuracy from its sheet'],
    ['a day that is none', { calibratedOn: '2026-13-45' }, 'year, month, day'],
    ['a measure that nobody takes', { measures: 'smell' }, ''],
    ['more than half off', { accuracyPct: 80 }, ''],
  ])('refuses %s', (_, change, remedy) => {
    const read = parseDocument('instrument', { ...GAUGE, ...change })
    expect(!read.ok && read.remedy).toContain(remedy)
  })
})

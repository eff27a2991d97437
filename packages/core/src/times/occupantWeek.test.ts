import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { entriesOfLettings, withLettings, wordOfEntry } from './occupantWeek.ts'

const letting = fc
  .tuple(fc.nat(1439), fc.integer({ min: 1, max: 600 }))
  .map(([fromMin, length]) => ({ fromMin, toMin: Math.min(1440, fromMin + length) }))

describe('what is let by the hour', () => {
  it('has people in while any letting lasts, and at no other minute', () => {
    fc.assert(
      fc.property(fc.array(letting, { maxLength: 5 }), (lettings) => {
        const entries = entriesOfLettings(lettings)
        for (let minute = 0; minute < 1440; minute += 3) {
          const now = entries.findLast((one) => one.startMin <= minute)?.is ?? 'out'
          expect(now === 'in').toBe(lettings.some((one) => minute >= one.fromMin && minute < one.toMin))
        }
        // Never the same twice in a row: what touches is one.
        expect(entries.every((one, i) => one.is !== entries[i - 1]?.is)).toBe(true)
      }),
    )
  })
  it('goes over the day as it is, and gives it back afterwards', () => {
    const usual = [
      { startMin: 420, is: 'in' as const, heatF: 66 },
      { startMin: 1320, is: 'asleep' as const },
    ]
    expect(withLettings(usual, [{ fromMin: 1260, toMin: 1380 }], 'asleep')).toEqual([
      { startMin: 0, is: 'asleep' },
      { startMin: 420, is: 'in', heatF: 66 },
      { startMin: 1260, is: 'in' },
      { startMin: 1380, is: 'asleep' },
    ])
  })
})

describe('the word for what happens', () => {
  it('is back after out, and up otherwise', () => {
    const day = [
      { startMin: 345, is: 'in' as const },
      { startMin: 440, is: 'out' as const },
      { startMin: 1030, is: 'in' as const },
      { startMin: 1310, is: 'asleep' as const },
    ]
    expect(day.map((one) => wordOfEntry(one, day))).toEqual(['up', 'out', 'back', 'bed'])
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { entriesOfLettings, keptBy, withLettings, withMode, wordOfEntry } from './occupantWeek.ts'

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

describe('what may work', () => {
  const kept = { in: { heatF: 68, coolF: 76 }, out: { heatF: 61, coolF: 82 }, asleep: { heatF: 63, coolF: 78 } }
  const entry = { startMin: 0, is: 'in' as const, heatF: 70, coolF: 75, fan: 'low' as const }
  it.each([
    [undefined, { heatF: 70, coolF: 75 }, { heatF: 70, coolF: 75 }],
    ['heat' as const, { heatF: 70, coolF: null }, { heatF: 70 }],
    ['cool' as const, { heatF: null, coolF: 75 }, { coolF: 75 }],
    ['off' as const, { heatF: null, coolF: null }, {}],
  ])('%s: set points of what is switched off are neither kept nor stored', (mode, held, stored) => {
    const made = withMode({ ...entry, mode: 'off' }, mode)
    expect(made).toEqual({ startMin: 0, is: 'in', fan: 'low', ...stored, ...(mode && { mode }) })
    expect(keptBy({ ...entry, ...(mode && { mode }) }, kept)).toEqual(held)
  })
})

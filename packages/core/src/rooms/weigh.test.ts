import { describe, expect, it } from 'vitest'
import type { ComfortFigure, ComfortMeasure } from './comfort.ts'
import { bestOf, costOf, type Tried } from './weigh.ts'

const day = (of: Partial<Record<ComfortMeasure, number>>): ComfortFigure[] =>
  Object.entries(of).map(([measure, value]) => ({ measure: measure as ComfortMeasure, value: value as number, standing: null }))
const EVEN = { even: 1, 'few-starts': 0, quiet: 0, dry: 0, cheap: 0 }
const CALM = { even: 0, 'few-starts': 1, quiet: 0, dry: 0, cheap: 0 }

/** Differential and fan, each of two values: the differential moves swing and starts, the fan hardly anything. */
const tried: Tried[] = [
  { picks: { d: '1', f: 'off' }, figures: day({ swing: 2, starts: 3, fan: 8, energy: 200_000 }) },
  { picks: { d: '1', f: 'on' }, figures: day({ swing: 1.9, starts: 3, fan: 24, energy: 202_000 }) },
  { picks: { d: '3', f: 'off' }, figures: day({ swing: 6, starts: 1, fan: 8, energy: 199_000 }) },
  { picks: { d: '3', f: 'on' }, figures: day({ swing: 5.8, starts: 1, fan: 24, energy: 201_000 }) },
]

describe('weighing days', () => {
  it('counts what was asked for, and a mean off the mark either way', () => {
    expect(costOf(day({ swing: 5, starts: 9 }), EVEN)).toBe(2)
    expect(costOf(day({ swing: 5, starts: 9 }), CALM)).toBe(3)
    expect(costOf(day({ meanOff: -2 }), EVEN)).toBe(costOf(day({ meanOff: 2 }), EVEN))
  })
  it('names the best, what it gives up, and which setting matters most', () => {
    const even = bestOf(tried, EVEN)
    expect(even?.order[0]).toBe(1)
    expect(even?.matters.map((one) => one.key)).toEqual(['d', 'f'])
    expect(even?.givesUp.map((one) => one.measure)).toEqual(['starts', 'fan', 'energy'])
    expect(even?.givesUp[0]).toEqual({ measure: 'starts', value: 3, best: 1 })
    expect(bestOf(tried, CALM)?.order[0]).toBe(2)
    // With the fan counted too, the quiet one of the even ones wins.
    expect(bestOf(tried, { ...EVEN, quiet: 1, dry: 0 })?.order[0]).toBe(0)
  })
  it('is none of nothing, and gives up nothing where it stands alone', () => {
    expect(bestOf([], EVEN)).toBeNull()
    expect(bestOf(tried.slice(0, 1), EVEN)).toMatchObject({ order: [0], givesUp: [] })
  })
})

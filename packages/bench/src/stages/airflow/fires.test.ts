import { describe, expect, it } from 'vitest'
import { firesOf, firingOn } from './fires.ts'

const PLATE = {
  efficiencyPct: 80,
  fires: [
    { inputBtuH: 80_000, riseLowF: 35, riseHighF: 65 },
    { inputBtuH: 54_000, riseLowF: 25, riseHighF: 55 },
  ],
  source: 'plate',
}

describe('the fires of a furnace', () => {
  it('are the plate’s, derated by height', () => {
    expect(firesOf({}, PLATE, 300)).toMatchObject({
      efficiencyPct: 80,
      high: { inputBtuH: 80_000, heatBtuH: 64_000, lowF: 35, highF: 65 },
      low: { heatBtuH: 43_200, lowF: 25, highF: 55 },
      clocked: false,
    })
    expect(firesOf({}, PLATE, 5000).high?.inputBtuH).toBeCloseTo(64_000, 6)
  })
  it('give way to what was typed, and both to the meter; low fire keeps its share', () => {
    expect(firesOf({ efficiencyPct: 82, inputBtuH: 75_000, riseHighF: 60 }, PLATE, 300).high).toMatchObject({
      heatBtuH: 61_500,
      highF: 60,
    })
    const clocked = firesOf({ meterFt3: 2, meterS: 90, heatingValueBtuFt3: 1000 }, PLATE, 5000)
    expect(clocked.clocked).toBe(true)
    expect(clocked.high?.inputBtuH).toBeCloseTo(80_000, 6)
    expect(clocked.low?.inputBtuH).toBeCloseTo(54_000, 6)
  })
  it('are unknown without a plate and without a word', () => {
    expect(firesOf({}, undefined, 0)).toEqual({ efficiencyPct: null, high: null, low: null, clocked: false })
    expect(firingOn({ returnF: 64 }, PLATE, 0, 'b')).toBeNull()
    expect(firingOn({ returnF: 64, supplyF: 120 }, PLATE, 0, 'b')).toMatchObject({ tap: 'b', heatBtuH: 64_000 })
  })
})

import { describe, expect, it } from 'vitest'
import { BUILDING_KINDS, DAY_KINDS, dayOf, roomOfKind, SENSOR_PLACES, sensorAt } from './roomKinds.ts'

describe('rooms to begin with', () => {
  it('grow with their floor', () => {
    const [small, large] = [roomOfKind('usual', 500), roomOfKind('usual', 1500)]
    expect(large.uaBtuHPerF).toBeCloseTo(3 * small.uaBtuHPerF, 9)
    expect(large.massBtuPerF).toBeCloseTo(3 * small.massBtuPerF, 9)
  })
  it('lose and hold what their names say', () => {
    const loss = (kind: (typeof BUILDING_KINDS)[number]) => roomOfKind(kind, 1000).uaBtuHPerF
    const hours = (kind: (typeof BUILDING_KINDS)[number]) => roomOfKind(kind, 1000).massBtuPerF / loss(kind)
    expect([loss('tight') < loss('usual'), loss('usual') < loss('draughty')]).toEqual([true, true])
    expect([hours('light') < hours('usual'), hours('usual') < hours('heavy')]).toEqual([true, true])
  })
})

describe('days that we make', () => {
  it.each(DAY_KINDS)('%s: coldest at six, warmest at fifteen, the sun at noon', (kind) => {
    const { outdoorF, massGainBtuH, airGainBtuH } = dayOf(kind, 'mild', 1000)
    expect(outdoorF).toHaveLength(24)
    const all = [...(outdoorF as number[])]
    expect([all.indexOf(Math.min(...all)), all.indexOf(Math.max(...all))]).toEqual([6, 15])
    const sun = [...(massGainBtuH as number[])]
    expect([sun.indexOf(Math.max(...sun)), sun[6], sun[18]]).toEqual([12, 0, 0])
    expect((airGainBtuH[12] as number) > (airGainBtuH[3] as number)).toBe(true)
  })
  it('are colder where winters are, and as they stand where nobody said', () => {
    const low = (climate: string) => Math.min(...(dayOf('frosty', climate, 1000).outdoorF as number[]))
    expect(low('cold winters')).toBeLessThan(low('damp coast'))
    expect(low('')).toBe(17)
    expect(low('constructor')).toBe(17)
  })
})

describe('sensors by where they are', () => {
  it('feel no more than there is', () => {
    for (const place of SENSOR_PLACES)
      for (const gap of [true, false]) {
        const { wallShare, voidShare, lagS } = sensorAt(place, gap)
        for (const one of ['off', 'on'] as const) expect(wallShare[one] + voidShare[one]).toBeLessThanOrEqual(0.5)
        expect(lagS).toBeGreaterThan(0)
      }
  })
  it('breathe the void through a gap, and carry their offset', () => {
    expect(sensorAt('return', true).voidShare.on).toBeGreaterThan(sensorAt('return', false).voidShare.on)
    // A wall controller breathes it too, more while a fan draws on the wall; an average feels half of each.
    expect(sensorAt('wall', true).voidShare).toEqual({ off: 0.14, on: 0.22 })
    expect(sensorAt('wall', false).voidShare).toEqual({ off: 0, on: 0 })
    expect(sensorAt('average', true).voidShare.on).toBeCloseTo(
      (sensorAt('return', true).voidShare.on + sensorAt('wall', true).voidShare.on) / 2,
      9,
    )
    expect(sensorAt('wall', false, -1.5).offsetF).toBe(-1.5)
  })
})

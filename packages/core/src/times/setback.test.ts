import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type DrivenHours, degreeHourBtu, driveSetbacks, type SetbackTargets } from './setback.ts'

const DAYS = 3
const ROOM = { airBtuPerF: 2200, massBtuPerF: 9000, uaBtuHPerF: 450, airMassBtuHPerF: 2200, voidOutdoorShare: 0 }
const hours = (outdoorF: number, plantBtuH: number, auxiliaryBtuH = 0): DrivenHours => ({
  outdoorF: new Float64Array(DAYS * 24).fill(outdoorF),
  gainsAirBtuH: new Float64Array(DAYS * 24),
  gainsMassBtuH: new Float64Array(DAYS * 24),
  plantBtuH: new Float64Array(DAYS * 24).fill(plantBtuH),
  auxiliaryBtuH: new Float64Array(DAYS * 24).fill(auxiliaryBtuH),
})
const nights = [0, 1].map((day) => ({ fromH: day * 24 + 22, toH: day * 24 + 30 }))
const targets = (over: Partial<SetbackTargets> = {}): SetbackTargets => ({
  mode: 'heat',
  setF: 70,
  setbackF: 62,
  setbacks: nights,
  recovery: 'at-end',
  ...over,
})

describe('a room set back', () => {
  it('held, costs what it loses: UA × difference × hours', () => {
    const { plantBtu, recoveries, extremeAirF } = driveSetbacks(ROOM, hours(30, 42_000), targets({ setbacks: [] }))
    expect(plantBtu).toBeCloseTo(450 * 40 * 72, 3)
    expect(recoveries).toEqual([])
    expect(extremeAirF).toBeCloseTo(70, 9)
  })

  it('saves what it loses less, and the same backwards in cooling', () => {
    const heating = driveSetbacks(ROOM, hours(30, 42_000), targets())
    const cooling = driveSetbacks(ROOM, hours(110, 42_000), targets({ mode: 'cool', setbackF: 78 }))
    expect(heating.plantBtu).toBeLessThan(450 * 40 * 72)
    expect(cooling.plantBtu).toBeCloseTo(heating.plantBtu, 3)
    expect(cooling.extremeAirF).toBeCloseTo(140 - heating.extremeAirF, 6)
    for (const [i, { recoveryMin }] of heating.recoveries.entries())
      expect(cooling.recoveries[i]?.recoveryMin).toBeCloseTo(recoveryMin as number, 6)
  })

  it('started early enough is there at the end, and the lead is what it takes', () => {
    const early = driveSetbacks(ROOM, hours(20, 42_000), targets({ recovery: 'optimum' }))
    for (const { recoveryMin, leadMin } of early.recoveries) expect(recoveryMin).toBeCloseTo(leadMin as number, 0)
    const late = driveSetbacks(ROOM, hours(20, 42_000), targets())
    expect(early.plantBtu).toBeGreaterThan(late.plantBtu)
  })

  it('that the plant cannot recover from in time says so', () => {
    // 70 °F inside at 0 °F outside takes 31,500 Btu/h: 31,600 leaves next to nothing to warm up with.
    const { recoveries } = driveSetbacks(ROOM, hours(0, 31_600), targets({ setbackF: 55 }))
    expect(recoveries.map((one) => one.leadMin)).toEqual([null, null])
    expect(recoveries[1]?.recoveryMin).toBeNull()
  })

  it('calls auxiliary heat in the morning that holding would never have needed', () => {
    const weather = hours(10, 29_000, 30_000)
    const held = driveSetbacks(ROOM, weather, targets({ setbacks: [] }))
    const setBack = driveSetbacks(ROOM, weather, targets())
    expect(held.auxiliaryBtu).toBe(0)
    expect(setBack.auxiliaryBtu).toBeGreaterThan(0)
    expect(setBack.plantBtu + setBack.auxiliaryBtu).toBeLessThan(held.plantBtu)
  })

  it('never takes more heat for a deeper setback, nor lets the air go below it', () => {
    fc.assert(
      fc.property(fc.integer({ min: -5, max: 45 }), fc.integer({ min: 56, max: 69 }), (outdoorF, setbackF) => {
        const at = (f: number) => driveSetbacks(ROOM, hours(outdoorF, 60_000), targets({ setbackF: f }), 60)
        const [deep, shallow] = [at(setbackF), at(setbackF + 1)]
        expect(deep.plantBtu).toBeLessThanOrEqual(shallow.plantBtu + 1)
        expect(deep.extremeAirF).toBeGreaterThanOrEqual(setbackF - 1e-6)
      }),
      { numRuns: 25 },
    )
  })

  it('is the same at a coarser step, to a thousandth', () => {
    const [fine, coarse] = [5, 60].map((step) => driveSetbacks(ROOM, hours(30, 42_000), targets(), step).plantBtu)
    expect(Math.abs((coarse as number) / (fine as number) - 1)).toBeLessThan(1e-3)
  })

  it('by degree-hours saves the difference of the targets for as long as it lasts', () => {
    const saved = degreeHourBtu(ROOM, hours(30, 1), targets({ setbacks: [] })) - degreeHourBtu(ROOM, hours(30, 1), targets())
    expect(saved).toBeCloseTo(450 * 8 * 16, 6)
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { onOffCycle } from '../control/onOffCycle.ts'
import { figuresOf, hourly, house, ran } from '../testing/house.ts'
import type { Controller, RoomSystem } from './roomModel.ts'
import { AUXILIARY_ON, COOLS, FAN_ON, PLANT_ON, runRoom, STAGE_2_ON, TRICKLE_ON } from './roomRun.ts'

/** Days, rooms and machines of any sensible kind. */
const anySystem = fc
  .record({
    airBtuPerF: fc.double({ min: 500, max: 4000, noNaN: true }),
    massRatio: fc.double({ min: 2, max: 8, noNaN: true }),
    uaBtuHPerF: fc.double({ min: 150, max: 700, noNaN: true }),
    outdoorF: fc.double({ min: 5, max: 55, noNaN: true }),
    swingF: fc.double({ min: 0, max: 12, noNaN: true }),
    oversize: fc.double({ min: 1.2, max: 3, noNaN: true }),
    differentialF: fc.double({ min: 0.5, max: 2, noNaN: true }),
    rule: fc.constantFrom('symmetric', 'one-sided', 'cycle-rate' as const),
    exchanger: fc.boolean(),
    lagS: fc.constantFrom(60, 180),
    gain: fc.double({ min: 0, max: 3000, noNaN: true }),
  })
  .map((of) => {
    const peak = of.uaBtuHPerF * (70 - (of.outdoorF - of.swingF))
    return house({
      room: {
        airBtuPerF: of.airBtuPerF,
        massBtuPerF: of.airBtuPerF * of.massRatio,
        uaBtuHPerF: of.uaBtuHPerF,
        voidOutdoorShare: 0.5,
      },
      day: {
        outdoorF: hourly(0).map((_, h) => of.outdoorF - of.swingF * Math.cos((2 * Math.PI * (h - 4)) / 24)),
        airGainBtuH: hourly(of.gain),
      },
      equipment: {
        heat: { btuH: [of.oversize * peak], slopeBtuHPerF: [] },
        exchanger: of.exchanger ? { btuPerF: 20, fanOnBtuHPerF: 700, fanOffBtuHPerF: 25 } : null,
        blowerOnDelayS: of.exchanger ? 30 : 0,
        blowerOffDelayS: of.exchanger ? 90 : 0,
      },
      sensor: { lagS: of.lagS },
      controller: { rule: of.rule as Controller['rule'], differentialF: of.differentialF },
    })
  })

// A counterexample is told as it was drawn: one run is a day of seconds, and shrinking would take hundreds of them.
describe('a room that is run', () => {
  it('closes its heat balance', () =>
    fc.assert(
      fc.property(anySystem, (system) => {
        const of = figuresOf(system)
        const into = of.plantHeatBtu + of.gainsBtu
        const out = of.lossBtu + of.voidBtu + of.storedBtu
        expect(Math.abs(into - out)).toBeLessThanOrEqual(0.001 * Math.max(into, 1))
      }),
      { numRuns: 40, endOnFailure: true },
    ))
  it('starts as often and swings as far by steps of half the length', () =>
    fc.assert(
      fc.property(anySystem, (system) => {
        const [whole, half] = [figuresOf(system), figuresOf(system, { stepS: 0.5 })]
        const swing = (of: typeof whole) => of.airHighestF - of.airLowestF
        // A start that falls on midnight may count on either side of it.
        expect(Math.abs(whole.starts - half.starts)).toBeLessThanOrEqual(1)
        expect(Math.abs(swing(whole) - swing(half))).toBeLessThanOrEqual(0.01 * swing(half) + 0.005)
      }),
      { numRuns: 25, endOnFailure: true },
    ))
  it('starts no less often under a tighter differential', () =>
    fc.assert(
      fc.property(anySystem, (system) => {
        const under = (differentialF: number) =>
          figuresOf({ ...system, controller: { ...system.controller, rule: 'symmetric', differentialF } }).starts
        expect(under(0.5)).toBeGreaterThanOrEqual(under(1))
        expect(under(1)).toBeGreaterThanOrEqual(under(2))
      }),
      { numRuns: 25, endOnFailure: true },
    ))
  it('warms up no later with more capacity', () => {
    const coldUntil = (btuH: number) =>
      figuresOf(house({ startF: 55, equipment: { heat: { btuH: [btuH], slopeBtuHPerF: [] } } }), { warmUpDays: 0 })
        .longestOutsideMin
    const all = [26_000, 32_000, 40_000, 60_000].map(coldUntil)
    expect([...all].sort((a, b) => b - a)).toEqual(all)
    expect(all.at(-1)).toBeLessThan((all[0] as number) / 2)
  })
  it.each(['symmetric', 'one-sided'] as const)('cycles as the exact solution of one node says, %s', (rule) => {
    // A mass that hardly takes part leaves one node.
    const system = house({
      room: { airBtuPerF: 1500, massBtuPerF: 1, airMassBtuHPerF: 1e-6, uaBtuHPerF: 500 },
      sensor: { lagS: 240 },
      controller: { rule },
    })
    const exact = onOffCycle({
      mode: 'heat',
      rule,
      setF: 70,
      differentialF: 1,
      capacityBtuPerF: 1500,
      uaBtuHPerF: 500,
      outdoorF: 30,
      plantBtuH: 40_000,
      gainsBtuH: 0,
      sensorLagS: 240,
      sensorBiasF: 0,
    })
    if (!exact.ok || exact.value.result !== 'cycles') throw new Error('does not cycle')
    const { figures } = ran(system)
    const periodMin = exact.value.onMin + exact.value.offMin
    expect(Math.abs(figures.starts - 1440 / periodMin)).toBeLessThanOrEqual(1)
    expect(figures.airHighestF).toBeCloseTo(exact.value.highestF, 1)
    expect(figures.airLowestF).toBeCloseTo(exact.value.lowestF, 1)
    expect(figures.plantH / 24).toBeCloseTo(exact.value.onMin / periodMin, 2)
  })
})

describe('what it shows', () => {
  it('is a line of each reading, with what runs', () => {
    const { trace } = ran(house({ sensor: { offsetF: 1.5 } }), { traceEveryS: 60 })
    if (!trace) throw new Error('no trace')
    expect([trace.airF.length, trace.machines.length, trace.everyS]).toEqual([1440, 1440, 60])
    expect((trace.readingF[700] as number) - (trace.airF[700] as number)).toBeCloseTo(1.5, 1)
    expect([...trace.machines].filter((one) => (one & PLANT_ON) !== 0).length).toBeGreaterThan(400)
    // Without an exchanger or delays the fan turns with the plant.
    expect([...trace.machines].every((one) => ((one & PLANT_ON) === 0) === ((one & FAN_ON) === 0))).toBe(true)
    expect(trace.outdoorF[0]).toBe(30)
  })
  it('reads what a draught makes of it while the fan runs, and leads the room by it', () => {
    const still = figuresOf(house({ sensor: { lagS: 120 } }))
    const { trace, figures } = ran(house({ sensor: { lagS: 120, fanShiftF: -2 } }), { traceEveryS: 60 })
    if (!trace) throw new Error('no trace')
    // It reads too low while the fan runs, so that the room is driven too high before it is satisfied.
    expect(figures.airHighestF).toBeGreaterThan(still.airHighestF + 1)
    const apart = [...trace.machines].flatMap((one, i) =>
      (one & FAN_ON) !== 0 && ((trace.machines[i - 1] ?? 0) & FAN_ON) !== 0
        ? [(trace.readingF[i] as number) - (trace.airF[i] as number)]
        : [],
    )
    expect(Math.max(...apart)).toBeLessThan(-1)
  })
  it('is none where none was asked for', () => expect(ran(house()).trace).toBeNull())
  it('names second stage, auxiliary heat, trickle and cooling', () => {
    const bits = (system: RoomSystem) =>
      [...(ran(system, { traceEveryS: 30 }).trace?.machines ?? [])].reduce((all, one) => all | one, 0)
    const staged = house({
      equipment: { kind: 'two-stage', heat: { btuH: [14_000, 30_000], slopeBtuHPerF: [] } },
      controller: { stage2: { by: 'gap', onF: 1.2, offF: 0.2, afterMin: 0 } },
    })
    expect(bits(staged) & (STAGE_2_ON | TRICKLE_ON)).toBe(STAGE_2_ON)
    expect(bits(house({ controller: { fanHeat: 'trickle' } })) & TRICKLE_ON).toBe(TRICKLE_ON)
    const pump = house({
      equipment: {
        heat: { btuH: [15_000], slopeBtuHPerF: [] },
        auxiliary: { btuH: 12_000, allowedBelowF: 40, onDroopF: 1.5, offDroopF: 0.3, delayS: 0 },
      },
    })
    expect(bits(pump) & AUXILIARY_ON).toBe(AUXILIARY_ON)
    const hot = house({ day: { outdoorF: hourly(95) }, controller: { mode: 'cool' }, startF: 76 })
    expect(bits(hot) & COOLS).toBe(COOLS)
  })
})

describe('equipment', () => {
  it('waits its least times', () => {
    const free = figuresOf(house({ room: { airBtuPerF: 500, massBtuPerF: 500 }, controller: { differentialF: 0.2 } }))
    const held = figuresOf(
      house({
        room: { airBtuPerF: 500, massBtuPerF: 500 },
        controller: { differentialF: 0.2 },
        equipment: { minOffS: 600, minOnS: 300 },
      }),
    )
    expect(held.starts).toBeLessThan(free.starts)
    expect(held.shortestOffMin).toBeGreaterThanOrEqual(10)
  })
  it('without its compressor in the cold leaves the room to its auxiliary heat', () => {
    const of = figuresOf(
      house({
        day: { outdoorF: hourly(10) },
        equipment: { lockedBelowF: 20, auxiliary: { btuH: 45_000, allowedBelowF: 40, onDroopF: 1.5, offDroopF: 0.3, delayS: 0 } },
      }),
    )
    expect([of.plantH, of.auxiliaryH > 8]).toEqual([0, true])
  })
  it('turns to cooling and back by itself, with a pause between', () => {
    const spring = house({
      room: { airBtuPerF: 900, massBtuPerF: 3000, uaBtuHPerF: 260 },
      day: {
        outdoorF: hourly(0).map((_, h) => 62 - 16 * Math.cos((2 * Math.PI * (h - 4)) / 24)),
        airGainBtuH: hourly(0).map((_, h) => (h > 9 && h < 18 ? 6000 : 500)),
      },
      controller: { mode: 'auto', setHeatF: 69, setCoolF: 75, changeoverMin: 30 },
    })
    const of = figuresOf(spring)
    expect(of.changeovers).toBe(2)
    expect([of.plantHeatBtu > 0, of.plantCoolBtu > 0]).toEqual([true, true])
  })
})

describe('what no run can be made of', () => {
  it.each([
    ['a room of nothing', house({ room: { airBtuPerF: 0 } }), 'room-without-capacity'],
    ['half a day', house({ day: { outdoorF: [30, 31] } }), 'day-too-short'],
    ['set points that cross', house({ controller: { mode: 'auto', setHeatF: 75, setCoolF: 75 } }), 'set-points-cross'],
    ['a cycle rate of nothing', house({ controller: { rule: 'cycle-rate', maxRatePerH: 0 } }), 'controller-without-rate'],
    [
      'a variable machine without a lowest output',
      house({ equipment: { kind: 'variable', lowestShare: 0 } }),
      'variable-without-lowest',
    ],
  ])('%s', (_, system, code) => expect(runRoom(system)).toMatchObject({ ok: false, code }))
  it('a step that parts no hour', () => expect(runRoom(house(), { stepS: 7 })).toMatchObject({ ok: false, code: 'step-uneven' }))
})

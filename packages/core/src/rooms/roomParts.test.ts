import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { figuresOf, hourly, house, ran } from '../testing/house.ts'
import type { OtherRoom, RoomMoisture } from './roomModel.ts'
import { AUXILIARY_ON, DEFROSTS, FAN_ON, PLANT_ON, runRoom } from './roomRun.ts'

const UPSTAIRS: OtherRoom = {
  airBtuPerF: 1500,
  massBtuPerF: 6000,
  uaBtuHPerF: 300,
  airMassBtuHPerF: 1600,
  airShare: 0.4,
  gainRatio: 0.5,
  betweenBtuHPerF: { off: 120, on: 200 },
  risesBtuHPerF: 150,
  isAbove: true,
}
const DAMP: RoomMoisture = {
  airLb: 6000,
  leakLbH: 250,
  outdoorRatio: hourly(0.016),
  gainLbH: hourly(0.5),
  startRatio: 0.0105,
  pressurePsia: 14.5,
  coilAirLbH: 3600,
  bypass: 0.12,
  coilHoldsLb: 1.5,
}
const summer = (over: Parameters<typeof house>[0] = {}) =>
  house({
    day: { outdoorF: hourly(88), airGainBtuH: hourly(2500), ...over.day },
    room: { uaBtuHPerF: 400, ...over.room },
    moisture: over.moisture ?? DAMP,
    sensor: { lagS: 120, ...over.sensor },
    equipment: over.equipment,
    controller: { mode: 'cool', firstMode: 'cool', setCoolF: 75, ...over.controller },
    startF: 75,
  })

describe('the balance of heat closes with every part', () => {
  it('of two rooms, a door, ducts, defrosts, water on the coil', () =>
    fc.assert(
      fc.property(
        fc.record({
          outdoorF: fc.double({ min: 5, max: 98, noNaN: true }),
          share: fc.double({ min: 0.1, max: 0.6, noNaN: true }),
          duct: fc.double({ min: 0, max: 60, noNaN: true }),
          minutes: fc.integer({ min: 0, max: 30 }),
          elsewhere: fc.boolean(),
          fan: fc.constantFrom('off', 'trickle', 'as-set' as const),
          circulateMin: fc.constantFrom(0, 20),
        }),
        (of) => {
          const cools = of.outdoorF > 75
          const figures = figuresOf(
            house({
              other: { ...UPSTAIRS, airShare: of.share },
              moisture: DAMP,
              room: { voidOutdoorShare: 0.6 },
              day: {
                outdoorF: hourly(of.outdoorF),
                airGainBtuH: hourly(1200),
                door: { btuHPerF: 300, minutes: hourly(of.minutes) },
              },
              equipment: {
                exchanger: { btuPerF: 18, fanOnBtuHPerF: 700, fanOffBtuHPerF: 25 },
                auxiliary: { btuH: 17_000, allowedBelowF: 40, onDroopF: 1.5, offDroopF: 0.3, delayS: 300 },
                defrost: { everyS: 2400, forS: 300, belowF: 40, takesBtuH: 15_000 },
                ductBtuHPerF: of.duct,
                heatsElsewhere: of.elsewhere,
              },
              controller: {
                mode: cools ? 'cool' : 'heat',
                firstMode: cools ? 'cool' : 'heat',
                fanHeat: of.fan,
                fanCool: of.fan,
                fanShare: 0,
                circulateMin: of.circulateMin,
              },
            }),
          )
          const into = figures.plantHeatBtu + figures.auxiliaryBtu + figures.gainsBtu + figures.latentBtu
          const out = figures.plantCoolBtu + figures.lossBtu + figures.voidBtu + figures.storedBtu
          expect(Math.abs(into - out)).toBeLessThanOrEqual(0.001 * Math.max(figures.plantHeatBtu, figures.plantCoolBtu, 20_000))
        },
      ),
      { numRuns: 30, endOnFailure: true },
    ))
})

describe('two storeys', () => {
  it('leaves the one that is not sensed colder where it loses more than its share of the air', () => {
    const starved = figuresOf(house({ other: { ...UPSTAIRS, airShare: 0.15, gainRatio: 0 } }))
    const fed = figuresOf(house({ other: { ...UPSTAIRS, airShare: 0.55, gainRatio: 0 } }))
    expect(starved.otherMeanF).toBeLessThan(66)
    expect(fed.otherMeanF).toBeGreaterThan((starved.otherMeanF as number) + 5)
  })
  it('mixes better with the fan on all the time', () => {
    const apart = (fan: 'off' | 'as-set') => {
      const of = figuresOf(
        house({
          other: { ...UPSTAIRS, airShare: 0.15, gainRatio: 0, betweenBtuHPerF: { off: 60, on: 500 } },
          controller: { fanHeat: fan, fanShare: 1 },
        }),
      )
      return of.airMeanF - (of.otherMeanF as number)
    }
    expect(apart('as-set')).toBeLessThan(apart('off') - 0.5)
  })
  it('lets warm air rise, and not fall', () => {
    const otherOf = (isAbove: boolean) =>
      figuresOf(house({ other: { ...UPSTAIRS, airShare: 0.2, gainRatio: 0, isAbove } })).otherMeanF as number
    // Colder than the room that is sensed: it gains by rising air only where it lies above.
    expect(otherOf(true)).toBeGreaterThan(otherOf(false) + 0.5)
  })
  it('is shown on the picture, and is none in one room', () => {
    expect(ran(house({ other: UPSTAIRS }), { traceEveryS: 600 }).trace?.otherF).toHaveLength(144)
    expect(ran(house(), { traceEveryS: 600 }).trace?.otherF).toBeNull()
    expect(figuresOf(house()).otherMeanF).toBeNull()
  })
})

describe('what a day does to a room and to its sensor', () => {
  it('needs more heat while a door stands open, and only then', () => {
    const heat = (minutes: number) =>
      figuresOf(
        house({ day: { outdoorF: hourly(30), airGainBtuH: hourly(0), door: { btuHPerF: 300, minutes: hourly(minutes) } } }),
      ).plantHeatBtu
    expect(heat(0)).toBeCloseTo(figuresOf(house()).plantHeatBtu, 6)
    // 300 Btu/h·°F × 40 °F × 24 h × 15/60, but that the room is a little colder meanwhile.
    expect(heat(15) - heat(0)).toBeGreaterThan(0.8 * 72_000)
    expect(heat(15) - heat(0)).toBeLessThan(1.05 * 72_000)
  })
  it('leaves the room cold while the sun is on the sensor', () => {
    const sun = hourly(0).map((_, hour) => (hour >= 9 && hour < 12 ? 4 : 0))
    const shone = ran(
      house({ day: { outdoorF: hourly(30), airGainBtuH: hourly(0), sunOnSensorF: sun }, sensor: { lagS: 120 } }),
      {
        traceEveryS: 600,
      },
    )
    expect(shone.trace?.airF[11 * 6]).toBeLessThan(68)
    expect(shone.figures.longestWaitMin).toBeGreaterThan(60)
  })
  it('reads another room as soon as the fan blows, where a sensor jumps', () => {
    const there = { lagS: 60, offsetF: -3, fanShiftF: 0, wallShare: { off: 0, on: 0 }, voidShare: { off: 0, on: 0 } }
    const { trace } = ran(house({ sensor: { lagS: 60, whileFan: there } }), { traceEveryS: 60 })
    if (!trace) throw new Error('no trace')
    const jumps = [...trace.readingF].filter((one, i) => i > 0 && Math.abs(one - (trace.readingF[i - 1] as number)) > 2).length
    expect(jumps).toBeGreaterThan(10)
    expect(figuresOf(house({ sensor: { lagS: 60, whileFan: there } })).airMeanF).toBeGreaterThan(
      figuresOf(house({ sensor: { lagS: 60 } })).airMeanF + 0.5,
    )
  })
})

describe('equipment with more to it', () => {
  const frosty = (over: Parameters<typeof house>[0] = {}) =>
    house({ ...over, equipment: { heat: { btuH: [24_000], slopeBtuHPerF: [] }, ...over.equipment } })
  it('defrosts after so much heating in the cold, tempered by the auxiliary heat', () => {
    const defrost = { everyS: 3600, forS: 360, belowF: 40, takesBtuH: 20_000 }
    const auxiliary = { btuH: 17_000, allowedBelowF: 45, onDroopF: 50, offDroopF: 0.3, delayS: 0 }
    const with_ = ran(frosty({ equipment: { defrost, auxiliary } }), { traceEveryS: 60 })
    const without = figuresOf(frosty({ equipment: { auxiliary } }))
    expect(with_.figures.defrosts).toBeLessThanOrEqual(Math.ceil(with_.figures.plantH))
    expect(with_.figures.defrosts).toBeGreaterThan(15)
    expect(without.defrosts).toBe(0)
    // What it takes from the room has to be given again.
    expect(with_.figures.plantH).toBeGreaterThan(without.plantH + 1)
    const defrosting = [...(with_.trace?.machines ?? [])].filter((one) => (one & DEFROSTS) !== 0)
    expect(defrosting.length).toBeGreaterThan(60)
    expect(defrosting.every((one) => (one & AUXILIARY_ON) !== 0 && (one & PLANT_ON) !== 0)).toBe(true)
    expect(figuresOf(frosty({ equipment: { defrost: { ...defrost, belowF: 25 } } })).defrosts).toBe(0)
  })
  it('lets the auxiliary heat wait for its delay', () => {
    const under = (delayS: number) =>
      figuresOf(
        frosty({
          day: { outdoorF: hourly(10), airGainBtuH: hourly(0) },
          equipment: { auxiliary: { btuH: 17_000, allowedBelowF: 40, onDroopF: 1.5, offDroopF: 0.3, delayS } },
        }),
      )
    expect(under(3600).airLowestF).toBeLessThan(under(0).airLowestF - 0.2)
    expect(under(3600).auxiliaryStarts).toBeLessThan(under(0).auxiliaryStarts)
    expect(under(3600).auxiliaryH).toBeGreaterThan(0)
  })
  it('holds the second stage back for the delay between stages', () => {
    const hours = (afterMin: number) =>
      figuresOf(
        house({
          equipment: { kind: 'two-stage', heat: { btuH: [20_000, 40_000], slopeBtuHPerF: [] } },
          controller: { stage2: { by: 'gap', onF: 0.9, offF: 0, afterMin } },
        }),
      ).stage2H
    expect(hours(30)).toBeLessThan(hours(0))
  })
  it('waits for a warm exchanger, five minutes at the most', () => {
    const exchanger = { btuPerF: 60, fanOnBtuHPerF: 900, fanOffBtuHPerF: 25 }
    const { trace } = ran(house({ equipment: { exchanger, hotStartF: 110, blowerOffDelayS: 600 } }), { traceEveryS: 10 })
    const firstWaits = (machines: Uint8Array) => {
      const waits: number[] = []
      let since = -1
      machines.forEach((one, i) => {
        if ((one & PLANT_ON) !== 0 && (one & FAN_ON) === 0 && since < 0) since = i
        if ((one & FAN_ON) !== 0 && since >= 0) {
          waits.push((i - since) * 10)
          since = -1
        }
      })
      return waits
    }
    // 60 Btu/°F from some 70 to 110 °F at 40,000 Btu/h: about 220 s.
    const waits = firstWaits(trace?.machines ?? new Uint8Array())
    expect(waits.length).toBeGreaterThan(5)
    expect(Math.min(...waits.slice(1))).toBeGreaterThan(120)
    expect(Math.max(...waits)).toBeLessThanOrEqual(300)
    const never = ran(house({ equipment: { exchanger, hotStartF: 500, blowerOffDelayS: 600 } }), { traceEveryS: 10 })
    expect(Math.max(...firstWaits(never.trace?.machines ?? new Uint8Array()))).toBe(300)
  })
  it('blows a share at each start where it ramps', () => {
    const fan = (forS: number) => figuresOf(house({ equipment: { ramp: { forS, share: 0.5 } } }))
    expect(fan(120).trickleH).toBeGreaterThan(0.2)
    expect(fan(120).fanH + fan(120).trickleH).toBeCloseTo(fan(0).fanH, 1)
  })
  it('runs so many minutes of each hour, calls counted in', () => {
    const still = { day: { outdoorF: hourly(70), airGainBtuH: hourly(0) } }
    expect(figuresOf(house({ ...still, controller: { fanHeat: 'as-set', fanShare: 0, circulateMin: 20 } })).fanH).toBeCloseTo(
      8,
      2,
    )
    expect(figuresOf(house({ ...still, controller: { fanHeat: 'off', circulateMin: 20 } })).fanH).toBe(0)
    const called = figuresOf(house({ controller: { fanHeat: 'as-set', fanShare: 0, circulateMin: 10 } }))
    const plain = figuresOf(house())
    expect(called.fanH).toBeGreaterThanOrEqual(plain.fanH)
    expect(called.fanH).toBeLessThan(plain.fanH + 4)
  })
  it('blows cool air from this duct while a furnace heats by another one', () => {
    const elsewhere = (fanHeat: 'off' | 'as-set') =>
      figuresOf(
        house({
          room: { voidOutdoorShare: 0.6 },
          equipment: { heatsElsewhere: true, flowBtuHPerF: 1000, ductBtuHPerF: 40 },
          controller: { fanHeat, fanShare: 1 },
        }),
      )
    expect(elsewhere('off').coolVentMin).toBe(0)
    expect(elsewhere('off').fanH).toBe(0)
    expect(elsewhere('as-set').coolVentMin).toBeCloseTo(1440, 0)
    expect(elsewhere('as-set').plantHeatBtu).toBeGreaterThan(elsewhere('off').plantHeatBtu + 10_000)
    expect(figuresOf(house()).coolVentMin).toBeNull()
    // A furnace on this duct is felt as cool only until its exchanger is warm.
    const here = figuresOf(
      house({
        equipment: {
          flowBtuHPerF: 1000,
          blowerOffDelayS: 240,
          exchanger: { btuPerF: 20, fanOnBtuHPerF: 700, fanOffBtuHPerF: 25 },
        },
      }),
    )
    expect(here.coolVentMin).toBeGreaterThan(0)
    expect(here.coolVentMin).toBeLessThan(60 * here.fanH)
  })
})

describe('water', () => {
  it('is taken out by cooling, and what the coil holds does not reach the drain', () => {
    const of = figuresOf(summer())
    expect(of.drainedLb).toBeGreaterThan(10)
    expect(of.latentBtu / of.plantCoolBtu).toBeGreaterThan(0.08)
    expect(of.latentBtu / of.plantCoolBtu).toBeLessThan(0.5)
    expect(of.humidityMeanPct).toBeLessThan(70)
    expect(figuresOf(house()).humidityMeanPct).toBeNull()
  })
  it('is put back by a fan that runs on over a wet coil: damper air, less at the drain', () => {
    const auto = figuresOf(summer({ controller: { fanCool: 'off' } }))
    const on = figuresOf(summer({ controller: { fanCool: 'as-set', fanShare: 1 } }))
    expect(auto.putBackLb).toBe(0)
    expect(on.putBackLb).toBeGreaterThan(5)
    expect(on.humidityMeanPct as number).toBeGreaterThan((auto.humidityMeanPct as number) + 1)
    expect(on.drainedLb).toBeLessThan(auto.drainedLb)
  })
  it('goes by cooling a little further, and by slowing the fan', () => {
    const plain = figuresOf(summer())
    const further = figuresOf(summer({ controller: { drying: { by: 'overcool', abovePct: 50, overcoolF: 2, share: 1 } } }))
    expect(further.airMeanF).toBeLessThan(plain.airMeanF - 1)
    expect(further.drainedLb).toBeGreaterThan(plain.drainedLb)
    const slow = figuresOf(summer({ controller: { drying: { by: 'slow', abovePct: 50, overcoolF: 0, share: 0.7 } } }))
    expect(slow.humidityMeanPct as number).toBeLessThan(plain.humidityMeanPct as number)
    const never = figuresOf(summer({ controller: { drying: { by: 'overcool', abovePct: 100, overcoolF: 2, share: 1 } } }))
    expect(never).toEqual(plain)
  })
  it('stays balanced: what came in went out, or is in the air and on the coil', () => {
    const days = ran(summer(), { countedDays: 3, warmUpDays: 3, traceEveryS: 3600 })
    const of = days.figures
    const removed = of.latentBtu / 1061
    // Nearly steady after three days: drained is what was condensed less what was put back and what stays on the coil.
    expect(Math.abs(of.drainedLb - removed)).toBeLessThan(1.6)
    expect(days.trace?.humidityPct).toHaveLength(72)
  })
  it('is refused without air to hold it', () => {
    const run = runRoom(summer({ moisture: { ...DAMP, airLb: 0 } }))
    expect(run).toMatchObject({ ok: false, code: 'moisture-without-air' })
  })
})

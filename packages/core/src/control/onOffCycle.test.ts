import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cycleRate, mostCyclesPerH, type OnOff, onOffCycle } from './onOffCycle.ts'

const room: OnOff = {
  mode: 'heat',
  rule: 'symmetric',
  setF: 70,
  differentialF: 1,
  capacityBtuPerF: 1500,
  uaBtuHPerF: 500,
  outdoorF: 30,
  plantBtuH: 40_000,
  gainsBtuH: 0,
  sensorLagS: 0,
  sensorBiasF: 0,
}
function cycles(over: Partial<OnOff> = {}) {
  const told = onOffCycle({ ...room, ...over })
  if (!told.ok || told.value.result !== 'cycles') throw new Error('does not cycle')
  return told.value
}

describe('a room under a differential', () => {
  it('swings further with a slower sensor, and starts less', () => {
    const [quick, slow] = [cycles({ sensorLagS: 60 }), cycles({ sensorLagS: 600 })]
    expect(slow.highestF - slow.lowestF).toBeGreaterThan(quick.highestF - quick.lowestF)
    expect(slow.onMin + slow.offMin).toBeGreaterThan(quick.onMin + quick.offMin)
  })
  it('with a lag as long as its own time constant is the limit of those around', () => {
    const at = (sensorLagS: number) => cycles({ sensorLagS }).onMin
    expect(at(10_800)).toBeCloseTo((at(10_799) + at(10_801)) / 2, 2)
  })
  it('has the mean that its balance gives: the longer it runs, the warmer', () =>
    fc.assert(
      fc.property(fc.double({ min: 10, max: 45, noNaN: true }), fc.integer({ min: 0, max: 300 }), (outdoorF, sensorLagS) => {
        const of = cycles({ outdoorF, sensorLagS })
        expect(of.meanF).toBeGreaterThanOrEqual(of.lowestF - 1e-9)
        expect(of.meanF).toBeLessThanOrEqual(of.highestF + 1e-9)
        expect(of.onMin / (of.onMin + of.offMin)).toBeCloseTo((of.meanF - outdoorF) / 80, 6)
      }),
    ))
  it('comes to rest where it never switches, and is refused without a room', () => {
    expect(onOffCycle({ ...room, outdoorF: -20 })).toMatchObject({ value: { result: 'always-on', finalF: 60 } })
    expect(onOffCycle({ ...room, mode: 'cool', outdoorF: 65 })).toMatchObject({ value: { result: 'never-on', finalF: 65 } })
    expect(onOffCycle({ ...room, capacityBtuPerF: 0 })).toMatchObject({ ok: false, code: 'room-without-capacity' })
  })
})

describe('a cycle rate', () => {
  it('is the most at half load, and none at no load or a full one', () => {
    expect(cycleRate(3, 0.5)).toEqual({ perH: 3, onMin: 10, offMin: 10 })
    expect(cycleRate(3, 0)).toEqual({ perH: 0, onMin: null, offMin: null })
    expect(cycleRate(3, 1)).toEqual({ perH: 0, onMin: null, offMin: null })
  })
  it('gives back the most that it was made of', () => {
    expect(mostCyclesPerH(cycleRate(4, 0.3).perH, 0.3)).toBeCloseTo(4, 9)
    expect([mostCyclesPerH(2, 0), mostCyclesPerH(2, 1)]).toEqual([null, null])
  })
})

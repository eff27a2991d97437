import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { calibrateByStory, calibrateRoom } from './calibrate.ts'
import { roomOfKind, sensorAt } from './roomKinds.ts'
import { PLAIN_EQUIPMENT, type RoomSystem } from './roomModel.ts'
import { runRoom } from './roomRun.ts'

const KIND = roomOfKind('usual', 900)
const MEANWHILE = { outdoorF: 25, heatBtuH: 36_000, gainsBtuH: 500 }
const hourly = (value: number) => new Array<number>(24).fill(value)

/** What a logger would have written: the room of the model, its plant on all the while. */
function logOf(share: { ua: number; holds: number }, minutes: number, noise: (i: number) => number = () => 0) {
  const system: RoomSystem = {
    room: {
      ...KIND,
      uaBtuHPerF: KIND.uaBtuHPerF * share.ua,
      airBtuPerF: KIND.airBtuPerF * share.holds,
      massBtuPerF: KIND.massBtuPerF * share.holds,
    },
    other: null,
    moisture: null,
    day: { outdoorF: hourly(25), airGainBtuH: hourly(500), massGainBtuH: hourly(0), door: null, sunOnSensorF: null },
    sensor: sensorAt('remote', false),
    equipment: {
      ...PLAIN_EQUIPMENT,
      kind: 'single',
      heat: { btuH: [36_000], slopeBtuHPerF: [] },
      cool: { btuH: [], slopeBtuHPerF: [] },
      referenceOutdoorF: 47,
      lowestShare: 1,
      minOnS: 0,
      minOffS: 0,
      blowerOnDelayS: 0,
      blowerOffDelayS: 0,
    },
    controller: {
      rule: 'symmetric',
      differentialF: 1,
      maxRatePerH: 3,
      gainPerF: 0.4,
      integralMin: 40,
      stage2: null,
      mode: 'heat',
      firstMode: 'heat',
      setHeatF: 150,
      setCoolF: 200,
      changeoverMin: 0,
      changeoverMarginF: 0,
      fanHeat: 'off',
      fanCool: 'off',
      trickleShare: 0,
      fanShare: 0,
      circulateMin: 0,
      drying: null,
    },
    startF: 56,
  }
  const run = runRoom(system, { warmUpDays: 0, traceEveryS: 300 })
  if (!run.ok || !run.value.trace) throw new Error('no run')
  const count = minutes / 5 + 1
  return {
    timesMin: Array.from({ length: count }, (_, i) => i * 5),
    readingsF: Array.from(run.value.trace.airF.slice(0, count), (one, i) => one + noise(i)),
  }
}

describe('a room calibrated to a logged warm-up', () => {
  it('is the room that was logged', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.6, max: 1.6, noNaN: true }), fc.double({ min: 0.5, max: 2, noNaN: true }), (ua, holds) => {
        const told = calibrateRoom(logOf({ ua, holds }, 360), KIND, MEANWHILE)
        if (!told.ok) throw new Error(told.reason)
        expect(told.value.uaBtuHPerF.value / KIND.uaBtuHPerF).toBeCloseTo(ua, 2)
        expect(told.value.holds.value).toBeCloseTo(holds, 2)
        expect(told.value.noiseF).toBeLessThan(0.01)
      }),
      { numRuns: 8 },
    ))
  it('says how sure it is: the truth lies within three errors, noise and holes and all', () => {
    const noisy = logOf({ ua: 1.2, holds: 1.4 }, 360, (i) => 0.1 * Math.sin(i * 12.9))
    const readingsF = noisy.readingsF.map((one, i) => (i > 20 && i < 30 ? null : one))
    const told = calibrateRoom({ timesMin: noisy.timesMin, readingsF }, KIND, MEANWHILE)
    if (!told.ok) throw new Error(told.reason)
    const { uaBtuHPerF, holds, used, noiseF } = told.value
    expect(Math.abs(uaBtuHPerF.value - 1.2 * KIND.uaBtuHPerF)).toBeLessThanOrEqual(3 * uaBtuHPerF.error)
    expect(Math.abs(holds.value - 1.4)).toBeLessThanOrEqual(3 * holds.error)
    expect(used).toBe(64)
    expect(noiseF).toBeGreaterThan(0.03)
  })
  it.each([
    ['a room that only cools', { ...MEANWHILE, heatBtuH: 0 }, 360, 'log-without-heat'],
    ['a quarter of an hour', MEANWHILE, 15, 'log-too-short'],
    ['too short to bend, with noise', MEANWHILE, 30, 'log-cannot-tell'],
  ])('tells nothing of %s', (_, meanwhile, minutes, code) => {
    const log = logOf({ ua: 1, holds: 1 }, minutes, (i) => 0.6 * Math.sin(i * 5.1))
    expect(calibrateRoom(log, KIND, meanwhile)).toMatchObject({ ok: false, code })
  })
  it('tells nothing of a room that did not rise', () => {
    const timesMin = Array.from({ length: 20 }, (_, i) => i * 5)
    expect(calibrateRoom({ timesMin, readingsF: timesMin.map(() => 68) }, KIND, MEANWHILE)).toMatchObject({
      code: 'log-without-rise',
    })
  })
})

describe('a cold morning as somebody tells it', () => {
  it('gives back how much it holds, and how little a memory tells', () => {
    const log = logOf({ ua: 1, holds: 1.3 }, 120)
    const toF = log.readingsF.at(-1) as number
    const told = calibrateByStory({ fromF: 56, toF, minutes: 120 }, KIND, MEANWHILE)
    if (!told.ok) throw new Error(told.reason)
    expect(told.value.value).toBeCloseTo(1.3, 2)
    expect(told.value.error).toBeGreaterThan(0.1)
  })
  it.each([
    ['it got colder', { fromF: 68, toF: 60, minutes: 90 }, MEANWHILE, 'story-without-rise'],
    ['a plant that is not known', { fromF: 56, toF: 66, minutes: 90 }, { ...MEANWHILE, heatBtuH: 0 }, 'log-without-heat'],
    ['more than the plant can', { fromF: 56, toF: 200, minutes: 60 }, MEANWHILE, 'story-impossible'],
  ])('is refused where %s', (_, story, meanwhile, code) =>
    expect(calibrateByStory(story, KIND, meanwhile)).toMatchObject({ ok: false, code }),
  )
})

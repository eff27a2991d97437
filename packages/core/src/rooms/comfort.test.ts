import { describe, expect, it } from 'vitest'
import { comfortFigures, holdsRoom, wantedBandF } from './comfort.ts'
import { roomOfKind, sensorAt } from './roomKinds.ts'
import { PLAIN_EQUIPMENT, type RoomSystem } from './roomModel.ts'
import type { RunFigures } from './roomRun.ts'

const hourly = (value: number) => new Array<number>(24).fill(value)
const system = (over: Partial<RoomSystem['equipment']> = {}, outdoorF = 20, mode: 'heat' | 'cool' = 'heat'): RoomSystem => ({
  room: { ...roomOfKind('usual', 1000), uaBtuHPerF: 400 },
  other: null,
  moisture: null,
  day: { outdoorF: hourly(outdoorF), airGainBtuH: hourly(1000), massGainBtuH: hourly(0), door: null, sunOnSensorF: null },
  sensor: sensorAt('wall', false),
  equipment: {
    ...PLAIN_EQUIPMENT,
    kind: 'single',
    heat: { btuH: [30_000], slopeBtuHPerF: [300] },
    cool: { btuH: [24_000], slopeBtuHPerF: [-100] },
    referenceOutdoorF: 47,
    lowestShare: 1,
    minOnS: 0,
    minOffS: 0,
    blowerOnDelayS: 0,
    blowerOffDelayS: 0,
    ...over,
  },
  controller: {
    rule: 'symmetric',
    differentialF: 1,
    maxRatePerH: 3,
    gainPerF: 0.4,
    integralMin: 40,
    stage2: null,
    mode,
    firstMode: mode,
    setHeatF: 70,
    setCoolF: 75,
    changeoverMin: 0,
    changeoverMarginF: 0,
    fanHeat: 'off',
    fanCool: 'off',
    trickleShare: 0.3,
    fanShare: 0,
    circulateMin: 0,
    drying: null,
  },
  startF: 70,
})
const figures: RunFigures = {
  starts: 96,
  stage2Starts: 0,
  auxiliaryStarts: 0,
  changeovers: 0,
  airMeanF: 71.2,
  airLowestF: 69,
  airHighestF: 73.5,
  outsideFMin: 100,
  outsideMin: 130,
  longestWaitMin: 70,
  latentBtu: 0,
  drainedLb: 0,
  putBackLb: 0,
  humidityMeanPct: null,
  humidityHighestPct: null,
  defrosts: 0,
  coolVentMin: null,
  otherMeanF: null,
  longestOutsideMin: 70,
  plantH: 10,
  stage2H: 0,
  auxiliaryH: 0,
  fanH: 11,
  trickleH: 0,
  plantHeatBtu: 300_000,
  plantCoolBtu: 0,
  auxiliaryBtu: 5000,
  deliveredBtu: 300_000,
  lossBtu: 300_000,
  gainsBtu: 0,
  voidBtu: 0,
  storedBtu: 0,
  longestRunMin: 20,
  shortestOffMin: 10,
}

describe('what it will be like', () => {
  it('is said in figures, each judged', () => {
    const all = Object.fromEntries(comfortFigures(figures, system(), 'compressor').map((one) => [one.measure, one]))
    expect(all.meanOff).toMatchObject({ value: expect.closeTo(1.2, 9), standing: 'fair' })
    expect(all.swing).toMatchObject({ value: 4.5, standing: 'poor' })
    expect(all.outside).toMatchObject({ value: 130, standing: 'fair' })
    expect(all.wait).toMatchObject({ value: 70, standing: 'poor' })
    expect(all.starts).toMatchObject({ value: 4, standing: 'fair' })
    // 96 starts of a compressor, ten minutes each.
    expect(all.wear).toMatchObject({ value: 16, standing: null })
    expect([all.coolVent, all.otherOff, all.humidity, all.water]).toEqual([undefined, undefined, undefined, undefined])
    expect(all.energy).toMatchObject({ value: 305_000, standing: null })
  })
  it('says of moisture, of vents and of another storey only what can be told', () => {
    const more = { ...figures, humidityMeanPct: 58, drainedLb: 22, coolVentMin: 300, otherMeanF: 66 }
    const of = (mode: 'heat' | 'cool') =>
      Object.fromEntries(comfortFigures(more, system({}, 20, mode), 'burner').map((one) => [one.measure, one]))
    expect(of('heat').coolVent).toMatchObject({ value: 300, standing: 'poor' })
    expect(of('heat').otherOff).toMatchObject({ value: -4, standing: 'poor' })
    expect(of('heat').humidity).toMatchObject({ value: 58, standing: 'fair' })
    expect(of('heat').water).toMatchObject({ value: 22, standing: null })
    expect(of('heat').wear?.value).toBeCloseTo(6.4, 9)
    // Cool air is what cooling is for; and a compressor cools, whatever heats.
    expect(of('cool').coolVent).toBeUndefined()
    expect(of('cool').wear?.value).toBe(16)
  })
  it('four starts an hour are many for a compressor and few for a burner', () => {
    const starts = (source: 'burner' | 'electric' | 'compressor', mode: 'heat' | 'cool' = 'heat') =>
      comfortFigures(figures, system({}, 20, mode), source).find((one) => one.measure === 'starts')?.standing
    expect([starts('burner'), starts('electric'), starts('compressor')]).toEqual(['good', 'good', 'fair'])
    // What cools is a compressor, whatever heats.
    expect(starts('burner', 'cool')).toBe('fair')
  })
  it('under automatic changeover any temperature between the set points is wanted', () => {
    const auto = { ...system(), controller: { ...system().controller, mode: 'auto' as const } }
    expect(comfortFigures(figures, auto, 'burner').find((one) => one.measure === 'meanOff')?.value).toBe(0)
  })
})

describe('whether the equipment holds the room', () => {
  it('holds until loss and output meet', () => {
    // 400 (70 − To) − 1000 = 30,000 + 300 (To − 47): To = 15.9 °F.
    const { untilOutdoorF, missingBtuH } = holdsRoom(system(), 'heat')
    expect([untilOutdoorF, missingBtuH]).toEqual([16, 0])
    expect(holdsRoom(system({}, 0), 'heat').missingBtuH).toBeCloseTo(400 * 70 - 1000 - (30_000 - 300 * 47), 6)
  })
  it('counts auxiliary heat where it is allowed, and no compressor below its lock', () => {
    const auxiliary = { btuH: 17_000, allowedBelowF: 30, onDroopF: 2, offDroopF: 0.3, delayS: 0 }
    expect(holdsRoom(system({ auxiliary }), 'heat').untilOutdoorF).toBeLessThan(0)
    expect(holdsRoom(system({ lockedBelowF: 25 }), 'heat').untilOutdoorF).toBe(25)
  })
  it('cools up to a temperature, too', () => {
    const { untilOutdoorF } = holdsRoom(system({}, 90, 'cool'), 'cool')
    // 400 (To − 75) + 1000 = 24,000 − 100 (To − 47): To = 115.4 °F.
    expect(untilOutdoorF).toBe(115)
  })
  it('is null where it holds in any weather', () =>
    expect(holdsRoom(system({ heat: { btuH: [90_000], slopeBtuHPerF: [0] } }), 'heat').untilOutdoorF).toBeNull())
})

it('the band that is wanted lies about one set point, or from the one to the other', () => {
  const at = (mode: 'heat' | 'cool' | 'auto') => wantedBandF({ mode, setHeatF: 68, setCoolF: 76 }, 1)
  expect([at('heat'), at('cool'), at('auto')]).toEqual([
    [67, 69],
    [75, 77],
    [67, 77],
  ])
})

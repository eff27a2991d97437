import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { showIn } from '../advice/show.ts'
import { BASE_UNITS, METRIC_UNITS } from '../quantity/units.ts'
import {
  exchangerFromStart,
  type FanLimitRun,
  fanLimitTrial,
  fanLimitVerdict,
  fanOffFloorF,
  type HeatExchanger,
  pointersVerdict,
  runFanLimit,
} from './fanLimit.ts'

const EXCHANGER: HeatExchanger = { capacity: 9, burnerBtuH: 64_000, uaOff: 25, uaOn: 330 }
const AIR: HeatExchanger = { ...EXCHANGER, capacity: 8, uaOff: 45, air: { capacity: 1.2, streamOff: 18, streamOn: 1296 } }
const firing = (burnS = 400, restS = 600) => ({
  calls: [[0, burnS]] as [number, number][],
  endS: burnS + restS,
  returnF: 68,
  startF: 68,
})
const run = (of: HeatExchanger, fanOnF: number, fanOffF: number, more: object = {}, at = firing()): FanLimitRun => {
  const result = runFanLimit(of, { fanOnF, fanOffF, ...more }, at)
  if (!result.ok) throw new Error(result.reason)
  return result.value
}

describe('a fan-and-limit switch', () => {
  it('starts and stops by turns, and starts again only after it stopped', () => {
    const dial = fc.record({ on: fc.integer({ min: 90, max: 160 }), gap: fc.integer({ min: 5, max: 60 }), air: fc.boolean() })
    fc.assert(
      fc.property(dial, ({ on, gap, air }) => {
        const { startsS, stopsS, runningAtEnd, startsWhileBurning, residualRestarts } = run(air ? AIR : EXCHANGER, on, on - gap)
        const events = [...startsS.map((t) => [t, 1]), ...stopsS.map((t) => [t, -1])].sort((a, b) => (a[0] ?? 0) - (b[0] ?? 0))
        expect(events.every(([, what], i) => what === (i % 2 === 0 ? 1 : -1))).toBe(true)
        expect(runningAtEnd).toBe(startsS.length > stopsS.length)
        expect(startsWhileBurning + residualRestarts).toBe(startsS.length)
      }),
      { numRuns: 60 },
    )
  })
  it('starts later the higher fan-on stands, and stops later the lower fan-off', () => {
    fc.assert(
      fc.property(fc.integer({ min: 110, max: 150 }), fc.integer({ min: 1, max: 25 }), (on, more) => {
        expect(run(EXCHANGER, on + more, 80).startsS[0]).toBeGreaterThan(run(EXCHANGER, on, 80).startsS[0] ?? 0)
        expect(run(EXCHANGER, 160, on - more).stopsS[0]).toBeGreaterThan(run(EXCHANGER, 160, on).stopsS[0] ?? 0)
      }),
      { numRuns: 30 },
    )
  })
  it('a limit opens the burner where the air is missing, closes again by itself, and is a finding', () => {
    const starved: HeatExchanger = { ...EXCHANGER, uaOn: 120 }
    const tripped = run(starved, 130, 100, { limit: { opensF: 250, closesF: 220 } })
    expect(tripped.tripsS.length).toBeGreaterThan(1)
    expect(tripped.peakFeltF).toBeCloseTo(250, 3)
    const [finding] = fanLimitVerdict({ fanOnF: 130, fanOffF: 100 }, tripped, 68, showIn(BASE_UNITS)).slice(-1)
    expect(finding?.mend).toMatch(/proved and left as the maker set it/)
    expect(run(EXCHANGER, 130, 100, { limit: { opensF: 280, closesF: 250 } }).tripsS).toEqual([])
  })
  it('says what a dial does: short cycles, leftover heat, never stopping', () => {
    const says = (of: HeatExchanger, on: number, off: number, returnF = 68) =>
      fanLimitVerdict({ fanOnF: on, fanOffF: off }, run(of, on, off, {}, { ...firing(), returnF }), returnF, showIn(BASE_UNITS))
        .map((one) => one.says)
        .join(' ')
    expect(says({ ...EXCHANGER, uaOn: 1050 }, 150, 135)).toMatch(/starts \d+ times in one firing/)
    expect(says(AIR, 110, 85)).toMatch(/Leftover heat starts the blower again/)
    expect(says(EXCHANGER, 130, 80, 84)).toMatch(/the blower never stops/)
    expect(says(EXCHANGER, 900, 95)).toMatch(/never starts in this firing/)
    expect(says({ ...EXCHANGER, uaOn: 30 }, 130, 70)).toMatch(/still runs at the end/)
    expect(says(EXCHANGER, 130, 100)).toBe('')
    expect(says(EXCHANGER, 130, 84, 84)).toMatch(/the blower never stops/)
    const never = fanLimitVerdict({ fanOnF: 140, fanOffF: 59 }, run(EXCHANGER, 140, 59), 68, showIn(METRIC_UNITS))
    expect(never[0]?.says).toMatch(/15\.0 °C and the return air is 20\.0 °C/)
  })
  it.each([
    [null, 100],
    [68, 100],
    [80, 100],
    [80.1, 100.1],
    [90, 110],
  ])('fan-off has a floor: with a return of %s °F it is %f °F', (returnF, floorF) =>
    expect(fanOffFloorF(returnF)).toBeCloseTo(floorF, 9),
  )
  it('a fan-off of 80 °F is never clean, and nothing advises to go under the floor', () => {
    for (let offF = 75; offF <= 130; offF += 5)
      for (const onF of [offF + 5, offF + 30, offF + 60])
        for (const of of [EXCHANGER, AIR]) {
          const said = fanLimitVerdict({ fanOnF: onF, fanOffF: offF }, run(of, onF, offF), 68, showIn(BASE_UNITS))
          if (offF < 100) expect(said.map((one) => one.code).some((code) => code.startsWith('fan-off'))).toBe(true)
          if (offF <= 100) expect(said.map((one) => one.mend).join(' ')).not.toMatch(/^Lower fan-off|\. Lower fan-off/)
        }
  })
  it.each([
    [24.9, ['pointers-near']],
    [25, []],
  ])('by rule of thumb the pointers stand 25 °F apart, said before the firing is known: %f', (apart, codes) =>
    expect(pointersVerdict({ fanOnF: 105 + apart, fanOffF: 105 }, null, showIn(BASE_UNITS)).map((one) => one.code)).toEqual(
      codes,
    ),
  )
  it('more starts while it burns are no improvement, whatever is gained afterwards', () => {
    const made = (startsInACall: number, residualRestarts: number): FanLimitRun => ({
      startsS: [10],
      stopsS: [20],
      tripsS: [],
      startsInACall,
      startsWhileBurning: startsInACall,
      residualRestarts,
      runningAtEnd: false,
      peakFeltF: 150,
      peakExchangerF: 300,
    })
    const at = { fanOffF: 105 }
    expect(fanLimitTrial(made(1, 3), made(2, 0), at, 68)).toBe('worse')
    expect(fanLimitTrial(made(1, 3), made(1, 0), at, 68)).toBe('better')
    expect(fanLimitTrial(made(1, 1), made(1, 1), at, 68)).toBe('alike')
    expect(fanLimitTrial(made(1, 0), made(1, 2), at, 68)).toBe('worse')
    expect(fanLimitTrial(made(1, 3), made(1, 0), { fanOffF: 99 }, 68)).toBe('worse')
    expect(fanLimitTrial(made(1, 3), { ...made(1, 0), startsS: [] }, at, 68)).toBe('worse')
  })
  it.each<[string, Parameters<typeof runFanLimit>, RegExp]>([
    ['fan-off above fan-on', [EXCHANGER, { fanOnF: 100, fanOffF: 110 }, firing()], /is not below fan-on/],
    [
      'fan-on above the limit',
      [EXCHANGER, { fanOnF: 200, fanOffF: 110, limit: { opensF: 190, closesF: 160 } }, firing()],
      /burner would go out/,
    ],
    ['calls out of order', [EXCHANGER, { fanOnF: 130, fanOffF: 95 }, { ...firing(), calls: [[50, 20]] }], /not in order/],
    ['no exchanger', [{ ...EXCHANGER, capacity: 0 }, { fanOnF: 130, fanOffF: 95 }, firing()], /not described whole/],
  ])('%s is refused in words', (_, given, reason) => {
    const result = runFanLimit(...given)
    expect(result.ok ? 'run' : result.reason).toMatch(reason)
  })
})

describe('an exchanger from the time that its blower takes', () => {
  const site = { burnerBtuH: 48_000, flowCfm: 900, sensibleFactor: 1.08, returnF: 62, fanOnF: 110, toStartS: 55 }
  it('starts its blower at that time', () => {
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 150 }), fc.integer({ min: 95, max: 130 }), (toStartS, fanOnF) => {
        const made = exchangerFromStart({ ...site, toStartS, fanOnF })
        if (!made.ok) return
        const at = { calls: [[0, 900]] as [number, number][], endS: 900, returnF: 62, startF: 62 }
        expect(run(made.value, fanOnF, 63, {}, at).startsS[0]).toBeCloseTo(toStartS, 1)
      }),
      { numRuns: 25 },
    )
  })
  it('a narrow dial makes the blower start again and again on a cold exchanger; a wide one does not', () => {
    const made = exchangerFromStart({ ...site, flowCfm: 1200, fanOnF: 95, toStartS: 70 })
    if (!made.ok) throw new Error(made.reason)
    const at = { ...firing(480, 600), returnF: 62, startF: 62 }
    expect(run(made.value, 95, 90, {}, at).startsInACall).toBeGreaterThan(1)
    expect(run(made.value, 150, 80, {}, at)).toMatchObject({ startsInACall: 1, residualRestarts: 0 })
  })
  it.each([
    [{ toStartS: 0 }, /took no time/],
    [{ fanOnF: 60 }, /below the return air/],
    [{ flowCfm: 0 }, /is not known/],
    [{ toStartS: 4000 }, /No exchanger of this burner/],
  ])('%j is refused in words', (more, reason) => {
    const made = exchangerFromStart({ ...site, ...more })
    expect(made.ok ? 'made' : made.reason).toMatch(reason)
  })
})

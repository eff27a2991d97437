import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { airState, standardPressurePsia } from '../air/psychrometrics.ts'
import { type Co2Unit, co2After, co2Balance, co2Day, co2Position, co2TimeTo } from './co2.ts'
import { USUAL_DAMPER } from './damperLine.ts'
import { type EconomizerReading, economizerFaults, USUAL_FAULT_RULE } from './economizerFaults.ts'
import { outdoorLoad, outdoorYear } from './excessAir.ts'
import { allowsFreeCooling, type Changeover, freeCoolingYear, HOUR_STATES } from './freeCooling.ts'
import { leastDifferenceF, mixShare, outdoorByTemperatures, outdoorByTraverse } from './outdoorAir.ts'
import { exhaustBalance, SIMPLIFIED_2019, type Space, ventilationNeed } from './ventilation.ts'
import { type Climate, weatherOf, weatherYear } from './weatherYear.ts'

const finite = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const errors = { outdoorErrorF: 0.5, returnErrorF: 0.5, mixedErrorF: 1 }

describe('outdoor air by temperatures', () => {
  it('is 24 % of 2,000 cfm for 20, 70 and 58 °F', () => {
    const found = outdoorByTemperatures(
      { outdoorF: 20, returnF: 70, mixedF: 58, ...errors },
      { cfm: 2000, errorPct: 5 },
      { leastDifferenceF: 10, mostErrorPct: 5 },
    )
    expect(found).toMatchObject({ verdict: 'ok', sharePct: 24, air: { outdoorCfm: 480 } })
  })

  it('says nothing where indoors and outdoors are alike, and calls a share over one impossible only beyond its error', () => {
    expect(mixShare({ outdoorF: 70, returnF: 70, mixedF: 70, ...errors }, 0)).toBeNull()
    expect(mixShare({ outdoorF: 50, returnF: 70, mixedF: 49.5, ...errors }, 8)).toMatchObject({ impossible: false })
    expect(mixShare({ outdoorF: 50, returnF: 70, mixedF: 45, ...errors }, 8)).toMatchObject({ impossible: true })
  })

  it('needs exactly the difference it names to reach an error', () => {
    fc.assert(
      fc.property(finite(0, 1), finite(1, 20), (share, mostPct) => {
        const difference = leastDifferenceF(errors, share, mostPct)
        const mix = mixShare({ outdoorF: 70 - difference, returnF: 70, mixedF: 70 - share * difference, ...errors }, 0)
        expect(100 * (mix?.error ?? Number.NaN)).toBeCloseTo(mostPct, 6)
      }),
    )
  })

  it('by a traverse counts still points and leaves readings below nothing out', () => {
    expect(outdoorByTraverse([400, 0, -20, 200], 2, 5, 1000)).toMatchObject({
      used: 3,
      meanFpm: 200,
      outdoorCfm: 400,
      sharePct: 40,
    })
    expect(outdoorByTraverse([-1, -5], 2, 5, null)).toBeNull()
  })
})

const space = (people: number, areaFt2: number): Space => ({
  name: 'x',
  people,
  areaFt2,
  perPersonCfm: 5,
  perAreaCfmFt2: 0.06,
  effectiveness: 0.8,
})
const anySpaces = fc.array(fc.tuple(fc.integer({ min: 0, max: 200 }), finite(50, 20_000)), { minLength: 1, maxLength: 5 })

describe('the need for outdoor air', () => {
  it('never falls for more people, in any kind of system', () => {
    fc.assert(
      fc.property(anySpaces, fc.nat({ max: 4 }), fc.integer({ min: 1, max: 50 }), (rows, at, more) => {
        const spaces = rows.map(([people, area]) => space(people, area))
        const i = at % spaces.length
        const fuller = spaces.map((one, j) => (j === i ? { ...one, people: one.people + more } : one))
        const all = (of: Space[]) => of.reduce((sum, one) => sum + one.people, 0)
        for (const kind of ['single-zone', 'all-outdoor'] as const)
          expect(ventilationNeed(fuller, { kind }).intakeCfm).toBeGreaterThan(ventilationNeed(spaces, { kind }).intakeCfm)
        const simplified = (of: Space[]) =>
          ventilationNeed(of, { kind: 'simplified', population: all(of), rule: SIMPLIFIED_2019 }).intakeCfm
        expect(simplified(fuller)).toBeGreaterThanOrEqual(simplified(spaces))
      }),
    )
  })

  it('of several spaces is worked with the people who are there at once, and their shares add up', () => {
    const need = ventilationNeed([space(20, 1000), space(10, 500)], {
      kind: 'simplified',
      population: 15,
      rule: SIMPLIFIED_2019,
    })
    // D = 0.5 → Ev = 0.88 × 0.5 + 0.22 = 0.66; Vou = 0.5 × 150 + 0.06 × 1,500 = 165.
    expect(need).toMatchObject({ diversity: 0.5, efficiency: expect.closeTo(0.66, 9), intakeCfm: expect.closeTo(250, 9) })
    expect(need.peopleCfm + need.areaCfm).toBeCloseTo(need.zoneCfm[0]! + need.zoneCfm[1]!, 9)
  })

  it('of the general method rests on the space that needs the largest share of its air', () => {
    const spaces = [
      { ...space(20, 1000), primaryCfm: 2000 },
      { ...space(20, 500), name: 'meeting', primaryCfm: 250 },
    ]
    const need = ventilationNeed(spaces, { kind: 'general', population: 40, primaryCfm: 2250 })
    expect(need.critical).toBe('meeting')
    expect(need.intakeCfm).toBeGreaterThan(need.uncorrectedCfm ?? 0)
  })

  it('follows exhaust where more is blown out than people need', () => {
    const given = { intakesCfm: [1000], exhaustsCfm: [1400], ventilationCfm: 900, surplusCfm: 100, neutralBandCfm: 50 }
    expect(exhaustBalance(given)).toMatchObject({ pressure: 'negative', requiredCfm: 1500, binding: 'exhaust', shortCfm: 500 })
  })
})

const unit = (biasPpm = 0): Co2Unit => ({
  rule: {
    low: { at: [40, 100], values: [24, 12] },
    high: { at: [40, 100], values: [58, 32] },
    fromPpm: 600,
    toPpm: 1000,
    onFault: 'max',
  },
  damper: { kind: 'share', share: USUAL_DAMPER },
  fullCfm: 3000,
  biasPpm,
})
const AIR = { perPersonCfm: 0.0105, outdoorPpm: 420 }

describe('CO₂', () => {
  it('reaches a level in the minutes that are named, in still air too, and never one that it does not tend to', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), finite(0, 900), finite(430, 1500), (people, cfm, level) => {
        const source = { ...AIR, people }
        const minutes = co2TimeTo(source, 9000, cfm, 425, level)
        if (minutes === null) return
        expect(co2After(source, 9000, cfm, 425, minutes)).toBeCloseTo(level, 5)
      }),
    )
    expect(co2TimeTo({ ...AIR, people: 0 }, 9000, 300, 500, 1000)).toBeNull()
  })

  it('settles where the damper’s answer keeps it: its own flow gives that CO₂', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 120 }), finite(40, 100), (people, speed) => {
        const found = co2Balance(unit(), { ...AIR, people }, speed)
        expect(420 + (1e6 * people * 0.0105) / found.outdoorCfm).toBeCloseTo(found.ppm, 3)
      }),
    )
  })

  it('opens wide on a fault, and stands between its two positions else', () => {
    expect(co2Position(unit().rule, 70, null)).toMatchObject({ lowPct: 18, highPct: 45, positionPct: 45 })
    expect(co2Position(unit().rule, 70, 800).positionPct).toBeCloseTo(31.5, 9)
  })

  it('over a day ends where the exact solution of each block ends while the damper stands still', () => {
    const day = co2Day(unit(), AIR, {
      volumeFt3: 9600,
      blocks: [{ minutes: 60, people: 0, speedPct: 40 }],
      initialPpm: 900,
      lagS: 0,
      alarmPpm: 1000,
      perPersonAirCfm: 10,
      areaCfm: 115,
      fault: { fromMin: 0, toMin: 60 },
    })
    // Held at its wide position by the fault: 40 % of 3,000 cfm through 58 % of the stroke.
    const cfm = day.outdoor[10] as number
    expect(day.ppm[3600]).toBeCloseTo(co2After({ ...AIR, people: 0 }, 9600, cfm, 900, 60), 6)
    expect([day.atHighMin, day.atLowMin, day.areaBindsMin]).toEqual([60, 0, 60])
  })
})

const CLIMATE: Climate = {
  seed: 7,
  altitudeFt: 310,
  meanF: 52,
  seasonF: 15,
  coldestDay: 25,
  dayF: 7,
  coldestHour: 5,
  noiseF: 5,
  dewMeanF: 45,
  dewSeasonF: 13,
  dewNoiseF: 5,
}
const YEAR = weatherYear(CLIMATE)
const back = airState(75, { relativeHumidityPct: 50 }, YEAR.pressurePsia)
if (!back.ok) throw new Error('no air')
const plant = {
  supplyF: 55,
  back: back.value,
  supplyCfm: 4000,
  minShare: 0.2,
  integrated: true,
  fromHour: 7,
  toHour: 19,
  daysPerWeek: 5,
}
const differential: Changeover = { kind: 'differential-enthalpy', limitF: 72, limitBtuLb: null, lockoutBelowF: null }

describe('free cooling over a year', () => {
  it('saves no less with compressors beside it than without, while outdoor air holds less heat than the return', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        finite(35, 75),
        finite(0, 15),
        finite(52, 60),
        (seed, meanF, dry, supplyF) => {
          const weather = weatherYear({ ...CLIMATE, seed, meanF, dewMeanF: meanF - dry })
          const saved = (integrated: boolean) =>
            freeCoolingYear(weather, differential, { ...plant, supplyF, integrated }).savedTotalBtu
          expect(saved(true)).toBeGreaterThanOrEqual(saved(false) - 1)
        },
      ),
      { numRuns: 25 },
    )
  })

  it('says of every hour what it came to, and the hours add up to the year', () => {
    const hours = new Uint8Array(YEAR.outdoorF.length)
    const year = freeCoolingYear(YEAR, differential, plant, hours)
    const count = (state: (typeof HOUR_STATES)[number]) => hours.reduce((n, one) => n + (HOUR_STATES[one] === state ? 1 : 0), 0)
    expect(count('free')).toBe(year.freeHours)
    expect(count('partial')).toBe(year.partialHours)
    expect(count('mechanical') + count('partial')).toBe(year.mechanicalHours)
    expect(hours.length - count('not-called')).toBe(year.callHours)
  })

  it('stands still below its lock-out, and by an offset keeps away from the return’s own temperature', () => {
    const cold = { ...differential, lockoutBelowF: 40 }
    expect([39, 41].map((t) => allowsFreeCooling(cold, t, 12, 75, 28))).toEqual([false, true])
    const offset: Changeover = { kind: 'differential-dry-bulb', limitF: null, limitBtuLb: null, lockoutBelowF: null, offsetF: 4 }
    expect([70, 72].map((t) => allowsFreeCooling(offset, t, 20, 75, 28))).toEqual([true, false])
  })

  it('reads pasted hours as the same air that an instrument would tell', () => {
    const weather = weatherOf([92, 25], [55, 60], 0)
    const summer = airState(92, { relativeHumidityPct: 55 }, standardPressurePsia(0))
    expect(weather.enthalpyBtuLb[0]).toBeCloseTo(summer.ok ? summer.value.enthalpyBtuLb : 0, 6)
    expect(weather.humidityRatio[1]).toBeGreaterThan(0)
  })
})

const well: EconomizerReading = {
  outdoorF: 52,
  returnF: 74,
  mixedF: 54.5,
  commandPct: 100,
  coolingCall: true,
  nearbyF: null,
  compressor: null,
  feedbackPct: null,
}
const faultsOf = (more: Partial<EconomizerReading>) => economizerFaults({ ...well, ...more }, USUAL_FAULT_RULE).faults

describe('faults of an economizer', () => {
  it('are none where it does what it should', () => {
    expect(faultsOf({ feedbackPct: 98, nearbyF: 53, compressor: false })).toEqual([])
  })

  it('go by the unit’s own rule where that is more than the dry bulb: it can be right to stay shut, and nothing is said where it cannot be told', () => {
    const shut = { outdoorF: 68, returnF: 74, mixedF: 73, commandPct: 15 }
    expect(faultsOf(shut)).not.toContain('not-economizing')
    expect(faultsOf({ ...shut, outdoorF: 60, mixedF: 72 })).toContain('not-economizing')
    for (const mayCool of [false, null])
      expect(faultsOf({ ...shut, outdoorF: 60, mixedF: 72, mayCool })).not.toContain('not-economizing')
    expect(faultsOf({ outdoorF: 60, mixedF: 61.4, mayCool: false })).toContain('economizing-wrongly')
    expect(faultsOf({ outdoorF: 60, mixedF: 61.4, mayCool: null })).not.toContain('economizing-wrongly')
  })

  it('a damper that many people hold open is not economizing wrongly', () => {
    const open = { outdoorF: 84, returnF: 74, mixedF: 79, commandPct: 50, coolingCall: false }
    expect(faultsOf(open)).toContain('economizing-wrongly')
    expect(faultsOf({ ...open, opensForAir: true })).not.toContain('economizing-wrongly')
  })

  it('tell a warm roof from swapped wires by a thermometer in the shade', () => {
    expect(faultsOf({ nearbyF: 44 })).toEqual(['outdoor-sensor-off'])
    expect(faultsOf({ outdoorF: 74, returnF: 52, mixedF: 60, commandPct: 50, nearbyF: 52.5 })).toContain(
      'outdoor-and-return-swapped',
    )
  })

  it('tell a feedback the wrong way round from one that lags, and say neither in the middle of the stroke', () => {
    expect(faultsOf({ feedbackPct: 2 })).toEqual(['feedback-reversed'])
    expect(faultsOf({ feedbackPct: 60 })).toEqual(['feedback-disagrees'])
    expect(faultsOf({ commandPct: 50, mixedF: 62, feedbackPct: 50 })).toEqual([])
  })

  it('name a compressor that runs at the least damper while the weather would cool', () => {
    expect(faultsOf({ outdoorF: 55, mixedF: 71, commandPct: 15, compressor: true })).toEqual([
      'compressor-at-minimum',
      'not-economizing',
    ])
  })

  it('say nothing of the weather within the sensors’ own error of a limit', () => {
    expect(faultsOf({ outdoorF: 69, returnF: 78, mixedF: 76.8, commandPct: 15 })).toEqual([])
  })
})

describe('what outdoor air costs over a year', () => {
  const prices = { eerBtuWh: 10, efficiency: 0.8, perKwh: 0.2, perTherm: 1.5 }
  const inUse = { fromHour: 7, toHour: 19, daysPerWeek: 5 }

  it('is the sum of what its hours cost, and doubles with the air', () => {
    const cold = weatherOf([20], [60], 310)
    const outdoor = airState(20, { relativeHumidityPct: 60 }, cold.pressurePsia)
    const hour = outdoor.ok ? outdoorLoad(300, outdoor.value, back.value, prices) : null
    const one = outdoorYear(300, cold, back.value, prices, { fromHour: 0, toHour: 24, daysPerWeek: 7 }, 55)
    expect(one.cost).toBeCloseTo(hour?.costPerH ?? Number.NaN, 9)
    expect(one.coldBtu).toBe(0)
    const year = outdoorYear(300, YEAR, back.value, prices, inUse, 55)
    expect(outdoorYear(600, YEAR, back.value, prices, inUse, 55).cost).toBeCloseTo(2 * year.cost, 6)
    expect(year.heatBtu).toBeGreaterThan(0)
  })

  it('counts the hours of use alone', () => {
    const all = outdoorYear(300, YEAR, back.value, prices, { fromHour: 0, toHour: 24, daysPerWeek: 7 }, 55)
    expect(outdoorYear(300, YEAR, back.value, prices, inUse, 55).heatBtu).toBeLessThan(all.heatBtu / 2)
  })
})

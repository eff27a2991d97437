import { airflowPicture, BASE_UNITS, showIn, solveJoint, systemJoint, type TapNeed } from '@ingle/core'
import { attempt, scenario } from '@ingle/core/testing'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Fire, type Fires, firesOf } from './fires.ts'
import { coolChoice, fireTaps, heaterTap } from './heatingTap.ts'

const NO_FIRES = firesOf({}, undefined, 0)

const on = (change: object, probes = { supply: 0.2, return: -0.25 }) =>
  heaterTap(airflowPicture(scenario({ tries: [attempt({ filter: 'clean', probes })], ...change })))
const { blower } = scenario()
/** The same table as it may be pasted: from the highest tap to the lowest. */
const upsideDown = () => {
  if (blower?.table.kind !== 'constant-torque') throw new Error('no table')
  const { taps, flowsCfm, ...table } = blower.table
  return { ...blower, table: { ...table, taps: taps.toReversed(), flowsCfm: flowsCfm.toReversed() } }
}

it('blows a heater with the cooling tap where that is enough', () => {
  expect(on({ heaterKw: 0 })).toEqual({ tap: 'same', because: 'no-heater' })
  expect(on({})).toMatchObject({ tap: 'same', because: 'enough' })
  // By hand: tap 3 on this duct gives 1,308 cfm, over the 1,050 of the 9 kW kit.
  expect(on({})).toMatchObject({ flowCfm: expect.closeTo(1308, -1) })
})

it('else takes the tap with the least flow that passes, however the table is sorted', () => {
  // 15 kW wants 1,350 cfm: tap 4 gives 1,434 and tap 5 1,526 on this duct.
  expect(on({ heaterKw: 15, heaterOnThisTap: false })).toEqual({ tap: '4', because: 'least-that-is-enough' })
  const tries = [attempt({ tap: 2, tapLabel: '3', filter: 'clean', probes: { supply: 0.2, return: -0.25 } })]
  expect(on({ heaterKw: 15, heaterOnThisTap: false, blower: upsideDown(), tries })).toEqual({
    tap: '4',
    because: 'least-that-is-enough',
  })
})

it('has no cooling tap to blow with where the device offers none', () => {
  const picture = airflowPicture(scenario({ tries: [attempt({ filter: 'clean', probes: { supply: 0.2, return: -0.25 } })] }))
  // 9 kW wants 1,050 cfm: tap 2 gives 1,154.
  expect(heaterTap(picture, false)).toEqual({ tap: '2', because: 'least-that-is-enough' })
})

it('says nothing where nothing passes, or where the least flow or the duct is not known', () => {
  expect(on({ heaterKw: 15, heaterOnThisTap: false }, { supply: 0.4, return: -0.45 })).toBeNull()
  expect(on({ heaterKw: 20 })).toBeNull()
  expect(on({ tries: [] })).toBeNull()
})

describe('one answer on the Blower, under Heat and in Combined selection', () => {
  const TAPS = blower?.table.taps ?? []
  const knob = (need: TapNeed, same: boolean) => ({
    need,
    label: need,
    values: same ? ['same', ...TAPS] : TAPS,
    tapOf: [...(same ? [null] : []), ...TAPS.map((_, i) => i)],
  })
  const bothAnswers = (change: object, probes: { supply: number; return: number }, fires: Fires | null) => {
    const picture = airflowPicture(scenario({ tries: [attempt({ filter: 'clean', probes })], ...change }))
    const taps = [knob('cool', false), knob('heat', fires === null), ...(fires ? [knob('heatLow', false)] : [])]
    const joint = systemJoint({ picture, taps, fires, zones: null, show: showIn(BASE_UNITS) })
    const answer = joint && solveJoint(joint)
    if (!joint || answer?.kind !== 'fits' || joint.unknown.length > 0) return null
    const chosen = Object.fromEntries(joint.knobs.map((one, i) => [one.id, one.options[answer.choice[i] as number]]))
    const best = coolChoice(picture)?.best
    const ofFire = (fire: Fire | null) => (fire === null ? undefined : TAPS[fireTaps(picture, fire)?.best?.tap ?? -1])
    return {
      together: [chosen['airflow.cool'], chosen['airflow.adjust'] ?? '0', chosen['airflow.heat'], chosen['airflow.heat.low']],
      alone: [
        TAPS[best?.tap ?? -1],
        String(best?.adjustPct),
        fires ? ofFire(fires.high) : heaterTap(picture)?.tap,
        ...(fires ? [ofFire(fires.low)] : [undefined]),
      ],
    }
  }
  const offering = (adjustsPct: number[]) => ({ blower: blower && { ...blower, adjustsPct } })

  it('an adjust that suits cooling and starves the heater is not aimed at', () => {
    // By hand: on this duct the taps bring 970 to 1,526 cfm; 15 kW needs 1,350, which no tap brings with the adjust at −15 %.
    const probes = { supply: 0.2, return: -0.25 }
    const small = { heaterKw: 15, heaterOnThisTap: false, capacityTons: 3.95, ...offering([-15, 0]) }
    const apart = airflowPicture(scenario({ tries: [attempt({ filter: 'clean', probes })], ...small, heaterKw: 0 }))
    const both = airflowPicture(scenario({ tries: [attempt({ filter: 'clean', probes })], ...small }))
    for (const one of both.choice?.outcomes ?? [])
      expect(one.breaks.includes('adjust-of-heat'), `${one.tap} ${one.adjustPct}`).toBe(one.adjustPct === -15)
    expect(apart.choice?.outcomes.some((one) => one.breaks.includes('adjust-of-heat'))).toBe(false)
  })

  it('holds for any duct, size, heater, fire and adjust', () => {
    let compared = 0
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.3, noNaN: true }),
        fc.double({ min: 2, max: 4.5, noNaN: true }),
        fc.constantFrom(0, 5, 9, 15),
        fc.boolean(),
        fc.subarray([-20, -15, -10, 5, 10, 15]),
        fc.option(fc.double({ min: 25_000, max: 80_000, noNaN: true })),
        (half, capacityTons, heaterKw, heaterOnThisTap, adjusts, heatBtuH) => {
          const high = heatBtuH === null ? null : { inputBtuH: heatBtuH, heatBtuH, lowF: 35, highF: 65 }
          const low = high && { ...high, heatBtuH: high.heatBtuH * 0.65, lowF: 25, highF: 55 }
          const fires = high && { ...NO_FIRES, high, low }
          const both = bothAnswers(
            {
              capacityTons,
              heaterKw: fires ? 0 : heaterKw,
              heaterOnThisTap: !fires && heaterOnThisTap,
              heatTapOffered: true,
              ...(fires && { fires: [high, low] }),
              ...offering([0, ...adjusts]),
            },
            { supply: half, return: -half },
            fires,
          )
          if (!both) return
          compared += 1
          expect(both.alone).toEqual(both.together)
        },
      ),
      { numRuns: 400 },
    )
    expect(compared).toBeGreaterThan(40)
  })
})

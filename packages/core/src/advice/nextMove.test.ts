import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { AirflowInput, TryInput } from '../airflow/input.ts'
import { airflowPicture } from '../airflow/picture.ts'
import { BASE_UNITS, METRIC_UNITS } from '../quantity/units.ts'
import { attempt, scenario } from '../testing/scenario.ts'
import { nextMove } from './nextMove.ts'
import { showIn } from './show.ts'
import { workings } from './workings.ts'

const move = (change: Partial<AirflowInput>, units = BASE_UNITS) => nextMove(airflowPicture(scenario(change)), showIn(units))
const withTry = (change: Partial<TryInput>, system: Partial<AirflowInput> = {}) => move({ ...system, tries: [attempt(change)] })

const returnGrille = { id: 'g', name: 'return', side: 'return' as const, faceFpm: 480, areaFt2: 4, freeArea: 0.68 }
const desk = { id: 'd', name: 'desk', side: 'supply' as const, faceFpm: 640, areaFt2: 0.78, freeArea: 0.75 }
const split = { id: 's', returnDbF: 75, supplyDbF: 53.2, returnWbF: 63, supplyWbF: null, returnRhPct: null }
/** A clean filter, tap 3 at 0.45: inside everything. */
const good: Partial<TryInput> = { filter: 'clean', probes: { supply: 0.2, return: -0.25 } }

describe('with readings still missing', () => {
  it('asks no furnace for its heater kit', () => expect(move({ heaterKw: null, burnsFuel: true }).key).toBe('need-tap'))

  it.each<[string, Partial<AirflowInput>, string]>([
    ['the equipment', { blower: null }, 'need-profile'],
    ['the table of one that is named', { blower: null, equipment: 'Merrowby VX-42' }, 'need-table'],
    ['the capacity', { capacityTons: null }, 'need-capacity'],
    ['the heater', { heaterKw: null }, 'need-heater'],
    ['the tap', {}, 'need-tap'],
  ])('asks for %s first', (_, change, key) => {
    const advice = move(change)
    expect(advice.key).toBe(key)
    expect(advice.because.length).toBeGreaterThan(20)
    expect(advice.missing.length).toBeGreaterThan(0)
  })
  it('asks for both statics, then for the side that is missing', () => {
    expect(withTry({}).headline).toBe('Measure static on both sides of the cabinet.')
    expect(withTry({ probes: { supply: 0.2 } }).headline).toBe('Measure the return static too.')
    expect(withTry({ probes: { return: -0.3 } }).action).toMatchObject({ kind: 'jot', text: 'supply ' })
  })
  it('asks for the filter before anything costlier when static is over the rating', () => {
    const advice = withTry({ probes: { supply: 0.22, return: -0.45 } })
    expect(advice).toMatchObject({ key: 'walk-filter', action: { kind: 'jot', text: 'filter ' } })
    expect(advice.because).toContain('0.67 in.wc')
  })
})

describe('while nobody can tell which method is right', () => {
  const apart = { ...good, grilles: [{ ...returnGrille, faceFpm: 300 }] }
  it('no other try is held against a flow that is none', () => {
    const two = { tries: [attempt(good), attempt({ ...apart, number: 2 })] }
    expect(move(two).findings.map((one) => one.key)).not.toContain('duct-moved')
    expect(move({ tries: [attempt(apart), attempt({ ...good, number: 2 })] }).findings.map((one) => one.key)).not.toContain(
      'duct-moved',
    )
  })
  it('the heater is judged by the least that may flow', () => {
    const floor = withTry(apart).findings.find((one) => one.key === 'under-heater-floor')
    expect(floor?.text).toBe('816 cfm is under the 1,050 cfm that the 9.0 kW heater needs.')
    expect(withTry(good).findings.map((one) => one.key)).not.toContain('under-heater-floor')
  })
})

describe('a heater whose least flow is not known', () => {
  it('is never advised to run for the sake of a reading', () => {
    const proved = { leftTap: 2, tries: [attempt({ ...good, split })] }
    expect(move({ ...proved, tries: [attempt({ ...good, split: { ...split, supplyDbF: 53.2 } })] }).headline).toContain('heater')
    const unknown = move({ ...proved, heaterKw: 20, tries: [attempt({ ...good, split: { ...split, supplyDbF: 53.2 } })] })
    expect(unknown.headline).toBe('Prove the flow at the return grilles.')
  })
})

describe('with a filter that takes half of the static', () => {
  const dirty: Partial<TryInput> = { probes: { supply: 0.22, return: -0.45, 'before-filter': -0.06, 'after-filter': -0.4 } }
  it('says to change it, stay on the tap, and what to expect', () => {
    const advice = withTry(dirty)
    expect(advice).toMatchObject({
      key: 'change-filter',
      headline: 'Change the filter, stay on tap 3, measure again.',
      action: { kind: 'try', tap: 2, filter: 'clean' },
    })
    expect(advice.because).toMatch(/about 0\.4\d in\.wc and the flow to 1,3\d\d cfm: inside the aim/)
  })
  it('says the same in metric figures', () =>
    expect(move({ tries: [attempt(dirty)] }, METRIC_UNITS).because).toMatch(/about 1[01]\d Pa and the flow to 6\d\d L\/s/))
  it('says that it cannot foresee without the filter’s clean drop', () =>
    expect(withTry(dirty, { cleanFilter: null }).key).toBe('change-filter-blind'))
  it('offers every other tap to whoever decides otherwise', () => expect(withTry(dirty).otherTaps).toEqual([0, 1, 3, 4]))
})

describe('with readings that contradict each other', () => {
  it('names which methods disagree, by how much, and which to repeat', () => {
    const advice = withTry({ ...good, grilles: [{ ...returnGrille, faceFpm: 300 }] })
    expect(advice.headline).toBe('Repeat the return grilles, then the static on both sides, and look at the tap again.')
    expect(advice.because).toMatch(/1,3\d\d cfm flow, by the return grilles 816 cfm: nothing here tells which is right/)
    const plate = { id: 'p', factor: 4000, dpInWc: 0.1, normalStaticInWc: null, testStaticInWc: null }
    const outside = withTry({ ...good, grilles: [{ ...returnGrille, faceFpm: 300 }], plate })
    expect(outside.headline).toBe('Repeat the return grilles.')
    expect(outside.because).toMatch(
      /By the return grilles 816 cfm flow, by the blower table .* 1,\d{3} cfm: \d{3} cfm or \d\d% apart, \d\.\d times/,
    )
  })
  it('names a static that rises where it can only fall', () => {
    const advice = withTry({ probes: { supply: 0.2, return: -0.25, 'before-filter': -0.2, 'after-filter': -0.06 } })
    expect(advice.key).toBe('contradiction:walk-after-filter')
    expect(advice.because).toContain('over the filter')
  })
  it('says that a positive return means swapped hoses', () =>
    expect(withTry({ probes: { supply: 0.2, return: 0.3 } }).headline).toContain('Swap the hoses'))
  it('notices that two tries do not see one duct', () => {
    const advice = move({
      tries: [
        attempt({ ...good, number: 1 }),
        attempt({ ...good, number: 2, tap: 3, tapLabel: '4', probes: { supply: 0.1, return: -0.1 } }),
      ],
    })
    expect(advice.key).toBe('contradiction:duct-moved')
    expect(advice.because).toContain('Try 1 and try 2 do not see the same duct')
  })
})

describe('outside the table', () => {
  it.each<[string, Partial<TryInput>, RegExp]>([
    [
      'above',
      { probes: { supply: 0.6, return: -0.6 } },
      /1\.20 in\.wc is above the 0\.90 in\.wc where the Merrowby VX-42 table ends/,
    ],
    ['below', { probes: { supply: 0.02, return: -0.03 } }, /below the 0\.10 in\.wc/],
    [
      'on a tap that is not there',
      { tap: 9, tapLabel: '10', probes: { supply: 0.2, return: -0.2 } },
      /not in the Merrowby VX-42 table/,
    ],
  ])('%s, it says so and does not guess', (_, change, text) => {
    const advice = withTry(change)
    expect(advice.key).toMatch(/^out-of-table/)
    expect(advice.because).toMatch(text)
    expect(airflowPicture(scenario({ tries: [attempt(change)] })).current?.flow).toBeNull()
  })
})

describe('choosing', () => {
  it('moves up when flow is short and there is static to spare', () => {
    const advice = withTry({ filter: 'clean', tap: 1, tapLabel: '2', probes: { supply: 0.16, return: -0.18 } })
    expect(advice).toMatchObject({
      key: 'change-tap',
      headline: 'Move to tap 3 and measure again.',
      action: { kind: 'try', tap: 2 },
    })
    expect(advice.because).toMatch(/under the aim/)
  })
  it('moves down when air is heard', () => {
    const advice = withTry({
      filter: 'clean',
      tap: 3,
      tapLabel: '4',
      probes: { supply: 0.2, return: -0.25 },
      grilles: [{ ...desk, faceFpm: 745 }],
    })
    expect(advice).toMatchObject({ key: 'change-tap', headline: 'Move to tap 3 and measure again.' })
    expect(advice.because).toContain('700 fpm at the loudest grille')
  })
  it('says what must change when no tap fits', () => {
    const loud = withTry({ ...good, grilles: [desk] }, { heaterKw: 15 })
    expect(loud).toMatchObject({ key: 'none-fits', headline: 'No tap fits this duct: something else must change.' })
    expect(loud.because).toMatch(/would come nearest/)
  })
  it('leaves the heater’s floor alone when the heater has a tap of its own', () => {
    const low = { filter: 'clean' as const, tap: 0, tapLabel: '1', probes: { supply: 0.12, return: -0.14 } }
    expect(airflowPicture(scenario({ tries: [attempt(low)] })).choice?.outcomes[0]?.breaks).toContain('floor')
    expect(airflowPicture(scenario({ tries: [attempt(low)], heaterOnThisTap: false })).choice?.outcomes[0]?.breaks).not.toContain(
      'floor',
    )
  })
  it('blames the duct when a clean filter is in and static is still over', () => {
    const walk = { 'before-filter': -0.06, 'after-filter': -0.16, return: -0.2, supply: 0.6, trunk: 0.52 }
    const advice = withTry({ filter: 'clean', probes: walk })
    expect(advice.key).toBe('open-duct')
    expect(advice.headline).toBe('Open up the branches and grilles; no tap can mend this.')
  })
})

describe('once flow is right', () => {
  it('asks for the split, says to leave it, to prove it, and then to hand over', () => {
    expect(withTry(good).key).toBe('need-split')
    expect(withTry({ ...good, split })).toMatchObject({ key: 'leave', action: { kind: 'leave', tap: 2 } })
    expect(withTry({ ...good, split }, { leftTap: 2 })).toMatchObject({ key: 'second-method', action: { text: 'rise ' } })
    expect(withTry({ ...good, split }, { leftTap: 2, heaterKw: 0 })).toMatchObject({
      key: 'second-method',
      action: { text: 'grille return ' },
    })
    const done = withTry({ ...good, split, grilles: [returnGrille] }, { leftTap: 2 })
    expect(done).toMatchObject({ key: 'done', action: { kind: 'stage', stage: 'hand-over' } })
  })
  it('calls a flow right only inside the band', () => {
    const low = { ...split, supplyDbF: 66 }
    expect(withTry({ ...good, split: low }).because).toMatch(/^Flow is right, the split is not/)
    // A band of 1 % leaves the same tap the best, and its flow outside.
    const rule = { ...scenario().rule, bandPct: 1 }
    expect(withTry({ ...good, split: low }, { rule }).because).toMatch(/^The split is not what this flow gives/)
    expect(withTry(good, { rule }).because).toContain('as near as a tap comes')
  })
  it('asks for no split in heating weather, and takes a rise for none', () => {
    expect(withTry(good, { outdoorF: 59 }).key).toBe('leave')
    expect(withTry(good, { outdoorF: 59 }).missing).not.toContain('the split')
    expect(withTry(good, { outdoorF: 60 }).key).toBe('need-split')
    const heats = withTry({ ...good, split: { ...split, supplyDbF: 95 } })
    expect(heats.key).toBe('leave')
    expect(heats.findings.map((one) => one.key)).toEqual(['split-heats'])
  })
  it('says for which rooms a split was expected where nobody read the humidity', () => {
    const dry = { ...split, returnWbF: null, supplyDbF: 66 }
    expect(withTry({ ...good, split: dry }).findings[0]?.text).toContain('at 30% humidity or at 70%')
    expect(withTry({ ...good, split: dry }).findings[0]?.remedy).toContain('wet bulb of the return')
  })
  it('does not call a low split right', () => {
    const advice = withTry({ ...good, split: { ...split, supplyDbF: 66 } })
    expect(advice.key).toBe('watch:odd-split')
    expect(advice.because).toContain('licensed')
  })
})

it('always says something, for any readings', () => {
  const inWc = fc.option(fc.double({ min: -1.5, max: 1.5, noNaN: true }), { nil: undefined })
  const probes = fc.record({ supply: inWc, return: inWc, 'before-filter': inWc, 'after-filter': inWc, trunk: inWc })
  const one = fc.record({
    tap: fc.option(fc.integer({ min: 0, max: 6 })),
    probes,
    clean: fc.boolean(),
    fpm: fc.option(fc.integer({ min: 0, max: 1500 })),
    supplyDbF: fc.option(fc.integer({ min: 30, max: 110 })),
  })
  fc.assert(
    fc.property(fc.array(one, { maxLength: 3 }), fc.option(fc.constantFrom(0, 5, 9, 15)), (tries, heaterKw) => {
      const input = scenario({
        heaterKw,
        tries: tries.map((each, i) =>
          attempt({
            number: i + 1,
            tap: each.tap,
            filter: each.clean ? 'clean' : 'as-found',
            probes: Object.fromEntries(Object.entries(each.probes).filter(([, value]) => value !== undefined)),
            grilles:
              each.fpm === null
                ? []
                : [
                    { ...desk, faceFpm: each.fpm },
                    { ...returnGrille, faceFpm: each.fpm },
                  ],
            split: each.supplyDbF === null ? null : { ...split, supplyDbF: each.supplyDbF },
          }),
        ),
      })
      const picture = airflowPicture(input)
      const advice = nextMove(picture, showIn(BASE_UNITS))
      for (const text of [
        advice.headline,
        advice.because,
        advice.action.label,
        ...workings(picture).map((working) => working.formula),
      ]) {
        expect(text).not.toMatch(/NaN|undefined|Infinity|null/)
        expect(text.length).toBeGreaterThan(0)
      }
    }),
  )
})

describe('a blower is never slowed past the floor of its coil', () => {
  const VX_35 = { capacityTons: 3.5, rule: { ...scenario().rule, cfmPerTon: 380, bandPct: 5 } }
  const loud = (faceFpm: number) => ({ ...desk, faceFpm })
  it('with one loud grille and a duct that is too tight the duct or the grille is the move, and no tap', () => {
    const tight = { tap: 2, filter: 'clean' as const, probes: { supply: 0.35, return: -0.4 }, grilles: [loud(980)] }
    const picture = airflowPicture(scenario({ ...VX_35, tries: [attempt(tight)] }))
    expect([picture.choice?.best, picture.cleanChoice?.best]).toEqual([null, null])
    const advice = nextMove(picture, showIn(BASE_UNITS))
    expect(advice.action.kind).not.toBe('try')
    expect(advice.action.kind).not.toBe('leave')
  })
  it('no set that is advised lies more than a step of a table under the aim, whatever is loud', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 4 }),
        fc.double({ min: 0.05, max: 0.45, noNaN: true }),
        fc.double({ min: 0.05, max: 0.45, noNaN: true }),
        fc.integer({ min: 300, max: 1500 }),
        fc.constantFrom(2, 2.5, 3, 3.5, 4),
        (tap, supply, below, faceFpm, capacityTons) => {
          const tries = [attempt({ tap, filter: 'clean', probes: { supply, return: -below }, grilles: [loud(faceFpm)] })]
          const picture = airflowPicture(scenario({ capacityTons, heaterKw: 0, tries }))
          const flow = picture.choice?.best?.point?.flowCfm
          if (flow === undefined) return
          expect(flow).toBeGreaterThanOrEqual((picture.aimCfm ?? 0) * 0.88 - 1e-6)
          expect(flow).toBeLessThanOrEqual((picture.aimCfm ?? 0) * 1.12 + 1e-6)
        },
      ),
    )
  })
  it('where noise alone speaks against a tap, one step is taken and listened to', () => {
    // Taps 4 and 3 are both inside ± 25%; the loudest grille asks for less than either.
    const rule = { ...scenario().rule, bandPct: 25 }
    const fast = { tap: 4, tapLabel: '5', filter: 'clean' as const, probes: { supply: 0.2, return: -0.2 }, grilles: [loud(950)] }
    const advice = withTry(fast, { rule })
    expect(advice.action).toMatchObject({ kind: 'try', tap: 3 })
    expect(advice.because).toContain('One step at a time')
  })
})

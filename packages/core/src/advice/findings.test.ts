import { describe, expect, it } from 'vitest'
import type { TryInput } from '../airflow/input.ts'
import { airflowPicture } from '../airflow/picture.ts'
import { BASE_UNITS } from '../quantity/units.ts'
import { attempt, scenario } from '../testing/scenario.ts'
import { findings } from './findings.ts'
import { capital, list, showIn, tapName } from './show.ts'

const found = (one: Partial<TryInput>, system: object = {}) =>
  findings(airflowPicture(scenario({ tries: [attempt(one)], ...system })), showIn(BASE_UNITS))
const keys = (one: Partial<TryInput>, system: object = {}) => found(one, system).map((finding) => finding.key)
const grille = (faceFpm: number) => ({ id: 'd', name: 'desk', side: 'supply' as const, faceFpm, areaFt2: null, freeArea: null })

describe('findings', () => {
  it('are none for a good try', () => expect(keys({ filter: 'clean', probes: { supply: 0.2, return: -0.25 } })).toEqual([]))
  it.each<[string, Partial<TryInput>, object, string[]]>([
    ['over the rating', { probes: { supply: 0.3, return: -0.3 } }, {}, ['over-rated-static']],
    ['under the heater’s floor', { tap: 0, tapLabel: '1', probes: { supply: 0.2, return: -0.2 } }, {}, ['under-heater-floor']],
    [
      'a loud return',
      { filter: 'clean', probes: { supply: 0.2, return: -0.25 }, grilles: [{ ...grille(510), side: 'return' }] },
      {},
      ['loud-return'],
    ],
    ['a loud grille', { filter: 'clean', probes: { supply: 0.2, return: -0.25 }, grilles: [grille(720)] }, {}, ['loud-grille']],
    [
      'a hole in the table',
      { tap: 0, tapLabel: '1', probes: { supply: 0.2, return: -0.2 } },
      { blower: holed() },
      ['table-hole'],
    ],
    ['a heavy trunk', { probes: { supply: 0.35, return: -0.1, trunk: 0.05 } }, {}, ['heavy-supply-trunk']],
  ])('say %s', (_, one, system, wanted) => expect(keys(one, system)).toEqual(wanted))

  it.each([
    [238, 20.4, 1, ['heater-draws-less']], // 4.9 kW of 9
    [240, 31.8, 1, ['heater-draws-less']], // 7.63
    [240, 31.9, 1, []], // 7.66
    [240, 37.5, 1, []],
    [240, 41.2, 1, []], // 9.89
    [240, 41.3, 1, ['heater-draws-more']], // 9.91
    [208, 25, 3, []], // 9.0 over three phases
  ] as const)('%f V × %f A in %i phase(s) against a plate of 9 kW', (volts, amps, phases, expected) => {
    const rise = { id: 'r', returnDbF: 70, supplyDbF: 93, volts, amps, phases }
    const said = keys({ filter: 'clean', probes: { supply: 0.2, return: -0.25 }, rise })
    expect(said.filter((key) => key.startsWith('heater-draws'))).toEqual(expected)
  })
  it('the heater’s rise counts on its own tap, and on another it says so', () => {
    const rise = { id: 'r', returnDbF: 70, supplyDbF: 93, volts: 240, amps: 37.5, phases: 1 as const }
    const on = (tap: number, heaterTap: number | null) => {
      const one = attempt({ tap, tapLabel: String(tap + 1), filter: 'clean', probes: { supply: 0.2, return: -0.25 }, rise })
      const picture = airflowPicture(scenario({ heaterOnThisTap: heaterTap === null, heaterTap, tries: [one] }))
      return [
        picture.current?.flow?.estimates.some((of) => of.method === 'heater-rise'),
        findings(picture, showIn(BASE_UNITS)).some((of) => of.key === 'rise-on-other-tap'),
      ]
    }
    expect(on(2, null)).toEqual([true, false])
    expect(on(2, 2)).toEqual([true, false])
    expect(on(2, 4)).toEqual([false, true])
  })
  it('a low split never tells to slow the blower: the flow is counted in already', () => {
    const split = { id: 's', returnDbF: 75, supplyDbF: 66, returnWbF: 63, supplyWbF: null, returnRhPct: null }
    const odd = found({ filter: 'clean', probes: { supply: 0.2, return: -0.25 }, split }).find((one) => one.key === 'odd-split')
    expect(odd?.remedy).toMatch(/do not slow the blower/)
    expect(odd?.remedy).toMatch(/capacity or the charge/)
  })
  it('of a heater under its floor never touch its limit', () => {
    const [finding] = found({ tap: 0, tapLabel: '1', probes: { supply: 0.2, return: -0.2 } })
    expect(finding?.remedy).toContain('limit stays as the maker built it')
  })
  it('each say what to do', () => {
    for (const finding of found({
      probes: { supply: 0.6, return: 0.2, 'before-filter': -0.3, 'after-filter': -0.1 },
      grilles: [grille(900)],
    }))
      expect(finding.remedy.length).toBeGreaterThan(15)
  })
  it('point at a split that is too high as a sign of too little flow', () => {
    const split = { id: 's', returnDbF: 75, supplyDbF: 40, returnWbF: 63, supplyWbF: null, returnRhPct: null }
    expect(
      found({ filter: 'clean', probes: { supply: 0.2, return: -0.25 }, split }).find((one) => one.key === 'odd-split')?.remedy,
    ).toContain('flow is lower')
  })
})

function holed() {
  const blower = scenario().blower!
  return {
    ...blower,
    table: {
      ...blower.table,
      flowsCfm: [
        [1010, null, 952, 912, 855],
        [1190, 1163, 1128, 1082, 1015],
      ],
      taps: ['1', '2'],
    } as never,
  }
}

describe('words', () => {
  it('name a numbered tap and leave a named one alone', () =>
    expect(['3', 'A', 'Med-High'].map(tapName)).toEqual(['tap 3', 'tap A', 'Med-High']))
  it('join a list as one speaks', () =>
    expect([list([]), list(['a']), list(['a', 'b']), list(['a', 'b', 'c'])]).toEqual(['', 'a', 'a and b', 'a, b and c']))
  it('begin a sentence', () => expect(capital('tap 3')).toBe('Tap 3'))
})

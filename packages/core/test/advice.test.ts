import { describe, expect, it } from 'vitest'
import { splitCauses } from '../src/advice/splitCause.ts'
import {
  type AirflowInput,
  airflowPicture,
  BASE_UNITS,
  beyondWords,
  findings,
  type JointInput,
  METRIC_UNITS,
  nextMove,
  showIn,
  solveJoint,
  systemJoint,
  type TryInput,
  workings,
} from '../src/index.ts'
import { attempt, expectSaid, scenario, tell } from '../src/testing/index.ts'
import type { ZoneCase } from '../src/zones/judge.ts'

const split = (supplyDbF: number, more: object = {}) => ({
  split: { id: 's', returnDbF: 75, supplyDbF, returnWbF: 63, supplyWbF: null, returnRhPct: null, ...more },
})
const grille = (name: string, side: 'return' | 'supply', faceFpm: number, areaFt2: number | null, freeArea: number | null) => ({
  id: name,
  name,
  side,
  faceFpm,
  areaFt2,
  freeArea,
})
const clean: Partial<TryInput> = { filter: 'clean', probes: { supply: 0.2, return: -0.25 } }
const WALKED = {
  'return-grille': 0,
  'before-filter': -0.06,
  'after-filter': -0.4,
  return: -0.45,
  supply: 0.22,
  'before-coil': 0.22,
  'after-coil': 0.1,
}
const traverse = (areaIn: number, pressure: number, points = 25) => ({
  id: 't',
  name: 'main',
  duct: { shape: 'rectangular' as const, widthIn: areaIn, heightIn: 14, straightBeforeIn: 90, straightAfterIn: null },
  pressuresInWc: Object.fromEntries(Array.from({ length: points }, (_, i) => [i, pressure * (1 + (i % 5) / 20)])),
  airF: 70,
})

/** One system, read in many ways: each line is a situation that somebody may stand in. */
const SITUATIONS: Record<string, Partial<AirflowInput>> = {
  'nothing known': { blower: null, capacityTons: null, heaterKw: null },
  'no capacity': { capacityTons: null },
  'no word of a heater': { heaterKw: null },
  'no try': {},
  'no heater': { heaterKw: 0, tries: [attempt(clean)] },
  'a tap that nobody named': { tries: [attempt({ ...clean, tap: null })] },
  'supply alone': { tries: [attempt({ probes: { supply: 0.2 } })] },
  'return alone': { tries: [attempt({ probes: { return: -0.3 } })] },
  'return above nothing': { tries: [attempt({ probes: { supply: 0.2, return: 0.3 } })] },
  'high static, no walk': { tries: [attempt({ probes: { supply: 0.22, return: -0.45 } })] },
  'dirty filter': { tries: [attempt({ probes: WALKED })] },
  'dirty filter, its clean drop unknown': { cleanFilter: null, tries: [attempt({ probes: WALKED })] },
  'heavy coil': { tries: [attempt({ probes: { ...WALKED, 'after-filter': -0.12, 'after-coil': -0.15 } })] },
  'a walk that goes up': { tries: [attempt({ probes: { ...WALKED, 'after-filter': 0.2 } })] },
  'off the table': { tries: [attempt({ probes: { supply: 0.8, return: -0.6 } })] },
  'under the table': { tries: [attempt({ probes: { supply: 0.01, return: -0.02 } })] },
  'inside everything': { tries: [attempt(clean)] },
  'inside everything, split read': { tries: [attempt({ ...clean, ...split(55.8) })] },
  'inside everything, split too wide': { tries: [attempt({ ...clean, ...split(48) })] },
  'inside everything, split too narrow': { tries: [attempt({ ...clean, ...split(63) })] },
  'split without humidity': { tries: [attempt({ ...clean, ...split(53, { returnWbF: null }) })] },
  'split by relative humidity': { tries: [attempt({ ...clean, ...split(55.8, { returnWbF: null, returnRhPct: 51 }) })] },
  'split, warmer air supplied': { tries: [attempt({ ...clean, ...split(95) })] },
  'left as it should be': { leftTap: 2, tries: [attempt({ ...clean, ...split(55.8) })] },
  'left on another tap': { leftTap: 4, tries: [attempt({ ...clean, ...split(55.8) })] },
  'tap too low': { tries: [attempt({ ...clean, tap: 0, tapLabel: '1' })] },
  'tap too high': { tries: [attempt({ ...clean, tap: 4, tapLabel: '5', probes: { supply: 0.25, return: -0.24 } })] },
  'two tries': {
    tries: [
      attempt({ probes: WALKED }),
      attempt({ ...clean, number: 2, tap: 3, tapLabel: '4', probes: { supply: 0.24, return: -0.29 } }),
    ],
  },
  'two tries, the duct moved': {
    tries: [attempt(clean), attempt({ ...clean, number: 2, tap: 3, probes: { supply: 0.4, return: -0.45 } })],
  },
  'adjusted tap': { tries: [attempt({ ...clean, adjustPct: -10 })] },
  'under the heater’s floor': { heaterKw: 15, tries: [attempt(clean)] },
  'a heater without a floor': { heaterKw: 20, tries: [attempt(clean)] },
  'a heater on a tap of its own': { heaterKw: 15, heaterOnThisTap: false, tries: [attempt(clean)] },
  'grilles agree': { tries: [attempt({ ...clean, grilles: [grille('return', 'return', 480, 4, 0.68)] })] },
  'grilles say less': { tries: [attempt({ ...clean, grilles: [grille('return', 'return', 300, 4, 0.68)] })] },
  'a grille without size': { tries: [attempt({ ...clean, grilles: [grille('return', 'return', 300, null, null)] })] },
  'one of two grilles': { returnGrilles: 2, tries: [attempt({ ...clean, grilles: [grille('a', 'return', 480, 2, 0.68)] })] },
  'a loud grille': { tries: [attempt({ ...clean, grilles: [grille('desk', 'supply', 760, 0.78, 0.75)] })] },
  'a grille just not heard': { tries: [attempt({ ...clean, grilles: [grille('desk', 'supply', 690, 0.78, 0.75)] })] },
  'hood agrees': { tries: [attempt({ ...clean, hoods: [{ id: 'h', name: 'return', side: 'return', flowCfm: 1290 }] })] },
  'hood says less': { tries: [attempt({ ...clean, hoods: [{ id: 'h', name: 'return', side: 'return', flowCfm: 900 }] })] },
  'plate with its statics': {
    tries: [attempt({ ...clean, plate: { id: 'p', factor: 4000, dpInWc: 0.1, normalStaticInWc: 0.45, testStaticInWc: 0.42 } })],
  },
  'plate alone': {
    tries: [attempt({ ...clean, plate: { id: 'p', factor: 4000, dpInWc: 0.1, normalStaticInWc: null, testStaticInWc: null } })],
  },
  'electric rise': {
    tries: [attempt({ ...clean, rise: { id: 'r', returnDbF: 68, supplyDbF: 90.5, volts: 240, amps: 38, phases: 1 } })],
  },
  'electric rise on three phases': {
    tries: [attempt({ ...clean, rise: { id: 'r', returnDbF: 68, supplyDbF: 90.5, volts: 208, amps: 25, phases: 3 } })],
  },
  'gas rise': { tries: [attempt({ ...clean, firing: { heatBtuH: 64_000, returnDbF: 68, supplyDbF: 114 } })] },
  'traverse whole': { tries: [attempt({ ...clean, traverses: [traverse(20, 0.03)] })] },
  'traverse in part': { tries: [attempt({ ...clean, traverses: [traverse(20, 0.03, 11)] })] },
  'traverse, half of it backwards': { tries: [attempt({ ...clean, traverses: [traverse(20, -0.03)] })] },
  'three methods, one outside': {
    tries: [
      attempt({
        ...clean,
        grilles: [grille('return', 'return', 480, 4, 0.68)],
        hoods: [{ id: 'h', name: 'return', side: 'return', flowCfm: 900 }],
        plate: { id: 'p', factor: 4000, dpInWc: 0.1, normalStaticInWc: null, testStaticInWc: null },
      }),
    ],
  },
  'high up': { altitudeFt: 6200, tries: [attempt({ ...clean, ...split(54) })] },
  'high up, by volume': {
    altitudeFt: 6200,
    rule: { ...scenario().rule, keepMass: false },
    tries: [attempt({ ...clean, ...split(54) })],
  },
  'nothing left but a second method': { heaterKw: 0, leftTap: 2, tries: [attempt({ ...clean, ...split(53.2) })] },
  'nothing left but the heater’s rise': { leftTap: 2, tries: [attempt({ ...clean, ...split(53.2) })] },
  'proved, and left': {
    leftTap: 2,
    tries: [attempt({ ...clean, ...split(53.2), grilles: [grille('return', 'return', 480, 4, 0.68)] })],
  },
  'something heard': { tries: [attempt({ ...clean, heard: 'whistle at the desk' })] },
}

describe('advice over many situations', () => {
  it.each([
    ['imperial', BASE_UNITS],
    ['metric', METRIC_UNITS],
  ] as const)('in %s', (name, units) =>
    expectSaid(
      expect,
      `advice-${name}`,
      Object.entries(SITUATIONS).map(([situation, change]) => {
        const picture = airflowPicture(scenario(change))
        const { key, headline, because, action, missing, rests, covers, otherTaps } = nextMove(picture, showIn(units))
        return [
          situation,
          [
            `${key}: ${headline}`,
            because,
            tell({ action, missing, rests, covers, otherTaps }),
            ...findings(picture, showIn(units)).map((one) => `! ${tell(one)}`),
          ],
        ]
      }),
    ),
  )

  it('with every number and where it comes from', () => {
    // A line that an earlier situation has word for word is only counted.
    const before = new Set<string>()
    const fresh = (line: string) => !before.has(line) && Boolean(before.add(line))
    return expectSaid(
      expect,
      'workings',
      Object.entries(SITUATIONS).map(([situation, change]) => {
        const picture = airflowPicture(scenario(change))
        const { input: _, basis, current, tries, ...figures } = picture
        const results = tries.map(({ input: __, ...one }) => tell(one))
        const worked = workings(picture)
        return [
          situation,
          [
            `on try ${basis?.input.number}, current ${current?.input.number}: ${worked.map((one) => one.id).join(', ')}`,
            ...[tell(figures), ...results, ...worked.map(tell)].filter(fresh),
          ],
        ]
      }),
    )
  })
})

describe('why a split is off', () => {
  it('over every sign of flow, capacity and charge', () => {
    const cases: [string, string[]][] = []
    for (const splitF of [14, 20, 26])
      for (const flowCfm of [null, 1000, 1330, 1600])
        for (const tons of [null, 2.6, 3.5, 4.2])
          for (const superheatF of [undefined, 2, 10, 30])
            for (const subcoolingF of tons === null ? [undefined] : [undefined, 2, 10, 20])
              cases.push([
                tell({ splitF, flowCfm: flowCfm ?? '?', tons: tons ?? '?', superheatF, subcoolingF }),
                [
                  tell(
                    splitCauses({
                      splitF,
                      expectedLowF: 18,
                      expectedHighF: 22,
                      flowCfm,
                      aimLowCfm: 1264,
                      aimHighCfm: 1397,
                      load: tons === null ? null : ({ tons } as never),
                      capacityTons: 3.5,
                      anyAir: flowCfm === null,
                      charge: {
                        metering: tons === 2.6 ? (flowCfm === 1000 ? 'fixed' : 'valve') : undefined,
                        superheatF,
                        subcoolingF,
                        wantedSuperheatF: 12,
                        wantedSubcoolingF: 10,
                      },
                    }),
                  ),
                ],
              ])
    return expectSaid(expect, 'split-causes', cases)
  })
})

describe('all taps together', () => {
  const TAPS = ['1', '2', '3', '4', '5']
  const knob = (need: JointInput['taps'][number]['need'], same = false): JointInput['taps'][number] => ({
    need,
    label: need,
    values: same ? ['same', ...TAPS] : TAPS,
    tapOf: same ? [null, 0, 1, 2, 3, 4] : [0, 1, 2, 3, 4],
  })
  const fires = (low: number | null) => ({
    high: { heatBtuH: 64_000, lowF: 35, highF: 65 },
    low: low === null ? null : { heatBtuH: low, lowF: 25, highF: 45 },
  })
  const DUCTS = { open: [0.12, -0.16], usual: [0.2, -0.25], tight: [0.28, -0.33] } as const
  const KNOBS: Record<string, JointInput['taps']> = {
    cooling: [knob('cool')],
    'cooling and heat': [knob('cool'), knob('heat', true)],
    'two stages': [knob('cool'), knob('coolLow'), knob('continuous', true)],
    'a furnace of two fires': [knob('cool'), knob('heat'), knob('heatLow'), knob('continuous')],
    'none for cooling': [knob('heat')],
  }
  it('over ducts, knobs, fires and heaters', () => {
    const cases: [string, string[]][] = []
    for (const [duct, [supply, back]] of Object.entries(DUCTS))
      for (const [words, taps] of Object.entries(KNOBS))
        for (const [heat, change, fired] of [
          ['no heat', { heaterKw: 0 }, null],
          ['9 kW', {}, null],
          ['15 kW', { heaterKw: 15 }, null],
          ['a fire', { heaterKw: 0 }, fires(null)],
          ['two fires', { heaterKw: 0 }, fires(43_000)],
        ] as const) {
          const grilles = duct === 'usual' ? [grille('desk', 'supply', 640, 0.78, 0.75)] : []
          const tries = [attempt({ filter: 'clean', probes: { supply, return: back }, grilles })]
          const picture = airflowPicture(scenario({ ...change, tries }))
          const joint = systemJoint({ picture, taps, fires: fired, zones: null, show: showIn(BASE_UNITS) })
          const answer = joint && solveJoint(joint)
          const said = !joint
            ? ['nothing to choose']
            : [
                ...joint.constraints.map((one) => `- ${one.id} ${one.knobs.join()} ${one.says}`),
                ...joint.unknown.map((one) => `unknown: ${one}`),
                tell(
                  joint.knobs.map(({ options }, knob) =>
                    options.map((_, option) =>
                      joint.pointAt(
                        knob,
                        joint.knobs.map((__, i) => (i === knob ? option : 0)),
                      ),
                    ),
                  ),
                ),
                answer?.kind === 'fits'
                  ? tell({ fits: answer.choice, cost: answer.cost, binding: answer.binding.map((one) => one.constraint.id) })
                  : tell({ conflict: answer?.conflict.map((one) => one.id), least: answer?.least }),
                ...(answer?.kind === 'fits' ? answer.binding : (answer?.relaxations ?? [])).map((one) =>
                  tell({ without: one.constraint.id, choice: one.choice, cost: one.cost, beyond: beyondWords(one.beyond) }),
                ),
              ]
          cases.push([`${duct} duct, ${words}, ${heat}`, said])
        }
    // A zoned duct beside it: each tap against every combination.
    const zones: ZoneCase = {
      network: {
        commonResistance: 8e-8,
        branchResistances: [8e-7, 1.1e-6],
        alwaysOpen: [],
        fan: { kind: 'constant-airflow', setCfm: 1, maxStaticInWc: 1 },
      },
      branches: ['Hall', 'Shop'].map((name) => ({ name, designCfm: 600, loudest: null })),
      limits: { heaterFloorCfm: 900, coilFloorCfm: null, maxStaticInWc: 0.6 },
      steps: null,
      keepsLast: true,
    }
    for (const keepsLast of [true, false]) {
      const picture = airflowPicture(scenario({ tries: [attempt(clean)] }))
      const joint = systemJoint({
        picture,
        taps: [knob('cool')],
        fires: null,
        zones: { ...zones, keepsLast },
        show: showIn(BASE_UNITS),
      })
      const zoned = joint?.constraints.find((one) => one.id === 'zones')
      cases.push([
        `zones, keeps the last ${keepsLast}`,
        [tell([0, 1, 2, 3, 4].map((tap) => zoned?.beyond([tap]))), joint ? tell(solveJoint(joint)) : ''],
      ])
    }
    return expectSaid(expect, 'together', cases)
  })
})

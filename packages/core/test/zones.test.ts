import { describe, expect, it } from 'vitest'
import { BASE_UNITS, METRIC_UNITS, type Result, showIn } from '../src/index.ts'
import { expectSaid, tell } from '../src/testing/index.ts'
import { balanceStep } from '../src/zones/balance.ts'
import { fitNetwork, type NetworkReading } from '../src/zones/fit.ts'
import { combinationOf, judgeZones, type ZoneCase } from '../src/zones/judge.ts'
import { zoneMends } from '../src/zones/mends.ts'
import { solveCombinations, type ZoneNetwork } from '../src/zones/network.ts'
import { OUTLET_KINDS, type OutletKind, outletJet } from '../src/zones/outlets.ts'
import { openedUntilEnough, shortCombinations, type ZoneOutlets, zoneShares } from '../src/zones/shares.ts'
import { sharesInSteps, stepFlows } from '../src/zones/steps.ts'
import { breakWords, controllerWords, mendWords } from '../src/zones/words.ts'

type Said = readonly [string, readonly string[]]
const told = (result: Result<unknown>) => (result.ok ? tell(result.value) : `no: ${result.reason} ${result.remedy}`)

const CURVE = { kind: 'curve' as const, flowsCfm: [0, 400, 800, 1200, 1600, 1800], staticsInWc: [1.2, 1.15, 1.02, 0.78, 0.36, 0] }
const FLAT = { kind: 'curve' as const, flowsCfm: [0, 400, 800], staticsInWc: [1, 1, 0.4] }
const HUMPED = { kind: 'curve' as const, flowsCfm: [200, 600, 1000, 1400], staticsInWc: [0.8, 0.95, 0.85, 0.4] }
const HELD = { kind: 'constant-airflow' as const, setCfm: 1200, maxStaticInWc: 0.9 }
const NETWORK: ZoneNetwork = {
  commonResistance: 8e-8,
  branchResistances: [1.6e-6, 2.2e-6, 6e-6],
  alwaysOpen: [],
  fan: HELD,
}

describe('a zoned duct', () => {
  it('in every combination, over fans, reliefs and leaks', () => {
    const cases: Said[] = []
    const more: Partial<ZoneNetwork>[] = [
      {},
      { alwaysOpen: [2] },
      { closedShare: 0.05 },
      { relief: { opensAtInWc: 0.4 } },
      { relief: { opensAtInWc: 0.4, resistance: 4e-6 } },
      { relief: { opensAtInWc: 2 } },
      { relief: { opensAtInWc: 0.3, resistance: 1e-5 }, closedShare: 0.1, alwaysOpen: [0] },
      { branchResistances: [-1, 1e-6] },
      { branchResistances: [] },
      { commonResistance: -1 },
      { relief: { opensAtInWc: -0.1 } },
      { alwaysOpen: [7] },
      { relief: { opensAtInWc: 0.9 } },
      { relief: { opensAtInWc: 1.2, resistance: 1e-6 }, commonResistance: 0 },
      { closedShare: 1 },
    ]
    for (const [name, fan] of Object.entries({ CURVE, FLAT, HUMPED, HELD }))
      for (const change of more)
        cases.push([`${name}, ${tell(change)}`, [told(solveCombinations({ ...NETWORK, ...change, fan }))]])
    return expectSaid(expect, 'networks', cases)
  })

  it('from readings with some zones open', () => {
    const reading = (id: string, open: string, supplyInWc: number, returnInWc: number, flowCfm: number): NetworkReading => ({
      id,
      open: [...open].map((one) => one === '1'),
      supplyInWc,
      returnInWc,
      flowCfm,
    })
    const sets: Record<string, NetworkReading[]> = {
      none: [],
      one: [reading('a', '111', 0.2, -0.15, 1200)],
      each: [reading('a', '100', 0.5, -0.08, 620), reading('b', '010', 0.5, -0.06, 480), reading('c', '001', 0.5, -0.02, 290)],
      'one of them off': [
        reading('a', '111', 0.2, -0.15, 1200),
        reading('b', '100', 0.5, -0.08, 620),
        reading('c', '100', 0.5, -0.05, 300),
      ],
      'nothing open': [reading('a', '000', 0.5, -0.08, 620)],
      'the wrong way': [reading('a', '111', -0.2, 0.15, 1200)],
      'no flow': [reading('a', '111', 0.2, -0.15, 0)],
    }
    const cases = Object.entries(sets).flatMap(([name, readings]): Said[] => [
      [name, [told(fitNetwork([2, 2, 1], [], readings))]],
      [`${name}, the third always open`, [told(fitNetwork([2, 2, 1], [2], readings))]],
    ])
    cases.push(['a zone without outlets', [told(fitNetwork([2, 0], [], []))]])
    return expectSaid(expect, 'fits', cases)
  })

  it('judged, mended and put into words', () => {
    const practice: ZoneCase = {
      network: { ...NETWORK, branchResistances: [1.6e-6, 2.2e-6, 6e-6, 1.4e-5] },
      branches: ['Waiting', 'Surgery', 'Office', 'Store'].map((name, i) => ({
        name,
        designCfm: [480, 430, 190, 100][i] as number,
        loudest: i === 1 ? null : { name: `${name} grille`, fpmPerCfm: [0.9, 1.2, 2.4, 4][i] as number, maxFaceFpm: 700 },
      })),
      limits: { heaterFloorCfm: 950, coilFloorCfm: 900, maxStaticInWc: 0.7 },
      steps: null,
      keepsLast: false,
    }
    const without: ZoneCase = { ...practice, limits: { heaterFloorCfm: null, coilFloorCfm: null, maxStaticInWc: null } }
    const rooms: Record<string, ZoneCase> = {
      practice,
      'in steps': { ...practice, steps: { low: 0.5, mid: 0.75, high: 1 } },
      'in steps of a curve': {
        ...practice,
        steps: { low: 0.5, mid: 0.75, high: 1 },
        network: { ...practice.network, fan: CURVE },
      },
      'the last stays open': { ...practice, keepsLast: true },
      'one always open': { ...practice, network: { ...practice.network, alwaysOpen: [1] } },
      'without limits': without,
      'a short curve': { ...without, network: { ...practice.network, fan: HUMPED } },
      'no wanted flow': { ...practice, branches: practice.branches.map((one) => ({ ...one, designCfm: null })) },
      'all always open': { ...practice, network: { ...practice.network, alwaysOpen: [0, 1, 2, 3] } },
    }
    const cases = Object.entries(rooms).map(([name, of], at): Said => {
      const judged = judgeZones(of)
      if (!judged.ok) return [name, [told(judged)]]
      const show = showIn(at % 2 ? METRIC_UNITS : BASE_UNITS)
      const mends = zoneMends(of)
      return [
        name,
        [
          `bad ${judged.value.bad}, order ${tell(judged.value.order)}`,
          ...[...judged.value.order].flatMap((mask) => {
            const row = combinationOf(judged.value, mask)
            return [
              tell(row),
              `  ${controllerWords(mask, of, show)}`,
              ...row.breaks.map((one) => `  ${breakWords(one, row, of, show)}`),
            ]
          }),
          ...(mends.ok ? mends.value.flatMap((mend) => [tell(mend), `  ${tell(mendWords(mend, of, show))}`]) : [told(mends)]),
          told(stepFlows(of)),
        ],
      ]
    })
    return expectSaid(expect, 'judged', cases)
  })

  it('by shares of outlets, load and design', () => {
    const zones: ZoneOutlets[] = [
      { outlets: 4, loadBtuH: 12_000, designCfm: 480, common: false },
      { outlets: 2, loadBtuH: 9000, designCfm: 300, common: false },
      { outlets: 1, loadBtuH: 0, designCfm: 120, common: true },
    ]
    const cases: Said[] = []
    for (const by of ['outlets', 'load', 'design'] as const)
      for (const open of [0, 1, 2, 3, 7])
        for (const leak of [0, 0.1])
          cases.push([`${by}, open ${open}, leak ${leak}`, [told(zoneShares(zones, by, 1200, open, leak))]])
    for (const least of [0, 120, 121, 500, 900, 901])
      cases.push([
        `at least ${least}`,
        [tell(shortCombinations(zones, least)), tell([0, 1, 2].map((mask) => openedUntilEnough(zones, least, [2, 1], mask)))],
      ])
    for (const bad of [{ outlets: Number.NaN }, { outlets: -1 }, { outlets: 0 }])
      cases.push([
        tell(bad),
        [told(zoneShares([{ ...(zones[0] as ZoneOutlets), ...bad }, zones[1] as ZoneOutlets], 'outlets', 1200, 3, 0))],
      ])
    const steps = [
      [[40, 35, 25], 5, 0, 100],
      [[33.3, 33.3, 33.4], 10, 0, 100],
      [[80, 15, 5], 5, 10, 60],
      [[50, 50], 7, 0, 100],
      [[100], 1, 0, 100],
      [[90, 10], 5, 0, 90],
      [[90, 10], 5, 0, 85],
      [[60, 30, 10], 10, 0, 50],
      [[34, 33, 33], 10, 0, 40],
      [[0, 0], 5, 0, 100],
      [[70, 20, 10], 5, 15, 100],
    ] as const
    for (const [wanted, step, min, max] of steps)
      cases.push([tell([wanted, step, min, max]), [told(sharesInSteps(wanted, { step, min, max }))]])
    for (const kind of Object.keys(OUTLET_KINDS) as OutletKind[])
      for (const reachFt of [null, 0, 3, 20])
        cases.push([
          `${kind} at ${reachFt}`,
          [told(outletJet({ kind, flowCfm: 120, effectiveFt2: reachFt === 0 ? 0 : 0.4, reachFt }))],
        ])
    return expectSaid(expect, 'shares', cases)
  })

  it('balanced one damper after another', () => {
    const outlet = (id: string, designCfm: number, flowCfm: number | null) => ({ id, name: id, designCfm, flowCfm })
    const cases: Said[] = [
      [outlet('a', 100, 90)],
      [outlet('a', 100, 90), outlet('b', 100, 110), outlet('c', 50, 80)],
      [outlet('a', 100, 100), outlet('b', 100, 109)],
      [outlet('a', 100, 80), outlet('b', 100, 80), outlet('c', 100, 140)],
      [outlet('a', 100, null), outlet('b', 100, 110)],
      [outlet('a', 0, 90), outlet('b', 100, 110)],
      [outlet('a', 100, 0), outlet('b', 100, 110)],
    ].map(
      (outlets): Said => [tell(outlets.map((one) => [one.id, one.designCfm, one.flowCfm ?? '?'])), [told(balanceStep(outlets))]],
    )
    return expectSaid(expect, 'balance', cases)
  })
})

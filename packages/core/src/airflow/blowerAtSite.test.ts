import { expect, it } from 'vitest'
import { blowerAtSite } from './blowerAtSite.ts'
import { printedPowerW, tableFlow, tapOnDuct } from './blowerTable.ts'
import type { BlowerData } from './input.ts'

const printed: BlowerData = {
  name: 'Brinefold KL 7',
  table: {
    kind: 'constant-torque',
    taps: ['1', '2'],
    staticsInWc: [0.1, 0.3, 0.5, 0.7],
    flowsCfm: [
      [940, 880, 800, 700],
      [1150, 1090, 985, 870],
    ],
  },
  tapWord: 'tap',
  ratedStaticInWc: 0.5,
  adjustsPct: [0],
  heaterKits: [
    { model: 'K10', powerKw: 10, minFlowCfm: 980 },
    { model: 'K15', powerKw: 15, minFlowCfm: null },
  ],
  source: 'invented for this test',
}

it('at sea level everything is as printed', () => {
  expect(blowerAtSite(printed, 0)).toEqual({ ...printed, densityRatio: 1 })
})

it('at 2,400 ft a fan gives less air against the same static, and a kit needs more of it', () => {
  const { table, heaterKits, ratedStaticInWc, densityRatio } = blowerAtSite(printed, 2400)
  // p(2,400 ft) ÷ p(0) = (1 − 6.8754·10⁻⁶ × 2,400)^5.2559 = 0.9163.
  expect(densityRatio).toBeCloseTo(0.9163, 4)
  // 0.50 in.wc there is 0.5457 on the sheet: 985 − 115 × 0.0457 / 0.20 = 958.7.
  expect(tableFlow(table, 1, 0.5)).toMatchObject({ ok: true, flowCfm: expect.closeTo(958.7, 0) })
  // 980 ÷ 0.9163.
  expect(heaterKits.map((one) => one.minFlowCfm)).toEqual([expect.closeTo(1069.5, 0), null])
  expect(ratedStaticInWc).toBe(0.5)
})

it('on the same duct, whose drop falls with the density as well, the fan moves the same volume', () => {
  const { table, densityRatio = 1 } = blowerAtSite(printed, 5280)
  const c = 4.2e-7
  expect(tapOnDuct(table, 1, c * densityRatio)?.flowCfm).toBeCloseTo(tapOnDuct(printed.table, 1, c)?.flowCfm as number, 6)
})

it('a motor that holds its flow holds it, up to a static that is less', () => {
  const held = blowerAtSite(
    { ...printed, table: { kind: 'constant-airflow', taps: ['A'], tapFlowsCfm: [1200], maxStaticInWc: 0.8 } },
    5280,
  ).table
  expect(tableFlow(held, 0, 0.6)).toMatchObject({ ok: true, flowCfm: 1200 })
  expect(tableFlow(held, 0, 0.75)).toMatchObject({ ok: false, why: 'above' })
})

it('thin air costs the motor less: printed watts are multiplied as the statics are', () => {
  const table = {
    ...printed.table,
    powersW: [
      [310, 300, 285, 260],
      [420, 410, 395, 370],
    ],
  } as BlowerData['table']
  const site = blowerAtSite({ ...printed, table }, 2400)
  // On the line from 395 to 370 at 0.5457 of the sheet: 395 − 25 × 0.0457 / 0.20 = 389.3; × 0.9163.
  expect(printedPowerW(site.table, 1, 0.5)).toBeCloseTo(389.3 * 0.9163, 0)
})

import { describe, expect, it } from 'vitest'
import { type BlowerTable, ductCoefficient } from './blowerTable.ts'
import { chooseTap, outcomeAt } from './tapChoice.ts'

const table: BlowerTable = {
  kind: 'constant-airflow',
  taps: ['A', 'B', 'C', 'D'],
  tapFlowsCfm: [900, 1050, 1200, 1350],
  maxStaticInWc: 0.9,
}
const duct = ductCoefficient(0.4, 1200)
const names = (outcome: { tap: number } | null) => (outcome ? table.taps[outcome.tap] : null)

describe('choosing a tap', () => {
  it('takes the nearest and names the runner-up', () => {
    const choice = chooseTap(table, duct, 1180)
    expect([names(choice.best), names(choice.runnerUp), choice.binding]).toEqual(['C', 'B', null])
  })
  it('takes the lower one on a tie', () => expect(names(chooseTap(table, duct, 1125).best)).toBe('B'))
  it('names the constraint that binds', () => {
    expect(chooseTap(table, duct, 1350, { maxStaticInWc: 0.45 })).toMatchObject({
      best: { tap: 2 },
      wished: { tap: 3 },
      binding: 'static',
    })
    expect(chooseTap(table, duct, 900, { floorCfm: 1000 })).toMatchObject({
      best: { tap: 1 },
      wished: { tap: 0 },
      binding: 'floor',
    })
    expect(chooseTap(table, duct, 1350, { ceilingCfm: 1250 })).toMatchObject({ best: { tap: 2 }, binding: 'noise' })
  })
  it('counts a temperature rise on the limit as within', () => {
    const rise = { heatBtuH: 60_000, sensibleFactor: 1, minF: 50, maxF: 60_000 / 1050 }
    expect(chooseTap(table, duct, 900, { rise }).outcomes.map((one) => one.breaks)).toEqual([['rise-high'], [], [], ['rise-low']])
  })
  describe('with adjusts', () => {
    const set = (choice: ReturnType<typeof chooseTap>) => choice.best && [names(choice.best), choice.best.adjustPct]
    // By hand: taps give 900, 1,050, 1,200, 1,350 as they are, and each ± 10% of its own.
    const on = (target: number, band: number, limits = {}) => chooseTap(table, duct, target, limits, [-10, 0, 10], band)

    it('takes a tap that by itself comes inside the band, though an adjust would bring another nearer', () =>
      // B + 10% is 1,155, on the target; C alone is 3.9% off.
      expect([set(on(1155, 5)), set(on(1155, 3))]).toEqual([
        ['C', 0],
        ['B', 10],
      ]))
    it('takes an adjust where limits leave no tap inside the band', () => {
      // D is 1,350 at 0.506 in.wc; C + 10% is 1,320 at 0.484.
      expect(set(on(1350, 5, { maxStaticInWc: 0.49 }))).toEqual(['C', 10])
      expect(set(chooseTap(table, duct, 1350, { maxStaticInWc: 0.49 }))).toEqual(['C', 0])
    })
    it('finds what a set comes to', () => {
      expect(outcomeAt(on(1155, 5), { tap: 1, adjustPct: 10 })?.point?.flowCfm).toBeCloseTo(1155, 6)
      expect(outcomeAt(on(1155, 5), { tap: 1, adjustPct: 5 })).toBeUndefined()
      expect(outcomeAt(null, { tap: 1, adjustPct: 0 })).toBeUndefined()
    })
  })

  it('has no best when none fits, and still says what one would wish for', () => {
    const choice = chooseTap(table, duct, 1200, { floorCfm: 1300, maxStaticInWc: 0.3 })
    expect([choice.best, choice.runnerUp, names(choice.wished), choice.binding]).toEqual([null, null, 'C', 'static'])
  })
})

import { describe, expect, it } from 'vitest'
import { type BlowerTable, ductCoefficient } from './blowerTable.ts'
import { bandThatHolds, chooseTap, outcomeAt } from './tapChoice.ts'

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
  describe('the band that holds', () => {
    const kept = (target: number, limits = {}, bandPct = 5) =>
      chooseTap(table, duct, target, { ...limits, keepsBand: true }, [0], bandPct)
    it('aims at nothing outside of it because another limit is in the way', () => {
      // C alone comes inside 1,200 ± 5%; a loud grille rules it out: B, 12.5% under, would starve the coil.
      const choice = kept(1200, { ceilingCfm: 1100 })
      expect([choice.best, choice.binding, names(choice.wished)]).toEqual([null, 'noise', 'C'])
      expect(names(chooseTap(table, duct, 1200, { ceilingCfm: 1100 }).best)).toBe('B')
    })
    it('takes the taps on both sides of it where the steps of the table are wider than it', () =>
      expect([names(kept(1125).best), names(kept(1125, { ceilingCfm: 1100 }).best)]).toEqual(['B', 'B']))
    it('goes with the least flow of a heater, which goes first', () => {
      expect(names(kept(1050, { floorCfm: 1150 }).best)).toBe('C')
      expect(kept(900, { floorCfm: 1350.1 }).best).toBeNull()
    })
    it.each([
      ['the lower end', 950, true],
      ['just under it', 949.9, false],
      ['the upper end', 1050, true],
      ['just over it', 1050.1, false],
    ])('%s of 1,000 ± 5%', (_, flow, isIn) => {
      const { lowCfm, highCfm } = bandThatHolds(1000, 5, [1000, flow], null)
      expect(flow >= lowCfm && flow <= highCfm).toBe(isIn)
    })
    it.each([
      [880, true],
      [879, false],
    ])('a coarse table’s tap of %i counts for 1,000: %s', (flow, isIn) => {
      const { lowCfm } = bandThatHolds(1000, 5, [flow, 1200], null)
      expect(flow >= lowCfm).toBe(isIn)
    })
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

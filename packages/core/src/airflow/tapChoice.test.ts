import { describe, expect, it } from 'vitest'
import { type BlowerTable, ductCoefficient } from './blowerTable.ts'
import { chooseTap } from './tapChoice.ts'

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
  it('has no best when none fits, and still says what one would wish for', () => {
    const choice = chooseTap(table, duct, 1200, { floorCfm: 1300, maxStaticInWc: 0.3 })
    expect([choice.best, choice.runnerUp, names(choice.wished), choice.binding]).toEqual([null, null, 'C', 'static'])
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { staticWalk } from './staticWalk.ts'

describe('static along the air path', () => {
  it('gives each part its drop and names the worst', () => {
    const walk = staticWalk({ 'before-filter': -0.06, 'after-filter': -0.4, return: -0.45, supply: 0.22, trunk: 0.11 })
    expect(walk.externalInWc).toBeCloseTo(0.67, 12)
    expect(walk.steps.map((step) => [step.parts[0], Number(step.dropInWc.toFixed(2))])).toEqual([
      ['return-grille', 0.06],
      ['filter', 0.34],
      ['return-drop', 0.05],
      ['cabinet', 0.67],
      ['supply-trunk', 0.11],
      ['branches', 0.11],
    ])
    expect(walk.worst?.parts).toEqual(['filter'])
    expect(walk.worst?.share).toBeCloseTo(0.507, 3)
  })

  it('takes parts together where nothing was read between them', () => {
    const walk = staticWalk({ return: -0.45, supply: 0.22 })
    expect(walk.steps.map((step) => step.parts.length)).toEqual([3, 1, 2])
    expect(walk.worst).toBeNull()
  })

  it('knows no external static from one side', () => expect(staticWalk({ supply: 0.2 }).externalInWc).toBeNull())

  it('points at a rise where only a loss is possible', () => {
    const walk = staticWalk({ 'before-filter': -0.3, 'after-filter': -0.05, return: -0.45, supply: 0.22 })
    expect(walk.impossible.map((step) => step.parts)).toEqual([['filter']])
  })

  it('loses over all parts together just what the blower gives', () => {
    const inWc = fc.double({ min: 0.01, max: 0.5, noNaN: true })
    fc.assert(
      fc.property(inWc, inWc, inWc, inWc, inWc, (a, b, c, d, e) => {
        const walk = staticWalk({ 'before-filter': -a, 'after-filter': -a - b, return: -a - b - c, supply: d + e, trunk: e })
        const losses = walk.steps.filter((step) => step.share !== null).reduce((sum, step) => sum + step.dropInWc, 0)
        expect(losses).toBeCloseTo(walk.externalInWc ?? Number.NaN, 9)
      }),
    )
  })
})

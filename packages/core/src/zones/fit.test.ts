import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitNetwork, type NetworkReading } from './fit.ts'

const TRUE = [1.6e-6, 2.2e-6, 6e-6, 1.4e-5]
const COMMON = 9e-8
/** What probes would read of a known duct at a flow. */
function read(id: string, open: readonly boolean[], flowCfm: number, resistances: readonly number[] = TRUE): NetworkReading {
  const pass = resistances.reduce((sum, one, i) => sum + (open[i] ? 1 / Math.sqrt(one) : 0), 0)
  return { id, open, flowCfm, supplyInWc: (flowCfm / pass) ** 2, returnInWc: -COMMON * flowCfm ** 2 }
}
const alone = (i: number) => TRUE.map((_, j) => i === j)
const ALL = TRUE.map(() => true)

describe('a network from its readings', () => {
  it('finds the duct again when every zone was read by itself', () => {
    const readings = [read('all', ALL, 1200), ...TRUE.map((_, i) => read(`${i}`, alone(i), 700 - 120 * i))]
    const fit = fitNetwork([3, 2, 2, 1], [], readings)
    if (!fit.ok) throw new Error(fit.reason)
    fit.value.branchResistances.forEach((one, i) => {
      expect(Math.abs(one / (TRUE[i] as number) - 1)).toBeLessThan(0.02)
    })
    expect(fit.value.commonResistance).toBeCloseTo(COMMON, 12)
    expect(fit.value.measured).toEqual([true, true, true, true])
    expect(fit.value.doubted).toEqual([])
  })

  it('rests on the shares while only one reading was taken, and says so', () => {
    const fit = fitNetwork([2, 1, 1], [], [read('all', [true, true, true], 1000, [1e-6, 4e-6, 4e-6])])
    if (!fit.ok) throw new Error(fit.reason)
    expect(fit.value.measured).toEqual([false, false, false])
    const [a, b] = fit.value.branchResistances as [number, number]
    expect(b / a).toBeCloseTo(4, 6)
  })

  it('fits what it was given, whatever was open', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 8e-7, max: 2e-5, noNaN: true }), { minLength: 2, maxLength: 6 }),
        fc.array(fc.array(fc.boolean(), { minLength: 6, maxLength: 6 }), { minLength: 1, maxLength: 8 }),
        (resistances, opens) => {
          const usable = opens.map((one) => one.slice(0, resistances.length)).filter((one) => one.some(Boolean))
          fc.pre(usable.length > 0)
          const fit = fitNetwork(
            resistances.map((one) => 1 / Math.sqrt(one)),
            [],
            usable.map((open, i) => read(String(i), open, 900, resistances)),
          )
          if (!fit.ok) throw new Error(fit.reason)
          for (const one of fit.value.off) expect(Math.abs(one.flowShare)).toBeLessThan(1e-6)
        },
      ),
    )
  })

  it('points at a reading that the others do not bear out', () => {
    const wrong = { ...read('wrong', ALL, 1200), supplyInWc: 0.9 }
    const fit = fitNetwork([3, 2, 2, 1], [], [read('all', ALL, 1200), read('again', ALL, 1100), wrong])
    expect(fit.ok && fit.value.doubted).toContain('wrong')
  })

  it.each([
    ['crossed hoses', { supplyInWc: -0.2 }, 'crossed'],
    ['a return above zero', { returnInWc: 0.1 }, 'swap the hoses'],
    ['no flow', { flowCfm: 0 }, 'Name the tap'],
    ['everything shut', { open: [false, false, false, false] }, 'one zone open'],
  ])('refuses %s with a remedy', (_, change, remedy) => {
    const fit = fitNetwork([1, 1, 1, 1], [], [{ ...read('a', ALL, 1000), ...change }])
    expect(!fit.ok && fit.remedy).toContain(remedy)
  })

  it('refuses a zone without outlets', () => {
    const fit = fitNetwork([1, 0], [], [read('a', [true, true], 1000)])
    expect(!fit.ok && fit.reason).toContain('Zone 2 has no outlets')
  })
})

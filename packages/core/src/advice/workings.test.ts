import { describe, expect, it } from 'vitest'
import { airflowPicture } from '../airflow/picture.ts'
import { attempt, scenario } from '../testing/scenario.ts'
import { workings } from './workings.ts'

const probes = { supply: 0.22, return: -0.45, 'before-filter': -0.06, 'after-filter': -0.4 }
const all = (system: object, one: object = {}) =>
  Object.fromEntries(
    workings(airflowPicture(scenario({ tries: [attempt(one)], ...system }))).map((working) => [working.id, working]),
  )

describe('how it was worked out', () => {
  it('writes the numbers into the formulas', () => {
    const opened = all({}, { probes })
    expect(opened.aim?.formula).toBe('3.5 ton × 380 = 1,330 cfm; ÷ 0.9888 = 1,345 cfm')
    expect(opened.static?.formula).toBe('0.22 − (−0.45) = 0.67 in.wc')
    expect(opened['flow-table']?.formula).toBe('tap 3 at 0.67 in.wc → 1,250 cfm')
    expect(opened['flow-table']?.note).toContain('Straight between the rows 0.50 and 0.70.')
    expect(opened.duct?.formula).toMatch(/^0\.67 ÷ 1,250² = 4\.2\d×10⁻⁷ in\.wc\/cfm²$/)
    expect(opened.floor?.formula).toBe('9 kW heater ≥ 1,050 cfm')
  })
  it('can be done again by hand: the clean filter', () => {
    const { clean } = all({}, { probes })
    const [, duct, filter, drop, at, sum] =
      /^([\d.]+)×10⁻⁷ − ([\d.]+)×10⁻⁷ \+ ([\d.]+) ÷ ([\d,]+)² = ([\d.]+)×10⁻⁷/
        .exec(clean?.formula ?? '')
        ?.map((part) => Number(part.replace(',', ''))) ?? []
    expect((duct ?? 0) - (filter ?? 0) + (1e7 * (drop ?? 0)) / (at ?? 1) ** 2).toBeCloseTo(sum ?? 0, 1)
  })
  it('names where each input comes from', () => {
    for (const working of Object.values(all({}, { probes })))
      for (const input of working.inputs) expect(input.from.length, `${working.id}: ${input.name}`).toBeGreaterThan(2)
  })
  it('says what was assumed and what is not known', () => {
    expect(all({}).air?.note).toContain('50% taken')
    expect(all({ heaterKw: 7 }).floor?.formula).toBe('No least flow printed for 7 kW')
    expect(all({ heaterOnThisTap: false }).floor?.note).toContain('a tap of its own')
    const dry = { split: { id: 's', returnDbF: 75, supplyDbF: 54, returnWbF: null, returnRhPct: null }, probes }
    expect(all({}, dry).split?.note).toContain('30 to 70% taken')
  })
  it('shows the heater’s sum with its phases', () => {
    const rise = { id: 'r', returnDbF: 70, supplyDbF: 92, volts: 240, amps: 37.5, phases: 3 }
    expect(all({}, { rise })['flow-rise']?.formula).toMatch(
      /^√3 × 240 V × 37\.5 A × 3\.412 ÷ \(1\.0\d\d × 22\.0 °F − 3\.412 × 0\.365 W\/cfm\) = [\d,]+ cfm$/,
    )
  })
  it('tells of the method left out while two disagree', () => {
    const grille = { id: 'g', name: 'return', side: 'return', faceFpm: 250, areaFt2: 4, freeArea: 0.68 }
    const plate = { id: 'p', factor: 3900, dpInWc: 0.1, normalStaticInWc: null, testStaticInWc: null }
    expect(all({}, { probes, grilles: [grille] })['flow-combined']?.note).toMatch(
      /^Nobody can tell which of them is right: taken from all/,
    )
    expect(all({}, { probes, grilles: [grille], plate })['flow-combined']?.note).toMatch(
      /^Taken from the blower table .* and the metering plate\. Outside of them: the return grilles, until read again\./,
    )
  })
  it('names the tap that is best, the next, and what binds', () => {
    const { taps } = all({}, { probes: { supply: 0.2, return: -0.25 }, filter: 'clean' })
    expect(taps?.note).toBe('Best tap 3, no other is allowed.')
    expect(taps?.result?.value).toBeGreaterThan(1300)
    expect(taps?.result?.value).toBeLessThan(1400)
    expect(all({}, { probes }).taps?.note).toBe('No tap is inside every limit.')
  })
  it('mentions the adjust when there is one', () =>
    expect(all({}, { probes, adjustPct: -10 })['flow-table']?.formula).toContain('× 0.90 adjust'))
  it('has nothing to open before anything is known', () =>
    expect(workings(airflowPicture(scenario({ capacityTons: null, heaterKw: null })))).toEqual([]))
})

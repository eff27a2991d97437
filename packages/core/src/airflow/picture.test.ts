import { describe, expect, it } from 'vitest'
import { attempt, scenario } from '../testing/scenario.ts'
import { airflowPicture } from './picture.ts'

const probes = { supply: 0.22, return: -0.45, 'before-filter': -0.06, 'after-filter': -0.4 }
const split = { id: 's', returnDbF: 75.6, supplyDbF: 53, returnWbF: 63.9, supplyWbF: null, returnRhPct: null }

describe('the picture of a visit', () => {
  it('knows the aim before anything is read', () => {
    const picture = airflowPicture(scenario())
    expect(picture).toMatchObject({ current: null, choice: null, cleanCoefficient: null, floorCfm: 1050, airAssumed: true })
    expect([picture.aimLowCfm, picture.aimCfm, picture.aimHighCfm].map((cfm) => Math.round(cfm ?? 0))).toEqual([1278, 1345, 1412])
  })
  it('does not correct for altitude when the rule does not', () =>
    expect(airflowPicture(scenario({ rule: { ...scenario().rule, keepMass: false } })).aimCfm).toBe(1330))
  it('has no aim without a capacity and no floor without a heater, or with one the table does not name', () => {
    expect(airflowPicture(scenario({ capacityTons: null })).aimCfm).toBeNull()
    expect([0, 7, null].map((heaterKw) => airflowPicture(scenario({ heaterKw })).floorCfm)).toEqual([null, null, null])
  })
  it('takes the room’s own air once it is measured', () => {
    const picture = airflowPicture(scenario({ tries: [attempt({ split })] }))
    expect(picture.airAssumed).toBe(false)
    expect(picture.air.dryBulbF).toBe(75.6)
  })
  it('parts the filter from the duct and puts a clean one in its place', () => {
    const picture = airflowPicture(scenario({ tries: [attempt({ probes })] }))
    const current = picture.current!
    const clean = 0.11 / 1300 ** 2
    expect(picture.cleanCoefficient).toBeCloseTo((current.ductCoefficient ?? 0) - (current.filterCoefficient ?? 0) + clean, 15)
    expect(current.filterCoefficient! / current.ductCoefficient!).toBeCloseTo(0.34 / 0.67, 6)
  })
  it('never foresees a clean filter worse than the dirty one', () => {
    const picture = airflowPicture(
      scenario({ tries: [attempt({ probes })], cleanFilter: { dropInWc: 3, atFlowCfm: 1000, source: 'misprint' } }),
    )
    expect(picture.cleanCoefficient).toBeCloseTo(picture.current?.ductCoefficient ?? 0, 15)
  })
  it('is the clean duct itself once a clean filter is in', () => {
    const picture = airflowPicture(scenario({ tries: [attempt({ probes, filter: 'clean' })] }))
    expect(picture.cleanCoefficient).toBe(picture.current?.ductCoefficient)
  })
  it('foresees the next try from the last one that was read, with the filter that is now in', () => {
    const dirty = attempt({ probes, number: 1 })
    const [same, clean] = (['as-found', 'clean'] as const).map((filter) =>
      airflowPicture(scenario({ tries: [dirty, attempt({ number: 2, filter })] })),
    )
    const before = airflowPicture(scenario({ tries: [dirty] }))
    expect(same?.basis?.input.number).toBe(1)
    expect(same?.choice).toEqual(before.choice)
    expect(clean?.ductCoefficient).toBe(before.cleanCoefficient)
    expect(clean?.choice).toEqual(before.cleanChoice)
  })
  it('counts return grilles as flow only when all are read and sized', () => {
    const grille = { id: 'g', name: 'return', side: 'return' as const, faceFpm: 480, areaFt2: 4, freeArea: 0.68 }
    const methods = (count: number, one = grille) =>
      airflowPicture(scenario({ returnGrilles: count, tries: [attempt({ grilles: [one] })] })).current?.flow?.estimates.map(
        (estimate) => estimate.method,
      )
    expect(methods(1)).toEqual(['return-grilles'])
    expect(methods(2)).toBeUndefined()
    expect(methods(1, { ...grille, faceFpm: 0 })).toBeUndefined()
    expect(methods(1, { ...grille, areaFt2: null as never })).toBeUndefined()
  })
  it('takes a heater’s rise as flow only on the heater’s own tap, and only when there is one', () => {
    const rise = { id: 'r', returnDbF: 70, supplyDbF: 92, volts: 240, amps: 37.5, phases: 1 as const }
    const flow = (change: object, here = true) =>
      airflowPicture(scenario({ heaterOnThisTap: here, tries: [attempt({ rise: { ...rise, ...change } })] })).current?.flow
    expect(flow({})?.estimates[0]).toMatchObject({ method: 'heater-rise' })
    expect(flow({}, false)).toBeNull()
    expect(flow({ supplyDbF: 69 })).toBeNull()
    expect(flow({ phases: 3 })!.flowCfm / flow({})!.flowCfm).toBeCloseTo(Math.sqrt(3), 9)
  })
  it('sets the noise ceiling by the loudest supply grille', () => {
    const face = (name: string, faceFpm: number) => ({
      id: name,
      name,
      side: 'supply' as const,
      faceFpm,
      areaFt2: null,
      freeArea: null,
    })
    const picture = airflowPicture(scenario({ tries: [attempt({ probes, grilles: [face('a', 500), face('b', 625)] })] }))
    expect(picture.current?.loudest?.name).toBe('b')
    expect(picture.ceilingCfm).toBeCloseTo(((picture.current?.flow?.flowCfm ?? 0) * 700) / 625, 9)
  })
  it('is surer of a flat tap line than of a steep one', () => {
    const steep = airflowPicture(scenario({ tries: [attempt({ probes: { supply: 0.3, return: -0.5 } })] })).current!.flow!
    const flat = airflowPicture(scenario({ tries: [attempt({ probes: { supply: 0.1, return: -0.1 } })] })).current!.flow!
    expect(steep.plusMinusCfm / steep.flowCfm).toBeGreaterThan(flat.plusMinusCfm / flat.flowCfm)
  })
})

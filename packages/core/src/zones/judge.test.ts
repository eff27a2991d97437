import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { combinationOf, judgeZones, stepOf, type ZoneCase } from './judge.ts'
import { withMend, zoneMends } from './mends.ts'

const ok = <T>(result: { ok: true; value: T } | { ok: false; reason: string }): T => {
  if (!result.ok) throw new Error(result.reason)
  return result.value
}
/** Five zones of a practice on a motor that holds 1,200 cfm. */
const practice: ZoneCase = {
  network: {
    commonResistance: 8e-8,
    branchResistances: [1.6e-6, 2.2e-6, 2.2e-6, 6e-6, 1.4e-5],
    alwaysOpen: [],
    fan: { kind: 'constant-airflow', setCfm: 1200, maxStaticInWc: 0.9 },
  },
  branches: ['Waiting', 'Surgery 1', 'Surgery 2', 'Office', 'Store'].map((name, i) => ({
    name,
    designCfm: [380, 330, 330, 160, 100][i] as number,
    loudest: { name, fpmPerCfm: [0.9, 1.2, 1.2, 2.4, 4][i] as number, maxFaceFpm: 700 },
  })),
  limits: { heaterFloorCfm: 950, coilFloorCfm: 900, maxStaticInWc: 0.7 },
  steps: null,
  keepsLast: false,
}

describe('combinations held against their limits', () => {
  it('puts the worst first: the small zone alone whistles and goes over the static', () => {
    const judged = ok(judgeZones(practice))
    expect(judged.order[0]).toBe(0)
    expect(combinationOf(judged, judged.order[1] as number).breaks).toContain('noise')
    const alone = combinationOf(judged, 0b10000)
    expect(alone.breaks).toEqual(expect.arrayContaining(['heater', 'coil', 'static', 'noise']))
    expect(alone.faceFpm).toBeGreaterThan(700)
    const all = combinationOf(judged, 0b11111)
    expect(all.breaks).toEqual([])
    expect(judged.order).toHaveLength(32)
  })

  it('leaves out what cannot come about: zones always open, the last one kept open', () => {
    const open = ok(judgeZones({ ...practice, network: { ...practice.network, alwaysOpen: [0] } }))
    expect([...open.order].every((mask) => mask & 1)).toBe(true)
    expect(open.order).toHaveLength(16)
    expect([...ok(judgeZones({ ...practice, keepsLast: true })).order]).not.toContain(0)
  })

  it('takes the step that the number of open zones calls for', () => {
    expect([0, 1, 2, 3, 4, 5].map((open) => stepOf(open, 5))).toEqual(['low', 'low', 'low', 'mid', 'mid', 'high'])
    const stepped = ok(judgeZones({ ...practice, steps: { low: 0.5, mid: 0.75, high: 1 } }))
    expect(stepped.totalCfm[0b11111]).toBeCloseTo(1200, 6)
    expect(stepped.totalCfm[0b00111]).toBeCloseTo(900, 6)
    expect(stepped.totalCfm[0b00011]).toBeCloseTo(600, 6)
  })

  it('never gets worse when a limit is taken away, and a limit that is broken is said', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 5e-7, max: 2e-5, noNaN: true }), { minLength: 2, maxLength: 6 }),
        fc.constantFrom('heaterFloorCfm', 'coilFloorCfm', 'maxStaticInWc'),
        (branchResistances, key) => {
          const of: ZoneCase = {
            ...practice,
            network: { ...practice.network, branchResistances },
            branches: branchResistances.map((_, i) => practice.branches[i % 5] as never),
          }
          const held = ok(judgeZones(of))
          const freed = ok(judgeZones({ ...of, limits: { ...of.limits, [key]: null } }))
          expect(freed.bad).toBeLessThanOrEqual(held.bad)
          for (const mask of held.order) {
            expect(freed.severity[mask]).toBeLessThanOrEqual(held.severity[mask] as number)
            expect((held.severity[mask] as number) > 0).toBe(held.breaks[mask] !== 0)
            expect(held.severity[mask]).toBeLessThanOrEqual(held.severity[held.order[0] as number] as number)
          }
        },
      ),
      { numRuns: 60 },
    )
  })

  it('says when the fan has no answer: nothing is open, and the curve does not begin at no flow', () => {
    const judged = ok(
      judgeZones({
        ...practice,
        network: {
          ...practice.network,
          fan: { kind: 'curve', flowsCfm: [600, 900, 1300], staticsInWc: [0.8, 0.5, 0.1] },
        },
      }),
    )
    expect(combinationOf(judged, 0).breaks).toEqual(['off-curve'])
    expect(combinationOf(judged, 0b10000).breaks).toEqual(['off-curve'])
  })
})

describe('what mends them', () => {
  it('names mends that leave fewer bad ones, the best first, each of which does what it says', () => {
    const before = ok(judgeZones(practice))
    const mends = ok(zoneMends(practice))
    expect(mends.length).toBeGreaterThan(2)
    for (const [i, mend] of mends.entries()) {
      const after = ok(judgeZones(withMend(practice, mend)))
      expect(after.bad).toBe(mend.badLeft)
      expect(after.severity[after.order[0] as number]).toBeCloseTo(mend.worstLeft, 9)
      expect(mend.badLeft).toBeLessThanOrEqual(before.bad)
      if (i > 0) expect(mend.badLeft).toBeGreaterThanOrEqual(mends[i - 1]?.badLeft as number)
    }
    // The largest zone kept open does more than the smallest would.
    expect(mends.find((one) => one.kind === 'keep-open')?.zone).toBe(0)
  })

  it('needs none where all is well, and can be stopped', () => {
    const wide = {
      ...practice,
      limits: { heaterFloorCfm: null, coilFloorCfm: null, maxStaticInWc: null },
      branches: practice.branches.map(({ name }) => ({ name, designCfm: null, loudest: null })),
    }
    expect(ok(zoneMends(wide))).toEqual([])
    let asked = 0
    ok(
      zoneMends(practice, () => {
        asked += 1
        return asked < 3
      }),
    )
    expect(asked).toBe(4)
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BALANCE_BAND, type BalanceOutlet, balanceStep, outletFlows } from './balance.ts'
import { draughtIn, outletJet } from './outlets.ts'
import { sharesInSteps, stepFlows } from './steps.ts'

/** A duct that answers: outlets with a conductance each, on one plenum, at a held total. */
class Duct {
  constructor(
    private readonly passes: number[],
    private readonly designs: readonly number[],
    private readonly totalCfm: number,
  ) {}
  read(): BalanceOutlet[] {
    const sum = this.passes.reduce((a, b) => a + b, 0)
    return this.passes.map((pass, i) => ({
      id: String(i),
      name: `outlet ${i}`,
      designCfm: this.designs[i] as number,
      flowCfm: (this.totalCfm * pass) / sum,
    }))
  }
  close(id: string, share: number) {
    this.passes[Number(id)] = (this.passes[Number(id)] as number) * share
  }
}
const step = (outlets: readonly BalanceOutlet[]) => {
  const made = balanceStep(outlets)
  if (!made.ok) throw new Error(made.reason)
  return made.value
}

describe('proportional balance', () => {
  it('comes to an end in fewer steps than there are outlets, each reading what was foretold, the key left open', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0.2, max: 3, noNaN: true }), fc.integer({ min: 40, max: 400 })), {
          minLength: 2,
          maxLength: 9,
        }),
        (outlets) => {
          const duct = new Duct(
            outlets.map(([pass]) => pass * 100),
            outlets.map(([, design]) => design),
            1100,
          )
          const key = step(duct.read()).keyId
          for (let i = 0; i <= outlets.length; i += 1) {
            const now = step(duct.read())
            if (!now.next) {
              for (const ratio of now.ratios) expect(Math.abs(ratio / now.evenRatio - 1)).toBeLessThanOrEqual(BALANCE_BAND + 1e-9)
              return
            }
            expect(now.next.id).not.toBe(key)
            expect(now.next.passShare).toBeLessThan(1)
            duct.close(now.next.id, now.next.passShare)
            const after = duct.read()
            expect(after[Number(now.next.id)]?.flowCfm).toBeCloseTo(now.next.toCfm, 6)
            expect(after[Number(now.keyId)]?.flowCfm).toBeCloseTo(now.next.keyCfm, 6)
          }
          expect.unreachable('it never came to an end')
        },
      ),
    )
  })

  it.each([
    ['an outlet that was not read', { flowCfm: null }, 'was not read yet'],
    ['one without a wanted flow', { designCfm: 0 }, 'has no wanted flow'],
    ['one that is dead', { flowCfm: 0 }, 'reads no air'],
  ])('refuses %s', (_, change, says) => {
    const made = balanceStep([
      { id: 'a', name: 'Desk', designCfm: 100, flowCfm: 90, ...change },
      { id: 'b', name: 'Chair', designCfm: 100, flowCfm: 120 },
    ])
    expect(!made.ok && made.reason).toContain(says)
  })
})

describe('what every outlet lets through once a damper moved', () => {
  const read = (outletId: string, flowCfm: number, damperPct: number | null = null) => ({ outletId, flowCfm, damperPct })
  it('is what the duct then gives, though only the moved one was read again', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 10, max: 100 }), { minLength: 2, maxLength: 6 }),
        fc.double({ min: 0.2, max: 0.95, noNaN: true }),
        (passes, share) => {
          const duct = new Duct([...passes], passes, 1200)
          const readings = duct.read().map((one) => read(one.id, one.flowCfm as number, 100))
          duct.close('0', share)
          const after = duct.read()
          const flows = outletFlows([...readings, read('0', after[0]?.flowCfm as number, 60)])
          expect(flows.get('0')?.isForetold).toBe(false)
          for (const one of after.slice(1)) {
            expect(flows.get(one.id)?.isForetold).toBe(true)
            expect(flows.get(one.id)?.flowCfm).toBeCloseTo(one.flowCfm as number, 6)
          }
        },
      ),
    )
  })
  it('is as read again from the next reading on', () => {
    const flows = outletFlows([read('a', 200, 100), read('b', 100, 100), read('a', 150, 70), read('b', 140)])
    expect([...flows]).toEqual([
      ['a', { flowCfm: 150, isForetold: false }],
      ['b', { flowCfm: 140, isForetold: false }],
    ])
  })
  it('does not move for a reading at the same position, or at one that nobody noted', () => {
    const flows = outletFlows([read('a', 200, 100), read('b', 100), read('a', 190, 100), read('b', 110)])
    expect([...flows.values()].map((one) => one.isForetold)).toEqual([false, false])
    expect(outletFlows([read('a', 200), read('b', 100), read('a', 150)]).get('b')).toEqual({ flowCfm: 100, isForetold: false })
  })
  it('moves where the reading says so, though no handle shows it', () =>
    expect(outletFlows([read('a', 200), read('b', 100), { ...read('a', 150), moved: true }]).get('b')).toEqual({
      flowCfm: 150,
      isForetold: true,
    }))
  it('takes the first noted position after a reading without one for a move', () =>
    expect(outletFlows([read('a', 200), read('b', 100), read('a', 150, 60)]).get('b')).toEqual({
      flowCfm: 150,
      isForetold: true,
    }))
})

describe('shares in the steps of a controller', () => {
  it('adds up to the whole where its steps allow', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 2, maxLength: 6 }), (shares) => {
        const made = sharesInSteps(shares, { min: 0, max: 100, step: 5 })
        if (!made.ok) throw new Error(made.reason)
        expect(made.value.sum).toBe(100)
        const whole = shares.reduce((a, b) => a + b, 0)
        made.value.values.forEach((value, i) => {
          expect(value % 5).toBe(0)
          expect(Math.abs(value - (100 * (shares[i] as number)) / whole)).toBeLessThan(5)
        })
      }),
    )
  })
  it('keeps within its range, and says nothing to share when there is nothing', () => {
    expect(sharesInSteps([90, 5, 5], { min: 5, max: 60, step: 5 })).toEqual({
      ok: true,
      value: { values: [60, 20, 20], sum: 100 },
    })
    expect(sharesInSteps([0, 0], { min: 5, max: 60, step: 5 }).ok).toBe(false)
  })
})

describe('fan steps', () => {
  const branches = [400, 300, 300, 200].map((designCfm, i) => ({ name: `Zone ${i + 1}`, designCfm, loudest: null }))
  const network = {
    commonResistance: 0,
    branchResistances: [1e-6, 1e-6, 1e-6, 1e-6],
    alwaysOpen: [],
    fan: { kind: 'constant-airflow' as const, setCfm: 1200, maxStaticInWc: 0.9 },
  }
  it('brings what the largest set of open zones needs, and never less than the floor', () => {
    const made = stepFlows({ network, branches, limits: { heaterFloorCfm: 650, coilFloorCfm: null, maxStaticInWc: null } })
    if (!made.ok) throw new Error(made.reason)
    expect(made.value.high).toMatchObject({ wantedCfm: 1200, share: 1, openFrom: 4, openTo: 4 })
    expect(made.value.mid).toMatchObject({ wantedCfm: 1000, openFrom: 2, openTo: 3, byFloor: false })
    expect(made.value.low).toMatchObject({ wantedCfm: 650, openFrom: 1, openTo: 1, byFloor: true })
  })
  it('names a zone that nobody gave a flow', () => {
    const made = stepFlows({
      network,
      branches: [{ name: 'Hall', designCfm: null, loudest: null }, ...branches.slice(1)],
      limits: { heaterFloorCfm: null, coilFloorCfm: null, maxStaticInWc: null },
    })
    expect(!made.ok && made.reason).toContain('Hall has no wanted flow')
  })
})

describe('a draught', () => {
  it('is felt sooner in heating than in cooling, and sooner where people sleep than where they work', () => {
    expect([30, 31, 50, 51].map((fpm) => draughtIn(null, fpm))).toEqual([null, 'heating', 'heating', 'cooling'])
    expect([draughtIn('quiet', 45), draughtIn('living', 45), draughtIn('store', 75)]).toEqual(['cooling', 'heating', null])
  })
})

describe('the jet of an outlet', () => {
  it('is worked out by hand: 150 cfm through 0.25 ft² high on the wall', () => {
    const jet = outletJet({ kind: 'side-wall', flowCfm: 150, effectiveFt2: 0.25, reachFt: 15 })
    if (!jet.ok) throw new Error(jet.reason)
    expect(jet.value).toEqual({ faceFpm: 600, throwFt: 30, atPeopleFpm: 100 })
  })
  it('slows with distance and grows with flow, never faster than at the face', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('side-wall', 'ceiling', 'slot', 'floor' as const),
        fc.integer({ min: 10, max: 800 }),
        fc.double({ min: 0.05, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        (kind, flowCfm, effectiveFt2, reachFt) => {
          const at = (flow: number, reach: number) => {
            const jet = outletJet({ kind: kind as 'floor', flowCfm: flow, effectiveFt2, reachFt: reach })
            return jet.ok ? (jet.value.atPeopleFpm as number) : Number.NaN
          }
          expect(at(flowCfm, reachFt)).toBeLessThanOrEqual(flowCfm / effectiveFt2 + 1e-9)
          expect(at(flowCfm, reachFt + 1)).toBeLessThanOrEqual(at(flowCfm, reachFt))
          expect(at(flowCfm * 2, reachFt)).toBeGreaterThan(at(flowCfm, reachFt))
        },
      ),
    )
  })
  it('refuses an outlet without area', () => {
    const jet = outletJet({ kind: 'floor', flowCfm: 100, effectiveFt2: 0, reachFt: null })
    expect(!jet.ok && jet.reason).toContain('without area')
  })
})

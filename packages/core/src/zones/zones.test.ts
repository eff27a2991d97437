import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { solveCombinations, type ZoneNetwork } from './network.ts'
import { openedUntilEnough, shortCombinations, type ZoneOutlets, zoneShares } from './shares.ts'

const CURVE = { kind: 'curve' as const, flowsCfm: [0, 400, 800, 1200, 1600, 1800], staticsInWc: [1.2, 1.15, 1.02, 0.78, 0.36, 0] }
const networks = fc
  .record({
    zones: fc.integer({ min: 1, max: 6 }),
    branch: fc.array(fc.double({ min: 3e-7, max: 1e-5, noNaN: true }), { minLength: 6, maxLength: 6 }),
    common: fc.double({ min: 0, max: 3e-7, noNaN: true }),
    held: fc.boolean(),
    relief: fc.option(fc.record({ opensAtInWc: fc.double({ min: 0.1, max: 0.8, noNaN: true }), limited: fc.boolean() }), {
      nil: undefined,
    }),
    always: fc.boolean(),
  })
  .map(
    ({ zones, branch, common, held, relief, always }): ZoneNetwork => ({
      commonResistance: common,
      branchResistances: branch.slice(0, zones),
      alwaysOpen: always ? [0] : [],
      fan: held ? { kind: 'constant-airflow', setCfm: 1200, maxStaticInWc: 0.9 } : CURVE,
      ...(relief && { relief: { opensAtInWc: relief.opensAtInWc, ...(relief.limited && { resistance: 1e-6 }) } }),
    }),
  )
const solved = (network: ZoneNetwork) => {
  const result = solveCombinations(network)
  if (!result.ok) throw new Error(result.reason)
  return result.value
}
const fanAt = (flow: number): number => {
  const { flowsCfm, staticsInWc } = CURVE
  const i = Math.max(
    1,
    flowsCfm.findIndex((one) => one >= flow),
  )
  const [x0, x1, y0, y1] = [flowsCfm[i - 1] ?? 0, flowsCfm[i] ?? 1, staticsInWc[i - 1] ?? 0, staticsInWc[i] ?? 0]
  return y0 + ((y1 - y0) * (flow - x0)) / (x1 - x0)
}

describe('every combination of a network', () => {
  it('balances: what the fan moves goes through open zones and relief, and the fan brings what the duct asks', () => {
    fc.assert(
      fc.property(networks, (network) => {
        const all = solved(network)
        for (let mask = 0; mask < all.totalCfm.length; mask += 1) {
          const total = all.totalCfm[mask] ?? 0
          if (Number.isNaN(total)) continue
          const zones = all.zoneCfm.subarray(mask * all.zones, (mask + 1) * all.zones)
          const sum = zones.reduce((a, b) => a + b, 0) + (all.reliefCfm[mask] ?? 0)
          expect(Math.abs(sum - total)).toBeLessThan(1e-6 * Math.max(total, 1))
          zones.forEach((flow, i) => {
            const open = mask & (1 << i) || network.alwaysOpen.includes(i)
            expect(open ? flow > 0 || total === 0 : flow === 0).toBe(true)
          })
          const brings = all.fanInWc[mask] ?? 0
          if (network.fan.kind === 'curve') expect(Math.abs(brings - fanAt(total))).toBeLessThan(1e-9 + 1e-6 * brings)
          else expect(total <= 1200 + 1e-9 && brings <= 0.9 + 1e-9 && (total > 1200 - 1e-6 || brings > 0.9 - 1e-6)).toBe(true)
        }
      }),
    )
  })
  it('opening one more zone never lowers the flow, nor raises the static of the plenum', () => {
    fc.assert(
      fc.property(networks, (network) => {
        const all = solved(network)
        for (let mask = 0; mask < all.totalCfm.length; mask += 1)
          for (let i = 0; i < all.zones; i += 1) {
            const more = mask | (1 << i)
            const [before, after] = [all.totalCfm[mask] ?? 0, all.totalCfm[more] ?? 0]
            if (Number.isNaN(before) || Number.isNaN(after)) continue
            expect(after).toBeGreaterThanOrEqual(before - 1e-6)
            expect(all.plenumInWc[more] ?? 0).toBeLessThanOrEqual((all.plenumInWc[mask] ?? 0) + 1e-9)
          }
      }),
    )
  })
  it.each<[string, Partial<ZoneNetwork>, RegExp]>([
    ['no zones', { branchResistances: [] }, /0 zones cannot be combined/],
    ['a zone without outlets', { branchResistances: [0] }, /Zone 1 has no resistance/],
    ['a fan curve that goes back', { fan: { ...CURVE, flowsCfm: [0, 400, 300, 1200, 1600, 1800] } }, /goes back at 300 cfm/],
    ['a relief that opens at nothing', { relief: { opensAtInWc: 0 } }, /opens at no static/],
    ['a probe the wrong way round', { commonResistance: -1 }, /below nothing/],
  ])('%s is refused in words', (_, more, reason) => {
    const result = solveCombinations({ commonResistance: 1e-7, branchResistances: [1e-6], alwaysOpen: [], fan: CURVE, ...more })
    expect(result.ok ? 'solved' : result.reason).toMatch(reason)
  })
  it('a curve that never meets the duct is not a number, not a guess', () => {
    const all = solved({
      commonResistance: 0,
      branchResistances: [1e-9],
      alwaysOpen: [],
      fan: { ...CURVE, staticsInWc: [1.2, 1.1, 1, 0.9, 0.8, 0.7] },
    })
    expect(all.totalCfm[1]).toBeNaN()
  })
})

describe('a relief that is set above what the fan can make', () => {
  it('stays shut: with every zone shut nothing flows, and the fan stands at its shut-off', () => {
    for (const relief of [{ opensAtInWc: 2 }, { opensAtInWc: 2, resistance: 1e-6 }, { opensAtInWc: 1.2 }]) {
      const all = solved({ commonResistance: 1e-7, branchResistances: [2e-6, 3e-6], alwaysOpen: [], fan: CURVE, relief })
      expect([all.totalCfm[0], all.reliefCfm[0], all.reliefState[0], all.fanInWc[0], all.plenumInWc[0]]).toEqual([
        0, 0, 0, 1.2, 1.2,
      ])
    }
    // One set below opens, and takes what comes.
    const below = solved({
      commonResistance: 1e-7,
      branchResistances: [2e-6, 3e-6],
      alwaysOpen: [],
      fan: CURVE,
      relief: { opensAtInWc: 0.8 },
    })
    expect(below.totalCfm[0]).toBeGreaterThan(1000)
  })
})

describe('shares', () => {
  const zones: ZoneOutlets[] = [
    { outlets: 3, loadBtuH: 9000, designCfm: 330, common: false },
    { outlets: 1, loadBtuH: 2100, designCfm: 120, common: true },
    { outlets: 0, loadBtuH: 0, designCfm: 0, common: false },
  ]
  it('sum to the total, whatever is open', () => {
    fc.assert(
      fc.property(fc.nat(7), fc.constantFrom('outlets' as const, 'load' as const, 'design' as const), (mask, by) => {
        const shares = zoneShares(zones, by, 1000, mask)
        expect(shares.ok && Math.abs(shares.value.reduce((a, b) => a + b, 0) - 1000) < 1e-9).toBe(true)
      }),
    )
  })
  it('nothing open, or nothing asked where it is open, is no air anywhere', () => {
    const zone = { outlets: 2, loadBtuH: 0, designCfm: 100, common: false }
    expect(zoneShares([zone, zone], 'outlets', 1200, 0)).toEqual({ ok: true, value: [0, 0] })
    expect(zoneShares([zone, { ...zone, loadBtuH: 900 }], 'load', 1200, 1)).toEqual({ ok: true, value: [0, 0] })
  })
  it('opening in order mends every short combination where enough can be opened', () => {
    for (const mask of shortCombinations(zones, 300))
      expect(shortCombinations(zones, 300)).not.toContain(openedUntilEnough(zones, 300, [1, 3], mask))
  })
})

describe('closed dampers that leak, and answers written over', () => {
  it('never raises the static of a combination, and lets the shut zones have their share of the leak', () => {
    fc.assert(
      fc.property(networks, fc.double({ min: 0.01, max: 0.6, noNaN: true }), (network, closedShare) => {
        const tight = solved(network)
        const leaky = solved({ ...network, closedShare })
        for (let mask = 0; mask < tight.totalCfm.length; mask += 1) {
          const [before, after] = [tight.plenumInWc[mask] ?? 0, leaky.plenumInWc[mask] ?? 0]
          if (Number.isNaN(before) || Number.isNaN(after)) continue
          expect(after).toBeLessThanOrEqual(before + 1e-9)
          for (let i = 0; i < leaky.zones; i += 1) {
            const open = mask & (1 << i) || network.alwaysOpen.includes(i)
            const pass = (open ? 1 : closedShare) / Math.sqrt(network.branchResistances[i] ?? 1)
            expect(leaky.zoneCfm[mask * leaky.zones + i]).toBeCloseTo(pass * Math.sqrt(after), 6)
          }
        }
      }),
    )
  })

  it('gives the same answers into arrays that held others', () => {
    fc.assert(
      fc.property(networks, networks, (first, second) => {
        const kept = solved(first)
        const again = solveCombinations(second, kept)
        if (!again.ok) throw new Error(again.reason)
        expect(again.value).toEqual(solved(second))
        expect(again.value === kept).toBe(first.branchResistances.length === second.branchResistances.length)
      }),
    )
  })

  it('refuses a damper that lets through more shut than open', () => {
    const network = { commonResistance: 0, branchResistances: [1e-6], alwaysOpen: [], closedShare: 1.2, fan: CURVE }
    expect(solveCombinations(network)).toMatchObject({ ok: false, reason: 'A closed damper lets through more than an open one.' })
  })
})

import { judgeZones, zoneMends } from '@ingle/core'
import { type Change, fold, type OutletState, type ZoneId } from '@ingle/record'
import { begun, HERE, Pen, SYSTEM, uuid, VISIT, WALL } from '@ingle/record/testing'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import { settings } from '../settings/settings.ts'
import { STAGES } from '../stages.ts'
import { staleAims } from '../staleAims.ts'
import { aimDrafts } from '../workedAims.ts'
import { sharesOf, zoneFacts } from './shares.ts'
import { effectiveFt2, outletShares } from './zonedDuct.ts'
import { ZONES_SOURCE } from './zones.ts'

const HELD = {
  format: 'ingle-profile/1',
  id: 'held',
  version: 1,
  maker: 'Merrowby',
  family: 'Held',
  kind: 'air-handler',
  description: '',
  settings: [],
  cautions: [],
  blower: {
    tapWord: 'dial',
    ratedStaticInWc: 0.7,
    source: 'sheet',
    table: { kind: 'constant-airflow', taps: ['A', 'B'], tapFlowsCfm: [900, 1200], maxStaticInWc: 0.9 },
    heaterKits: [{ model: 'H', powerKw: 8, minFlowCfm: 950 }],
  },
}
const LAST_OPEN = { role: 'zone.last-open', label: 'Last', values: ['yes', 'no'], access: '' }
const COUNT = { role: 'zone.count', label: 'Zones', values: ['1', '2', '3'], access: '' }
const ZONES: readonly [ZoneId, ZoneId, ZoneId] = [uuid(21), uuid(22), uuid(23)]
const ruled = {
  id: 'r',
  name: 'rule',
  reason: '',
  cost: '',
  airflow: { cfmPerTon: 360, bandPct: 6, keepMass: true, maxFaceFpm: 600 },
  aims: [],
}

/** Three zones with two, one and one outlets on a motor that holds 1,200 cfm. */
function practice(): Pen {
  const pen = new Pen()
  pen.write('system.set', { systemId: SYSTEM, name: 'AH', capacityTons: 3, heaterKw: 8 })
  pen.write('profile.use', { systemId: SYSTEM, profile: HELD })
  pen.write('rules.use', { systemId: SYSTEM, rules: [ruled] })
  pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
  for (const [i, zoneId] of ZONES.entries()) {
    pen.write('zone.set', { systemId: SYSTEM, zoneId, name: `Zone ${i + 1}`, loadBtuH: 9000 - 3000 * i })
    for (let outlet = 0; outlet < (i === 0 ? 2 : 1); outlet += 1)
      pen.write('outlet.set', {
        systemId: SYSTEM,
        outletId: uuid(30 + 5 * i + outlet),
        zoneId,
        name: `outlet ${i + 1}.${outlet}`,
        widthIn: 14,
        heightIn: 6,
        freeArea: 0.7,
      })
  }
  pen.write('try.start', { ...HERE, tap: 'B', adjustPct: 0, filter: 'clean' })
  return pen
}
const ductOf = (changes: readonly Change[]) => viewOf(changes).zoned
const reading = (open: readonly ZoneId[], supplyInWc: number, returnInWc: number) => ({
  ...HERE,
  open: [...open],
  supplyInWc,
  returnInWc,
})

describe('zones in the record', () => {
  it('are shared by outlets, load or design, and say what is missing', () => {
    const pen = practice()
    expect(ductOf(pen.changes).zones.map((one) => one.share)).toEqual([0.5, 0.25, 0.25])
    pen.write('zoning.set', { systemId: SYSTEM, shareBy: 'load' })
    expect(ductOf(pen.changes).zones.map((one) => one.share)).toEqual([0.5, 1 / 3, 1 / 6])
    pen.write('zoning.set', { systemId: SYSTEM, shareBy: 'design' })
    expect(ductOf(pen.changes).unshared?.reason).toBe('Zone 1 has no design flow.')
  })

  it('go with their outlets when they are taken out, and keep their order', () => {
    const pen = practice()
    pen.write('zone.remove', { systemId: SYSTEM, zoneId: ZONES[0] })
    pen.write('zone.set', { systemId: SYSTEM, zoneId: ZONES[1], alwaysOpen: true })
    const system = fold(uuid(0), pen.changes).systems[0]!
    expect(system.zones.map((one) => one.name)).toEqual(['Zone 2', 'Zone 3'])
    expect(system.outlets).toHaveLength(2)
    expect(system.zones[0]?.alwaysOpen).toBe(true)
  })

  it('become a network once a static was read, with the flow of the tap', () => {
    const pen = practice()
    expect(ductOf(pen.changes).of).toMatchObject({ ok: false, reason: 'No static was read with the zones open.' })
    pen.write('zones.reading', reading(ZONES, 0.2, -0.15))
    pen.write('zones.reading', reading([ZONES[0]], 0.6, -0.14))
    const { of, readings } = ductOf(pen.changes)
    expect(readings.map((one) => one.totalCfm)).toEqual([1200, 1200])
    if (!of.ok) throw new Error(of.reason)
    expect(of.value.limits).toEqual({ heaterFloorCfm: 950, coilFloorCfm: null, maxStaticInWc: 0.7 })
    expect(of.value.branches.map((one) => one.loudest?.maxFaceFpm)).toEqual([600, 600, 600])
    const judged = judgeZones(of.value)
    expect(judged.ok && judged.value.bad).toBeGreaterThan(0)
  })

  it('a zone that is kept open from now on was shut while it was read: the reading and its fit stay', () => {
    const pen = practice()
    pen.write('zones.reading', reading(ZONES, 0.2, -0.15))
    pen.write('zones.reading', reading([ZONES[1], ZONES[2]], 0.6, -0.14))
    const fitOf = () => {
      const { fit } = ductOf(pen.changes)
      return fit.ok ? fit.value : null
    }
    const before = fitOf()
    expect(before?.doubted).toEqual([])
    pen.write('zone.set', { systemId: SYSTEM, zoneId: ZONES[0], alwaysOpen: true })
    expect(fitOf()).toEqual(before)
    // Read from now on, it counts as open though nobody pressed it.
    pen.write('zones.reading', reading([ZONES[1]], 0.3, -0.15))
    expect(ductOf(pen.changes).readings.at(-1)?.open).toEqual([ZONES[1], ZONES[0]])
  })

  it('no relief is advised that would bleed with every zone open', () => {
    const pen = practice()
    pen.write('zones.reading', reading(ZONES, 0.4, -0.15))
    pen.write('zones.reading', reading([ZONES[0]], 0.8, -0.14))
    const { of } = ductOf(pen.changes)
    if (!of.ok) throw new Error(of.reason)
    const judged = judgeZones(of.value)
    const mends = zoneMends(of.value)
    if (!judged.ok || !mends.ok) throw new Error('not judged')
    const reliefs = mends.value.flatMap((one) => [one, one.also]).filter((one) => one?.kind === 'relief')
    expect(reliefs.length).toBeGreaterThan(0)
    for (const one of reliefs) expect(one?.staticInWc).toBeGreaterThan(judged.value.plenumInWc[0b111] ?? 9)
  })

  it('the last zone may close where what never closes was measured to be enough', () => {
    const isFound = (supplyInWc: number) => {
      const pen = practice()
      // Large enough not to be heard with all of the air.
      for (const outlet of [0, 1])
        pen.write('outlet.set', { systemId: SYSTEM, outletId: uuid(30 + outlet), zoneId: ZONES[0], widthIn: 24, heightIn: 20 })
      const wall = { ...WALL, settings: [...WALL.settings.slice(0, 1), LAST_OPEN, COUNT] }
      pen.write('profile.use', { systemId: SYSTEM, place: 'zone-controller', profile: wall as never })
      pen.write('zone.set', { systemId: SYSTEM, zoneId: ZONES[0], alwaysOpen: true })
      for (const [id, value] of [
        ['zone.last-open', 'no'],
        ['zone.count', '3'],
      ] as const)
        pen.write('setting.set', { ...HERE, role: id, place: 'zone-controller', column: 'found', value })
      pen.write('zones.reading', reading([ZONES[0]], supplyInWc, -0.05))
      pen.write('zones.reading', reading(ZONES, supplyInWc / 4, -0.05))
      return settings.findings(viewOf(pen.changes)).some((one) => one.id === 'all-zones-may-close')
    }
    expect(isFound(0.3)).toBe(false)
    expect(isFound(2.4)).toBe(true)
  })

  it('names and design flows of the zones are aims of a device that takes them', () => {
    const pen = practice()
    pen.write('zone.set', { systemId: SYSTEM, zoneId: ZONES[2], designCfm: 250 })
    const aims = zoneFacts(viewOf(pen.changes))
    expect(aims.filter((one) => one.id.startsWith('zone.name')).map((one) => one.meaning)).toEqual(['Zone 1', 'Zone 2', 'Zone 3'])
    expect(aims.find((one) => one.id === 'zone.design.3')).toMatchObject({ meaning: '250', why: 'its design flow' })
    // 1,080 cfm and what keeps its mass at sea level: half of it.
    expect(aims.find((one) => one.id === 'zone.design.1')?.meaning).toBe('540')
  })

  it('take the least flow of a furnace’s high fire as the floor, where there is no heater kit', () => {
    const pen = practice()
    const fires = [{ inputBtuH: 80_000, riseLowF: 35, riseHighF: 65 }]
    const furnace = { efficiencyPct: 80, fires, source: 'plate' }
    const settings = [{ role: 'airflow.cool', label: 'Cool', values: ['A', 'B'], access: '' }]
    pen.write('profile.use', { systemId: SYSTEM, profile: { ...HELD, version: 2, kind: 'furnace', furnace, settings } })
    pen.write('system.set', { systemId: SYSTEM, heaterKw: 0 })
    pen.write('zones.reading', reading(ZONES, 0.2, -0.15))
    const { of } = ductOf(pen.changes)
    // 64,000 Btu/h ÷ (1.08 × 65 °F) = 912 cfm.
    expect(of.ok && of.value.limits.heaterFloorCfm).toBeGreaterThan(890)
    expect(of.ok && of.value.limits.heaterFloorCfm).toBeLessThan(950)
  })

  it('leave out a reading past the end of the blower’s table, and say so', () => {
    const pen = practice()
    pen.write('zones.reading', reading(ZONES, 0.2, -0.15))
    pen.write('zones.reading', reading([ZONES[2]], 0.85, -0.1))
    const duct = ductOf(pen.changes)
    expect(duct.fit.ok && duct.fit.value.off).toHaveLength(1)
    expect(duct.doubts[0]?.says).toContain('past the end of the blower’s table')
  })

  it('say that an outlet has no area, and judge the others', () => {
    const pen = practice()
    pen.write('outlet.set', { systemId: SYSTEM, outletId: uuid(30), zoneId: ZONES[0], widthIn: 0 })
    pen.write('zones.reading', reading(ZONES, 0.2, -0.15))
    const duct = ductOf(pen.changes)
    expect(duct.doubts[0]?.says).toBe('outlet 1.0 has no area.')
    expect(duct.of.ok && duct.of.value.branches[0]?.loudest?.name).toBe('outlet 1.1')
  })

  it('share a zone’s air among its outlets by wish, or evenly where one has none', () => {
    const outlet = (designCfm: number | null): OutletState => ({
      id: uuid(1),
      zoneId: uuid(2),
      name: '',
      kind: null,
      widthIn: 12,
      heightIn: 6,
      freeArea: null,
      reachFt: null,
      designCfm,
    })
    expect(outletShares([outlet(100), outlet(300)])).toEqual([0.25, 0.75])
    expect(outletShares([outlet(100), outlet(null)])).toEqual([0.5, 0.5])
    expect(effectiveFt2(outlet(null))).toBe(0.5)
    expect(effectiveFt2({ ...outlet(null), heightIn: 0 })).toBeNull()
  })
})

describe('shares that were taken into the ledger', () => {
  const setting = (role: string, min: number, max: number, step: number, unit: string) => ({
    role,
    code: role,
    label: role,
    values: [],
    range: { min, max, step, unit },
    access: 'knob',
  })
  const controller = {
    ...HELD,
    blower: undefined,
    id: 'knobs',
    family: 'Knobs',
    kind: 'zone-controller',
    settings: [setting('zone.count', 1, 6, 1, 'count'), ...[1, 2, 3, 4].map((n) => setting(`zone.flow.${n}`, 5, 60, 5, '%'))],
  }
  const taken = () => {
    const pen = practice()
    pen.write('profile.use', { systemId: SYSTEM, place: 'zone-controller', profile: controller })
    const v = viewOf(pen.changes)
    for (const draft of aimDrafts(v, sharesOf(v)?.aims ?? [], ZONES_SOURCE)) pen.write(draft.kind, draft.body as never)
    return pen
  }
  const staleIn = (pen: Pen) =>
    Object.fromEntries(
      [...staleAims(viewOf(pen.changes)).values()].map((one) => [one.row.id, one.now ? `now ${one.value}` : one.why]),
    )
  it('are not stale by themselves', () => expect(staleIn(taken())).toEqual({}))
  it('are stale with a zone more, even before anybody can share the air out anew', () => {
    const pen = taken()
    pen.write('zone.set', { systemId: SYSTEM, zoneId: uuid(24), name: 'Zone 4' })
    const stale = staleIn(pen)
    expect(stale['zone.count']).toBe('now 4')
    expect(Object.keys(stale)).toEqual(['zone.count', 'zone.flow.1', 'zone.flow.2', 'zone.flow.3'])
    expect(stale['zone.flow.1']).toContain('Zone 4')
  })
  it('count no zone that is always open: it has no damper', () => {
    const pen = taken()
    pen.write('zone.set', { systemId: SYSTEM, zoneId: ZONES[2] as never, alwaysOpen: true })
    expect(staleIn(pen)).toMatchObject({ 'zone.count': 'now 2' })
  })
  it('are stale with a zone less: the others get more, the last has none', () => {
    const pen = taken()
    pen.write('zone.remove', { systemId: SYSTEM, zoneId: ZONES[2] })
    expect(staleIn(pen)).toMatchObject({ 'zone.count': 'now 2', 'zone.flow.3': 'there are 2 zones now' })
  })
})

describe('a traverse in the record', () => {
  it('keeps every point whatever came first: its duct or its points, from one device or two', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 1, maxLength: 10 }),
        fc.boolean(),
        (indices, ductFirst) => {
          const { pen, tryId } = begun(new Pen())
          const on = { ...HERE, tryId, traverseId: uuid(40) }
          const duct = () => pen.write('traverse.set', { ...on, name: 'trunk', shape: 'round', diameterIn: 14 })
          if (ductFirst) duct()
          for (const index of indices) pen.write('traverse.point', { ...on, index, pressureInWc: 0.01 * index })
          if (!ductFirst) duct()
          const [traverse] = fold(uuid(0), pen.changes).visits[0]!.systems[SYSTEM]!.tries[0]!.traverses
          expect(traverse?.set).toMatchObject({ name: 'trunk', diameterIn: 14 })
          expect(Object.keys(traverse?.points ?? {}).map(Number)).toEqual([...new Set(indices)].sort((a, b) => a - b))
        },
      ),
    )
  })

  it('keeps the points of another plan aside, and has them back with it', () => {
    const { pen, tryId } = begun()
    const on = { ...HERE, tryId, traverseId: uuid(40) }
    const now = () => fold(uuid(0), pen.changes).visits[0]!.systems[SYSTEM]!.tries[0]!.traverses[0]!
    pen.write('traverse.set', { ...on, shape: 'round', diameterIn: 14 })
    pen.write('traverse.point', { ...on, index: 0, pressureInWc: 0.04 })
    pen.write('traverse.point', { ...on, index: 1, pressureInWc: 0.05 })
    pen.write('traverse.set', { ...on, shape: 'rectangular' })
    expect([now().points, now().earlier]).toEqual([{}, { 'round, 6 on a diameter': { 0: 0.04, 1: 0.05 } }])
    pen.write('traverse.set', { ...on, widthIn: 20, heightIn: 10 })
    pen.write('traverse.point', { ...on, index: 0, pressureInWc: 0.09 })
    pen.write('traverse.set', { ...on, shape: 'round' })
    expect(now().points).toEqual({ 0: 0.04, 1: 0.05 })
    expect(Object.values(now().earlier ?? {})).toEqual([{ 0: 0.09 }])
    // More points on a diameter are other points; a wider duct with as many lines has the same.
    pen.write('traverse.set', { ...on, perDiameter: 8 })
    expect(now().points).toEqual({})
    pen.write('traverse.set', { ...on, shape: 'rectangular' })
    pen.write('traverse.set', { ...on, widthIn: 21 })
    expect(now().points).toEqual({ 0: 0.09 })
    pen.write('traverse.set', { ...on, widthIn: 60 })
    expect(now().points).toEqual({})
  })

  it('counts the last reading of a point, and becomes a flow once all are read', () => {
    const { pen, tryId } = begun()
    const on = { ...HERE, tryId, traverseId: uuid(40) }
    pen.write('traverse.set', {
      ...on,
      shape: 'round',
      diameterIn: 14,
      perDiameter: 6,
      straightBeforeIn: 200,
      straightAfterIn: 90,
    })
    for (let index = 0; index < 12; index += 1) pen.write('traverse.point', { ...on, index, pressureInWc: 0.9 })
    for (let index = 0; index < 12; index += 1) pen.write('traverse.point', { ...on, index, pressureInWc: 0.04 })
    const flowOf = () => viewOf(pen.changes).picture.current?.flow
    expect(flowOf()?.estimates.map((one) => one.method)).toEqual(['traverse'])
    expect(flowOf()?.flowCfm).toBeCloseTo(1.069 * 1096.7 * Math.sqrt(0.04 / 0.0733), -1)
    pen.write('instrument.use', {
      ...HERE,
      instrument: { format: 'ingle-instrument/1', id: 'g', name: 'G', measures: 'static', accuracyPct: 1, accuracyFixed: 0.002 },
    })
    expect(fold(uuid(0), pen.changes).visits[0]!.systems[SYSTEM]!.instruments.static?.name).toBe('G')
  })
})

describe('an outlet’s opening', () => {
  const opening = (widthIn: number | null, heightIn: number | null, freeArea: number | null) =>
    effectiveFt2({ widthIn, heightIn, freeArea } as OutletState)
  it('is its size by its free area, all of it where nobody said; nothing while its size is not known', () => {
    expect(opening(12, 12, 0.75)).toBe(0.75)
    expect(opening(12, 24, null)).toBe(2)
    for (const [width, height] of [
      [null, 12],
      [12, null],
      [0, 12],
      [12, 0],
    ] as const)
      expect(opening(width, height, 0.7)).toBeNull()
  })
})

describe('a zoned duct of which too little is known', () => {
  it('says what is missing: the blower’s table, then the tap', () => {
    const bare = new Pen()
    bare.write('system.set', { systemId: SYSTEM, name: 'AH', capacityTons: 3 })
    bare.write('zone.set', { systemId: SYSTEM, zoneId: ZONES[0], name: 'Hall' })
    bare.write('visit.start', { visitId: VISIT, reason: 'x' })
    expect(viewOf(bare.changes).zoned.fan).toMatchObject({ ok: false, code: 'no-blower-table' })
    bare.write('profile.use', { systemId: SYSTEM, profile: HELD })
    expect(viewOf(bare.changes).zoned.fan).toMatchObject({ ok: false, code: 'tap-unknown' })
    bare.write('try.start', { ...HERE, tap: 'B', adjustPct: 0, filter: 'clean' })
    expect(viewOf(bare.changes).zoned.fan).toMatchObject({ ok: true, value: { words: 'Merrowby Held, dial B' } })
  })
  it('has its doubts among the findings of its stage, and none where there are no zones', () => {
    const pen = practice()
    pen.write('outlet.set', { systemId: SYSTEM, outletId: uuid(99), zoneId: ZONES[0], name: 'slot', widthIn: 0, heightIn: 4 })
    const zones = STAGES.find((one) => one.id === 'zones')
    expect(zones?.findings(viewOf(pen.changes))).toEqual([
      { id: 'zones-0', says: 'slot has no area.', mend: 'Measure its opening; until then its speed is not judged.' },
    ])
    for (const zoneId of ZONES) pen.write('zone.remove', { systemId: SYSTEM, zoneId })
    expect(zones?.findings(viewOf(pen.changes))).toEqual([])
  })
})

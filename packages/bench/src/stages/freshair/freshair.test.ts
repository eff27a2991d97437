import { profileById } from '@ingle/catalog'
import { onLine } from '@ingle/core'
import type { VisitId } from '@ingle/record'
import { HERE, Pen, SYSTEM, uuid, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import { beforeAfterOf } from '../handOver/beforeAfter.ts'
import { changeoverOf, hoursOf, runYears, yearJobOf } from './changeover.ts'
import { dcvOf } from './dcv.ts'
import { faultsOf, strokeOf } from './faults.ts'
import { freshAir } from './freshair.ts'
import { damperLineOf, lineSaid, tellingHours, yearOfAir } from './line.ts'
import { needOf } from './need.ts'
import { stripOf } from './points.ts'
import { roofOf } from './roof.ts'

const LATER = uuid<VisitId>(903)
type Given = { profile?: string; fan?: 'one' | 'two' | 'three' | 'variable'; roof?: object; space?: object | null }

/** A roof with one space of 432 cfm (24 people, 2,600 ft² of library). */
function roof({ profile = 'hollin-e2', fan = 'two', roof = {}, space = {} }: Given = {}): Pen {
  const pen = new Pen()
  pen.write('site.set', { name: 'Quay', altitudeFt: 310, timeZone: 'UTC' })
  pen.write('system.set', { systemId: SYSTEM, name: 'RTU' })
  if (profile) pen.write('profile.use', { systemId: SYSTEM, place: 'economizer', profile: profileById(profile) as never })
  pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
  pen.write('roof.set', { systemId: SYSTEM, fan, leastPct: fan === 'variable' ? 40 : 60, fullCfm: 3400, ...roof })
  if (space)
    pen.write('space.set', {
      systemId: SYSTEM,
      spaceId: uuid(41),
      name: 'Hall',
      use: 'library',
      people: 24,
      areaFt2: 2600,
      ...space,
    })
  return pen
}
const lineOf = (pen: Pen) => {
  const line = damperLineOf(viewOf(pen.changes))
  if (!line.ok) throw new Error(line.reason)
  return line.value
}
/** A point whose temperatures say this share, at 40 °F outdoors and 72 °F inside. */
const point = (speedPct: number, positionPct: number, share: number, more: object = {}) =>
  ({ ...HERE, speedPct, positionPct, way: 'temperatures', outdoorF: 40, returnF: 72, mixedF: 72 - 32 * share, ...more }) as const

describe('the need', () => {
  const need = (pen: Pen) => needOf(viewOf(pen.changes))

  it('follows from people and floor by the shipped rates, and each figure opens to where it comes from', () => {
    const found = need(roof())
    expect(found).toMatchObject({ ok: true, value: { cfm: 432, from: 'spaces', emptyCfm: 312 } })
    if (!found.ok) return
    expect(found.value.mostCfm).toBeCloseTo(432 * 1.15, 9)
    expect(found.value.workings.map((one) => one.result?.value)).toEqual([432, 432])
    expect(found.value.workings[0]?.inputs.map((one) => one.from)).toContain('counted')
  })

  it('takes own rates with their edition over the table, and gives them back at nothing', () => {
    const pen = roof({ space: { perPersonCfm: 10, edition: 'By-law 3' } })
    expect(need(pen)).toMatchObject({ value: { cfm: 24 * 10 + 312, spaces: [{ from: 'By-law 3' }] } })
    pen.write('space.set', { systemId: SYSTEM, spaceId: uuid(41), perPersonCfm: 0 })
    expect(need(pen)).toMatchObject({ value: { cfm: 432 } })
  })

  it('follows exhaust where that is more, and a paper where somebody has one', () => {
    expect(need(roof({ roof: { exhaustCfm: 700, surplusCfm: 100 } }))).toMatchObject({
      value: { cfm: 800, from: 'exhaust', balance: { pressure: 'negative', shortCfm: 368 } },
    })
    expect(need(roof({ roof: { needCfm: 600 } }))).toMatchObject({ value: { cfm: 600, from: 'paper' } })
  })

  it('asks back where a floor was typed as people, a floor is missing, or a use has no rates', () => {
    const doubt = (space: object) => {
      const found = need(roof({ space }))
      return found.ok ? found.value.doubts.map((one) => one.code) : []
    }
    expect(doubt({ people: 2600, areaFt2: 240 })).toEqual(['people-as-area'])
    expect(doubt({ areaFt2: 0 })).toEqual(['space-without-area'])
    expect(doubt({ use: '' })).toEqual(['space-without-rate'])
    expect(doubt({})).toEqual([])
  })

  it('is not known without a space, and of the general method not without the air blown in', () => {
    expect(need(roof({ space: null }))).toMatchObject({ ok: false, code: 'no-spaces' })
    expect(need(roof({ roof: { serves: 'general' } }))).toMatchObject({ ok: false, code: 'space-without-primary' })
  })
})

describe('the damper line', () => {
  it('as shipped, with nothing measured, is foretold by a usual damper and says so', () => {
    const line = lineOf(roof())
    expect(line.found).toMatchObject({ isShipped: true })
    // 4.4 V of 2–10 is 30 % at both speeds.
    expect(line.found?.check.positionsPct).toEqual([30, 30])
    expect(lineSaid(viewOf(roof().changes), line).headline).toBe(
      'Shipped, it brings in 2.4 times the air that is needed at 100% fan, by a usual damper',
    )
    expect(line.aim.slots.map((one) => one.provedBy)).toEqual([null, null])
  })

  it('the worst fan speed speaks, in both directions', () => {
    const pen = roof()
    const found = (role: string, value: string) =>
      pen.write('setting.set', { ...HERE, role, place: 'economizer', column: 'found', value })
    pen.write('damper.point', point(100, 30, 0.31))
    pen.write('damper.point', point(60, 10, 0.12))
    found('freshair.min.low', '2.8')
    found('freshair.min.high', '4.4')
    // 10 % at low fan was measured at 0.12 × 2,040 = 245 cfm of 432; 30 % at full fan at 0.31 × 3,400 = 1,054.
    expect(lineSaid(viewOf(pen.changes), lineOf(pen)).headline).toMatch(
      /^As found, it brings 18\d cfm too little at 60% fan, and 2\.4 times the air that is needed at 100% fan/,
    )
  })

  it('what an earlier visit measured stays measured: the second visit advises no position that was too little', () => {
    const pen = roof()
    pen.write('damper.point', point(100, 13.75, 0.135))
    pen.write('damper.point', point(60, 22.5, 0.225))
    const first = lineOf(pen).aim.slots.map((one) => [one.positionPct, one.provedBy !== null])
    pen.write('visit.start', { visitId: uuid(90), reason: 'Second' })
    const second = () => {
      const v = viewOf(pen.changes, { visitId: uuid(90) })
      const line = damperLineOf(v)
      if (!line.ok) throw new Error(line.reason)
      return line.value
    }
    expect(second().aim.slots.map((one) => [one.positionPct, one.provedBy !== null])).toEqual(first)
    expect(second().points.map((one) => one.visit)).toEqual([1, 1])
    expect(
      second()
        .aims.map((one) => one.why)
        .join(),
    ).toContain('measured at 60% fan on visit 1')
    // Measured again at the same place, and otherwise: the newer one alone counts.
    pen.write('damper.point', { ...point(60, 22.5, 0.12), visitId: uuid(90) })
    expect(second().points.map((one) => [one.visit, one.state.speedPct])).toEqual([
      [1, 100],
      [null, 60],
    ])
    expect(second().aim.slots[0]?.positionPct).toBeGreaterThan(22.5)
  })

  it('goes through what was measured, and gives positions in the device’s own steps that bring no less than needed', () => {
    const pen = roof()
    pen.write('damper.point', point(100, 30, 0.31))
    const line = lineOf(pen)
    expect(line.points[0]).toMatchObject({ trouble: 'ok', counts: true, outdoorCfm: expect.closeTo(1054, 6) })
    for (const slot of line.aim.slots) {
      expect((slot.positionPct / 1.25) % 1).toBeCloseTo(0, 9)
      expect(slot.outdoorCfm).toBeGreaterThanOrEqual(432 * 0.995)
    }
    // A slower fan needs a wider damper.
    expect(line.aim.slots[0]?.positionPct).toBeGreaterThan(line.aim.slots[1]?.positionPct as number)
  })

  it('takes a measured position that is right as it is, and calls it measured', () => {
    const pen = roof()
    pen.write('damper.point', point(100, 13.75, 0.135))
    pen.write('damper.point', point(60, 22.5, 0.225))
    const view = viewOf(pen.changes)
    const line = lineOf(pen)
    expect(line.aim.slots.map((one) => [one.positionPct, one.provedBy !== null])).toEqual([
      [22.5, true],
      [13.75, true],
    ])
    expect(lineSaid(view, line).move).toBe('Take the line as aims, and set it.')
    expect(line.aims.find((one) => one.id === 'freshair.min.high')?.why).toContain('measured at 100% fan')
  })

  it('names the next point with the device’s figure, and from when temperatures will tell', () => {
    const view = viewOf(roof({ roof: { zone: '4C' } }).changes)
    const said = lineSaid(view, lineOf(roof({ roof: { zone: '4C' } })))
    expect(said.move).toMatch(/^Test mode: fan 100%, damper \d+% \(\d\.\d V\)\.$/)
    expect(said.why).toContain('°F apart: at this time of year')
    expect(tellingHours(view, 5)).toBe('always')
    expect(tellingHours(view, 60)).toBe('never')
    expect(tellingHours(viewOf(roof().changes), 10)).toBeNull()
  })

  it('counts no point that tells nothing, cannot be, or speaks against another', () => {
    const trouble = (pen: Pen) => lineOf(pen).points.map((one) => one.trouble)
    const write = (...points: object[]) => {
      const pen = roof()
      for (const one of points) pen.write('damper.point', one as never)
      return pen
    }
    expect(trouble(write(point(100, 30, 0.3, { outdoorF: 68 })))).toEqual(['too-close'])
    expect(trouble(write(point(100, 30, 1.4)))).toEqual(['implausible'])
    expect(trouble(write({ ...HERE, speedPct: 100, positionPct: 30, way: 'station', signal: 4 }))).toEqual(['no-station'])
    expect(trouble(write({ ...HERE, speedPct: 100, positionPct: 30, way: 'traverse', velocitiesFpm: [300] }))).toEqual([
      'no-opening',
    ])
    expect(trouble(write(point(80, 30, 0.3)))).toEqual(['not-run'])
    const falls = write(point(100, 30, 0.6), point(100, 40, 0.2))
    expect(trouble(falls)).toEqual(['falls', 'falls'])
    expect(lineOf(falls).measuredFrom).toBeGreaterThan(lineOf(falls).measuredTo)
    expect(lineSaid(viewOf(falls.changes), lineOf(falls)).move).toBe('Measure 100% fan at 30% damper again.')
  })

  it('by station and hood is as sure as these are', () => {
    const pen = roof({ roof: { stationSignal: '2-10', stationFpm: 2000, stationFt2: 2 } })
    pen.write('damper.point', { ...HERE, speedPct: 100, positionPct: 20, way: 'station', signal: 3 })
    pen.write('damper.point', { ...HERE, speedPct: 100, positionPct: 20, way: 'station', signal: 0 })
    pen.write('damper.point', { ...HERE, speedPct: 60, positionPct: 20, way: 'hood', flowCfm: 400 })
    const [station, dead, hood] = lineOf(pen).points
    expect(station).toMatchObject({ trouble: 'ok', outdoorCfm: 500 })
    expect(dead).toMatchObject({ trouble: 'signal-fault', outdoorCfm: null })
    expect(hood).toMatchObject({ outdoorCfm: 400, errorCfm: 28 })
  })

  it('of a device with one figure for all speeds brings enough at the slowest', () => {
    const line = lineOf(roof({ profile: 'hollin-k1' }))
    expect(line.aim.slots).toHaveLength(1)
    expect(line.aim.slots[0]?.outdoorCfm).toBeGreaterThanOrEqual(432 * 0.995)
    expect(onLine(line.aim.line, 60)).toBe(onLine(line.aim.line, 100))
  })

  it('of a device with pairs chooses the ends, and more only where they help', () => {
    const line = lineOf(roof({ profile: 'quernstone-rl', fan: 'variable' }))
    const speeds = line.aim.slots.map((one) => one.speedPct)
    expect([speeds[0], speeds.at(-1)]).toEqual([40, 100])
    expect(line.aims.filter((one) => one.id.startsWith('freshair.line.speed'))).toHaveLength(speeds.length)
    expect(Math.max(line.aim.check.underCfm, line.aim.check.overCfm)).toBeLessThan(0.1 * 432)
  })

  it('shuts the damper of an empty building, unless something is blown out of it', () => {
    const aim = (roofMore: object) =>
      lineOf(roof({ profile: 'hollin-e7', fan: 'three', roof: roofMore })).aims.find(
        (one) => one.id === 'freshair.min.unoccupied',
      )
    expect(aim({})).toMatchObject({ meaning: '0', why: 'nobody in, and nothing is blown out' })
    expect(Number(aim({ exhaustCfm: 200 })?.meaning)).toBeGreaterThan(5)
    expect(aim({ exhaustCfm: 200 })?.why).toContain('200 cfm for the exhaust that runs on')
  })

  it('costs less in a year as aimed than as shipped, and cannot say so without a zone', () => {
    expect(yearOfAir(lineOf(roof()))).toBeNull()
    const year = yearOfAir(lineOf(roof({ roof: { zone: '4C', perTherm: 1.5, perKwh: 0.2 } })))
    expect(year?.aim.cost).toBeLessThan(0.65 * (year?.found?.cost ?? 0))
    expect(year?.aim.heatBtu).toBeGreaterThan(0)
  })

  it('cannot be drawn without a supply, and says what is missing', () => {
    const pen = new Pen()
    pen.write('system.set', { systemId: SYSTEM, name: 'RTU' })
    pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
    pen.write('space.set', { systemId: SYSTEM, spaceId: uuid(41), use: 'office', people: 5, areaFt2: 1000 })
    expect(damperLineOf(viewOf(pen.changes))).toMatchObject({ ok: false, code: 'supply-unknown' })
  })
})

describe('control by CO₂', () => {
  const dcv = (pen: Pen) => {
    const found = dcvOf(viewOf(pen.changes))
    if (!found.ok) throw new Error(found.reason)
    return found.value
  }

  it('never lets in less than floor and exhaust need, at any speed and hour', () => {
    const { day, areaCfm } = dcv(roof({ profile: 'hollin-e7', fan: 'three', roof: { midPct: 80 } }))
    expect(areaCfm).toBe(312)
    expect(Math.min(...day.outdoor)).toBeGreaterThanOrEqual(areaCfm * 0.97)
    expect(day.peakPpm).toBeGreaterThan(600)
  })

  it('looks at every fan speed, and the one at which it lacks air longest speaks', () => {
    const pen = roof({ profile: 'hollin-e7', fan: 'three', roof: { midPct: 80 } })
    const { days, day, speedPct } = dcv(pen)
    expect(days.map((one) => one.speedPct)).toEqual([60, 80, 100])
    expect(day.underRequiredMin).toBe(Math.max(...days.map((one) => one.underMin)))
    expect(days.find((one) => one.speedPct === speedPct)?.underMin).toBe(day.underRequiredMin)
  })

  it('a device with one set point opens at it, and is not told of a range', () => {
    const profile = profileById('hollin-e7')
    const one = { ...profile, id: 'one-point', settings: profile.settings.filter(({ role }) => role !== 'freshair.co2.high') }
    const pen = roof({ profile: '', fan: 'three' })
    pen.write('profile.use', { systemId: SYSTEM, place: 'economizer', profile: one as never })
    pen.write('setting.set', { ...HERE, role: 'freshair.co2.low', place: 'economizer', column: 'found', value: '800' })
    const { isRange, unit, doubts } = dcv(pen)
    expect([isRange, unit.rule.fromPpm, unit.rule.toPpm]).toEqual([false, 800, 801])
    expect(doubts.map((doubt) => doubt.code)).not.toContain('dcv-range-reversed')
  })

  it('with nobody in the floor is reckoned by the way of the occupied need', () => {
    const empty = (serves: 'single' | 'simplified') => {
      const found = needOf(viewOf(roof({ roof: { serves }, space: { effectiveness: 0.8 } }).changes))
      if (!found.ok) throw new Error(found.reason)
      return [found.value.emptyCfm, found.value.need?.efficiency ?? null] as const
    }
    // 312 cfm for 2,600 ft²: through Ez where the occupied need goes through it, through Ev where it goes through that.
    expect(empty('single')).toEqual([expect.closeTo(312 / 0.8, 6), null])
    const [simplified, ev] = empty('simplified')
    expect(simplified).toBeCloseTo(312 / (ev ?? 0), 6)
  })

  it('says where one figure for few people changes nothing at the high fan', () => {
    expect(dcv(roof()).doubts.map((one) => one.code)).toContain('dcv-one-position')
  })

  it('says that a range is upside down, or that no sensor is set', () => {
    const pen = roof({ profile: 'hollin-e7', fan: 'three' })
    pen.write('setting.set', { ...HERE, role: 'freshair.co2.low', place: 'economizer', column: 'found', value: '1200' })
    expect(dcv(pen).doubts.map((one) => one.code)).toEqual(expect.arrayContaining(['dcv-range-reversed', 'dcv-without-sensor']))
  })

  it('is refused where the controller has none, or nobody is in', () => {
    expect(dcvOf(viewOf(roof({ profile: 'hollin-k1' }).changes))).toMatchObject({ ok: false, code: 'no-dcv' })
    expect(dcvOf(viewOf(roof({ space: { people: 0 } }).changes))).toMatchObject({ ok: false, code: 'no-people' })
  })
})

describe('the changeover', () => {
  it('follows the zone: its limit is the aim, with the edition as the reason', () => {
    const view = changeoverOf(viewOf(roof({ roof: { zone: '5A' } }).changes))
    expect(view.now).toMatchObject({ kind: 'fixed-dry-bulb', limitF: 66 })
    expect(view.aims).toEqual([{ id: 'freshair.limit', meaning: '70', why: expect.stringContaining('zone 5A') }])
  })

  it('leaves a kind that the zone does not allow, and one that nothing measures', () => {
    const pen = roof({ roof: { zone: '3A' } })
    pen.write('setting.set', { ...HERE, role: 'freshair.changeover', place: 'economizer', column: 'found', value: 'DIFF' })
    expect(changeoverOf(viewOf(pen.changes)).aims.map((one) => one.meaning)).toEqual(['fixed', '65'])
  })

  it('goes by hand where somebody decides, and says nothing without zone and hand', () => {
    expect(changeoverOf(viewOf(roof({ roof: { wantedLimitF: 68 } }).changes)).aims[0]).toMatchObject({
      meaning: '68',
      why: '68.0 °F: asked for',
    })
    expect(changeoverOf(viewOf(roof().changes)).aims).toEqual([])
  })

  it('runs a year of every kind, with compressors beside it never worse than without', () => {
    const job = yearJobOf(viewOf(roof({ roof: { zone: '4C' } }).changes))
    const rows = job ? runYears(job) : []
    expect(rows.map((one) => one.isNow)).toEqual([true, false, false, false, false])
    for (const one of rows) expect(one.integrated.savedTotalBtu).toBeGreaterThanOrEqual(one.alone.savedTotalBtu - 1)
    expect(yearJobOf(viewOf(roof().changes))).toBeNull()
  })

  it('tells a usual day hour by hour', () => {
    const hours = hoursOf(viewOf(roof({ roof: { zone: '4C' } }).changes))
    expect(hours).toHaveLength(24)
    // November on a mild coast: cool enough all day for any limit.
    expect(hours.every((one) => one.now && one.wanted)).toBe(true)
    expect(hoursOf(viewOf(roof().changes))).toEqual([])
  })
})

describe('the panel sheet', () => {
  it('says of each setting whose word it is: what an earlier visit left was not found today', () => {
    const pen = roof()
    const [unknown] = freshAir.sections(viewOf(pen.changes)).filter((one) => one.panel === 'settings')
    const rows = (of = freshAir.sections(viewOf(pen.changes, { visitId: LATER })).find((one) => one.panel === 'settings')) => {
      const block = of?.blocks[0]
      return block?.kind === 'table' ? block.rows : []
    }
    const [row] = viewOf(pen.changes).ledger.filter((one) => one.id === 'freshair.min.high')
    const value = row?.setting.values[0] ?? String(row?.setting.range?.min ?? 10)
    expect(rows(unknown).map((one) => one[4])).not.toContain('as left before')
    pen.write('setting.set', { ...HERE, role: 'freshair.min.high', place: 'economizer', column: 'left', value })
    expect(
      rows(freshAir.sections(viewOf(pen.changes)).find((one) => one.panel === 'settings')).find(
        (one) => one[1] === row?.setting.label,
      )?.[4],
    ).toBe('left')
    pen.write('visit.start', { visitId: LATER, reason: 'Again' })
    expect(rows().find((one) => one[1] === row?.setting.label)?.[4]).toBe('as left before')
  })
})

describe('points and readings', () => {
  it('are needed by the settings, clash on one terminal, and are off beside a reference', () => {
    const pen = roof()
    pen.write('roof.point.set', {
      systemId: SYSTEM,
      carries: 'return-temp',
      terminal: 'S1',
      signal: 'beta',
      r25Ohm: 10_000,
      betaK: 3890,
    })
    pen.write('roof.point.set', { systemId: SYSTEM, carries: 'mixed-temp', terminal: 'S1' })
    pen.write('roof.point.read', { ...HERE, carries: 'return-temp', raw: 10_000, reference: 72 })
    const strip = stripOf(viewOf(pen.changes))
    expect(strip.faults.map((one) => one.code).sort()).toEqual(['point-missing', 'point-missing', 'point-off', 'points-clash'])
    const back = strip.points.find((one) => one.id === 'return-temp')
    // 10,000 ohm is 77 °F: five above the reference.
    expect(back).toMatchObject({
      read: { value: expect.closeTo(77, 6), offset: expect.closeTo(5, 6) },
      free: expect.arrayContaining(['S2']),
    })
    expect(back?.broken).toBe('the coldest that it knows')
    expect(strip.points.find((one) => one.id === 'damper')?.broken).toBe('')
  })

  describe('a reference is held against whatever was read beside it', () => {
    const read = (...reads: Record<string, number>[]) => {
      const pen = roof()
      const beta = { signal: 'beta' as const, r25Ohm: 10_000, betaK: 3890 }
      pen.write('roof.point.set', { systemId: SYSTEM, carries: 'return-temp', terminal: 'S1', ...beta })
      for (const { afterMin = 0, ...body } of reads) {
        pen.wait(afterMin)
        pen.write('roof.point.read', { ...HERE, carries: 'return-temp', ...body })
      }
      const { points, faults } = stripOf(viewOf(pen.changes))
      const { offset = null, scaledOff = null } = points.find((one) => one.id === 'return-temp')?.read ?? {}
      return [offset, scaledOff, faults.map((one) => one.code).filter((one) => one.startsWith('point-') || one.startsWith('ref'))]
    }
    const OTHERS = ['point-missing', 'point-missing']
    it('in one reading or one after the other, in any order', () => {
      expect(read({ shown: 77 }, { reference: 72 })).toEqual([5, null, [...OTHERS, 'point-off']])
      expect(read({ reference: 72 }, { shown: 77 })).toEqual([5, null, [...OTHERS, 'point-off']])
      expect(read({ shown: 77 }, { afterMin: 14, reference: 72 })).toEqual([5, null, [...OTHERS, 'point-off']])
    })
    it('but not against what was shown long before', () => {
      expect(read({ shown: 77 }, { afterMin: 15, reference: 72 })).toEqual([null, null, [...OTHERS, 'reference-alone']])
    })
    it('tells a controller that reads the signal wrongly from a sensor that is off', () => {
      // 10,000 ohm is 77 °F.
      expect(read({ raw: 10_000, shown: 70, reference: 77 })).toEqual([
        expect.closeTo(-7, 6),
        expect.closeTo(-7, 6),
        [...OTHERS, 'point-scaled', 'point-off'],
      ])
      expect(read({ raw: 10_000, shown: 77, reference: 72 })).toEqual([
        expect.closeTo(5, 6),
        expect.closeTo(0, 6),
        [...OTHERS, 'point-off'],
      ])
    })
  })

  it('call a CO₂ sensor dead where its zero is live, and impossible where it is not', () => {
    const codes = (signal: '0-10' | '2-10') => {
      const pen = roof()
      pen.write('roof.point.set', { systemId: SYSTEM, carries: 'co2', terminal: 'S4', signal, low: 0, high: 2000 })
      pen.write('roof.point.read', { ...HERE, carries: 'co2', raw: 0 })
      return stripOf(viewOf(pen.changes))
        .faults.map((one) => one.code)
        .filter((one) => one !== 'point-missing')
    }
    expect(codes('2-10')).toEqual(['point-open-wire'])
    expect(codes('0-10')).toEqual(['co2-impossible'])
  })

  it('prove a safety by what it stopped, and an output by what it did', () => {
    const pen = roof()
    pen.write('roof.point.set', { systemId: SYSTEM, carries: 'smoke', terminal: 'N1' })
    pen.write('roof.point.set', { systemId: SYSTEM, carries: 'alarm', terminal: 'P4' })
    pen.write('roof.point.read', { ...HERE, carries: 'smoke', stopped: false })
    expect(stripOf(viewOf(pen.changes)).faults.map((one) => one.says)).toContainEqual(
      'Smoke detector was tripped, and it did not do what it has to: the whole unit stops, its fan too, the outdoor damper shuts; it reaches every unit on the same plenum or zone; reset by hand.',
    )
    pen.write('roof.point.read', { ...HERE, carries: 'smoke', stopped: true })
    pen.write('roof.point.read', { ...HERE, carries: 'alarm', worked: true })
    const proved = stripOf(viewOf(pen.changes))
      .points.filter((one) => one.proved)
      .map((one) => one.id)
    expect(proved).toEqual(['smoke', 'alarm'])
  })

  it('find a sensor on a warm roof by a thermometer in the shade, judged by this unit’s own limits', () => {
    const pen = roof({ profile: 'hollin-rv', fan: 'variable', roof: { zone: '5C' } })
    const reading = { ...HERE, outdoorF: 70, returnF: 73, mixedF: 70.4, commandPct: 20, cooling: true, compressor: true }
    pen.write('roof.reading', { ...reading, nearbyF: 56 })
    const [judged] = faultsOf(viewOf(pen.changes))
    expect(judged?.rule).toMatchObject({ minPositionPct: 30, highLimitF: 75 })
    expect(judged?.faults.map((one) => one.id)).toContain('outdoor-sensor-off')
    const findings = freshAir.findings(viewOf(pen.changes))
    expect(findings.map((one) => one.says)).toContainEqual(
      'The outdoor sensor reads 70.0 °F where a thermometer in the shade reads 56.0 °F.',
    )
  })

  it('72 °F outdoors at 90 % under fixed enthalpy is right to stay shut; without the humidity nobody can say', () => {
    const judged = (more: object) => {
      const pen = roof({ profile: 'hollin-e7', fan: 'three', roof: { zone: '2A' } })
      for (const [role, value] of [
        ['freshair.sensor', 'enthalpy'],
        ['freshair.changeover', 'heat and degrees'],
        ['freshair.limit.enthalpy', '28'],
        ['freshair.limit', '75'],
      ] as const)
        pen.write('setting.set', { ...HERE, role, place: 'economizer', column: 'found', value })
      const reading = { ...HERE, outdoorF: 72, returnF: 76, mixedF: 75.2, commandPct: 15, cooling: true, compressor: true }
      pen.write('roof.reading', { ...reading, ...more })
      return faultsOf(viewOf(pen.changes))[0]?.faults.map((one) => one.id)
    }
    expect(judged({})).toEqual(['humidity-unread'])
    // 72 °F at 90 % holds 34 Btu/lb, at 20 % 21: over and under the 28 of its limit.
    expect(judged({ outdoorRhPct: 90 })).toEqual([])
    expect(judged({ outdoorRhPct: 20 })).toEqual(['compressor-at-minimum', 'not-economizing'])
  })

  it('a damper that stands open for many people is no fault of the economizer', () => {
    const judged = (co2Ppm: number) => {
      const pen = roof({ profile: 'hollin-e7', fan: 'three' })
      pen.write('roof.reading', { ...HERE, outdoorF: 90, returnF: 74, mixedF: 81, commandPct: 60, cooling: true, co2Ppm })
      return faultsOf(viewOf(pen.changes))[0]?.faults.map((one) => one.id)
    }
    expect(judged(600)).toContain('economizing-wrongly')
    expect(judged(1200)).not.toContain('economizing-wrongly')
  })

  it('judge the strokes of a visit together', () => {
    const pen = roof({ roof: { strokeS: 90 } })
    expect(strokeOf(viewOf(pen.changes))).toBeNull()
    pen.write('stroke.reading', { ...HERE, commandPct: 0, feedbackPct: 0, seconds: 90 })
    pen.write('stroke.reading', { ...HERE, commandPct: 100, feedbackPct: 99, seconds: 91 })
    expect(strokeOf(viewOf(pen.changes))?.verdict).toBe('pass')
    pen.write('stroke.reading', { ...HERE, commandPct: 0, feedbackPct: 99 })
    expect(strokeOf(viewOf(pen.changes))?.verdict).not.toBe('pass')
  })
})

describe('the stage', () => {
  it('steps back where nothing takes outdoor air, and comes with an economizer or a unit entered by hand', () => {
    const pen = new Pen()
    pen.write('system.set', { systemId: SYSTEM, name: 'AH' })
    pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
    const applies = () => freshAir.applies(viewOf(pen.changes))
    expect(applies()).toMatchObject({ ok: false, code: 'no-rooftop' })
    expect(freshAir.sections(viewOf(pen.changes))).toEqual([])
    pen.write('roof.set', { systemId: SYSTEM, fullCfm: 1200 })
    expect(applies()).toBe(true)
  })

  it('speaks against handing over while the line is off, and no more once it is left right', () => {
    const pen = roof()
    const ids = () => freshAir.findings(viewOf(pen.changes)).map((one) => one.id)
    expect(ids()).toContain('line-over')
    const left = (role: string, value: string) =>
      pen.write('setting.set', { ...HERE, role, place: 'economizer', column: 'left', value })
    left('freshair.min.low', '3.9')
    left('freshair.min.high', '3.2')
    expect(ids().filter((one) => one.startsWith('line'))).toEqual([])
    left('freshair.min.low', '2.4')
    expect(ids()).toContain('line-under')
  })

  it('guesses the fan from the controller, and says that it does', () => {
    const fans = (['hollin-k1', 'hollin-e2', 'hollin-e7', 'quernstone-rl'] as const).map((profile) => {
      const pen = roof({ profile })
      pen.changes.splice(4, 1)
      return roofOf(viewOf(pen.changes))
    })
    expect(fans.map((one) => one.fan)).toEqual(['one', 'two', 'three', 'variable'])
    for (const one of fans) expect(one.assumptions.map((taken) => taken.what)).toContain('fan')
  })

  it('puts points, line, limits and settings on the panel sheet', () => {
    const pen = roof({ roof: { zone: '4C' } })
    pen.write('roof.point.set', { systemId: SYSTEM, carries: 'damper', terminal: 'M' })
    const places = freshAir.sections(viewOf(pen.changes)).flatMap((one) => one.panel ?? [])
    expect(places.sort()).toEqual(['limits', 'line', 'points', 'settings'])
  })
})

it('before and after of outdoor air lies against what is needed: too much is outside, what was left is inside', () => {
  const pen = roof()
  // 3,400 cfm at full fan: 0.31 of it is 1,054 cfm where 432 to 497 are needed; 0.135 is 459.
  pen.write('damper.point', point(100, 30, 0.31))
  pen.write('damper.point', point(100, 13.75, 0.135))
  const air = beforeAfterOf(viewOf(pen.changes)).find((one) => one.id === 'outdoor-air')
  expect(air?.wanted?.low).toBe(432)
  expect(air?.wanted?.high).toBeCloseTo(496.8, 9)
  const inside = (cfm: number) => cfm >= (air?.wanted?.low ?? 0) && cfm <= (air?.wanted?.high ?? 0)
  expect([inside(air?.before ?? 0), inside(air?.after ?? 0)]).toEqual([false, true])
})

it.each([
  ['2-10', '2–10 V', 12.5],
  ['0-10', null, null],
] as const)('a board that sends 0–10 V and an actuator of %s', (signal, takes, stands) => {
  const pen = new Pen()
  pen.write('site.set', { name: 'Quay' })
  pen.write('system.set', { systemId: SYSTEM, name: 'RTU' })
  const board = {
    ...(profileById('hollin-e2') as object),
    id: 'own-board',
    settings: [{ role: 'freshair.damper.signal', label: 'Damper', values: ['0-10', '2-10'], access: 'keys' }],
  }
  pen.write('profile.use', { systemId: SYSTEM, place: 'economizer', profile: board as never })
  pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
  pen.write('roof.set', { systemId: SYSTEM, fan: 'two', fullCfm: 3400 })
  pen.write('setting.set', { ...HERE, place: 'economizer', role: 'freshair.damper.signal', column: 'found', value: '0-10' })
  pen.write('roof.point.set', { systemId: SYSTEM, carries: 'damper', fitted: true, signal })
  const told = stripOf(viewOf(pen.changes)).faults.find((one) => one.code.startsWith('damper-signal'))
  if (takes === null) expect(told).toBeUndefined()
  else
    expect(told?.says).toBe(
      `The board sends 0–10 V and the damper’s actuator takes ${takes}: told 30%, it gets 3 V and stands at ${stands}%.`,
    )
})

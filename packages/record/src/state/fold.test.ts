import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Change } from '../changes/change.ts'
import type { FixId } from '../ids.ts'
import { begun, HERE, Pen, SYSTEM, uuid, VISIT } from '../testing/pen.ts'
import { fold } from './fold.ts'
import { FOLD_VERSION } from './foldVersion.ts'
import { inForce } from './inForce.ts'

const stateOf = (changes: readonly Change[]) => fold(uuid(0), changes)
const visitOf = (changes: readonly Change[]) => stateOf(changes).visits[0]!.systems[SYSTEM]!

describe('folding', () => {
  it('makes a site from its changes', () => {
    const { pen, tryId } = begun()
    pen.write('reading.probes', { ...HERE, tryId, supply: 0.22, return: -0.45 })
    pen.write('setting.set', { ...HERE, role: 'airflow.cool', column: 'found', value: '5' })
    const state = stateOf(pen.changes)
    expect(state).toMatchObject({
      name: 'Test Quay',
      altitudeFt: 310,
      altitudeKnown: true,
      systems: [{ name: 'AH-1', capacityTons: 3.5 }],
      visits: [{ number: 1, closedAt: null }],
    })
    expect(visitOf(pen.changes)).toMatchObject({
      tries: [{ number: 1, tap: '3', readings: [{ kind: 'probes', body: { supply: 0.22 } }] }],
      rows: { 'airflow.cool': { found: { value: '5', by: 'MR' }, left: null } },
    })
  })

  it('lets a later field win and leaves the others standing', () => {
    const { pen } = begun()
    pen.write('system.set', { systemId: SYSTEM, heaterKw: 0 })
    expect(stateOf(pen.changes).systems[0]).toMatchObject({ name: 'AH-1', capacityTons: 3.5, heaterKw: 0 })
  })

  it('goes by the clock before the time of writing, so that a correction of what a fast clock wrote holds', () => {
    const { pen } = begun()
    const [fast, mine] = ['2026-11-24T20:00:00.000Z', '2026-11-24T10:00:00.000Z']
    const named = (name: string, at: string, more: object, n: number) =>
      ({ id: uuid(n), siteId: uuid(0), at, by: 'MR', kind: 'site.set', body: { name }, ...more }) as unknown as Change
    const ahead = named('fast', fast, {}, 900)
    expect(stateOf([...pen.changes, ahead, named('mine', mine, {}, 901)]).name).toBe('fast')
    expect(stateOf([...pen.changes, ahead, named('mine', mine, { clock: '2026-11-24T20:00:00.001Z' }, 901)]).name).toBe('mine')
  })

  it('passes over a check of a visit that it does not know', () => {
    const alone = new Pen()
    alone.write('check.set', { ...HERE, checkId: 'panels-back', done: true })
    expect(stateOf(alone.changes).visits).toEqual([])
  })

  it('knows a bridge by its two ends, whichever is named first', () => {
    const { pen } = begun()
    const bridge = (a: 'R' | 'Rc' | 'Rh' | 'G', b: 'R' | 'Rc' | 'Rh' | 'G', there: boolean) =>
      pen.write('bridge.set', { ...HERE, column: 'found', board: 'controller', a, b, there })
    const bridges = () => visitOf(pen.changes).wiring.found.bridges.filter((one) => one.there)
    bridge('Rc', 'Rh', true)
    bridge('R', 'G', true)
    expect(bridges()).toHaveLength(2)
    bridge('Rh', 'Rc', false)
    expect(bridges()).toMatchObject([{ a: 'R', b: 'G' }])
    bridge('R', 'Rc', false)
    expect(bridges()).toMatchObject([{ a: 'R', b: 'G' }])
    bridge('R', 'G', false)
    expect(bridges()).toEqual([])
  })

  it('never lets an unknown field of a body into the state', () => {
    const { pen } = begun()
    pen.write('site.set', { name: 'Renamed', systems: [], foldVersion: 99, id: 'x' } as never)
    expect(stateOf(pen.changes)).toMatchObject({
      name: 'Renamed',
      id: uuid(0),
      foldVersion: FOLD_VERSION,
      systems: [{ name: 'AH-1' }],
    })
  })

  it('keeps a role that is called like something every object has', () => {
    const { pen } = begun()
    pen.write('setting.set', { ...HERE, role: 'constructor', column: 'found', value: '5' })
    expect(Object.keys(visitOf(pen.changes).rows)).toEqual(['constructor'])
    expect(visitOf(pen.changes).rows.constructor).toMatchObject({ found: { value: '5' } })
    expect(Object).not.toHaveProperty('found')
  })

  it('passes over what speaks of something unknown', () => {
    const pen = new Pen()
    pen.write('reading.probes', { ...HERE, tryId: uuid(77), supply: 0.2 })
    pen.write('note.add', { ...HERE, text: 'early', standing: 'watch' })
    pen.write('photo.add', { ...HERE, photoId: uuid(5), noteId: uuid(78), mediaType: 'image/png', bytes: 5 })
    pen.write('visit.close', { visitId: uuid(79) })
    expect(stateOf(pen.changes).visits).toEqual([])
  })

  it('keeps notes with photos, decisions, checks, open items and the end of a visit', () => {
    const { pen } = begun()
    const noteId = pen.write('note.add', { ...HERE, text: 'open knockout', standing: 'watch' })
    pen.write('photo.add', { ...HERE, photoId: uuid(5), noteId, mediaType: 'image/jpeg', bytes: 1000 })
    pen.write('advice.override', {
      ...HERE,
      moveKey: 'change-filter',
      advised: 'Change the filter',
      chose: 'Tap 4.',
      reason: 'no filter in the van',
    })
    pen.write('check.set', { ...HERE, checkId: 'panels-back', done: true })
    pen.write('complaint.set', { ...HERE, text: 'hiss' })
    pen.write('item.open', { ...HERE, itemId: uuid(9), text: 'fit a larger grille' })
    pen.write('item.close', { ...HERE, itemId: uuid(9), how: 'fitted 20×8' })
    pen.write('visit.close', { visitId: VISIT })
    const here = visitOf(pen.changes)
    expect(here.notes[0]).toMatchObject({ text: 'open knockout', photos: [{ id: uuid(5) }] })
    expect(here).toMatchObject({
      complaint: 'hiss',
      overrides: [{ reason: 'no filter in the van' }],
      checks: { 'panels-back': true },
    })
    expect(stateOf(pen.changes)).toMatchObject({
      items: [{ closed: { how: 'fitted 20×8' } }],
      visits: [{ closedAt: expect.any(String) }],
    })
  })

  it('keeps temporary fixes until they are undone, and who answers for them', () => {
    const { pen } = begun()
    const put = (fixId: FixId, what: string) =>
      pen.write('fix.put', { ...HERE, fixId, what, instead: 'the controller', cannot: 'ramp', undo: 'swap it' })
    put(uuid(71), 'S0 thermostat')
    put(uuid(72), 'damper clamp')
    pen.write('fix.hand-on', { ...HERE, fixId: uuid(71), to: 'JT', until: '2026-12-01' })
    pen.write('fix.undo', { ...HERE, fixId: uuid(72), how: 'clamp is off' })
    expect(stateOf(pen.changes).fixes).toMatchObject([
      { what: 'S0 thermostat', undone: null, handedOn: { to: 'JT', until: '2026-12-01' } },
      { what: 'damper clamp', undone: { how: 'clamp is off' }, handedOn: null },
    ])
  })

  it('adds and takes out parts', () => {
    const { pen } = begun()
    pen.write('part.set', { systemId: SYSTEM, partId: uuid(20), role: 'filter', name: 'Filter' })
    pen.write('part.set', { systemId: SYSTEM, partId: uuid(20), role: 'filter', widthIn: 25 })
    pen.write('part.set', { systemId: SYSTEM, partId: uuid(21), role: 'sensor' })
    pen.write('part.remove', { systemId: SYSTEM, partId: uuid(21) })
    expect(stateOf(pen.changes).systems[0]?.parts).toMatchObject([{ role: 'filter', name: 'Filter', widthIn: 25 }])
  })
})

describe('taking back and correcting', () => {
  it('strikes a change, and brings it back when the undo is undone', () => {
    const { pen, tryId } = begun()
    const reading = pen.write('reading.probes', { ...HERE, tryId, supply: 0.9 })
    const undo = pen.write('undo', { targetId: reading })
    expect(visitOf(pen.changes).tries[0]?.readings).toEqual([])
    pen.write('undo', { targetId: undo })
    expect(visitOf(pen.changes).tries[0]?.readings).toHaveLength(1)
  })

  it('replaces a corrected reading, and shows the first again when the correction is taken back', () => {
    const { pen, tryId } = begun()
    const first = pen.write('reading.probes', { ...HERE, tryId, supply: 0.9 })
    const second = pen.write('reading.probes', { ...HERE, tryId, supply: 0.22 }, { replaces: first })
    expect(visitOf(pen.changes).tries[0]?.readings.map((one) => one.kind === 'probes' && one.body.supply)).toEqual([0.22])
    pen.write('undo', { targetId: second })
    expect(visitOf(pen.changes).tries[0]?.readings.map((one) => one.kind === 'probes' && one.body.supply)).toEqual([0.9])
    expect(pen.changes).toHaveLength(7)
  })

  it('numbers tries anew when one is taken back', () => {
    const { pen, tryId } = begun()
    pen.write('try.start', { ...HERE, tap: '4', adjustPct: 0, filter: 'as-found' })
    pen.write('undo', { targetId: tryId })
    expect(visitOf(pen.changes).tries).toMatchObject([{ number: 1, tap: '4' }])
  })

  it('ends on a forged ring of undos', () => {
    const pen = new Pen()
    pen.write('undo', { targetId: uuid(10_002) })
    pen.write('undo', { targetId: uuid(10_001) })
    expect(inForce(pen.changes).size).toBeLessThanOrEqual(2)
    expect(stateOf(pen.changes).visits).toEqual([])
  })
})

describe('several devices', () => {
  const many = (): Change[] => {
    const { pen, tryId } = begun()
    const reading = pen.write('reading.probes', { ...HERE, tryId, supply: 0.2, return: -0.3 })
    pen.write('setting.set', { ...HERE, role: 'airflow.cool', column: 'left', value: '3' })
    const undo = pen.write('undo', { targetId: reading })
    pen.write('undo', { targetId: undo })
    pen.write('reading.probes', { ...HERE, tryId, supply: 0.21 }, { replaces: reading })
    pen.write('setting.set', { ...HERE, role: 'airflow.cool', column: 'left', value: '4', why: 'asked for' })
    pen.write('site.set', { name: 'Last name' })
    return pen.changes
  }

  it('come to one state whatever order the changes arrive in, and however often', () => {
    const changes = many()
    const wanted = stateOf(changes)
    fc.assert(
      fc.property(fc.shuffledSubarray(changes, { minLength: changes.length }), fc.subarray(changes), (shuffled, again) => {
        expect({ ...stateOf([...shuffled, ...again]), changeCount: 0 }).toEqual({ ...wanted, changeCount: 0 })
      }),
    )
  })

  it('keep a reading whose try was written by a clock that ran ahead', () => {
    const { pen, tryId } = begun()
    pen.write('reading.probes', { ...HERE, tryId, supply: 0.22 })
    const ahead = pen.changes.map((change) =>
      change.kind === 'try.start' || change.kind === 'visit.start' ? { ...change, at: '2026-11-24T23:00:00.000Z' } : change,
    )
    expect(visitOf(ahead).tries[0]?.readings).toHaveLength(1)
  })

  it('order by the instant, not by the letters of its time zone', () => {
    const pen = new Pen()
    pen.write('site.set', { name: 'earlier' })
    pen.write('site.set', { name: 'later' })
    const [first, second] = pen.changes as [Change, Change]
    expect(
      stateOf([{ ...second, at: '2026-11-24T09:00:00+00:00' } as Change, { ...first, at: '2026-11-24T10:30:00+02:00' } as Change])
        .name,
    ).toBe('later')
  })
})

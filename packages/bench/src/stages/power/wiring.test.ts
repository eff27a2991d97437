import { wiringFindings } from '@ingle/core'
import { type Change, fold, parseChange } from '@ingle/record'
import { begun, HERE, SYSTEM, uuid } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { wiredOf, wiringAs } from './wiring.ts'

const visitOf = (changes: readonly Change[]) => {
  const state = fold(uuid(0), changes)
  return { here: state.visits[0]!.systems[SYSTEM]!, system: state.systems[0]! }
}

describe('wiring in the record', () => {
  const { pen } = begun()
  pen.write('wiring.set', { ...HERE, kind: 'heat-pump', splitPower: true })
  pen.write('wiring.set', { ...HERE, cable: 8 })
  const wire = (name: string, controller: 'Rc' | 'C' | 'G' | 'Y1' | 'W1' | 'B', terminal: 'R' | 'C' | 'G' | 'Y1' | 'W1' | 'O') =>
    pen.write('wire.set', { ...HERE, column: 'found', wire: name, controller, board: 'equipment', terminal })
  wire('red', 'Rc', 'R')
  wire('blue', 'C', 'C')
  wire('green', 'G', 'G')
  wire('yellow', 'Y1', 'Y1')
  wire('white', 'W1', 'W1')
  wire('orange', 'B', 'O')

  it('keeps what was found, and lays over it what was mended', () => {
    const before = visitOf(pen.changes)
    const { kind } = wiredOf(before.system, before.here, [], [])
    expect(kind).toMatchObject({
      kind: 'heat-pump',
      heatStages: 1,
      controller: { splitPower: true, power: 'common', valve: 'O and B' },
    })
    expect(
      wiringFindings(kind, wiringAs(before.here, 'left'), before.here.wiring.set.cable ?? null).map((one) => one.key),
    ).toEqual(['bridge', 'reversing'])
    pen.write('bridge.set', { ...HERE, column: 'left', board: 'controller', a: 'Rc', b: 'Rh', there: true })
    pen.write('wire.set', { ...HERE, column: 'left', wire: 'orange', controller: 'O', board: 'equipment', terminal: 'O' })
    const after = visitOf(pen.changes)
    expect(wiringFindings(kind, wiringAs(after.here, 'left'), 8)).toEqual([])
    expect(wiringFindings(kind, wiringAs(after.here, 'found'), 8)).toHaveLength(2)
  })
  it('takes a conductor out that was not there after all, and a bridge that was taken out', () => {
    const { pen: other } = begun()
    other.write('wire.set', { ...HERE, column: 'found', wire: 'red', controller: 'R', board: 'equipment', terminal: 'R' })
    other.write('bridge.set', { ...HERE, column: 'found', board: 'controller', a: 'Rc', b: 'Rh', there: true })
    other.write('wire.set', { ...HERE, column: 'found', wire: 'red', gone: true })
    other.write('bridge.set', { ...HERE, column: 'left', board: 'controller', a: 'Rh', b: 'Rc', there: false })
    const { here } = visitOf(other.changes)
    expect(wiringAs(here, 'found')).toEqual({ wires: [], bridges: [{ board: 'controller', a: 'Rc', b: 'Rh' }] })
    expect(wiringAs(here, 'left').bridges).toEqual([])
  })
  it('replaces the bridge of the same two terminals on the same board, whichever way round, and no other', () => {
    const { pen: other } = begun()
    const bridge = (
      column: 'found' | 'left',
      board: 'controller' | 'equipment',
      a: 'R' | 'Rc' | 'Rh' | 'C',
      b: 'R' | 'Rc' | 'Rh' | 'C',
      there: boolean,
    ) => other.write('bridge.set', { ...HERE, column, board, a, b, there })
    bridge('found', 'controller', 'Rc', 'Rh', true)
    bridge('found', 'controller', 'Rc', 'C', true)
    bridge('found', 'equipment', 'R', 'C', true)
    bridge('left', 'controller', 'C', 'Rc', false)
    expect(wiringAs(visitOf(other.changes).here, 'left').bridges).toEqual([
      { board: 'controller', a: 'Rc', b: 'Rh' },
      { board: 'equipment', a: 'R', b: 'C' },
    ])
    bridge('left', 'controller', 'Rc', 'C', true)
    expect(wiringAs(visitOf(other.changes).here, 'left').bridges).toHaveLength(3)
    expect(wiringAs(visitOf(other.changes).here, 'found').bridges).toHaveLength(3)
  })
  it('keeps what hangs on an input, and when a step was ticked', () => {
    const { pen: other } = begun()
    other.write('contact.set', { ...HERE, place: 'equipment', input: '1', device: 'float switch', rests: 'closed' })
    other.write('check.set', { ...HERE, checkId: 'isolation.locked', done: true })
    const { here } = visitOf(other.changes)
    expect(here.contacts).toEqual({ 'equipment 1': { device: 'float switch', rests: 'closed' } })
    expect(here.checkedAt['isolation.locked']).toBe(other.changes.at(-1)?.at)
  })
  it('keeps a photo of a temporary fix with the fix', () => {
    const { pen: other } = begun()
    const fix = { what: 'damper clamp', instead: 'economizer', cannot: 'follow CO₂', undo: 'take it off' }
    other.write('fix.put', { ...HERE, fixId: uuid(70), ...fix })
    other.write('photo.add', { ...HERE, fixId: uuid(70), photoId: uuid(71), mediaType: 'image/png', bytes: 9 })
    expect(fold(uuid(0), other.changes).fixes[0]?.photos).toEqual([{ id: uuid(71), mediaType: 'image/png', bytes: 9 }])
  })
})

describe('what cannot be written down of wiring', () => {
  const { pen } = begun()
  const parsed = (kind: string, body: object) => {
    const read = parseChange({ ...pen.changes[0], kind, body: { ...HERE, ...body } }, Date.UTC(2026, 11, 1))
    return read.ok ? 'taken' : read.reason
  }
  it.each<[string, string, object, RegExp]>([
    [
      'a bridge from a terminal to itself',
      'bridge.set',
      { column: 'found', board: 'controller', a: 'R', b: 'R', there: true },
      /ties nothing/,
    ],
    ['a terminal that nobody has', 'wire.set', { column: 'found', wire: 'red', controller: 'Z9' }, /controller/],
    ['a photo of nothing', 'photo.add', { photoId: uuid(5), mediaType: 'image/png', bytes: 9 }, /belongs to one note/],
    [
      'a photo of two things',
      'photo.add',
      { photoId: uuid(5), noteId: uuid(6), fixId: uuid(7), mediaType: 'image/png', bytes: 9 },
      /belongs to one note/,
    ],
  ])('%s', (_, kind, body, reason) => expect(parsed(kind, body)).toMatch(reason))
})

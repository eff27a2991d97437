import { profileById } from '@ingle/catalog'
import { HERE, Pen, SYSTEM, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { isolationOf } from '../stages/power/isolation.ts'
import { viewOf } from '../testing/view.ts'
import { speaksAgainst, speaksSection } from './speaksAgainst.ts'

/** A rooftop unit behind a plain thermostat, with nothing wrong that anybody wrote down. */
function begun(): Pen {
  const pen = new Pen()
  pen.write('system.set', { systemId: SYSTEM, name: 'RTU', capacityTons: 3, heaterKw: 0 })
  pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById('fenwarm-n1') })
  pen.write('profile.use', { systemId: SYSTEM, place: 'equipment', profile: profileById('skerrick-da') })
  pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
  return pen
}
const codes = (pen: Pen) => speaksAgainst(viewOf(pen.changes)).map((one) => `${one.stage} ${one.id}`)
const blocks = (pen: Pen) => speaksSection(viewOf(pen.changes)).blocks[0]

describe('what speaks against a visit', () => {
  it('is nothing while nothing does, and only then is that said', () => {
    expect(codes(begun())).toEqual([])
    expect(blocks(begun())).toMatchObject({ lines: [], empty: 'Nothing on any stage speaks against what was left.' })
  })
  it('is wiring that heats when it should cool', () => {
    const pen = begun()
    pen.write('wiring.set', { ...HERE, kind: 'heat-pump', reversing: 'cool', valve: 'O and B' })
    for (const [wire, terminal] of [
      ['red', 'R'],
      ['blue', 'C'],
      ['green', 'G'],
      ['yellow', 'Y1'],
    ] as const)
      pen.write('wire.set', { ...HERE, column: 'found', wire, controller: terminal, board: 'equipment', terminal })
    pen.write('wire.set', { ...HERE, column: 'found', wire: 'orange', controller: 'B', board: 'equipment', terminal: 'O' })
    expect(codes(pen).filter((one) => one.startsWith('power'))).not.toEqual([])
    expect(JSON.stringify(blocks(pen))).toContain('Power: ')
  })
  it('is a contact that nobody tripped, until somebody did', () => {
    const pen = begun()
    pen.write('contact.set', { ...HERE, place: 'equipment', input: '1', device: 'float switch', rests: 'closed' })
    expect(codes(pen)).toContain('power contact-unproved')
    pen.write('setting.set', { ...HERE, role: 'input.function.1', place: 'equipment', column: 'left', value: '1' })
    pen.write('setting.set', {
      ...HERE,
      role: 'input.function.1',
      place: 'equipment',
      column: 'proof',
      value: 'tripped, it stopped',
    })
    expect(codes(pen)).not.toContain('power contact-unproved')
  })
  it('is a system that is still made dead', () => {
    const pen = begun()
    const view = viewOf(pen.changes)
    const [first] = isolationOf(view.devices, view.here).steps
    pen.write('check.set', { ...HERE, checkId: first?.id ?? '', done: true })
    expect(codes(pen)).toContain('power isolation-on')
    pen.write('check.set', { ...HERE, checkId: 'power-restored', done: true })
    expect(codes(pen)).not.toContain('power isolation-on')
  })
  it('says each thing once', () => {
    const all = speaksAgainst(viewOf(begun().changes)).map((one) => one.says)
    expect(new Set(all).size).toBe(all.length)
  })
})

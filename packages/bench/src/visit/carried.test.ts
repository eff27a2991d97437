import { profileById } from '@ingle/catalog'
import { HERE, Pen, SYSTEM, uuid, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { toSet } from '../ledger/ledger.ts'
import { rowFor, seenAt, standsAt } from '../ledger/standsAt.ts'
import { viewOf } from '../testing/view.ts'
import { carriedSaid } from './carried.ts'

const SECOND = uuid(90)
const THEN = HERE
const NOW = { ...HERE, visitId: SECOND }

/** A furnace, its wiring and its plate on a first visit; a second visit begun. */
function twoVisits(): Pen {
  const pen = new Pen()
  pen.write('system.set', { systemId: SYSTEM, name: 'F', capacityTons: 3, heaterKw: 0 })
  pen.write('profile.use', { systemId: SYSTEM, place: 'equipment', profile: profileById('aldergate-gx-80') })
  pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById('fenwarm-p2') })
  pen.write('visit.start', { visitId: VISIT, reason: 'Commission' })
  pen.write('setting.set', { ...THEN, role: 'airflow.cool', column: 'found', value: 'E' })
  pen.write('setting.set', { ...THEN, role: 'airflow.cool', column: 'left', value: 'C' })
  pen.write('setting.set', { ...THEN, role: 'airflow.heat', column: 'found', value: 'd' })
  pen.write('firing.set', { ...THEN, lowInputBtuH: 52_000, returnF: 66, supplyF: 118, derated: true })
  pen.write('cooling.set', { ...THEN, metering: 'valve', wantedSubcoolingF: 9, superheatF: 12 })
  pen.write('wiring.set', { ...THEN, kind: 'heat-pump', reversing: 'heat', cable: 8 })
  pen.write('wire.set', { ...THEN, column: 'found', wire: 'yellow', controller: 'Y1', board: 'equipment', terminal: 'W1' })
  pen.write('wire.set', { ...THEN, column: 'left', wire: 'yellow', controller: 'Y1', board: 'equipment', terminal: 'Y1' })
  pen.write('wire.set', { ...THEN, column: 'found', wire: 'orange', controller: 'O', board: 'equipment', terminal: 'O' })
  pen.write('bridge.set', { ...THEN, column: 'found', board: 'controller', a: 'Rc', b: 'Rh', there: true })
  pen.write('contact.set', { ...THEN, place: 'equipment', input: '1', device: 'float switch', rests: 'closed' })
  pen.write('visit.close', { visitId: VISIT })
  pen.write('visit.start', { visitId: SECOND, reason: 'Again' })
  return pen
}
const viewNow = (pen: Pen) => viewOf(pen.changes, { visitId: SECOND })

describe('a visit begins where the last one ended', () => {
  it('at what was left, else found; and nothing of it counts as looked at', () => {
    const { ledger } = viewNow(twoVisits())
    const cool = rowFor(ledger, 'airflow.cool')
    expect(cool).toMatchObject({ found: null, left: null, standing: 'not-looked-at' })
    expect(cool?.carried).toMatchObject({ column: 'left', entry: { value: 'C' }, visit: { number: 1 } })
    expect([standsAt(cool)?.value, standsAt(cool)?.from, seenAt(cool)?.value]).toEqual(['C', 'carried', 'C'])
    expect(standsAt(rowFor(ledger, 'airflow.heat'))).toMatchObject({ value: 'd', from: 'carried' })
    expect(standsAt(rowFor(ledger, 'airflow.cool.low'))).toMatchObject({ from: 'default' })
  })
  it('what is checked today goes before it', () => {
    const pen = twoVisits()
    pen.write('setting.set', { ...NOW, role: 'airflow.cool', column: 'found', value: 'A' })
    const cool = rowFor(viewNow(pen).ledger, 'airflow.cool')
    expect([standsAt(cool)?.value, standsAt(cool)?.from, cool?.carried]).toEqual(['A', 'found', null])
  })
  it('a value that a new device does not have is not carried to it', () => {
    const pen = twoVisits()
    pen.write('profile.use', { systemId: SYSTEM, place: 'equipment', profile: profileById('aldergate-gl-95') })
    expect(rowFor(viewNow(pen).ledger, 'airflow.cool')?.carried).toBe(null)
  })
  it('nothing is to be set that stands at its aim already', () => {
    const pen = twoVisits()
    pen.write('aim.set', { ...NOW, role: 'airflow.cool', value: 'C', why: 'as before', from: 'hand' })
    expect(toSet(viewNow(pen).ledger).map((row) => row.id)).not.toContain('airflow.cool')
    pen.write('aim.set', { ...NOW, role: 'airflow.cool', value: 'b', why: 'quieter', from: 'hand' })
    expect(toSet(viewNow(pen).ledger).map((row) => row.id)).toContain('airflow.cool')
  })
  it('plates, wiring and contacts come along, readings do not', () => {
    const { here, wired, carried } = viewNow(twoVisits())
    expect(here.firing).toEqual({ lowInputBtuH: 52_000, derated: true })
    expect(here.cooling).toEqual({ metering: 'valve', wantedSubcoolingF: 9 })
    expect(here.contacts).toEqual({ 'equipment 1': { device: 'float switch', rests: 'closed' } })
    expect(wired.kind).toMatchObject({ kind: 'heat-pump', reversing: 'heat' })
    // As it was mended, not as it was found then.
    expect(wired.found.wires.find((one) => one.id === 'yellow')?.equipment?.terminal).toBe('Y1')
    expect(wired.found.bridges).toEqual([{ board: 'controller', a: 'Rc', b: 'Rh' }])
    expect(carriedSaid(carried)).toEqual({
      from: 'visit 1',
      fires: ['low fire, input', 'burner derated for its height'],
      cooling: ['metering device', 'subcooling wanted'],
      wiring: ['kind', 'reversing valve live in', 'conductors', 'conductor yellow', 'conductor orange'],
      contacts: ['input 1'],
    })
  })
  it('what is looked at today is carried no more, and what is gone is gone', () => {
    const pen = twoVisits()
    pen.write('firing.set', { ...NOW, lowInputBtuH: 50_000 })
    pen.write('wire.set', { ...NOW, column: 'found', wire: 'orange', gone: true })
    pen.write('bridge.set', { ...NOW, column: 'found', board: 'controller', a: 'Rh', b: 'Rc', there: false })
    pen.write('contact.set', { ...NOW, place: 'equipment', input: '1', device: 'float switch', rests: 'closed' })
    const { here, wired, carried } = viewNow(pen)
    expect(here.firing.lowInputBtuH).toBe(50_000)
    expect(wired.now.wires.map((one) => one.id)).toEqual(['yellow'])
    expect(wired.now.bridges).toEqual([])
    expect(carriedSaid(carried)).toMatchObject({ fires: ['burner derated for its height'], contacts: [] })
    expect([...carried.wires]).toEqual(['yellow'])
  })
  it('a first visit carries nothing', () => {
    const pen = twoVisits()
    const first = viewOf(pen.changes, { visitId: VISIT })
    expect([carriedSaid(first.carried), rowFor(first.ledger, 'airflow.cool.low')?.carried]).toEqual([null, null])
    expect(first.here.firing.supplyF).toBe(118)
  })
})

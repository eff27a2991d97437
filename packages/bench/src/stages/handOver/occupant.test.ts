import { profileById } from '@ingle/catalog'
import { HERE, Pen, SYSTEM, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import { TIMES_SOURCE } from '../times/fit.ts'
import { times, timesAims } from '../times/times.ts'
import { aimDrafts } from '../workedAims.ts'
import { handOverOf } from './list.ts'
import { occupantFacts } from './occupant.ts'

const TODAY = '2026-12-02'
/** A house with a thermostat that has a program, a key lock and a hold. */
function house(controller = 'fenwarm-p2') {
  const pen = new Pen()
  pen.write('site.set', { name: '3 Fen Lane', altitudeFt: 0, timeZone: 'UTC' })
  pen.write('system.set', { systemId: SYSTEM, name: 'AH', capacityTons: 3 })
  pen.write('profile.use', { systemId: SYSTEM, place: 'equipment', profile: profileById('merrowby-vx-42') })
  pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById(controller) })
  pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
  return pen
}
const facts = (pen: Pen) => occupantFacts(viewOf(pen.changes), () => true)
const put = (pen: Pen, role: string, value: string, column: 'found' | 'left' = 'found', place = 'controller') =>
  pen.write('setting.set', { ...HERE, role, place: place as never, column, value })
const setting = (pen: Pen, id: string) => {
  const row = viewOf(pen.changes).ledger.find((one) => one.id === id)
  if (!row) throw new Error(`${id} is not there`)
  return row.setting
}
/** What a device writes for a meaning. */
const spelt = (pen: Pen, id: string, meaning: string) => {
  const { values, means } = setting(pen, id)
  return values.find((one) => (means?.[one] ?? one) === meaning) ?? meaning
}

describe('what people are told, and what was looked at', () => {
  it('how long a change by hand lasts is told once somebody saw it: no factory figure, no aim', () => {
    const pen = house()
    expect(setting(pen, 'time.override').default).toBeDefined()
    expect(facts(pen).device?.lastsH).toBeNull()
    pen.write('aim.set', { ...HERE, role: 'time.override', place: 'controller', value: '3', why: 'asked for', from: 'hand' })
    expect(facts(pen).device?.lastsH).toBeNull()
    put(pen, 'time.override', '2')
    expect(facts(pen).device?.lastsH).toBe(2)
  })
  it('the card for the wall says no more', () => {
    const pen = house()
    pen.write('week.set', { systemId: SYSTEM, days: [0, 1, 2, 3, 4], entries: [{ startMin: 360, is: 'in' }] })
    pen.write('aim.set', { ...HERE, role: 'time.override', place: 'controller', value: '3', why: 'asked for', from: 'hand' })
    const hand = () => JSON.stringify(times.sections(viewOf(pen.changes)).filter((one) => one.week === 'hand'))
    expect(hand()).toContain('Warmer or cooler now: with its own keys.')
    expect(hand()).not.toContain('it lasts')
    put(pen, 'time.override', '2')
    expect(hand()).toContain('it lasts 2 h')
  })
  it('a tap that was moved by a try is a change, noted or not', () => {
    const pen = house()
    pen.write('try.start', { ...HERE, tap: '3', adjustPct: 0, filter: 'as-found' })
    expect(facts(pen).changed).toEqual([])
    pen.write('try.start', { ...HERE, tap: '2', adjustPct: 0, filter: 'as-found' })
    expect(facts(pen).changed).toEqual([{ role: 'airflow', meaning: '' }])
  })
  it('hand-over offers to note the tap left on which the last try ran, where that is the aim', () => {
    const pen = house()
    const tap = 'airflow.cool'
    put(pen, tap, '4', 'found', 'equipment')
    pen.write('aim.set', { ...HERE, role: tap, place: 'equipment', value: '2', why: 'quiet', from: 'hand' })
    const never = () =>
      handOverOf(viewOf(pen.changes), TODAY).find((one) => one.id.startsWith('never-left-') && one.id.includes(tap))
    expect(never()?.offers).toBeUndefined()
    pen.write('try.start', { ...HERE, tap: '3', adjustPct: 0, filter: 'as-found' })
    expect(never()?.offers).toBeUndefined()
    pen.write('try.start', { ...HERE, tap: '2', adjustPct: 0, filter: 'as-found' })
    const offered = never()?.offers
    expect(offered?.says).toBe('The last try ran on it: left at 2')
    for (const one of offered?.drafts ?? []) pen.write(one.kind as 'setting.set', one.body as never)
    expect(never()).toBeUndefined()
  })
})

describe('a program on the card', () => {
  it('says what stands there, and beside it what is to be set; what was found as it is wanted is found', () => {
    const pen = house()
    pen.write('week.set', {
      systemId: SYSTEM,
      days: [0, 1, 2, 3, 4, 5, 6],
      entries: [
        { startMin: 345, is: 'in' },
        { startMin: 1305, is: 'asleep' },
      ],
    })
    const aims = timesAims(viewOf(pen.changes))?.aims ?? []
    for (const one of aimDrafts(viewOf(pen.changes), aims, TIMES_SOURCE)) pen.write(one.kind as 'aim.set', one.body as never)
    const rows = () => {
      const block = times.sections(viewOf(pen.changes)).find((one) => one.card === 'program')?.blocks[0]
      return block?.kind === 'table' ? block.rows : []
    }
    const first = () => rows().find((one) => one[0] === setting(pen, 'time.heat-start.11').label)
    const wanted = first()?.[3] as string
    expect(wanted).toMatch(/AM$/)
    put(pen, 'time.heat-start.11', wanted)
    expect(first()).toEqual([setting(pen, 'time.heat-start.11').label, wanted, 'found', ''])
    put(pen, 'time.heat-start.11', '7:15 AM')
    expect(first()?.slice(1)).toEqual(['7:15 AM', 'found', wanted])
  })
})

describe('keys that are locked', () => {
  it('are told as what they are: some, or all of them', () => {
    const pen = house('fenwarm-p7')
    const lock = 'service.lock'
    expect(facts(pen).device?.locked).toBe('no')
    put(pen, lock, spelt(pen, lock, 'part'))
    expect(facts(pen).device?.locked).toBe('part')
    put(pen, lock, spelt(pen, lock, 'full'))
    expect(facts(pen).device?.locked).toBe('whole')
  })
})

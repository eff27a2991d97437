import { HOUSE_RULES, profileById } from '@ingle/catalog'
import { Pen, SYSTEM, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { driveOf } from '../stages/airflow/drive.ts'
import { viewOf } from '../testing/view.ts'
import { rowFor } from './standsAt.ts'

/** What a school aims at on a system of these devices. */
const aimed = (rule: string, devices: Readonly<Record<string, string>>, role: string): string | null => {
  const pen = new Pen()
  pen.write('system.set', { systemId: SYSTEM, name: 'S', capacityTons: 5, heaterKw: 0 })
  for (const [place, id] of Object.entries(devices))
    pen.write('profile.use', { systemId: SYSTEM, place: place as never, profile: profileById(id) })
  pen.write('rules.use', { systemId: SYSTEM, rules: [HOUSE_RULES.find((one) => one.id === rule) as never] })
  pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
  return rowFor(viewOf(pen.changes).ledger, role)?.aim?.meaning ?? null
}
const FURNACE = { controller: 'fenwarm-p2', equipment: 'aldergate-gx-80' }
const PUMP = { controller: 'fenwarm-p2', equipment: 'merrowby-vx-42' }
const ROOFTOP = { controller: 'fenwarm-p2', equipment: 'hollin-rv' }

describe('house rules and what they may not', () => {
  it('aim at as many starts as the source of heat bears', () => {
    expect([FURNACE, PUMP, ROOFTOP].map((one) => aimed('tight-rooms', one, 'control.cycle-rate'))).toEqual(['5', '3', '3'])
    expect([FURNACE, PUMP].map((one) => aimed('few-starts', one, 'control.cycle-rate'))).toEqual(['3', '2'])
  })
  it('leave the band that a commercial code asks for', () => {
    expect([PUMP, ROOFTOP].map((one) => aimed('tight-rooms', one, 'control.changeover-band'))).toEqual(['2', '5'])
    expect(aimed('tight-rooms', ROOFTOP, 'control.dead-band')).toBe('5')
  })
  it('never stop the fan that brings outdoor air', () => {
    expect(aimed('fan-as-set', FURNACE, 'fan.mode')).toBe('auto')
    const behind = { ...FURNACE, economizer: 'hollin-e2' }
    expect(aimed('fan-as-set', behind, 'fan.mode')).toBe(null)
    expect(aimed('quiet-rooms', { controller: 'skerrick-w2', equipment: 'skerrick-da' }, 'fan.satisfied.heat')).toBe('off')
    expect(
      aimed(
        'quiet-rooms',
        { controller: 'skerrick-w2', equipment: 'skerrick-da', economizer: 'hollin-e2' },
        'fan.satisfied.heat',
      ),
    ).toBe(null)
  })
})

describe('a drive', () => {
  it('promises no speed before base, least and flow are known, and asks for amps', () => {
    const pen = new Pen()
    pen.write('system.set', { systemId: SYSTEM, name: 'S', capacityTons: 5 })
    pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
    const drive = () => driveOf(viewOf(pen.changes), 1000)
    expect([drive().fan, drive().asks.length]).toEqual([null, 4])
    pen.write('drive.set', { systemId: SYSTEM, baseFlowCfm: 2000, baseHz: 50 })
    expect(drive().fan).toBe(null)
    pen.write('drive.set', { systemId: SYSTEM, minHz: 15 })
    expect(drive().wanted).toMatchObject({ ok: true, value: { hz: 25 } })
    expect(drive().asks).toEqual(['amps on the motor’s plate, and read at full speed'])
    pen.write('drive.set', { systemId: SYSTEM, plateAmps: 6, baseAmps: 6.2 })
    expect([drive().asks, drive().overPlate]).toEqual([[], true])
  })
})

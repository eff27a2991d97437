import { type FixId, fold } from '@ingle/record'
import { begun, HERE, SYSTEM, uuid } from '@ingle/record/testing'
import { expect, it } from 'vitest'
import { fixesInPlace, fixesOpen } from './fixes.ts'

it('a fix is open until somebody answers for it, and again once their day has come', () => {
  const { pen } = begun()
  const put = (fixId: FixId, what: string) =>
    pen.write('fix.put', { ...HERE, fixId, what, instead: 'the controller', cannot: 'ramp', undo: 'swap it' })
  const state = () => fold(uuid(0), pen.changes)
  const open = (today: string) => fixesOpen(state(), SYSTEM, today).map((one) => one.what)
  put(uuid(71), 'S0 thermostat')
  put(uuid(72), 'damper clamp')
  pen.write('fix.hand-on', { ...HERE, fixId: uuid(71), to: 'JT', until: '2026-12-01' })
  expect(open('2026-11-25')).toEqual(['damper clamp'])
  pen.write('fix.undo', { ...HERE, fixId: uuid(72), how: 'clamp is off' })
  expect(open('2026-11-25')).toEqual([])
  expect(open('2026-12-01')).toEqual([])
  expect(open('2026-12-02')).toEqual(['S0 thermostat'])
  expect(fixesInPlace(state(), SYSTEM)).toHaveLength(1)
})

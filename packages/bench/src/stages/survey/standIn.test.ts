import { profileById } from '@ingle/catalog'
import type { SystemVisit } from '@ingle/record'
import { HERE, Pen, SYSTEM, VISIT } from '@ingle/record/testing'
import { expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import { isFanBesideFire } from '../power/isolation.ts'
import { controllerLacks } from './standIn.ts'

const rooftop = (controller: string) => {
  const pen = new Pen()
  pen.write('site.set', { name: 'Quay' })
  pen.write('system.set', { systemId: SYSTEM, name: 'RTU', capacityTons: 5, heaterKw: 0 })
  pen.write('profile.use', { systemId: SYSTEM, place: 'equipment', profile: profileById('hollin-rv') })
  pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById(controller) })
  pen.write('visit.start', { visitId: VISIT, reason: '' })
  pen.write('wiring.set', { ...HERE, kind: 'furnace', coolStages: 2, heatStages: 2 })
  return viewOf(pen.changes)
}

it('a stand-in says what it cannot do that this equipment needs, and nothing of what is not there', () => {
  const lacks = controllerLacks(rooftop('fenwarm-s0'))
  expect(lacks).toContain('a second stage of cooling')
  expect(lacks).toContain('free cooling')
  expect(lacks).not.toContain('zone dampers')
  expect(controllerLacks(rooftop('fenwarm-p2'))).toEqual([])
})

const SAID_NOTHING = { checks: {}, wiring: { set: {} } } as unknown as SystemVisit

it('a fan that stays on is cautioned about beside a burner only', () => {
  const beside = (id: string, family: string) =>
    isFanBesideFire({ devices: [{ place: 'equipment', profile: profileById(family) }] as never, here: SAID_NOTHING }, { id })
  expect(beside('fan.mode', 'aldergate-gx-80')).toBe(true)
  expect(beside('fan.satisfied.heat', 'aldergate-gx-80')).toBe(true)
  expect(beside('fan.mode', 'merrowby-vx-42')).toBe(false)
  expect(beside('sensor.trim', 'aldergate-gx-80')).toBe(false)
})

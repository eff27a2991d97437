import type { Change } from '@ingle/record'
import { subMonths } from 'date-fns'
import { xoroshiro128plus } from 'pure-rand'
import { profileById } from '../profiles/index.ts'
import { ruleById } from '../rules/houseRules.ts'
import { DemoWriter } from './writer.ts'

const id = (tail: string) => `ca1de411-0000-4000-8000-${tail.padStart(12, '0')}`
export const CALDER_ID = id('1')
export const CALDER_SYSTEM_ID = id('a1')
export const CALDER_VISIT_ID = id('b2')
const PAST_VISIT_ID = id('b1')

const ROOMS = ['Waiting', 'Surgery 1', 'Surgery 2', 'Office', 'Store'] as const

/** Calder Street Dental: one ducted unit, five zones on a zone controller, commissioned by feel and now to be measured. */
export function calderChanges(now: Date): Change[] {
  const today = new Date(now.getTime() - 40 * 60_000)
  const writer = new DemoWriter(CALDER_ID, xoroshiro128plus(515), subMonths(today, 7).getTime(), 'MR')
  const systemId = CALDER_SYSTEM_ID
  writer.write('site.set', {
    name: 'Calder Street Dental',
    place: 'Calder Street, Wrenmoor',
    altitudeFt: 310,
    timeZone: 'Europe/London',
    climate: 'damp coast',
  })
  writer.write('system.set', {
    systemId,
    name: 'AH-1 Practice',
    serves: ROOMS.join(', '),
    capacityTons: 3,
    heaterKw: 8,
    wishes: ['quiet', 'no draught'],
  })
  writer.write('profile.use', { systemId, place: 'equipment', profile: profileById('merrowby-hx-36') })
  writer.write('profile.use', { systemId, place: 'zone-controller', profile: profileById('quernstone-z6') })
  writer.write('rules.use', { systemId, rules: ['quiet-rooms', 'shares-by-outlets'].map(ruleById) })
  for (const [role, maker, model] of [
    ['air-handler', 'Merrowby', 'HX-36'],
    ['heater-kit', 'Merrowby', 'HXH-08'],
    ['controller', 'Quernstone', 'Z6'],
  ] as const)
    writer.write('part.set', { systemId, partId: writer.newId(), role, maker, model }, 0.5)
  for (const room of ROOMS)
    writer.write(
      'part.set',
      {
        systemId,
        partId: writer.newId(),
        role: 'supply-grille',
        name: room.toLowerCase(),
        widthIn: 14,
        heightIn: 6,
        freeArea: 0.72,
      },
      0.5,
    )

  const zones = (where: { visitId: string; systemId: string }, column: 'found' | 'left', shares: readonly number[]) =>
    shares.forEach((share, i) => {
      writer.write(
        'setting.set',
        { ...where, role: `zone.flow.${i + 1}`, place: 'zone-controller', column, value: String(share) },
        0.5,
      )
    })
  writer.write('visit.start', { visitId: PAST_VISIT_ID, reason: 'First set-up, by feel' }, 5)
  const past = { visitId: PAST_VISIT_ID, systemId }
  writer.write('setting.set', { ...past, role: 'zone.count', place: 'zone-controller', column: 'left', value: '5' })
  writer.write('setting.set', { ...past, role: 'zone.last-open', place: 'zone-controller', column: 'left', value: '1' })
  zones(past, 'left', [25, 25, 25, 15, 10])
  writer.write('visit.close', { visitId: PAST_VISIT_ID }, 20)

  writer.goOn(today.getTime(), 'JT')
  writer.write('visit.start', { visitId: CALDER_VISIT_ID, reason: 'Whistle when the surgeries close' })
  const here = { visitId: CALDER_VISIT_ID, systemId }
  writer.write('complaint.set', { ...here, text: 'It whistles in the store when both surgeries are shut.' })
  writer.write('setting.set', { ...here, role: 'zone.count', place: 'zone-controller', column: 'found', value: '5' })
  writer.write('setting.set', { ...here, role: 'zone.last-open', place: 'zone-controller', column: 'found', value: '0' })
  writer.write('setting.set', { ...here, role: 'service.password', place: 'zone-controller', column: 'found', value: '1234' })
  zones(here, 'found', [25, 25, 25, 15, 10])
  return writer.changes
}

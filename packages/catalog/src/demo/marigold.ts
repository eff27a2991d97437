import { type AnyId, type Change, knownId, type SiteId, type SystemId, type VisitId } from '@ingle/record'
import { subMonths } from 'date-fns'
import { xoroshiro128plus } from 'pure-rand'
import { profileById } from '../profiles/index.ts'
import { ruleById } from '../rules/houseRules.ts'
import { demoRun } from './testRuns.ts'
import { DemoWriter } from './writer.ts'

const id = <T extends AnyId>(tail: string): T => knownId(`3a71601d-0000-4000-8000-${tail.padStart(12, '0')}`)
export const MARIGOLD_ID: SiteId = id('1')
export const MARIGOLD_SYSTEM_ID: SystemId = id('a1')
export const MARIGOLD_VISIT_ID: VisitId = id('b2')
const PAST_VISIT_ID: VisitId = id('b1')

/** The houseboat Marigold: a small room that cools quickly, under a thermostat that waits for two and a half degrees. */
export function marigoldChanges(now: Date): Change[] {
  const today = new Date(now.getTime() - 45 * 60_000)
  const systemId = MARIGOLD_SYSTEM_ID
  const writer = new DemoWriter(MARIGOLD_ID, xoroshiro128plus(310), subMonths(today, 7).getTime(), 'JT')
  writer.write('site.set', {
    name: 'Marigold',
    place: 'Berth 9, Otter Quay, Wrenmoor',
    altitudeFt: 10,
    timeZone: 'Europe/London',
    climate: 'damp coast',
  })
  writer.write('system.set', {
    systemId,
    name: 'HP-1 Saloon',
    serves: 'Saloon and galley',
    capacityTons: 0.75,
    heaterKw: 1.5,
    wishes: ['even temperature', 'quiet'],
  })
  writer.write('profile.use', { systemId, place: 'controller', profile: profileById('fenwarm-c3') })
  writer.write('rules.use', { systemId, rules: ['tight-rooms'].map(ruleById) })
  for (const [role, maker, model] of [
    ['air-handler', 'Merrowby', 'TX-09'],
    ['controller', 'Fenwarm', 'C3'],
  ] as const)
    writer.write('part.set', { systemId, partId: writer.newId(), role, maker, model }, 0.5)
  writer.write('visit.start', { visitId: PAST_VISIT_ID, reason: 'New heat pump in the bilge' }, 5)
  const past = { visitId: PAST_VISIT_ID, systemId }
  writer.write('setting.set', { ...past, role: 'control.differential', place: 'controller', column: 'left', value: '2.5' })
  writer.write('setting.set', { ...past, role: 'control.min-off', place: 'controller', column: 'left', value: '5' })
  writer.write('visit.close', { visitId: PAST_VISIT_ID }, 10)

  writer.goOn(today.getTime(), 'MR')
  writer.write('visit.start', { visitId: MARIGOLD_VISIT_ID, reason: 'Ice cold, then too warm' })
  const here = { visitId: MARIGOLD_VISIT_ID, systemId }
  writer.write('complaint.set', { ...here, text: 'We sit in coats until it wakes up, then in shirts.', way: 'cold-first' })
  writer.write('wiring.set', { ...here, kind: 'heat-pump', heatStages: 1, coolStages: 1, cable: 6 })
  writer.write('room.set', { systemId, kind: 'light', areaFt2: 260 })
  for (const [role, value] of [
    ['control.differential', '2.5'],
    ['control.min-off', '5'],
    ['fan.satisfied.heat', 'g'],
    ['fan.mode', 'auto'],
    ['setpoint.heat', '68'],
  ] as const)
    writer.write('setting.set', { ...here, role, place: 'controller', column: 'found', value }, 0.5)
  // Aboard at weekends and in the evenings; the thermostat holds one temperature and knows no clock.
  writer.write('times.set', {
    systemId,
    heatInF: 68,
    heatOutF: 50,
    heatAsleepF: 60,
    neverCools: true,
    money: '£',
    perKwh: 0.28,
    perKwhNight: 0.13,
    nightFromMin: 1410,
    nightToMin: 390,
  })
  writer.write('week.set', {
    systemId,
    days: [0, 1, 2, 3, 4],
    entries: [
      { startMin: 1080, is: 'in' },
      { startMin: 1350, is: 'asleep' },
      { startMin: 420, is: 'out' },
    ],
  })
  writer.write('week.set', {
    systemId,
    days: [5, 6],
    entries: [
      { startMin: 510, is: 'in' },
      { startMin: 1380, is: 'asleep' },
    ],
  })
  demoRun(writer, here, {
    test: 'heat-call',
    answers: [['call.runs', 1]],
    values: { return: 61.4, supply: 84.8 },
    limits: { 'plate.rise.low': 8, 'plate.rise.high': 60 },
    stepMin: 6,
    ends: 'done',
  })
  return writer.changes
}

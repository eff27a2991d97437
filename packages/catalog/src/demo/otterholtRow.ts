import { type AnyId, type Change, knownId, type SeasonId, type SiteId, type SystemId, type VisitId } from '@ingle/record'
import { subMonths } from 'date-fns'
import { xoroshiro128plus } from 'pure-rand'
import { profileById } from '../profiles/index.ts'
import { ruleById } from '../rules/houseRules.ts'
import { demoRun } from './testRuns.ts'
import { DemoWriter } from './writer.ts'

const id = <T extends AnyId>(tail: string): T => knownId(`077e4a11-0000-4000-8000-${tail.padStart(12, '0')}`)
export const OTTERHOLT_ID: SiteId = id('1')
const OTTERHOLT_UPSTAIRS_ID: SystemId = id('a1')
const OTTERHOLT_WORKSHOP_ID: SystemId = id('a2')
const OTTERHOLT_VISIT_ID: VisitId = id('b2')
const PAST_VISIT_ID: VisitId = id('b1')
const WINTER_ID: SeasonId = id('d1')

/** 6 Otterholt Row: a two-stage furnace upstairs behind a one-stage thermostat, an old furnace in the workshop. */
export function otterholtChanges(now: Date): Change[] {
  const today = new Date(now.getTime() - 60 * 60_000)
  const writer = new DemoWriter(OTTERHOLT_ID, xoroshiro128plus(606), subMonths(today, 13).getTime(), 'JT')
  const [upstairs, workshop] = [OTTERHOLT_UPSTAIRS_ID, OTTERHOLT_WORKSHOP_ID]
  writer.write('site.set', {
    name: '6 Otterholt Row',
    place: 'Otterholt Row, Wrenmoor',
    altitudeFt: 340,
    timeZone: 'Europe/London',
    climate: 'damp coast',
  })
  writer.write('system.set', {
    systemId: upstairs,
    name: 'F-1 Upstairs',
    serves: 'Two floors of bedrooms',
    capacityTons: 3,
    heaterKw: 0,
  })
  writer.write('system.set', { systemId: workshop, name: 'F-2 Workshop', serves: 'Workshop and store', heaterKw: 0 })
  writer.write('profile.use', { systemId: upstairs, place: 'equipment', profile: profileById('aldergate-gx-80') })
  writer.write('profile.use', { systemId: upstairs, place: 'controller', profile: profileById('fenwarm-p2') })
  writer.write('profile.use', { systemId: workshop, place: 'equipment', profile: profileById('aldergate-h60') })
  writer.write('profile.use', { systemId: workshop, place: 'controller', profile: profileById('fenwarm-n1') })
  writer.write('rules.use', { systemId: upstairs, rules: ['middle', 'few-starts', 'setback'].map(ruleById) })
  for (const [systemId, role, maker, model] of [
    [upstairs, 'air-handler', 'Aldergate', 'GX-80-3'],
    [upstairs, 'controller', 'Fenwarm', 'P2'],
    [workshop, 'air-handler', 'Aldergate', 'H-60'],
    [workshop, 'controller', 'Fenwarm', 'N1'],
  ] as const)
    writer.write('part.set', { systemId, partId: writer.newId(), role, maker, model }, 0.5)

  writer.write('visit.start', { visitId: PAST_VISIT_ID, reason: 'New furnace upstairs' }, 5)
  const past = { visitId: PAST_VISIT_ID, systemId: upstairs }
  for (const [role, value, place] of [
    ['airflow.heat', 'd'],
    ['airflow.heat.low', 'b'],
    ['airflow.cool', 'E'],
    ['control.second-stage', 'AUt'],
    ['fan.delay.off.heat', '150'],
    ['control.cycle-rate', '3', 'controller'],
    ['time.recovery', 'on', 'controller'],
  ] as const)
    writer.write('setting.set', { ...past, role, ...(place && { place }), column: 'left', value })
  writer.write('visit.close', { visitId: PAST_VISIT_ID }, 20)

  writer.goOn(today.getTime(), 'MR')
  writer.write('visit.start', { visitId: OTTERHOLT_VISIT_ID, reason: 'Cold upstairs on frosty mornings' })
  const here = { visitId: OTTERHOLT_VISIT_ID, systemId: upstairs }
  writer.write('complaint.set', { ...here, text: 'The bedrooms take until ten to warm up when it freezes.', way: 'long-morning' })
  for (const [role, value, place] of [
    ['control.second-stage', 'oFF'],
    ['airflow.heat', 'b'],
    ['fan.delay.on.heat', '10'],
    ['time.recovery', 'off', 'controller'],
    ['time.clock', '12:00 flashing', 'controller'],
  ] as const)
    writer.write('setting.set', { ...here, role, ...(place && { place }), column: 'found', value }, 0.6)
  writer.write('firing.set', {
    ...here,
    inputBtuH: 80_000,
    efficiencyPct: 80,
    returnF: 64,
    supplyF: 133,
    lowReturnF: 64,
    lowSupplyF: 111,
    startSupplyF: 76,
    toStartS: 30,
    lossBtuH: 36_000,
    warmUpFPerH: 3,
    setbackF: 5,
  })
  const tryId = writer.write('try.start', { ...here, tap: 'b', adjustPct: 0, filter: 'clean' })
  writer.write('reading.probes', { ...here, tryId, 'before-filter': -0.03, 'after-filter': -0.09 }, 1)
  writer.write('reading.probes', { ...here, tryId, supply: 0.19, return: -0.11, 'after-coil': 0.07 }, 2)
  const old = { visitId: OTTERHOLT_VISIT_ID, systemId: workshop }
  writer.write('complaint.set', { ...old, text: 'It starts and stops three times before it is warm.' })
  writer.write('setting.set', { ...old, role: 'fan.on-at', column: 'found', value: '95' })
  writer.write('setting.set', { ...old, role: 'fan.off-at', column: 'found', value: '90' })
  writer.write('firing.set', {
    ...old,
    inputBtuH: 60_000,
    efficiencyPct: 80,
    returnF: 62,
    flowCfm: 1300,
    toStartS: 75,
    firingS: 480,
  })
  writer.write('setting.set', { ...old, role: 'fan.mode', column: 'found', value: 'up' })
  // Somebody wanted to feel air upstairs: the fan runs all the time, and between two fires the vents blow cool.
  writer.write('setting.set', { ...here, role: 'fan.mode', place: 'controller', column: 'found', value: 'on' })
  writer.write('setting.set', { ...here, role: 'control.cycle-rate', place: 'controller', column: 'found', value: '6' })
  writer.write('room.set', {
    systemId: upstairs,
    kind: 'draughty',
    areaFt2: 1100,
    other: 'below',
    otherAreaFt2: 700,
    otherAirPct: 30,
  })
  // What the people told, and what somebody typed into the thermostat: home at ten past five, in the morning.
  writer.write('times.set', {
    systemId: upstairs,
    heatInF: 69,
    heatOutF: 60,
    heatAsleepF: 61,
    coolInF: 76,
    coolOutF: 83,
    coolAsleepF: 78,
    money: '£',
    perKwh: 0.24,
    perTherm: 1.9,
    batteriesOn: '2026-10-02',
  })
  writer.write('week.set', {
    systemId: upstairs,
    days: [0, 1, 2, 3, 4],
    entries: [
      { startMin: 345, is: 'in' },
      { startMin: 440, is: 'out' },
      { startMin: 1030, is: 'in' },
      { startMin: 1310, is: 'asleep' },
    ],
  })
  writer.write('week.set', {
    systemId: upstairs,
    days: [5, 6],
    entries: [
      { startMin: 480, is: 'in' },
      { startMin: 1390, is: 'asleep' },
    ],
  })
  writer.write('season.set', { systemId: upstairs, seasonId: WINTER_ID, name: 'winter', from: '10-01', to: '04-30' })
  for (const [role, value] of [
    ['time.heat-start.11', '5:45 AM'],
    ['time.heat-set.11', '69'],
    ['time.heat-start.12', '7:15 AM'],
    ['time.heat-set.12', '60'],
    ['time.heat-start.13', '5:15 AM'],
    ['time.heat-set.13', '69'],
    ['time.heat-start.14', '9:45 PM'],
    ['time.heat-set.14', '61'],
    ['time.heat-start.21', '8:00 AM'],
    ['time.heat-set.21', '69'],
    ['time.heat-start.24', '11:15 PM'],
    ['time.heat-set.24', '61'],
    ['time.cool-set.11', '77'],
    ['time.cool-set.13', '77'],
  ] as const)
    writer.write('setting.set', { ...here, role, place: 'controller', column: 'found', value }, 0.3)
  writer.write('counter.read', { ...here, counter: 'heat', value: 3114 }, 0.5)
  // The call came, the fan side of the old switch does not hold, and nobody had the manual of its limit.
  demoRun(writer, here, {
    test: 'heat-call',
    answers: [['call.runs', 1.2]],
    values: { return: 64.2, supply: 111.6 },
    limits: { 'plate.rise.low': 35, 'plate.rise.high': 65 },
    stepMin: 6,
    ends: 'done',
  })
  demoRun(writer, old, {
    test: 'fan-limit',
    answers: [
      ['call.started', 1.4],
      ['end.stopped', 1.8],
      ['end.back', 2.6],
    ],
    values: { on: 96, off: 89 },
    stepMin: 3,
    ends: 'done',
  })
  writer.write('test.skip', {
    ...old,
    testId: 'limit-gas',
    reason: 'The maker’s manual of this furnace is not here; asked for it.',
  })
  return writer.changes
}

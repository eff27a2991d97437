import type { StandInPart } from '@ingle/core'
import { type AnyId, type Change, type GatewayId, knownId, type SiteId, type SystemId, type VisitId } from '@ingle/record'
import { subMonths } from 'date-fns'
import { xoroshiro128plus } from 'pure-rand'
import { profileById } from '../profiles/index.ts'
import { ruleById } from '../rules/houseRules.ts'
import { demoRun } from './testRuns.ts'
import { DemoWriter } from './writer.ts'

const id = <T extends AnyId>(tail: string): T => knownId(`4a2b0a11-0000-4000-8000-${tail.padStart(12, '0')}`)
export const HARBOUR_ID: SiteId = id('1')
export const HARBOUR_SYSTEM_ID: SystemId = id('a1')
export const HARBOUR_VISIT_ID: VisitId = id('b2')
const PAST_VISIT_ID: VisitId = id('b1')

/** The stand-in for the drive on the roof, which `npm run demo` starts beside the server. */
export const DEMO_GATEWAY = {
  id: id<GatewayId>('c1'),
  name: 'Harbour Hall, drive on the roof',
  host: '127.0.0.1',
  port: 7502,
  unitId: 1,
  allowedBy: 'JT',
}

/** Harbour Hall: a rooftop unit that runs on what was in the van, until its own controller comes. */
export function harbourChanges(now: Date): Change[] {
  const today = new Date(now.getTime() - 25 * 60_000)
  const writer = new DemoWriter(HARBOUR_ID, xoroshiro128plus(909), subMonths(today, 3).getTime(), 'JT')
  const systemId = HARBOUR_SYSTEM_ID
  writer.write('site.set', {
    name: 'Harbour Hall',
    place: 'Harbour Road, Wrenmoor',
    altitudeFt: 300,
    timeZone: 'Europe/London',
    climate: 'damp coast',
  })
  writer.write('system.set', { systemId, name: 'RTU-1 Hall', serves: 'Hall and kitchen', capacityTons: 7.5, heaterKw: 0 })
  for (const [place, profileId] of [
    ['equipment', 'hollin-rv'],
    ['controller', 'fenwarm-s0'],
    ['drive', 'hollin-d7'],
  ] as const)
    writer.write('profile.use', { systemId, place, profile: profileById(profileId) })
  writer.write('drive.set', {
    systemId,
    baseHz: 60,
    minHz: 20,
    plateAmps: 6.4,
    baseAmps: 5.1,
    maxHz: 60,
    baseRpm: 985,
    baseFlowCfm: 3350,
    baseStaticInWc: 0.92,
    basePowerW: 1680,
    signal: '0-10',
  })
  writer.write('rules.use', { systemId, rules: ['damp-coast', 'few-starts'].map(ruleById) })
  for (const [role, maker, model] of [
    ['air-handler', 'Hollin', 'RV-090'],
    ['controller', 'Fenwarm', 'S0'],
    ['other', 'Hollin', 'D7 drive'],
  ] as const)
    writer.write('part.set', { systemId, partId: writer.newId(), role, maker, model }, 0.5)
  writer.write('visit.start', { visitId: PAST_VISIT_ID, reason: 'Autumn service' }, 5)
  const past = { visitId: PAST_VISIT_ID, systemId }
  writer.write('setting.set', { ...past, role: 'freshair.min.low', column: 'left', value: '28' })
  writer.write('setting.set', { ...past, role: 'freshair.min.high', column: 'left', value: '18' })
  writer.write('visit.close', { visitId: PAST_VISIT_ID }, 15)

  writer.goOn(today.getTime(), 'MR')
  writer.write('visit.start', { visitId: HARBOUR_VISIT_ID, reason: 'Controller burnt out, wedding on Saturday' })
  const here = { visitId: HARBOUR_VISIT_ID, systemId }
  writer.write('complaint.set', { ...here, text: 'No heat since Tuesday; eighty guests on Saturday.' })
  writer.write('wiring.set', {
    ...here,
    kind: 'furnace',
    heatStages: 1,
    coolStages: 2,
    transformers: 1,
    splitPower: true,
    cable: 7,
  })
  for (const [wire, controller, terminal] of [
    ['red', 'Rc', 'R'],
    ['blue', 'C', 'C'],
    ['green', 'G', 'G'],
    ['yellow', 'Y1', 'Y1'],
    ['white', 'W1', 'W1'],
  ] as const)
    writer.write('wire.set', { ...here, column: 'found', wire, controller, board: 'equipment', terminal }, 0.3)
  writer.write('wire.set', { ...here, column: 'found', wire: 'brown', board: 'equipment', terminal: 'Y2' }, 0.3)
  writer.write('contact.set', { ...here, place: 'equipment', input: '1', device: 'float switch', rests: 'closed' })
  for (const [role, value] of [
    ['input.function.1', 'shut down'],
    ['input.sense.1', 'opening'],
  ] as const)
    writer.write('setting.set', { ...here, role, place: 'equipment', column: 'found', value })
  const fix = (part: StandInPart, what: string, instead: string, cannot: string, undo: string) =>
    writer.write('fix.put', { ...here, fixId: writer.newId(), part, what, instead, cannot, undo })
  fix(
    'controller',
    'S0 thermostat on the wall',
    'the rooftop unit’s own controller',
    'use outdoor air to cool, nor hold the humidity',
    'take it off, put the new controller’s lead back on J4',
  )
  fix(
    'damper',
    'Outdoor damper locked at 20%',
    'the economizer',
    'follow fan speed or CO₂',
    'take the clamp off the shaft, stroke it',
  )
  fix('drive', 'D7 drive fixed at 42 Hz', 'the ramping fan', 'slow down between calls', 'set F back to off on the drive')
  fix(
    'signal',
    'Capacity input bridged to half',
    'the variable compressor’s signal',
    'follow the load',
    'take the wire from C to 50, put the signal back',
  )
  writer.write('setting.set', {
    ...here,
    role: 'airflow.continuous',
    place: 'drive',
    column: 'left',
    value: '42',
    why: 'temporary fix',
  })
  demoRun(writer, here, {
    test: 'contact',
    about: 'equipment 1',
    answers: [
      ['run.runs', 0.5],
      ['trip.right', 0.5],
      ['back.back', 1.5],
    ],
    stepMin: 2,
    ends: 'done',
  })
  return writer.changes
}

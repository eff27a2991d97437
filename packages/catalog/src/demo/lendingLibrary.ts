import { lookAtRoof, type RoofAsked, roofAtRest, stepRoof } from '@ingle/core'
import {
  type AnyId,
  type Change,
  type GatewayId,
  knownId,
  type SeasonId,
  type SiteId,
  type SystemId,
  type VisitId,
} from '@ingle/record'
import { subMonths } from 'date-fns'
import { xoroshiro128plus } from 'pure-rand'
import { profileById } from '../profiles/index.ts'
import { ruleById } from '../rules/houseRules.ts'
import { type RoofPlant, roofPlant, roofUnitOf } from './roofs.ts'
import { demoRun } from './testRuns.ts'
import { DemoWriter } from './writer.ts'

const id = <T extends AnyId>(tail: string): T => knownId(`11b2a211-0000-4000-8000-${tail.padStart(12, '0')}`)
export const LIBRARY_ID: SiteId = id('1')
/** The lending hall, the reading room, and the children's wing, whose unit is the lending hall's twin. */
export const LIBRARY_RTU1: SystemId = id('a1')
const RTU2: SystemId = id('a2')
const RTU3: SystemId = id('a3')
export const LIBRARY_VISIT_ID: VisitId = id('b2')
const PAST_VISIT_ID: VisitId = id('b1')

const TIMES_HERE = { visitId: LIBRARY_VISIT_ID, systemId: LIBRARY_RTU1 }

/** The stand-ins for the two units' controllers, which `npm run demo` starts beside the server. */
export const LIBRARY_GATEWAYS = [
  { id: id<GatewayId>('c1'), name: 'Lending Library, RTU-1', host: '127.0.0.1', port: 7503, unitId: 2, allowedBy: 'JT' },
  { id: id<GatewayId>('c2'), name: 'Lending Library, RTU-2', host: '127.0.0.1', port: 7504, unitId: 1, allowedBy: 'JT' },
]

/** What the instruments read in test mode, once the damper has come to rest. */
function measured(profileId: string, plant: RoofPlant, fanPct: number, damperPct: number, noise: () => number) {
  const unit = roofUnitOf(profileById(profileId), new Map(), plant)
  const asked: RoofAsked = {
    call: 'none',
    test: { fanPct, damperPct },
    outdoorF: plant.outdoorF,
    outdoorBtuLb: 0,
    returnF: plant.returnF,
    returnBtuLb: 0,
    occupied: true,
  }
  const state = roofAtRest()
  for (let second = 0; second < 200; second += 1) stepRoof(unit, state, asked)
  const look = lookAtRoof(unit, state, asked)
  const read = (value: number, sigma: number) => Math.round((value + sigma * noise()) * 10) / 10
  return {
    outdoorF: read(plant.outdoorF, 0.2),
    returnF: read(plant.returnF, 0.2),
    mixedF: read(look.mixedF, 0.4),
  }
}

/** Wrenmoor Lending Library: three rooftop units that nobody has set since they were lifted onto the roof. */
export function libraryChanges(now: Date): Change[] {
  const today = new Date(now.getTime() - 70 * 60_000)
  const writer = new DemoWriter(LIBRARY_ID, xoroshiro128plus(2202), subMonths(today, 7).getTime(), 'JT')
  writer.write('site.set', {
    name: 'Wrenmoor Lending Library',
    place: 'Quay Street, Wrenmoor',
    altitudeFt: 310,
    timeZone: 'Europe/London',
    climate: 'damp coast',
  })
  for (const [systemId, name, serves, profileId, tons, fullCfm] of [
    [LIBRARY_RTU1, 'RTU-1 Lending hall', 'Lending hall', 'hollin-e2', 8.5, 3400],
    [RTU2, 'RTU-2 Reading room', 'Reading room', 'hollin-rv', 6.5, 2600],
    [RTU3, 'RTU-3 Children’s wing', 'Children’s wing', 'hollin-e2', 8.5, 3400],
  ] as const) {
    writer.write('system.set', { systemId, name, serves, capacityTons: tons, heaterKw: 0 })
    writer.write('profile.use', { systemId, place: 'economizer', profile: profileById(profileId) })
    writer.write('rules.use', { systemId, rules: [ruleById('damp-coast')] })
    const isVariable = profileId === 'hollin-rv'
    writer.write('roof.set', {
      systemId,
      fan: isVariable ? 'variable' : 'two',
      leastPct: isVariable ? 40 : 60,
      fullCfm,
      fullErrorPct: 6,
      damperSignal: isVariable ? '0-10' : '2-10',
      strokeS: 90,
      serves: 'single',
      zone: '5C',
      zoneFrom: 'typed',
      fromHour: 9,
      toHour: 20,
      daysPerWeek: 6,
      returnF: 72,
      returnRhPct: 45,
      supplyF: 55,
      perKwh: 0.27,
      perTherm: 1.9,
      money: '£',
    })
  }
  for (const [systemId, name, people, areaFt2] of [
    [LIBRARY_RTU1, 'Lending hall', 24, 2600],
    [RTU2, 'Reading room', 30, 1500],
    [RTU3, 'Children’s wing', 28, 2400],
  ] as const)
    writer.write('space.set', { systemId, spaceId: writer.newId(), name, use: 'library', people, areaFt2 })
  writer.write('twins.set', { groupId: id('d1'), name: 'Two-speed units', systemIds: [LIBRARY_RTU1, RTU3] })

  writer.write('visit.start', { visitId: PAST_VISIT_ID, reason: 'Handed over by the builder' }, 5)
  const past = { visitId: PAST_VISIT_ID, systemId: LIBRARY_RTU1 }
  writer.write('setting.set', { ...past, role: 'freshair.min.low', place: 'economizer', column: 'found', value: '4.4' })
  writer.write('setting.set', { ...past, role: 'freshair.min.high', place: 'economizer', column: 'found', value: '4.4' })
  writer.write('note.add', { ...past, text: 'Left as shipped: no time for the damper.', standing: 'watch' })
  const e2 = roofPlant('hollin-e2')
  writer.write('damper.point', {
    ...past,
    speedPct: 100,
    positionPct: 30,
    way: 'temperatures',
    ...measured('hollin-e2', { ...e2, outdoorF: 52 }, 100, 30, writer.noise),
  })
  writer.write('visit.close', { visitId: PAST_VISIT_ID }, 20)

  writer.goOn(today.getTime(), 'MR')
  writer.write('visit.start', { visitId: LIBRARY_VISIT_ID, reason: 'Bills and draughts' })
  const one = { visitId: LIBRARY_VISIT_ID, systemId: LIBRARY_RTU1 }
  writer.write('complaint.set', { ...one, text: 'Readers move away from the grilles; the gas bill doubled with the new units.' })
  for (const [role, value] of [
    ['freshair.min.low', '4.4'],
    ['freshair.min.high', '4.4'],
    ['freshair.limit', '66'],
    ['freshair.changeover', 'SETPT'],
    ['freshair.feedback', 'YES'],
  ] as const)
    writer.write('setting.set', { ...one, role, place: 'economizer', column: 'found', value })
  for (const [carries, terminal, more] of [
    ['outdoor-temp', 'S1', { signal: 'beta', r25Ohm: 10_000, betaK: 3890, where: 'in the hood' }],
    ['return-temp', 'S2', { signal: 'beta', r25Ohm: 10_000, betaK: 3890, where: 'return duct' }],
    ['mixed-temp', 'S3', { signal: 'beta', r25Ohm: 10_000, betaK: 3890, where: 'before the coil' }],
    ['damper-feedback', 'F', { signal: '2-10', low: 0, high: 100 }],
    ['smoke', 'N1', { where: 'return duct' }],
    ['filter', 'N2', {}],
    ['damper', 'M', { signal: '2-10', low: 0, high: 100 }],
    ['compressor-1', 'P1', {}],
    ['compressor-2', 'P2', {}],
  ] as const)
    writer.write('roof.point.set', { systemId: LIBRARY_RTU1, carries, fitted: true, terminal, ...more })
  writer.write('damper.point', {
    ...one,
    speedPct: 100,
    positionPct: 30,
    way: 'temperatures',
    ...measured('hollin-e2', e2, 100, 30, writer.noise),
  })
  writer.write('damper.point', {
    ...one,
    speedPct: 60,
    positionPct: 30,
    way: 'temperatures',
    ...measured('hollin-e2', e2, 60, 30, writer.noise),
  })
  const two = { visitId: LIBRARY_VISIT_ID, systemId: RTU2 }
  writer.write('complaint.set', { ...two, text: 'Stuffy on mild days, though nobody asked for heat.' })
  for (const [carries, terminal, more] of [
    ['outdoor-temp', 'UI1', { signal: 'beta', r25Ohm: 10_000, betaK: 3890, where: 'on the roof beside the curb' }],
    ['return-temp', 'UI2', { signal: 'beta', r25Ohm: 10_000, betaK: 3890, where: 'return duct' }],
    ['mixed-temp', 'UI3', { signal: 'beta', r25Ohm: 10_000, betaK: 3890, where: 'before the coil' }],
    ['co2', 'UI5', { signal: '2-10', low: 0, high: 2000, where: 'reading room, by the desk' }],
    ['damper-feedback', 'UI4', { signal: '0-10', low: 0, high: 100 }],
    ['smoke', 'I01', { where: 'return duct' }],
    ['float', 'I02', { where: 'condensate pan' }],
    ['damper', 'AO1', { signal: '0-10', low: 0, high: 100 }],
    ['fan', 'AO2', { signal: '0-10', low: 0, high: 100 }],
    ['exhaust', 'O02', {}],
    ['alarm', 'O03', {}],
  ] as const)
    writer.write('roof.point.set', { systemId: RTU2, carries, fitted: true, terminal, ...more })
  const rv = roofPlant('hollin-rv')
  writer.write('roof.reading', {
    ...two,
    outdoorF: rv.outdoorF + rv.faults.outdoorOffsetF,
    returnF: 73.2,
    mixedF: 70.4,
    commandPct: 20,
    cooling: true,
    compressor: true,
    feedbackPct: 20,
    fanPct: 100,
  })
  // Opening hours in two seasons, one over New Year; the list on the wall ends with the old winter.
  writer.write('profile.use', { systemId: LIBRARY_RTU1, place: 'controller', profile: profileById('hollin-t4') })
  writer.write('times.set', {
    systemId: LIBRARY_RTU1,
    heatInF: 68,
    heatOutF: 58,
    coolInF: 75,
    coolOutF: 82,
    money: '£',
    perKwh: 0.22,
    perTherm: 1.7,
  })
  const [winter, summer] = [id<SeasonId>('d1'), id<SeasonId>('d2')]
  writer.write('season.set', { systemId: LIBRARY_RTU1, seasonId: winter, name: 'winter', from: '10-16', to: '04-15' })
  writer.write('season.set', { systemId: LIBRARY_RTU1, seasonId: summer, name: 'summer', from: '04-16', to: '10-15' })
  for (const [seasonId, days, from, to] of [
    [winter, [1, 2, 3, 4], 540, 1200],
    [winter, [5], 600, 960],
    [summer, [1, 2, 3, 4], 540, 1080],
  ] as const)
    writer.write('week.set', {
      systemId: LIBRARY_RTU1,
      seasonId,
      days: [...days],
      entries: [
        { startMin: from, is: 'in' },
        { startMin: to, is: 'out' },
      ],
    })
  const lines = [
    ['set', '09:00', '1-5', '10/16', '12/31', '68', '75'],
    ['set', '20:00', '1-5', '10/16', '12/31', '58', '82'],
  ]
  for (const [i, [does, at, days, from, to, heat, cool]] of lines.entries())
    for (const [field, value] of [
      ['do', does],
      ['at', at],
      ['days', days],
      ['from', from],
      ['to', to],
      ['heat', heat],
      ['cool', cool],
    ] as const)
      writer.write(
        'setting.set',
        { ...TIMES_HERE, role: `time.act.${field}.${i + 1}`, place: 'controller', column: 'found', value: value ?? '' },
        0.1,
      )
  demoRun(writer, one, {
    test: 'damper-stroke',
    answers: [
      ['shut.shut', 1.2],
      ['open.there', 1.4],
      ['open.open', 1.5],
      ['closing.back', 1.4],
      ['closing.shut-again', 1.5],
      ['power.springs', 1.2],
    ],
    values: { 'at-0': 1.5, 'at-50': 49, 'at-100': 99 },
    limits: { 'plate.damper.stroke': 90 },
    stepMin: 1.6,
    ends: 'done',
  })
  demoRun(writer, two, {
    test: 'co2-step',
    values: { shown: 455, reference: 428, 'shown-high': 1210, 'reference-high': 1165 },
    answers: [['step.opens', 1.5]],
    stepMin: 3.2,
    ends: 'paused',
    why: 'The reading room opened; the sensor is to be flushed after hours.',
  })
  return writer.changes
}

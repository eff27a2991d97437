import { solveCombinations } from '@ingle/core'
import {
  type AnyId,
  type Change,
  type GatewayId,
  knownId,
  type LettingId,
  type OutletId,
  type SiteId,
  type SystemId,
  type TraverseId,
  type VisitId,
  type ZoneId,
} from '@ingle/record'
import { subMonths } from 'date-fns'
import { xoroshiro128plus } from 'pure-rand'
import { profileById } from '../profiles/index.ts'
import { ruleById } from '../rules/houseRules.ts'
import { demoRun } from './testRuns.ts'
import { DemoWriter } from './writer.ts'

const id = <T extends AnyId>(tail: string): T => knownId(`ca1de411-0000-4000-8000-${tail.padStart(12, '0')}`)
export const CALDER_ID: SiteId = id('1')
export const CALDER_SYSTEM_ID: SystemId = id('a1')
export const CALDER_VISIT_ID: VisitId = id('b2')
const PAST_VISIT_ID: VisitId = id('b1')
/** The stand-in for the practice's zone controller, which `npm run demo` starts beside the server. */
export const CALDER_GATEWAY = {
  id: id<GatewayId>('c1'),
  name: 'Calder Street, AH-1',
  host: '127.0.0.1',
  port: 7505,
  unitId: 1,
  allowedBy: 'JT',
}

/** The practice as it is built: what the duct of each zone lets through, and how unevenly its dampers stand. */
const ZONES = [
  {
    name: 'Waiting',
    room: 'living',
    loadBtuH: 11_500,
    resistance: 1.5e-6,
    outlets: [
      [14, 6, 1],
      [14, 6, 1.25],
      [14, 6, 0.8],
    ],
  },
  {
    name: 'Surgery 1',
    room: 'quiet',
    loadBtuH: 9500,
    resistance: 2.6e-6,
    outlets: [
      [14, 8, 1.2],
      [14, 8, 0.8],
    ],
  },
  {
    name: 'Surgery 2',
    room: 'quiet',
    loadBtuH: 9000,
    resistance: 2.9e-6,
    outlets: [
      [14, 8, 0.95],
      [14, 8, 1.05],
    ],
  },
  { name: 'Office', room: 'work', loadBtuH: 4200, resistance: 9e-6, outlets: [[12, 6, 1]] },
  { name: 'Store', room: 'work', loadBtuH: 1800, resistance: 1.6e-5, outlets: [[10, 4, 1]] },
] as const
const COMMON_RESISTANCE = 1.1e-7
const FAN = { kind: 'constant-airflow', setCfm: 1200, maxStaticInWc: 0.9 } as const
const ROOMS = ZONES.map((one) => one.name)

/** Holidays of the town, as a calendar writes them: some on a date, one on a weekday, one moved this year. */
export const WRENMOOR_DAYS = [
  'BEGIN:VCALENDAR',
  'VERSION:2.0',
  'PRODID:-//Wrenmoor Town Hall//Holidays//EN',
  ...[
    ['Midwinter Day', '20261221', 'RRULE:FREQ=YEARLY'],
    ['Second Midwinter Day', '20261222', 'RRULE:FREQ=YEARLY'],
    ['Herring Monday', '20260302', 'RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=1MO'],
    ['Tide Feast', '20260619', 'RRULE:FREQ=YEARLY'],
    ['Founders’ Day', '20260911', 'RRULE:FREQ=YEARLY'],
    ['Harbour clean-up', '20270514', ''],
  ].flatMap(([name, day, rule], i) => [
    'BEGIN:VEVENT',
    `UID:wrenmoor-${i}@wrenmoor.example`,
    'DTSTAMP:20260101T000000Z',
    `DTSTART;VALUE=DATE:${day}`,
    ...(rule ? [rule] : []),
    `SUMMARY:${name}`,
    'END:VEVENT',
  ]),
  'END:VCALENDAR',
  '',
].join('\r\n')

/** Calder Street Dental: one ducted unit, five zones on a zone controller, commissioned by feel and now to be measured. */
export function calderChanges(now: Date): Change[] {
  const today = new Date(now.getTime() - 120 * 60_000)
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
  const zoneIds = ZONES.map(({ name, room, loadBtuH }) => {
    const zoneId = writer.newId<ZoneId>()
    writer.write('zone.set', { systemId, zoneId, name, room, loadBtuH }, 0.5)
    return zoneId
  })
  const outletIds = ZONES.map(({ name, outlets }, zone) =>
    outlets.map(([widthIn, heightIn], i) => {
      const outletId = writer.newId<OutletId>()
      const named = outlets.length > 1 ? `${name} ${'abc'.charAt(i)}` : name
      writer.write(
        'outlet.set',
        {
          systemId,
          outletId,
          zoneId: zoneIds[zone] ?? knownId(''),
          name: named,
          kind: 'side-wall',
          widthIn,
          heightIn,
          freeArea: 0.72,
          reachFt: 20,
        },
        0.3,
      )
      return outletId
    }),
  )

  const zones = (where: { visitId: VisitId; systemId: SystemId }, column: 'found' | 'left', shares: readonly number[]) =>
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
  writer.write('setting.set', { ...here, role: 'service.password', place: 'zone-controller', column: 'found', value: '4082' })
  zones(here, 'found', [25, 25, 25, 15, 10])
  writer.write('zoning.set', { systemId, coilFloorCfm: 900 })
  writer.write('try.start', { ...here, tap: 'C', adjustPct: 0, filter: 'clean' })
  const built = solveCombinations({
    commonResistance: COMMON_RESISTANCE,
    branchResistances: ZONES.map((one) => one.resistance),
    alwaysOpen: [],
    fan: FAN,
  })
  if (!built.ok) throw new Error(built.reason)
  const tryId = writer.changes.at(-1)?.id ?? knownId('')
  const read = (value: number) => Math.round(100 * (value + 0.006 * writer.noise())) / 100
  for (const mask of [0b11111, 0b00111, 0b01011, 0b10101, 0b11110]) {
    const flowCfm = built.value.totalCfm[mask] as number
    const supply = read(built.value.plenumInWc[mask] as number)
    const back = read(-COMMON_RESISTANCE * flowCfm * flowCfm)
    if (mask === 0b11111) writer.write('reading.probes', { ...here, tryId, supply, return: back }, 2)
    writer.write(
      'zones.reading',
      { ...here, open: zoneIds.filter((_, i) => mask & (1 << i)), supplyInWc: supply, returnInWc: back },
      4,
    )
  }
  // The supply trunk behind an elbow that is a little too near: faster on the outside, one point read with a wet hose.
  const traverseId = writer.newId<TraverseId>()
  writer.write(
    'traverse.set',
    {
      ...here,
      tryId,
      traverseId,
      name: 'supply trunk',
      shape: 'rectangular',
      widthIn: 20,
      heightIn: 14,
      straightBeforeIn: 96,
      straightAfterIn: 60,
    },
    4,
  )
  for (let index = 0; index < 25; index += 1) {
    const [across, down] = [Math.floor(index / 5) - 2, (index % 5) - 2]
    const fpm = 612 * (1 + 0.03 * across) * (1 - 0.035 * (across * across + down * down - 4))
    const pressure = (fpm / 4005) ** 2 * (1 + 0.04 * writer.noise()) * (index === 17 ? 3.2 : 1)
    writer.write(
      'traverse.point',
      { ...here, tryId, traverseId, index, pressureInWc: Math.round(10_000 * pressure) / 10_000 },
      0.2,
    )
  }
  // Every outlet once, with all zones open and the hand dampers as found.
  for (const [zone, { outlets }] of ZONES.entries()) {
    const flow = built.value.zoneCfm[0b11111 * ZONES.length + zone] as number
    const whole = outlets.reduce((sum, [, , share]) => sum + share, 0)
    for (const [i, [, , share]] of outlets.entries())
      writer.write(
        'outlet.reading',
        {
          ...here,
          outletId: outletIds[zone]?.[i] ?? knownId(''),
          flowCfm: Math.round((flow * share * (1 + 0.015 * writer.noise())) / whole),
          damperPct: 100,
        },
        1,
      )
  }
  // One sensor in the corridor for five zones.
  writer.write('room.set', {
    systemId: here.systemId,
    kind: 'usual',
    areaFt2: 420,
    other: 'beside',
    otherAreaFt2: 1180,
    otherAirPct: 66,
  })
  // Surgeries by the hour, an evening class in the waiting room, and the town's own holidays.
  writer.write('times.set', {
    systemId,
    heatInF: 70,
    heatOutF: 62,
    coolInF: 75,
    coolOutF: 82,
    holidays: WRENMOOR_DAYS,
    holidaysName: 'Wrenmoor days',
    holidaysAs: 'out',
    money: '£',
    perKwh: 0.26,
  })
  for (const [who, days, fromMin, toMin] of [
    ['Dr. Ousby', [0, 1, 3, 4], 480, 1050],
    ['Hygienist', [1, 2], 540, 1020],
    ['First-aid class', [3], 1080, 1230],
    ['Saturday clinic', [5], 510, 780],
  ] as const)
    writer.write('letting.set', { systemId, lettingId: writer.newId<LettingId>(), who, days: [...days], fromMin, toMin }, 0.3)
  writer.write('letting.set', {
    systemId,
    lettingId: writer.newId<LettingId>(),
    who: 'Lantern night',
    on: '2026-12-12',
    fromMin: 1020,
    toMin: 1320,
  })
  demoRun(writer, here, {
    test: 'cool-call',
    answers: [['call.runs', 1.5]],
    values: { return: 74.6, supply: 55.1 },
    stepMin: 10.5,
    ends: 'done',
  })
  return writer.changes
}

import { isolationSteps, METRIC_UNITS } from '@ingle/core'
import { describe, expect, it } from 'vitest'
import type { RunId } from '../ids.ts'
import type { BodyOf, ChangeKind } from '../kinds/kinds.ts'
import { ALL_KINDS, HERE, Pen, SYSTEM, uuid, VISIT } from '../testing/pen.ts'
import { describeChange } from './describe.ts'

const TEST = {
  format: 'ingle-test/1',
  id: 'fan-stops',
  version: 1,
  name: 'Fan stops',
  says: 'It stops.',
  has: [],
  proves: [],
  restsOn: [],
  begins: 'heating' as const,
  ends: 'idle' as const,
  handMin: 1,
  steps: [{ id: 'watch', do: 'Watch.', asks: [] }],
  passes: [],
  causes: [],
}
const ON_RUN = { ...HERE, runId: uuid<RunId>(30) }
const TRY = { ...HERE, tryId: uuid(3) }
const rule = {
  id: 'r',
  name: 'damp coast',
  cfmPerTon: 380,
  bandPct: 5,
  keepMass: true,
  maxFaceFpm: 700,
  reason: '',
  cost: '',
  settings: [],
}
const BODIES: { [K in ChangeKind]: [BodyOf<K>, string] } = {
  'site.set': [{ name: 'Quay', altitudeFt: 310 }, 'site: name Quay, altitude 310 ft'],
  'system.set': [{ systemId: SYSTEM, capacityTons: 3.5 }, 'system: capacity 3.5 ton'],
  'part.set': [{ systemId: SYSTEM, partId: uuid(4), role: 'supply-grille', name: 'desk' }, 'supply grille: name desk'],
  'part.remove': [{ systemId: SYSTEM, partId: uuid(4) }, 'part taken out'],
  'profile.use': [{ systemId: SYSTEM, profile: { family: 'VX-42' } }, 'indoor unit: VX-42'],
  'rule.use': [{ systemId: SYSTEM, rule }, 'house rule “damp coast”'],
  'rules.use': [
    { systemId: SYSTEM, rules: [{ id: 'damp', name: 'damp', reason: '', cost: '', aims: [] }] },
    'house rules “damp”',
  ],
  'twins.set': [{ groupId: uuid(9), name: 'flats', systemIds: [SYSTEM, uuid(11)] }, 'twins “flats”: 2 units'],
  'visit.start': [{ visitId: VISIT, reason: 'too loud' }, 'visit: too loud'],
  'visit.close': [{ visitId: VISIT }, 'visit closed'],
  'complaint.set': [{ ...HERE, text: 'hiss' }, 'complaint: hiss'],
  'note.add': [{ ...HERE, text: 'gap', standing: 'watch' }, 'note: gap'],
  'photo.add': [{ ...HERE, photoId: uuid(5), noteId: uuid(6), mediaType: 'image/png', bytes: 9 }, 'photo'],
  'try.start': [{ ...HERE, tap: null, adjustPct: -10, filter: 'clean' }, 'try: tap not known, adjust -10%, filter clean'],
  'reading.probes': [{ ...TRY, supply: 0.22 }, 'static supply side of the cabinet +0.22 in.wc'],
  'reading.split': [{ ...TRY, returnDbF: 75, supplyDbF: 55 }, 'return 75.0 °F, supply 55.0 °F'],
  'reading.rise': [
    { ...TRY, returnDbF: 70, supplyDbF: 92, volts: 240, amps: 37.5, phases: 1 },
    'heater 70.0 °F to 92.0 °F, 240 V, 37.5 A',
  ],
  'reading.grille': [{ ...TRY, name: 'desk', side: 'supply', faceFpm: 640 }, 'supply grille desk 640 fpm'],
  'reading.heard': [{ ...TRY, text: 'rattle' }, 'heard: rattle'],
  'setting.set': [
    { ...HERE, role: 'airflow.cool', column: 'left', value: '4', why: 'asked for' },
    'cooling tap left: 4, because asked for',
  ],
  'aim.set': [
    { ...HERE, role: 'sensor.source', place: 'controller', value: 'wall', why: 'sun on the return', from: 'hand' },
    'control sensor (controller) aim: wall, because sun on the return',
  ],
  'advice.override': [
    { ...HERE, moveKey: 'k', advised: 'x', chose: 'Tap 4.', reason: 'no filter here' },
    'decided otherwise: Tap 4., because no filter here',
  ],
  'item.open': [{ ...HERE, itemId: uuid(7), text: 'larger grille' }, 'open: larger grille'],
  'item.close': [{ ...HERE, itemId: uuid(7), how: 'fitted' }, 'done: fitted'],
  'wiring.set': [{ ...HERE, kind: 'furnace', cable: 5 }, 'wiring: kind furnace with cooling, conductors 5'],
  'wire.set': [
    { ...HERE, column: 'found', wire: 'yellow', controller: 'Y1', board: 'equipment', terminal: 'Y2' },
    'conductor yellow found: Y1 to Y2',
  ],
  'bridge.set': [
    { ...HERE, column: 'left', board: 'controller', a: 'Rc', b: 'Rh', there: true },
    'bridge Rc to Rh at the controller left: there',
  ],
  'contact.set': [
    { ...HERE, place: 'equipment', input: '1', device: 'float switch', rests: 'closed' },
    'input 1: float switch, rests closed',
  ],
  'firing.set': [{ ...HERE, inputBtuH: 60_000, toStartS: 40 }, 'firing: input 60,000 Btu/h, flame to blower 40 s'],
  'fix.put': [
    {
      ...HERE,
      fixId: uuid(12),
      what: 'S0 thermostat',
      instead: 'economizer controller',
      cannot: 'free cooling',
      undo: 'put the RV back',
    },
    'temporary: S0 thermostat instead of economizer controller',
  ],
  'fix.undo': [{ ...HERE, fixId: uuid(12), how: 'RV is in' }, 'temporary fix undone: RV is in'],
  'fix.hand-on': [{ ...HERE, fixId: uuid(12), to: 'JT', until: '2026-12-31' }, 'temporary fix handed on to JT until 2026-12-31'],
  'cooling.set': [{ ...HERE, dryingPct: 80 }, 'cooling: drying share of the flow 80%'],
  'drive.set': [{ systemId: SYSTEM, baseHz: 60 }, 'drive: full speed 60 Hz'],
  'traverse.set': [{ ...TRY, traverseId: uuid(13), name: 'trunk', widthIn: 20 }, 'traverse: name trunk, duct width 20.0 in'],
  'traverse.point': [{ ...TRY, traverseId: uuid(13), index: 4, pressureInWc: 0.042 }, 'traverse, point 5: +0.042 in.wc'],
  'reading.hood': [{ ...TRY, name: 'desk', side: 'supply', flowCfm: 120 }, 'hood on supply desk 120 cfm'],
  'reading.plate': [{ ...TRY, factor: 1260, dpInWc: 0.81 }, 'plate of 1260 at +0.81 in.wc'],
  'instrument.use': [
    {
      ...HERE,
      instrument: {
        format: 'ingle-instrument/1',
        id: 'gauge-1',
        name: 'Gauge 1',
        measures: 'static',
        accuracyPct: 1,
        accuracyFixed: 0.002,
      },
    },
    'measured with Gauge 1',
  ],
  'zone.set': [{ systemId: SYSTEM, zoneId: uuid(14), name: 'Hall' }, 'zone: name Hall'],
  'zone.remove': [{ systemId: SYSTEM, zoneId: uuid(14) }, 'zone taken out'],
  'outlet.set': [{ systemId: SYSTEM, outletId: uuid(15), zoneId: uuid(14), name: 'desk' }, 'outlet: name desk'],
  'outlet.remove': [{ systemId: SYSTEM, outletId: uuid(15) }, 'outlet taken out'],
  'zoning.set': [{ systemId: SYSTEM, shareBy: 'load' }, 'zoned duct: shared by load'],
  'zones.reading': [
    { ...HERE, open: [uuid(14)], supplyInWc: 0.3, returnInWc: -0.2 },
    'static with zones open: 1; +0.30 in.wc and −0.20 in.wc',
  ],
  'outlet.reading': [{ ...HERE, outletId: uuid(15), flowCfm: 95, damperPct: 60 }, 'outlet read: 95 cfm, damper 60%'],
  'room.set': [
    { systemId: SYSTEM, kind: 'light', areaFt2: 640, gap: 'open', uaBtuHPerF: 231 },
    'room: kind small and light: warms and cools quickly, floor 640 ft², gap at the sensor open, loses 231 Btu/h·°F',
  ],
  'sensor.pair': [
    { ...HERE, place: 'return', shownF: 70.1, referenceF: 73.9, fan: true, supply: true },
    'return shows 70.1 °F, reference 73.9 °F, fan on, supply air on',
  ],
  'roof.set': [
    { systemId: SYSTEM, fan: 'two', leastPct: 60, fullCfm: 4000, serves: 'single', zone: '4C' },
    'rooftop unit: fan two speeds, least fan 60%, supply at full speed 4,000 cfm, serves one space, climate zone 4C',
  ],
  'space.set': [
    { systemId: SYSTEM, spaceId: uuid(17), name: 'Reading room', use: 'library', people: 40, areaFt2: 2600 },
    'space: name Reading room, use library, people 40, floor 2,600 ft²',
  ],
  'space.remove': [{ systemId: SYSTEM, spaceId: uuid(17) }, 'space taken out'],
  'roof.point.set': [
    { systemId: SYSTEM, carries: 'co2', terminal: 'A5', signal: '2-10', low: 0, high: 2000 },
    'CO₂: on A5, by 2-10',
  ],
  'roof.point.read': [
    { ...HERE, carries: 'smoke', stopped: true, alarmed: false, how: 'test magnet' },
    'Smoke detector: tripped, and it stopped, no alarm, test magnet',
  ],
  'damper.point': [
    { ...HERE, speedPct: 65, positionPct: 30, way: 'temperatures', outdoorF: 83.1, returnF: 71.8, mixedF: 74.7 },
    'fan 65%, damper 30%: outdoor 83.1 °F, return 71.8 °F, mixed 74.7 °F',
  ],
  'roof.reading': [
    { ...HERE, outdoorF: 55, returnF: 74, mixedF: 71, commandPct: 15, cooling: true, compressor: true },
    'unit: outdoor 55.0 °F, return 74.0 °F, mixed 71.0 °F, damper 15%, cooling called, compressor on',
  ],
  'stroke.reading': [{ ...HERE, commandPct: 50, feedbackPct: 52, seconds: 44 }, 'stroke to 50%: feedback 52%, 44 s'],
  'times.set': [
    { systemId: SYSTEM, heatInF: 69, holidays: 'BEGIN:VCALENDAR', holidaysName: 'Wrenmoor days', warmBy: 'own' },
    'times: heated while in to 69.0 °F, holidays from Wrenmoor days, warm on time by the device itself',
  ],
  'week.set': [
    {
      systemId: SYSTEM,
      days: [0, 1, 2, 3, 4],
      entries: [
        { startMin: 345, is: 'in', heatF: 69 },
        { startMin: 780, is: 'out', mode: 'off', fan: 'auto' },
        { startMin: 1310, is: 'asleep' },
      ],
    },
    'week, Mo–Fr: 05:45 in heat 69.0 °F, 13:00 out off fan auto, 21:50 asleep',
  ],
  'season.set': [
    { systemId: SYSTEM, seasonId: uuid(18), name: 'winter', from: '10-01', to: '04-30' },
    'season: name winter, from 10-01, to 04-30',
  ],
  'exception.set': [
    { systemId: SYSTEM, exceptionId: uuid(19), name: 'skiing', from: '2027-02-06', to: '2027-02-13' },
    'exception skiing: 2027-02-06 to 2027-02-13, out',
  ],
  'letting.set': [
    { systemId: SYSTEM, lettingId: uuid(20), who: 'choir', days: [1, 3], fromMin: 1140, toMin: 1290 },
    'let to choir: Tu, Th 19:00–21:30',
  ],
  'times.remove': [{ systemId: SYSTEM, id: uuid(20) }, 'a season, an exception or a letting taken out'],
  'clock.read': [{ ...HERE, place: 'controller', day: 2, minute: 1164 }, 'its clock shows Wednesday 19:24'],
  'counter.read': [{ ...HERE, counter: 'heat', value: 812 }, 'heating hours: 812'],
  'check.set': [{ ...HERE, checkId: 'panels-back', done: true }, 'panels back: done'],
  'trial.set': [{ ...HERE, trial: 'hot.fan-off', answer: 'yes' }, 'hot.fan off: yes'],
  'test.use': [{ systemId: SYSTEM, test: TEST, on: true }, 'test “Fan stops” taken on'],
  'test.start': [{ ...HERE, runId: uuid(30), test: TEST }, 'test begun: Fan stops'],
  'test.step': [{ ...ON_RUN, step: 'watch' }, 'step: watch'],
  'test.answer': [{ ...ON_RUN, step: 'watch', answer: 'stopped' }, 'watch: stopped'],
  'test.read': [
    { ...ON_RUN, reading: 'supply', value: 104.5, plusMinus: 0.7, instrument: 'T-3', from: 'hand' },
    'supply 104.5, T-3',
  ],
  'test.trace': [
    { ...ON_RUN, reading: 'fan', beganAt: '2026-11-24T10:00:00.000Z', afterMs: [0, 1000], values: [60, 0], from: 'wire' },
    'fan: 2 values',
  ],
  'test.pause': [{ ...ON_RUN, why: 'rain' }, 'test stopped for now: rain'],
  'test.end': [{ ...ON_RUN, how: 'given-up', reason: 'no key to the roof' }, 'test given up: no key to the roof'],
  'test.skip': [{ ...HERE, testId: 'heat-call', reason: 'no gas yet' }, 'test heat call not run: no gas yet'],
  'baseline.read': [
    { ...HERE, mode: 'cool', way: 'forced', machine: 'HP-42', outdoorF: 81.5, amps: 14.2, driveHz: 60 },
    'cooling baseline, forced: outdoor air 81.5 °F, amps 14.2 A, drive frequency 60 Hz',
  ],
  'item.hand-on': [{ ...HERE, itemId: uuid(7), to: 'JT', until: '2026-12-31' }, 'open item handed on to JT until 2026-12-31'],
  'visit.sign': [
    { visitId: VISIT, as: 'customer', name: 'P. Marlow', strokes: [[0, 0, 500, 200]] },
    'signed by P. Marlow (customer)',
  ],
  undo: [{ targetId: uuid(8) }, 'taken back'],
}

function written<K extends ChangeKind>(kind: K) {
  const pen = new Pen()
  pen.write(kind, BODIES[kind][0] as never)
  return pen.changes[0]!
}

describe('what a change wrote down, in a line', () => {
  it.each(ALL_KINDS)('%s', (kind) => expect(describeChange(written(kind))).toBe(BODIES[kind][1]))
  it('follows the reader’s units', () => {
    expect(describeChange(written('reading.split'), METRIC_UNITS)).toBe('return 23.9 °C, supply 12.8 °C')
    expect(describeChange(written('reading.probes'), METRIC_UNITS)).toBe('static supply side of the cabinet +55 Pa')
    expect(describeChange(written('system.set'), METRIC_UNITS)).toBe('system: capacity 12.3 kW')
    expect(describeChange(written('site.set'), METRIC_UNITS)).toBe('site: name Quay, altitude 94 m')
  })
  it('names every step of making dead in words, and whether it was taken back', () => {
    const said = (checkId: string, done: boolean) => {
      const pen = new Pen()
      pen.write('check.set', { ...HERE, checkId, done })
      return describeChange(pen.changes[0]!)
    }
    expect(said('isolation.dead', true)).toBe('isolation: proved dead')
    expect(said('isolation.dead', false)).toBe('isolation: proved dead, taken back')
    // A step that is added in core needs its words here.
    for (const { id } of isolationSteps({ gas: true, dischargeS: 300, slowest: '5 min' } as never))
      expect(said(id, true)).not.toMatch(/isolation\.|: done/)
  })
})

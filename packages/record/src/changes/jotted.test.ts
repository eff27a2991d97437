import { BASE_UNITS, JOT_COMMANDS, METRIC_UNITS, parseJot, type UnitChoice } from '@ingle/core'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { idMaker } from '../ids.ts'
import { type BodyOf, type ChangeKind, KINDS } from '../kinds/kinds.ts'
import { HERE, SYSTEM, uuid } from '../testing/pen.ts'
import { type Change, parseChange } from './change.ts'
import { changesOf, lineOf } from './jotted.ts'

const context = {
  units: BASE_UNITS,
  taps: ['1', '2', '3', '4', '5'],
  adjust: null,
  settings: [
    {
      key: 'airflow.cool',
      word: 'cool',
      label: 'Cool',
      setting: { role: 'airflow.cool', label: 'Cool', values: ['3', '4', '5'], access: '' },
    },
    {
      key: 'fan.satisfied.heat@controller',
      word: 'fan.heat',
      label: 'Fan when satisfied, heating',
      setting: {
        role: 'fan.satisfied.heat',
        label: 'Fan, heat off',
        values: ['0', '1', '2'],
        means: { 0: 'off', 1: 'trickle', 2: 'as-set' },
        access: '',
      },
    },
  ],
  grilles: [],
  running: {
    runId: '00000000-0000-4000-8000-0000000001f5',
    readings: [
      {
        word: 'supply',
        says: 'supply air',
        quantity: 'temperature' as const,
        least: -40,
        most: 250,
        plusMinus: 0.7,
        traced: false,
      },
      { word: 'fan', says: 'fan', quantity: 'percent' as const, least: 0, most: 120, plusMinus: 2, traced: true },
    ],
  },
  burnsFuel: true,
  wanted: [],
}
const place = { ...HERE, tryId: uuid(3), tap: '3', adjustPct: 0, filter: 'as-found' as const }
let n = 500
const newId = idMaker(() => {
  n += 1
  return uuid(n)
})
const lines = JOT_COMMANDS.flatMap((command) => command.examples).filter((line) => line !== 'undo')

function written(line: string, at: Parameters<typeof changesOf>[1] = place) {
  const reading = parseJot(line, context)
  if (reading.state !== 'ready' || reading.intent.kind === 'undo') throw new Error(`${line} is not ready`)
  return changesOf(reading.intent, at, newId)
}

describe('a jotted line', () => {
  it.each(lines)('%s becomes changes that are taken', (line) => {
    const drafts = written(line)
    expect(drafts.length).toBeGreaterThan(0)
    for (const draft of drafts)
      expect(
        parseChange({ id: newId(), siteId: uuid(0), at: '2026-11-24T10:00:00Z', by: 'MR', ...draft }, Date.UTC(2026, 10, 25)),
      ).toMatchObject({ ok: true })
  })

  it('starts a try, tap not known, for a reading without one', () => {
    const [start, reading] = written('esp +0.22 -0.45', { ...place, tryId: null, tap: null })
    expect(start).toMatchObject({ kind: 'try.start', body: { tap: null } })
    expect(reading).toMatchObject({ kind: 'reading.probes', body: { tryId: start?.id } })
  })

  it('a value of a running test is kept as one, and one that is followed as a stretch', () => {
    expect(written('read supply 40 C')).toMatchObject([
      { kind: 'test.read', body: { reading: 'supply', value: expect.closeTo(104, 6), plusMinus: 0.7, from: 'hand' } },
    ])
    expect(written('read fan 60')).toMatchObject([{ kind: 'test.trace', body: { reading: 'fan', afterMs: [0], values: [60] } }])
  })

  it('keeps tap and adjust when the filter is changed', () =>
    expect(written('filter clean')).toMatchObject([{ kind: 'try.start', body: { tap: '3', filter: 'clean' } }]))
})

/** A number as an instrument shows it, or any other that the record takes. */
const number = (min: number, max: number) =>
  fc.oneof(
    fc.integer({ min: Math.ceil(min * 100), max: Math.floor(max * 100) }).map((n) => n / 100),
    fc.double({ min, max, noNaN: true }).map((n) => (Math.abs(n) < 1e-12 ? 0 : n)),
  )
const optional = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined })
const name = fc.constantFrom('desk', 'return', 'return hall', 'hall by the door', 'kiln')
const side = fc.constantFrom('return' as const, 'supply' as const)
const words = fc.array(fc.constantFrom('hiss', 'at', '3 pm,', 'the', '“desk”', 'because', 'tap'), { minLength: 1, maxLength: 6 })
const text = words.map((all) => all.join(' '))
const TRY = { ...HERE, tryId: uuid(3) } as const
const suction = optional(number(-3, 0))

/** What somebody may have written down by hand, kind by kind; a kind with a line that is not here fails the test below. */
const BODIES: { [K in ChangeKind]?: fc.Arbitrary<Partial<BodyOf<K>>> } = {
  'reading.probes': fc
    .record({
      supply: optional(number(0.01, 3)),
      return: suction,
      'before-filter': suction,
      'after-filter': suction,
      'after-coil': optional(number(-1, 3)),
      trunk: optional(number(-1, 3)),
    })
    .filter((one) => Object.values(one).some((value) => value !== undefined))
    .filter((one) => !(one['before-filter'] !== undefined && (one['after-filter'] ?? -9) > one['before-filter'])),
  'reading.split': fc.record({
    returnDbF: number(40, 110),
    supplyDbF: number(30, 140),
    returnWbF: optional(number(30, 39)),
    supplyWbF: optional(number(20, 29)),
    returnRhPct: optional(number(1, 100)),
  }),
  'reading.rise': fc.record({
    returnDbF: number(50, 80),
    supplyDbF: number(81, 160),
    volts: number(100, 600),
    amps: number(0.2, 90),
    phases: fc.constantFrom(1 as const, 3 as const),
  }),
  'sensor.pair': fc.record(
    {
      place: fc.constantFrom('wall' as const, 'return' as const, 'average' as const, 'remote' as const),
      shownF: number(40, 110),
      referenceF: number(40, 110),
      fan: fc.boolean(),
      supply: fc.boolean(),
      sun: fc.constant(true),
    },
    { requiredKeys: ['place', 'shownF', 'referenceF', 'fan', 'supply'] },
  ),
  'damper.point': fc
    .record({
      speedPct: number(1, 100),
      positionPct: number(0, 100),
      supplyCfm: optional(number(50, 90_000)),
      way: fc.constantFrom('temperatures' as const, 'station' as const, 'hood' as const),
      outdoorF: number(-40, 120),
      returnF: number(40, 110),
      mixedF: number(-20, 120),
      signal: number(0, 10),
      flowCfm: number(0, 90_000),
    })
    .map(({ outdoorF, returnF, mixedF, signal, flowCfm, ...head }) => ({
      ...head,
      ...(head.way === 'temperatures' ? { outdoorF, returnF, mixedF } : head.way === 'station' ? { signal } : { flowCfm }),
    })),
  'roof.reading': fc.record(
    {
      outdoorF: number(-40, 120),
      returnF: number(40, 110),
      mixedF: number(-20, 120),
      commandPct: number(0, 100),
      cooling: fc.boolean(),
      compressor: fc.boolean(),
      feedbackPct: number(0, 100),
      nearbyF: number(-40, 120),
      co2Ppm: fc.integer({ min: 0, max: 9000 }),
    },
    { requiredKeys: ['outdoorF', 'returnF', 'mixedF', 'commandPct', 'cooling'] },
  ),
  'reading.grille': fc.record({
    name,
    side,
    faceFpm: number(0, 3000),
    widthIn: optional(fc.integer({ min: 4, max: 60 })),
    heightIn: optional(number(4, 60).filter((n) => !String(n).includes('e'))),
    freeArea: optional(number(0.05, 1)),
  }),
  'reading.hood': fc.record({ name, side, flowCfm: number(0, 9000) }),
  'reading.plate': fc.oneof(
    fc.record({ factor: number(10, 20_000), dpInWc: number(0, 5) }),
    fc.record({
      factor: number(10, 20_000),
      dpInWc: number(0, 5),
      normalStaticInWc: number(0.01, 5),
      testStaticInWc: number(0.01, 5),
    }),
  ),
  'reading.heard': fc.record({ text }),
  'note.add': fc.record({ text, standing: fc.constant('watch' as const) }),
  'item.open': fc.record({ text, itemId: fc.constant(uuid(7)) }) as never,
  'system.set': fc.oneof(fc.record({ capacityTons: number(0.5, 90) }), fc.record({ heaterKw: number(0, 90) })),
  'week.set': fc.record({
    days: fc.uniqueArray(fc.nat(6), { minLength: 1 }).map((days) => days.sort((a, b) => a - b)),
    entries: fc
      .uniqueArray(
        fc
          .record(
            {
              startMin: fc.nat(1439),
              is: fc.constantFrom('in' as const, 'out' as const, 'asleep' as const),
              heatF: number(35, 95),
              coolF: number(55, 105),
              mode: fc.constantFrom('off' as const, 'heat' as const, 'cool' as const),
              fan: fc.constantFrom('auto' as const, 'on' as const, 'low' as const, 'medium' as const, 'high' as const),
            },
            { requiredKeys: ['startMin', 'is'] },
          )
          // What is switched off has no set point of its own.
          .map(({ heatF, coolF, ...rest }) => ({
            ...rest,
            ...(heatF !== undefined && rest.mode !== 'off' && rest.mode !== 'cool' && { heatF }),
            ...(coolF !== undefined && rest.mode !== 'off' && rest.mode !== 'heat' && { coolF }),
          })),
        { minLength: 1, maxLength: 8, selector: (one) => one.startMin },
      )
      .map((entries) => entries.sort((a, b) => a.startMin - b.startMin)),
  }),
  'setting.set': fc.oneof(
    fc.record({
      role: fc.constant('airflow.cool'),
      column: fc.constantFrom('found' as const, 'left' as const),
      value: fc.constantFrom('3', '4', '5'),
      why: optional(text),
    }),
    fc.record({
      role: fc.constant('fan.satisfied.heat'),
      place: fc.constant('controller' as const),
      column: fc.constant('proof' as const),
      value: text,
    }),
  ),
  'aim.set': fc.record({
    role: fc.constant('fan.satisfied.heat'),
    place: fc.constant('controller' as const),
    value: fc.constantFrom('off', 'trickle', 'as-set'),
    why: text,
    from: fc.constant('hand' as const),
  }),
}
const said = (body: object) =>
  Object.fromEntries(
    Object.entries(body).filter(([key, value]) => value != null && !['visitId', 'systemId', 'tryId', 'itemId'].includes(key)),
  )

describe('a change that a line can write', () => {
  const kinds = KINDS.filter((one) => 'line' in one).map((one) => one.kind)
  const lineIn = (units: UnitChoice, kind: ChangeKind, body: object) =>
    lineOf(
      { id: newId(), kind, body: { ...(kind === 'system.set' ? { systemId: SYSTEM } : TRY), ...body } } as unknown as Change,
      {
        units,
        grilles: [],
        wordOf: (key) => context.settings.find((one) => one.key === key)?.word ?? null,
      },
    )

  it.each(kinds)('%s comes back as it was, to the last digit, in either units', (kind) => {
    const bodies = BODIES[kind]
    if (!bodies) throw new Error(`Say in BODIES what a ${kind} may hold`)
    fc.assert(
      fc.property(bodies as fc.Arbitrary<object>, fc.constantFrom(BASE_UNITS, METRIC_UNITS), (body, units) => {
        const line = lineIn(units, kind, body)
        if (line === null) throw new Error('no line writes this')
        const reading = parseJot(line, { ...context, units })
        if (reading.state !== 'ready' || reading.intent.kind === 'undo') throw new Error(`${line} is ${reading.state}`)
        const [draft] = changesOf(reading.intent, place, newId)
        expect(draft?.kind).toBe(kind)
        expect(said(draft?.body ?? {})).toEqual(said(body))
      }),
    )
  })

  it.each<[string, ChangeKind, object]>([
    ['a name that a line would change', 'reading.grille', { name: 'Desk 2', side: 'supply', faceFpm: 600 }],
    ['a text with a break in it', 'note.add', { text: 'one\ntwo', standing: 'watch' }],
    ['a plate with one static', 'reading.plate', { factor: 1200, dpInWc: 0.5, normalStaticInWc: 0.4 }],
    ['an aim of a rule', 'aim.set', { role: 'airflow.cool', value: '3', why: 'x', from: 'copy', source: 'flat 2' }],
    ['a setting that a machine read', 'setting.set', { role: 'airflow.cool', column: 'found', value: '3', via: 'gateway' }],
    ['a setting of a device that is not here', 'setting.set', { role: 'fan.level', column: 'found', value: '3' }],
    ['two fields at once', 'system.set', { capacityTons: 3, heaterKw: 5 }],
    ['another field', 'system.set', { name: 'AH-2' }],
    ['a change of another kind', 'visit.close', {}],
  ])('%s has no line', (_, kind, body) => expect(lineIn(BASE_UNITS, kind, body)).toBeNull())

  it('of a grille that the survey knows, a line says what differs and nothing else', () => {
    const grilles = [{ name: 'Desk', side: 'supply' as const, widthIn: 12, heightIn: 6, freeArea: 0.7 }]
    const lineWith = (more: object) => {
      const read = { name: 'Desk', side: 'supply', faceFpm: 620, widthIn: 12, heightIn: 6, freeArea: 0.7, ...more }
      const body = { ...TRY, ...read }
      const line = lineOf({ kind: 'reading.grille', body } as unknown as Change, {
        units: BASE_UNITS,
        grilles,
        wordOf: () => null,
      })
      if (line === null) return null
      expect(parseJot(line, { ...context, grilles })).toMatchObject({ intent: { kind: 'grille', ...read } })
      return line
    }
    expect(lineWith({})).toBe('grille desk 620')
    expect(lineWith({ widthIn: 14 })).toBe('grille desk 620 14x6')
    expect(lineWith({ heightIn: null })).toBe('grille desk 620 12x?')
    expect(lineWith({ freeArea: 0.6 })).toBe('grille desk 620 free 0.6')
    expect(lineWith({ freeArea: null })).toBeNull()
    expect(lineWith({ side: 'return' })).toBe('grille desk return 620')
  })
})

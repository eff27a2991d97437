import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayNumber } from './civil.ts'
import {
  actionId,
  channelGroups,
  eventsOfLanes,
  heldProgram,
  type ProgramForm,
  periodsHeld,
  slotId,
  slotMeanings,
  walkable,
} from './deviceProgram.ts'
import { inForceAt, timelineOf } from './inForce.ts'
import { laneOfProgram, nearestProgram, type ProgramHolding } from './nearestProgram.ts'
import { laneOf } from './weekLanes.ts'

const FORM: ProgramForm = { shape: 'periods', count: 4, starts: 'common', order: 'sorted' }
const holding = (form: ProgramForm): ProgramHolding => ({
  groups: form.groups ?? [[0, 6]],
  periodsPerDay: form.count,
  timeStepMin: 15,
  setStepF: 1,
  heat: { lowF: 45, highF: 88 },
  cool: { lowF: 60, highF: 96 },
  starts: form.starts ?? 'common',
  leastGapF: 3,
})
const everything = () => true

/** Changes of a week in whole degrees at quarters of an hour, none so late that nothing fits behind it on that day. */
const changes = fc.array(
  fc.record({
    atMin: fc.tuple(fc.nat(6), fc.nat(80)).map(([day, quarter]) => day * 1440 + quarter * 15),
    value: fc.integer({ min: 50, max: 72 }),
  }),
  { minLength: 1, maxLength: 14 },
)

describe('a program put into a device and read back', () => {
  const forms: [string, ProgramForm, boolean][] = [
    [
      'common starts, periods that can be off',
      {
        ...FORM,
        groups: [
          [0, 4],
          [5, 6],
        ],
      },
      true,
    ],
    ['common starts, always four periods', FORM, false],
    [
      'starts of its own for each',
      {
        ...FORM,
        starts: 'separate',
        groups: [
          [0, 4],
          [5, 5],
          [6, 6],
        ],
      },
      true,
    ],
    [
      'as entered, always four',
      {
        ...FORM,
        order: 'as-entered',
        groups: [
          [0, 3],
          [4, 6],
        ],
      },
      false,
    ],
  ]
  it.each(forms)('gives the same week: %s', (_, form, canBeOff) => {
    fc.assert(
      fc.property(changes, (points) => {
        const heat = laneOf(points) as Float64Array
        const cool = heat.map((one) => one + 8)
        const found = nearestProgram({ heat, cool }, holding(form))
        if (!found.ok) throw new Error(found.code)
        const slots = slotMeanings(form, found.value.programs, canBeOff, 15)
        const held = heldProgram(form, (id) => slots.get(id) ?? null, everything)
        for (const channel of ['heat', 'cool'] as const) {
          const of = found.value.programs.find((one) => one.channel === channel || one.channel === 'both')
          const given = laneOfProgram(of?.groups ?? [], channel)
          expect(held[channel]?.findIndex((one, minute) => one !== given?.[minute])).toBe(-1)
        }
        // A device that has no “off” has something in every place.
        if (!canBeOff) expect([...slots.values()]).not.toContain('off')
      }),
      { numRuns: 15 },
    )
  })
})

describe('what a device follows', () => {
  const slots = (given: Record<string, string>) => (id: string) => given[id] ?? null
  it('is one set point while it is held, or its program is off', () => {
    const given = { 'setpoint.heat': '66', [slotId('start', 0, 0)]: '360', [slotId('heat-set', 0, 0)]: '70' }
    for (const more of [{ 'time.hold': 'held' }, { 'time.program': 'none' }] as Record<string, string>[]) {
      const held = heldProgram(FORM, slots({ ...given, ...more }), everything)
      expect([held.kind, held.heat?.[0], held.heat?.[500], held.cool]).toEqual(['hold', 66, 66, null])
    }
    expect(heldProgram(FORM, slots(given), everything).kind).toBe('periods')
  })
  it('leaves out a period that is not after the one before it, where they count as entered', () => {
    const given = Object.fromEntries(
      [
        [345, 69],
        [435, 60],
        [315, 69],
        [1305, 61],
      ].flatMap(([start, set], i) => [
        [slotId('start', 0, i), String(start)],
        [slotId('heat-set', 0, i), String(set)],
      ]),
    )
    const read = (order: 'sorted' | 'as-entered') => {
      const form = { ...FORM, order }
      const entries = periodsHeld(form, null, slots(given), everything)
      return channelGroups(form, null, entries, 'heat')[0]?.periods.map((one) => one.startMin)
    }
    expect(read('as-entered')).toEqual([345, 435, 1305])
    expect(read('sorted')).toEqual([315, 345, 435, 1305])
  })
  it('follows how the setting divides the week', () => {
    const given = {
      'time.program': 'weekday-weekend',
      [slotId('start', 1, 0)]: '480',
      [slotId('heat-set', 1, 0)]: '69',
      [slotId('start', 0, 0)]: '345',
      [slotId('heat-set', 0, 0)]: '66',
    }
    const held = heldProgram(FORM, slots(given), everything)
    expect([held.heat?.[345], held.heat?.[5 * 1440 + 479], held.heat?.[5 * 1440 + 480]]).toEqual([66, 66, 69])
  })
  it('switches on and off by a timer, and not where a pair is off', () => {
    const form: ProgramForm = {
      shape: 'timer',
      count: 2,
      groups: [
        [0, 4],
        [5, 6],
      ],
    }
    const held = heldProgram(
      form,
      slots({ [slotId('on', 0, 0)]: '420', [slotId('off', 0, 0)]: '1320', [slotId('on', 0, 1)]: 'off' }),
      everything,
    )
    expect(held.week.map((one) => [one.action, one.startMin, one.days])).toEqual([
      ['on', 420, [0, 1, 2, 3, 4]],
      ['off', 1320, [0, 1, 2, 3, 4]],
    ])
  })
  it('acts by dated lines over New Year, and passes over one that cannot be read', () => {
    const form: ProgramForm = { shape: 'actions', count: 3 }
    const line = (n: number, given: Record<string, string>) =>
      Object.entries(given).map(([field, value]) => [actionId(field as 'at', n), value])
    const given = Object.fromEntries([
      ...line(1, { do: 'set', at: '540', days: 'tu-fr', from: '290', to: '106', heat: '68', cool: '75' }),
      ...line(2, { do: 'off', at: '1200', days: 'daily', from: '290', to: '106' }),
      ...line(3, { do: 'set', at: '600', days: 'someday' }),
    ])
    const held = heldProgram(form, slots(given), everything)
    expect(held.lines.map((one) => one.line)).toEqual([1, 2])
    const program = walkable(held, 'UTC')
    const at = (year: number, month: number, day: number, hour = 0) => (dayNumber(year, month, day) * 24 + hour) * 3_600_000
    const timeline = timelineOf(program, at(2026, 12, 20), at(2027, 6, 20))
    const state = (month: number, day: number, hour: number) => inForceAt(timeline, at(2027, month, day, hour), null, 0)
    // 5 January 2027 is a Tuesday; in June no line acts, and what stood last stays.
    expect(state(1, 5, 10)).toMatchObject({ heatF: 68, source: 'action' })
    expect(state(1, 5, 21)).toMatchObject({ action: 'off' })
    expect(state(1, 4, 10)).toMatchObject({ action: 'off' })
    expect(state(6, 15, 10)).toMatchObject({ action: 'off' })
  })
  it('has an event where a lane changes, and one at the beginning', () => {
    const heat = laneOf([
      { atMin: 345, value: 69 },
      { atMin: 1310, value: 61 },
    ])
    expect(eventsOfLanes(heat, null).map((one) => [one.days, one.startMin, one.heatF])).toEqual([
      [[0], 0, 61],
      [[0], 345, 69],
      [[0], 1310, 61],
    ])
  })
})

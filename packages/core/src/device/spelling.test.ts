import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BASE_UNITS, METRIC_UNITS } from '../quantity/units.ts'
import { DIFF_C, FAN_HEAT, SENSOR, setting } from '../testing/devices.ts'
import { express, meaningOf, readValue, sayBoth, sayOffer } from './spelling.ts'

describe('saying a role on a device', () => {
  it('finds the value that means it', () => expect(express(FAN_HEAT, 'off')).toEqual({ fit: 'exact', value: '0' }))

  it('names what is offered when the device lacks the value', () =>
    expect(
      express(
        setting({
          role: 'fan.satisfied.heat',
          label: 'Fan rest',
          values: ['Lo', 'Set'],
          means: { Lo: 'trickle', Set: 'as-set' },
        }),
        'off',
      ),
    ).toEqual({
      fit: 'none',
      reason: 'Fan rest has no “off”; it offers trickle and as set.',
    }))

  it.each([
    ['freshair.limit', '65', '18', 'no more'], // 18.33 °C
    ['freshair.limit', '65.8', '18.5', 'no more'], // 18.78 °C
    ['setpoint.cool.least', '65', '18.5', 'no less'],
    ['setpoint.heat.most', '65.2', '18', 'no more'], // 18.44 °C: the nearest would be 18.5
    ['setpoint.heat', '65.2', '18.5', 'nearest is'],
  ])('%s of %s °F on steps of half a degree Celsius is %s', (role, asked, value, words) => {
    const half = setting({ role, label: 'Limit', values: [], range: { min: 5, max: 30, step: 0.5, unit: '°C' } })
    expect(express(half, asked)).toMatchObject({ fit: 'nearest', value, reason: expect.stringContaining(words) })
  })
  it('takes the end of the range where a bound lies outside of it', () =>
    expect(
      express(
        setting({ role: 'freshair.limit', label: 'Limit', values: [], range: { min: 20, max: 30, step: 0.5, unit: '°C' } }),
        '60',
      ),
    ).toMatchObject({ value: '20' }))

  it('offers the nearest step in another unit, and says that it is not the same', () =>
    // 1 °F is 0.556 °C; the step below, 0.5 °C, is 0.9 °F.
    expect(express(DIFF_C, '1')).toEqual({
      fit: 'nearest',
      value: '0.5',
      gives: '0.9',
      reason: 'Swing cannot be set to 1 °F; the nearest is 0.5 °C (0.9 °F).',
    }))

  it('takes the lower of two that are equally near', () =>
    expect(express(setting({ role: 'service.filter', range: { min: 0, max: 10, step: 1, unit: '100 h' } }), '150')).toMatchObject(
      { value: '1' },
    ))

  it.each([
    ['V of 2–10', '25', '4'],
    ['V of 0–10', '25', '2.5'],
  ])('a damper share of %s', (unit, share, volts) =>
    expect(express(setting({ role: 'freshair.min.low', range: { min: 0, max: 10, step: 0.1, unit } }), share)).toEqual({
      fit: 'exact',
      value: volts,
    }),
  )

  it('counts steps by the last one: 220 of 255 is 86 %, not 220 %', () => {
    const step = setting({
      role: 'fan.step.high',
      label: 'Fan, all open',
      range: { min: 0, max: 255, step: 1, unit: 'step of n' },
    })
    expect(meaningOf(step, '220')).toBe('86.2745')
    expect(sayBoth(step, '220', BASE_UNITS)).toEqual({ means: '86.2745%', shows: '220 of 255' })
    expect(express(step, '60')).toEqual({ fit: 'exact', value: '153' })
    expect(express(setting({ ...step, range: { min: 1, max: 15, step: 1, unit: 'step of n' } }), '50')).toMatchObject({
      fit: 'nearest',
      value: '7',
      gives: '46.6667',
    })
  })
  it('takes a bare figure over a hundred for no percent', () =>
    expect(meaningOf(setting({ role: 'fan.step.high', values: ['60', '220'] }), '220')).toBe('step 220'))
  it('a percent is the number that it is, with its sign and with room around it', () => {
    const share = setting({ role: 'airflow.adjust', values: [' +10% ', '-5'] })
    expect([meaningOf(share, ' +10% '), meaningOf(share, '-5')]).toEqual(['10', '-5'])
  })
  it('takes a size jumper of 24, 30, 36 for no tons, and says what to do', () => {
    const jumper = setting({ role: 'system.capacity', label: 'Size jumper', values: ['24', '30', '36'] })
    expect(express(jumper, '3')).toEqual({
      fit: 'none',
      reason: 'Size jumper: what 24, 30 and 36 mean is not said. Say the size of each in the library, such as “24 = 2”.',
    })
    expect(express({ ...jumper, means: { 24: '2', 30: '2.5', 36: '3' } }, '3')).toEqual({ fit: 'exact', value: '36' })
    expect(express(setting({ role: 'system.capacity', values: ['2', '2.5', '3'] }), '3')).toEqual({ fit: 'exact', value: '3' })
  })

  it('refuses what is no number', () => expect(express(DIFF_C, 'tight')).toMatchObject({ fit: 'none' }))

  it('whatever is offered exactly means what was asked', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(FAN_HEAT, SENSOR, DIFF_C),
        fc.constantFrom('off', 'trickle', 'wall', 'jump', '0.9', '1.8', '2', '5.4'),
        (one, asked) => {
          const said = express(one, asked)
          if (said.fit === 'exact') expect(meaningOf(one, said.value)).toBe(asked)
          if (said.fit === 'nearest') expect(meaningOf(one, said.value)).toBe(said.gives)
        },
      ),
    )
  })

  it('no step lies nearer than the one that is offered', () => {
    fc.assert(
      fc.property(fc.double({ min: -10, max: 20, noNaN: true }), (asked) => {
        const said = express(DIFF_C, String(asked))
        if (said.fit === 'none') throw new Error(said.reason)
        const off = Math.abs(Number(meaningOf(DIFF_C, said.value)) - asked)
        for (const step of [0.5, 1, 1.5, 2, 2.5, 3]) expect(off).toBeLessThanOrEqual(Math.abs(step * 1.8 - asked) + 1e-3)
      }),
    )
  })
})

describe('reading what was typed', () => {
  it.each([
    [FAN_HEAT, '1', '1'],
    [FAN_HEAT, 'trickle', '1'],
    [FAN_HEAT, 'as set', '2'],
    [FAN_HEAT, 'As-Set', '2'],
    [SENSOR, 'wall controller', '3'],
    [DIFF_C, '0.5', '0.5'],
    [DIFF_C, '1,5', '1.5'],
    [DIFF_C, '1.5 °C', '1.5'],
    [DIFF_C, '1.8 °F', '1'],
    [setting({ role: 'airflow.adjust', values: ['-10%', '0', '+10%'] }), '10', '+10%'],
    [setting({ role: 'airflow.adjust', values: ['-10%', '0', '+10%'] }), '−10', '-10%'],
    [setting({ role: 'zone.name.1' }), 'Hall', 'Hall'],
  ])('%#: “%s”', (one, typed, value) => expect(readValue(one, typed)).toBe(value))

  it.each([
    [FAN_HEAT, '7'],
    [DIFF_C, '0.7'],
    [DIFF_C, '9'],
    [DIFF_C, ''],
    [FAN_HEAT, 'loud'],
  ])('%#: “%s” is not offered', (one, typed) => expect(readValue(one, typed)).toBeNull())

  it('answers any text', () => {
    fc.assert(
      fc.property(fc.constantFrom(FAN_HEAT, DIFF_C, setting({})), fc.string({ unit: 'binary', maxLength: 30 }), (one, typed) => {
        const value = readValue(one, typed)
        expect(value === null || typeof value === 'string').toBe(true)
      }),
    )
  })
})

it('shows the meaning first, and what the display reads', () => {
  expect(sayBoth(FAN_HEAT, '1', BASE_UNITS)).toEqual({ means: 'trickle', shows: '1' })
  expect(sayBoth(DIFF_C, '1', BASE_UNITS)).toEqual({ means: '1.8 °F', shows: '1 °C' })
  expect(sayBoth(setting({ role: 'control.min-off', range: { min: 1, max: 9, step: 1, unit: 'min' } }), '4', BASE_UNITS)).toEqual(
    {
      means: '4 min',
      shows: null,
    },
  )
  // In the reader's units: what it means, and beside it what the display has.
  expect(sayBoth(DIFF_C, '1', METRIC_UNITS)).toEqual({ means: '1 °C', shows: null })
  const limit = setting({ role: 'freshair.limit', range: { min: 50, max: 80, step: 1, unit: '°F' } })
  expect(sayBoth(limit, '70', METRIC_UNITS)).toEqual({ means: '21.1 °C', shows: '70 °F' })
  expect(express(limit, '70.5', METRIC_UNITS)).toMatchObject({
    fit: 'nearest',
    reason: 'Test setting cannot be set to 21.4 °C; the nearest that is no more is 70 °F (21.1 °C).',
  })
  expect(sayOffer(DIFF_C, BASE_UNITS)).toBe('0.5 to 3 °C in steps of 0.5')
  expect(sayOffer(FAN_HEAT, BASE_UNITS)).toBe('0 (off), 1 (trickle) and 2 (as set)')
})

describe('a figure typed with its unit', () => {
  const reads = (typed: string, more: Parameters<typeof setting>[0]) => readValue(setting(more), typed)
  const diff = { role: 'control.differential', values: ['0.5', '1', '1.5', '2'] }
  it.each([
    ['1 F', '1'],
    ['1°F', '1'],
    ['1', '1'],
    // 1 K is 1.8 °F: the device has none such, and nothing is rounded unasked.
    ['1 K', null],
    ['1 L/s', null],
    ['1 min', null],
  ])('%s for a differential is %s', (typed, value) => expect(reads(typed, diff)).toBe(value))
  it.each([
    ['20 C', '68'],
    ['68', '68'],
    ['68 °F', '68'],
  ])('%s for a set point is %s', (typed, value) =>
    expect(reads(typed, { role: 'setpoint.heat', range: { min: 40, max: 90, step: 1, unit: '°F' } })).toBe(value),
  )
  it('a time in another unit of time', () =>
    expect(reads('300 s', { role: 'control.min-off', range: { min: 0, max: 10, step: 1, unit: 'min' } })).toBe('5'))
})

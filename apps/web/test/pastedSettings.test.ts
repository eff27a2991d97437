import type { PastedSetting } from '@ingle/core'
import { describe, expect, it } from 'vitest'
import { doubtsAs, pastedToForm } from '../src/library/pastedSettings.ts'

const row = (more: Partial<PastedSetting>): PastedSetting => ({
  code: 'P1',
  label: 'Limit',
  values: ['5', '15'],
  range: true,
  default: '8',
  unit: null,
  address: null,
  doubts: [],
  ...more,
})

describe('a pasted row as a setting', () => {
  it.each([
    ['freshair.limit', '°C', '°C'],
    ['freshair.limit', 'deg F', '°F'],
    ['control.differential', '°C', 'Δ°C'],
    ['control.differential', 'K', 'Δ°C'],
    ['fan.delay.off.heat', 'min', 'min as s'],
    ['freshair.min.low', '%', '%'],
  ])('%s in %s counts in %s, without a doubt', (role, unit, device) => {
    expect(pastedToForm(row({ unit }), role).unit).toBe(device)
    expect(doubtsAs(row({ unit }), role)).toEqual([])
  })
  it('degrees without a unit are doubted, by name', () =>
    expect(doubtsAs(row({}), 'freshair.limit')).toEqual([expect.stringMatching(/P1 Limit: 5 to 15 is taken in °F.*°C/)]))
  it('a unit that does not fit its need is doubted, and none is made up', () =>
    expect(doubtsAs(row({ unit: 'rpm' }), 'freshair.limit')).toEqual([expect.stringContaining('“rpm” does not fit')]))
  it.each([
    [['0', '255'], 'step of n'],
    [['1', '15'], 'step of n'],
    [['0', '100'], '%'],
  ])('%j of a share are steps or percent: %s', (values, unit) =>
    expect(pastedToForm(row({ values }), 'freshair.min.low').unit).toBe(unit),
  )
  it('keeps the register', () => expect(pastedToForm(row({ address: '40001' }), '').address).toBe('40001'))
})

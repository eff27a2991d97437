import type { Profile } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { profileById } from './index.ts'
import { tapSettings } from './tapSettings.ts'

const blower = profileById('merrowby-hx-36')?.blower
const own = (over: Partial<Profile> = {}) => tapSettings({ blower, settings: [], kind: 'air-handler', ...over })

describe('rows that a blower table calls for', () => {
  it('has one for cooling, with the taps of the table', () =>
    expect(own()).toEqual([
      expect.objectContaining({ role: 'airflow.cool', label: 'Dial position for cooling', values: ['A', 'B', 'C', 'D'] }),
    ]))
  it('has one for each fire side of a furnace', () =>
    expect(own({ kind: 'furnace' }).map((one) => one.role)).toEqual(['airflow.cool', 'airflow.heat']))
  it('leaves alone what the profile says itself, and what does not blow', () => {
    expect(tapSettings(profileById('merrowby-hx-36') as Profile)).toEqual([])
    expect(tapSettings({ settings: [], kind: 'thermostat' })).toEqual([])
    const said = { role: 'airflow.cool', label: 'Speed', values: ['1', '2'], access: '' }
    expect(own({ kind: 'furnace', settings: [said] }).map((one) => one.role)).toEqual(['airflow.heat'])
  })
})

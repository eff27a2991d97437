import { profileById } from '@ingle/catalog'
import type { Profile, SystemVisit } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import type { SystemDevice } from '../../visit/devices.ts'
import { isolationOf } from './isolation.ts'

const NOBODY_CHECKED = { checks: {} } as SystemVisit
const device = (id: string, more: Partial<Profile> = {}) =>
  ({ place: 'equipment', profile: { ...profileById(id), cautions: [], ...more } }) as unknown as SystemDevice
const waitOf = (...devices: SystemDevice[]) => {
  const step = isolationOf(devices, NOBODY_CHECKED).steps.find((one) => one.id === 'isolation.discharged')
  return [step?.waitS, step?.says]
}
const GX = 'aldergate-gx-80'

describe('the wait for stored charge', () => {
  it('is that of the slowest part', () =>
    expect(waitOf(device(GX, { power: { dischargeS: 120 } }), device('hollin-d7', { power: { dischargeS: 400 } }))).toEqual([
      400,
      'Waited for stored charge, 7 min for the D7.',
    ]))
  it('is not shortened by knowing another part', () => {
    const unknown = device('merrowby-hx-36', { power: undefined })
    expect(waitOf(device(GX, { power: { dischargeS: 60 } }), unknown)).toEqual([
      300,
      'Waited for stored charge, 5 min for the HX-36 unless its manual says longer.',
    ])
  })
  it('takes the longer of what a profile says and what its own caution says', () => {
    const cautions = ['Wait 10 min after switching off: the module holds a charge.', 'Filters every 3 min of something else.']
    expect(waitOf(device(GX, { power: { dischargeS: 300 }, cautions }))[0]).toBe(600)
    expect(waitOf(device(GX, { power: { dischargeS: 900 }, cautions }))[0]).toBe(900)
  })
  it('counts nothing that lives on the wall', () => {
    expect(waitOf(device('fenwarm-c3', { power: undefined }), device(GX, { power: { dischargeS: 60 } }))[0]).toBe(60)
    expect(waitOf(device('fenwarm-c3', { power: undefined }))).toEqual([
      300,
      'Waited for stored charge, 5 min unless its manual says longer.',
    ])
  })
})

import { CAUTIONS, profileById } from '@ingle/catalog'
import type { Profile, SystemVisit } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import type { SystemDevice } from '../../visit/devices.ts'
import { isolationOf } from './isolation.ts'

const NOBODY_CHECKED = { checks: {}, wiring: { set: {} } } as unknown as SystemVisit
const device = (id: string, more: Partial<Profile> = {}) =>
  ({ place: 'equipment', profile: { ...profileById(id), cautions: [], ...more } }) as unknown as SystemDevice
const waitOf = (...devices: SystemDevice[]) => {
  const step = isolationOf(devices, NOBODY_CHECKED).steps.find((one) => one.id === 'isolation.discharged')
  return [step?.waitS, step?.says]
}
const GX = 'aldergate-gx-80'

const SAYS = 'longer where a manual of indoor or outdoor unit says so.'

describe('the wait for stored charge', () => {
  it('is that of the slowest part', () =>
    expect(waitOf(device(GX, { power: { dischargeS: 120 } }), device('hollin-d7', { power: { dischargeS: 400 } }))).toEqual([
      400,
      `Waited for stored charge, 7 min for the D7, ${SAYS}`,
    ]))
  it.each([0, 60, 120, 299, 300])('is never under five minutes, though a profile says %i s', (dischargeS) =>
    expect(waitOf(device(GX, { power: { dischargeS } }))).toEqual([300, `Waited for stored charge, 5 min, ${SAYS}`]),
  )
  it('is five minutes before an outdoor unit without a profile, and where nothing is known at all', () => {
    expect(waitOf(device('fenwarm-c3', { power: undefined }))[0]).toBe(300)
    expect(waitOf()[0]).toBe(300)
  })
  it.each([301, 600])('is longer where a profile says so: %i s', (dischargeS) =>
    expect(waitOf(device(GX, { power: { dischargeS } }))[0]).toBe(dischargeS),
  )
  it('takes the longer of what a profile says and what its own caution says', () => {
    const cautions = ['Wait 10 min after switching off: the module holds a charge.', 'Filters every 3 min of something else.']
    expect(waitOf(device(GX, { power: { dischargeS: 300 }, cautions }))[0]).toBe(600)
    expect(waitOf(device(GX, { power: { dischargeS: 900 }, cautions }))[0]).toBe(900)
  })
  it('is no shorter than any shipped caution that speaks of waiting for charge', () => {
    const said = CAUTIONS.flatMap(({ text }) => (/charge/.test(text) ? [...text.matchAll(/(\d+) min/g)] : [])).map(
      ([, min]) => Number(min) * 60,
    )
    expect(said.length).toBeGreaterThan(0)
    for (const s of said) expect(waitOf(device(GX, { power: { dischargeS: 60 } }))[0]).toBeGreaterThanOrEqual(s)
  })
})

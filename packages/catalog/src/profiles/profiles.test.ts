import { meaningOf, ROLES, roleOf } from '@ingle/core'
import { type Profile, parseProfile } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { PROFILES } from './index.ts'

/** How a family spells a role, for telling one spelling from another. */
const spellings = (profile: Profile, roleId: string): string[] =>
  profile.settings
    .filter((one) => one.role !== undefined && roleOf(one.role)?.id === roleId)
    .map((one) => JSON.stringify([one.code, one.label, one.values, one.range]))

describe('shipped families', () => {
  it.each(PROFILES.map((one) => [one.family, one] as const))('%s reads without a doubt', (_, profile) => {
    const read = parseProfile(JSON.parse(JSON.stringify(profile)))
    expect(read.ok ? 'reads' : `${read.reason} ${read.remedy}`).toBe('reads')
  })

  it('have ids of their own, and can be told apart by what is seen', () => {
    expect(new Set(PROFILES.map((one) => one.id)).size).toBe(PROFILES.length)
    for (const profile of PROFILES) expect(profile.seen?.looks?.length ?? 0, profile.family).toBeGreaterThan(10)
  })

  // A need that technicians meet and no family of the demo world has.
  const UNSHIPPED = ['zone.design']
  it.each(ROLES.map((role) => role.id).filter((id) => !UNSHIPPED.includes(id)))(
    '%s is spelled in at least two ways',
    (roleId) => {
      const ways = new Set(PROFILES.flatMap((one) => spellings(one, roleId)))
      expect(ways.size).toBeGreaterThanOrEqual(2)
      expect(PROFILES.filter((one) => spellings(one, roleId).length > 0).length).toBeGreaterThanOrEqual(2)
    },
  )

  it('name the source of every figure', () => {
    for (const profile of PROFILES)
      for (const setting of profile.settings)
        expect(setting.source?.length ?? 0, `${profile.family} ${setting.label}`).toBeGreaterThan(5)
  })

  it('mean what their roles can mean, default included', () => {
    for (const profile of PROFILES)
      for (const setting of profile.settings) {
        const role = setting.role === undefined ? null : roleOf(setting.role)
        if (role?.values.kind !== 'number' || setting.default === undefined) continue
        const means = meaningOf(setting, setting.default)
        // A period that is switched off is no time.
        if (role.values.unit === 'clock' && means === 'off') continue
        expect(Number(means), `${profile.family} ${setting.label}`).not.toBeNaN()
      }
  })
})

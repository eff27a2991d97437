import { PROFILES } from '@ingle/catalog'
import { BASE_UNITS, express, meaningOf, roleOf } from '@ingle/core'
import type { Profile } from '@ingle/record'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitPattern, type LedgerRow } from '../src/index.ts'

/** A ledger of one device, as far as patterns look at it. */
const ledgerOf = (profile: Profile): LedgerRow[] =>
  profile.settings.map((setting) => {
    const id = setting.role ?? `alone.${setting.code}`
    return { key: id, id, role: roleOf(id), label: setting.label, setting } as unknown as LedgerRow
  })

/** Everything that a family ships with, in roles. */
const shippedWith = (profile: Profile) =>
  profile.settings.flatMap((setting) =>
    setting.role !== undefined && setting.default !== undefined
      ? [{ role: setting.role, value: meaningOf(setting, setting.default), why: '' }]
      : [],
  )
const family = fc.constantFrom(...PROFILES)

describe('from any family to any other', () => {
  it('each setting of a pattern is carried, carried nearly, or named as lost: none is forgotten', () => {
    fc.assert(
      fc.property(family, family, (from, to) => {
        const entries = shippedWith(from)
        const fit = fitPattern({ entries }, ledgerOf(to), BASE_UNITS)
        expect(fit.exact.length + fit.nearest.length + fit.lost.length).toBe(entries.length)
        for (const one of fit.lost) expect(one.reason.length).toBeGreaterThan(10)
      }),
      { numRuns: 200 },
    )
  })
  it('what is carried exactly means the same there, and what is carried nearly says what it gives', () => {
    fc.assert(
      fc.property(family, family, (from, to) => {
        const fit = fitPattern({ entries: shippedWith(from) }, ledgerOf(to), BASE_UNITS)
        for (const { row, entry } of fit.exact) {
          const said = express(row.setting, entry.value)
          expect(said.fit === 'exact' && meaningOf(row.setting, said.value)).toBe(entry.value)
        }
        for (const { row, value, gives, entry } of fit.nearest) {
          expect(meaningOf(row.setting, value)).toBe(gives)
          expect(gives).not.toBe(entry.value)
        }
      }),
      { numRuns: 200 },
    )
  })
  it('a pattern goes back onto its own family without loss', () => {
    for (const profile of PROFILES.filter((one) => !one.settings.some((setting) => setting.pairedWith)))
      expect(fitPattern({ entries: shippedWith(profile) }, ledgerOf(profile), BASE_UNITS), profile.family).toMatchObject({
        nearest: [],
        lost: [],
      })
  })
})

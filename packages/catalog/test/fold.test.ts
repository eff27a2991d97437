import { fold, parseChange } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { DEMO_SITES } from '../src/demo/index.ts'

const NOW = new Date('2026-11-24T10:15:00Z')

describe.each(DEMO_SITES.map((one) => [one.id, one] as const))('demo site %s', (_, site) => {
  const changes = site.changes(NOW)
  it('every change alone, without what it speaks of, is passed over and never thrown on', () => {
    for (const change of changes) expect(() => fold(site.id, [change]), change.kind).not.toThrow()
  })
  it('every change is one that a server takes', () => {
    for (const change of changes) expect(parseChange(change, NOW.getTime()), change.kind).toMatchObject({ ok: true })
  })
  it('the half of its changes gives a site too, whichever half', () => {
    for (const odd of [0, 1])
      expect(
        fold(
          site.id,
          changes.filter((_, i) => i % 2 === odd),
        ).changeCount,
      ).toBe(changes.filter((_, i) => i % 2 === odd).length)
  })
})

import { expect, it } from 'vitest'
import { parseChange } from './changes/change.ts'
import { checked } from './checks.ts'
import { parseDocument } from './library/documents.ts'
import { uuid, WALL } from './testing/index.ts'
import { News, SignInRequest } from './wire/wire.ts'

it('answers data that no check can walk instead of throwing', () => {
  const own = JSON.parse('{"name":"mr","password":"x","more":{"constructor":1,"list":[{"constructor":2}]}}')
  const endless = JSON.parse(`{"name":"mr","password":"x","more":${'['.repeat(20_000)}${']'.repeat(20_000)}}`)
  for (const odd of [own, endless]) {
    const answer = checked(SignInRequest, odd, 'Request')
    expect(answer.ok || answer.code).toSatisfy((said) => said === true || said === 'unreadable')
  }
  expect(checked(SignInRequest, { name: 'mr', password: 'x' }, 'Request')).toMatchObject({ ok: true, value: { name: 'mr' } })
  expect(checked(News, [], 'News')).toMatchObject({ ok: false, code: 'not-an-object' })
  expect(checked(SignInRequest, endless, 'Request')).toMatchObject({ ok: false, code: 'unreadable' })
})

it('answers a profile whose keypad is built so that no check can walk it', () => {
  const keypad = { keys: [], screens: [], start: 'x', items: [{ id: 'a', at: 5 }] }
  const answer = parseDocument('profile', { ...WALL, keypad })
  expect(answer.ok).toBe(false)
  const change = { id: uuid(1), siteId: uuid(0), at: '2026-11-24T10:00:00Z', by: 'MR', kind: 'profile.use' }
  const read = parseChange({ ...change, body: { systemId: uuid(2), profile: { ...WALL, keypad } } }, Date.UTC(2027, 0, 1))
  expect(read.ok).toBe(false)
})

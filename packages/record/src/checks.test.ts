import { expect, it } from 'vitest'
import { checked } from './checks.ts'
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

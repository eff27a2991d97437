import { LANTERN_LANE } from '@ingle/catalog/demo'
import type { AuditAnswer, CodeAnswer, PeopleAnswer, SessionsAnswer } from '@ingle/record/wire'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { newDatabase } from '../../../tools/throwaway.mjs'
import { firstCode } from '../src/crew/crewPeople.ts'
import { openDatabase } from '../src/data/database.ts'
import { type Bench, openBench } from './bench.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

const json = async <T>(answer: Response | Promise<Response>) => (await (await answer).json()) as T
const title = async (answer: Promise<Response>) => (await json<{ title: string }>(answer)).title
const people = async () => (await json<PeopleAnswer>(bench.ask('GET', '/api/crew', { as: 'jt' }))).people
const invite = async (role: string, as: 'jt' | 'mr' = 'jt') => bench.ask('POST', '/api/crew/invites', { as, body: { role } })
const cookieOf = (answer: Response) => /ingle_session=[^;]+/.exec(answer.headers.get('set-cookie') ?? '')?.[0] ?? ''
const join = (code: string, person: object) => bench.ask('POST', '/api/join', { body: { code, ...person } })
const asCookie = (cookie: string, method: string, path: string, body?: unknown) =>
  bench.ask(method, path, { headers: { cookie }, body })

/** Somebody new in the crew; their cookie. */
async function newcomer(role: string, name: string, initials: string): Promise<{ cookie: string; id: string }> {
  const { code } = await json<CodeAnswer>(invite(role))
  const cookie = cookieOf(await join(code, { name, initials, password: 'four words of mine' }))
  const id = (await people()).find((one) => one.initials === initials)?.id ?? ''
  return { cookie, id }
}

describe('letting somebody in', () => {
  it('goes by a code that is good once, and makes an account with the role that it says', async () => {
    const { code, endsAt } = await json<CodeAnswer>(invite('reader'))
    expect(code).toMatch(/^[2-9A-HJKMNP-TV-Z]{4}-[2-9A-HJKMNP-TV-Z]{4}-[2-9A-HJKMNP-TV-Z]{4}$/)
    expect((Date.parse(endsAt) - Date.now()) / 86_400_000).toBeCloseTo(7, 1)
    const told = await json<object>(
      bench.ask('POST', '/api/invitation', { body: { code: code.toLowerCase().replaceAll('-', ' ') } }),
    )
    expect(told).toEqual({ crewName: LANTERN_LANE.name, role: 'reader' })
    const answer = await join(code, { name: 'Ada.K', initials: 'ak', password: 'four words of mine' })
    expect(await json(answer)).toMatchObject({ name: 'ada.k', initials: 'AK', role: 'reader', crewName: LANTERN_LANE.name })
    expect(cookieOf(answer)).not.toBe('')
    expect(await title(join(code, { name: 'second', initials: 'SE', password: 'four words of mine' }))).toBe(
      'This code is not good (any more).',
    )
    expect(await people()).toContainEqual(expect.objectContaining({ name: 'ada.k', role: 'reader', ended: false }))
  })

  it('is for a lead alone, ends with its week, and can be withdrawn', async () => {
    expect((await invite('lead', 'mr')).status).toBe(403)
    const first = await json<CodeAnswer>(invite('technician'))
    await bench.db.query("UPDATE invite SET ends_at = now() - interval '1 second'")
    expect((await bench.ask('POST', '/api/invitation', { body: { code: first.code } })).status).toBe(404)
    const second = await json<CodeAnswer>(invite('technician'))
    const { invites } = await json<{ invites: { id: string }[] }>(bench.ask('GET', '/api/crew/invites', { as: 'jt' }))
    expect(invites).toHaveLength(1)
    expect((await bench.ask('DELETE', `/api/crew/invites/${invites[0]?.id}`, { as: 'jt' })).status).toBe(200)
    expect((await bench.ask('POST', '/api/invitation', { body: { code: second.code } })).status).toBe(404)
  })

  it.each([
    [{ name: 'mr', initials: 'ZZ', password: 'four words of mine' }, 'The name “mr” is taken.'],
    [{ name: 'new.mr', initials: 'MR', password: 'four words of mine' }, 'MR is somebody else in this crew.'],
    [{ name: 'new', initials: 'NN', password: 'short' }, 'A password has at least 10 characters; this one has 5.'],
    [{ name: 'no name', initials: 'NN', password: 'four words of mine' }, '“no name” cannot be a name to sign in with.'],
    [{ name: 'new', initials: '1', password: 'four words of mine' }, 'Initials have two to five letters.'],
  ])('refuses %o in words, and the code stays good', async (person, says) => {
    const { code } = await json<CodeAnswer>(invite('technician'))
    expect(await title(join(code, person))).toBe(says)
    expect((await bench.ask('POST', '/api/invitation', { body: { code } })).status).toBe(200)
  })

  it('by one code at the same moment lets one in', async () => {
    const { code } = await json<CodeAnswer>(invite('technician'))
    const both = await Promise.all(
      [1, 2].map((n) => join(code, { name: `both${n}`, initials: `B${'AB'[n - 1]}`, password: 'four words of mine' })),
    )
    expect(both.map((one) => one.status).sort()).toEqual([200, expect.any(Number)])
    expect((await people()).filter((one) => one.name.startsWith('both'))).toHaveLength(1)
  })
})

describe('a reader', () => {
  it('reads, prints and keeps their own account, and writes nothing', async () => {
    const { cookie } = await newcomer('reader', 'reads', 'RE')
    const ask = (method: string, path: string, body: unknown = {}) =>
      asCookie(cookie, method, path, method === 'GET' ? undefined : body)
    expect((await ask('GET', '/api/round')).status).toBe(200)
    const site = '11111111-0000-4000-8000-000000000001'
    for (const [method, path] of [
      ['POST', `/api/sites/${site}/changes`],
      ['POST', `/api/sites/${site}/offer`],
      ['PUT', `/api/sites/${site}/photos/${site}`],
      ['POST', '/api/import'],
      ['POST', '/api/import-archive'],
      ['POST', '/api/library/profile'],
      ['POST', '/api/library-offer'],
      ['POST', '/api/gateways'],
      ['POST', `/api/gateways/${site}/write`],
      ['POST', '/api/crew/invites'],
    ] as const) {
      const answer = await ask(method, path)
      expect([path, answer.status, ((await answer.json()) as { type: string }).type]).toEqual([
        path,
        403,
        'urn:ingle:problem:reads-only',
      ])
    }
    // It goes as far as any other: there is no such visit.
    expect((await ask('POST', `/api/sites/${site}/visits/${site}/print`, { sheet: 'card', units: '' })).status).toBe(404)
    expect((await ask('POST', '/api/me/password', { old: 'four words of mine', password: 'another four words' })).status).toBe(
      200,
    )
  })
})

describe('the people of a crew', () => {
  it('get another role from a lead, of whom one always stays', async () => {
    const { id, cookie } = await newcomer('technician', 'grows', 'GR')
    const jt = (await people()).find((one) => one.initials === 'JT')?.id
    expect(await title(bench.ask('POST', `/api/crew/${jt}/role`, { as: 'jt', body: { role: 'technician' } }))).toBe(
      'JT is the crew’s only lead.',
    )
    expect(await title(bench.ask('POST', `/api/crew/${jt}/end`, { as: 'jt' }))).toBe('JT is the crew’s only lead.')
    expect((await bench.ask('POST', `/api/crew/${id}/role`, { as: 'jt', body: { role: 'lead' } })).status).toBe(200)
    expect(await json(asCookie(cookie, 'GET', '/api/me'))).toMatchObject({ role: 'lead' })
    expect((await bench.ask('POST', `/api/crew/${id}/role`, { as: 'jt', body: { role: 'technician' } })).status).toBe(200)
    expect((await bench.ask('POST', `/api/crew/${id}/role`, { as: 'jt', body: { role: 'owner' } })).status).toBe(422)
  })

  it('are not there for another crew', async () => {
    const mr = (await people()).find((one) => one.initials === 'MR')?.id
    for (const [method, path] of [
      ['POST', `/api/crew/${mr}/end`],
      ['POST', `/api/crew/${mr}/reset`],
      ['GET', `/api/crew/${mr}/sessions`],
    ] as const)
      expect((await bench.ask(method, path, { as: 'eb' })).status).toBe(404)
    expect((await bench.ask('POST', '/api/crew/not-an-id/end', { as: 'jt' })).status).toBe(404)
  })

  it('whose account is ended are let out with words, keep their initials, and are not let in again', async () => {
    const { id, cookie } = await newcomer('technician', 'leaves', 'LE')
    expect((await bench.ask('POST', `/api/crew/${id}/end`, { as: 'jt' })).status).toBe(200)
    const answer = await asCookie(cookie, 'GET', '/api/round')
    expect([answer.status, ((await answer.json()) as { type: string }).type]).toEqual([401, 'urn:ingle:problem:account-ended'])
    expect((await bench.ask('POST', '/api/sign-in', { body: { name: 'leaves', password: 'four words of mine' } })).status).toBe(
      401,
    )
    const { code } = await json<CodeAnswer>(invite('technician'))
    expect(await title(join(code, { name: 'new', initials: 'LE', password: 'four words of mine' }))).toBe(
      'LE is somebody else in this crew.',
    )
    expect(await title(bench.ask('POST', `/api/crew/${id}/reset`, { as: 'jt' }))).toBe('This account was ended.')
  })

  it('get a code for a new password, which ends every session of before', async () => {
    const { id, cookie } = await newcomer('technician', 'forgets', 'FO')
    const { code } = await json<CodeAnswer>(bench.ask('POST', `/api/crew/${id}/reset`, { as: 'jt' }))
    expect(await json(bench.ask('POST', '/api/invitation', { body: { code } }))).toMatchObject({
      name: 'forgets',
      initials: 'FO',
    })
    expect((await asCookie(cookie, 'GET', '/api/me')).status).toBe(200)
    const answer = await join(code, { name: '', initials: '', password: 'a quite new one' })
    expect(await json(answer)).toMatchObject({ initials: 'FO' })
    expect((await asCookie(cookie, 'GET', '/api/me')).status).toBe(401)
    expect((await bench.ask('POST', '/api/sign-in', { body: { name: 'forgets', password: 'a quite new one' } })).status).toBe(200)
  })

  it('change their own password by the old one, and the others of their sessions end', async () => {
    const { cookie } = await newcomer('technician', 'changes', 'CH')
    const other = cookieOf(await bench.ask('POST', '/api/sign-in', { body: { name: 'changes', password: 'four words of mine' } }))
    const change = (old: string, password: string) => asCookie(cookie, 'POST', '/api/me/password', { old, password })
    expect(await title(change('wrong', 'another four words'))).toBe('That is not your password of now.')
    expect(await title(change('four words of mine', 'short'))).toContain('at least 10 characters')
    expect((await change('four words of mine', 'another four words')).status).toBe(200)
    expect([(await asCookie(cookie, 'GET', '/api/me')).status, (await asCookie(other, 'GET', '/api/me')).status]).toEqual([
      200, 401,
    ])
  })

  it('see where they are signed in, and end one session of it', async () => {
    const { cookie } = await newcomer('technician', 'sees', 'SE')
    const phone = await bench.ask('POST', '/api/sign-in', {
      body: { name: 'sees', password: 'four words of mine' },
      headers: { 'user-agent': 'A phone' },
    })
    const list = async () => (await json<SessionsAnswer>(asCookie(cookie, 'GET', '/api/me/sessions'))).sessions
    const there = (await list()).find((one) => one.device === 'A phone')
    expect((await list()).filter((one) => one.here)).toHaveLength(1)
    expect(there).toMatchObject({ here: false })
    expect((await asCookie(cookie, 'DELETE', `/api/me/sessions/${there?.id}`)).status).toBe(200)
    expect((await asCookie(cookieOf(phone), 'GET', '/api/me')).status).toBe(401)
    expect(await list()).toHaveLength(1)
    expect((await bench.ask('DELETE', `/api/me/sessions/${(await list())[0]?.id}`, { as: 'mr' })).status).toBe(404)
  })
})

it('closes the news of a session that is ended, and tells it so', async () => {
  const { cookie, id } = await newcomer('technician', 'listens', 'LI')
  const reader = (await asCookie(cookie, 'GET', '/api/news')).body?.getReader()
  const word = async () => new TextDecoder().decode((await reader?.read())?.value)
  expect(await word()).toContain('event: hello')
  await bench.ask('POST', `/api/crew/${id}/end`, { as: 'jt' })
  expect(await word()).toContain('event: ended')
  expect((await reader?.read())?.done).toBe(true)
})

describe('what was done', () => {
  it('is written down with who and from where, newest first, for the lead of that crew alone', async () => {
    await bench.ask('POST', '/api/sign-in', { body: { name: 'mr', password: 'guess' } })
    await bench.ask('POST', '/api/gateways', { as: 'jt', body: { name: 'Roof', host: '10.0.0.9', port: 502, unitId: 1 } })
    const { entries } = await json<AuditAnswer>(bench.ask('GET', '/api/audit', { as: 'jt' }))
    expect(entries[0]).toMatchObject({ who: 'JT', what: 'gateway-allowed', about: 'Roof: 10.0.0.9:502, unit 1', address: 'here' })
    expect(entries.map((one) => one.what)).toEqual(
      expect.arrayContaining(['sign-in-refused', 'joined', 'invite', 'role', 'account-ended', 'password', 'session-ended']),
    )
    expect(JSON.stringify(entries)).not.toContain('four words')
    const older = await json<AuditAnswer>(bench.ask('GET', `/api/audit?before=${entries[0]?.n}`, { as: 'jt' }))
    expect(older.entries[0]).toEqual(entries[1])
    expect((await bench.ask('GET', '/api/audit', { as: 'mr' })).status).toBe(403)
    expect(JSON.stringify(await json(bench.ask('GET', '/api/audit', { as: 'eb' })))).not.toContain('Roof')
  })

  it('stays as it was written', async () => {
    await expect(bench.db.query('DELETE FROM audit')).rejects.toThrow('permission denied')
    await expect(bench.db.query("UPDATE audit SET who = 'XX'")).rejects.toThrow('permission denied')
  })
})

describe('a fresh server', () => {
  it('lets whoever has its code make the first crew, once', async () => {
    const url = await newDatabase(inject('databaseUrl'))
    const db = await openDatabase(url)
    const fresh = await openBench({ db, url, demo: false })
    const ask = (code: string, more: object = {}) =>
      fresh.ask('POST', '/api/setup', {
        body: { code, crew: 'New crew', name: 'first', initials: 'FI', password: 'four words of mine', ...more },
      })
    expect(await json(fresh.ask('GET', '/api/setup'))).toEqual({ fresh: true })
    expect(await title(ask('AAAA-BBBB-CCCC'))).toBe('That is not the code of this server.')
    const code = await firstCode(db)
    const both = await Promise.all([ask(code), ask(code, { name: 'other', initials: 'OT' })])
    expect(both.map((one) => one.status).sort()).toEqual([200, 409])
    expect(await json(fresh.ask('GET', '/api/setup'))).toEqual({ fresh: false })
    expect((await ask(code, { name: 'third', initials: 'TH' })).status).toBe(409)
    await fresh.close()
  })

  it('starts twice at once on an empty database', async () => {
    const url = await newDatabase(inject('databaseUrl'))
    const both = await Promise.all([openDatabase(url), openDatabase(url)])
    const epochs = await Promise.all(
      both.map(async (db) => (await db.query('SELECT epoch FROM lineage')).map((one: { epoch: string }) => one.epoch)),
    )
    expect(epochs[0]).toHaveLength(1)
    expect(epochs[0]).toEqual(epochs[1])
    await Promise.all(both.map((db) => db.destroy()))
  })
})

it('keeps what it answers out of every cache on the way, and its pages in their frame', async () => {
  const answer = await bench.ask('GET', '/api/round', { as: 'mr' })
  expect(answer.headers.get('cache-control')).toBe('no-store')
  const policy = answer.headers.get('content-security-policy') ?? ''
  for (const rule of ["base-uri 'none'", "form-action 'self'", "frame-ancestors 'none'", "object-src 'none'"])
    expect(policy).toContain(rule)
})

import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { addCrew } from '../src/signIn/accounts.ts'
import { MOST_WAIT_MS, waitOf } from '../src/signIn/attempts.ts'
import { type Bench, openBench } from './bench.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

const signIn = (name: string, password: string, headers: Record<string, string> = {}) =>
  bench.ask('POST', '/api/sign-in', { body: { name, password }, headers })

describe('signing in', () => {
  it('gives a cookie that scripts cannot read and other sites cannot send', async () => {
    const answer = await signIn('MR', 'kiln-and-harbour')
    expect(answer.status).toBe(200)
    expect(answer.headers.get('set-cookie')).toMatch(/HttpOnly/)
    expect(answer.headers.get('set-cookie')).toMatch(/SameSite=Strict/)
    expect(await answer.json()).toMatchObject({ initials: 'MR', crewName: 'Lantern Lane Heating & Air' })
  })

  it('keeps passwords as argon2id and sessions as hashes', async () => {
    const [account] = await bench.db.query('SELECT password_hash FROM account LIMIT 1')
    expect(account.password_hash).toMatch(/^\$argon2id\$/)
    const cookie = (await signIn('jt', 'lantern-on-the-quay')).headers.get('set-cookie') ?? ''
    const token = /ingle_session=([^;]+)/.exec(cookie)?.[1] ?? ''
    const rows = await bench.db.query('SELECT token_hash FROM session')
    expect(rows.map((row: { token_hash: string }) => row.token_hash)).not.toContain(token)
  })

  it('says the same of a wrong name and a wrong password', async () => {
    const answers = [await signIn('mr', 'nope'), await signIn('nobody', 'nope')]
    expect(answers.map((one) => one.status)).toEqual([401, 401])
    const [a, b] = await Promise.all(answers.map((one) => one.json()))
    expect(a).toEqual(b)
    expect(a).toMatchObject({ title: 'That name and password do not belong together.' })
  })

  it('forgets wrong passwords with the right one, and after a quarter of an hour', async () => {
    const attempts = async () => (await bench.db.query("SELECT who FROM sign_in_attempt WHERE who = 'name|mr'")).length
    await signIn('mr', 'guess')
    expect(await attempts()).toBeGreaterThan(0)
    await signIn('mr', 'kiln-and-harbour')
    expect(await attempts()).toBe(0)
    await signIn('mr', 'guess')
    await bench.db.query("UPDATE sign_in_attempt SET at = now() - interval '15 minutes 20 seconds'")
    await signIn('nobody', 'guess')
    expect(await attempts()).toBe(0)
  })

  it('keeps of a name that somebody tries no more than a name can be', async () => {
    await signIn('n'.repeat(100), 'guess')
    const [row] = await bench.db.query("SELECT who FROM sign_in_attempt WHERE who LIKE 'name|nnn%'")
    expect(row.who).toBe(`name|${'n'.repeat(80)}`)
  })

  it('answers slower and slower after wrong passwords, and never locks out who has the right one', async () => {
    bench.waits.length = 0
    for (let i = 0; i < 12; i += 1) await signIn('eb', 'guess')
    expect(bench.waits).toEqual([500, 1000, 2000, 4000, 8000, MOST_WAIT_MS, MOST_WAIT_MS, MOST_WAIT_MS])
    expect((await signIn('eb', 'rope-walk-at-dawn')).status).toBe(200)
    bench.waits.length = 0
    await signIn('eb', 'rope-walk-at-dawn')
    expect(bench.waits).toEqual([])
  })

  it('counts an attempt before it looks, so that many at once see each other', async () => {
    bench.waits.length = 0
    await Promise.all(Array.from({ length: 8 }, () => signIn('nobody-at-all', 'guess')))
    expect(bench.waits.filter((ms) => ms >= 500).length).toBeGreaterThanOrEqual(4)
  })

  it('does not slow down a device that has signed in before, whoever guesses at its name elsewhere', async () => {
    const before = await signIn('mr', 'kiln-and-harbour')
    const known = /ingle_known=([^;]+)/.exec(before.headers.get('set-cookie') ?? '')?.[1] ?? ''
    for (let i = 0; i < 10; i += 1) await signIn('mr', 'guess')
    bench.waits.length = 0
    const mine = { cookie: `ingle_known=${known}` }
    // All come from one address here: that is counted too, and has more room.
    await bench.db.query("DELETE FROM sign_in_attempt WHERE who LIKE 'address|%'")
    expect((await signIn('mr', 'kiln-and-harbour', mine)).status).toBe(200)
    expect(bench.waits).toEqual([])
    // It is this account's alone, and cannot be made up.
    for (const cookie of [`ingle_known=${known.replace(/.$/, '_')}`, 'ingle_known=made.up'])
      await signIn('mr', 'guess', { cookie })
    expect(bench.waits.length).toBe(2)
  })

  it('slows an address down that tries many names', async () => {
    await bench.db.query('DELETE FROM sign_in_attempt')
    bench.waits.length = 0
    for (let i = 0; i < 30; i += 1) await signIn(`name-${i}`, 'guess')
    expect(bench.waits.length).toBe(5)
    await bench.db.query('DELETE FROM sign_in_attempt')
  })

  it.each([
    [0, 0],
    [1, 500],
    [2, 1000],
    [100, MOST_WAIT_MS],
  ])('an attempt %i beyond the free ones waits %i ms', (beyond, ms) => expect(waitOf(beyond)).toBe(ms))

  it('is Secure wherever it is not on this machine', async () => {
    const cookieAt = async (host: string) =>
      (await signIn('mr', 'kiln-and-harbour', { host, origin: `http://${host}` })).headers.get('set-cookie') ?? ''
    for (const host of ['localhost', 'localhost:7310', '127.0.0.1:7310', '[::1]:7310'])
      expect(await cookieAt(host)).not.toContain('Secure')
    for (const host of ['ingle.example', '10.0.0.5:7310', 'localhost.example']) expect(await cookieAt(host)).toContain('Secure')
  })

  it('refuses a write from another site, and one that says it is', async () => {
    expect((await signIn('mr', 'kiln-and-harbour', { origin: 'https://elsewhere.example' })).status).toBe(403)
    expect((await bench.ask('POST', '/api/sign-out', { as: 'mr', headers: { 'sec-fetch-site': 'cross-site' } })).status).toBe(403)
  })

  it('takes a write from its own page, and a read from anywhere', async () => {
    const own = { 'sec-fetch-site': 'same-origin' }
    expect((await signIn('mr', 'kiln-and-harbour', own)).status).toBe(200)
    expect((await signIn('mr', 'kiln-and-harbour', { 'sec-fetch-site': 'none' })).status).toBe(200)
    expect((await signIn('mr', 'kiln-and-harbour', { origin: 'no address' })).status).toBe(403)
    const elsewhere = { origin: 'https://elsewhere.example', 'sec-fetch-site': 'cross-site' }
    for (const method of ['GET', 'HEAD'])
      expect((await bench.ask(method, '/api/health', { headers: elsewhere })).status).toBe(200)
  })

  it('lasts for thirty days on every page, and is taken back by signing out', async () => {
    const answer = await signIn('mr', 'kiln-and-harbour')
    const cookie = answer.headers.get('set-cookie') ?? ''
    expect(cookie).toMatch(/Max-Age=2592000/)
    expect(cookie).toMatch(/Path=\//)
    const [session] = await bench.db.query('SELECT max(expires_at) AS ends FROM session')
    expect((session.ends - Date.now()) / 86_400_000).toBeCloseTo(30, 2)
    for (const path of ['/api/sign-out', '/api/sign-out-everywhere']) {
      const fresh = (await signIn('jt', 'lantern-on-the-quay')).headers.get('set-cookie')?.split(';')[0] ?? ''
      const out = await bench.ask('POST', path, { headers: { cookie: fresh } })
      expect(await out.json()).toEqual({ ok: true })
      expect(out.headers.get('set-cookie')).toMatch(/ingle_session=;.*Max-Age=0/)
    }
  })

  it('ends when its time is over, and is cleared away by the next', async () => {
    const cookie = (await signIn('jt', 'lantern-on-the-quay')).headers.get('set-cookie')?.split(';')[0] ?? ''
    const mine = "account_id = (SELECT id FROM account WHERE name = 'jt')"
    await bench.db.query(`UPDATE session SET expires_at = now() - interval '1 second' WHERE ${mine}`)
    expect((await bench.ask('GET', '/api/me', { headers: { cookie } })).status).toBe(401)
    await signIn('jt', 'lantern-on-the-quay')
    expect(await bench.db.query(`SELECT 1 FROM session WHERE ${mine}`)).toHaveLength(1)
  })

  it('signing out ends this session alone', async () => {
    const [one = '', two = ''] = await Promise.all(
      [1, 2].map(async () => (await signIn('jt', 'lantern-on-the-quay')).headers.get('set-cookie')?.split(';')[0] ?? ''),
    )
    await bench.ask('POST', '/api/sign-out', { headers: { cookie: one } })
    const still = async (cookie: string) => (await bench.ask('GET', '/api/me', { headers: { cookie } })).status
    expect([await still(one), await still(two)]).toEqual([401, 200])
  })

  it('lets nobody in without it', async () => {
    const answer = await bench.ask('GET', '/api/round')
    expect(answer.status).toBe(401)
    expect(answer.headers.get('content-type')).toContain('application/problem+json')
  })

  it('signs out everywhere', async () => {
    const cookies = await Promise.all(
      [1, 2].map(async () => (await signIn('jt', 'lantern-on-the-quay')).headers.get('set-cookie')?.split(';')[0] ?? ''),
    )
    const ask = (cookie: string, method = 'GET', path = '/api/me') => bench.ask(method, path, { headers: { cookie } })
    expect((await ask(cookies[1] ?? '')).status).toBe(200)
    await ask(cookies[0] ?? '', 'POST', '/api/sign-out-everywhere')
    expect((await ask(cookies[1] ?? '')).status).toBe(401)
  })

  it('makes a crew with its accounts or not at all', async () => {
    const account = { name: 'mr', initials: 'XX', role: 'lead', password: 'x' }
    const crew = { id: '00000000-0000-4000-8000-00000000abcd', name: 'Half a crew' }
    await expect(addCrew(bench.db, crew, [account])).rejects.toThrow(/account_name_key/)
    expect(await bench.db.query('SELECT 1 FROM crew WHERE name = $1', [crew.name])).toEqual([])
  })

  it('answers nesting without end in words, and takes what any format may need', async () => {
    const nested = async (levels: number) =>
      (await bench.ask('POST', '/api/sign-in', { body: `${'['.repeat(levels)}${']'.repeat(levels)}` })).status
    expect([await nested(65), await nested(66)]).toEqual([400, 422])
  })

  it('answers signs that cannot be stored in words', async () => {
    const answer = await signIn('m\u0000r', 'x')
    expect([answer.status, ((await answer.json()) as { title: string }).title]).toEqual([
      422,
      'This holds something that cannot be stored.',
    ])
  })

  it('answers a body that is no sign-in in words', async () => {
    expect((await bench.ask('POST', '/api/sign-in', { body: 'not json' })).status).toBe(400)
    expect((await bench.ask('POST', '/api/sign-in', { body: { name: 5 } })).status).toBe(400)
    const long = await bench.ask('POST', '/api/sign-in', { body: { name: 'mr', password: 'x'.repeat(20_000) } })
    expect([long.status, ((await long.json()) as { title: string }).title]).toEqual([
      413,
      'This is larger than the 1 MB that fit here.',
    ])
  })
})

it('names the people of one’s own crew, and of no other', async () => {
  const people = (await (await bench.ask('GET', '/api/crew', { as: 'mr' })).json()) as { people: { initials: string }[] }
  expect(people.people.map((one) => one.initials)).toEqual(['JT', 'MR'])
  expect(JSON.stringify(people)).not.toContain('password')
  expect((await bench.ask('GET', '/api/crew')).status).toBe(401)
})

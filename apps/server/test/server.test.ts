import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { LANTERN_LANE, TIDEWELL_ID, tidewellChanges } from '@ingle/catalog/demo'
import type { DemoAccountsAnswer } from '@ingle/record/wire'
import { Hono } from 'hono'
import pg from 'pg'
import { pino } from 'pino'
import { afterAll, beforeAll, describe, expect, inject, it, vi } from 'vitest'
import { newDatabase } from '../../../tools/throwaway.mjs'
import { ConfigError, readConfig } from '../src/config.ts'
import { NEWS_CHANNEL } from '../src/data/channel.ts'
import { addressBehind } from '../src/http/app.ts'
import { slug } from '../src/http/attachment.ts'
import { heavy } from '../src/http/heavy.ts'
import { webFiles } from '../src/http/webFiles.ts'
import { Newsroom } from '../src/news/newsroom.ts'
import { type Bench, NOW, openBench, seqOf } from './bench.ts'

describe('settings from the environment', () => {
  const url = { DATABASE_URL: 'postgres://x' }
  it('have defaults that are safe', () => {
    expect(readConfig(url, '/web')).toMatchObject({
      port: 7310,
      host: '127.0.0.1',
      demo: false,
      secureCookie: null,
      proxies: [],
      gatewaysAnywhere: false,
      webRoot: '/web',
    })
    expect(readConfig({ ...url, INGLE_PORT: '80', INGLE_DEMO: '1', INGLE_SECURE_COOKIE: '1' }, '/web')).toMatchObject({
      port: 80,
      demo: true,
      secureCookie: true,
      gatewaysAnywhere: true,
    })
    expect(readConfig({ ...url, INGLE_SECURE_COOKIE: '0', INGLE_PROXIES: '10.0.0.2, 10.1.0.0/16' }, '/web')).toMatchObject({
      secureCookie: false,
      proxies: ['10.0.0.2', '10.1.0.0/16'],
    })
  })
  it.each([
    ['no database', {}, /DATABASE_URL is not set.*npm run demo/],
    ['a port that is none', { ...url, INGLE_PORT: 'eighty' }, /INGLE_PORT is “eighty”/],
    ['a port too high', { ...url, INGLE_PORT: '65536' }, /between 1 and 65535/],
    ['a port too low', { ...url, INGLE_PORT: '0' }, /between 1 and 65535/],
    ['a proxy that is no address', { ...url, INGLE_PROXIES: '10.0.0.2, proxy' }, /INGLE_PROXIES has “proxy”/],
    ['half a port', { ...url, INGLE_PORT: '80.5' }, /INGLE_PORT is “80.5”/],
  ])('with %s are refused in words', (_, env, words) => {
    expect(() => readConfig(env, '/web')).toThrow(ConfigError)
    expect(() => readConfig(env, '/web')).toThrow(words)
  })
  it('take every one that is named', () =>
    expect(
      readConfig(
        { ...url, INGLE_PORT: '65535', INGLE_HOST: '0.0.0.0', INGLE_WEB_ROOT: '/other', INGLE_LOG: 'warn', INGLE_DEMO: 'no' },
        '/web',
      ),
    ).toEqual({
      databaseUrl: 'postgres://x',
      port: 65_535,
      host: '0.0.0.0',
      demo: false,
      secureCookie: null,
      proxies: [],
      gatewaysAnywhere: false,
      webRoot: '/other',
      logLevel: 'warn',
    }))
  it('take the lowest port there is', () => expect(readConfig({ ...url, INGLE_PORT: '1' }, '/web').port).toBe(1))
})

describe('the app’s files', () => {
  const root = mkdtempSync(join(tmpdir(), 'ingle-web-'))
  writeFileSync(join(root, 'index.html'), '<title>Ingle</title>')
  writeFileSync(join(root, 'icon.svg'), '<svg/>')
  mkdirSync(join(root, 'assets'))
  writeFileSync(join(root, 'assets', 'app-1a2b.js'), 'export {}')
  const app = new Hono().use('*', webFiles(root))
  const get = (path: string, method = 'GET') => app.request(path, { method })

  it('open the app at every address, asked for anew each time', async () => {
    for (const path of ['/', '/sites/1/visits/2']) {
      const answer = await get(path)
      expect(await answer.text()).toContain('Ingle')
      expect(answer.headers.get('cache-control')).toBe('no-cache')
    }
  })
  it('are kept for good where their name says what is in them, and asked for anew elsewhere', async () => {
    expect((await get('/assets/app-1a2b.js')).headers.get('cache-control')).toBe('public, max-age=31536000, immutable')
    expect((await get('/icon.svg')).headers.get('cache-control')).toBe('no-cache')
  })
  it('are served as they are', async () => expect((await get('/icon.svg')).headers.get('content-type')).toContain('svg'))
  it('do not reach outside their folder', async () =>
    expect(await (await get('/../../etc/passwd')).text()).not.toContain('root:'))
  it('are only read', async () => expect((await get('/icon.svg', 'POST')).status).toBe(404))
})

const standingClient = async (url: string) => {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  return client
}

describe('news', () => {
  it('are heard again after the connection was cut', async () => {
    const url = await newDatabase(inject('databaseUrl'))
    const newsroom = new Newsroom(url, pino({ level: 'silent' }))
    await newsroom.open()
    const heard: (number | string)[] = []
    newsroom.subscribe('crew', (news) => heard.push(seqOf(news)))
    const client = new pg.Client({ connectionString: url })
    await client.connect()
    const tell = (seq: number) =>
      client.query('SELECT pg_notify($1, $2)', [NEWS_CHANNEL, JSON.stringify({ crewId: 'crew', siteId: 's', seq })])
    await tell(1)
    await vi.waitFor(() => expect(heard).toEqual([1]))
    await client.query(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query LIKE 'LISTEN%' AND datname = current_database()",
    )
    await vi.waitFor(
      async () => {
        await tell(2)
        expect(heard).toContain(2)
      },
      { timeout: 8000, interval: 100 },
    )
    await newsroom.close()
    await client.end()
  })
  it('are heard again after the database was away for longer than one try, and say that some were missed', async () => {
    const url = await newDatabase(inject('databaseUrl'))
    const opened = vi.spyOn(Newsroom.prototype, 'open')
    const newsroom = new Newsroom(url, pino({ level: 'silent' }))
    await newsroom.open()
    const heard: (number | string)[] = []
    newsroom.subscribe('crew', (news) => heard.push(seqOf(news)))
    const name = new URL(url).pathname.slice(1)
    const away = await standingClient(inject('databaseUrl'))
    await away.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS false`)
    await away.query('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1', [name])
    await vi.waitFor(() => expect(newsroom.hears).toBe(false))
    // Several tries fail meanwhile.
    await vi.waitFor(() => expect(opened.mock.calls.length).toBeGreaterThan(3), { timeout: 8000, interval: 20 })
    expect(heard).toEqual([])
    await away.query(`ALTER DATABASE ${name} ALLOW_CONNECTIONS true`)
    await vi.waitFor(() => expect(heard).toEqual(['missed']), { timeout: 8000, interval: 20 })
    const client = await standingClient(url)
    await client.query('SELECT pg_notify($1, $2)', [NEWS_CHANNEL, 'no news'])
    await client.query('SELECT pg_notify($1, $2)', [NEWS_CHANNEL, JSON.stringify({ crewId: 'crew', siteId: 's', seq: 3 })])
    await vi.waitFor(() => expect(heard).toEqual(['missed', 3]))
    await newsroom.close()
    opened.mockRestore()
    await Promise.all([client.end(), away.end()])
  })
  it('go on for those who stay when one has left', () => {
    const newsroom = new Newsroom('postgres://unused', pino({ level: 'silent' }))
    const heard: (number | string)[] = []
    const leave = newsroom.subscribe('crew', () => undefined)
    newsroom.subscribe('crew', (news) => heard.push(seqOf(news)))
    leave()
    ;(newsroom as unknown as { tell: (news: object) => void }).tell({ crewId: 'crew', siteId: 's', seq: 1 })
    expect(heard).toEqual([1])
  })
  it('go on for whoever came after the last one had left, though that one leaves twice', () => {
    const newsroom = new Newsroom('postgres://unused', pino({ level: 'silent' }))
    const heard: (number | string)[] = []
    const leave = newsroom.subscribe('crew', () => undefined)
    leave()
    newsroom.subscribe('crew', (news) => heard.push(seqOf(news)))
    leave()
    ;(newsroom as unknown as { tell: (news: object) => void }).tell({ crewId: 'crew', siteId: 's', seq: 1 })
    expect(heard).toEqual([1])
  })
  it('reach nobody who has left', async () => {
    const newsroom = new Newsroom('postgres://unused', pino({ level: 'silent' }))
    const heard: (number | string)[] = []
    newsroom.subscribe('crew', (news) => heard.push(seqOf(news)))()
    ;(newsroom as unknown as { tell: (news: object) => void }).tell({ crewId: 'crew', siteId: 's', seq: 1 })
    expect(heard).toEqual([])
  })
})

describe('over the wire', () => {
  let bench: Bench
  beforeAll(async () => {
    bench = await openBench()
  })
  afterAll(() => bench.close())

  it('every answer carries its guards', async () => {
    const { headers } = await bench.ask('GET', '/api/health')
    const policy = headers.get('content-security-policy')
    for (const rule of ["default-src 'self'", "frame-ancestors 'none'", "worker-src 'self'", "img-src 'self' data: blob:"])
      expect(policy).toContain(rule)
    expect(headers.get('x-content-type-options')).toBe('nosniff')
    expect(headers.get('x-frame-options')).toBe('SAMEORIGIN')
  })

  it('long answers go packed to whoever can unpack them', async () => {
    await bench.data('lantern').importRecord(TIDEWELL_ID, tidewellChanges(new Date(NOW)), [], NOW.getTime())
    const path = `/api/sites/${TIDEWELL_ID}`
    const packed = await bench.ask('GET', path, { as: 'mr', headers: { 'accept-encoding': 'gzip' } })
    expect(packed.headers.get('content-encoding')).toBe('gzip')
    expect((await bench.ask('GET', path, { as: 'mr' })).headers.get('content-encoding')).toBeNull()
  })

  it('a fault of ours is told without its inside', async () => {
    vi.spyOn(bench.db, 'query').mockRejectedValueOnce(new Error('secret table is missing'))
    const answer = await bench.ask('GET', '/api/health')
    expect(answer.status).toBe(500)
    const text = await answer.text()
    expect(text).toContain('What you entered is kept on this device')
    expect(text).not.toContain('secret')
  })

  it('what was asked of the API is logged with its answer, and nothing else is', async () => {
    const about = (path: string) => bench.log.filter((one) => one.path === path)
    await bench.ask('GET', '/api/me', { as: 'mr' })
    await bench.ask('GET', '/elsewhere')
    expect(about('/api/me')).toEqual([expect.objectContaining({ msg: 'request', method: 'GET', status: 200, level: 30 })])
    expect(about('/api/me')[0]?.ms).toBeGreaterThanOrEqual(0)
    expect(about('/elsewhere')).toEqual([])
    const health = vi.spyOn(bench.db, 'query').mockRejectedValueOnce(new Error('the moon is down'))
    await bench.ask('GET', '/api/health')
    health.mockRestore()
    expect(bench.log).toContainEqual(
      expect.objectContaining({ msg: 'failed', error: 'the moon is down', path: '/api/health', level: 50 }),
    )
  })

  it('a quiet stream of news is broken by a beat, so that nothing on the way shuts it', async () => {
    await bench.ask('GET', '/api/me', { as: 'mr' })
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    try {
      const reader = (await bench.ask('GET', '/api/news', { as: 'mr' })).body?.getReader()
      const word = async () => new TextDecoder().decode((await reader?.read())?.value)
      expect(await word()).toContain('event: hello')
      const beat = word()
      await vi.advanceTimersByTimeAsync(30_000)
      expect(await beat).toContain('event: beat')
      await reader?.cancel()
    } finally {
      vi.useRealTimers()
    }
  })

  it('news of a site and of the library come to the devices of the crew', async () => {
    const reader = (await bench.ask('GET', '/api/news', { as: 'mr' })).body?.getReader()
    const word = async () => new TextDecoder().decode((await reader?.read())?.value)
    await word()
    const heard = word()
    await bench.db.query('SELECT pg_notify($1, $2)', [
      NEWS_CHANNEL,
      JSON.stringify({ crewId: LANTERN_LANE.id, siteId: 's', seq: 9 }),
    ])
    expect(await heard).toBe('event: site\ndata: {"siteId":"s","seq":9}\n\n')
    const library = word()
    await bench.db.query('SELECT pg_notify($1, $2)', [
      NEWS_CHANNEL,
      JSON.stringify({ crewId: LANTERN_LANE.id, siteId: null, seq: 3 }),
    ])
    expect(await library).toBe('event: library\ndata: {"siteId":null,"seq":3}\n\n')
    await reader?.cancel()
  })

  it('news come as a stream that begins with a word', async () => {
    const answer = await bench.ask('GET', '/api/news', { as: 'mr' })
    expect(answer.headers.get('content-type')).toContain('text/event-stream')
    const reader = answer.body?.getReader()
    const first = await reader?.read()
    expect(new TextDecoder().decode(first?.value)).toContain('event: hello')
    await reader?.cancel()
  })

  it('the demo’s accounts are offered by a demo alone', async () => {
    const { accounts } = (await (await bench.ask('GET', '/api/demo-accounts')).json()) as DemoAccountsAnswer
    expect(accounts.map((one) => one.initials)).toEqual(['MR', 'JT', 'EB'])
  })

  it('a cookie that is none, or that was signed out, is nobody', async () => {
    expect((await bench.ask('GET', '/api/me', { headers: { cookie: 'ingle_session=guess' } })).status).toBe(401)
    await bench.ask('POST', '/api/sign-out', { as: 'jt' })
    expect((await bench.ask('GET', '/api/me', { as: 'jt' })).status).toBe(401)
  })
})

describe('an attachment', () => {
  it('has a file name of any site’s name', () =>
    expect(['Tidewell Pottery', 'Café “Øst” / 3', '…'].map(slug)).toEqual(['tidewell-pottery', 'cafe-st-3', 'site']))
})

describe('where somebody comes from', () => {
  const from = (proxies: string[], remoteAddress: string, forwarded?: string) =>
    addressBehind(proxies)({
      env: { incoming: { socket: { remoteAddress }, headers: { ...(forwarded && { 'x-forwarded-for': forwarded }) } } },
    } as never)
  it.each<[string, string[], string, string | undefined, string]>([
    ['is the other end of the socket', [], '203.0.113.9', undefined, '203.0.113.9'],
    ['is not what a client writes', [], '203.0.113.9', '1.2.3.4', '203.0.113.9'],
    ['is not what a client writes past a proxy that is another one', ['10.0.0.2'], '203.0.113.9', '1.2.3.4', '203.0.113.9'],
    ['is what a named proxy says', ['10.0.0.2'], '10.0.0.2', '203.0.113.9', '203.0.113.9'],
    [
      'is the last that a named proxy saw, whatever came before',
      ['10.0.0.0/24'],
      '10.0.0.2',
      '1.2.3.4, 203.0.113.9',
      '203.0.113.9',
    ],
  ])('%s', (_, proxies, socket, forwarded, is) => expect(from(proxies, socket, forwarded)).toBe(is))
})

describe('something heavy', () => {
  const as = (accountId: string, crewId: string) => ({ get: () => ({ accountId, crewId }) }) as never
  it('is done for an account so many times at once, and for its crew, and then again', async () => {
    let end: () => void = () => undefined
    const held = new Promise<void>((done) => {
      end = done
    })
    const begun = Array.from({ length: 4 }, () => heavy(as('a', 'crew'), () => held))
    await expect(heavy(as('a', 'crew'), async () => 1)).rejects.toMatchObject({ status: 429, code: 'busy' })
    const others = ['b', 'c'].flatMap((who) => Array.from({ length: 3 }, () => heavy(as(who, 'crew'), () => held)))
    await expect(heavy(as('d', 'crew'), async () => 1)).rejects.toMatchObject({ code: 'busy' })
    expect(await heavy(as('e', 'another crew'), async () => 1)).toBe(1)
    end()
    await Promise.all([...begun, ...others])
    expect(await heavy(as('a', 'crew'), async () => 2)).toBe(2)
  })
  it('that fails lets go of its place', async () => {
    for (let i = 0; i < 9; i += 1) await expect(heavy(as('f', 'g'), () => Promise.reject(new Error('no')))).rejects.toThrow('no')
    expect(await heavy(as('f', 'g'), async () => 3)).toBe(3)
  })
})

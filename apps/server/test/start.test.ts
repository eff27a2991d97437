import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DEMO_SITES } from '@ingle/catalog/demo'
import type { RoundAnswer } from '@ingle/record/wire'
import { pino } from 'pino'
import { afterEach, describe, expect, inject, it } from 'vitest'
import { freePort } from '../../../tools/postgres.mjs'
import { newDatabase } from '../../../tools/throwaway.mjs'
import { type Config, readConfig } from '../src/config.ts'
import { newCrew } from '../src/signIn/newCrew.ts'
import { type Running, startServer, whyNotStarted } from '../src/start.ts'

const running: Running[] = []
afterEach(async () => {
  await Promise.all(running.splice(0).map((one) => one.stop()))
})

const database = () => newDatabase(inject('databaseUrl'))
const config = async (more: Partial<Config> = {}): Promise<Config> => ({
  ...readConfig({ DATABASE_URL: more.databaseUrl ?? (await database()), INGLE_PORT: String(await freePort()) }, '/nowhere'),
  ...more,
})
/** A started server, and what it wrote into its log. */
async function started(more: Partial<Config> = {}): Promise<Running & { log: string[] }> {
  const log: string[] = []
  const server = await startServer(await config(more), pino({}, { write: (line: string) => log.push(JSON.parse(line).msg) }))
  running.push(server)
  return { ...server, log }
}
const signIn = async (address: string, name: string, password: string) =>
  (await fetch(`${address}/api/sign-in`, { method: 'POST', body: JSON.stringify({ name, password }) })).headers.get(
    'set-cookie',
  ) ?? ''

describe('a server that starts', () => {
  it('makes its tables, seeds the demo where it is wanted, and answers on its own port', async () => {
    const { address, log } = await started({ demo: true })
    expect(log).toContain('demo world seeded')
    const cookie = await signIn(address, 'mr', 'kiln-and-harbour')
    const { sites } = (await (await fetch(`${address}/api/round`, { headers: { cookie } })).json()) as RoundAnswer
    expect(sites.map((one) => one.id).sort()).toEqual(DEMO_SITES.map((one) => one.id as string).sort())
    expect(cookie).not.toMatch(/Secure/)
  })

  it('has nobody in it without the demo, and marks its cookie where it is told to', async () => {
    const databaseUrl = await database()
    const { address, log } = await started({ databaseUrl, secureCookie: true })
    expect(log).not.toContain('demo world seeded')
    expect(await (await fetch(`${address}/api/demo-accounts`)).json()).toEqual({ accounts: [] })
    const said = await newCrew(databaseUrl, ['Quay Heating', 'Ab', 'ab'])
    const [, name = '', password = ''] = /^Quay Heating: sign in as (\w+) with the password (\S+)$/.exec(said) ?? []
    const cookie = await signIn(address, name, password)
    expect(cookie).toMatch(/; Secure/)
    expect(await (await fetch(`${address}/api/me`, { headers: { cookie } })).json()).toMatchObject({
      name: 'ab',
      initials: 'AB',
      role: 'lead',
      crewName: 'Quay Heating',
    })
  })

  it('serves the app beside the API, or says in its log that it is not built', async () => {
    const webRoot = mkdtempSync(join(tmpdir(), 'ingle-web-'))
    writeFileSync(join(webRoot, 'index.html'), '<title>Ingle</title>')
    const [built, bare] = [await started({ webRoot }), await started()]
    expect(await (await fetch(`${built.address}/visits`)).text()).toContain('Ingle')
    expect(built.log.join()).not.toMatch(/not built/)
    expect((await fetch(`${bare.address}/visits`)).status).toBe(404)
    expect(bare.log.join()).toMatch(/not built: only the API answers/)
  })

  it('stops although somebody listens to its news, and lets go of everything', async () => {
    const databaseUrl = await database()
    const { address, stop } = await started({ databaseUrl, demo: true })
    running.length = 0
    const cookie = await signIn(address, 'mr', 'kiln-and-harbour')
    const news = await fetch(`${address}/api/news`, { headers: { cookie } })
    await news.body?.getReader().read()
    await stop()
    await expect(fetch(`${address}/api/health`)).rejects.toThrow()
    // A database that somebody is still connected to cannot be copied.
    await expect(newDatabase(inject('databaseUrl'), databaseUrl)).resolves.toMatch(/^postgres/)
  })
})

describe('a server that cannot start', () => {
  const whyNot = async (more: Partial<Config>) => {
    const failed = await started(more).catch((error: unknown) => error)
    return whyNotStarted(failed)
  }
  it('names the port that is taken, and leaves nothing open behind it', async () => {
    const { address } = await started()
    const databaseUrl = await database()
    const port = Number(new URL(address).port)
    expect(await whyNot({ databaseUrl, port })).toBe(`Port ${port} is taken. Set INGLE_PORT to another one.`)
    await expect(newDatabase(inject('databaseUrl'), databaseUrl)).resolves.toMatch(/^postgres/)
  })
  it('says what is wrong with the database', async () => {
    const url = new URL(inject('databaseUrl'))
    url.pathname = '/no_such_database'
    expect(await whyNot({ databaseUrl: url.href })).toMatch(/^the database at DATABASE_URL refuses: .*no_such_database/)
    const nobody = `postgres://ingle@127.0.0.1:${await freePort()}/ingle`
    expect(await whyNot({ databaseUrl: nobody })).toMatch(/does not answer\. Start it, or check the address/)
  })
  it.each<[string, object | string, string | RegExp]>([
    ['a port for others', { code: 'EACCES', syscall: 'listen', port: 80 }, /^Port 80 is not for this account/],
    ['a file for others', { code: 'EACCES', syscall: 'open', message: 'open /x' }, 'open /x'],
    ['a wrong password', { code: '28P01', message: 'no entry' }, 'the database at DATABASE_URL refuses: no entry.'],
    ['something new', new Error('moon'), /moon\n\s+at /],
    ['a word', 'moon', 'moon'],
  ])('%s is said as it is', (_, error, words) => expect(whyNotStarted(error)).toMatch(words))
})

describe('a crew from a command line', () => {
  it('needs all its words', async () => {
    const url = 'postgres://unused'
    for (const [where, words] of [
      [undefined, ['A', 'b', 'C']],
      [url, []],
      [url, ['A']],
      [url, ['A', 'b']],
    ] as const)
      await expect(newCrew(where, words)).rejects.toThrow(/^Like: DATABASE_URL/)
  })
  it('is not made over a name that is taken', async () => {
    const url = await database()
    await newCrew(url, ['Quay', 'ab', 'AB'])
    await expect(newCrew(url, ['Pier', 'AB', 'AB'])).rejects.toThrow('That name is taken: choose another one.')
    await expect(newCrew(`${url}_gone`, ['Pier', 'cd', 'CD'])).rejects.toThrow(/does not exist/)
  })
})

import { DEMO_CREWS, LANTERN_LANE, OTTER_QUAY } from '@ingle/catalog/demo'
import pg from 'pg'
import { pino } from 'pino'
import type { DataSource } from 'typeorm'
import { inject } from 'vitest'
import { newDatabase } from '../../../tools/throwaway.mjs'
import { CrewData } from '../src/data/crewData.ts'
import { openDatabase } from '../src/data/database.ts'
import { makeApp } from '../src/http/app.ts'
import { Newsroom } from '../src/news/newsroom.ts'
import { Printer } from '../src/papers/printer.ts'
import { addCrew } from '../src/signIn/accounts.ts'

export const NOW = new Date('2026-11-24T12:00:00Z')
export const ORIGIN = 'http://localhost'

export interface Bench {
  url: string
  db: DataSource
  newsroom: Newsroom
  /** How long attempts to sign in would have waited, ms. */
  waits: number[]
  /** What the server wrote into its log, oldest first. */
  log: { level: number; msg: string; path?: string; ms?: number; [field: string]: unknown }[]
  /** A request as a browser on this origin makes it; signed in when a name is given. */
  ask: (
    method: string,
    path: string,
    options?: { as?: 'mr' | 'jt' | 'eb'; body?: unknown; headers?: Record<string, string> },
  ) => Promise<Response>
  data: (crew: 'lantern' | 'otter') => CrewData
  close: () => Promise<void>
}

/** The whole server, without its socket, on a database of its own with the two demo crews; or on another one. */
export async function openBench(on?: { url: string; db: DataSource; demo: boolean }): Promise<Bench> {
  const url = on?.url ?? (await newDatabase(inject('databaseUrl')))
  const db = on?.db ?? (await openDatabase(url))
  if (on?.demo !== false) for (const crew of DEMO_CREWS) await addCrew(db, crew, crew.accounts)
  const lines: Bench['log'] = []
  const log = pino({}, { write: (line: string) => lines.push(JSON.parse(line)) })
  const waits: number[] = []
  const newsroom = new Newsroom(url, log)
  await newsroom.open()
  const printer = new Printer(url, db, log)
  const app = makeApp({
    db,
    log,
    newsroom,
    printer,
    demo: on?.demo ?? true,
    secureCookie: null,
    proxies: [],
    gatewaysAnywhere: true,
    wait: async (ms) => void waits.push(ms),
    webRoot: null,
    now: () => NOW,
    gatewayTimeoutMs: 400,
  })
  const cookies = new Map<string, string>()
  const signIn = async (name: string): Promise<string> => {
    const there = cookies.get(name)
    if (there) return there
    const account = DEMO_CREWS.flatMap((crew) => crew.accounts).find((one) => one.name === name)
    const answer = await app.request('/api/sign-in', {
      method: 'POST',
      body: JSON.stringify({ name, password: account?.password }),
      headers: { origin: ORIGIN, host: 'localhost' },
    })
    const cookie = answer.headers.get('set-cookie')?.split(';')[0] ?? ''
    cookies.set(name, cookie)
    return cookie
  }
  return {
    url,
    db,
    newsroom,
    log: lines,
    waits,
    data: (crew) => new CrewData(db, crew === 'lantern' ? LANTERN_LANE.id : OTTER_QUAY.id),
    ask: async (method, path, { as, body, headers = {} } = {}) => {
      const sent: Record<string, string> = { host: 'localhost', origin: ORIGIN, ...headers }
      if (as) sent.cookie = await signIn(as)
      const raw =
        body instanceof Uint8Array || body instanceof ReadableStream || typeof body === 'string'
          ? body
          : body === undefined
            ? undefined
            : JSON.stringify(body)
      return app.request(path, {
        method,
        headers: sent,
        ...(raw !== undefined && { body: raw as string }),
        ...(raw instanceof ReadableStream && { duplex: 'half' }),
      })
    },
    close: async () => {
      await printer.close()
      await newsroom.close()
      await db.destroy()
    },
  }
}

/** One statement with the rights of whoever owns the database, which the server does not have. */
export async function asOwner(url: string, statement: string): Promise<unknown[]> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return (await client.query(statement)).rows
  } finally {
    await client.end()
  }
}

/** The number that news carry; what else they are where they carry none. */
export const seqOf = (news: Parameters<Parameters<Newsroom['subscribe']>[1]>[0]): number | string =>
  typeof news === 'string' ? news : 'seq' in news ? news.seq : 'ended'

/** The site that news are about; null for all others. */
export const siteOf = (news: Parameters<Parameters<Newsroom['subscribe']>[1]>[0]): string | null =>
  typeof news === 'object' && 'siteId' in news ? news.siteId : null

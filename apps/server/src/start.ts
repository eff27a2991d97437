import 'reflect-metadata'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { serve } from '@hono/node-server'
import type { Logger } from 'pino'
import { type Config, ConfigError } from './config.ts'
import { firstCode, isFresh } from './crew/crewPeople.ts'
import { openDatabase } from './data/database.ts'
import { makeApp } from './http/app.ts'
import { Newsroom } from './news/newsroom.ts'
import { closePool } from './papers/pool.ts'
import { Printer } from './papers/printer.ts'
import { seedDemo } from './seedDemo.ts'

/** How long a stop waits for answers under way before it cuts them off. */
const STOP_MS = 3000
/** A device that has not answered by then is named as slow. */
const GATEWAY_TIMEOUT_MS = 4000

export interface Running {
  address: string
  /** Answers what is under way, then lets go of the socket, the news and the database. */
  stop: () => Promise<void>
}

/** The whole server, listening. Throws what {@link whyNotStarted} puts into words. */
export async function startServer(config: Config, log: Logger): Promise<Running> {
  const db = await openDatabase(config.databaseUrl)
  const newsroom = new Newsroom(config.databaseUrl, log)
  await newsroom.open()
  if (config.demo && (await seedDemo(db, new Date()))) log.info('demo world seeded')
  const hasWeb = config.webRoot !== null && existsSync(join(config.webRoot, 'index.html'))
  if (!hasWeb) log.warn({ webRoot: config.webRoot }, 'the web app is not built: only the API answers. Run `npm run build`.')
  const printer = new Printer(config.databaseUrl, db, log)
  // Prints that an earlier server left behind go on; nobody waits for that to start.
  printer.open().catch((error: Error) => log.warn({ error: error.message }, 'the print queue is not open'))
  const app = makeApp({
    db,
    log,
    newsroom,
    printer,
    demo: config.demo,
    secureCookie: config.secureCookie,
    proxies: config.proxies,
    gatewaysAnywhere: config.gatewaysAnywhere,
    webRoot: hasWeb ? config.webRoot : null,
    now: () => new Date(),
    gatewayTimeoutMs: GATEWAY_TIMEOUT_MS,
  })
  const letGo = async () => {
    await printer.close().catch(() => undefined)
    await closePool()
    await newsroom.close()
    await db.destroy()
  }
  const server = serve({ fetch: app.fetch, port: config.port, hostname: config.host })
  try {
    await new Promise<void>((done, failed) => server.once('listening', done).once('error', failed))
  } catch (error) {
    await letGo()
    throw error
  }
  // Whoever can read this may make the first account: see docs/operations.md.
  if (!config.demo && (await isFresh(db)))
    process.stdout.write(`Nobody has an account yet. Open the address below; the code of this server is ${await firstCode(db)}\n`)
  return {
    address: `http://${config.host}:${config.port}`,
    stop: async () => {
      const closed = new Promise<void>((done) => server.close(() => done()))
      // News streams never end by themselves.
      if ('closeAllConnections' in server) server.closeAllConnections()
      await Promise.race([closed, new Promise<void>((done) => setTimeout(done, STOP_MS).unref())])
      await letGo()
    },
  }
}

/** Why the server does not start, and what to do, for whoever started it. */
export function whyNotStarted(error: unknown): string {
  if (error instanceof ConfigError) return error.message
  const { code, port, syscall, message, stack } = error as {
    code?: string
    port?: number
    syscall?: string
    message?: string
    stack?: string
  }
  if (code === 'EADDRINUSE') return `Port ${port} is taken. Set INGLE_PORT to another one.`
  if (code === 'EACCES' && syscall === 'listen') return `Port ${port} is not for this account. Set INGLE_PORT to one above 1023.`
  if (code === 'ECONNREFUSED') return 'the database at DATABASE_URL does not answer. Start it, or check the address.'
  if (code === '28P01' || code === '3D000') return `the database at DATABASE_URL refuses: ${message}.`
  return stack ?? message ?? String(error)
}

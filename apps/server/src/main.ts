import 'reflect-metadata'
import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { serve } from '@hono/node-server'
import { pino } from 'pino'
import { ConfigError, readConfig } from './config.ts'
import { openDatabase } from './data/database.ts'
import { makeApp } from './http/app.ts'
import { Newsroom } from './news/newsroom.ts'
import { seedDemo } from './seedDemo.ts'
import { VERSION } from './version.ts'

/** How long a stop waits for answers under way before it cuts them off. */
const STOP_MS = 3000
/** A device that has not answered by then is named as slow. */
const GATEWAY_TIMEOUT_MS = 4000

async function main(): Promise<void> {
  const webRoot = join(dirname(fileURLToPath(import.meta.url)), '../../web/dist')
  const config = readConfig(process.env, webRoot)
  const log = pino({ level: config.logLevel })
  const db = await openDatabase(config.databaseUrl)
  const newsroom = new Newsroom(config.databaseUrl, log)
  await newsroom.open()
  if (config.demo && (await seedDemo(db, new Date()))) log.info('demo world seeded')
  const hasWeb = config.webRoot !== null && existsSync(join(config.webRoot, 'index.html'))
  if (!hasWeb) log.warn({ webRoot: config.webRoot }, 'the web app is not built: only the API answers. Run `npm run build`.')
  const app = makeApp({
    db,
    log,
    newsroom,
    demo: config.demo,
    secureCookie: config.secureCookie,
    webRoot: hasWeb ? config.webRoot : null,
    now: () => new Date(),
    gatewayTimeoutMs: GATEWAY_TIMEOUT_MS,
  })
  const server = serve({ fetch: app.fetch, port: config.port, hostname: config.host }, (address) => {
    log.info({ version: VERSION, port: address.port }, 'listening')
    // The start script waits for this line.
    process.stdout.write(`ingle listening on http://${config.host}:${address.port}\n`)
  })
  server.on('error', (error: NodeJS.ErrnoException) =>
    fail(error.code === 'EADDRINUSE' ? `Port ${config.port} is taken. Set INGLE_PORT to another one.` : error.message),
  )
  let stopping = false
  const stop = (signal: string) => {
    if (stopping) return
    stopping = true
    log.info({ signal }, 'stopping')
    setTimeout(() => process.exit(0), STOP_MS).unref()
    server.close(async () => {
      await newsroom.close()
      await db.destroy()
      process.exit(0)
    })
    // News streams never end by themselves.
    if ('closeAllConnections' in server) server.closeAllConnections()
  }
  process.on('SIGINT', () => stop('SIGINT'))
  process.on('SIGTERM', () => stop('SIGTERM'))
}

function fail(message: string): never {
  process.stderr.write(`Ingle cannot start: ${message}\n`)
  process.exit(1)
}

main().catch((error: unknown) => {
  const code = (error as { code?: string }).code
  if (error instanceof ConfigError) fail(error.message)
  if (code === 'ECONNREFUSED') fail('the database at DATABASE_URL does not answer. Start it, or check the address.')
  if (code === '28P01' || code === '3D000') fail(`the database at DATABASE_URL refuses: ${(error as Error).message}.`)
  fail(error instanceof Error ? (error.stack ?? error.message) : String(error))
})

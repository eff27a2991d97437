import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { pino } from 'pino'
import { readConfig } from './config.ts'
import { startServer, whyNotStarted } from './start.ts'
import { VERSION } from './version.ts'

/** Starts the server of this process, and says how it goes. */
export function run(): void {
  main().catch((error: unknown) => {
    process.stderr.write(`Ingle cannot start: ${whyNotStarted(error)}\n`)
    process.exit(1)
  })
}

async function main(): Promise<void> {
  const config = readConfig(process.env, join(dirname(fileURLToPath(import.meta.url)), '../../web/dist'))
  const log = pino({ level: config.logLevel })
  // A promise that nobody looked after must not take everybody's server down; what threw in mid-air does, and is started anew.
  process.on('unhandledRejection', (error) => log.error({ error: String(error), stack: (error as Error)?.stack }, 'unhandled'))
  const { address, stop } = await startServer(config, log)
  log.info({ version: VERSION, address }, 'listening')
  // The start script waits for this line.
  process.stdout.write(`ingle listening on ${address}\n`)
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => {
      log.info({ signal }, 'stopping')
      void stop().finally(() => process.exit(0))
    })
}

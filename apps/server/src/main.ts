import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { pino } from 'pino'
import { readConfig } from './config.ts'
import { startServer, whyNotStarted } from './start.ts'
import { VERSION } from './version.ts'

async function main(): Promise<void> {
  const config = readConfig(process.env, join(dirname(fileURLToPath(import.meta.url)), '../../web/dist'))
  const log = pino({ level: config.logLevel })
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

main().catch((error: unknown) => {
  process.stderr.write(`Ingle cannot start: ${whyNotStarted(error)}\n`)
  process.exit(1)
})

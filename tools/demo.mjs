/** `npm run demo`: everything from nothing. Installs, starts a database of its own, seeds, builds, serves, prints one address. */
import { spawn } from 'node:child_process'
import { accessSync, constants, existsSync, mkdirSync, rmSync } from 'node:fs'
import { connect } from 'node:net'
import { join, resolve } from 'node:path'
import { ensureBuilt } from './build.mjs'
import { dataFolder } from './dataFolder.mjs'
import { checkNode, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { startPostgres } from './postgres.mjs'
import { say, stop } from './say.mjs'
import { startStandIns } from './standIns.mjs'

const fresh = process.argv.includes('--fresh')
const port = Number(process.env.INGLE_PORT ?? 7310)

const portTaken = () =>
  new Promise((done) => {
    const socket = connect(port, '127.0.0.1')
    socket.on('connect', () => done(socket.destroy() && true))
    socket.on('error', () => done(false))
  })

checkNode()
if (await portTaken()) {
  stop(
    `Port ${port} is taken${(await isIngle()) ? ': an Ingle runs there already' : ''}.`,
    `Open http://127.0.0.1:${port}, stop it there, or choose another port: INGLE_PORT=7311 npm run demo`,
  )
}
ensurePackages()
ensurePostgres()
const folder = dataFolder()
mkdirSync(resolve(folder, '..'), { recursive: true })
try {
  if (existsSync(folder)) accessSync(folder, constants.R_OK | constants.X_OK)
} catch {
  stop(`The data folder ${folder} belongs to another user.`, 'Run this as that user, or set INGLE_DATA to a folder of your own.')
}
let database = await startPostgres(folder)
if (database.tookOver) say('Took over a database that an earlier run left behind.')
if (fresh) {
  database.stop()
  rmSync(folder, { recursive: true, force: true })
  database = await startPostgres(folder)
}
ensureBuilt()

const server = spawn(process.execPath, ['--enable-source-maps', join(ROOT, 'apps/server/dist/main.js')], {
  env: {
    ...process.env,
    DATABASE_URL: database.url,
    INGLE_PORT: String(port),
    INGLE_DEMO: '1',
    INGLE_LOG: process.env.INGLE_LOG ?? 'warn',
  },
  stdio: ['ignore', 'pipe', 'inherit'],
})
const stopDevices = startStandIns(say)
server.stdout.on('data', (chunk) => {
  const text = String(chunk)
  if (text.includes('ingle listening on'))
    say(
      `\nIngle is ready:  http://127.0.0.1:${port}\nThe sign-in page offers the demo accounts. Data: ${folder}. Ctrl-C stops everything.\n`,
    )
  else process.stdout.write(text)
})
let ending = false
const end = (code) => {
  if (ending) return
  ending = true
  stopDevices()
  database.stop()
  say('Stopped.')
  process.exit(code)
}
// Ctrl-C reaches the server too; its end ends the database.
process.on('SIGINT', () => server.kill('SIGINT'))
process.on('SIGTERM', () => server.kill('SIGTERM'))
process.on('SIGHUP', () => server.kill('SIGTERM'))
server.on('exit', (code) => end(code ?? 0))

async function isIngle() {
  try {
    const answer = await fetch(`http://127.0.0.1:${port}/api/health`)
    return Boolean((await answer.json()).fold)
  } catch {
    return false
  }
}

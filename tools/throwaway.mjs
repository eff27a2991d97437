/** A database and servers that live as long as one run: for tests, pictures and benchmarks. Never touches a demo's data or ports. */
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensurePostgres, ROOT } from './install.mjs'
import { freePort, startPostgres } from './postgres.mjs'

/** A throwaway PostgreSQL; `newDatabase()` makes an empty database in it and returns its address. */
export async function throwawayPostgres() {
  ensurePostgres()
  const folder = mkdtempSync(join(tmpdir(), 'ingle-test-'))
  const { url, stop } = await startPostgres(folder, { throwaway: true })
  let ended = false
  const end = () => {
    if (ended) return
    ended = true
    stop()
    rmSync(folder, { recursive: true, force: true })
  }
  process.on('exit', end)
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => process.exit(130))
  return { url, stop: end }
}

/** Makes a database beside the one at `url`: empty, or like another one there that nobody is connected to. */
export async function newDatabase(url, like = null) {
  const { default: pg } = await import('pg')
  const name = `t_${process.pid}_${Date.now()}_${Math.floor(Math.random() * 1e6)}`
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(`CREATE DATABASE ${name}${like ? ` TEMPLATE ${new URL(like).pathname.slice(1)}` : ''}`)
  await client.end()
  return url.replace(/\/[^/]*$/, `/${name}`)
}

/** Keeps a copy of every table beside it, so that `restoreDatabase` can bring them back. */
export async function keepDatabase(url) {
  await inDatabase(url, async (client) => {
    await client.query('CREATE SCHEMA kept')
    for (const table of await tablesOf(client)) await client.query(`CREATE TABLE kept.${table} AS TABLE public.${table}`)
  })
}

const DEADLOCK = '40P01'
const MOST_TRIES = 5

/** The tables as they were kept: a tenth of a second, where a new database with a server on it takes two. */
export async function restoreDatabase(url) {
  await inDatabase(url, async (client) => {
    const tables = await tablesOf(client)
    for (let tried = 1; ; tried++)
      try {
        await client.query('BEGIN')
        // References are whole in the copy: they need no checking one by one. Nor does the guard over the record stand here.
        await client.query('SET LOCAL session_replication_role = replica')
        await client.query(`TRUNCATE ${tables.map((table) => `public.${table}`).join(', ')}`)
        for (const table of tables) await client.query(`INSERT INTO public.${table} SELECT * FROM kept.${table}`)
        await client.query('COMMIT')
        return
      } catch (error) {
        // What the test before still sends is being stored, in another order of tables: the database lets one of the two go.
        await client.query('ROLLBACK')
        if (error.code !== DEADLOCK || tried === MOST_TRIES) throw error
      }
  })
}

const tablesOf = async (client) =>
  (await client.query("SELECT quote_ident(tablename) AS name FROM pg_tables WHERE schemaname = 'public' ORDER BY 1")).rows.map(
    (row) => row.name,
  )

async function inDatabase(url, work) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    await work(client)
  } finally {
    await client.end()
  }
}

/** Servers that must not outlive this process. */
const alive = new Set()
process.on('exit', () => {
  for (const kill of alive) kill()
})

/** The built server on a port of its own. `stop` kills it; `start` brings it back on the same port. */
export async function serverOn(databaseUrl, { demo = true } = {}) {
  const port = await freePort()
  const base = `http://127.0.0.1:${port}`
  let child = null
  let text = ''
  const start = () =>
    new Promise((resolve, reject) => {
      text = ''
      child = spawn(process.execPath, ['--enable-source-maps', join(ROOT, 'apps/server/dist/main.js')], {
        env: {
          ...process.env,
          DATABASE_URL: databaseUrl,
          INGLE_PORT: String(port),
          INGLE_DEMO: demo ? '1' : '',
          INGLE_LOG: 'error',
        },
        stdio: ['ignore', 'pipe', 'inherit'],
      })
      child.stdout.on('data', (chunk) => {
        text += String(chunk)
        // A fault of the server is never quiet, wherever it happens.
        for (const one of String(chunk).split('\n')) if (one.includes('"level":50')) process.stderr.write(`${one}\n`)
        if (text.includes('ingle listening on')) resolve()
      })
      child.on('exit', (code) => reject(new Error(`The server ended at its start with ${code}`)))
    })
  const stop = (signal = 'SIGTERM') =>
    new Promise((resolve) => {
      if (!child || child.exitCode !== null) return resolve()
      child.removeAllListeners('exit')
      child.on('exit', resolve)
      child.kill(signal)
    })
  alive.add(() => child?.kill('SIGKILL'))
  await start()
  const running = () => child !== null && child.exitCode === null && child.signalCode === null
  return {
    base,
    port,
    start,
    stop,
    running,
    /** A part of what it printed. */
    said: (pattern) => pattern.exec(text)?.[1] ?? '',
    get pid() {
      return child?.pid
    },
  }
}

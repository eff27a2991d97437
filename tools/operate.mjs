/** What the scripts for whoever runs a server share: which database, PostgreSQL's own programs, and the server's commands. */
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuilt } from './build.mjs'
import { dataFolder } from './dataFolder.mjs'
import { checkNode, ensurePackages, ensurePostgres, postgresBin, ROOT } from './install.mjs'
import { startPostgres } from './postgres.mjs'
import { say, stop } from './say.mjs'

/** The database that DATABASE_URL names; without it the demo's own, started for as long as this takes. */
export async function theDatabase() {
  checkNode()
  ensurePackages()
  ensureBuilt()
  if (process.env.DATABASE_URL) return { url: process.env.DATABASE_URL, end: () => undefined }
  ensurePostgres()
  say('DATABASE_URL is not set: this is about the demo’s database.')
  const database = await startPostgres(dataFolder())
  // One that was running already goes on.
  return { url: database.url, end: () => !database.tookOver && database.stop() }
}

/** The same server, another database. */
export const inDatabase = (url, name) => url.replace(/\/[^/?]*(\?.*)?$/, `/${name}$1`)
export const nameOf = (url) => decodeURIComponent(new URL(url).pathname.slice(1))

/** One of PostgreSQL's programs: from its own folder where Debian keeps it, else from the path. Null when it did its work; else what it said. */
export function postgresProgram(program, args) {
  const bin = postgresBin()
  const run = spawnSync(bin ? join(bin, program) : program, args, { stdio: ['ignore', 'inherit', 'pipe'], encoding: 'utf8' })
  if (run.error)
    stop(
      `${program} is not there.`,
      'Install PostgreSQL’s client programs (Debian: postgresql-client), of the server’s version or newer.',
    )
  return run.status === 0 ? null : run.stderr.trim()
}

/** A command of the server over a database; what it says is shown, and its last line, JSON, given back. */
export function operate(url, ...words) {
  const run = spawnSync(process.execPath, ['--enable-source-maps', join(ROOT, 'apps/server/dist/operate.js'), ...words], {
    env: { ...process.env, DATABASE_URL: url },
    stdio: ['ignore', 'pipe', 'inherit'],
    encoding: 'utf8',
  })
  const lines = run.stdout.trim().split('\n')
  const isJson = lines.at(-1)?.startsWith('{')
  for (const line of isJson ? lines.slice(0, -1) : lines) if (line) say(line)
  return { status: run.status ?? 1, told: isJson ? JSON.parse(lines.at(-1)) : {} }
}

export async function withClient(url, work) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}

/** The database from which others are made and renamed. */
export const besides = (url) => inDatabase(url, nameOf(url) === 'postgres' ? 'template1' : 'postgres')

/** A new empty database beside this one. */
export async function newDatabaseBeside(url, name) {
  try {
    await withClient(besides(url), (client) => client.query(`CREATE DATABASE "${name}" TEMPLATE template0`))
  } catch (error) {
    stop(
      `No database can be made beside ${nameOf(url)}: ${error.message}.`,
      'Let the role of DATABASE_URL make databases (ALTER ROLE … CREATEDB), or run this as one that may.',
    )
  }
  return inDatabase(url, name)
}

export const dropDatabase = (url) =>
  withClient(besides(url), (client) => client.query(`DROP DATABASE IF EXISTS "${nameOf(url)}" WITH (FORCE)`))

/** Fills an empty database from a backup, and looks whether the record in it is whole. */
export function fillFrom(file, url) {
  const wrong = postgresProgram('pg_restore', ['--no-owner', '--no-privileges', '--exit-on-error', '-d', url, file])
  if (wrong === null) return operate(url, 'verify')
  say(`pg_restore failed: ${wrong}`)
  return { status: 1, told: {} }
}

export const stamp = () => new Date().toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '-')

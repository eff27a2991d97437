/**
 * `npm run soak [-- --minutes 5 --seed 1]`: several devices write on one site while everything around them fails: the server
 * is killed, the database taken away, the network cut, slowed and deafened, clocks are wrong, backups are restored. At the
 * end everything that the devices wrote must be stored exactly once, or have been refused with words; all devices must hold
 * the same; and the chain must fit. Ends with 1 where it is not so.
 */
import { fork } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { randomOf } from './attack/mutate.mjs'
import { ensureBuilt } from './build.mjs'
import { checkNode, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { startPostgres } from './postgres.mjs'
import { say } from './say.mjs'
import { runScript } from './script.mjs'
import { newDatabase, serverOn } from './throwaway.mjs'

checkNode()
ensurePackages()
ensurePostgres()
ensureBuilt()
const option = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? otherwise : Number(process.argv[at + 1])
}
const [minutes, seed] = [option('minutes', 5), option('seed', 1)]
const random = randomOf(seed)
const wait = (ms) => new Promise((done) => setTimeout(done, ms))

const folder = mkdtempSync(join(tmpdir(), 'ingle-soak-'))
// Killed in mid-write it must keep what it acknowledged: no shortcuts here.
const postgres = await startPostgres(folder)
const url = await newDatabase(postgres.url)
const server = await serverOn(url)
const PEOPLE = [
  ['mr', 'kiln-and-harbour', 'MR'],
  ['jt', 'lantern-on-the-quay', 'JT'],
  ['mr', 'kiln-and-harbour', 'MR'],
]

const unhandled = []
const devices = await Promise.all(
  PEOPLE.map(
    (who) =>
      new Promise((ready) => {
        const child = fork(join(ROOT, 'tools/soak/device.mjs'), [server.base, ...who], {
          stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
        })
        const asked = new Map()
        let n = 0
        const device = (order, of) =>
          new Promise((done, failed) => {
            n += 1
            asked.set(n, { done, failed })
            child.send({ n, order, of })
          })
        child.on('message', (told) => {
          if (told.ready) ready(device)
          else if (told.unhandled) unhandled.push(told.unhandled)
          else if (told.error) asked.get(told.n).failed(new Error(told.error))
          else asked.get(told.n).done(told.answer)
        })
      }),
  ),
)

// One site, made by the first, known to all.
const cookie = /ingle_session=[^;]+/.exec(
  (
    await fetch(`${server.base}/api/sign-in`, {
      method: 'POST',
      body: JSON.stringify({ name: 'jt', password: 'lantern-on-the-quay' }),
    })
  ).headers.get('set-cookie'),
)[0]
const [siteId, systemId, visitId] = [randomUUID(), randomUUID(), randomUUID()]
const at = new Date().toISOString()
await fetch(`${server.base}/api/sites/${siteId}/changes`, {
  method: 'POST',
  headers: { cookie },
  body: JSON.stringify({
    changes: [
      { id: randomUUID(), siteId, at, by: 'JT', kind: 'site.set', body: { name: 'Soak' } },
      { id: randomUUID(), siteId, at, by: 'JT', kind: 'system.set', body: { systemId, name: 'AH-1' } },
      { id: randomUUID(), siteId, at, by: 'JT', kind: 'visit.start', body: { visitId, reason: 'soak' } },
    ],
  }),
})
for (const device of devices) await device('site', { siteId, systemId, visitId })

const count = { writes: 0, kills: 0, outages: 0, networks: 0, clocks: 0, restarts: 0, backups: 0, restores: 0 }
let backup = null
const until = Date.now() + minutes * 60_000
let lastSaid = Date.now()
while (Date.now() < until) {
  const act = random.below(1000)
  const device = random.one(devices)
  if (act < 860) {
    count.writes += 1
    await device('write', random.one(['note', 'note', 'note', 'item', 'name', 'undo']))
  } else if (act < 930) {
    count.networks += 1
    await device('network', random.one(['on', 'on', 'off', 'slow', 'deaf']))
  } else if (act < 950) {
    count.clocks += 1
    await device('clock', random.one([0, 0, 3_600_000, -3_600_000, 20_000_000, -86_400_000]))
  } else if (act < 970) {
    count.restarts += 1
    await device('restart')
  } else if (act < 985) {
    count.kills += 1
    await server.stop('SIGKILL')
    await wait(random.below(800))
    await server.start()
  } else if (act < 993) {
    count.outages += 1
    await outage(500 + random.below(3500))
  } else if (act < 997) {
    await takeBackup()
  } else if (backup) {
    count.restores += 1
    await server.stop('SIGKILL')
    await runScript(url, 'restore', backup)
    await server.start()
  }
  if (!server.running()) {
    say('The server ended by itself.')
    unhandled.push('the server ended')
    await server.start()
  }
  await wait(random.below(40))
  if (Date.now() - lastSaid > 30_000) {
    lastSaid = Date.now()
    say(`${Math.round((until - lastSaid) / 1000)} s left: ${JSON.stringify(count)}`)
  }
}

/** The database lets nobody in for a while, and cuts off whoever is. */
async function outage(ms) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: postgres.url })
  await client.connect()
  const name = new URL(url).pathname.slice(1)
  await client.query(`ALTER DATABASE "${name}" ALLOW_CONNECTIONS false`)
  await client.query('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1', [name])
  await wait(ms)
  await client.query(`ALTER DATABASE "${name}" ALLOW_CONNECTIONS true`)
  await client.end()
}

async function takeBackup() {
  count.backups += 1
  const file = join(folder, `soak-${count.backups}.backup`)
  const { code, said } = await runScript(url, 'backup', file)
  if (code === 0) backup = file
  else unhandled.push(`backup: ${said}`)
}

// Everything is well again: whatever waits goes out, whatever was lost comes back.
say('All is well again; the devices settle.')
for (const device of devices) {
  await device('clock', 0)
  await device('network', 'on')
}
const changes = async () => {
  const all = []
  for (let more = true; more; ) {
    const answer = await fetch(`${server.base}/api/sites/${siteId}/changes?after=${all.length}`, { headers: { cookie } })
    const page = await answer.json()
    all.push(...page.changes.map((one) => one.change.id))
    more = page.more
  }
  return all
}
let states = []
const settled = Date.now()
for (;;) {
  for (const device of devices) await device('settle')
  await wait(1000)
  states = await Promise.all(devices.map((device) => device('state')))
  const stored = await changes()
  const alike = states.every((one) => one.waiting === 0 && one.confirmed.length === stored.length)
  if (alike || Date.now() - settled > 90_000) break
}

const stored = await changes()
const times = new Map()
for (const id of stored) times.set(id, (times.get(id) ?? 0) + 1)
const refused = new Set(states.flatMap((one) => one.refused.map((each) => each.id)))
const written = states.flatMap((one) => one.written)
const faults = {
  lost: written.filter((id) => !times.has(id) && !refused.has(id)),
  doubled: [...times].filter(([, n]) => n > 1).map(([id]) => id),
  waiting: states.map((one) => one.waiting),
  different: states.filter((one) => one.confirmed.join() !== stored.join()).length,
  unhandled,
}
const verify = await runScript(url, 'verify')
say(`\nseed ${seed}, ${minutes} min: ${JSON.stringify(count)}`)
say(
  `${written.length} written on ${devices.length} devices, ${stored.length - 3} stored, ${refused.size} refused with words, settled in ${Math.round((Date.now() - settled) / 1000)} s`,
)
for (const why of new Set(states.flatMap((one) => one.refused.map((each) => each.why)))) say(`  refused: ${why}`)
say(
  `lost without a word: ${faults.lost.length}; stored twice: ${faults.doubled.length}; still waiting: ${faults.waiting.join(', ')}; devices that differ: ${faults.different}`,
)
for (const one of unhandled.slice(0, 5)) say(`  unhandled: ${one}`)
say(verify.said.trim())
const well =
  faults.lost.length + faults.doubled.length + faults.different + unhandled.length === 0 &&
  faults.waiting.every((n) => n === 0) &&
  verify.code === 0
say(well ? 'Everything that was acknowledged is stored exactly once, and all devices are equal.' : 'NOT WELL.')
await server.stop('SIGKILL')
postgres.stop()
rmSync(folder, { recursive: true, force: true })
process.exit(well ? 0 : 1)

/**
 * `npm run restore FILE`: puts a backup in the place of the database, and begins another life of the record, so that devices
 * bring back what was written since. The database of before stays beside it, under another name.
 */
import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import {
  besides,
  dropDatabase,
  fillFrom,
  nameOf,
  newDatabaseBeside,
  operate,
  stamp,
  theDatabase,
  withClient,
} from './operate.mjs'
import { say, stop } from './say.mjs'

const [named] = process.argv.slice(2)
if (!named || !existsSync(resolve(named)))
  stop(named ? `There is no file ${named}.` : 'Which backup?', 'Like: npm run restore ingle-20261128-020000.backup')
const { url, end } = await theDatabase()
try {
  const now = stamp().replace('-', '_')
  const [name, before] = [nameOf(url), `${nameOf(url)}_before_${now}`]
  const fresh = await newDatabaseBeside(url, `${name}_restore_${now}`)
  const { status } = fillFrom(resolve(named), fresh)
  if (status !== 0) {
    await dropDatabase(fresh)
    stop('This backup is not whole; nothing was changed.', 'Take an earlier one.')
  }
  if (operate(fresh, 'restored', `from ${named.split('/').at(-1)}`).status !== 0) {
    await dropDatabase(fresh)
    stop('The backup could not be brought up to this Ingle; nothing was changed.', 'See the lines above.')
  }
  await withClient(besides(url), async (client) => {
    // A server that still serves is cut off; it finds the restored database when it asks again.
    await client.query(`ALTER DATABASE "${name}" ALLOW_CONNECTIONS false`)
    await client.query('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1 OR datname = $2', [
      name,
      nameOf(fresh),
    ])
    await client.query(`ALTER DATABASE "${name}" RENAME TO "${before}"`)
    await client.query(`ALTER DATABASE "${nameOf(fresh)}" RENAME TO "${name}"`)
    await client.query(`ALTER DATABASE "${before}" ALLOW_CONNECTIONS true`)
  })
  say(`Restored. The database of before is kept as “${before}”: drop it once all devices have been in touch.`)
  say('Devices notice by themselves, bring back what was written since, and say what could not be taken back.')
} finally {
  end()
}

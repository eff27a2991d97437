/**
 * `npm run backup [FILE]`: the whole database as one file, believed because it was restored into a second database and
 * compared link by link. Runs beside a server that serves.
 */
import { statSync } from 'node:fs'
import { resolve } from 'node:path'
import { dropDatabase, fillFrom, nameOf, newDatabaseBeside, postgresProgram, stamp, theDatabase, withClient } from './operate.mjs'
import { say, stop } from './say.mjs'

const { url, end } = await theDatabase()
try {
  const file = resolve(process.argv[2] ?? `ingle-${stamp()}.backup`)
  // Jobs of the print queue are nobody's after a restore.
  const wrong = postgresProgram('pg_dump', [
    '--format=custom',
    '--no-owner',
    '--no-privileges',
    '--exclude-schema=pgboss',
    '-f',
    file,
    url,
  ])
  if (wrong !== null) stop('pg_dump failed.', wrong)
  const second = await newDatabaseBeside(url, `${nameOf(url)}_check_${stamp().replace('-', '_')}`)
  try {
    const { status, told } = fillFrom(file, second)
    if (status !== 0)
      stop('What came back is not whole.', 'Look at the lines above; `npm run verify` looks at the database itself.')
    await sameLinks(url, told.heads)
    await sameCounts(url, second)
  } finally {
    await dropDatabase(second)
  }
  say(`${file}: ${Math.round(statSync(file).size / 1000)} kB, restored once and found the same.`)
} finally {
  end()
}

/** The last link of every site as it came back is one that the database itself has: it may have grown since. */
async function sameLinks(url, heads) {
  await withClient(url, async (client) => {
    for (const { siteId, seq, head } of heads) {
      if (seq === 0) continue
      const { rows } = await client.query('SELECT 1 FROM change WHERE site_id = $1 AND seq = $2 AND hash = $3', [
        siteId,
        seq,
        head,
      ])
      if (rows.length === 0)
        stop(
          `Site ${siteId} came back with another end than it has.`,
          'Make the backup again; if it goes on, run `npm run verify`.',
        )
    }
  })
}

/** What is no chain is counted. */
async function sameCounts(url, second) {
  for (const table of ['crew', 'account', 'photo', 'document', 'gateway']) {
    const count = (at) =>
      withClient(at, async (client) => Number((await client.query(`SELECT count(*) AS n FROM ${table}`)).rows[0].n))
    const [here, there] = [await count(url), await count(second)]
    if (there > here || (there === 0 && here > 0))
      stop(`Of ${here} rows of “${table}” ${there} came back.`, 'Make the backup again.')
  }
}

import { counted } from '@ingle/core'
import 'reflect-metadata'
import pg from 'pg'
import { DataSource } from 'typeorm'
import { broughtUp } from './data/database.ts'
import { erasePerson } from './data/erase.ts'
import { renewLineage } from './data/lineage.ts'
import { verifyRecord } from './data/verify.ts'

/**
 * What whoever runs a server does beside it, over the database itself: `verify`, `restored WHY`, `erase CREW INITIALS`.
 * The scripts in tools/ call it; the last line that it prints is JSON for them.
 */
export async function operate([command, ...words]: readonly string[], url: string): Promise<number> {
  if (command === 'verify') return verify(url)
  if (command === 'restored') return restored(url, words.join(' ') || 'restored from a backup')
  if (command === 'erase') return erase(url, words)
  say('Commands: verify, restored WHY, erase CREW INITIALS.')
  return 2
}

const say = (text: string) => void process.stdout.write(`${text}\n`)

async function verify(url: string): Promise<number> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    const found = await verifyRecord(async (text, values) => (await client.query(text, [...values])).rows)
    for (const one of found.wrong) say(`${one.name || one.siteId}: ${one.says}`)
    say(
      found.wrong.length === 0
        ? `${found.sites} ${found.sites === 1 ? 'site' : 'sites'} with ${found.changes} changes are what the server took, link by link.${found.erased ? ` A person was erased from ${found.erased} of them.` : ''}`
        : `${found.wrong.length} of ${found.sites} sites are not what the server took. Restore them from a backup, and look at who could write into the database.`,
    )
    say(JSON.stringify({ sites: found.sites, changes: found.changes, wrong: found.wrong.length, heads: found.heads }))
    return found.wrong.length === 0 ? 0 : 1
  } finally {
    await client.end()
  }
}

/** Begins another life of the record, so that devices bring what this one lost. The schema is brought up first. */
async function restored(url: string, why: string): Promise<number> {
  await broughtUp(url)
  const epoch = await asOwner(url, (db) =>
    db.transaction(async (tx) => {
      await tx.query(
        `INSERT INTO audit (crew_id, at, who, what, about, address) SELECT id, now(), 'npm run restore', 'restored', $1, '' FROM crew`,
        [why],
      )
      return renewLineage(tx, why)
    }),
  )
  say(JSON.stringify({ epoch }))
  return 0
}

async function erase(url: string, [crew = '', initials = '']: readonly string[]): Promise<number> {
  if (!crew || !initials) {
    say('Like: npm run erase -- "Lantern Lane" MR')
    return 2
  }
  await broughtUp(url)
  const count = await asOwner(url, (db) => erasePerson(db, crew, initials.toUpperCase()))
  if (count === null) {
    say(`There is no crew “${crew}” with somebody whose initials are ${initials.toUpperCase()}.`)
    return 1
  }
  say(
    `${initials.toUpperCase()} is erased from ${counted(count, 'change')} of ${crew}. Devices fetch the record again when they next ask.`,
  )
  say(JSON.stringify({ erased: count }))
  return 0
}

async function asOwner<T>(url: string, work: (db: DataSource) => Promise<T>): Promise<T> {
  const db = await new DataSource({ type: 'postgres', url }).initialize()
  try {
    return await work(db)
  } finally {
    await db.destroy()
  }
}

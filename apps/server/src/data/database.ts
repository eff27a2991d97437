import 'reflect-metadata'
import { FOLD_VERSION, type SiteId } from '@ingle/record'
import { DataSource, type EntityManager } from 'typeorm'
import { canonicalText, chainBegin, linkHash, receiptOf } from './chain.ts'
import { ChangeRow, ENTITIES } from './entities.ts'
import { lineageOf } from './lineage.ts'
import { listedFrom } from './listing.ts'
import { MIGRATIONS } from './migrations.ts'
import { writerRole } from './role.ts'
import { noteMade, setListing } from './siteRecord.ts'

function dataSource(url: string, role: string | null): DataSource {
  return new DataSource({
    type: 'postgres',
    url,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsTransactionMode: 'each',
    synchronize: false,
    logging: false,
    poolSize: 12,
    ...(role && { extra: { options: `-c role=${role}` } }),
  })
}

/** Any number; the same for every server, so that only one of several migrates. */
const MIGRATION_LOCK = 7_310_001

/**
 * Connects, migrates, and brings up what an older Ingle wrote. Safe when several servers start at once. The connection that
 * is given back may add to the record and not alter it: see role.ts.
 */
export async function openDatabase(url: string): Promise<DataSource> {
  const role = await broughtUp(url)
  return dataSource(url, role).initialize()
}

/** Migrates with the rights of whoever connects; returns the role that the server goes on with. */
export async function broughtUp(url: string): Promise<string | null> {
  const owner = await dataSource(url, null).initialize()
  const runner = owner.createQueryRunner()
  try {
    await runner.query('SELECT pg_advisory_lock($1)', [MIGRATION_LOCK])
    await owner.runMigrations()
    await bringUp(owner)
    return await writerRole(runner)
  } finally {
    await runner.query('SELECT pg_advisory_unlock($1)', [MIGRATION_LOCK])
    await runner.release()
    await owner.destroy()
  }
}

/** Sites that another fold listed: their listing is made anew; links and made ids too, where an Ingle of before kept none. */
async function bringUp(db: DataSource): Promise<void> {
  const stale: { crew_id: string; id: SiteId; head: string }[] = await db.query(
    'SELECT crew_id, id, head FROM site WHERE listed_version <> $1',
    [FOLD_VERSION],
  )
  const { secret } = await lineageOf(db)
  for (const { crew_id: crewId, id, head } of stale) {
    await db.transaction(async (tx) => {
      await tx.query('SELECT 1 FROM site WHERE crew_id = $1 AND id = $2 FOR UPDATE', [crewId, id])
      if (head === '') await linkUp(tx, crewId, id, secret)
      await setListing(tx, crewId, id, await listedFrom(tx, crewId, id))
    })
  }
}

/** So many changes at a time: a long record does not have to fit into memory. */
const PORTION = 2000

/** Links a record of before chains, as if this server had made them when it took each change. */
async function linkUp(tx: EntityManager, crewId: string, siteId: SiteId, secret: string): Promise<void> {
  await tx.query(`SELECT set_config('ingle.door', 'link', true)`)
  let hash = chainBegin(siteId)
  for (let after = 0; ; ) {
    const rows = await tx
      .getRepository(ChangeRow)
      .createQueryBuilder('c')
      .where('c.crew_id = :crewId AND c.site_id = :siteId AND c.seq > :after', { crewId, siteId, after })
      .orderBy('c.seq')
      .limit(PORTION)
      .getMany()
    if (rows.length === 0) break
    const links = rows.map(({ seq, receivedAt, content }) => {
      const text = canonicalText(content)
      hash = linkHash(hash, seq, receivedAt, text)
      return { seq, hash, receipt: receiptOf(secret, text) }
    })
    await tx.query(
      `UPDATE change SET hash = link.hash, receipt = link.receipt FROM jsonb_to_recordset($3::jsonb) AS link(seq int, hash text, receipt text)
       WHERE change.crew_id = $1 AND change.site_id = $2 AND change.seq = link.seq`,
      [crewId, siteId, JSON.stringify(links)],
    )
    await noteMade(
      tx,
      crewId,
      siteId,
      rows.map((row) => row.content),
    )
    after = rows.at(-1)?.seq ?? after
  }
  await tx.query('UPDATE site SET head = $3 WHERE crew_id = $1 AND id = $2', [crewId, siteId, hash])
}

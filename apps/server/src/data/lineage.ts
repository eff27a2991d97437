import { randomBytes, randomUUID } from 'node:crypto'
import type { DataSource, EntityManager, QueryRunner } from 'typeorm'
import { prepared } from './prepared.ts'

/**
 * Which life of the record this is. It begins with the database and anew with every restore: sequence numbers of another
 * life say nothing here, so a device that meets another epoch offers all that it holds and fetches everything again.
 */
export interface Lineage {
  epoch: string
  /** Signs receipts; the same through all lives, so that a change of before a restore is known again. */
  secret: string
}

const NOW = 'SELECT epoch, secret FROM lineage ORDER BY n DESC LIMIT 1'

export async function lineageOf(db: DataSource): Promise<Lineage> {
  const [row] = await prepared<Lineage>(db, 'lineage', NOW, [])
  if (!row) throw new Error('The database has no lineage: its migrations did not run')
  return row
}

/** Begins another life of the record. The reason stands in the table for whoever looks. */
export async function renewLineage(on: QueryRunner | EntityManager, why: string): Promise<string> {
  const [before] = (await on.query(NOW)) as Lineage[]
  const epoch = randomUUID()
  await on.query('INSERT INTO lineage (epoch, secret, began_at, why) VALUES ($1, $2, now(), $3)', [
    epoch,
    before?.secret ?? randomBytes(32).toString('base64url'),
    why,
  ])
  return epoch
}

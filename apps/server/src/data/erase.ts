import { counted } from '@ingle/core'
import { type Change, SIGN_HEIGHT, SIGN_WIDTH, type SiteId } from '@ingle/record'
import type { DataSource, EntityManager } from 'typeorm'
import { renewLineage } from './lineage.ts'
import { listedFrom } from './listing.ts'
import { setListing } from './siteRecord.ts'

/** What stands where a person was. */
const NOBODY = '··'
/** What is left of a signature: a line that nobody drew. */
const BARE_LINE = [0, SIGN_HEIGHT / 2, SIGN_WIDTH, SIGN_HEIGHT / 2]
/** So many changes are written at a time. */
const PORTION = 1000

/**
 * Takes a person out of a crew's records, for whoever has a right to that: their initials wherever something is signed
 * with them, their signatures, and their account. What was written down stays, and so do the links of its chain; each
 * change that says less now says that it does. Devices fetch the record again, because it begins another life.
 * @returns how many changes were altered; null where there is no such crew or person
 */
export function erasePerson(db: DataSource, crewName: string, initials: string): Promise<number | null> {
  return db.transaction(async (tx) => {
    const [account] = await tx.query(
      'SELECT a.id, a.crew_id FROM account a JOIN crew c ON c.id = a.crew_id WHERE c.name = $1 AND a.initials = $2 FOR UPDATE OF a',
      [crewName, initials],
    )
    if (!account) return null
    const crewId: string = account.crew_id
    await tx.query(`SELECT set_config('ingle.door', 'erasure', true)`)
    const rows: { site_id: SiteId; seq: number; content: Change }[] = await tx.query(
      `SELECT site_id, seq, content FROM change WHERE crew_id = $1 AND (content->>'by' = $2 OR content->'imported' @> $3
         OR content->'body'->>'to' = $2 OR content->'body'->>'owner' = $2) ORDER BY site_id, seq`,
      [crewId, initials, JSON.stringify([{ by: initials }])],
    )
    for (let i = 0; i < rows.length; i += PORTION)
      await tx.query(
        `UPDATE change SET content = less.content FROM jsonb_to_recordset($2::jsonb) AS less(site_id uuid, seq int, content jsonb)
         WHERE change.crew_id = $1 AND change.site_id = less.site_id AND change.seq = less.seq`,
        [crewId, JSON.stringify(rows.slice(i, i + PORTION).map((row) => ({ ...row, content: without(row.content, initials) })))],
      )
    await tx.query('DELETE FROM session WHERE account_id = $1', [account.id])
    await tx.query(
      `UPDATE account SET name = 'erased-' || id, initials = $2, password_hash = '', ended_at = coalesce(ended_at, now()) WHERE id = $1`,
      [account.id, NOBODY],
    )
    for (const siteId of new Set(rows.map((row) => row.site_id))) await foldedAnew(tx, crewId, siteId)
    await tx.query(
      `INSERT INTO audit (crew_id, at, who, what, about, address) VALUES ($1, now(), 'npm run erase', 'erased', $2, '')`,
      [crewId, `a person, from ${counted(rows.length, 'change')}`],
    )
    await renewLineage(tx, 'a person was erased')
    return rows.length
  })
}

/** A change without the person: who signed it, who brought it in, and whom it names. */
function without(change: Change, initials: string): object {
  const { by, imported, body } = change
  const named = (value: unknown) => (value === initials ? NOBODY : value)
  const said = Object.fromEntries(
    Object.entries(body).map(([key, value]) => [key, key === 'to' || key === 'owner' ? named(value) : value]),
  )
  const signed = change.kind === 'visit.sign' && change.body.as === 'technician' && by === initials
  return {
    ...change,
    by: named(by),
    ...(imported && { imported: imported.map((one) => ({ ...one, by: named(one.by) })) }),
    body: signed ? { ...said, name: NOBODY, strokes: [BARE_LINE] } : said,
    erased: true,
  }
}

async function foldedAnew(tx: EntityManager, crewId: string, siteId: SiteId): Promise<void> {
  await tx.query('DELETE FROM fold WHERE crew_id = $1 AND site_id = $2', [crewId, siteId])
  await setListing(tx, crewId, siteId, await listedFrom(tx, crewId, siteId))
}

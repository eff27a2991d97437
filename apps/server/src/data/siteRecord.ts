import {
  type Change,
  type ChangeId,
  FOLD_VERSION,
  idsNamedBy,
  KnownIds,
  knownId,
  LISTED_KINDS,
  madeBy,
  type PhotoId,
  parseChange,
  refusedAsNew,
  type SiteId,
  targetOf,
} from '@ingle/record'
import type { Outcome, StoredChange } from '@ingle/record/wire'
import type { Asking } from './asking.ts'
import { canonicalText, chainBegin, linkHash, receiptOf } from './chain.ts'
import { NEWS_CHANNEL } from './channel.ts'
import type { Lineage } from './lineage.ts'
import { type Listing, listedFrom } from './listing.ts'

/** What a change is called, whatever it is: the answer has to name it. */
export const idOf = (plain: unknown) => knownId<ChangeId>(String((plain as { id?: unknown } | null)?.id ?? ''))

const LISTED = new Set<string>(LISTED_KINDS)

/** The site's row, locked for this transaction; made when this is the crew's first word of it. */
export async function lockedSite(tx: Asking, crewId: string, siteId: SiteId): Promise<{ seq: number; head: string }> {
  await tx.query(
    `INSERT INTO site (crew_id, id, name, seq, head, listing, search, answers, open_visits, listed_version, updated_at)
     VALUES ($1, $2, '', 0, $3, $4, '', '{}', 0, $5, now()) ON CONFLICT DO NOTHING`,
    [crewId, siteId, chainBegin(siteId), JSON.stringify({ id: siteId }), FOLD_VERSION],
  )
  const [row] = await tx.query('SELECT seq, head FROM site WHERE crew_id = $1 AND id = $2 FOR UPDATE', [crewId, siteId])
  return row
}

/**
 * Stores a batch at the end of a site's record, in its order, within the caller's transaction. Each change is answered by
 * itself. What it costs rests on the batch, not on the record: the store is asked for the ids that the batch names, and
 * what stands on the list of sites is made anew only when a change is about it. The state is not folded here.
 */
export async function storeWithin(
  tx: Asking,
  crewId: string,
  siteId: SiteId,
  batch: readonly unknown[],
  nowMs: number,
  lineage: Lineage,
  /** A device writes them now: what nobody may write any more is refused. */
  areNew = false,
): Promise<Outcome[]> {
  const site = await lockedSite(tx, crewId, siteId)
  const parsed = batch.map((plain) => parseChange(plain, nowMs))
  const named = [...new Set(parsed.flatMap((one) => (one.ok ? idsNamedBy(one.value) : [])))]
  const there: { id: string; seq: number }[] = await tx.query(
    // Id by id: with an array the database may rather read the whole site.
    'SELECT c.id, c.seq FROM unnest($3::uuid[]) AS named(id) CROSS JOIN LATERAL (SELECT id, seq FROM change WHERE crew_id = $1 AND site_id = $2 AND id = named.id) AS c',
    [crewId, siteId, named],
  )
  const made: { id: string }[] = await tx.query(
    'SELECT m.id FROM unnest($3::uuid[]) AS named(id) CROSS JOIN LATERAL (SELECT id FROM made_id WHERE crew_id = $1 AND site_id = $2 AND id = named.id) AS m',
    [crewId, siteId, named],
  )
  const stored = new Map(there.map((one) => [one.id, one.seq]))
  const known = new KnownIds([])
  known.learn(
    stored.keys(),
    made.map((one) => one.id),
  )
  const fresh: StoredChange[] = []
  let { seq } = site
  const outcomes = parsed.map((one, i): Outcome => {
    if (!one.ok) return { id: idOf(batch[i]), refused: { reason: one.reason, remedy: one.remedy } }
    const change = one.value
    const before = stored.get(change.id)
    if (before !== undefined) return { id: change.id, seq: before }
    if (change.siteId !== siteId)
      return {
        id: change.id,
        refused: { reason: 'It names another site than the one it was sent to.', remedy: 'Open that site and enter it there.' },
      }
    const missing = known.missing(change) ?? (areNew ? refusedAsNew(change) : null)
    if (missing) return { id: change.id, refused: { reason: missing.reason, remedy: missing.remedy } }
    seq += 1
    known.add(change)
    stored.set(change.id, seq)
    fresh.push({ seq, change })
    return { id: change.id, seq }
  })
  if (fresh.length > 0) await append(tx, crewId, siteId, fresh, site.head, lineage)
  return outcomes
}

async function append(
  tx: Asking,
  crewId: string,
  siteId: SiteId,
  fresh: readonly StoredChange[],
  head: string,
  { secret }: Lineage,
): Promise<void> {
  const at = new Date()
  let hash = head
  const rows = fresh.map(({ seq, change }) => {
    const text = canonicalText(change)
    hash = linkHash(hash, seq, at, text)
    return {
      seq,
      id: change.id,
      kind: change.kind,
      target: targetOf(change),
      hash,
      receipt: receiptOf(secret, text),
      content: change,
    }
  })
  await tx.query(
    `INSERT INTO change (crew_id, site_id, seq, id, kind, target, hash, receipt, content, received_at)
     SELECT $1, $2, (one->>'seq')::int, (one->>'id')::uuid, one->>'kind', (one->>'target')::uuid, one->>'hash', one->>'receipt', one->'content', $4
     FROM jsonb_array_elements($3::jsonb) AS one`,
    [crewId, siteId, JSON.stringify(rows), at],
  )
  await noteMade(
    tx,
    crewId,
    siteId,
    fresh.map((one) => one.change),
  )
  const seq = fresh.at(-1)?.seq ?? 0
  await tx.query('UPDATE site SET seq = $3, head = $4, updated_at = $5 WHERE crew_id = $1 AND id = $2', [
    crewId,
    siteId,
    seq,
    hash,
    at,
  ])
  if (fresh.some(({ change }) => LISTED.has(change.kind) || targetOf(change) !== null))
    await setListing(tx, crewId, siteId, await listedFrom(tx, crewId, siteId))
  await tx.query('SELECT pg_notify($1, $2)', [NEWS_CHANNEL, JSON.stringify({ crewId, siteId, seq })])
}

/** Keeps which ids changes brought into being. */
export async function noteMade(tx: Asking, crewId: string, siteId: SiteId, changes: readonly Change[]): Promise<void> {
  const made = changes.flatMap(madeBy)
  if (made.length > 0)
    await tx.query(
      'INSERT INTO made_id (crew_id, site_id, id) SELECT $1, $2, one FROM unnest($3::uuid[]) AS one ON CONFLICT DO NOTHING',
      [crewId, siteId, made],
    )
}

export async function setListing(tx: Asking, crewId: string, siteId: SiteId, listing: Listing): Promise<void> {
  const { round, search, answers } = listing
  await tx.query(
    `UPDATE site SET name = $3, listing = $4, search = $5, answers = $6, open_visits = $7, listed_version = $8
     WHERE crew_id = $1 AND id = $2`,
    [
      crewId,
      siteId,
      round.name,
      JSON.stringify(round),
      search,
      answers,
      round.visits.filter((one) => !one.closedAt).length,
      FOLD_VERSION,
    ],
  )
}

/** One change of an imported record was refused, so nothing is taken. */
export class ImportRefused extends Error {
  constructor(
    readonly reason: string,
    readonly remedy: string,
  ) {
    super(reason)
  }
}

/** Who brings an imported change in, when, and from whose file. */
export type Stamp = NonNullable<Change['imported']>[number]

/** An imported record: its changes, whole or not at all. `stamp` says of each that it was not written here. */
export async function importWithin(
  tx: Asking,
  crewId: string,
  siteId: SiteId,
  changes: readonly Change[],
  nowMs: number,
  lineage: Lineage,
  stamp: Stamp | null,
): Promise<Outcome[]> {
  const stamped = stamp ? changes.map((one) => ({ ...one, imported: [...(one.imported ?? []), stamp] })) : changes
  const outcomes = await storeWithin(tx, crewId, siteId, stamped, nowMs, lineage)
  const refused = outcomes.find((one) => one.refused)?.refused
  if (refused) throw new ImportRefused(refused.reason, refused.remedy)
  return outcomes
}

/** Puts a photo; the same id again is left as it is. */
export async function putPhotoWithin(
  tx: Asking,
  crewId: string,
  siteId: SiteId,
  { id, mediaType, content }: { id: PhotoId; mediaType: string; content: Buffer },
): Promise<void> {
  await tx.query(
    'INSERT INTO photo (crew_id, site_id, id, media_type, content) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING',
    [crewId, siteId, id, mediaType, content],
  )
}

/** Which of these ids a site has. */
export async function knownAmong(on: Asking, crewId: string, siteId: SiteId, ids: readonly string[]): Promise<Set<string>> {
  const rows: { id: string }[] = await on.query(
    'SELECT id FROM change WHERE crew_id = $1 AND site_id = $2 AND id::text = ANY($3)',
    [crewId, siteId, ids],
  )
  return new Set(rows.map((row) => row.id))
}

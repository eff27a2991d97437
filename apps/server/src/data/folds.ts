import { type Change, FOLD_VERSION, fold, foldOn, type Mark, markOf, type SiteId, type SiteState } from '@ingle/record'

/** A folded state as it is stored: up to which change of the record, and how far in the order of writing. */
export interface Checkpoint {
  seq: number
  mark: Mark
  state: SiteState
}

/** Asks the database; a pooled connection here, a thread's own there. Rows come as the database gives them. */
export type Ask = <Row>(text: string, values: readonly unknown[]) => Promise<Row[]>

/** A record longer than this is folded anew in a thread, and its state is stored only now and then. */
export const LONG_RECORD = 1000
/** A record of no more than this is sent whole to a device that has none of it. */
export const SENT_WHOLE = 2000
/** A long record's state is stored again after so many changes. */
const STORE_EVERY = 300

interface CheckpointRow {
  now: number
  seq: number | null
  last_order: string | null
  last_id: string | null
  state: SiteState | null
}

/** Where a site's stored state stands beside its record; null when the crew has no such site. */
async function checkpointOf(ask: Ask, crewId: string, siteId: SiteId): Promise<{ now: number; at: Checkpoint | null } | null> {
  const [row] = await ask<CheckpointRow>(
    `SELECT s.seq AS now, f.seq, f.last_order, f.last_id, f.state FROM site s
     LEFT JOIN fold f ON f.crew_id = s.crew_id AND f.site_id = s.id AND f.fold_version = $3 WHERE s.crew_id = $1 AND s.id = $2`,
    [crewId, siteId, FOLD_VERSION],
  )
  if (!row) return null
  const { now, seq, state, last_order, last_id } = row
  return {
    now,
    at: seq === null || state === null ? null : { seq, mark: { order: Number(last_order), id: last_id ?? '' }, state },
  }
}

const changesFrom = async (
  ask: Ask,
  crewId: string,
  siteId: SiteId,
  after: number,
): Promise<{ seq: number; content: Change }[]> =>
  ask('SELECT seq, content FROM change WHERE crew_id = $1 AND site_id = $2 AND seq > $3 ORDER BY seq', [crewId, siteId, after])

/**
 * The state of a site as of now. It goes on from the stored one where the order allows; where it does not, and the record is
 * long, `anew` is asked to fold it elsewhere. What is worth keeping is stored again. Null when the crew has no such site.
 */
export async function stateNow(
  ask: Ask,
  crewId: string,
  siteId: SiteId,
  anew: () => Promise<void>,
): Promise<{ state: SiteState; seq: number } | null> {
  const found = await checkpointOf(ask, crewId, siteId)
  if (!found) return null
  const on = await goneOn(ask, crewId, siteId, found)
  if (on) return on
  if (found.now > LONG_RECORD) {
    await anew()
    const again = await checkpointOf(ask, crewId, siteId)
    const after = again && (await goneOn(ask, crewId, siteId, again))
    if (after) return after
  }
  return foldAnew(ask, crewId, siteId)
}

async function goneOn(
  ask: Ask,
  crewId: string,
  siteId: SiteId,
  { now, at }: { now: number; at: Checkpoint | null },
): Promise<{ state: SiteState; seq: number } | null> {
  if (!at) return null
  if (at.seq === now) return { state: at.state, seq: at.seq }
  const rows = await changesFrom(ask, crewId, siteId, at.seq)
  const more = rows.map((row) => row.content)
  const state = foldOn(at.state, at.mark, more)
  if (!state) return null
  const seq = rows.at(-1)?.seq ?? at.seq
  if (seq < LONG_RECORD || seq - at.seq >= STORE_EVERY)
    await keep(ask, crewId, siteId, { seq, mark: later(at.mark, markOf(more)), state })
  return { state, seq }
}

/** A stored state as text, with its mark: for a device that begins with it, so that nothing here looks into it. */
export interface BaseText {
  seq: number
  order: number
  id: string
  state: string
}

/**
 * The stored state of a long record, for a device that has none of it; null for a record that is short enough to be sent
 * whole. It is made first where it is missing or far behind.
 */
export async function baseOf(ask: Ask, crewId: string, siteId: SiteId, anew: () => Promise<void>): Promise<BaseText | null> {
  const stored = async () => {
    const [row] = await ask<{ now: number; seq: number | null; last_order: string; last_id: string }>(
      `SELECT s.seq AS now, f.seq, f.last_order, f.last_id FROM site s
       LEFT JOIN fold f ON f.crew_id = s.crew_id AND f.site_id = s.id AND f.fold_version = $3 WHERE s.crew_id = $1 AND s.id = $2`,
      [crewId, siteId, FOLD_VERSION],
    )
    return row
  }
  let row = await stored()
  if (!row || row.now <= SENT_WHOLE) return null
  if (row.seq === null || row.now - row.seq > LONG_RECORD || (await reachesBack(ask, crewId, siteId, row.seq, row.last_order))) {
    await anew()
    row = await stored()
  }
  if (!row || row.seq === null) return null
  const [text] = await ask<{ state: string }>(
    'SELECT state::text AS state FROM fold WHERE crew_id = $1 AND site_id = $2 AND fold_version = $3 AND seq = $4',
    [crewId, siteId, FOLD_VERSION, row.seq],
  )
  return text ? { seq: row.seq, order: Number(row.last_order), id: row.last_id, state: text.state } : null
}

/** Whether something after a stored state was written before its mark, or takes back or corrects what is in it. */
async function reachesBack(ask: Ask, crewId: string, siteId: SiteId, seq: number, order: string): Promise<boolean> {
  const [row] = await ask<{ reaches: boolean }>(
    `WITH tail AS (SELECT id, target, content FROM change WHERE crew_id = $1 AND site_id = $2 AND seq > $3)
     SELECT EXISTS (SELECT 1 FROM tail WHERE target IS NOT NULL AND target NOT IN (SELECT id FROM tail)
       OR coalesce(content->>'clock', content->>'at')::timestamptz <= to_timestamp($4::double precision / 1000)) AS reaches`,
    [crewId, siteId, seq, order],
  )
  return row?.reaches ?? true
}

const later = (a: Mark, b: Mark): Mark => (b.order > a.order || (b.order === a.order && b.id > a.id) ? b : a)

/** Folds the whole record and stores what comes of it. */
export async function foldAnew(ask: Ask, crewId: string, siteId: SiteId): Promise<{ state: SiteState; seq: number }> {
  const rows = await changesFrom(ask, crewId, siteId, 0)
  const changes = rows.map((row) => row.content)
  const [state, seq] = [fold(siteId, changes), rows.at(-1)?.seq ?? 0]
  await keep(ask, crewId, siteId, { seq, mark: markOf(changes), state })
  return { state, seq }
}

/** Stores a state under the version of its fold, unless a later one stands there: servers of two versions keep each their own. */
async function keep(ask: Ask, crewId: string, siteId: SiteId, { seq, mark, state }: Checkpoint): Promise<void> {
  await ask(
    `INSERT INTO fold (crew_id, site_id, fold_version, seq, last_order, last_id, state, made_at) VALUES ($1, $2, $3, $4, $5, $6, $7, now())
     ON CONFLICT (crew_id, site_id, fold_version) DO UPDATE
     SET seq = EXCLUDED.seq, last_order = EXCLUDED.last_order, last_id = EXCLUDED.last_id, state = EXCLUDED.state, made_at = EXCLUDED.made_at
     WHERE fold.seq <= EXCLUDED.seq`,
    [crewId, siteId, FOLD_VERSION, seq, mark.order, mark.id, JSON.stringify(state)],
  )
}

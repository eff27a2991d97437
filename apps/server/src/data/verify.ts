import type { Change, SiteId } from '@ingle/record'
import { canonicalText, chainBegin, linkHash } from './chain.ts'
import type { Ask } from './folds.ts'

/** A record that is not what its chain says. */
export interface WrongSite {
  crewId: string
  siteId: SiteId
  name: string
  /** The first change that does not fit; the number after the last where the end is missing. */
  seq: number
  says: string
}

export interface Verified {
  sites: number
  changes: number
  /** Changes from which a person was erased: their links hold, what they said then cannot be checked. */
  erased: number
  wrong: WrongSite[]
  /** The last link of every site, in their order: two databases with the same ones hold the same. */
  heads: { siteId: SiteId; seq: number; head: string }[]
}

const PORTION = 5000

/** Recomputes the chain of every site from what is stored, and compares it with the links and the head that were kept. */
export async function verifyRecord(ask: Ask): Promise<Verified> {
  const sites = await ask<{ crew_id: string; id: SiteId; name: string; seq: number; head: string }>(
    'SELECT crew_id, id, name, seq, head FROM site ORDER BY crew_id, id',
    [],
  )
  const found: Verified = { sites: sites.length, changes: 0, erased: 0, wrong: [], heads: [] }
  for (const site of sites) {
    found.heads.push({ siteId: site.id, seq: site.seq, head: site.head })
    const wrong = await wrongIn(ask, site, found)
    if (wrong) found.wrong.push({ crewId: site.crew_id, siteId: site.id, name: site.name, ...wrong })
  }
  return found
}

async function wrongIn(
  ask: Ask,
  site: { crew_id: string; id: SiteId; seq: number; head: string },
  count: Verified,
): Promise<{ seq: number; says: string } | null> {
  let before = chainBegin(site.id)
  let last = 0
  for (;;) {
    const rows = await ask<{ seq: number; id: string; content: Change; received_at: Date; hash: string | null; erased: boolean }>(
      `SELECT seq, id, content, received_at, hash, content ? 'erased' AS erased FROM change
       WHERE crew_id = $1 AND site_id = $2 AND seq > $3 ORDER BY seq LIMIT $4`,
      [site.crew_id, site.id, last, PORTION],
    )
    if (rows.length === 0) break
    for (const { seq, id, content, received_at, hash, erased } of rows) {
      if (seq !== last + 1) return { seq: last + 1, says: `Change ${last + 1} is missing.` }
      if (id !== content.id) return { seq, says: `Change ${seq} stands under another id than its own.` }
      if (erased) count.erased += 1
      else if (hash !== linkHash(before, seq, received_at, canonicalText(content)))
        return { seq, says: `Change ${seq} is not what this server took.` }
      before = hash ?? ''
      last = seq
      count.changes += 1
    }
  }
  if (last !== site.seq || before !== site.head)
    return { seq: last + 1, says: `The record ends at change ${last}; it had ${site.seq}.` }
  return null
}

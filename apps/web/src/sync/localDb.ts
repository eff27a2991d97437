import { type Change, type ChangeId, knownId, type PhotoId, type SiteId } from '@ingle/record'
import type { StoredDocument, Why } from '@ingle/record/wire'
import Dexie, { type Table } from 'dexie'

/*
 * Names of stored things. Changing one loses what is kept on people's devices: add a Dexie version instead.
 */

export interface Confirmed {
  siteId: SiteId
  seq: number
  change: Change
}

/** A change that the server has not taken yet, in the order of writing. */
export interface Pending {
  n?: number
  id: ChangeId
  siteId: SiteId
  change: Change
  refused?: Why
}

export interface KeptPhoto {
  id: PhotoId
  siteId: SiteId
  blob: Blob
  sent: 0 | 1
  refused?: Why
}

export class LocalDb extends Dexie {
  confirmed!: Table<Confirmed, [string, number]>
  pending!: Table<Pending, number>
  photos!: Table<KeptPhoto, string>
  kept!: Table<{ key: string; value: unknown }, string>
  documents!: Table<StoredDocument, [string, string, number]>

  constructor(accountId: string) {
    super(`ingle-${accountId}`)
    this.version(1).stores({ confirmed: '[siteId+seq], siteId', pending: '++n, siteId, id', photos: 'id, siteId', kept: 'key' })
    this.version(2).stores({ documents: '[kind+id+version], seq' })
  }
}

/** The sites of which a table keeps changes. */
export const sitesIn = async (table: Table<{ siteId: SiteId }>): Promise<SiteId[]> =>
  (await table.orderBy('siteId').uniqueKeys()).map((key) => knownId(String(key)))

let open: { accountId: string; db: LocalDb } | null = null

/** The device's store of one account; another account on the same device has its own. */
export function localDb(accountId: string): LocalDb {
  if (open?.accountId !== accountId) {
    open?.db.close()
    open = { accountId, db: new LocalDb(accountId) }
  }
  return open.db
}

import { type Change, type ChangeId, knownId, type PhotoId, type SiteId } from '@ingle/record'
import type { Base, StoredDocument, Why } from '@ingle/record/wire'
import Dexie, { type Table } from 'dexie'

/*
 * Names of stored things. Changing one loses what is kept on people's devices: add a Dexie version instead.
 */

export interface Confirmed {
  siteId: SiteId
  seq: number
  change: Change
  /** The server's word that it took this change. Absent in what an older Ingle kept. */
  receipt?: string
}

/** Of a long record: the state that this device goes on from, instead of the changes up to it. */
export interface KeptBase extends Base {
  siteId: SiteId
  foldVersion: number
}

/** What a device holds of a site. */
export interface Held {
  base: KeptBase | null
  changes: Change[]
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

export const nameOf = (accountId: string): string => `ingle-${accountId}`

export class LocalDb extends Dexie {
  confirmed!: Table<Confirmed, [string, number]>
  pending!: Table<Pending, number>
  photos!: Table<KeptPhoto, string>
  kept!: Table<{ key: string; value: unknown }, string>
  documents!: Table<StoredDocument, [string, string, number]>
  bases!: Table<KeptBase, string>

  constructor(accountId: string) {
    super(nameOf(accountId))
    this.version(1).stores({ confirmed: '[siteId+seq], siteId', pending: '++n, siteId, id', photos: 'id, siteId', kept: 'key' })
    this.version(2).stores({ documents: '[kind+id+version], seq' })
    this.version(3).stores({ bases: 'siteId' })
  }
}

/** The sites of which a table keeps changes. */
export const sitesIn = async (table: Table<{ siteId: SiteId }>): Promise<SiteId[]> =>
  (await table.orderBy('siteId').uniqueKeys()).map((key) => knownId(String(key)))

/** The sites of which this device keeps what the server has. */
export const sitesKept = async (db: LocalDb): Promise<SiteId[]> => [
  ...new Set([...(await sitesIn(db.confirmed)), ...(await sitesIn(db.bases as never))]),
]

let open: { accountId: string; db: LocalDb } | null = null

/** Lets go of the store of an account, where it is the one that is open. */
export function closeLocalDb(accountId: string): void {
  if (open?.accountId !== accountId) return
  open.db.close()
  open = null
}

/** The device's store of one account; another account on the same device has its own. */
export function localDb(accountId: string): LocalDb {
  if (open?.accountId !== accountId) {
    open?.db.close()
    open = { accountId, db: new LocalDb(accountId) }
  }
  return open.db
}

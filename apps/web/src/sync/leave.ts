import { type Change, RECORD_FORMAT, type RecordFile, type SiteId } from '@ingle/record'
import Dexie from 'dexie'
import { closeLocalDb, type KeptPhoto, LocalDb, nameOf, type Pending } from './localDb.ts'

/** What of one site was never sent from this device. */
export interface Unsent {
  siteId: SiteId
  changes: Change[]
  photos: KeptPhoto[]
}

/** Everything that this device holds and the server does not have: what waits, and what was refused. */
export async function unsentOf(db: LocalDb): Promise<Unsent[]> {
  const [pending, photos] = await Promise.all([
    db.pending.orderBy('n').toArray(),
    db.photos.filter((one) => one.sent === 0).toArray(),
  ])
  const ids = [...new Set([...pending, ...photos].map((one) => one.siteId))]
  return ids.map((siteId) => ({
    siteId,
    changes: pending.filter((one) => one.siteId === siteId).map((one: Pending) => one.change),
    photos: photos.filter((one) => one.siteId === siteId),
  }))
}

/** What was never sent of a site, as a file that a lead can import: a part of a record. */
export async function unsentFile({ siteId, changes, photos }: Unsent, crew: string): Promise<RecordFile> {
  return {
    format: RECORD_FORMAT,
    exportedAt: new Date().toISOString(),
    exportedBy: { crew, ingle: 'a device' },
    siteId,
    part: true,
    changes,
    photos: await Promise.all(photos.map(async ({ id, blob }) => ({ id, mediaType: blob.type, base64: await base64Of(blob) }))),
  }
}

async function base64Of(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer())
  let text = ''
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000))
  return btoa(text)
}

/** A store that is opened only to be looked into or emptied, beside the one of whoever is signed in. */
export const storeOf = (accountId: string): LocalDb => new LocalDb(accountId)

/** Takes everything of an account from this device. */
export async function clear(accountId: string): Promise<void> {
  closeLocalDb(accountId)
  await Dexie.delete(nameOf(accountId))
  const keys = Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '')
  for (const key of keys) if (key.startsWith(`ingle.draft.${accountId}.`)) localStorage.removeItem(key)
}

/** Takes from this device what belongs to the crew; what was never sent stays until somebody has decided about it. */
export async function clearButUnsent(accountId: string): Promise<boolean> {
  closeLocalDb(accountId)
  const db = storeOf(accountId)
  const left = (await unsentOf(db)).length > 0
  if (left) {
    await Promise.all([db.confirmed.clear(), db.bases.clear(), db.documents.clear(), db.kept.clear()])
    await db.photos.filter((one) => one.sent === 1).delete()
    db.close()
  } else {
    db.close()
    await clear(accountId)
  }
  return left
}

import type { SiteId } from '@ingle/record'
import { BATCH_LIMIT, ChangesAnswer, DocumentsAnswer, Done, type Outcome, OutcomesAnswer, PhotosAnswer } from '@ingle/record/wire'
import { type api, Refused } from './api.ts'
import { type Confirmed, type LocalDb, sitesKept } from './localDb.ts'

/** Under which this device keeps the life of the record that its numbers are of. */
export const EPOCH = 'epoch'

type Call = typeof api

/** The server does not answer in the middle: what was begun is begun again at the next meeting. */
class NoAnswer extends Error {}

/**
 * The server lives another life than this device knew: it was restored from a backup, and may lack what was written since.
 * The device offers everything that it holds, then takes all numbers anew. What the server will not have is set aside with
 * its reason, never dropped. Interrupted anywhere it begins again: offering twice changes nothing.
 */
export async function heal(db: LocalDb, call: Call): Promise<void> {
  try {
    // What was asked by the old numbers and is still on its way is not kept any more: see `Outbox.keep`.
    await db.kept.put({ key: EPOCH, value: 'healing' })
    let epoch: string | undefined
    for (const siteId of await sitesKept(db)) epoch = (await healSite(db, call, siteId)) ?? epoch
    await healLibrary(db, call)
    // Of no site: the next answer says which life it is.
    if (epoch) await db.kept.put({ key: EPOCH, value: epoch })
    else await db.kept.delete(EPOCH)
  } catch (error) {
    if (!(error instanceof NoAnswer)) throw error
  }
}

async function healSite(db: LocalDb, call: Call, siteId: SiteId): Promise<string | undefined> {
  const held = (await db.confirmed.where('siteId').equals(siteId).toArray()).sort((a, b) => a.seq - b.seq)
  const refused = await offerAll(call, siteId, held)
  await offerPhotos(db, call, siteId)
  const fresh: Confirmed[] = []
  let epoch: string | undefined
  for (let more = true; more; ) {
    const answer = await call('GET', `/api/sites/${siteId}/changes?after=${fresh.at(-1)?.seq ?? 0}`, ChangesAnswer)
    if (!answer.ok) {
      // The server has nothing of this site, and took nothing: what was held is set aside, all of it.
      if (answer.error instanceof Refused && answer.error.status === 404) break
      throw new NoAnswer()
    }
    epoch = answer.value.epoch
    fresh.push(...answer.value.changes.map((one) => ({ siteId, ...one })))
    more = answer.value.more ?? false
  }
  const there = new Set<string>(fresh.map((one) => one.change.id))
  const lost = held.filter((one) => !there.has(one.change.id))
  await db.transaction('rw', db.confirmed, db.bases, db.pending, async () => {
    await db.confirmed.where('siteId').equals(siteId).delete()
    await db.bases.delete(siteId)
    await db.confirmed.bulkPut(fresh)
    await db.pending.bulkAdd(
      lost.map(({ change }) => ({ id: change.id, siteId, change, refused: refused.get(change.id) ?? NOT_TAKEN })),
    )
  })
  return epoch
}

const NOT_TAKEN = {
  reason: 'The server was restored from a backup, and did not take this back.',
  remedy: 'Send it again; or save what is set aside as a file, and have the lead import it.',
}

async function offerAll(
  call: Call,
  siteId: SiteId,
  held: readonly Confirmed[],
): Promise<Map<string, Outcome['refused'] & object>> {
  const refused = new Map<string, Outcome['refused'] & object>()
  for (let i = 0; i < held.length; i += BATCH_LIMIT / 2) {
    const offered = held.slice(i, i + BATCH_LIMIT / 2).map(({ change, receipt }) => ({ change, ...(receipt && { receipt }) }))
    const answer = await call('POST', `/api/sites/${siteId}/offer`, OutcomesAnswer, { offered })
    if (answer.ok) for (const one of answer.value.outcomes) one.refused && refused.set(one.id, one.refused)
    else if (!(answer.error instanceof Refused) || answer.error.status === 401) throw new NoAnswer()
    else for (const { change } of offered) refused.set(change.id, { reason: answer.error.reason, remedy: answer.error.remedy })
  }
  return refused
}

/** Photos that this device sent once and that are not there: they wait again. */
async function offerPhotos(db: LocalDb, call: Call, siteId: SiteId): Promise<void> {
  const answer = await call('GET', `/api/sites/${siteId}/photos`, PhotosAnswer)
  if (!answer.ok) {
    if (answer.error instanceof Refused && answer.error.status !== 401) return
    throw new NoAnswer()
  }
  const there = new Set(answer.value.photos)
  const lacking = await db.photos
    .where('siteId')
    .equals(siteId)
    .filter((one) => one.sent === 1 && !there.has(one.id))
    .toArray()
  for (const one of lacking) await db.photos.update(one.id, { sent: 0 })
}

async function healLibrary(db: LocalDb, call: Call): Promise<void> {
  const documents = await db.documents.orderBy('seq').toArray()
  if (documents.length > 0 && !(await call('POST', '/api/library-offer', Done, { documents })).ok) throw new NoAnswer()
  const fresh = await call('GET', '/api/library?after=0', DocumentsAnswer)
  if (!fresh.ok) throw new NoAnswer()
  await db.transaction('rw', db.documents, async () => {
    // What it did not take stays: better a version too many on this device than one lost.
    const there = new Set(fresh.value.documents.map((one) => `${one.kind} ${one.id} ${one.version}`))
    const kept = documents.filter((one) => !there.has(`${one.kind} ${one.id} ${one.version}`))
    await db.documents.clear()
    await db.documents.bulkPut([...kept.map((one) => ({ ...one, seq: 0 })), ...fresh.value.documents])
  })
}

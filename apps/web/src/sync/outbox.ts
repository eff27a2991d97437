import { type ChangeId, checked, type SiteId } from '@ingle/record'
import { ChangesAnswer, Done, News, OutcomesAnswer, type Why } from '@ingle/record/wire'
import { liveQuery } from 'dexie'
import { signedOut } from '../session/session.ts'
import { api, Failed, Refused } from './api.ts'
import { type Confirmed, type KeptPhoto, type LocalDb, type Pending, sitesIn } from './localDb.ts'
import { notKnown, tellNews, useStep } from './step.ts'

const BATCH = 100
const RETRY_FIRST_MS = 1000
const RETRY_MOST_MS = 20_000

/**
 * Sends what waits, in order, one batch at a time, and fetches what others wrote. One sender for all tabs of the
 * device, held by a lock; sending twice does no harm, because the server knows each change by its id.
 */
export class Outbox {
  private retryMs = RETRY_FIRST_MS
  private timer: ReturnType<typeof setTimeout> | undefined
  private news: EventSource | null = null
  private readonly watching: { unsubscribe(): void }
  private closed = false

  /** `onLibrary` is called when the crew's library may have news. */
  constructor(
    private readonly db: LocalDb,
    private readonly onLibrary: () => Promise<void> = async () => undefined,
  ) {
    this.watching = liveQuery(async () => ({
      pending: await db.pending.toArray(),
      left: await leftPhotos(db),
    })).subscribe(({ pending, left }) => {
      useStep.setState({
        known: true,
        waiting: pending.filter((one) => !one.refused).length + left.filter((one) => !one.refused).length,
        refused: pending.filter((one) => one.refused),
        photos: left.filter((one) => one.refused),
      })
    })
    window.addEventListener('online', this.kick)
  }

  start(): void {
    this.listen()
    this.kick()
  }

  close(): void {
    this.closed = true
    clearTimeout(this.timer)
    this.news?.close()
    this.watching.unsubscribe()
    window.removeEventListener('online', this.kick)
    notKnown()
  }

  /** Tries now instead of at the next retry. */
  readonly kick = (): void => {
    clearTimeout(this.timer)
    void this.flush()
  }

  private async flush(): Promise<void> {
    if (this.closed) return
    const done = await navigator.locks
      .request('ingle-outbox', () => this.sendAll())
      .catch((error: unknown) => {
        // Another account took the device over in mid-send: its store is closed, and what waits stays in it.
        if (!this.closed && !isClosedStore(error)) throw error
        return false
      })
    if (this.closed) return
    if (done) {
      this.retryMs = RETRY_FIRST_MS
      return
    }
    this.timer = setTimeout(this.kick, this.retryMs)
    this.retryMs = Math.min(this.retryMs * 2, RETRY_MOST_MS)
  }

  /** Fetches in the background; a store that was closed meanwhile ends it quietly. */
  readonly inBackground = (work: Promise<unknown>): void => {
    work.catch((error: unknown) => {
      if (!this.closed && !isClosedStore(error)) throw error
    })
  }

  /** True when nothing is left that could be sent now. */
  private async sendAll(): Promise<boolean> {
    for (;;) {
      const waiting = (await this.db.pending.orderBy('n').toArray()).filter((one) => !one.refused)
      const [first] = waiting
      if (!first) return this.sendLeftPhotos()
      const batch = untilPhoto(waiting.filter((one) => one.siteId === first.siteId)).slice(0, BATCH)
      const sent = await this.sendBatch(first.siteId, batch)
      if (!sent) return false
    }
  }

  /** Photos whose change is stored already and which themselves never arrived. False when the server does not answer. */
  private async sendLeftPhotos(): Promise<boolean> {
    for (const photo of (await leftPhotos(this.db)).filter((one) => !one.refused)) {
      const answer = await api('PUT', `/api/sites/${photo.siteId}/photos/${photo.id}`, Done, photo.blob)
      if (answer.ok) await this.db.photos.update(photo.id, { sent: 1 })
      else if (answer.error instanceof Refused && answer.error.status !== 401) {
        const { reason, remedy } = answer.error
        await this.db.photos.update(photo.id, { refused: { reason, remedy } })
      } else return false
    }
    return true
  }

  private async sendBatch(siteId: SiteId, all: Pending[], again = false): Promise<boolean> {
    const photos = await this.sendPhotos(siteId, all)
    if (photos === 'no answer') return false
    // A photo that the server will not have takes its change with it; the rest goes on.
    await this.refuse(all, (one) => photos.get(one.id))
    const batch = all.filter((one) => !photos.has(one.id))
    if (batch.length === 0) return true
    const answer = await api('POST', `/api/sites/${siteId}/changes`, OutcomesAnswer, { changes: batch.map((one) => one.change) })
    this.touched(answer.ok || answer.error instanceof Refused)
    if (!answer.ok) {
      if (answer.error instanceof Failed) return this.sendSingly(siteId, batch, again)
      if (!(answer.error instanceof Refused)) return false
      if (answer.error.status === 401) {
        signedOut()
        return false
      }
      const { reason, remedy } = answer.error
      await this.refuse(batch, () => ({ reason, remedy }))
      return true
    }
    const refusals = new Map(answer.value.outcomes.flatMap((one) => (one.refused ? [[one.id, one.refused] as const] : [])))
    // Others may have written in between: the numbers are fetched with everything up to them, so there is never a gap.
    const caught = await this.fetchAfter(siteId)
    if (!caught) return false
    await this.db.transaction('rw', this.db.confirmed, this.db.pending, async () => {
      await this.db.confirmed.bulkPut(caught)
      const taken = batch.filter((one) => !refusals.has(one.id))
      await this.db.pending.bulkDelete(taken.flatMap((one) => (one.n === undefined ? [] : [one.n])))
    })
    await this.refuse(
      batch.filter((one) => refusals.has(one.id)),
      (one) => refusals.get(one.id),
    )
    return true
  }

  /**
   * A batch over which the server failed: each by itself, so that one that it cannot take does not hold up the rest. That one
   * is set aside with its reason when it fails twice on a server that is well otherwise; a server that is not is waited for.
   */
  private async sendSingly(siteId: SiteId, batch: Pending[], again: boolean): Promise<boolean> {
    const [only, ...others] = batch
    if (only && others.length === 0) {
      const health = await api('GET', '/api/health', Done)
      if (!health.ok) return false
      if (!again) return this.sendBatch(siteId, batch, true)
      const { reason, remedy } = new Failed()
      await this.refuse(batch, () => ({ reason, remedy }))
      return true
    }
    for (const one of batch) if (!(await this.sendBatch(siteId, [one]))) return false
    return true
  }

  /** The photos of a batch, before the changes that speak of them. Answers which the server refused, and why. */
  private async sendPhotos(siteId: SiteId, batch: Pending[]): Promise<Map<ChangeId, Why> | 'no answer'> {
    const refused = new Map<ChangeId, Why>()
    for (const one of batch) {
      if (one.change.kind !== 'photo.add') continue
      const photo = await this.db.photos.get(one.change.body.photoId)
      if (!photo || photo.sent) continue
      const answer = await api('PUT', `/api/sites/${siteId}/photos/${photo.id}`, Done, photo.blob)
      if (answer.ok) await this.db.photos.update(photo.id, { sent: 1 })
      else if (answer.error instanceof Refused && answer.error.status === 401) {
        signedOut()
        return 'no answer'
      } else if (answer.error instanceof Refused || answer.error instanceof Failed) refused.set(one.id, answer.error)
      else {
        this.touched(false)
        return 'no answer'
      }
    }
    return refused
  }

  private async refuse(batch: readonly Pending[], why: (one: Pending) => Pending['refused']): Promise<void> {
    for (const one of batch) {
      const refused = why(one)
      if (one.n !== undefined && refused)
        await this.db.pending.update(one.n, { refused: { reason: refused.reason, remedy: refused.remedy } })
    }
  }

  private async fetchAfter(siteId: SiteId): Promise<Confirmed[] | null> {
    const last = await this.db.confirmed.where('[siteId+seq]').between([siteId, 0], [siteId, Number.MAX_SAFE_INTEGER]).last()
    const answer = await api('GET', `/api/sites/${siteId}/changes?after=${last?.seq ?? 0}`, ChangesAnswer)
    this.touched(answer.ok || answer.error instanceof Refused)
    if (!answer.ok) return null
    return answer.value.changes.map((one) => ({ siteId, ...one }))
  }

  /** Fetches what is new at a site. False when the server has no such site; null when it did not answer. */
  async catchUp(siteId: SiteId): Promise<boolean | null> {
    const last = await this.db.confirmed.where('[siteId+seq]').between([siteId, 0], [siteId, Number.MAX_SAFE_INTEGER]).last()
    const answer = await api('GET', `/api/sites/${siteId}/changes?after=${last?.seq ?? 0}`, ChangesAnswer)
    this.touched(answer.ok || answer.error instanceof Refused)
    if (!answer.ok) {
      if (answer.error instanceof Refused && answer.error.status === 401) signedOut()
      return answer.error instanceof Refused ? false : null
    }
    if (answer.value.changes.length > 0) await this.db.confirmed.bulkPut(answer.value.changes.map((one) => ({ siteId, ...one })))
    return true
  }

  /** Live news of what others write; it also notices when the server goes and comes back. */
  private listen(): void {
    this.news = new EventSource('/api/news')
    this.news.addEventListener('hello', () => {
      this.touched(true)
      this.kick()
      this.inBackground(this.catchUpAll())
      this.inBackground(this.onLibrary())
    })
    this.news.addEventListener('library', () => this.inBackground(this.onLibrary()))
    this.news.addEventListener('site', (event) => {
      const news = checked(News, JSON.parse((event as MessageEvent<string>).data), 'News')
      if (!news.ok || news.value.siteId === null) return
      const { siteId } = news.value
      tellNews(siteId)
      this.inBackground(this.catchUpIfKept(siteId))
    })
    this.news.onerror = () => {
      this.touched(false)
      // A stream refused outright (the server was down) is not opened again by the browser.
      if (this.news?.readyState === EventSource.CLOSED && !this.closed)
        setTimeout(() => !this.closed && this.listen(), RETRY_FIRST_MS * 2)
    }
  }

  /** A site that this device never opened is fetched when it is opened, not before. */
  private async catchUpIfKept(siteId: SiteId): Promise<void> {
    if ((await this.db.confirmed.where('siteId').equals(siteId).count()) > 0) await this.catchUp(siteId)
  }

  private async catchUpAll(): Promise<void> {
    const ids = await sitesIn(this.db.confirmed)
    for (const id of ids) await this.catchUp(id)
  }

  private touched(inTouch: boolean): void {
    if (useStep.getState().inTouch !== inTouch) useStep.setState({ inTouch })
  }
}

/** Photos that never arrived though their change is stored. One whose change waits is counted, and sent, with it. */
async function leftPhotos(db: LocalDb): Promise<KeptPhoto[]> {
  const unsent = await db.photos.filter((one) => one.sent === 0).toArray()
  const stored = new Set<string>()
  for (const siteId of new Set(unsent.map((one) => one.siteId)))
    await db.confirmed
      .where('siteId')
      .equals(siteId)
      .each(({ change }) => change.kind === 'photo.add' && stored.add(change.body.photoId))
  return unsent.filter((one) => stored.has(one.id))
}

/** A photo is sent before its change, and after all that was written before it: only then is its site surely there. */
function untilPhoto(waiting: Pending[]): Pending[] {
  const at = waiting.findIndex((one, i) => i > 0 && one.change.kind === 'photo.add')
  return at < 0 ? waiting : waiting.slice(0, at)
}

const isClosedStore = (error: unknown): boolean => (error as { name?: string } | null)?.name === 'DatabaseClosedError'

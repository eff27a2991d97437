import { type ChangeId, checked, FOLD_VERSION, type SiteId } from '@ingle/record'
import { ChangesAnswer, Done, Hello, News, OutcomesAnswer, type Why } from '@ingle/record/wire'
import { liveQuery } from 'dexie'
import { sessionLost } from '../session/session.ts'
import { type Answer, api, Failed, forgetAsked, Refused } from './api.ts'
import { EPOCH, heal } from './heal.ts'
import { type Confirmed, type KeptBase, type KeptPhoto, type LocalDb, type Pending, sitesKept } from './localDb.ts'
import { notKnown, tellNews, useStep } from './step.ts'

const BATCH = 100
const RETRY_FIRST_MS = 1000
const RETRY_MOST_MS = 20_000

interface Fetched {
  changes: Confirmed[]
  base: KeptBase | null
  /** The life of the record by whose numbers it was asked. */
  life: string | undefined
}

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
  /** Sites of which news came and could not be fetched: they are asked for again. */
  private readonly behind = new Set<SiteId>()
  /** Sites that were asked for since the start, whether anything of them is kept yet or not. */
  private readonly followed = new Set<SiteId>()
  /** What is being fetched of a site, and the one more look that was asked for meanwhile. */
  private readonly looks = new Map<SiteId, { now: Promise<boolean | null>; next: Promise<boolean | null> | null }>()

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
      if (this.behind.size === 0) this.retryMs = RETRY_FIRST_MS
      this.inBackground(this.catchUpBehind())
      return
    }
    this.later()
  }

  private async catchUpBehind(): Promise<void> {
    for (const siteId of [...this.behind]) if ((await this.catchUp(siteId)) === null) return
  }

  private later(): void {
    if (this.closed) return
    clearTimeout(this.timer)
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
    const life = (await this.life()).replace('&', '?')
    const sent = { changes: batch.map((one) => one.change) }
    const answer = await this.call('POST', `/api/sites/${siteId}/changes${life}`, OutcomesAnswer, sent)
    if (!answer.ok) {
      if (answer.error instanceof Failed) return this.sendSingly(siteId, batch, again)
      if (!(answer.error instanceof Refused)) return false
      if (answer.error.code === 'other-lineage') return false
      if (answer.error.status === 401) {
        sessionLost(answer.error)
        return false
      }
      const { reason, remedy } = answer.error
      await this.refuse(batch, () => ({ reason, remedy }))
      return true
    }
    const refusals = new Map(answer.value.outcomes.flatMap((one) => (one.refused ? [[one.id, one.refused] as const] : [])))
    // Others may have written in between: the numbers are fetched with everything up to them, so there is never a gap.
    const caught = await this.fetchAfter(siteId)
    if (caught === 'missing' || caught === 'no answer') return false
    await this.db.transaction('rw', this.db.confirmed, this.db.bases, this.db.pending, this.db.kept, async () => {
      await this.keep(caught)
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
        sessionLost(answer.error)
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

  /** What is new at a site, in pages; with a base where this device has nothing and the record is long. */
  private async fetchAfter(siteId: SiteId, whole = false): Promise<Fetched | 'missing' | 'no answer'> {
    const last = whole
      ? undefined
      : await this.db.confirmed.where('[siteId+seq]').between([siteId, 0], [siteId, Number.MAX_SAFE_INTEGER]).last()
    let after = last?.seq ?? (whole ? 0 : ((await this.db.bases.get(siteId))?.seq ?? 0))
    const got: Fetched = { changes: [], base: null, life: await this.epoch() }
    for (;;) {
      const fold = whole ? '' : `&fold=${FOLD_VERSION}`
      const answer = await this.call(
        'GET',
        `/api/sites/${siteId}/changes?after=${after}${fold}${await this.life()}`,
        ChangesAnswer,
      )
      if (!answer.ok) {
        if (answer.error instanceof Refused && answer.error.status === 401) sessionLost(answer.error)
        return answer.error instanceof Refused && answer.error.status === 404 ? 'missing' : 'no answer'
      }
      const { changes, base, more, epoch } = answer.value
      if (epoch && got.life === undefined) got.life = await this.setEpoch(epoch)
      if (base) got.base = { ...base, siteId, foldVersion: FOLD_VERSION }
      got.changes.push(...changes.map((one) => ({ siteId, ...one })))
      if (!more) return got
      after = changes.at(-1)?.seq ?? after
    }
  }

  /** Keeps what was fetched, unless the record began another life meanwhile. */
  private async keep({ changes, base, life }: Fetched): Promise<void> {
    if ((await this.epoch()) !== life) return
    if (base) await this.db.bases.put(base)
    if (changes.length > 0) await this.db.confirmed.bulkPut(changes)
  }

  /**
   * Fetches what is new at a site. False when the server has no such site; null when it did not answer. An answer that is on
   * its way may be older than the news because of which it is asked for again: then one more look follows it.
   */
  catchUp(siteId: SiteId): Promise<boolean | null> {
    this.followed.add(siteId)
    const at = this.looks.get(siteId)
    if (at) {
      at.next ??= at.now.then(() => this.look(siteId))
      return at.next
    }
    return this.look(siteId)
  }

  private look(siteId: SiteId): Promise<boolean | null> {
    const now = this.catchUpOnce(siteId).finally(() => {
      if (this.looks.get(siteId)?.now === now && !this.looks.get(siteId)?.next) this.looks.delete(siteId)
    })
    this.looks.set(siteId, { now, next: null })
    return now
  }

  private async catchUpOnce(siteId: SiteId): Promise<boolean | null> {
    const got = await this.fetchAfter(siteId)
    if (got === 'no answer') {
      this.behind.add(siteId)
      this.later()
      return null
    }
    this.behind.delete(siteId)
    if (got === 'missing') return false
    await this.keep(got)
    return true
  }

  /** Fetches every change of a site, where this device had only a state to go on from. False when it could not. */
  async fetchWhole(siteId: SiteId): Promise<boolean> {
    const got = await this.fetchAfter(siteId, true)
    if (got === 'missing' || got === 'no answer') return false
    await this.db.transaction('rw', this.db.confirmed, this.db.bases, async () => {
      await this.db.bases.delete(siteId)
      await this.db.confirmed.bulkPut(got.changes)
    })
    return true
  }

  /** A call that tells whether the server answers, and notices when it lives another life than the one that is known. */
  private async call<T extends object>(method: string, path: string, shape: new () => T, body?: unknown): Promise<Answer<T>> {
    const answer = await api(method, path, shape, body)
    this.touched(answer.ok || answer.error instanceof Refused)
    if (!answer.ok && answer.error instanceof Refused && answer.error.code === 'other-lineage') this.meetOtherLife()
    return answer
  }

  private async epoch(): Promise<string | undefined> {
    return (await this.db.kept.get(EPOCH))?.value as string | undefined
  }

  private async life(): Promise<string> {
    const epoch = await this.epoch()
    return epoch ? `&epoch=${epoch}` : ''
  }

  private async setEpoch(epoch: string): Promise<string | undefined> {
    if ((await this.epoch()) === undefined) await this.db.kept.put({ key: EPOCH, value: epoch })
    return this.epoch()
  }

  private healing: Promise<void> | null = null

  /** Under the lock of the sender: nothing is sent by numbers that mean something else now. */
  private meetOtherLife(): void {
    this.healing ??= navigator.locks
      .request('ingle-outbox', () => heal(this.db, api))
      .then(() => undefined)
      .finally(() => {
        this.healing = null
        this.kick()
      })
    this.inBackground(this.healing)
  }

  /** Live news of what others write; it also notices when the server goes and comes back. */
  private listen(): void {
    this.news = new EventSource('/api/news')
    this.news.addEventListener('hello', (event) => {
      this.touched(true)
      this.inBackground(this.hello(event as MessageEvent<string>))
    })
    // The server let this session go: the next call says whether it is over, and why.
    this.news.addEventListener('ended', () => {
      this.news?.close()
      this.inBackground(this.isOver())
    })
    this.news.addEventListener('library', () => this.inBackground(this.onLibrary()))
    this.news.addEventListener('site', (event) => {
      const news = checked(News, JSON.parse((event as MessageEvent<string>).data), 'News')
      if (!news.ok || news.value.siteId === null) return
      const { siteId } = news.value
      forgetAsked()
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

  private async isOver(): Promise<void> {
    const answer = await api('GET', '/api/me', Done)
    if (!answer.ok && answer.error instanceof Refused && answer.error.status === 401) return sessionLost(answer.error)
    if (!this.closed) this.listen()
  }

  private async hello({ data }: MessageEvent<string>): Promise<void> {
    const hello = checked(Hello, JSON.parse(data ?? '{}'), 'Hello')
    const theirs = hello.ok ? hello.value.epoch : undefined
    const mine = await this.epoch()
    if (theirs && mine && theirs !== mine) return this.meetOtherLife()
    if (theirs) await this.setEpoch(theirs)
    // What was written before this word was not told: what the page asked earlier may lack it.
    forgetAsked()
    this.kick()
    await Promise.all([this.catchUpAll(), this.onLibrary()])
  }

  /** A site that this device never opened is fetched when it is opened, not before. */
  private async catchUpIfKept(siteId: SiteId): Promise<void> {
    const kept =
      this.followed.has(siteId) ||
      (await this.db.confirmed.where('siteId').equals(siteId).count()) > 0 ||
      (await this.db.bases.get(siteId))
    if (kept) await this.catchUp(siteId)
  }

  private async catchUpAll(): Promise<void> {
    for (const id of new Set([...(await sitesKept(this.db)), ...this.followed])) await this.catchUp(id)
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

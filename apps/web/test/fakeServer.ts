import { randomUUID } from 'node:crypto'
import type { Change } from '@ingle/record'
import type { Base, Me, StoredDocument } from '@ingle/record/wire'

/** Somebody of a crew, with an account of their own. */
export const someone = (initials = 'MR', role: Me['role'] = 'technician'): Me => ({
  accountId: randomUUID(),
  name: initials.toLowerCase(),
  initials,
  role,
  crewId: randomUUID(),
  crewName: 'Lantern Lane',
})

/** What can go wrong between a device and the server. `answer-lost`: stored, but the device never hears of it. */
export type Fault = 'none' | 'down' | 'answer-lost' | 'error-500' | 'signed-out' | 'account-ended' | 'too-large'

/**
 * A server in a few lines that keeps the promises of the real one (numbers without gaps, each change once), with
 * faults at will. It stands in for `fetch`, so that the outbox is tested as it is.
 */
export class FakeServer {
  fault: Fault = 'none'
  /** What it says the time is; null: it says nothing of it. */
  dateMs: number | null = null
  readonly log: string[] = []
  readonly photos = new Map<string, Blob>()
  readonly refuse = new Map<string, string>()
  /** Changes over which the server fails, however often they come. */
  readonly stumbles = new Set<string>()
  /** What `/api/health` says. */
  well = true
  readonly documents: StoredDocument[] = []
  private sites = new Map<string, { seq: number; change: Change; receipt: string }[]>()
  epoch = '00000000-0000-4000-8000-0000000000e1'
  /** What it begins a device with that has nothing of a site. */
  base: Base | null = null
  private backup = new Map<string, { seq: number; change: Change; receipt: string }[]>()

  backUp(): void {
    this.backup = new Map([...this.sites].map(([id, all]) => [id, [...all]]))
  }

  /** Back to the backup, in another life; the photos of since are gone too. */
  restore(): void {
    this.sites = new Map([...this.backup].map(([id, all]) => [id, [...all]]))
    this.photos.clear()
    this.epoch = this.epoch.replace(/e(\d)$/, (_, n) => `e${Number(n) + 1}`)
  }

  stored(siteId: string): { seq: number; change: Change; receipt: string }[] {
    return this.sites.get(siteId) ?? []
  }

  /** Another device of the crew writes. */
  otherWrites(siteId: string, change: Change): void {
    this.take(siteId, change)
  }

  readonly fetch = async (path: string, init: RequestInit = {}): Promise<Response> => {
    // Faults strike in mid-flight, not before the request is out.
    await Promise.resolve()
    if (this.fault === 'down') throw new TypeError('fetch failed')
    if (this.fault === 'error-500') return new Response('{}', { status: 503 })
    if (this.fault === 'signed-out') return problem(401, 'You are not signed in.')
    if (this.fault === 'account-ended') return problem(401, 'This account was ended.', 'account-ended')
    if (this.fault === 'too-large' && init.method === 'POST') return problem(413, 'This is larger than fits here.')
    const answer = this.answer(path, init)
    if (this.dateMs !== null) answer.headers.set('date', new Date(this.dateMs).toUTCString())
    if (this.fault === 'answer-lost' && init.method !== 'GET') throw new TypeError('connection reset')
    return answer
  }

  private answer(path: string, init: RequestInit): Response {
    if (path.startsWith('/api/sign-out')) return Response.json({ ok: true })
    if (path.startsWith('/api/library')) return this.library(path, init)
    if (path === '/api/health') return this.well ? Response.json({ ok: true }) : new Response('{}', { status: 500 })
    const [, siteId = '', rest = ''] = /^\/api\/sites\/([^/]+)\/(.*)$/.exec(path) ?? []
    if (init.method === 'PUT') {
      const id = rest.split('/')[1] ?? ''
      const reason = this.refuse.get(id)
      if (reason) return problem(415, reason)
      if (!this.sites.has(siteId)) return problem(404, 'There is no such site.')
      this.photos.set(id, init.body as Blob)
      this.log.push(`photo ${id}`)
      return Response.json({ ok: true })
    }
    const theirs = /epoch=([^&]+)/.exec(rest)?.[1]
    if (theirs !== undefined && theirs !== this.epoch) return problem(409, 'This server was restored.', 'other-lineage')
    if (rest === 'photos') return Response.json({ photos: [...this.photos.keys()] })
    if (rest === 'offer') return this.offered(siteId, init)
    if (init.method === 'GET') {
      const after = Number(/after=(\d+)/.exec(rest)?.[1] ?? 0)
      if (!this.sites.has(siteId)) return problem(404, 'There is no such site.')
      const base = after === 0 && rest.includes('fold=') ? this.base : null
      const changes = this.stored(siteId).filter((one) => one.seq > (base?.seq ?? after))
      return Response.json({ changes, epoch: this.epoch, ...(base && { base }) })
    }
    const { changes } = JSON.parse(String(init.body)) as { changes: Change[] }
    if (changes.some((change) => this.stumbles.has(change.id))) return new Response('{}', { status: 500 })
    const outcomes = changes.map((change) => {
      const reason = this.refuse.get(change.id)
      return reason
        ? { id: change.id, refused: { reason, remedy: 'Mend it.' } }
        : { id: change.id, seq: this.take(siteId, change) }
    })
    return Response.json({ outcomes })
  }

  private offered(siteId: string, init: RequestInit): Response {
    const { offered } = JSON.parse(String(init.body)) as { offered: { change: Change; receipt?: string }[] }
    const outcomes = offered.map(({ change, receipt }) =>
      receipt === receiptOf(change)
        ? { id: change.id, seq: this.take(siteId, change) }
        : { id: change.id, refused: { reason: 'No receipt.', remedy: 'Ask the lead.' } },
    )
    return Response.json({ outcomes })
  }

  private library(path: string, init: RequestInit): Response {
    if (init.method === 'GET') {
      const after = Number(/after=(\d+)/.exec(path)?.[1] ?? 0)
      return Response.json({ documents: this.documents.filter((one) => one.seq > after) })
    }
    const kind = path.split('/')[3] as StoredDocument['kind']
    const content = JSON.parse(String(init.body)) as StoredDocument['content']
    if (this.documents.some((one) => one.id === content.id && one.version >= content.version))
      return problem(409, 'JT saved version 1 of it meanwhile.')
    this.saveDocument(kind, content)
    return Response.json({})
  }

  saveDocument(kind: StoredDocument['kind'], content: StoredDocument['content'], retired = false): void {
    const { id, version } = content
    const seq = this.documents.length + 1
    this.documents.push({ kind, id, version, content, seq, savedBy: 'JT', savedAt: '2026-11-24T10:00:00.000Z', retired })
  }

  private take(siteId: string, change: Change): number {
    const site = this.sites.get(siteId) ?? []
    this.sites.set(siteId, site)
    const there = site.find((one) => one.change.id === change.id)
    if (there) return there.seq
    site.push({ seq: site.length + 1, change, receipt: receiptOf(change) })
    this.log.push(`change ${change.id}`)
    return site.length
  }
}

const receiptOf = (change: Change) => `took ${change.id}`

const problem = (status: number, title: string, code?: string) =>
  new Response(JSON.stringify({ title, detail: 'Try again.', ...(code && { type: `urn:ingle:problem:${code}` }) }), { status })

/** The browser's news stream, held in the test's hand. */
export class FakeEventSource extends EventTarget {
  static readonly CLOSED = 2
  static open: FakeEventSource[] = []
  readyState = 1
  onerror: (() => void) | null = null

  constructor(readonly url: string) {
    super()
    FakeEventSource.open.push(this)
  }

  tell(event: string, data: object): void {
    this.dispatchEvent(Object.assign(new Event(event), { data: JSON.stringify(data) }))
  }

  close(): void {
    this.readyState = FakeEventSource.CLOSED
  }
}

/** Puts a browser's globals in place: the fake server as fetch, the news stream, locks, storage. */
export function browserWith(server: FakeServer): void {
  const kept = new Map<string, string>()
  let held: Promise<unknown> = Promise.resolve()
  const locks = {
    request: <T>(_: string, run: () => Promise<T>): Promise<T> => {
      const mine = held.then(run, run)
      held = mine.catch(() => undefined)
      return mine
    },
  }
  const globals = {
    fetch: server.fetch,
    EventSource: FakeEventSource,
    window: new EventTarget(),
    navigator: { locks },
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
      key: (i: number) => [...kept.keys()][i] ?? null,
      get length() {
        return kept.size
      },
    },
  }
  for (const [name, value] of Object.entries(globals))
    Object.defineProperty(globalThis, name, { value, configurable: true, writable: true })
  FakeEventSource.open = []
}

import type { Change } from '@ingle/record'
import type { StoredDocument } from '@ingle/record/wire'

/** What can go wrong between a device and the server. `answer-lost`: stored, but the device never hears of it. */
export type Fault = 'none' | 'down' | 'answer-lost' | 'error-500' | 'signed-out' | 'too-large'

/**
 * A server in a few lines that keeps the promises of the real one (numbers without gaps, each change once), with
 * faults at will. It stands in for `fetch`, so that the outbox is tested as it is.
 */
export class FakeServer {
  fault: Fault = 'none'
  readonly log: string[] = []
  readonly photos = new Map<string, Blob>()
  readonly refuse = new Map<string, string>()
  /** Changes over which the server fails, however often they come. */
  readonly stumbles = new Set<string>()
  /** What `/api/health` says. */
  well = true
  readonly documents: StoredDocument[] = []
  private readonly sites = new Map<string, { seq: number; change: Change }[]>()

  stored(siteId: string): { seq: number; change: Change }[] {
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
    if (this.fault === 'too-large' && init.method === 'POST') return problem(413, 'This is larger than fits here.')
    const answer = this.answer(path, init)
    if (this.fault === 'answer-lost' && init.method !== 'GET') throw new TypeError('connection reset')
    return answer
  }

  private answer(path: string, init: RequestInit): Response {
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
    if (init.method === 'GET') {
      const after = Number(/after=(\d+)/.exec(rest)?.[1] ?? 0)
      if (!this.sites.has(siteId)) return problem(404, 'There is no such site.')
      return Response.json({ changes: this.stored(siteId).filter((one) => one.seq > after) })
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
    site.push({ seq: site.length + 1, change })
    this.log.push(`change ${change.id}`)
    return site.length
  }
}

const problem = (status: number, title: string) => new Response(JSON.stringify({ title, detail: 'Try again.' }), { status })

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
    },
  }
  for (const [name, value] of Object.entries(globals))
    Object.defineProperty(globalThis, name, { value, configurable: true, writable: true })
  FakeEventSource.open = []
}

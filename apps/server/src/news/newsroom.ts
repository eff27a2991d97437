import pg from 'pg'
import type { Logger } from 'pino'
import { NEWS_CHANNEL } from '../data/channel.ts'

export interface News {
  crewId: string
  /** The site that changed; null: the crew's library did. */
  siteId: string | null
  seq: number
}

/** A session was ended: whoever listens with it is let go. */
export interface EndedSession {
  crewId: string
  endedSession: string
}

/** Hears of news; of nothing where some may have been missed, so that everything has to be looked up. */
type Listener = (news: News | EndedSession | 'missed') => void

const FIRST_MS = 250
const MOST_MS = 10_000

/**
 * Hears of every stored batch through PostgreSQL, whichever server stored it, and tells the devices of that crew that
 * are connected here. Keeps no news: a device that was away catches up by sequence number. While the database is away it
 * knocks again, at growing intervals; when it is back it tells every device to catch up, because nobody heard meanwhile.
 */
export class Newsroom {
  private readonly listeners = new Map<string, Set<Listener>>()
  private client: pg.Client | null = null
  private timer: ReturnType<typeof setTimeout> | undefined
  private closed = false

  constructor(
    private readonly url: string,
    private readonly log: Logger,
  ) {}

  /** Listens from now on; throws when the database does not answer at the start. */
  async open(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, keepAlive: true })
    // A connection ends once, by an error or without one, while it is made or later.
    let ended = false
    const end = (why: string) => {
      if (ended || this.client !== client) return
      ended = true
      this.client = null
      this.log.warn({ why }, 'lost the news connection')
      this.knock(FIRST_MS)
    }
    client.on('error', (error) => end(error.message))
    client.on('end', () => end('it was ended'))
    client.on('notification', (message) => this.hear(message.payload))
    await client.connect()
    await client.query(`LISTEN ${NEWS_CHANNEL}`)
    if (this.closed) return void client.end().catch(() => undefined)
    this.client = client
  }

  private knock(afterMs: number): void {
    if (this.closed) return
    this.timer = setTimeout(() => {
      this.open().then(
        () => {
          this.log.info('news are heard again')
          for (const set of this.listeners.values()) for (const listener of set) listener('missed')
        },
        () => this.knock(Math.min(afterMs * 2, MOST_MS)),
      )
    }, afterMs)
    this.timer.unref()
  }

  async close(): Promise<void> {
    this.closed = true
    clearTimeout(this.timer)
    const client = this.client
    this.client = null
    await client?.end().catch(() => undefined)
  }

  /** Whether news are heard at the moment. */
  get hears(): boolean {
    return this.client !== null
  }

  subscribe(crewId: string, listener: Listener): () => void {
    const set = this.listeners.get(crewId) ?? new Set()
    set.add(listener)
    this.listeners.set(crewId, set)
    return () => {
      set.delete(listener)
      // Leaving again, after somebody else came into an empty room, must not shut it.
      if (set.size === 0 && this.listeners.get(crewId) === set) this.listeners.delete(crewId)
    }
  }

  private hear(payload: string | undefined): void {
    try {
      this.tell(JSON.parse(payload ?? '') as News | EndedSession)
    } catch {
      // Whoever may write on the channel may write anything; it is no news.
      this.log.warn('news that cannot be read')
    }
  }

  private tell(news: News | EndedSession): void {
    for (const listener of this.listeners.get(news.crewId) ?? []) listener(news)
  }
}

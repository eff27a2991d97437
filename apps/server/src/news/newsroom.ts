import pg from 'pg'
import type { Logger } from 'pino'
import { NEWS_CHANNEL } from '../data/crewData.ts'

export interface News {
  crewId: string
  /** The site that changed; null: the crew's library did. */
  siteId: string | null
  seq: number
}

type Listener = (news: News) => void

/**
 * Hears of every stored batch through PostgreSQL, whichever server stored it, and tells the devices of that crew that
 * are connected here. Keeps no news: a device that was away catches up by sequence number.
 */
export class Newsroom {
  private readonly listeners = new Map<string, Set<Listener>>()
  private client: pg.Client | null = null
  private closed = false

  constructor(
    private readonly url: string,
    private readonly log: Logger,
  ) {}

  async open(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url })
    client.on('notification', (message) => this.tell(JSON.parse(message.payload ?? '{}') as News))
    client.on('error', (error) => {
      this.log.warn({ error: error.message }, 'lost the news connection')
      if (!this.closed) setTimeout(() => this.open().catch(() => undefined), 1000).unref()
    })
    await client.connect()
    await client.query(`LISTEN ${NEWS_CHANNEL}`)
    this.client = client
  }

  async close(): Promise<void> {
    this.closed = true
    await this.client?.end()
  }

  subscribe(crewId: string, listener: Listener): () => void {
    const set = this.listeners.get(crewId) ?? new Set()
    set.add(listener)
    this.listeners.set(crewId, set)
    return () => {
      set.delete(listener)
      if (set.size === 0) this.listeners.delete(crewId)
    }
  }

  private tell(news: News): void {
    for (const listener of this.listeners.get(news.crewId) ?? []) listener(news)
  }
}

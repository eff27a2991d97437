import { createHmac, randomUUID, timingSafeEqual } from 'node:crypto'
import { setTimeout as sleep } from 'node:timers/promises'
import type { DataSource } from 'typeorm'
import { Problem } from '../http/problem.ts'

const WINDOW_MS = 15 * 60_000
/** So many attempts within the window are answered at once, for a name and for an address: an office has many people. */
const FREE = { name: 4, device: 6, address: 25 } as const
const FIRST_WAIT_MS = 500
export const MOST_WAIT_MS = 10_000
/** So many may wait at one server for one name, or from one address; more are told to come again. */
const MOST_WAITING = 6

/**
 * Slows guessing down without locking anybody out. Every attempt is counted before it is checked, in the database, so that
 * many at once and many servers see each other's; the more there were within a quarter of an hour, the longer the next
 * one waits for its answer. A device that has signed in as this account before is counted by itself: whoever guesses at
 * a name elsewhere does not slow down the person whose name it is.
 * Source: OWASP Authentication Cheat Sheet, device cookies.
 */
export class Attempts {
  private readonly waiting = new Map<string, number>()

  constructor(
    private readonly db: DataSource,
    private readonly wait: (ms: number) => Promise<unknown> = (ms) => sleep(ms),
  ) {}

  /** Counts an attempt and lets it wait its time; throws where too many wait already. Returns how it is forgotten when it was right. */
  async begin(of: { name: string; address: string; device: string | null }): Promise<() => Promise<void>> {
    const who = of.device ? `device|${of.device}` : `name|${of.name}`
    const keys = [
      [who, of.device ? FREE.device : FREE.name],
      [`address|${of.address}`, FREE.address],
    ] as const
    await this.db.query('DELETE FROM sign_in_attempt WHERE at < $1', [new Date(Date.now() - WINDOW_MS)])
    const mine = randomUUID()
    let ms = 0
    for (const [key, free] of keys) {
      const id = key === who ? randomUUID() : mine
      await this.db.query('INSERT INTO sign_in_attempt (id, who, at) VALUES ($1, $2, now())', [id, key])
      const [{ n }] = await this.db.query('SELECT count(*)::int AS n FROM sign_in_attempt WHERE who = $1', [key])
      ms = Math.max(ms, waitOf(n - free))
    }
    if (ms > 0) await this.inLine(keys[0][0], keys[1][0], ms)
    // What was tried for this name is forgotten; of the address this one attempt: others there may go on guessing.
    return async () => {
      await this.db.query('DELETE FROM sign_in_attempt WHERE who = $1 OR id = $2', [who, mine])
    }
  }

  private async inLine(who: string, from: string, ms: number): Promise<void> {
    const busy = [who, from].some((key) => (this.waiting.get(key) ?? 0) >= MOST_WAITING)
    if (busy)
      throw new Problem(
        429,
        'too-many-attempts',
        'Too many try to sign in just now.',
        'Wait half a minute and try again; nobody is locked out.',
      )
    for (const key of [who, from]) this.waiting.set(key, (this.waiting.get(key) ?? 0) + 1)
    try {
      await this.wait(ms)
    } finally {
      for (const key of [who, from]) {
        const left = (this.waiting.get(key) ?? 1) - 1
        if (left > 0) this.waiting.set(key, left)
        else this.waiting.delete(key)
      }
    }
  }
}

/** How long an attempt waits that is so many beyond the free ones, ms: each time twice as long. */
export const waitOf = (beyond: number): number => (beyond <= 0 ? 0 : Math.min(FIRST_WAIT_MS * 2 ** (beyond - 1), MOST_WAIT_MS))

const mark = (secret: string, text: string) => createHmac('sha256', secret).update(`device ${text}`).digest('base64url')

/** What a device keeps that has signed in as an account: it names both, and cannot be made up. */
export const knownDevice = (secret: string, accountId: string, device: string = randomUUID()): string =>
  `${device}.${mark(secret, `${device} ${accountId}`)}`

/** The device that such a mark names, where it is this account's. */
export function deviceOf(secret: string, accountId: string | undefined, kept: string | undefined): string | null {
  const [device = '', signed = ''] = (kept ?? '').split('.')
  if (!accountId || !device) return null
  const right = Buffer.from(mark(secret, `${device} ${accountId}`))
  const given = Buffer.from(signed)
  return given.length === right.length && timingSafeEqual(given, right) ? device : null
}

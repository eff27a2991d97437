import { createHash, randomBytes, randomUUID } from 'node:crypto'
import type { Me } from '@ingle/record/wire'
import { hash, verify } from '@node-rs/argon2'
import { type DataSource, type EntityManager, LessThan } from 'typeorm'
import { audit } from '../audit/audit.ts'
import { Account, Crew, Session } from '../data/entities.ts'
import { lineageOf } from '../data/lineage.ts'
import { prepared } from '../data/prepared.ts'
import { Problem } from '../http/problem.ts'
import { type Attempts, deviceOf, knownDevice } from './attempts.ts'

const SESSION_DAYS = 30
const DAY_MS = 86_400_000
/** That somebody is there is written down this often. */
const SEEN_EVERY = '5 minutes'

export const codeHash = (code: string) => createHash('sha256').update(code).digest('hex')

/** Verified when a name is unknown, so that the answer takes as long as for a known one. */
const NOBODY = hash(randomBytes(16).toString('hex'))

/** Who has a session; `ended` where their account is no more. */
export type Holder = { me: Me; sessionId: string } | { ended: true } | null

export interface Door {
  /** From where somebody comes. */
  address: string
  /** Their browser in its own words. */
  device: string
  /** What their browser kept of having signed in before. */
  known?: string | undefined
}

/** Accounts and sessions: the one part that reads across crews, because it is what finds the crew. */
export class Accounts {
  constructor(
    private readonly db: DataSource,
    private readonly attempts: Attempts,
  ) {}

  async signIn(typed: string, password: string, door: Door): Promise<{ token: string; me: Me; known: string }> {
    const name = typed.toLowerCase().slice(0, 80)
    const account = await this.db.getRepository(Account).findOneBy({ name })
    const { secret } = await lineageOf(this.db)
    const device = deviceOf(secret, account?.id, door.known)
    const forget = await this.attempts.begin({ name, address: door.address, device })
    const right = await verify(account?.passwordHash ?? (await NOBODY), password)
    if (!account || !right || account.endedAt) {
      await audit(this.db, { crewId: account?.crewId ?? null, who: name, what: 'sign-in-refused', address: door.address })
      throw new Problem(
        401,
        'wrong-password',
        'That name and password do not belong together.',
        'Check both; capitals count in the password.',
      )
    }
    await forget()
    const token = await this.begin(this.db.manager, account, door)
    return { token, me: await this.meOf(account), known: knownDevice(secret, account.id, device ?? undefined) }
  }

  /** Begins a session of an account. */
  async begin(tx: EntityManager, account: Account, { address, device }: Omit<Door, 'known'>): Promise<string> {
    const token = randomBytes(32).toString('base64url')
    const now = new Date()
    const sessions = tx.getRepository(Session)
    await sessions.delete({ expiresAt: LessThan(now) })
    await sessions.insert({
      tokenHash: codeHash(token),
      id: randomUUID(),
      accountId: account.id,
      device: device.slice(0, 200),
      beganAt: now,
      seenAt: now,
      expiresAt: new Date(now.getTime() + SESSION_DAYS * DAY_MS),
    })
    await audit(tx, { crewId: account.crewId, who: account.initials, what: 'sign-in', address })
    return token
  }

  async whoHas(token: string): Promise<Holder> {
    const rows = await prepared<Me & { sessionId: string; ended: boolean; stale: boolean }>(
      this.db,
      'who-has',
      `SELECT a.id AS "accountId", a.name, a.initials, a.role, c.id AS "crewId", c.name AS "crewName", s.id AS "sessionId",
         a.ended_at IS NOT NULL AS ended, s.seen_at < now() - interval '${SEEN_EVERY}' AS stale
       FROM session s JOIN account a ON a.id = s.account_id JOIN crew c ON c.id = a.crew_id WHERE s.token_hash = $1 AND s.expires_at > now()`,
      [codeHash(token)],
    )
    const [row] = rows
    if (!row) return null
    const { sessionId, ended, stale, ...me } = row
    if (ended) return { ended: true }
    if (stale) await this.db.getRepository(Session).update({ id: sessionId }, { seenAt: new Date() })
    return { me, sessionId }
  }

  async meOf(account: Account): Promise<Me> {
    const crew = await this.db.getRepository(Crew).findOneByOrFail({ id: account.crewId })
    return {
      accountId: account.id,
      name: account.name,
      initials: account.initials,
      role: account.role,
      crewId: crew.id,
      crewName: crew.name,
    }
  }

  /** Whether a password is an account's own. */
  async isPasswordOf(accountId: string, password: string): Promise<boolean> {
    const account = await this.db.getRepository(Account).findOneByOrFail({ id: accountId })
    return verify(account.passwordHash, password)
  }
}

export const hashPassword = (password: string): Promise<string> => hash(password)

/** A crew and its accounts, all or none: a name that is taken leaves no crew without anybody in it. */
export async function addCrew(
  db: DataSource,
  crew: { id: string; name: string },
  accounts: readonly { name: string; initials: string; role: string; password: string }[],
): Promise<void> {
  const rows = await Promise.all(
    accounts.map(async ({ password, ...account }) => ({
      id: randomUUID(),
      crewId: crew.id,
      ...account,
      passwordHash: await hash(password),
    })),
  )
  await db.transaction(async (tx) => {
    await tx.getRepository(Crew).insert({ id: crew.id, name: crew.name })
    await tx.getRepository(Account).insert(rows)
  })
}

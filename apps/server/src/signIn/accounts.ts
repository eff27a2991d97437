import { createHash, randomBytes, randomUUID } from 'node:crypto'
import type { Me, Person } from '@ingle/record/wire'
import { hash, verify } from '@node-rs/argon2'
import { type DataSource, LessThan, MoreThan } from 'typeorm'
import { Account, Crew, Session, SignInAttempt } from '../data/entities.ts'
import { prepared } from '../data/prepared.ts'
import { Problem } from '../http/problem.ts'

const SESSION_DAYS = 30
const DAY_MS = 86_400_000
/** After this many wrong passwords for one name within the window, sign-in waits. */
export const ATTEMPT_LIMIT = 8
const ATTEMPT_WINDOW_MS = 15 * 60_000

const tokenHash = (token: string) => createHash('sha256').update(token).digest('hex')

/** Verified when a name is unknown, so that the answer takes as long as for a known one. */
const NOBODY = hash(randomBytes(16).toString('hex'))

/** Accounts and sessions: the one part that reads across crews, because it is what finds the crew. */
export class Accounts {
  constructor(private readonly db: DataSource) {}

  /** The people of a crew, for handing something on by name. */
  async people(crewId: string): Promise<Person[]> {
    const all = await this.db.getRepository(Account).find({ where: { crewId }, order: { name: 'ASC' } })
    return all.map(({ name, initials, role }) => ({ name, initials, role }))
  }

  async signIn(name: string, password: string, from: string): Promise<{ token: string; me: Me }> {
    const who = `${name.toLowerCase().slice(0, 80)}|${from}`
    const attempts = this.db.getRepository(SignInAttempt)
    const recent = await attempts.countBy({ who, at: MoreThan(new Date(Date.now() - ATTEMPT_WINDOW_MS)) })
    if (recent >= ATTEMPT_LIMIT)
      throw new Problem(
        429,
        'too-many-attempts',
        'Too many wrong passwords for this name.',
        'Wait fifteen minutes, or ask your lead to set a new password.',
      )
    const account = await this.db.getRepository(Account).findOneBy({ name: name.toLowerCase() })
    const right = await verify(account?.passwordHash ?? (await NOBODY), password)
    if (!account || !right) {
      await attempts.insert({ id: randomUUID(), who, at: new Date() })
      await attempts.delete({ at: LessThan(new Date(Date.now() - ATTEMPT_WINDOW_MS)) })
      throw new Problem(
        401,
        'wrong-password',
        'That name and password do not belong together.',
        'Check both; capitals count in the password.',
      )
    }
    await attempts.delete({ who })
    const token = randomBytes(32).toString('base64url')
    await this.db.getRepository(Session).delete({ expiresAt: LessThan(new Date()) })
    await this.db
      .getRepository(Session)
      .insert({ tokenHash: tokenHash(token), accountId: account.id, expiresAt: new Date(Date.now() + SESSION_DAYS * DAY_MS) })
    return { token, me: await this.meOf(account) }
  }

  async whoHas(token: string): Promise<Me | null> {
    const rows = await prepared<Me>(
      this.db,
      'who-has',
      `SELECT a.id AS "accountId", a.name, a.initials, a.role, c.id AS "crewId", c.name AS "crewName"
       FROM session s JOIN account a ON a.id = s.account_id JOIN crew c ON c.id = a.crew_id WHERE s.token_hash = $1 AND s.expires_at > now()`,
      [tokenHash(token)],
    )
    return rows[0] ?? null
  }

  async signOut(token: string): Promise<void> {
    await this.db.getRepository(Session).delete({ tokenHash: tokenHash(token) })
  }

  async signOutEverywhere(accountId: string): Promise<void> {
    await this.db.getRepository(Session).delete({ accountId })
  }

  private async meOf(account: Account): Promise<Me> {
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
}

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

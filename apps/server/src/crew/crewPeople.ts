import { createHmac, randomInt, randomUUID } from 'node:crypto'
import { type AuditEntry, type InviteEntry, PASSWORD_LEAST, type Person, type Role, type SessionEntry } from '@ingle/record/wire'
import { type DataSource, type EntityManager, MoreThan } from 'typeorm'
import { audit, type Deed } from '../audit/audit.ts'
import { NEWS_CHANNEL } from '../data/channel.ts'
import { Account, Crew, Invite, Session } from '../data/entities.ts'
import { lineageOf } from '../data/lineage.ts'
import { notFound, Problem } from '../http/problem.ts'
import { codeHash, hashPassword } from '../signIn/accounts.ts'

/** Without letters and figures that are mistaken for one another on paper. */
const LETTERS = '23456789ABCDEFGHJKMNPQRSTVWXYZ'
const CODE_LENGTH = 12
const INVITE_DAYS = 7
const DAY_MS = 86_400_000
const AUDIT_PAGE = 100
/** PostgreSQL's code for a value that must be the only one of its kind and is not. */
const TAKEN = '23505'

const plainCode = (code: string) => code.toUpperCase().replace(/[^0-9A-Z]/g, '')
const grouped = (code: string) => code.replace(/(.{4})(?=.)/g, '$1-')
const newCode = () => Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('')

/** The people of one crew, what lets others in, and what was done: every query here names the crew. */
export class CrewPeople {
  constructor(
    private readonly db: DataSource,
    private readonly crewId: string,
    /** By whom, and from where, what is done here is done. */
    private readonly by: { who: string; address: string },
  ) {}

  private deed(what: Deed['what'], about: string): Deed {
    return { crewId: this.crewId, ...this.by, what, about }
  }

  async people(): Promise<Person[]> {
    const rows: Person[] = await this.db.query(
      `SELECT a.id, a.name, a.initials, a.role, a.ended_at IS NOT NULL AS ended, max(s.seen_at) AS "seenAt"
       FROM account a LEFT JOIN session s ON s.account_id = a.id WHERE a.crew_id = $1 GROUP BY a.id ORDER BY a.ended_at IS NOT NULL, a.name`,
      [this.crewId],
    )
    return rows.map(({ seenAt, ...row }) => ({ ...row, ...(seenAt && { seenAt: new Date(seenAt).toISOString() }) }))
  }

  /** Makes a code that lets one person in, as a new account; it stands in the answer and nowhere else. */
  invite(role: Role): Promise<{ code: string; endsAt: string }> {
    return this.db.transaction(async (tx) => {
      await audit(tx, this.deed('invite', role))
      return this.addInvite(tx, role, null)
    })
  }

  /** Makes a code by which somebody sets a new password. Their old one, and their devices, go on until then. */
  resetCode(accountId: string): Promise<{ code: string; endsAt: string }> {
    return this.db.transaction(async (tx) => {
      const account = await this.account(tx, accountId)
      if (account.endedAt) throw ENDED()
      await tx.getRepository(Invite).delete({ accountId })
      await audit(tx, this.deed('password-reset', account.initials))
      return this.addInvite(tx, account.role as Role, accountId)
    })
  }

  private async addInvite(tx: EntityManager, role: Role, accountId: string | null) {
    const code = newCode()
    const now = new Date()
    const endsAt = new Date(now.getTime() + INVITE_DAYS * DAY_MS)
    await tx.getRepository(Invite).insert({
      id: randomUUID(),
      crewId: this.crewId,
      codeHash: codeHash(code),
      role,
      accountId,
      madeBy: this.by.who,
      madeAt: now,
      endsAt,
    })
    return { code: grouped(code), endsAt: endsAt.toISOString() }
  }

  async invites(): Promise<InviteEntry[]> {
    const rows = await this.db.getRepository(Invite).find({
      where: { crewId: this.crewId, endsAt: MoreThan(new Date()) },
      order: { madeAt: 'ASC' },
    })
    const people = await this.people()
    return rows.map(({ id, role, accountId, madeBy, endsAt }) => ({
      id,
      role: role as Role,
      madeBy,
      endsAt: endsAt.toISOString(),
      ...(accountId && { forWhom: people.find((one) => one.id === accountId)?.initials ?? '' }),
    }))
  }

  async withdraw(inviteId: string): Promise<void> {
    await this.db.transaction(async (tx) => {
      const { affected } = await tx.getRepository(Invite).delete({ crewId: this.crewId, id: inviteId })
      if (!affected) throw notFound('invitation')
      await audit(tx, this.deed('invite-withdrawn', ''))
    })
  }

  async setRole(accountId: string, role: Role): Promise<void> {
    await this.db.transaction(async (tx) => {
      const account = await this.account(tx, accountId)
      if (account.endedAt) throw ENDED()
      if (role !== 'lead') await this.keepsALead(tx, account)
      await tx.getRepository(Account).update({ id: accountId }, { role })
      await audit(tx, this.deed('role', `${account.initials}: ${role}`))
    })
  }

  /** Ends an account for good: its devices are let out, and the crew's data leaves them when they next ask. */
  async end(accountId: string): Promise<void> {
    await this.db.transaction(async (tx) => {
      const account = await this.account(tx, accountId)
      if (account.endedAt) throw ENDED()
      await this.keepsALead(tx, account)
      // Sessions stay until they are over: a device that asks with one is told that the account ended, and why it must forget.
      await tx.getRepository(Account).update({ id: accountId }, { endedAt: new Date() })
      await tx.getRepository(Invite).delete({ accountId })
      await audit(tx, this.deed('account-ended', account.initials))
      await this.tellEnded(tx, await this.sessionIds(tx, accountId))
    })
  }

  async sessions(accountId: string, here: string | null): Promise<SessionEntry[]> {
    await this.account(this.db.manager, accountId)
    const rows = await this.db.getRepository(Session).find({
      where: { accountId, expiresAt: MoreThan(new Date()) },
      order: { seenAt: 'DESC' },
    })
    return rows.map(({ id, device, beganAt, seenAt }) => ({
      id,
      device,
      beganAt: beganAt.toISOString(),
      seenAt: seenAt.toISOString(),
      here: id === here,
    }))
  }

  /** Ends one session, or with `but` all others than that one; their news streams close. */
  async endSessions(accountId: string, which: { only: string } | { but: string | null }): Promise<void> {
    await this.db.transaction(async (tx) => {
      const account = await this.account(tx, accountId)
      const all = await this.sessionIds(tx, accountId)
      const ended = all.filter((id) => ('only' in which ? id === which.only : id !== which.but))
      if ('only' in which && ended.length === 0) throw notFound('session')
      for (const id of ended) await tx.getRepository(Session).delete({ id })
      if (ended.length > 0) {
        await audit(tx, this.deed('session-ended', `${account.initials}: ${ended.length}`))
        await this.tellEnded(tx, ended)
      }
    })
  }

  /** Sets one's own password; every other session of the account ends. */
  async setPassword(accountId: string, password: string, here: string | null): Promise<void> {
    const passwordHash = await goodPassword(password)
    await this.db.transaction(async (tx) => {
      const account = await this.account(tx, accountId)
      await tx.getRepository(Account).update({ id: accountId }, { passwordHash })
      await audit(tx, this.deed('password', account.initials))
    })
    await this.endSessions(accountId, { but: here })
  }

  async auditBefore(before: number | null): Promise<AuditEntry[]> {
    const rows: (Omit<AuditEntry, 'at' | 'n'> & { n: string; at: Date })[] = await this.db.query(
      'SELECT n, at, who, what, about, address FROM audit WHERE crew_id = $1 AND ($2::bigint IS NULL OR n < $2) ORDER BY n DESC LIMIT $3',
      [this.crewId, before, AUDIT_PAGE],
    )
    return rows.map(({ n, at, ...row }) => ({ ...row, n: Number(n), at: at.toISOString() }))
  }

  private async account(tx: EntityManager, id: string): Promise<Account> {
    const account = await tx.getRepository(Account).findOneBy({ crewId: this.crewId, id })
    if (!account) throw notFound('account')
    return account
  }

  /** A crew without a lead could let nobody in any more. */
  private async keepsALead(tx: EntityManager, account: Account): Promise<void> {
    if (account.role !== 'lead') return
    await tx.query('SELECT 1 FROM crew WHERE id = $1 FOR UPDATE', [this.crewId])
    const others: unknown[] = await tx.query(
      `SELECT 1 FROM account WHERE crew_id = $1 AND id <> $2 AND role = 'lead' AND ended_at IS NULL`,
      [this.crewId, account.id],
    )
    if (others.length === 0)
      throw new Problem(
        409,
        'last-lead',
        `${account.initials} is the crew’s only lead.`,
        'Make somebody else a lead first: without one nobody could be let in any more.',
      )
  }

  private async sessionIds(tx: EntityManager, accountId: string): Promise<string[]> {
    return (await tx.getRepository(Session).findBy({ accountId })).map((one) => one.id)
  }

  private async tellEnded(tx: EntityManager, ended: readonly string[]): Promise<void> {
    for (const session of ended)
      await tx.query('SELECT pg_notify($1, $2)', [NEWS_CHANNEL, JSON.stringify({ crewId: this.crewId, endedSession: session })])
  }
}

const ENDED = () => new Problem(409, 'account-is-ended', 'This account was ended.', 'Invite the person anew, with a new account.')

async function goodPassword(password: string): Promise<string> {
  if ([...password].length < PASSWORD_LEAST)
    throw new Problem(
      422,
      'password-too-short',
      `A password has at least ${PASSWORD_LEAST} characters; this one has ${[...password].length}.`,
      'Four words that do not belong together are easy to keep in mind.',
    )
  return hashPassword(password)
}

interface NewPerson {
  name: string
  initials: string
  password: string
}

/** What an invitation is for, before it is taken. */
export async function invitationOf(
  db: DataSource,
  code: string,
): Promise<{ invite: Invite; crew: Crew; account: Account | null }> {
  const invite = await db.getRepository(Invite).findOneBy({ codeHash: codeHash(plainCode(code)), endsAt: MoreThan(new Date()) })
  const crew = invite && (await db.getRepository(Crew).findOneBy({ id: invite.crewId }))
  if (!invite || !crew)
    throw new Problem(
      404,
      'no-such-invitation',
      'This code is not good (any more).',
      'A code is good once, for a week: ask the crew’s lead for a new one.',
    )
  const account = invite.accountId ? await db.getRepository(Account).findOneBy({ id: invite.accountId }) : null
  return { invite, crew, account }
}

/** Takes an invitation: makes the account, or sets the password anew and ends every session of before. */
export async function takeInvitation(db: DataSource, code: string, person: NewPerson, address: string): Promise<Account> {
  const { invite, account } = await invitationOf(db, code)
  const passwordHash = await goodPassword(person.password)
  const by = { who: account?.initials ?? initialsOf(person), address }
  const people = new CrewPeople(db, invite.crewId, by)
  const taken = await db.transaction(async (tx) => {
    // Whoever is second at the same moment finds it gone.
    const { affected } = await tx.getRepository(Invite).delete({ id: invite.id })
    if (!affected)
      throw new Problem(409, 'no-such-invitation', 'This code was just used.', 'Ask the crew’s lead for another one.')
    if (account) {
      await tx.getRepository(Account).update({ id: account.id }, { passwordHash })
      await audit(tx, { crewId: invite.crewId, ...by, what: 'password', about: account.initials })
      return account
    }
    const made = await addAccount(tx, invite.crewId, invite.role as Role, person, passwordHash)
    await audit(tx, { crewId: invite.crewId, ...by, what: 'joined', about: invite.role })
    return made
  })
  if (account) await people.endSessions(account.id, { but: null })
  return taken
}

const initialsOf = ({ initials }: NewPerson) => initials.trim().toUpperCase()

async function addAccount(
  tx: EntityManager,
  crewId: string,
  role: Role,
  person: NewPerson,
  passwordHash: string,
): Promise<Account> {
  const [name, initials] = [person.name.trim().toLowerCase(), initialsOf(person)]
  if (!/^[a-z0-9][a-z0-9._-]{1,39}$/.test(name))
    throw new Problem(
      422,
      'bad-name',
      `“${name.slice(0, 40)}” cannot be a name to sign in with.`,
      'Use two to forty small letters, figures, dots or dashes.',
    )
  if (!/^\p{L}[\p{L}\p{N}]{1,4}$/u.test(initials))
    throw new Problem(422, 'bad-name', 'Initials have two to five letters.', 'They stand beside everything that you write down.')
  // Those of somebody who left stay theirs: what they wrote down is signed with them.
  if (await tx.getRepository(Account).existsBy({ crewId, initials }))
    throw new Problem(
      409,
      'name-taken',
      `${initials} is somebody else in this crew.`,
      'Choose other initials: they say who wrote what.',
    )
  const account = { id: randomUUID(), crewId, name, initials, role, passwordHash, endedAt: null }
  try {
    await tx.getRepository(Account).insert(account)
  } catch (error) {
    if ((error as { code?: string }).code === TAKEN)
      throw new Problem(409, 'name-taken', `The name “${name}” is taken.`, 'Choose another one to sign in with.')
    throw error
  }
  return account
}

/** Whether nobody has an account here yet. */
export const isFresh = async (db: DataSource): Promise<boolean> => !(await db.getRepository(Crew).exists())

/** The code that the server prints while nobody has an account: whoever can read its log may make the first one. */
export async function firstCode(db: DataSource): Promise<string> {
  const { secret } = await lineageOf(db)
  const bytes = createHmac('sha256', secret).update('first account').digest()
  return grouped(Array.from({ length: CODE_LENGTH }, (_, i) => LETTERS[(bytes[i] ?? 0) % LETTERS.length]).join(''))
}

/** Makes the first crew with its lead, in a database where there is none. */
export async function takeFirst(
  db: DataSource,
  crewName: string,
  code: string,
  person: NewPerson,
  address: string,
): Promise<Account> {
  if (plainCode(code) !== plainCode(await firstCode(db)))
    throw new Problem(
      403,
      'no-such-invitation',
      'That is not the code of this server.',
      'It stands in the server’s log since its start, and nowhere else.',
    )
  const passwordHash = await goodPassword(person.password)
  return db.transaction(async (tx) => {
    // Two at the same moment: one makes the crew, the other finds it made.
    await tx.query('SELECT pg_advisory_xact_lock($1)', [FIRST_LOCK])
    if (await tx.getRepository(Crew).exists())
      throw new Problem(409, 'not-fresh', 'There are accounts here already.', 'Sign in, or ask your lead to invite you.')
    const crewId = randomUUID()
    await tx.getRepository(Crew).insert({ id: crewId, name: crewName.trim() })
    const account = await addAccount(tx, crewId, 'lead', person, passwordHash)
    await audit(tx, { crewId, who: account.initials, address, what: 'joined', about: 'first account' })
    return account
  })
}

/** Any number, the same for every server. */
const FIRST_LOCK = 7_310_002

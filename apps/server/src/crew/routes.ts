import {
  type AuditAnswer,
  type CodeAnswer,
  FirstAccountRequest,
  InvitationAnswer,
  InviteCode,
  InviteRequest,
  type InvitesAnswer,
  JoinRequest,
  NewPasswordRequest,
  type PeopleAnswer,
  RoleRequest,
  type SessionsAnswer,
} from '@ingle/record/wire'
import { type Context, Hono } from 'hono'
import { type Deps, readBody, type SignedIn } from '../http/context.ts'
import { notFound, Problem } from '../http/problem.ts'
import { leadOnly } from '../http/roles.ts'
import type { Accounts, Door } from '../signIn/accounts.ts'
import type { Attempts } from '../signIn/attempts.ts'
import { CrewPeople, invitationOf, isFresh, takeFirst, takeInvitation } from './crewPeople.ts'

const BODY_BYTES = 10_000
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

interface Entrance {
  attempts: Attempts
  doorOf: (c: Context) => Door
  /** Signs somebody in at this browser. */
  letIn: (c: Context, account: Parameters<Accounts['meOf']>[0]) => Promise<Response>
}

/** Ways in for somebody without an account: the first of a fresh server, and an invitation. */
export function entranceRoutes(deps: Deps, { attempts, doorOf, letIn }: Entrance): Hono {
  const app = new Hono()
  /** Codes are guessed at like passwords: counted and slowed down by where they come from. */
  const slowly = async (c: Context) => {
    const { address } = doorOf(c)
    return attempts.begin({ name: `code ${address}`, address, device: null })
  }

  app.get('/setup', async (c) => c.json({ fresh: !deps.demo && (await isFresh(deps.db)) }))

  app.post('/setup', async (c) => {
    const { crew, code, ...person } = await readBody(c.req.raw, BODY_BYTES, FirstAccountRequest)
    const forget = await slowly(c)
    const account = await takeFirst(deps.db, crew, code, person, doorOf(c).address)
    await forget()
    return letIn(c, account)
  })

  app.post('/invitation', async (c) => {
    const { code } = await readBody(c.req.raw, BODY_BYTES, InviteCode)
    const forget = await slowly(c)
    const { invite, crew, account } = await invitationOf(deps.db, code)
    await forget()
    return c.json(
      Object.assign(new InvitationAnswer(), {
        crewName: crew.name,
        role: invite.role,
        ...(account && { name: account.name, initials: account.initials }),
      }),
    )
  })

  app.post('/join', async (c) => {
    const { code, ...person } = await readBody(c.req.raw, BODY_BYTES, JoinRequest)
    const forget = await slowly(c)
    const account = await takeInvitation(deps.db, code, person, doorOf(c).address)
    await forget()
    return letIn(c, account)
  })

  return app
}

/** The people of a crew, what lets others in, their devices, and what was done. */
export function crewRoutes(doorOf: (c: Context) => Door): Hono<SignedIn> {
  const app = new Hono<SignedIn>()
  const peopleOf = (c: Context<SignedIn>) => {
    const { me, deps } = { me: c.get('me'), deps: c.get('deps') }
    return new CrewPeople(deps.db, me.crewId, { who: me.initials, address: doorOf(c).address })
  }
  const asLead = (c: Context<SignedIn>) => {
    leadOnly(c, 'People are let in and out by the crew’s lead.', 'Ask the lead.')
    return peopleOf(c)
  }

  app.get('/crew', async (c) => c.json({ people: await peopleOf(c).people() } satisfies PeopleAnswer))
  app.get('/crew/invites', async (c) => c.json({ invites: await asLead(c).invites() } satisfies InvitesAnswer))
  app.post('/crew/invites', async (c) => {
    const people = asLead(c)
    const { role } = await readBody(c.req.raw, BODY_BYTES, InviteRequest)
    return c.json((await people.invite(role)) satisfies CodeAnswer)
  })
  app.delete('/crew/invites/:id', async (c) => {
    await asLead(c).withdraw(uuid(c, 'id', 'invitation'))
    return c.json({ ok: true })
  })
  app.post('/crew/:id/role', async (c) => {
    const people = asLead(c)
    const { role } = await readBody(c.req.raw, BODY_BYTES, RoleRequest)
    await people.setRole(uuid(c, 'id', 'account'), role)
    return c.json({ ok: true })
  })
  app.post('/crew/:id/reset', async (c) => c.json((await asLead(c).resetCode(uuid(c, 'id', 'account'))) satisfies CodeAnswer))
  app.post('/crew/:id/end', async (c) => {
    await asLead(c).end(uuid(c, 'id', 'account'))
    return c.json({ ok: true })
  })
  app.get('/crew/:id/sessions', async (c) =>
    c.json({ sessions: await asLead(c).sessions(uuid(c, 'id', 'account'), c.get('sessionId')) } satisfies SessionsAnswer),
  )
  app.delete('/crew/:id/sessions/:session', async (c) => {
    await asLead(c).endSessions(uuid(c, 'id', 'account'), { only: uuid(c, 'session', 'session') })
    return c.json({ ok: true })
  })
  app.get('/audit', async (c) => {
    leadOnly(c, 'What was done is read by the crew’s lead.', 'Ask the lead.')
    const before = c.req.query('before')
    if (before !== undefined && !/^\d{1,15}$/.test(before))
      throw new Problem(400, 'bad-number', '“before” must be a number.', 'Leave it out for the newest.')
    return c.json({
      entries: await peopleOf(c).auditBefore(before === undefined ? null : Number(before)),
    } satisfies AuditAnswer)
  })

  app.get('/me/sessions', async (c) =>
    c.json({ sessions: await peopleOf(c).sessions(c.get('me').accountId, c.get('sessionId')) } satisfies SessionsAnswer),
  )
  app.delete('/me/sessions/:session', async (c) => {
    await peopleOf(c).endSessions(c.get('me').accountId, { only: uuid(c, 'session', 'session') })
    return c.json({ ok: true })
  })
  app.post('/me/password', async (c) => {
    const { old, password } = await readBody(c.req.raw, BODY_BYTES, NewPasswordRequest)
    const { accountId, name } = c.get('me')
    const [accounts, attempts] = [c.get('accounts'), c.get('attempts')]
    const forget = await attempts.begin({ name, address: doorOf(c).address, device: c.get('sessionId') })
    if (!(await accounts.isPasswordOf(accountId, old)))
      throw new Problem(
        403,
        'wrong-password',
        'That is not your password of now.',
        'Type the one that you signed in with; a lead can give you a code for a new one.',
      )
    await forget()
    await peopleOf(c).setPassword(accountId, password, c.get('sessionId'))
    return c.json({ ok: true })
  })

  return app
}

function uuid(c: Context<SignedIn>, name: string, what: string): string {
  const id = (c.req.param(name) ?? '').toLowerCase()
  if (!UUID.test(id)) throw notFound(what)
  return id
}

import { checked, type GatewayId, type PhotoId, parseId, type SiteId, type SystemId, type VisitId } from '@ingle/record'
import type { Me } from '@ingle/record/wire'
import type { Context } from 'hono'
import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import type { CrewData } from '../data/crewData.ts'
import type { Newsroom } from '../news/newsroom.ts'
import type { Printer } from '../papers/printer.ts'
import type { Accounts } from '../signIn/accounts.ts'
import type { Attempts } from '../signIn/attempts.ts'
import { isDeeperThan, MOST_DEEP } from './depth.ts'
import { notFound, Problem } from './problem.ts'

export interface Deps {
  db: DataSource
  log: Logger
  newsroom: Newsroom
  printer: Printer
  demo: boolean
  /** Whether cookies go over https alone; null: wherever the address is not this machine's own. */
  secureCookie: boolean | null
  /** Addresses of the proxies whose word on where somebody comes from is believed. */
  proxies: readonly string[]
  /** Whether a line may lead to this machine itself, or to addresses that are no device's. */
  gatewaysAnywhere: boolean
  /** How an attempt to sign in that has to wait waits; a test does not. */
  wait?: (ms: number) => Promise<unknown>
  webRoot: string | null
  now: () => Date
  /** How long a device on a line may take to answer. */
  gatewayTimeoutMs: number
}

/** What a signed-in route finds in its context. `crew` is the only way to the data. */
export interface SignedIn {
  Variables: { me: Me; crew: CrewData; sessionId: string; address: string; deps: Deps; accounts: Accounts; attempts: Attempts }
}

const tooLarge = (limit: number) =>
  new Problem(
    413,
    'too-large',
    `This is larger than the ${Math.round(limit / 1_000_000) || 1} MB that fit here.`,
    'Send it in smaller parts; nothing was taken.',
  )

/** Reads a body as it comes, and no further than its limit: one that says no length is not kept whole to be measured. */
export async function readBytes(request: Request, limit: number, refusal: () => Problem): Promise<Buffer> {
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw refusal()
  const parts: Uint8Array[] = []
  let length = 0
  for await (const part of request.body ?? []) {
    length += part.byteLength
    if (length > limit) throw refusal()
    parts.push(part)
  }
  return Buffer.concat(parts)
}

/** Reads a JSON body up to a size; says plainly when it is larger or no JSON. */
export async function readJson(request: Request, limit: number): Promise<unknown> {
  const content = await readBytes(request, limit, () => tooLarge(limit))
  let plain: unknown
  try {
    plain = JSON.parse(content.toString('utf8'))
  } catch {
    throw new Problem(400, 'no-json', 'This is not JSON.', 'Send it as the format describes; nothing was taken.')
  }
  if (isDeeperThan(plain, MOST_DEEP))
    throw new Problem(
      422,
      'bad-request',
      'It is nested deeper than anything that Ingle writes.',
      'Send it as the format describes; nothing was taken.',
    )
  return plain
}

/** Reads a body of one shape; says what is wrong with another. */
export async function readBody<T extends object>(request: Request, limit: number, shape: new () => T): Promise<T> {
  const body = checked(shape, await readJson(request, limit), 'Request')
  if (!body.ok) throw new Problem(422, 'bad-request', body.reason, body.remedy)
  return body.value
}

/** What an address may name. */
interface IdOf {
  siteId: SiteId
  visitId: VisitId
  systemId: SystemId
  photoId: PhotoId
  gatewayId: GatewayId
}

/** An id from the address; anything that is none is simply not there. */
export function idParam<N extends keyof IdOf>(c: Context<SignedIn>, name: N): IdOf[N] {
  const what = name.replace(/Id$/, '')
  const id = parseId<IdOf[N]>(c.req.param(name)?.toLowerCase(), what)
  if (!id.ok) throw notFound(what)
  return id.value
}

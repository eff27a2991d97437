import { isUUID } from 'class-validator'
import type { Context } from 'hono'
import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import type { CrewData } from '../data/crewData.ts'
import type { Newsroom } from '../news/newsroom.ts'
import type { Me } from '../signIn/accounts.ts'
import { notFound, Problem } from './problem.ts'

export interface Deps {
  db: DataSource
  log: Logger
  newsroom: Newsroom
  demo: boolean
  secureCookie: boolean
  webRoot: string | null
  now: () => Date
  /** How long a device on a line may take to answer. */
  gatewayTimeoutMs: number
}

/** What a signed-in route finds in its context. `crew` is the only way to the data. */
export interface SignedIn {
  Variables: { me: Me; crew: CrewData; token: string; deps: Deps }
}

/** Reads a JSON body up to a size; says plainly when it is larger or no JSON. */
export async function readJson(request: Request, limit: number): Promise<unknown> {
  const declared = Number(request.headers.get('content-length') ?? 0)
  const tooLarge = () =>
    new Problem(
      413,
      'too-large',
      `This is larger than the ${Math.round(limit / 1_000_000) || 1} MB that fit here.`,
      'Send it in smaller parts; nothing was taken.',
    )
  if (declared > limit) throw tooLarge()
  const text = await request.text()
  if (text.length > limit) throw tooLarge()
  try {
    return JSON.parse(text)
  } catch {
    throw new Problem(400, 'no-json', 'This is not JSON.', 'Send it as the format describes; nothing was taken.')
  }
}

/** An id from the address; anything that is none is simply not there. */
export function idParam(c: Context<SignedIn>, name: string): string {
  const id = c.req.param(name)
  if (!id || !isUUID(id)) throw notFound(name.replace(/Id$/, ''))
  return id.toLowerCase()
}

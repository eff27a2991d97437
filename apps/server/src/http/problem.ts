import { type ProblemBody, type ProblemCode, problemType } from '@ingle/record/wire'
import type { Context } from 'hono'
import type { ContentfulStatusCode } from 'hono/utils/http-status'

/** An error that the person at the other end can act on. Becomes problem details (RFC 9457). */
export class Problem extends Error {
  constructor(
    readonly status: ContentfulStatusCode,
    readonly code: ProblemCode,
    /** One sentence: what is wrong. */
    readonly reason: string,
    /** One sentence: what to do. */
    readonly remedy: string,
  ) {
    super(reason)
  }
}

export function sendProblem(c: Context, problem: Problem): Response {
  const { code, status, reason, remedy } = problem
  c.header('content-type', 'application/problem+json')
  return c.body(JSON.stringify({ type: problemType(code), title: reason, status, detail: remedy } satisfies ProblemBody), status)
}

export const notFound = (what: string) =>
  new Problem(
    404,
    'not-found',
    `There is no such ${what} in your crew’s records.`,
    'Check the address, or open it from the Round; it may belong to another crew.',
  )

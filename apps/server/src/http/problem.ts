import type { Context } from 'hono'
import type { ContentfulStatusCode } from 'hono/utils/http-status'

/** An error that the person at the other end can act on. Becomes problem details (RFC 9457). */
export class Problem extends Error {
  constructor(
    readonly status: ContentfulStatusCode,
    /** A short name for the kind, the same every time. */
    readonly code: string,
    /** One sentence: what is wrong. */
    readonly reason: string,
    /** One sentence: what to do. */
    readonly remedy: string,
  ) {
    super(reason)
  }
}

export function sendProblem(c: Context, problem: Problem): Response {
  c.header('content-type', 'application/problem+json')
  return c.body(
    JSON.stringify({
      type: `urn:ingle:problem:${problem.code}`,
      title: problem.reason,
      status: problem.status,
      detail: problem.remedy,
    }),
    problem.status,
  )
}

export const notFound = (what: string) =>
  new Problem(
    404,
    'not-found',
    `There is no such ${what} in your crew’s records.`,
    'Check the address, or open it from the Round; it may belong to another crew.',
  )

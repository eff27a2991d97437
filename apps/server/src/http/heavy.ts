import type { Context } from 'hono'
import type { SignedIn } from './context.ts'
import { Problem } from './problem.ts'

/** Imports, exports and sheets that may be under way at once at one server. */
const MOST_OF_ACCOUNT = 4
const MOST_OF_CREW = 10

const under = new Map<string, number>()

/** Does something heavy for somebody, unless they, or their crew, have enough of it under way. */
export async function heavy<T>(c: Context<SignedIn>, work: () => Promise<T>): Promise<T> {
  const { accountId, crewId } = c.get('me')
  const keys = [
    [accountId, MOST_OF_ACCOUNT],
    [crewId, MOST_OF_CREW],
  ] as const
  if (keys.some(([key, most]) => (under.get(key) ?? 0) >= most))
    throw new Problem(
      429,
      'busy',
      'Enough is under way for you already.',
      'Wait until one of your exports or imports has ended, and try again.',
    )
  for (const [key] of keys) under.set(key, (under.get(key) ?? 0) + 1)
  try {
    return await work()
  } finally {
    for (const [key] of keys) {
      const left = (under.get(key) ?? 1) - 1
      if (left > 0) under.set(key, left)
      else under.delete(key)
    }
  }
}

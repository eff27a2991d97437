import type { Context } from 'hono'
import type { SignedIn } from './context.ts'
import { Problem } from './problem.ts'

/** Throws for everybody but a lead. */
export function leadOnly(c: Context<SignedIn>, reason: string, remedy: string): void {
  if (c.get('me').role !== 'lead') throw new Problem(403, 'lead-only', reason, remedy)
}

/** What somebody who only reads may send: their own account, and prints of what they read. */
const READERS_TOO = [/^\/api\/sign-out/, /^\/api\/me\//, /^\/api\/print\//, /^\/api\/sites\/[^/]+\/visits\/[^/]+\/print$/]

/** A reader reads and prints, and writes nothing: whatever would write is refused before it is looked at. */
export function mayWrite(role: string, method: string, path: string): boolean {
  return role !== 'reader' || method === 'GET' || method === 'HEAD' || READERS_TOO.some((one) => one.test(path))
}

export const READS_ONLY = () =>
  new Problem(403, 'reads-only', 'You read along: your account writes nothing.', 'Ask the crew’s lead to make you a technician.')

import type { AuditKind } from '@ingle/record/wire'
import type { Context } from 'hono'
import type { SignedIn } from '../http/context.ts'
import { audit } from './audit.ts'

/** Writes down what somebody who is signed in did. */
export const noted = (c: Context<SignedIn>, what: AuditKind, about: string): Promise<void> =>
  audit(c.get('deps').db, { crewId: c.get('me').crewId, who: c.get('me').initials, address: c.get('address'), what, about })

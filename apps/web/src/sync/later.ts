import type { Me } from '@ingle/record/wire'
import { once } from '../kit/once.ts'
import { hasLeft, leavingNow, useSession } from '../session/session.ts'
import type { Desk } from './desk.ts'
import type { roundHere } from './roundHere.ts'
import { forgetSites } from './sites.ts'

/*
 * The desk (the device's store, the sender, every kind of change) is by far the largest part of the app: the first page is
 * there before it. Pages that need it load it with themselves; this is for those that are shown without it.
 */
const parts = once(async () => {
  const [{ closeDesk, deskFor }, { roundHere }] = await Promise.all([import('./desk.ts'), import('./roundHere.ts')])
  return { closeDesk, deskFor, roundHere }
})

/** The desk of this account, loaded when it is not yet. Null when meanwhile this account signed out, or another one in. */
export async function theDesk(me: Me): Promise<{ desk: Desk; roundHere: typeof roundHere } | null> {
  const { deskFor, roundHere: round } = await parts.fetched()
  return useSession.getState().me?.accountId === me.accountId ? { desk: deskFor(me), roundHere: round } : null
}

/** Closes the desk of whoever signed out, and takes from the device what leaves with them. Where nobody was signed in it is fetched while they type their name. */
export async function closeTheDesk(): Promise<void> {
  const { closeDesk } = await parts.fetched()
  if (useSession.getState().status !== 'out') return
  closeDesk()
  // Also where no desk was open yet: a first look needs none.
  forgetSites()
  const leaving = leavingNow()
  if (!leaving) return
  const { clear, clearButUnsent } = await import('./leave.ts')
  await (leaving.keepsUnsent ? clearButUnsent : clear)(leaving.accountId)
  hasLeft()
}

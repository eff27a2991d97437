import type { Me } from '@ingle/record/wire'
import { create } from 'zustand'
import { api, type Failed, type Offline, Refused } from '../sync/api.ts'
import { ANYTHING, ME } from '../sync/glance.ts'

type Session = { status: 'asking'; me?: undefined } | { status: 'in'; me: Me } | { status: 'out'; me?: undefined }

const KEPT = 'ingle.me'
/** What is to leave the device and has not yet. */
const LEAVING = 'ingle.leaving'
/** An account that was ended while this device still held something of it that was never sent. */
const ENDED = 'ingle.ended'

const keptMe = (key: string): Me | null => {
  const kept: unknown = JSON.parse(globalThis.localStorage?.getItem(key) ?? 'null')
  return ME.glance(kept) ? kept : null
}

/**
 * Who is signed in on this device. Kept, so that the app opens without a signal, and before the server has answered: what
 * is shown meanwhile is only what this device holds anyway.
 */
export const useSession = create<Session>(() => {
  const me = keptMe(KEPT)
  return me ? { status: 'in', me } : { status: 'asking' }
})

export const signedIn = (me: Me) => {
  const kept = JSON.stringify(me)
  // The same person as is shown already: nothing is drawn anew.
  if (useSession.getState().status === 'in' && localStorage.getItem(KEPT) === kept) return
  localStorage.setItem(KEPT, kept)
  useSession.setState({ status: 'in', me })
}

/** The session is over on this device; what is kept for the account stays for the next sign-in. */
export const signedOut = () => {
  localStorage.removeItem(KEPT)
  useSession.setState({ status: 'out', me: undefined })
}

/** What is to leave the device with an account; written down first, so that a page that is closed in the middle does not forget. */
export interface Leaving {
  accountId: string
  /** What was never sent stays until somebody has decided about it. */
  keepsUnsent: boolean
}
const leave = (leaving: Leaving) => {
  localStorage.setItem(LEAVING, JSON.stringify(leaving))
  signedOut()
}
export const leavingNow = (): Leaving | null => JSON.parse(localStorage.getItem(LEAVING) ?? 'null') as Leaving | null
export const hasLeft = (): void => localStorage.removeItem(LEAVING)

/**
 * The server knows no session of this device any more: it ran out or was ended, and everything is kept; or the account
 * itself was ended, and what belongs to the crew leaves the device.
 */
export function sessionLost(why: Refused): void {
  const me = keptMe(KEPT)
  if (why.code === 'account-ended' && me) {
    localStorage.setItem(ENDED, JSON.stringify(me))
    leave({ accountId: me.accountId, keepsUnsent: true })
  } else signedOut()
}

/** The account that was ended here, until somebody has read it. */
export const endedHere = (): Me | null => keptMe(ENDED)
export const endedIsSettled = (): void => localStorage.removeItem(ENDED)

/** Asks the server; without it, whoever was signed in last goes on. */
export async function askWho(): Promise<void> {
  const answer = await api('GET', '/api/me', ME)
  if (answer.ok) return signedIn(answer.value)
  if (answer.error instanceof Refused) return sessionLost(answer.error)
  const kept = keptMe(KEPT)
  if (kept) return useSession.setState({ status: 'in', me: kept })
  signedOut()
}

export async function signIn(name: string, password: string): Promise<Refused | Offline | Failed | null> {
  const answer = await api('POST', '/api/sign-in', ME, { name, password })
  if (!answer.ok) return answer.error
  signedIn(answer.value)
  return null
}

/** Leaves for good: the session ends, and what is kept of the account leaves the device. */
export async function signOut(everywhere: boolean): Promise<Refused | Offline | Failed | null> {
  const me = keptMe(KEPT)
  const answer = await api('POST', everywhere ? '/api/sign-out-everywhere' : '/api/sign-out', ANYTHING)
  if (!answer.ok && !(answer.error instanceof Refused)) return answer.error
  if (me) leave({ accountId: me.accountId, keepsUnsent: false })
  else signedOut()
  return null
}

import { checked } from '@ingle/record'
import { Done, Me } from '@ingle/record/wire'
import { create } from 'zustand'
import { api, type Failed, type Offline, Refused } from '../sync/api.ts'

type Session = { status: 'asking'; me?: undefined } | { status: 'in'; me: Me } | { status: 'out'; me?: undefined }

const KEPT = 'ingle.me'

/** Who is signed in on this device. Kept, so that the app opens without a signal. */
export const useSession = create<Session>(() => ({ status: 'asking' }))

const signedIn = (me: Me) => {
  localStorage.setItem(KEPT, JSON.stringify(me))
  useSession.setState({ status: 'in', me })
}

export const signedOut = () => {
  localStorage.removeItem(KEPT)
  useSession.setState({ status: 'out', me: undefined })
}

/** Asks the server; without it, whoever was signed in last goes on. */
export async function askWho(): Promise<void> {
  const answer = await api('GET', '/api/me', Me)
  if (answer.ok) return signedIn(answer.value)
  const kept = checked(Me, JSON.parse(localStorage.getItem(KEPT) ?? 'null'), 'Session')
  if (!(answer.error instanceof Refused) && kept.ok) return useSession.setState({ status: 'in', me: kept.value })
  signedOut()
}

export async function signIn(name: string, password: string): Promise<Refused | Offline | Failed | null> {
  const answer = await api('POST', '/api/sign-in', Me, { name, password })
  if (!answer.ok) return answer.error
  signedIn(answer.value)
  return null
}

export async function signOut(everywhere: boolean): Promise<Refused | Offline | Failed | null> {
  const answer = await api('POST', everywhere ? '/api/sign-out-everywhere' : '/api/sign-out', Done)
  if (!answer.ok && !(answer.error instanceof Refused)) return answer.error
  signedOut()
  return null
}

import type { Me } from '@ingle/record/wire'
import { useSession } from './session.ts'

/** Who is signed in. Only below `Shell`, which shows the sign-in page to nobody else. */
export function useMe(): Me {
  const session = useSession()
  if (session.status !== 'in') throw new Error('useMe outside the signed-in shell: put the route under <Shell>')
  return session.me
}

import { RoundAnswer, type RoundSite } from '@ingle/record/wire'
import { useCallback, useEffect, useState } from 'react'
import { useMe } from '../session/useMe.ts'
import { api } from '../sync/api.ts'
import { theDesk } from '../sync/later.ts'
import { onNews } from '../sync/step.ts'

/**
 * The crew's sites: from the server, else as they last were; and those that only this device knows so far. What the server
 * says is shown at once; the device's own store, which takes longer to load, adds to it.
 */
export function useRound(): { sites: RoundSite[] | null; stale: boolean; reload: () => void } {
  const me = useMe()
  const [answer, setAnswer] = useState<{ sites: RoundSite[] | null; stale: boolean }>({ sites: null, stale: false })
  const reload = useCallback(() => {
    void (async () => {
      const fresh = await api('GET', '/api/round', RoundAnswer)
      const told = fresh.ok ? fresh.value.sites : null
      if (told && told.length > 0) setAnswer((before) => (before.sites ? before : { sites: told, stale: false }))
      const own = await theDesk(me)
      if (own) setAnswer({ sites: await own.roundHere(own.desk.db, told), stale: !told })
    })()
  }, [me])
  useEffect(() => {
    reload()
    return onNews(reload)
  }, [reload])
  return { ...answer, reload }
}

import { fold } from '@ingle/record'
import { RoundAnswer, type RoundSite } from '@ingle/record/wire'
import { useCallback, useEffect, useState } from 'react'
import { useMe } from '../session/useMe.ts'
import { api } from '../sync/api.ts'
import { type LocalDb, sitesIn } from '../sync/localDb.ts'
import { onNews } from '../sync/outbox.ts'
import { deskFor } from '../sync/siteStore.ts'

/** The crew's sites: from the server, else as they last were; and those that only this device knows so far. */
export function useRound(): { sites: RoundSite[] | null; stale: boolean; reload: () => void } {
  const { db } = deskFor(useMe())
  const [answer, setAnswer] = useState<{ sites: RoundSite[] | null; stale: boolean }>({ sites: null, stale: false })
  const reload = useCallback(() => {
    void (async () => {
      const fresh = await api('GET', '/api/round', RoundAnswer)
      if (fresh.ok) await db.kept.put({ key: 'round', value: fresh.value.sites })
      const known = ((await db.kept.get('round'))?.value ?? []) as RoundSite[]
      setAnswer({ sites: [...(await onlyHere(db, known)), ...known], stale: !fresh.ok })
    })()
  }, [db])
  useEffect(() => {
    reload()
    return onNews(reload)
  }, [reload])
  return { ...answer, reload }
}

async function onlyHere(db: LocalDb, known: readonly RoundSite[]): Promise<RoundSite[]> {
  const ids = (await sitesIn(db.pending)).filter((id) => !known.some((site) => site.id === id))
  return Promise.all(
    ids.map(async (id) => {
      const state = fold(
        id,
        (await db.pending.where('siteId').equals(id).toArray()).map((one) => one.change),
      )
      return {
        id,
        name: state.name,
        place: state.place,
        timeZone: state.timeZone,
        systems: state.systems.map((one) => ({ id: one.id, name: one.name, serves: one.serves, equipment: '' })),
        visits: state.visits.map((one) => ({
          id: one.id,
          number: one.number,
          reason: one.reason,
          startedAt: one.startedAt,
          closedAt: one.closedAt,
        })),
        openItems: [],
      }
    }),
  )
}

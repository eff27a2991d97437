import { useCallback, useEffect, useRef, useState } from 'react'
import { whenQuiet } from '../app/quiet.ts'
import { useMe } from '../session/useMe.ts'
import { api } from '../sync/api.ts'
import { ROUND } from '../sync/glance.ts'
import { theDesk } from '../sync/later.ts'
import type { RoundHere, RoundTold } from '../sync/roundHere.ts'
import { onNews } from '../sync/step.ts'

/**
 * The crew's sites: from the server, else as they last were; and those that only this device knows so far. What the server
 * says is shown at once; the device's own store, which takes longer to load, adds to it.
 */
/** After so long without an answer this device shows what it knows, ms. */
const PATIENCE_MS = 1500

export function useRound(search: string): RoundHere & { asking: boolean; reload: () => void; goOn: () => void } {
  const me = useMe()
  const [answer, setAnswer] = useState<RoundHere & { asking: boolean }>({
    sites: null,
    first: [],
    stale: false,
    next: null,
    asking: true,
  })
  // Pages that were opened stay open when news come.
  const pages = useRef(1)
  const latest = useRef(0)
  const reload = useCallback(() => {
    latest.current += 1
    const mine = latest.current
    void (async () => {
      const patience = setTimeout(async () => {
        const own = await theDesk(me)
        const here = own && (await own.roundHere(own.desk.db, null, search))
        if (mine === latest.current && here && here.sites.length > 0)
          setAnswer((before) => (before.sites ? before : { ...here, stale: true, asking: true }))
      }, PATIENCE_MS)
      const told = await fetchPages(search, pages.current)
      clearTimeout(patience)
      if (mine !== latest.current) return
      if (told && told.sites.length > 0)
        setAnswer((before) => (before.sites && !before.stale ? before : { ...told, stale: false, asking: false }))
      // The store comes in once the page is there; without an answer it is all there is.
      if (told && told.sites.length > 0) await new Promise<void>((done) => whenQuiet(done))
      if (mine !== latest.current) return
      const own = await theDesk(me)
      if (!own) return
      const here = await own.roundHere(own.desk.db, told, search)
      if (mine === latest.current) setAnswer({ ...here, stale: !told, asking: false })
    })()
  }, [me, search])
  useEffect(() => {
    pages.current = 1
    reload()
    return onNews(reload)
  }, [reload])
  const goOn = () => {
    pages.current += 1
    reload()
  }
  return { ...answer, reload, goOn }
}

/** As many pages as are open, one after another; null when the server does not answer. */
async function fetchPages(search: string, count: number): Promise<RoundTold | null> {
  const told: RoundTold = { sites: [], first: [], next: null }
  for (let page = 0; page < count; page += 1) {
    const query = new URLSearchParams({ ...(search && { search }), ...(told.next && { after: told.next }) })
    const answer = await api('GET', query.size > 0 ? `/api/round?${query}` : '/api/round', ROUND)
    if (!answer.ok) return null
    told.sites.push(...answer.value.sites)
    told.first.push(...(answer.value.first ?? []))
    told.next = answer.value.next ?? null
    if (!told.next) break
  }
  return told
}

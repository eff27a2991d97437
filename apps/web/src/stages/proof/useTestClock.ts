import { elapsedSince } from '@ingle/core'
import { useEffect, useState } from 'react'

/** This opening of the page: its counting clock means nothing in another. */
const PAGE = crypto.randomUUID().slice(0, 8)

/** The clock that only counts, for a change that marks a moment. */
export const counted = () => ({ page: PAGE, countedMs: Math.round(performance.now()) })

/** Seconds since a moment, going on by itself: over sleep, over a closed page, and over a clock that is moved. */
export function useElapsed(since: { at: string; page?: string; countedMs?: number } | null) {
  const [now, setNow] = useState(() => ({ wall: Date.now(), counted: performance.now() }))
  useEffect(() => {
    const tick = () => setNow({ wall: Date.now(), counted: performance.now() })
    const timer = setInterval(tick, 500)
    document.addEventListener('visibilitychange', tick)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', tick)
    }
  }, [])
  if (!since) return { s: 0, setBack: false }
  const here = since.page === PAGE && since.countedMs !== undefined
  return elapsedSince(Date.parse(since.at), now.wall, here ? now.counted - (since.countedMs as number) : null)
}

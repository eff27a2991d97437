import type { SiteId } from '@ingle/record'
import { create } from 'zustand'
import { hearClock } from './api.ts'
import type { KeptPhoto, Pending } from './localDb.ts'

interface Step {
  /** False until this device's store has been looked into. */
  known: boolean
  /** False from the first call that got no answer until one does. */
  inTouch: boolean
  waiting: number
  refused: Pending[]
  /** Photos that the server will not have, though their change is stored. */
  photos: KeptPhoto[]
  /** By how much this device's clock is ahead of the server's, ms; null while nobody knows. */
  clockAheadMs: number | null
}

const NOT_KNOWN: Step = { known: false, inTouch: true, waiting: 0, refused: [], photos: [], clockAheadMs: null }

/** Whether this device is in step with the server: shown in the header. */
export const useStep = create<Step>(() => NOT_KNOWN)

/** A clock that is off by more is said to be, ms: by less nobody is misled. */
const CLOCK_MATTERS_MS = 120_000
hearClock((aheadMs) => {
  const before = useStep.getState().clockAheadMs
  // Told only when it moves: an answer's date is good to a second.
  if (before === null || Math.abs(before - aheadMs) > 5000) useStep.setState({ clockAheadMs: aheadMs })
})

/** How a clock that is off is said: "3 min ahead"; null for one that is right. */
export function clockWords(aheadMs: number | null): string | null {
  if (aheadMs === null || Math.abs(aheadMs) < CLOCK_MATTERS_MS) return null
  const minutes = Math.round(Math.abs(aheadMs) / 60_000)
  const span =
    minutes < 120 ? `${minutes} min` : minutes < 2880 ? `${Math.round(minutes / 60)} h` : `${Math.round(minutes / 1440)} days`
  return `${span} ${aheadMs > 0 ? 'ahead' : 'behind'}`
}

/** Before a desk is open, and after it is closed. */
export const notKnown = () => useStep.setState({ ...NOT_KNOWN, clockAheadMs: useStep.getState().clockAheadMs })

const newsListeners = new Set<(siteId: SiteId) => void>()

/** Hears which site changed on the server. Returns how to stop. */
export function onNews(tell: (siteId: SiteId) => void): () => void {
  newsListeners.add(tell)
  return () => newsListeners.delete(tell)
}

export function tellNews(siteId: SiteId): void {
  for (const tell of newsListeners) tell(siteId)
}

import type { SiteId } from '@ingle/record'
import { create } from 'zustand'
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
}

const NOT_KNOWN: Step = { known: false, inTouch: true, waiting: 0, refused: [], photos: [] }

/** Whether this device is in step with the server: shown in the header. */
export const useStep = create<Step>(() => NOT_KNOWN)

/** Before a desk is open, and after it is closed. */
export const notKnown = () => useStep.setState(NOT_KNOWN)

const newsListeners = new Set<(siteId: SiteId) => void>()

/** Hears which site changed on the server. Returns how to stop. */
export function onNews(tell: (siteId: SiteId) => void): () => void {
  newsListeners.add(tell)
  return () => newsListeners.delete(tell)
}

export function tellNews(siteId: SiteId): void {
  for (const tell of newsListeners) tell(siteId)
}

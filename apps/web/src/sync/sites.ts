import type { Change, SiteId, SiteState } from '@ingle/record'
import { create } from 'zustand'
import type { Held } from './localDb.ts'

export type OpenSite =
  | { status: 'loading'; state?: undefined; changes?: undefined; waiting?: undefined; before?: undefined }
  | { status: 'missing' | 'unreachable'; state?: undefined; changes?: undefined; waiting?: undefined; before?: undefined }
  | {
      status: 'ready'
      state: SiteState
      /** Of a long record those after `before`. */
      changes: Change[]
      waiting: ReadonlySet<string>
      /** The changes up to this number are only on the server; 0: all are here. */
      before: number
    }

/**
 * The sites that are open on this device, by id. What is shown is what is kept: it comes from the device's store; but for a
 * first look, from the answer that the store will keep.
 */
export const useSites = create<Record<string, OpenSite>>(() => ({}))

/** What first looks showed, until the store holds it: what is written meanwhile comes on top of it. */
export const lookedAt = new Map<SiteId, Held>()

/** Nobody is signed in any more. */
export function forgetSites(): void {
  lookedAt.clear()
  useSites.setState({}, true)
}

import type { Change, SiteState } from '@ingle/record'
import { create } from 'zustand'

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

/** The sites that are open on this device, by id. What is shown is what is kept: it comes from the device's store. */
export const useSites = create<Record<string, OpenSite>>(() => ({}))

import type { Change, SiteState } from '@ingle/record'
import { create } from 'zustand'

export type OpenSite =
  | { status: 'loading'; state?: undefined; changes?: undefined; waiting?: undefined }
  | { status: 'missing' | 'unreachable'; state?: undefined; changes?: undefined; waiting?: undefined }
  | { status: 'ready'; state: SiteState; changes: Change[]; waiting: ReadonlySet<string> }

/** The sites that are open on this device, by id. What is shown is what is kept: it comes from the device's store. */
export const useSites = create<Record<string, OpenSite>>(() => ({}))

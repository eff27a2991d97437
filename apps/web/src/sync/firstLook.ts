import { FOLD_VERSION, fold, foldOn, type SiteId, type SiteState } from '@ingle/record'
import { earlyCopy } from './api.ts'
import { CHANGES } from './glance.ts'
import type { Held } from './localDb.ts'
import { lookedAt, useSites } from './sites.ts'

/** What the page asks of a site before its script is there: see build/first.js. */
const askOf = (siteId: SiteId): string => `/api/sites/${siteId}/changes?after=0&fold=${FOLD_VERSION}`

/**
 * A site on a device that has never held it, shown from the answer itself: the store that will keep it, and what sends and
 * fetches, come afterwards. Does nothing where the page asked nothing, or where the answer is not the whole record.
 */
export async function firstLook(siteId: SiteId): Promise<void> {
  const answer = await earlyCopy(askOf(siteId))
  if (!CHANGES.glance(answer) || answer.more || answer.changes.length + (answer.base ? 1 : 0) === 0) return
  const changes = answer.changes.map((one) => one.change)
  const base = answer.base ? { ...answer.base, siteId, foldVersion: FOLD_VERSION } : null
  const state = stateFrom(siteId, { base, changes })
  // What the device itself holds says more: what was never sent is among it.
  if (!state || useSites.getState()[siteId]?.status === 'ready') return
  lookedAt.set(siteId, { base, changes })
  useSites.setState({ [siteId]: { status: 'ready', changes, state, waiting: new Set(), before: base?.seq ?? 0 } })
}

/** Null where the state that is kept cannot be gone on from: then every change is needed. */
export function stateFrom(siteId: SiteId, { base, changes }: Held): SiteState | null {
  if (!base) return fold(siteId, changes)
  return base.foldVersion === FOLD_VERSION ? foldOn(base.state, { order: base.order, id: base.id }, changes) : null
}

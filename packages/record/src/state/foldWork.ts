import { never } from '@ingle/core'
import type { OneOf } from '../changes/change.ts'
import type { SiteState } from './state.ts'

/** What is still to do at a site, and what stands in until it is done. */
export function foldWork(
  state: SiteState,
  change: OneOf<'item.open' | 'item.close' | 'fix.put' | 'fix.undo' | 'fix.hand-on'>,
): void {
  const { at, by } = change
  switch (change.kind) {
    case 'item.open': {
      const { itemId, visitId, systemId, text } = change.body
      state.items.push({ id: itemId, visitId, systemId, text, openedAt: at, by, closed: null })
      return
    }
    case 'item.close': {
      const item = state.items.find((one) => one.id === change.body.itemId)
      if (item) item.closed = { at, by, how: change.body.how }
      return
    }
    case 'fix.put': {
      const { fixId: id, visitId, systemId, what, instead, cannot, undo } = change.body
      const put = { id, visitId, systemId, at, by, what, instead, cannot, undo }
      state.fixes.push({ ...put, photos: [], undone: null, handedOn: null })
      return
    }
    case 'fix.undo': {
      const fix = state.fixes.find((one) => one.id === change.body.fixId)
      if (fix) fix.undone = { at, by, how: change.body.how }
      return
    }
    case 'fix.hand-on': {
      const fix = state.fixes.find((one) => one.id === change.body.fixId)
      if (fix) fix.handedOn = { at, by, to: change.body.to, until: change.body.until }
      return
    }
    default:
      never(change)
  }
}

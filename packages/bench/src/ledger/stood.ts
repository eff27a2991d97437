import type { RowEntry, SiteState, SystemId, VisitState } from '@ingle/record'

/** A value as it stood at the end of a visit: what was left last, else what was found last. */
export interface Stood {
  entry: RowEntry
  column: 'found' | 'left'
  visit: VisitState
}

/** How a row of a system stood, looking back from a visit; null when nobody ever noted it. */
export function stoodAt(state: SiteState, systemId: SystemId, key: string, visit: VisitState): Stood | null {
  for (let i = state.visits.length - 1; i >= 0; i -= 1) {
    const one = state.visits[i]
    if (!one || one.number > visit.number) continue
    const rows = one.systems[systemId]?.rows
    const row = rows && Object.hasOwn(rows, key) ? rows[key] : undefined
    if (row?.left) return { entry: row.left, column: 'left', visit: one }
    if (row?.found) return { entry: row.found, column: 'found', visit: one }
  }
  return null
}

/** How a row of a system stood as a visit began; null when nobody had ever noted it. */
export const stoodBefore = (state: SiteState, systemId: SystemId, key: string, visit: VisitState): Stood | null => {
  const last = state.visits.findLast((one) => one.number < visit.number)
  return last ? stoodAt(state, systemId, key, last) : null
}

/** The visit before, in which this system has rows; null on a first visit. */
export function visitBefore(state: SiteState, systemId: SystemId, visit: VisitState): VisitState | null {
  return (
    state.visits.findLast((one) => one.number < visit.number && Object.keys(one.systems[systemId]?.rows ?? {}).length > 0) ?? null
  )
}

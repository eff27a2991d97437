import { type VisitView, visitOf } from '@ingle/bench'
import type { Refusal } from '@ingle/core'
import type { Change, ChangeId, Draft, SiteState, SystemState, VisitState } from '@ingle/record'
import { createContext, useContext, useMemo } from 'react'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { undoLastAt, writeAt } from '../sync/openSite.ts'

/** What a stage does with a visit, beside seeing it. */
interface Tools {
  changes: Change[]
  waiting: ReadonlySet<string>
  write: (drafts: readonly (Draft & { replaces?: ChangeId })[]) => Promise<{ ok: true; ids: ChangeId[] } | Refusal>
  /** Takes back the newest change of this visit and system that still holds; null when there is none. */
  undoLast: () => Promise<Change | null>
  /** Puts text into the jot line and goes there. */
  jot: (text: string, correcting?: Change) => void
}

/** What every stage of a visit works on. */
export type Visit = VisitView & Tools

export const VisitContext = createContext<Visit | null>(null)

export function useVisit(): Visit {
  const visit = useContext(VisitContext)
  if (!visit) throw new Error('useVisit outside a visit: put the route under <VisitFrame>')
  return visit
}

/** A system on a visit in this person's units. */
export function useView(of: { state: SiteState; system: SystemState; visit: VisitState }): VisitView {
  const units = usePrefs((prefs) => prefs.units)
  const { state, system, visit } = of
  return useMemo(() => visitOf({ state, system, visit, units }), [state, system, visit, units])
}

/** Works the visit out anew when its changes do; under a millisecond for a day's readings. */
export function useVisitValue(input: {
  state: SiteState
  changes: Change[]
  waiting: ReadonlySet<string>
  system: SystemState
  visit: VisitState
  jot: Visit['jot']
}): Visit {
  const me = useMe()
  const view = useView(input)
  const { changes, waiting, jot } = input
  return useMemo(() => {
    const { state, visit, system } = view
    const tools: Tools = {
      changes,
      waiting,
      jot,
      write: (drafts) => writeAt(me, state.id, drafts),
      undoLast: () => undoLastAt(me, state.id, visit.id, system.id),
    }
    // Laid over the view, not copied from it: what takes time is still worked out only when it is asked for.
    return Object.assign(Object.create(view) as VisitView, tools)
  }, [view, changes, waiting, me, jot])
}

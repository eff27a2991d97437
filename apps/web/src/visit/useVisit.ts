import { type VisitView, visitOf } from '@ingle/bench'
import type { Refusal } from '@ingle/core'
import type { Change, ChangeId, Draft, SiteState, SystemState, VisitState } from '@ingle/record'
import { createContext, useContext, useMemo } from 'react'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { type Desk, deskFor } from '../sync/desk.ts'

/** What a stage does with a visit, beside seeing it. */
interface Tools {
  changes: Change[]
  waiting: ReadonlySet<string>
  desk: Desk
  write: (drafts: readonly (Draft & { replaces?: ChangeId })[]) => Promise<{ ok: true; ids: ChangeId[] } | Refusal>
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
  const desk = deskFor(useMe())
  const view = useView(input)
  const { changes, waiting, jot } = input
  return useMemo(() => {
    const tools: Tools = { changes, waiting, desk, jot, write: (drafts) => desk.write(view.state.id, drafts) }
    // Laid over the view, not copied from it: what takes time is still worked out only when it is asked for.
    return Object.assign(Object.create(view) as VisitView, tools)
  }, [view, changes, waiting, desk, jot])
}

import { type AirflowPicture, type NextMove, nextMove, type Refusal, type Show, showIn, type UnitChoice } from '@ingle/core'
import {
  airflowRows,
  type Change,
  type Draft,
  type LedgerRow,
  ledgerOf,
  pictureOf,
  type SiteState,
  type SystemState,
  type SystemVisit,
  systemVisit,
  type VisitState,
} from '@ingle/record'
import { createContext, useContext, useMemo } from 'react'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { type Desk, deskFor } from '../sync/siteStore.ts'

/** What every stage of a visit works on. */
export interface Visit {
  state: SiteState
  changes: Change[]
  waiting: ReadonlySet<string>
  system: SystemState
  visit: VisitState
  here: SystemVisit
  picture: AirflowPicture
  move: NextMove
  /** Every setting of the system, by need. */
  ledger: LedgerRow[]
  /** Those that the Airflow stage shows. */
  blowerRows: LedgerRow[]
  units: UnitChoice
  show: Show
  desk: Desk
  write: (drafts: readonly (Draft & { replaces?: string })[]) => Promise<{ ok: true; ids: string[] } | Refusal>
  /** Ids of this visit and system, for a change's body. */
  at: { visitId: string; systemId: string }
  /** Puts text into the jot line and goes there. */
  jot: (text: string, correcting?: Change) => void
}

export const VisitContext = createContext<Visit | null>(null)

export function useVisit(): Visit {
  const visit = useContext(VisitContext)
  if (!visit) throw new Error('useVisit outside a visit: put the route under <VisitFrame>')
  return visit
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
  const units = usePrefs((prefs) => prefs.units)
  const { state, changes, waiting, system, visit, jot } = input
  return useMemo(() => {
    const here = systemVisit(visit, system.id)
    const picture = pictureOf(state, system, visit)
    const show = showIn(units)
    const ledger = ledgerOf(state, system, visit, picture)
    return {
      state,
      changes,
      waiting,
      system,
      visit,
      here,
      picture,
      units,
      show,
      desk,
      jot,
      move: nextMove(picture, show),
      ledger,
      blowerRows: airflowRows(ledger),
      at: { visitId: visit.id, systemId: system.id },
      write: (drafts) => desk.write(state.id, drafts),
    }
  }, [state, changes, waiting, system, visit, units, desk, jot])
}

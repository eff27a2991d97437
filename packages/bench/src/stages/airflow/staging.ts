import { type Result, type StagingOutcome, stagingOutcomes } from '@ingle/core'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { numberAt, rowFor, seenAt } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'

/** Where nobody set another: calls an hour, and minutes of low fire first. */
const USUAL_CALLS = 3
const USUAL_UPSTAGE_MIN = 8
/** How much colder it is outdoors on a frosty morning, where nobody said. */
const USUAL_COLDER_F = 45

export interface Staging {
  row: LedgerRow
  upstageMin: number
  callsPerHour: number
  /** How much colder it is outdoors at that loss, °F; taken as usual where nobody said. */
  colderByF: number
  isColderSaid: boolean
  /** Null until what the house loses, how fast it warms up and the setback are known. */
  outcomes: Result<StagingOutcome[]> | null
  /** The choice that stands now, in the language of roles. */
  stands: string | null
}

/** A two-stage furnace behind a one-stage thermostat. Null where there is no such choice, or no second fire. */
export function stagingOf({ ledger, here, fires }: VisitView): Staging | null {
  const row = rowFor(ledger, 'control.second-stage')
  if (!row || !fires.high || !fires.low) return null
  const upstageMin = numberAt(rowFor(ledger, 'control.upstage-time')) ?? USUAL_UPSTAGE_MIN
  const callsPerHour = numberAt(rowFor(ledger, 'control.cycle-rate')) ?? USUAL_CALLS
  const { lossBtuH, colderByF, warmUpFPerH, setbackF } = here.firing
  const known = lossBtuH !== undefined && warmUpFPerH !== undefined && setbackF !== undefined
  return {
    row,
    upstageMin,
    callsPerHour,
    colderByF: colderByF ?? USUAL_COLDER_F,
    isColderSaid: colderByF !== undefined,
    stands: seenAt(row)?.meaning ?? null,
    outcomes: known
      ? stagingOutcomes({
          lowBtuH: fires.low.heatBtuH,
          highBtuH: fires.high.heatBtuH,
          lossBtuH,
          colderByF: colderByF ?? USUAL_COLDER_F,
          warmUpFPerH,
          setbackF,
          upstageMin,
          callsPerHour,
        })
      : null,
  }
}

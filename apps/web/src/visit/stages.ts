import type { AirflowPicture } from '@ingle/core'
import { airflowLedger, type LedgerRow, type RowStanding, type SystemState, type SystemVisit } from '@ingle/record'

export type StageId = 'survey' | 'airflow' | 'hand-over'

export interface Stage {
  id: StageId
  label: string
  /** The letter after `g`. */
  key: string
  standing: RowStanding
  done: number
  of: number
}

export const HANDOVER_CHECKS: readonly (readonly [string, string])[] = [
  ['panels-back', 'Panels and screws are back'],
  ['power-restored', 'Power is restored'],
  ['cooling-called', 'Cooling was called and seen to run'],
  ['heater-called', 'Heater was called and seen to run'],
  ['card-in-panel', 'Settings card is inside the panel'],
]

/** The stages that work, in working order, with how much of each is done. */
export function stagesOf(system: SystemState, here: SystemVisit, picture: AirflowPicture): Stage[] {
  const ledger = airflowLedger(system, here, picture)
  const survey = [
    system.profile !== null,
    system.capacityTons !== null,
    system.heaterKw !== null,
    system.rule !== null,
    system.parts.length > 0,
    here.complaint !== '' || here.notes.length > 0,
  ].filter(Boolean).length
  const settled = ledger.filter((row) => row.standing === 'proved' || row.standing === 'set').length
  const checks = HANDOVER_CHECKS.filter(([id]) => here.checks[id]).length
  return [
    {
      id: 'survey',
      label: 'Survey',
      key: 's',
      done: survey,
      of: 6,
      standing: survey === 6 ? 'proved' : survey > 0 ? 'found' : 'not-looked-at',
    },
    { id: 'airflow', label: 'Airflow', key: 'a', done: settled, of: ledger.length, standing: airflowStanding(ledger, here) },
    {
      id: 'hand-over',
      label: 'Hand over',
      key: 'h',
      done: checks,
      of: HANDOVER_CHECKS.length,
      standing: checks === HANDOVER_CHECKS.length ? 'proved' : checks > 0 ? 'found' : 'not-looked-at',
    },
  ]
}

function airflowStanding(ledger: readonly LedgerRow[], here: SystemVisit): RowStanding {
  if (ledger.some((row) => row.standing === 'watch')) return 'watch'
  if (ledger.length > 0 && ledger.every((row) => row.standing === 'proved')) return 'proved'
  if (ledger.length > 0 && ledger.every((row) => row.standing === 'proved' || row.standing === 'set')) return 'set'
  return here.tries.length > 0 || ledger.some((row) => row.standing !== 'not-looked-at') ? 'found' : 'not-looked-at'
}

import { wiringFindings } from '@ingle/core'
import { devicesOf, isNoted, type LedgerRow, type RowStanding, wiringAs, wiringSystemOf } from '@ingle/record'
import type { Visit } from './useVisit.ts'

export type StageId = 'survey' | 'power' | 'airflow' | 'zones' | 'settings' | 'hand-over'

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
export function stagesOf({
  state,
  visit,
  system,
  here,
  ledger,
  blowerRows,
}: Pick<Visit, 'state' | 'visit' | 'system' | 'here' | 'ledger' | 'blowerRows'>): Stage[] {
  const survey = [
    system.uses.some((one) => one.key !== ''),
    system.capacityTons !== null,
    system.heaterKw !== null,
    system.rules.length > 0,
    system.parts.length > 0,
    here.complaint !== '' || here.notes.length > 0,
  ].filter(Boolean).length
  const settled = (rows: readonly LedgerRow[]) => rows.filter((row) => row.standing === 'proved' || row.standing === 'set').length
  const zoneRows = ledger.filter((row) => row.need === 'zones' && isNoted(row))
  const noted = ledger.filter(isNoted)
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
    powerStage({ state, visit, system, here, ledger }),
    {
      id: 'airflow',
      label: 'Airflow',
      key: 'a',
      done: settled(blowerRows),
      of: blowerRows.length,
      standing: ledgerStanding(blowerRows, here.tries.length > 0),
    },
    {
      id: 'zones',
      label: 'Zones',
      key: 'z',
      done: settled(zoneRows),
      of: system.zones.length === 0 ? 0 : zoneRows.length,
      standing: ledgerStanding(zoneRows, system.zones.length > 0),
    },
    {
      id: 'settings',
      label: 'Settings',
      key: 't',
      done: settled(noted),
      of: noted.length,
      standing: ledgerStanding(noted, false),
    },
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

/** Wiring entered and nothing against it; inputs proved. Isolation comes and goes, and counts for nothing here. */
function powerStage({
  state,
  visit,
  system,
  here,
  ledger,
}: Pick<Visit, 'state' | 'visit' | 'system' | 'here' | 'ledger'>): Stage {
  const now = wiringAs(here, 'left')
  const kind = wiringSystemOf(system, here, devicesOf(state, system, visit), ledger)
  const findings = wiringFindings(kind, now, here.wiring.set.cable ?? null)
  const inputs = ledger.filter((row) => row.id.startsWith('input.function.') && here.contacts[contactKey(row)]?.device)
  const proved = inputs.filter((row) => row.proof).length
  const wired = now.wires.length > 0
  const done = (wired && findings.length === 0 ? 1 : 0) + proved
  const of = 1 + inputs.length
  return {
    id: 'power',
    label: 'Power',
    key: 'p',
    done,
    of,
    standing: findings.length > 0 ? 'watch' : done === of ? 'proved' : wired || inputs.length > 0 ? 'found' : 'not-looked-at',
  }
}

const contactKey = (row: LedgerRow): string => `${row.place} ${row.id.split('.').at(-1)}`

function ledgerStanding(ledger: readonly LedgerRow[], begun: boolean): RowStanding {
  if (ledger.some((row) => row.standing === 'watch')) return 'watch'
  if (ledger.length > 0 && ledger.every((row) => row.standing === 'proved')) return 'proved'
  if (ledger.length > 0 && ledger.every((row) => row.standing === 'proved' || row.standing === 'set')) return 'set'
  return begun || ledger.some((row) => row.standing !== 'not-looked-at') ? 'found' : 'not-looked-at'
}

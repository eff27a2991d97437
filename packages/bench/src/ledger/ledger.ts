import { type AdviceRow, type SettingFinding, type SettingRule, settingFindings, type UnitChoice } from '@ingle/core'
import {
  type ChangeId,
  type Draft,
  type GivenAim,
  type RowColumn,
  type RowEntry,
  rowBody,
  type SystemId,
  type SystemState,
  type VisitId,
} from '@ingle/record'
import { type Aim, type AimGround, aimOf } from './aims.ts'
import type { KnownRow } from './rows.ts'

export type RowStanding = 'not-looked-at' | 'found' | 'set' | 'proved' | 'watch'

/** A row of the ledger as it is shown: what the record holds, and the aim worked out beside it. */
export interface LedgerRow extends KnownRow {
  aim: Aim | null
  given: GivenAim | null
  standing: RowStanding
  /** True when a left value differs from the aim and nobody has said why. */
  whyMissing: boolean
}

/** Puts beside every row what it should be. */
export function ledgerOf(rows: readonly KnownRow[], ground: AimGround): readonly LedgerRow[] {
  return rows.map((row) => {
    const given = ground.given.get(row.key) ?? null
    const aim = aimOf(row, ground)
    const differs = row.left !== null && aim !== null && row.left.value !== aim.value
    // Proof belongs to the value it was taken with: another Left needs a new one, the same again does not.
    const { left } = row
    const proof = row.proof && (!left || Date.parse(row.proof.at) >= Date.parse(left.since ?? left.at)) ? row.proof : null
    const whyMissing = differs && !row.left?.why
    return {
      ...row,
      given,
      proof,
      aim,
      whyMissing,
      standing: whyMissing || row.rivals.length > 0 ? 'watch' : standing(row.found, row.left, proof),
    }
  })
}

/** The rows of the blower that the Airflow stage shows. */
export const airflowRows = (ledger: readonly LedgerRow[]): LedgerRow[] => ledger.filter((row) => row.id.startsWith('airflow.'))

function standing(found: RowEntry | null, left: RowEntry | null, proof: RowEntry | null): RowStanding {
  if ((left || found) && proof) return 'proved'
  if (left) return 'set'
  return found || proof ? 'found' : 'not-looked-at'
}

/** How far a part of the ledger is, all rows together. */
export function standingOfAll(ledger: readonly LedgerRow[], begun: boolean): RowStanding {
  if (ledger.some((row) => row.standing === 'watch')) return 'watch'
  if (ledger.length > 0 && ledger.every((row) => row.standing === 'proved')) return 'proved'
  if (ledger.length > 0 && ledger.every((row) => row.standing === 'proved' || row.standing === 'set')) return 'set'
  return begun || ledger.some((row) => row.standing !== 'not-looked-at') ? 'found' : 'not-looked-at'
}

/** Rows that are set, proved or not. */
export const settled = (rows: readonly LedgerRow[]): number =>
  rows.filter((row) => row.standing === 'proved' || row.standing === 'set').length

const adviceRow = (row: LedgerRow): AdviceRow => ({
  ...row,
  found: (row.found ?? row.carried?.entry)?.value ?? null,
  aim: row.aim?.value ?? null,
  left: row.left?.value ?? null,
})

/** What is wrong with the settings of a system, or will be once its aims are left. */
export function ledgerFindings(
  ledger: readonly LedgerRow[],
  rules: readonly SettingRule[],
  system: SystemState,
  units: UnitChoice,
  secondCalled = false,
): SettingFinding[] {
  const equipment = [...new Set(ledger.map((row) => row.device.kind))]
  return settingFindings(ledger.map(adviceRow), rules, { equipment, heaterKw: system.heaterKw, secondCalled }, units)
}

/** The device's value that a row is still to be set to; null when it stands there, was left, or nothing says what it should be. */
export function waitingFor(row: LedgerRow): string | null {
  const value = row.aim?.value
  return value == null || value === '' || row.left !== null || (row.found ?? row.carried?.entry)?.value === value ? null : value
}

/** Rows whose aim is still to be set: what stands differs, and nobody has left it otherwise. */
export const toSet = (ledger: readonly LedgerRow[]): LedgerRow[] => ledger.filter((row) => waitingFor(row) !== null)

/** Writes down that a row was set to its aim, and what its writer had before their eyes. */
export const leaveAt = (at: { visitId: VisitId; systemId: SystemId }, row: LedgerRow, value: string): Draft => ({
  kind: 'setting.set',
  body: { ...at, ...rowBody(row.key), column: 'left', value, why: null, saw: sawOf(row, 'left') },
})

/** Everything in a cell that a writer has before their eyes: goes with what they write. */
export function sawOf(row: Pick<LedgerRow, RowColumn | 'rivals'>, column: RowColumn): ChangeId[] {
  const entries = [row[column], ...row.rivals.filter((one) => one.column === column).map((one) => one.entry)]
  return [...new Set(entries.flatMap((one) => (one ? [one.id, ...one.saw] : [])))].slice(0, 60)
}

/** Somebody noted something, or something says what it should be: the rows that a sheet is about. */
export const isNoted = (row: LedgerRow): boolean =>
  row.found !== null || row.left !== null || row.proof !== null || row.aim !== null

/** Pins and banks are moved with the power off; a value in a menu is not. A tap of which nobody says where it is may be a pin. */
export const needsPowerOff = ({ id, setting }: LedgerRow): boolean =>
  setting.needs?.powerOff === true || (setting.home === undefined && id.startsWith('airflow.'))

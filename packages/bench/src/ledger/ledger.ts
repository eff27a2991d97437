import {
  type AdviceRow,
  type AirflowPicture,
  idOfKey,
  placeOfKey,
  type ResolvedSetting,
  resolveSettings,
  type SettingFinding,
  type SettingRule,
  settingFindings,
} from '@ingle/core'
import { type Draft, rowBody } from '../changes/fromJot.ts'
import type { ProfileSetting } from '../profile/profile.ts'
import { systemVisit } from '../state/airflowInput.ts'
import { devicesOf, givenAims, type SystemDevice } from '../state/devices.ts'
import { emptyRow } from '../state/fold.ts'
import type { GivenAim, RowColumn, RowEntry, RowState, SiteState, SystemState, SystemVisit, VisitState } from '../state/state.ts'
import { type Aim, aimGround, aimOf } from './aims.ts'

export type RowStanding = 'not-looked-at' | 'found' | 'set' | 'proved' | 'watch'

/** A row of the ledger as it is shown: what the record holds, and the aim worked out beside it. */
export interface LedgerRow extends ResolvedSetting {
  setting: ProfileSetting
  found: RowEntry | null
  aim: Aim | null
  left: RowEntry | null
  proof: RowEntry | null
  given: GivenAim | null
  standing: RowStanding
  /** True when a left value differs from the aim and nobody has said why. */
  whyMissing: boolean
  rivals: RowState['rivals']
}

/** Resolving is the same for every unit of one make: the rows are kept for as long as the profiles live. */
const resolved = new WeakMap<object, Map<string, ResolvedSetting[]>>()
function settingsOf(devices: readonly SystemDevice[]): ResolvedSetting[] {
  const [first] = devices
  if (!first) return []
  const names = devices.map((one) => `${one.place}:${one.profile.id}@${one.profile.version}`).join(' ')
  const there = resolved.get(first.profile) ?? new Map<string, ResolvedSetting[]>()
  resolved.set(first.profile, there)
  const rows = there.get(names) ?? resolveSettings(devices)
  there.set(names, rows)
  return rows
}

/**
 * All settings of a system by need, whatever devices they live on; last the numbers that somebody found and that no
 * profile knows.
 */
export function ledgerOf(state: SiteState, system: SystemState, visit: VisitState, picture: AirflowPicture): LedgerRow[] {
  const devices = devicesOf(state, system, visit)
  const here = systemVisit(visit, system.id)
  const ground = aimGround(state, system, devices, picture, here.firing)
  const givenBy = givenAims(state, system, visit)
  const settings = settingsOf(devices)
  const known = new Set(settings.map((one) => one.key))
  return [...settings, ...unknownNumbers(here, known, devices)].map((row) => {
    const entries = (Object.hasOwn(here.rows, row.key) ? here.rows[row.key] : undefined) ?? emptyRow()
    const given = givenBy.get(row.key) ?? null
    const aim = aimOf(row, given, ground)
    const differs = entries.left !== null && aim !== null && entries.left.value !== aim.value
    // Proof belongs to the value it was taken with: a later Left needs a new one.
    const proof =
      entries.proof && entries.left && Date.parse(entries.proof.at) >= Date.parse(entries.left.at) ? entries.proof : null
    const whyMissing = differs && !entries.left?.why
    return {
      ...row,
      setting: row.setting as ProfileSetting,
      ...entries,
      given,
      proof,
      aim,
      whyMissing,
      standing: whyMissing || entries.rivals.length > 0 ? 'watch' : standing(entries.found, entries.left, proof),
    }
  })
}

/** The rows of the blower that the Airflow stage shows. */
export const airflowRows = (ledger: readonly LedgerRow[]): LedgerRow[] => ledger.filter((row) => row.id.startsWith('airflow.'))

function standing(found: RowEntry | null, left: RowEntry | null, proof: RowEntry | null): RowStanding {
  if (left && proof) return 'proved'
  if (left) return 'set'
  return found ? 'found' : 'not-looked-at'
}

/** A number on the display that no document explains: noted, and left alone. */
function unknownNumbers(here: SystemVisit, known: ReadonlySet<string>, devices: readonly SystemDevice[]): ResolvedSetting[] {
  return Object.keys(here.rows)
    .filter((key) => !known.has(key) && key.startsWith('alone.'))
    .map((key): ResolvedSetting => {
      const place = placeOfKey(key)
      const code = idOfKey(key).slice('alone.'.length).toUpperCase()
      return {
        key,
        id: idOfKey(key),
        role: null,
        need: 'alone',
        label: code,
        place,
        device: devices.find((one) => one.place === place)?.profile ?? NO_DEVICE,
        setting: { label: code, code, values: [], access: 'No document explains it: noted, and left alone.' },
      }
    })
}
const NO_DEVICE = { id: '', version: 0, maker: '', family: 'not named', kind: '', settings: [] }

const adviceRow = (row: LedgerRow): AdviceRow => ({
  ...row,
  found: row.found?.value ?? null,
  aim: row.aim?.value ?? null,
  left: row.left?.value ?? null,
})

/** What is wrong with the settings of a system, or will be once its aims are left. */
export function ledgerFindings(
  ledger: readonly LedgerRow[],
  rules: readonly SettingRule[],
  system: SystemState,
): SettingFinding[] {
  const equipment = [...new Set(ledger.map((row) => row.device.kind))]
  return settingFindings(ledger.map(adviceRow), rules, { equipment, heaterKw: system.heaterKw })
}

/** The device's value that a row is still to be set to; null when it stands there, was left, or nothing says what it should be. */
export function waitingFor(row: LedgerRow): string | null {
  const value = row.aim?.value
  return value == null || value === '' || row.left !== null || row.found?.value === value ? null : value
}

/** Rows whose aim is still to be set: what stands differs, and nobody has left it otherwise. */
export const toSet = (ledger: readonly LedgerRow[]): LedgerRow[] => ledger.filter((row) => waitingFor(row) !== null)

/** Writes down that a row was set to its aim, and what its writer had before their eyes. */
export const leaveAt = (at: { visitId: string; systemId: string }, row: LedgerRow, value: string): Draft => ({
  kind: 'setting.set',
  body: { ...at, ...rowBody(row.key), column: 'left', value, why: null, saw: sawOf(row, 'left') },
})

/** Everything in a cell that a writer has before their eyes: goes with what they write. */
export function sawOf(row: Pick<LedgerRow, RowColumn | 'rivals'>, column: RowColumn): string[] {
  const entries = [row[column], ...row.rivals.filter((one) => one.column === column).map((one) => one.entry)]
  return [...new Set(entries.flatMap((one) => (one ? [one.id, ...one.saw] : [])))].slice(0, 60)
}

/** Somebody noted something, or something says what it should be: the rows that a sheet is about. */
export const isNoted = (row: LedgerRow): boolean =>
  row.found !== null || row.left !== null || row.proof !== null || row.aim !== null

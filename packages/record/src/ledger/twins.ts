import { meaningOf, sayMeaning } from '@ingle/core'
import { pictureOf } from '../state/airflowInput.ts'
import type { SiteState, SystemState, VisitState } from '../state/state.ts'
import { type LedgerRow, ledgerOf } from './ledger.ts'
import { type Stood, stoodAt } from './standsAt.ts'

export type TwinStanding = 'same' | 'deliberate' | 'accident' | 'unknown' | 'lacks'

/** One unit in one row of the comparison. */
export interface TwinCell {
  systemId: string
  standing: TwinStanding
  /** What stands there in the language of roles, or null. */
  meaning: string | null
  says: string
  /** Why a difference is deliberate, or what it may come from. */
  because: string | null
  row: LedgerRow | null
  stood: Stood | null
}

export interface TwinRow {
  key: string
  label: string
  need: LedgerRow['need']
  /** What most units stand at, or aim for; null when nothing is known. */
  usual: string | null
  usualSays: string
  perUnit: boolean
  cells: TwinCell[]
}

/**
 * Units that should be alike, setting by setting, compared in roles: two boards that spell a need differently still
 * agree. A difference that somebody gave a reason for (a left value with its why, an aim of its own) is deliberate; any
 * other is an accident until somebody says so.
 */
export function compareTwins(state: SiteState, systems: readonly SystemState[], visit: VisitState): TwinRow[] {
  const ledgers = systems.map((system) => ({ system, rows: ledgerOf(state, system, visit, pictureOf(state, system, visit)) }))
  const keys = new Map<string, LedgerRow>()
  for (const { rows } of ledgers) for (const row of rows) if (!keys.has(row.key)) keys.set(row.key, row)
  const ordered = [...keys.values()]
  const byUnit = ledgers.map(({ system, rows }) => ({ system, byKey: new Map(rows.map((row) => [row.key, row])) }))
  return ordered.map((first) => {
    const cells = byUnit.map(({ system, byKey }) => cellOf(state, system, visit, byKey.get(first.key) ?? null, first.key))
    const usual = mostCommon(cells.map((one) => one.meaning)) ?? first.aim?.meaning ?? null
    const perUnit = first.role?.perUnit === true
    for (const cell of cells) {
      if (cell.standing === 'unknown' || cell.standing === 'lacks') continue
      const same = cell.meaning === usual || perUnit
      cell.standing = same ? 'same' : cell.because ? 'deliberate' : 'accident'
    }
    return {
      key: first.key,
      label: first.label,
      need: first.need,
      usual,
      usualSays: usual === null ? '—' : sayMeaning(first.setting, usual),
      perUnit,
      cells,
    }
  })
}

function cellOf(state: SiteState, system: SystemState, visit: VisitState, row: LedgerRow | null, key: string): TwinCell {
  const empty = { systemId: system.id, meaning: null, because: null, row, stood: null }
  if (!row) return { ...empty, standing: 'lacks', says: 'not on this unit' }
  const stood = stoodAt(state, system.id, key, visit)
  if (!stood) return { ...empty, standing: 'unknown', says: '—' }
  const meaning = meaningOf(row.setting, stood.entry.value)
  const because =
    stood.entry.why ??
    reasonBefore(state, system.id, key, stood) ??
    (row.given && row.given.from === 'hand' && row.aim?.meaning === meaning ? row.given.why : null)
  return { ...empty, stood, meaning, because, says: sayMeaning(row.setting, meaning), standing: 'same' }
}

/** A reason that was given for this very value on an earlier visit goes on counting while the value stands. */
function reasonBefore(state: SiteState, systemId: string, key: string, stood: Stood): string | null {
  for (const visit of [...state.visits].reverse()) {
    const left = visit.systems[systemId]?.rows[key]?.left
    if (left && left.value === stood.entry.value && left.why) return left.why
  }
  return null
}

/** The value that most units have; the first of several that are equally common. */
function mostCommon(values: readonly (string | null)[]): string | null {
  const counts = new Map<string, number>()
  for (const value of values) if (value !== null) counts.set(value, (counts.get(value) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null
}

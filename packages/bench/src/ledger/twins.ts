import { meaningOf, sayMeaning, type UnitChoice } from '@ingle/core'
import type { SiteState, SystemId, SystemState, VisitState } from '@ingle/record'
import { visitOf } from '../visit/visitView.ts'
import type { LedgerRow } from './ledger.ts'
import { type Stood, stoodAt } from './stood.ts'

export type TwinStanding = 'same' | 'deliberate' | 'accident' | 'unknown' | 'lacks'

/** One unit in one row of the comparison. */
export interface TwinCell {
  systemId: SystemId
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
  /** As many stand at one value as at another, and nothing says which is meant. */
  isTied: boolean
  perUnit: boolean
  cells: TwinCell[]
}

/**
 * Units that should be alike, setting by setting, compared in roles: two boards that spell a need differently still
 * agree. A difference that somebody gave a reason for (a left value with its why, an aim of its own) is deliberate; any
 * other is an accident until somebody says so.
 */
export function compareTwins(state: SiteState, systems: readonly SystemState[], visit: VisitState, units: UnitChoice): TwinRow[] {
  const ledgers = systems.map((system) => ({ system, rows: visitOf({ state, system, visit, units }).ledger }))
  const compared: { first: LedgerRow; rows: (LedgerRow | null)[] }[] = []
  ledgers.forEach(({ rows }, unit) => {
    const own = new Set(rows.map((row) => row.key))
    for (const row of rows) {
      // A need that lives on another device of this unit is still the same need.
      const there =
        compared.find((one) => one.first.key === row.key) ??
        compared.find((one) => one.first.id === row.id && !own.has(one.first.key) && !one.rows[unit])
      if (there) there.rows[unit] = row
      else
        compared.push({
          first: row,
          rows: Object.assign(new Array<LedgerRow | null>(systems.length).fill(null), { [unit]: row }),
        })
    }
  })
  return compared.map(({ first, rows }) => {
    const cells = ledgers.map(({ system }, unit) => cellOf(state, system, visit, rows[unit] ?? null, units))
    const all = mostCommon(cells.map((one) => one.meaning))
    // Of two that are equally common neither is “most”: what somebody gave a reason for is the exception; then the aim decides.
    const common = all.tied ? mostCommon(cells.map((one) => (one.because ? null : one.meaning))) : all
    const usual = common.tied
      ? common.tied.includes(first.aim?.meaning ?? '')
        ? (first.aim?.meaning ?? null)
        : null
      : (common.one ?? first.aim?.meaning ?? null)
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
      usualSays: usual === null ? (common.tied ? 'as many each' : '—') : sayMeaning(first.setting, usual, units),
      isTied: common.tied !== null && usual === null,
      perUnit,
      cells,
    }
  })
}

function cellOf(state: SiteState, system: SystemState, visit: VisitState, row: LedgerRow | null, units: UnitChoice): TwinCell {
  const empty = { systemId: system.id, meaning: null, because: null, row, stood: null }
  if (!row) return { ...empty, standing: 'lacks', says: 'not on this unit' }
  const stood = stoodAt(state, system.id, row.key, visit)
  if (!stood) return { ...empty, standing: 'unknown', says: '—' }
  const meaning = meaningOf(row.setting, stood.entry.value)
  const because =
    stood.entry.why ??
    reasonBefore(state, system.id, row.key, stood) ??
    (row.given && row.given.from === 'hand' && row.aim?.meaning === meaning ? row.given.why : null)
  return { ...empty, stood, meaning, because, says: sayMeaning(row.setting, meaning, units), standing: 'same' }
}

/** A reason that was given for this very value on an earlier visit goes on counting while the value stands. */
function reasonBefore(state: SiteState, systemId: SystemId, key: string, stood: Stood): string | null {
  for (const visit of [...state.visits].reverse()) {
    const left = visit.systems[systemId]?.rows[key]?.left
    if (left && left.value === stood.entry.value && left.why) return left.why
  }
  return null
}

/** The value that most units have, or those that are equally common; neither where nothing is known. */
function mostCommon(values: readonly (string | null)[]): { one: string | null; tied: string[] | null } {
  const counts = new Map<string, number>()
  for (const value of values) if (value !== null) counts.set(value, (counts.get(value) ?? 0) + 1)
  const most = Math.max(0, ...counts.values())
  const common = [...counts].filter(([, count]) => count === most).map(([value]) => value)
  return common.length > 1 ? { one: null, tied: common } : { one: common[0] ?? null, tied: null }
}

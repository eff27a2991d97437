import { sayMeaning, type UnitChoice } from '@ingle/core'
import type { PatternEntry } from '@ingle/record'
import type { LedgerRow } from './ledger.ts'
import { fitPattern } from './pattern.ts'

/** An aim to be given to a unit, and what it will read there. */
interface CarriedAim {
  row: LedgerRow
  /** In the language of roles. */
  value: string
  says: string
  /** Set when the unit can only come near to it. */
  nearest: string | null
}

export interface CarriedAims {
  aims: CarriedAim[]
  /** Already aimed for there. */
  already: number
  lost: { label: string; reason: string }[]
}

/** What a unit is aimed at, in roles. Never its readings, nor what belongs to it alone. */
export const aimEntries = (ledger: readonly LedgerRow[]): PatternEntry[] =>
  ledger.flatMap((row) =>
    row.aim && row.role && !row.role.perUnit && row.role.values.kind !== 'text'
      ? [{ role: row.key, value: row.aim.meaning, why: row.aim.why.slice(0, 400) }]
      : [],
  )

/** What entries mean for another unit: what to aim for there, what is so already, and what it cannot do. */
export function carryAims(entries: readonly PatternEntry[], target: readonly LedgerRow[], units: UnitChoice): CarriedAims {
  const fit = fitPattern({ entries: [...entries] }, target, units)
  const aims: CarriedAim[] = []
  let already = 0
  for (const { row, entry, nearest } of [
    ...fit.exact.map((one) => ({ ...one, nearest: null })),
    ...fit.nearest.map((one) => ({ ...one, nearest: one.reason })),
  ]) {
    if (row.aim?.meaning === entry.value) already += 1
    else aims.push({ row, value: entry.value, says: sayMeaning(row.setting, entry.value, units), nearest })
  }
  return { aims, already, lost: fit.lost.map(({ label, reason }) => ({ label, reason })) }
}

import { express, roleOf, sayMeaning, type UnitChoice } from '@ingle/core'
import type { Pattern, PatternEntry } from '@ingle/record'
import type { LedgerRow } from './ledger.ts'
import { standsAt } from './standsAt.ts'

/** What of a ledger goes into a pattern: what was left, else what is aimed for. Settings of one unit only stay out. */
export function patternEntries(ledger: readonly LedgerRow[]): PatternEntry[] {
  return ledger.flatMap((row) => {
    const stands = standsAt(row)
    const value = stands?.from === 'left' ? stands.meaning : row.aim?.meaning
    if (!row.role || row.role.perUnit || row.role.values.kind === 'text' || !value) return []
    return [{ role: row.key, value, why: row.left?.why ?? row.aim?.why ?? '' }]
  })
}

interface Carried {
  row: LedgerRow
  entry: PatternEntry
}

/** What a pattern means for a unit of another family: what it can be set to, what only nearly, what not, and why. */
interface PatternFit {
  exact: Carried[]
  nearest: (Carried & { value: string; gives: string; reason: string })[]
  lost: { entry: PatternEntry; label: string; reason: string }[]
}

/** Applies a pattern through roles. A device of the same place is meant; where that lacks the role, any other that has it. */
export function fitPattern(pattern: Pick<Pattern, 'entries'>, ledger: readonly LedgerRow[], units: UnitChoice): PatternFit {
  const fit: PatternFit = { exact: [], nearest: [], lost: [] }
  for (const entry of pattern.entries) {
    const id = entry.role.split('@')[0] ?? entry.role
    const row = ledger.find((one) => one.key === entry.role) ?? ledger.find((one) => one.id === id)
    const label = roleOf(id)?.label ?? id
    if (!row) {
      fit.lost.push({ entry, label, reason: `${label}: no device of this unit has it.` })
      continue
    }
    const said = express(row.setting, entry.value, units)
    if (said.fit === 'exact') fit.exact.push({ row, entry })
    else if (said.fit === 'nearest') fit.nearest.push({ row, entry, value: said.value, gives: said.gives, reason: said.reason })
    else if (row.role?.values.kind === 'own')
      fit.lost.push({
        entry,
        label,
        reason: `${label} “${entry.value}” is a mark of another device: choose it by its own table.`,
      })
    else fit.lost.push({ entry, label, reason: `${label} “${sayMeaning(row.setting, entry.value, units)}”: ${said.reason}` })
  }
  return fit
}

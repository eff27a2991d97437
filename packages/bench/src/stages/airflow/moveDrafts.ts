import { ADJUST_ROLE, express } from '@ingle/core'
import type { Draft } from '@ingle/record'
import { leaveAt } from '../../ledger/ledger.ts'
import { rowFor } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { COOL_TAP_ROLE } from './roles.ts'

/** What taking the advised move writes down; nothing for one that opens a line or a stage. */
export function moveDrafts({ move: { action }, picture, ledger, at }: VisitView): Draft[] {
  const label = (tap: number | null): string | null => (tap === null ? null : (picture.input.blower?.table.taps[tap] ?? null))
  if (action.kind === 'try')
    return [
      {
        kind: 'try.start',
        body: { ...at, tap: label(action.tap), adjustPct: action.adjustPct, filter: action.filter },
      },
    ]
  if (action.kind !== 'leave') return []
  const tap = label(action.tap)
  return [
    ...(tap === null ? [] : [[COOL_TAP_ROLE, tap] as const]),
    ...(picture.input.adjustStandsPct === null ? [] : [[ADJUST_ROLE, String(action.adjustPct)] as const]),
  ].flatMap(([role, meaning]) => {
    const row = rowFor(ledger, role, 'equipment') ?? rowFor(ledger, role)
    const fit = row && express(row.setting, meaning)
    // What stands there is not written twice.
    return row && fit && fit.fit !== 'none' && row.left?.value !== fit.value ? [leaveAt(at, row, fit.value)] : []
  })
}

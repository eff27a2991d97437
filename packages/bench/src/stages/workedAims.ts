import { express } from '@ingle/core'
import { type Draft, rowBody } from '@ingle/record'
import { rowFor } from '../ledger/standsAt.ts'
import type { VisitView } from '../visit/visitView.ts'
import type { WorkedAim } from './stage.ts'

/** What the device would be set to; null where it has no such setting or no such value. */
export function valueFor({ ledger }: VisitView, { id, meaning }: WorkedAim): string | null {
  const row = rowFor(ledger, id)
  const said = row ? express(row.setting, meaning) : null
  return said && said.fit !== 'none' ? said.value : null
}

/** Those that do not stand in the ledger as aims yet. */
export const waitingAims = (v: VisitView, aims: readonly WorkedAim[]): WorkedAim[] =>
  aims.filter((one) => {
    const value = valueFor(v, one)
    return value !== null && rowFor(v.ledger, one.id)?.aim?.value !== value
  })

/** Puts what a stage worked out into the ledger as aims, where this system's devices have such settings. */
export const aimDrafts = (v: VisitView, aims: readonly WorkedAim[], source: string): Draft[] =>
  aims.flatMap((one) => {
    const row = rowFor(v.ledger, one.id)
    return row && valueFor(v, one) !== null
      ? [
          {
            kind: 'aim.set' as const,
            body: { ...v.at, ...rowBody(row.key), value: one.meaning, why: one.why, from: 'worked-out' as const, source },
          },
        ]
      : []
  })

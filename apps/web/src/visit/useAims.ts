import { express } from '@ingle/core'
import { type Draft, type LedgerRow, rowBody } from '@ingle/record'
import { useVisit } from './useVisit.ts'

/** Something that a stage worked out for a setting, in the language of roles. */
export interface WorkedAim {
  id: string
  meaning: string
  why: string
}

/** Puts what a stage worked out into the ledger as aims, where this system's devices have such settings. */
export function useAims(source: string) {
  const { ledger, write, at } = useVisit()
  const rowOf = (id: string): LedgerRow | undefined => ledger.find((one) => one.id === id)
  /** What the device would be set to; null where it has no such setting or no such value. */
  const valueFor = (id: string, meaning: string): string | null => {
    const row = rowOf(id)
    const said = row ? express(row.setting, meaning) : null
    return said && said.fit !== 'none' ? said.value : null
  }
  const drafts = (aims: readonly WorkedAim[]): Draft[] =>
    aims.flatMap(({ id, meaning, why }) => {
      const row = rowOf(id)
      return row && valueFor(id, meaning) !== null
        ? [{ kind: 'aim.set', body: { ...at, ...rowBody(row.key), value: meaning, why, from: 'worked-out', source } }]
        : []
    })
  /** Those that do not stand in the ledger as aims yet. */
  const waiting = (aims: readonly WorkedAim[]): WorkedAim[] =>
    aims.filter((one) => {
      const value = valueFor(one.id, one.meaning)
      return value !== null && rowOf(one.id)?.aim?.value !== value
    })
  return { rowOf, valueFor, drafts, waiting, put: (aims: readonly WorkedAim[]) => write(drafts(aims)) }
}

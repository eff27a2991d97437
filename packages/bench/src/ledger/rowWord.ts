import type { LedgerRow } from './ledger.ts'

/** What the jot line calls a row. */
export const wordOf = (row: LedgerRow): string =>
  row.setting.word ?? row.role?.word ?? (row.setting.code ?? row.label).toLowerCase()

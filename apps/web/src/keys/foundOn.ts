import { idOfKey, type Place } from '@ingle/core'
import type { LedgerRow } from '@ingle/record'

/** What stands on a device, as far as anybody looked. */
export const foundOn = (ledger: readonly LedgerRow[], place: Place): Record<string, string> =>
  Object.fromEntries(
    ledger.flatMap((row) => {
      const value = row.left?.value ?? row.found?.value
      return row.place !== place || value === undefined ? [] : [[idOfKey(row.key), value]]
    }),
  )

import type { Convention } from '@ingle/core'
import { rowFor, type Standable } from '../../ledger/standsAt.ts'

/** How the settings of a run stand, in the language of roles; null where nobody knows. */
export interface Stands {
  word: (role: string) => string | null
  number: (role: string) => number | null
  /** Where this device's differential lies; null: its profile does not say. */
  convention: Convention | null
}

export function standsOf(word: (role: string) => string | null, ledger: readonly Standable[]): Stands {
  return {
    word,
    number: (role) => {
      const text = word(role)
      const value = text === null || text.trim() === '' ? Number.NaN : Number(text)
      return Number.isFinite(value) ? value : null
    },
    convention: rowFor(ledger, 'control.differential')?.setting.convention ?? null,
  }
}

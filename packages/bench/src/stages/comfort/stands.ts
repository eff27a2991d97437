import { type Convention, type MeaningOf, meaningAs } from '@ingle/core'
import { rowFor, type Standable } from '../../ledger/standsAt.ts'

/** How a setting stands: a value in the language of its role; null where nobody knows. */
export type Stand = <const Id extends string>(role: Id) => MeaningOf<Id> | null

/** The same of plain texts; one that is no meaning of its role is none. */
export const standFrom =
  (text: (role: string) => string | null): Stand =>
  (role) =>
    meaningAs(role, text(role))

/** How the settings of a run stand, in the language of roles; null where nobody knows. */
export interface Stands {
  word: Stand
  number: (role: string) => number | null
  /** Where this device's differential lies; null: its profile does not say. */
  convention: Convention | null
}

export function standsOf(word: Stand, ledger: readonly Standable[]): Stands {
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

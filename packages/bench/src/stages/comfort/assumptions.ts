import type { Convention } from '@ingle/core'
import { rowFor, type Standable } from '../../ledger/standsAt.ts'

/** What the run rests on and nobody measured, and where it comes from. */
export interface Assumption {
  what: string
  value: string
  from: string
}

/** Everything that is taken and not known, as it is taken. */
export class Taken {
  readonly all: Assumption[] = []
  or<T>(known: T | null | undefined, taken: T, what: string, says: string, from: string): T {
    if (known !== null && known !== undefined) return known
    this.say(what, says, from)
    return taken
  }
  say(what: string, value: string, from: string): void {
    if (!this.all.some((one) => one.what === what)) this.all.push({ what, value, from })
  }
}

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

import { BTU_PER_KWH, isMetric, type UnitChoice } from '@ingle/core'
/** What an answer rests on and nobody measured, and where it comes from. */
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

/** How much cooling one unit of current gives, by its usual name where the reader is. 1 Wh = 3.412142 Btu. */
export const eerSaid = (eerBtuWh: number, units: UnitChoice): string =>
  isMetric(units) ? `COP ${((1000 * eerBtuWh) / BTU_PER_KWH).toFixed(1)}` : `EER ${eerBtuWh}`

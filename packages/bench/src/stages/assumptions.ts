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

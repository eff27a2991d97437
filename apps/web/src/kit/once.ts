/** Something that is fetched once, by whoever needs it first; a line that broke is tried again by whoever asks next. */
export interface Once<T> {
  /** Null until it is there. */
  readonly there: T | null
  fetched: () => Promise<T>
}

export function once<T>(load: () => Promise<T>): Once<T> {
  let there: T | null = null
  let coming: Promise<T> | null = null
  return {
    get there() {
      return there
    },
    fetched() {
      coming ??= load().then(
        (part) => {
          there = part
          return part
        },
        (error: unknown) => {
          coming = null
          throw error
        },
      )
      return coming
    },
  }
}

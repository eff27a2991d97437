import type { StaleAim, VisitView } from '@ingle/bench'
import { useEffect, useState } from 'react'

type Meaning = typeof import('./meaning.ts')
let there: Meaning | null = null
const load = async () => {
  there ??= await import('./meaning.ts')
  return there
}

/** What every stage says of a visit; null until that is loaded. */
export function useMeaning(): Meaning | null {
  const [meaning, setMeaning] = useState(there)
  useEffect(() => {
    // Not there and no line: the stage goes on without it, and the next one asks again.
    if (!meaning) load().then(setMeaning, () => undefined)
  }, [meaning])
  return meaning
}

const NONE: ReadonlyMap<string, StaleAim> = new Map()
export const staleOf = (meaning: Meaning | null, visit: VisitView): ReadonlyMap<string, StaleAim> =>
  meaning ? meaning.staleAims(visit) : NONE

import type { StaleAim, VisitView } from '@ingle/bench'
import { once } from '../kit/once.ts'
import { useOnce } from '../kit/useOnce.ts'
import { whenJotIsThere } from './useJotWords.ts'

type Meaning = typeof import('./meaning.ts')

let shown: () => void
const stage = new Promise<void>((done) => {
  shown = done
})
/** Called once a stage is drawn: what goes over every stage comes after it. */
export const stageIsThere = (): void => shown()

/** It is large: the stage and the jot line come before it. */
const meaning = once(async () => {
  await stage
  await whenJotIsThere()
  return import('./meaning.ts')
})
/** What every stage says of a visit; null until that is loaded. */
export const useMeaning = (): Meaning | null => useOnce(meaning)

const NONE: ReadonlyMap<string, StaleAim> = new Map()
export const staleOf = (of: Meaning | null, visit: VisitView): ReadonlyMap<string, StaleAim> => (of ? of.staleAims(visit) : NONE)

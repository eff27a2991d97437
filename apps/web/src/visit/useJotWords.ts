import { once } from '../kit/once.ts'
import { useOnce } from '../kit/useOnce.ts'

const words = once(() => import('./jotWords.ts'))

/** What reads the jot line; null until it is loaded. */
export const useJotWords = () => useOnce(words)
/** Done when it is there, or cannot be. */
export const whenJotIsThere = (): Promise<unknown> => words.fetched().catch(() => undefined)

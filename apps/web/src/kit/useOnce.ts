import { useEffect, useState } from 'react'
import type { Once } from './once.ts'

/**
 * A part of the app that is fetched beside the page that uses it: null until it is there. Where there is no line the page
 * goes on without it, and the next one asks again.
 */
export function useOnce<T>(of: Once<T>): T | null {
  const [part, setPart] = useState(of.there)
  useEffect(() => {
    if (!part) of.fetched().then(setPart, () => undefined)
  }, [of, part])
  return part
}

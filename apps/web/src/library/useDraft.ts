import { useCallback, useRef } from 'react'
import { useMe } from '../session/useMe.ts'

/**
 * Something half typed, kept on this device until it is saved or thrown away: a reload or a dead battery loses nothing.
 * Each account has its own.
 */
export function useDraft<T>(name: string): { kept: T | null; keep: (draft: T) => void; drop: () => void } {
  const key = `ingle.draft.${useMe().accountId}.${name}`
  const first = useRef<{ key: string; kept: T | null } | null>(null)
  if (first.current?.key !== key) first.current = { key, kept: read<T>(key) }
  const keep = useCallback(
    (draft: T) => {
      try {
        localStorage.setItem(key, JSON.stringify(draft))
      } catch {
        // A full store keeps the form on screen; only a reload would lose it.
      }
    },
    [key],
  )
  const drop = useCallback(() => localStorage.removeItem(key), [key])
  return { kept: first.current.kept, keep, drop }
}

function read<T>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as T | null
  } catch {
    return null
  }
}

import { useCallback } from 'react'
import { useLibrary } from './useLibrary.ts'

/** The families that a spelling holds with, by name; an id that the library does not know stands as it is. */
export function usePartnerNames(): (ids: readonly string[]) => string {
  const profiles = useLibrary((library) => library.profiles)
  return useCallback(
    (ids) => ids.map((id) => profiles.find((one) => one.id === id)?.content.family ?? id).join(' or '),
    [profiles],
  )
}

import { zonedDuct } from '@ingle/record'
import { useMemo } from 'react'
import { useVisit } from '../../visit/useVisit.ts'

/** The zoned duct of this system as the record has it. */
export function useZoned() {
  const { system, here, picture, ledger } = useVisit()
  return useMemo(() => zonedDuct(system, here, picture, ledger), [system, here, picture, ledger])
}

import { isolationOf, keyStops, type LedgerRow } from '@ingle/bench'
import type { Place } from '@ingle/core'
import { useState } from 'react'
import { Walk } from '../../keys/Walk.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** For each device whose keys are described: the shortest way to what is still to be set on it. */
export function KeysPanel({ rows }: { rows: readonly LedgerRow[] }) {
  const visit = useVisit()
  const [walking, setWalking] = useState<Place | null>(null)
  return keyStops(visit).map(({ key, device, machine, found }) => {
    const { place, profile } = device
    const mine = rows.filter((row) => row.place === place)
    // A walk goes on to the end of its menu when the last setting is written.
    if (walking === place)
      return (
        <Walk
          key={key}
          device={device}
          machine={machine}
          rows={mine}
          found={found}
          unit={visit}
          isolation={isolationOf(visit.devices, visit.here)}
          onClose={() => setWalking(null)}
        />
      )
    if (mine.length === 0) return null
    return (
      <button key={key} type="button" className="btn justify-start" onClick={() => setWalking(place)}>
        Which keys on the {profile.family}: {mine.length} to set
      </button>
    )
  })
}

import type { Place } from '@ingle/core'
import { devicesOf, type LedgerRow, machineOf } from '@ingle/record'
import { useState } from 'react'
import { foundOn } from '../../keys/foundOn.ts'
import { isolationOf } from '../../keys/isolation.ts'
import { Walk } from '../../keys/Walk.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** For each device whose keys are described: the shortest way to what is still to be set on it. */
export function KeysPanel({ rows }: { rows: readonly LedgerRow[] }) {
  const { state, system, visit, ledger, here, at, write } = useVisit()
  const [walking, setWalking] = useState<Place | null>(null)
  const devices = devicesOf(state, system, visit)
  const partners = devices.map((one) => one.profile.id)
  return devices.map((device) => {
    const { place, profile } = device
    const machine = machineOf(profile, partners)
    const mine = rows.filter((row) => row.place === place)
    if (!machine) return null
    // A walk goes on to the end of its menu when the last setting is written.
    if (walking === place)
      return (
        <Walk
          key={`${place} ${profile.id}`}
          device={device}
          machine={machine}
          rows={mine}
          found={foundOn(ledger, place)}
          unit={{ here, at, write }}
          isolation={isolationOf(devices, here)}
          onClose={() => setWalking(null)}
        />
      )
    if (mine.length === 0) return null
    return (
      <button key={`${place} ${profile.id}`} type="button" className="btn justify-start" onClick={() => setWalking(place)}>
        Which keys on the {profile.family}: {mine.length} to set
      </button>
    )
  })
}

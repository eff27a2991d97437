import { baselineFromReadings, baselineModes, baselineOf } from '@ingle/bench'
import type { BaselineMode } from '@ingle/core'
import { useState } from 'react'
import { Empty } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { BaselineForm } from './BaselineForm.tsx'
import { BaselineMoved } from './BaselineMoved.tsx'
import { ForcePlan } from './ForcePlan.tsx'

const MODE_WORDS: Record<BaselineMode, string> = { cool: 'Cooling', heat: 'Heating' }

/** What the machine does at full capacity, kept so that the next visit can tell what has moved. */
export function Baseline() {
  const visit = useVisit()
  const modes = baselineModes(visit)
  // What was read last on this visit is what somebody is at; then what its readings are of, by their sign; then what there is to hold them against.
  const [mode, setMode] = useState<BaselineMode>(
    visit.here.baselines.at(-1)?.mode ??
      modes.find((one) => baselineFromReadings(visit, one).supplyDbF !== undefined) ??
      modes.find((one) => baselineOf(visit, one).earlier.length > 0) ??
      modes.at(-1) ??
      'cool',
  )
  if (modes.length === 0)
    return (
      <Empty title="No machine whose full capacity would be kept">
        <p>A baseline is kept of what cools, or heats by a compressor. Choose the devices on the Survey stage.</p>
      </Empty>
    )
  return (
    <>
      <h1 className="sr-only">{visit.system.name}: baseline</h1>
      {modes.length > 1 && (
        <fieldset aria-label="Mode" className="join self-start">
          {modes.map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={one === mode}
              className={`btn join-item ${one === mode ? 'btn-neutral' : ''}`}
              onClick={() => setMode(one)}
            >
              {MODE_WORDS[one]}
            </button>
          ))}
        </fieldset>
      )}
      <div className="grid gap-3 md:gap-4 lg:grid-cols-2 items-start">
        <BaselineMoved mode={mode} />
        <div className="flex flex-col gap-3">
          <ForcePlan mode={mode} />
          <BaselineForm key={mode} mode={mode} />
        </div>
      </div>
    </>
  )
}

import { AUXILIARY_ON, COOLS, FAN_ON, PLANT_ON, STAGE_2_ON, TRICKLE_ON, type Trace } from '@ingle/core'
import { memo } from 'react'
import { LINES, type LineId } from './DayChart.tsx'
import type { Span } from './times.ts'

interface Strip {
  name: string
  bit: number
  /** Drawn as half a bar under the other. */
  low?: number
}
const STRIPS: readonly Strip[] = [
  { name: 'Heat or cool', bit: PLANT_ON },
  { name: 'Second stage', bit: STAGE_2_ON },
  { name: 'Auxiliary heat', bit: AUXILIARY_ON },
  { name: 'Fan', bit: FAN_ON, low: TRICKLE_ON },
]

/** Under the lines: when each machine runs, as found and as tried; a machine that never runs has no strip. */
export const Strips = memo(function Strips({
  traces,
  shown,
  span,
}: {
  traces: Readonly<Record<LineId, Trace>>
  shown: readonly LineId[]
  span: Span
}) {
  const rows = STRIPS.flatMap((strip) => {
    const runs = shown.filter((id) => traces[id].machines.some((one) => (one & (strip.bit | (strip.low ?? 0))) !== 0))
    return runs.map((id) => ({ strip, id }))
  })
  return (
    <ul className="flex flex-col gap-1.5 text-[12.5px]" aria-label="What runs when">
      {rows.map(({ strip, id }) => (
        <li key={`${strip.name} ${id}`}>
          <span>
            {strip.name}, {LINES[id].says.replace(', where people are', '')}
          </span>
          <svg
            viewBox={`${span[0]} 0 ${span[1] - span[0]} 10`}
            preserveAspectRatio="none"
            className="block w-full h-3 bg-base-200"
            aria-hidden="true"
          >
            {strip.low !== undefined && <path d={barsOf(traces[id], strip.low, 7, 10)} fill={LINES[id].tone} />}
            <path d={barsOf(traces[id], strip.bit, 0, 10)} fill={LINES[id].tone} />
          </svg>
        </li>
      ))}
    </ul>
  )
})

/** A rectangle for every stretch in which a bit stands. */
function barsOf({ machines, everyS }: Trace, bit: number, top: number, bottom: number): string {
  const minute = everyS / 60
  let path = ''
  let from = -1
  for (let i = 0; i <= machines.length; i++) {
    const on = i < machines.length && ((machines[i] as number) & bit) !== 0
    if (on && from < 0) from = i
    if (!on && from >= 0) {
      path += `M${from * minute} ${top}H${i * minute}V${bottom}H${from * minute}Z`
      from = -1
    }
  }
  return path
}

/** What runs at one moment, in words. */
export function machinesSaid(machines: number): string {
  const runs = [
    machines & PLANT_ON ? (machines & COOLS ? 'cooling' : 'heating') : '',
    machines & STAGE_2_ON ? 'second stage' : '',
    machines & AUXILIARY_ON ? 'auxiliary heat' : '',
    machines & FAN_ON ? 'fan' : '',
    machines & TRICKLE_ON ? 'fan trickles' : '',
  ].filter(Boolean)
  return runs.length > 0 ? runs.join(', ') : 'nothing runs'
}

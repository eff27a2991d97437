import { AUXILIARY_ON, COOLS, DEFROSTS, FAN_ON, PLANT_ON, STAGE_2_ON, TRICKLE_ON, type Trace } from '@ingle/core'
import { memo } from 'react'
import { useVisit } from '../../visit/useVisit.ts'
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
  { name: 'Defrost', bit: DEFROSTS },
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
      <Outdoors trace={traces.found} span={span} />
    </ul>
  )
})

/** Outdoor temperature as a line of its own, with its ends in words. */
function Outdoors({ trace, span }: { trace: Trace; span: Span }) {
  const { show } = useVisit()
  const minute = trace.everyS / 60
  const of = Array.from(trace.outdoorF).slice(span[0] / minute, span[1] / minute)
  const [low, high] = [Math.min(...of), Math.max(...of)]
  const path = of
    .map(
      (f, i) => `${i === 0 ? 'M' : 'L'}${span[0] + i * minute} ${(19 - (18 * (f - low)) / Math.max(high - low, 1)).toFixed(1)}`,
    )
    .join('')
  return (
    <li>
      <span>
        Outdoors, {show('temperature', low)} to {show('temperature', high)}
      </span>
      <svg
        viewBox={`${span[0]} 0 ${span[1] - span[0]} 20`}
        preserveAspectRatio="none"
        className="block w-full h-6"
        aria-hidden="true"
      >
        <path d={path} fill="none" stroke="var(--tone-ink)" strokeWidth="1.3" vectorEffect="non-scaling-stroke" />
      </svg>
    </li>
  )
}

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
    machines & DEFROSTS ? 'defrost' : '',
    machines & FAN_ON ? 'fan' : '',
    machines & TRICKLE_ON ? 'fan trickles' : '',
  ].filter(Boolean)
  return runs.length > 0 ? runs.join(', ') : 'nothing runs'
}

import type { RoomRun } from '@ingle/core'
import { useVisit } from '../../visit/useVisit.ts'
import { LINES, type LineId } from './DayChart.tsx'
import { machinesSaid } from './Strips.tsx'
import { clockText } from './times.ts'

export type Days = Readonly<Record<LineId, RoomRun>>

/** Every value at one moment, moved to by hand or by the arrow keys. */
export function Moment({
  days,
  at,
  onMove,
  shown,
}: {
  days: Days
  at: number
  onMove: (at: number) => void
  shown: readonly LineId[]
}) {
  const { show } = useVisit()
  const { trace } = days.found
  if (!trace) return null
  const minute = (at * trace.everyS) / 60
  return (
    <div className="text-[14px]">
      <label className="flex items-center gap-3">
        <span className="num font-bold w-12">{clockText(minute)}</span>
        <input
          type="range"
          className="flex-1 accent-[var(--tone-ember)] min-h-11"
          aria-label="Moment of the day"
          aria-valuetext={clockText(minute)}
          min={0}
          max={trace.airF.length - 1}
          value={at}
          onChange={(event) => onMove(Number(event.target.value))}
        />
      </label>
      <p className="flex flex-wrap gap-x-4" aria-live="polite">
        <span className="soft">outdoors {show('temperature', trace.outdoorF[at] as number)}</span>
        {shown.map((id) => {
          const one = days[id].trace
          return (
            one && (
              <span key={id}>
                <b style={{ color: LINES[id].tone }}>{LINES[id].says.split(',')[0]}</b>{' '}
                <span className="num">{show('temperature', one.airF[at] as number)}</span>, sensor{' '}
                <span className="num">{show('temperature', one.readingF[at] as number)}</span>,{' '}
                {one.otherF && <>not sensed {show('temperature', one.otherF[at] as number)}, </>}
                {one.humidityPct && <>{Math.round(one.humidityPct[at] as number)} %, </>}
                {machinesSaid(one.machines[at] as number)}
              </span>
            )
          )
        })}
      </p>
    </div>
  )
}

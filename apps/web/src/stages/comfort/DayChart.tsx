import { formatNumber, fromChosen, type RoomSystem, type Trace, wantedBandF } from '@ingle/core'
import { useMemo } from 'react'
import { useWidth } from '../../kit/useWidth.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { clockText, hoursUnder, type Span } from './times.ts'

/** The lines of a day: what each is called, and in which tone it is drawn. */
export const LINES = {
  found: { says: 'as found, where people are', tone: 'var(--tone-ochre)' },
  aim: { says: 'aim', tone: 'var(--tone-air)' },
  tried: { says: 'this try', tone: 'var(--tone-ember)' },
} as const
export type LineId = keyof typeof LINES

/** Half of what is taken for a cycle, minutes. */
const AROUND_MIN = 30
const HEIGHT = 288
const MARGIN = { left: 40, right: 10, top: 8, bottom: 26 }
const MOST_TICKS = 9

interface Props {
  traces: Readonly<Record<LineId, Trace>>
  /** Lines that would lie on one another are drawn once. */
  shown: readonly LineId[]
  /** The line that the headline is about. */
  main: LineId
  /** The same day in rooms that lose more and less: what is not known. */
  beside: readonly (Trace | null)[]
  system: RoomSystem
  bandF: number
  /** The moment that is read, by its place in the traces. */
  at: number
  onMove: (at: number) => void
  span: Span
}

/**
 * A day of the room: the band that is wanted, the temperature where people are, and what the sensor reads as found.
 * Drawn by hand: it follows a control while it moves, and a chart of a library takes longer than the run itself.
 */
export function DayChart({ traces, shown, main, beside, system, bandF, at, onMove, span }: Props) {
  const { units } = useVisit()
  const [box, width] = useWidth(640)
  const everyMin = traces.found.everyS / 60
  const [from, to] = [span[0] / everyMin, Math.min(span[1] / everyMin, traces.found.airF.length)]
  const spread = useMemo(
    () => spreadOf([traces[main], ...beside], from, to, everyMin),
    [traces, main, beside, from, to, everyMin],
  )
  const other = traces[main].otherF
  const degrees = (f: number) => fromChosen('temperature', f, units)
  const [low, high] = wantedBandF(system.controller, bandF)
  const drawn = [spread.low, spread.high, traces.found.readingF.subarray(from, to), ...(other ? [other.subarray(from, to)] : [])]
  for (const id of shown) drawn.push(traces[id].airF.subarray(from, to))
  const floor = Math.floor(degrees(Math.min(low, ...drawn.map(leastOf))))
  const ceiling = Math.ceil(degrees(Math.max(high, ...drawn.map(mostOf))))
  const apart = Math.max(1, Math.ceil((ceiling - floor) / MOST_TICKS))
  const ticks = Array.from({ length: Math.ceil((ceiling - floor) / apart) + 1 }, (_, i) => floor + i * apart)
  const top = ticks.at(-1) as number
  const [left, right, head, foot] = [MARGIN.left, width - MARGIN.right, MARGIN.top, HEIGHT - MARGIN.bottom]
  const x = (minute: number) => left + ((right - left) * (minute - span[0])) / (span[1] - span[0])
  const y = (shownDegrees: number) => foot - ((foot - head) * (shownDegrees - floor)) / (top - floor)
  const xs = (i: number) => x((from + i) * everyMin).toFixed(1)
  const ys = (f: number) => y(degrees(f)).toFixed(1)
  const path = (values: Float32Array) => {
    let text = ''
    for (let i = 0; i < values.length; i++) text += `${i === 0 ? 'M' : 'L'}${xs(i)} ${ys(values[i] as number)}`
    return text
  }
  const area = () => {
    let back = ''
    for (let i = spread.low.length - 1; i >= 0; i--) back += `L${xs(i)} ${ys(spread.low[i] as number)}`
    return `${path(spread.high)}${back}Z`
  }
  const line = { fill: 'none', strokeLinejoin: 'round' } as const
  return (
    <div ref={box} className="min-w-0" aria-hidden="true">
      <svg
        width={width}
        height={HEIGHT}
        className="block num text-[12px]"
        onPointerMove={(event) => {
          const minute = span[0] + ((event.nativeEvent.offsetX - left) * (span[1] - span[0])) / (right - left)
          const place = Math.round(minute / everyMin)
          if (place >= from && place < to && place !== at) onMove(place)
        }}
      >
        <title>A day of this room</title>
        {ticks.map((tick) => (
          <g key={tick}>
            <line x1={left} x2={right} y1={y(tick)} y2={y(tick)} stroke="var(--tone-grid)" />
            <text x={left - 7} y={y(tick) + 4} textAnchor="end" fill="var(--tone-ink)">
              {formatNumber(tick, 0)}
            </text>
          </g>
        ))}
        {hoursUnder(span, right - left).map((minute) => (
          <text
            key={minute}
            x={x(minute)}
            y={foot + 18}
            textAnchor={minute === span[0] ? 'start' : minute === span[1] ? 'end' : 'middle'}
            fill="var(--tone-ink)"
          >
            {clockText(minute)}
          </text>
        ))}
        <rect
          x={left}
          width={right - left}
          y={y(degrees(high))}
          height={y(degrees(low)) - y(degrees(high))}
          fill="var(--tone-moss)"
          fillOpacity={0.14}
        />
        <path d={area()} fill="var(--tone-ink)" fillOpacity={0.07} />
        <line x1={x(at * everyMin)} x2={x(at * everyMin)} y1={head} y2={foot} stroke="var(--tone-ink)" />
        <path
          d={path(traces.found.readingF.subarray(from, to))}
          {...line}
          stroke="var(--tone-ink)"
          strokeWidth={1}
          strokeDasharray="2 3"
        />
        {other && <path d={path(other.subarray(from, to))} {...line} stroke={LINES[main].tone} strokeWidth={1} />}
        {shown.map((id) => (
          <path key={id} d={path(traces[id].airF.subarray(from, to))} {...line} stroke={LINES[id].tone} strokeWidth={2} />
        ))}
      </svg>
    </div>
  )
}

const leastOf = (values: Float32Array): number => {
  let least = Number.POSITIVE_INFINITY
  for (const one of values) if (one < least) least = one
  return least
}
const mostOf = (values: Float32Array): number => {
  let most = Number.NEGATIVE_INFINITY
  for (const one of values) if (one > most) most = one
  return most
}

/**
 * What may be at a moment: what any of the rooms does within half a cycle of it. Other rooms start at other moments, and
 * the moment is not what is told.
 */
function spreadOf(traces: readonly (Trace | null)[], from: number, to: number, everyMin: number) {
  const around = Math.round(AROUND_MIN / everyMin)
  const low = new Float32Array(to - from).fill(Number.POSITIVE_INFINITY)
  const high = new Float32Array(to - from).fill(Number.NEGATIVE_INFINITY)
  for (const trace of traces)
    if (trace)
      for (let i = from; i < to; i++) {
        const near = trace.airF.subarray(Math.max(i - around, 0), i + around + 1)
        low[i - from] = Math.min(low[i - from] as number, leastOf(near))
        high[i - from] = Math.max(high[i - from] as number, mostOf(near))
      }
  return { low, high }
}

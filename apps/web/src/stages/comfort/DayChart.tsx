import { fromChosen, type RoomSystem, type Trace } from '@ingle/core'
import { useMemo } from 'react'
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts'
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
  span: Span
}

/** A day of the room: the band that is wanted, the temperature where people are, and what the sensor reads as found. */
export function DayChart({ traces, shown, main, beside, system, bandF, at, span }: Props) {
  const { units } = useVisit()
  const degrees = (f: number) => fromChosen('temperature', f, units)
  const { controller } = system
  const [low, high] =
    controller.mode === 'auto'
      ? [controller.setHeatF, controller.setCoolF]
      : controller.mode === 'cool'
        ? [controller.setCoolF, controller.setCoolF]
        : [controller.setHeatF, controller.setHeatF]
  const every = traces.found.everyS / 60
  const [from, to] = [span[0] / every, Math.min(span[1] / every, traces.found.airF.length)]
  const points = useMemo(() => {
    const shownF = (f: number) => fromChosen('temperature', f, units)
    const others = [traces[main], ...beside.filter((one) => one !== null)]
    // Other rooms start at other moments: what may be at a moment is what they do within half a cycle of it.
    const around = Math.round(AROUND_MIN / every)
    const near = (i: number, of: (values: Float32Array) => number) => {
      const [first, last] = [Math.max(i - around, 0), i + around + 1]
      return others.map((one) => of(one.airF.subarray(first, last)))
    }
    return Array.from({ length: to - from }, (_, at) => at + from).map((i) => {
      return {
        minute: i * every,
        found: shownF(traces.found.airF[i] as number),
        sensor: shownF(traces.found.readingF[i] as number),
        aim: shownF(traces.aim.airF[i] as number),
        tried: shownF(traces.tried.airF[i] as number),
        spread: [
          shownF(Math.min(...near(i, (of) => of.reduce((a, b) => Math.min(a, b))))),
          shownF(Math.max(...near(i, (of) => of.reduce((a, b) => Math.max(a, b))))),
        ] as [number, number],
        other: traces[main].otherF ? shownF(traces[main].otherF[i] as number) : null,
      }
    })
  }, [traces, main, beside, every, units, from, to])
  const ends = points.flatMap((one) => [
    one.sensor,
    ...one.spread,
    ...shown.map((id) => one[id]),
    ...(one.other === null ? [] : [one.other]),
  ])
  const [floor, ceiling] = [
    Math.floor(Math.min(...ends, degrees(low - bandF))),
    Math.ceil(Math.max(...ends, degrees(high + bandF))),
  ]
  const apart = Math.max(1, Math.ceil((ceiling - floor) / 9))
  const ticks = Array.from({ length: Math.ceil((ceiling - floor) / apart) + 1 }, (_, i) => floor + i * apart)
  const axis = { fontSize: 12, fill: 'var(--tone-ink)' }
  return (
    <div className="h-72" aria-hidden="true">
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart data={points} margin={{ top: 8, right: 8, bottom: 0, left: -12 }}>
          <CartesianGrid stroke="var(--tone-grid)" vertical={false} />
          <XAxis
            type="number"
            dataKey="minute"
            domain={[span[0], span[1]]}
            ticks={hoursUnder(span)}
            allowDataOverflow
            tickFormatter={clockText}
            tick={axis}
            className="num"
          />
          <YAxis
            type="number"
            domain={[ticks[0] as number, ticks.at(-1) as number]}
            ticks={ticks}
            tick={axis}
            className="num"
            allowDataOverflow
          />
          <ReferenceArea y1={degrees(low - bandF)} y2={degrees(high + bandF)} fill="var(--tone-moss)" fillOpacity={0.14} />
          <Area dataKey="spread" stroke="none" fill="var(--tone-ink)" fillOpacity={0.07} isAnimationActive={false} />
          <ReferenceLine x={at * every} stroke="var(--tone-ink)" />
          <Line
            dataKey="sensor"
            stroke="var(--tone-ink)"
            strokeWidth={1}
            strokeDasharray="2 3"
            dot={false}
            isAnimationActive={false}
          />
          {traces[main].otherF && (
            <Line dataKey="other" stroke={LINES[main].tone} strokeWidth={1} dot={false} isAnimationActive={false} />
          )}
          {shown.map((id) => (
            <Line key={id} dataKey={id} stroke={LINES[id].tone} strokeWidth={2} dot={false} isAnimationActive={false} />
          ))}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  )
}

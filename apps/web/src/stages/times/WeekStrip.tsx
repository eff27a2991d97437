import type { Segment } from '@ingle/bench'
import { clockText, DAY_NAMES, DAY_SHORT, type UnitChoice } from '@ingle/core'
import { type KeyboardEvent, memo, type PointerEvent, useRef } from 'react'
import { useWidth } from '../../kit/useWidth.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { degrees } from './degrees.ts'

/** A stretch as it is drawn; `marked`: not by the week itself. */
export interface Drawn extends Segment {
  marked?: 'hand' | 'exception'
  off?: boolean
}

/** An edge that can be moved. */
export interface Edge {
  day: number
  index: number
  minute: number
  says: string
}

export interface Cursor {
  day: number
  minute: number
}

const HOURS = [0, 3, 6, 9, 12, 15, 18, 21, 24]

/**
 * Seven days, heating over cooling, from midnight to midnight. Edges are dragged, or moved by the arrow keys; a tap sets the
 * cursor.
 */
export function WeekStrip(props: {
  segments: readonly Drawn[]
  dates?: readonly string[]
  edges?: readonly Edge[]
  chosen?: { day: number; index: number } | null
  cursor?: Cursor | null
  stepMin?: number
  onCursor?: (cursor: Cursor) => void
  onChoose?: (edge: Edge) => void
  /** While an edge moves, and when it is let go. */
  onMove?: (edge: Edge, minute: number, done: boolean) => void
}) {
  const { segments, dates, edges = [], chosen, cursor, stepMin = 5, onCursor, onChoose, onMove } = props
  const { units } = useVisit()
  const [ref, width] = useWidth(600)
  const moving = useRef<{ edge: Edge; track: DOMRect; minute: number } | null>(null)
  const values = (of: 'heatF' | 'coolF') => segments.flatMap((one) => (one[of] === null ? [] : [one[of]]))
  const range = [...rangeOf(values('heatF')), ...rangeOf(values('coolF'))].join(' ')
  const two = segments.some((one) => one.heatF !== null) && segments.some((one) => one.coolF !== null)
  const minuteAt = (x: number, track: DOMRect) => ((x - track.left) / track.width) * 1440
  const snapped = (minute: number) => Math.min(1440 - stepMin, Math.max(0, Math.round(minute / stepMin) * stepMin))

  const grab = (event: PointerEvent<HTMLButtonElement>, edge: Edge) => {
    const track = event.currentTarget.parentElement?.getBoundingClientRect()
    if (!track || !onMove) return
    event.currentTarget.setPointerCapture(event.pointerId)
    moving.current = { edge, track, minute: edge.minute }
    onChoose?.(edge)
  }
  const drag = (event: PointerEvent) => {
    const now = moving.current
    if (!now) return
    now.minute = snapped(minuteAt(event.clientX, now.track))
    onMove?.(now.edge, now.minute, false)
  }
  const drop = () => {
    const now = moving.current
    moving.current = null
    if (now) onMove?.(now.edge, now.minute, true)
  }
  const byKey = (event: KeyboardEvent, edge: Edge) => {
    const steps = { ArrowLeft: -1, ArrowRight: 1, PageDown: -12, PageUp: 12 }[event.key]
    if (steps === undefined || !onMove) return
    event.preventDefault()
    onMove(edge, snapped(edge.minute + steps * stepMin), true)
  }
  return (
    <div ref={ref} className="grid grid-cols-[2.6rem_minmax(0,1fr)] gap-x-1 select-none">
      <span />
      <div className="relative h-5 num text-[12px] soft" aria-hidden="true">
        {HOURS.map((hour) => (
          <span
            key={hour}
            className={`absolute -translate-x-1/2 ${hour % 6 === 3 ? 'max-sm:hidden' : ''}`}
            style={{ left: `${(hour / 24) * 100}%` }}
          >
            {String(hour).padStart(2, '0')}
          </span>
        ))}
      </div>
      {DAY_NAMES.map((name, day) => (
        <Day key={name} name={name} day={day} date={dates?.[day]}>
          {/* biome-ignore lint/a11y/useKeyWithClickEvents: the cursor has fields of its own beside the strip. */}
          {/* biome-ignore lint/a11y/noStaticElementInteractions: a picture that is tapped. */}
          <div
            className="relative h-[3.1rem] touch-pan-y"
            onClick={(event) => {
              const track = event.currentTarget.getBoundingClientRect()
              onCursor?.({ day, minute: Math.min(1439, Math.max(0, Math.round(minuteAt(event.clientX, track)))) })
            }}
          >
            {HOURS.slice(1, -1).map((hour) => (
              <span
                key={hour}
                className="absolute inset-y-0 w-px bg-[var(--tone-grid)]"
                style={{ left: `${(hour / 24) * 100}%` }}
              />
            ))}
            {segments
              .filter((one) => one.day === day)
              .map((one) => (
                <Stretch
                  key={`${one.fromMin} ${one.marked}`}
                  of={one}
                  two={two}
                  range={range}
                  units={units}
                  trackPx={width - NAMES_PX}
                />
              ))}
            {edges
              .filter((one) => one.day === day)
              .map((edge) => (
                <button
                  key={edge.index}
                  type="button"
                  role="slider"
                  aria-label={`${name} ${edge.says}`}
                  aria-valuemin={0}
                  aria-valuemax={1439}
                  aria-valuenow={edge.minute}
                  aria-valuetext={clockText(edge.minute)}
                  className={`absolute inset-y-0 w-6 -ml-3 cursor-ew-resize touch-none after:absolute after:inset-y-0 after:left-1/2 after:-ml-px after:w-0.5 ${
                    chosen?.day === day && chosen.index === edge.index
                      ? 'after:bg-primary after:w-1'
                      : 'after:bg-base-content/50 hover:after:bg-primary'
                  }`}
                  style={{ left: `${(edge.minute / 1440) * 100}%` }}
                  onPointerDown={(event) => grab(event, edge)}
                  onPointerMove={drag}
                  onPointerUp={drop}
                  onPointerCancel={drop}
                  onClick={(event) => {
                    event.stopPropagation()
                    onChoose?.(edge)
                  }}
                  onFocus={() => onChoose?.(edge)}
                  onKeyDown={(event) => byKey(event, edge)}
                />
              ))}
            {cursor?.day === day && (
              <span
                className="absolute -top-1 -bottom-1 w-0.5 bg-base-content pointer-events-none"
                style={{ left: `${(cursor.minute / 1440) * 100}%` }}
              />
            )}
          </div>
        </Day>
      ))}
    </div>
  )
}

function Day({ name, day, date, children }: { name: string; day: number; date?: string | undefined; children: React.ReactNode }) {
  return (
    <>
      <span className="font-bold text-[14px] leading-tight self-center" title={name}>
        {DAY_SHORT[day]}
        {date && <span className="soft num font-normal text-[11px] block">{date}</span>}
      </span>
      <div className="min-w-0 py-0.5">{children}</div>
    </>
  )
}

const rangeOf = (values: readonly number[]): readonly [number, number] => [Math.min(...values), Math.max(...values)]

/** Width of a letter and of the room around a figure, px: a figure that would be cut says another, and is left out. */
const LETTER_PX = 7.6
const ROOM_PX = 6
/** What stands beside the days. */
const NAMES_PX = 46

const Stretch = memo(function Stretch({
  of,
  two,
  range,
  units,
  trackPx,
}: {
  of: Drawn
  /** Heating and cooling each have their lane. */
  two: boolean
  /** Lowest and highest of each lane, as one text: it changes seldom. */
  range: string
  units: UnitChoice
  /** Of a whole day. */
  trackPx: number
}) {
  const [heatLow = 0, heatHigh = 0, coolLow = 0, coolHigh = 0] = range.split(' ').map(Number)
  const text = (value: number) => degrees(value, units)

  const share = (of.toMin - of.fromMin) / 1440
  const place = { left: `${(of.fromMin / 1440) * 100}%`, width: `calc(${share * 100}% - 1px)` }
  const lane = (channel: 'heatF' | 'coolF') => {
    const value = of[channel]
    const [low, high] = channel === 'heatF' ? [heatLow, heatHigh] : [coolLow, coolHigh]
    const at = two ? (channel === 'heatF' ? 'top-0 h-[48%]' : 'bottom-0 h-[48%]') : 'inset-y-0'
    if (value === null) return null
    // The warmest of heating and the coolest of cooling are what people feel: full tone; a setback is paler.
    const full = high === low ? 1 : channel === 'heatF' ? (value - low) / (high - low) : (high - value) / (high - low)
    const tone = channel === 'heatF' ? 'var(--color-primary)' : 'var(--color-secondary)'
    return (
      <span
        key={channel}
        className={`absolute ${at} rounded-[3px] overflow-hidden num text-[12.5px] font-bold leading-none flex items-center pl-1 ${
          of.marked === 'hand'
            ? 'outline-2 outline-accent -outline-offset-2'
            : of.marked === 'exception'
              ? 'outline-1 outline-dashed outline-base-content/70 -outline-offset-1'
              : ''
        }`}
        style={{
          ...place,
          background: `color-mix(in oklab, ${tone} calc((18 + var(--lane-depth) * ${full.toFixed(2)}) * 1%), var(--color-base-100))`,
        }}
      >
        {text(value).length * LETTER_PX + ROOM_PX <= share * trackPx && text(value)}
      </span>
    )
  }
  if (of.off || (of.heatF === null && of.coolF === null))
    return (
      <span
        className="absolute inset-y-0 rounded-[3px] text-[12.5px] leading-none flex items-center pl-1 border border-dashed border-base-300 soft overflow-hidden"
        style={place}
      >
        {share >= 0.06 && (of.off ? 'off' : 'nothing')}
      </span>
    )
  return (
    <>
      {lane('heatF')}
      {lane('coolF')}
    </>
  )
})

/** What the tones mean. */
export const StripKey = ({ byHand = false }: { byHand?: boolean }) => (
  <p className="flex flex-wrap gap-x-4 gap-y-1 text-[13px] soft" aria-hidden="true">
    <span className="flex items-center gap-1.5">
      <span
        className="w-3 h-3 rounded-[2px]"
        style={{
          background: 'color-mix(in oklab, var(--color-primary) calc((18 + var(--lane-depth)) * 1%), var(--color-base-100))',
        }}
      />
      heating
    </span>
    <span className="flex items-center gap-1.5">
      <span
        className="w-3 h-3 rounded-[2px]"
        style={{
          background: 'color-mix(in oklab, var(--color-secondary) calc((18 + var(--lane-depth)) * 1%), var(--color-base-100))',
        }}
      />
      cooling
    </span>
    {byHand && (
      <>
        <span className="flex items-center gap-1.5">
          <span className="w-3 h-3 rounded-[2px] outline-2 outline-accent -outline-offset-2" /> by hand
        </span>
        <span className="flex items-center gap-1.5">
          <span className="w-3 h-3 rounded-[2px] outline-1 outline-dashed outline-base-content/70" /> a day out of the usual
        </span>
      </>
    )}
  </p>
)

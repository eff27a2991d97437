import { clockFace, formatNumber } from '@ingle/core'
import { labelsBelow, rowsAcross } from './axes.ts'
import { scaleLinear } from './scale.ts'
import type { Mark, Scene } from './scene.ts'

export interface TraceLine {
  /** What it is, and in which unit: “supply air, °F”. */
  says: string
  /** Seconds since the moment, and the value in the reader's unit. */
  points: readonly (readonly [number, number])[]
}

export interface TraceOf {
  line: TraceLine
  /** To the end of the watch, s. */
  endS: number
  /** Until when it may go on, s, and what that is called; null: nothing is asked of it in time. */
  may: { untilS: number; says: string; must: string } | null
}

const MARGIN = { left: 44, right: 22, top: 16, bottom: 36 }

/** A value followed over time, with the mark where the pass lies: what may be before it, what must be after. */
export function traceScene({ line, endS, may }: TraceOf, width: number, height: number): Scene {
  const [left, right, top, bottom] = [MARGIN.left, width - MARGIN.right, MARGIN.top, height - MARGIN.bottom]
  const values = line.points.map(([, value]) => value)
  const [low, high] = values.length === 0 ? [0, 100] : [Math.min(...values), Math.max(...values)]
  const pad = Math.max((high - low) * 0.15, 2)
  const begin = Math.min(0, ...line.points.map(([s]) => s))
  const x = scaleLinear([begin, Math.max(endS, ...line.points.map(([s]) => s))], [left, right])
  const y = scaleLinear([low - pad, high + pad], [bottom, top]).nice(5)
  const ticks = y.ticks(5)
  const decimals = (ticks[1] ?? 1) - (ticks[0] ?? 0) < 1 ? 1 : 0
  const marks: Mark[] = []
  if (may && may.untilS > 0) {
    const edge = x(may.untilS)
    marks.push({ kind: 'rect', x: x(0), y: top, width: edge - x(0), height: bottom - top, tone: 'moss', opacity: 0.12 })
    marks.push({
      kind: 'line',
      points: [
        [edge, top],
        [edge, bottom],
      ],
      tone: 'ember',
      width: 1.6,
      dash: '5 4',
    })
  }
  marks.push(...rowsAcross({ left, right, top, bottom }, y, ticks, (tick) => formatNumber(tick, decimals)))
  const frame = { left, right, top, bottom }
  marks.push(...labelsBelow(frame, x, minutesIn(begin, x.domain()[1] ?? endS), clockFace, line.says))
  if (line.points.length > 1)
    marks.push({
      kind: 'line',
      points: line.points.map(([s, value]): [number, number] => [x(s), y(value)]),
      tone: 'ink',
      width: 1.8,
    })
  const last = line.points.at(-1)
  if (last)
    marks.push({
      kind: 'dot',
      x: x(last[0]),
      y: y(last[1]),
      radius: 4,
      fill: 'ember',
      stroke: 'ember',
      says: formatNumber(last[1], 1),
    })
  if (may && may.untilS > 0) {
    const edge = x(may.untilS)
    const wide = edge - x(0)
    // What may be stands over its stretch where that is wide enough, else after the edge, above what must be.
    const fits = wide > may.says.length * 6.4
    marks.push({
      kind: 'text',
      x: fits ? x(0) + 5 : edge + 6,
      y: top + 13,
      text: may.says,
      tone: 'moss',
      size: 12,
      anchor: 'start',
      halo: true,
    })
    marks.push({
      kind: 'text',
      x: edge + 6,
      y: top + (fits ? 13 : 29),
      text: may.must,
      tone: 'ember',
      size: 12,
      anchor: 'start',
      bold: true,
      halo: true,
    })
  }
  const now = last ? `${line.says}: last ${formatNumber(last[1], 1)} at ${clockFace(last[0])}` : `${line.says}: nothing read yet`
  return { width, height, says: may ? `${now}. ${may.says}, then ${may.must}.` : `${now}.`, marks }
}

/** Whole minutes on the axis, few enough to be read. */
function minutesIn(fromS: number, toS: number): number[] {
  const step = [30, 60, 120, 300, 600, 1800].find((one) => (toS - fromS) / one <= 6) ?? 3600
  const out: number[] = []
  for (let s = Math.ceil(fromS / step) * step; s <= toS; s += step) if (s >= 0) out.push(s)
  return out
}

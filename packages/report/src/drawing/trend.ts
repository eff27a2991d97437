import { formatNumber } from '@ingle/core'
import { rowsAcross } from './axes.ts'
import { scaleLinear } from './scale.ts'
import type { Mark, Scene } from './scene.ts'

export interface TrendOf {
  /** What it is, and in which unit. */
  says: string
  /** Days since 1970, the value, and its day in words. */
  points: readonly { day: number; value: number; says: string; now: boolean }[]
  /** Where it should lie today, and by how much it may be off; null: nobody can say. */
  foretold: { value: number; plusMinus: number } | null
  moved: boolean
}

const MARGIN = { left: 46, right: 16, top: 10, bottom: 24 }

/** One figure over the visits, and where it should lie today. */
export function trendScene({ says, points, foretold, moved }: TrendOf, width: number, height: number): Scene {
  const [left, right, top, bottom] = [MARGIN.left, width - MARGIN.right, MARGIN.top, height - MARGIN.bottom]
  const ends = [
    ...points.map((one) => one.value),
    ...(foretold ? [foretold.value - foretold.plusMinus, foretold.value + foretold.plusMinus] : []),
  ]
  const [low, high] = [Math.min(...ends), Math.max(...ends)]
  const pad = Math.max((high - low) * 0.12, Math.abs(high) * 0.01, 1e-3)
  const y = scaleLinear([low - pad, high + pad], [bottom, top]).nice(4)
  const days = points.map((one) => one.day)
  const [first, last] = [Math.min(...days), Math.max(...days)]
  const x = scaleLinear([first - Math.max(1, (last - first) * 0.06), last + Math.max(1, (last - first) * 0.06)], [left, right])
  const ticks = y.ticks(4)
  const step = (ticks[1] ?? 1) - (ticks[0] ?? 0)
  const marks: Mark[] = rowsAcross({ left, right, top, bottom }, y, ticks, (tick) =>
    formatNumber(tick, step < 0.1 ? 2 : step < 1 ? 1 : 0),
  )
  if (foretold) {
    const [a, b] = [y(foretold.value + foretold.plusMinus), y(foretold.value - foretold.plusMinus)]
    const at = x(last)
    marks.push({ kind: 'rect', x: at - 9, y: a, width: 18, height: Math.max(2, b - a), tone: 'moss', opacity: 0.25, radius: 3 })
  }
  for (const one of points)
    marks.push({
      kind: 'dot',
      x: x(one.day),
      y: y(one.value),
      radius: 4.5,
      fill: one.now ? (moved ? 'ember' : 'ink') : 'paper',
      stroke: one.now && moved ? 'ember' : 'ink',
      says: `${formatNumber(one.value, 2)}, ${one.says}`,
    })
  // One label a visit, and none over its neighbour.
  let free = Number.NEGATIVE_INFINITY
  for (const one of points.filter((of, i) => points.findIndex((other) => other.says === of.says) === i)) {
    const at = Math.min(Math.max(x(one.day), left + 30), right - 30)
    if (at - 34 < free) continue
    marks.push({ kind: 'text', x: at, y: bottom + 17, text: one.says, tone: 'ink', size: 11.5, anchor: 'middle' })
    free = at + 34
  }
  return {
    width,
    height,
    says: `${says}: ${points.map((one) => `${formatNumber(one.value, 2)} on ${one.says}`).join(', ')}${foretold ? `; today it should lie within ${formatNumber(foretold.plusMinus, 2)} of ${formatNumber(foretold.value, 2)}` : ''}.`,
    marks,
  }
}

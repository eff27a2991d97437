import { comfortRuns, dayOnPaper, type VisitView } from '@ingle/bench'
import { formatNumber, fromChosen, runRoom, type Trace, wantedBandF } from '@ingle/core'
import { everyNth } from './labels.ts'
import { scaleLinear } from './scale.ts'
import type { Mark, Scene, Tone } from './scene.ts'

const MARGIN = { left: 40, right: 14, top: 20, bottom: 26 }
const BAND_F = 1
/** Paper shows no start of a minute: a step of five seconds draws the same lines. */
const RUN = { bandF: BAND_F, stepS: 5, traceEveryS: 60 } as const
/** An hour's label with room beside it, px. */
const HOUR_PX = 44
/** The hours that are drawn: night, morning, and what comes after. */
const FROM_MIN = 240
const TO_MIN = 720

/** Of a day's line the part that is drawn. */
const drawnOf = ({ airF, everyS }: Trace) => airF.subarray((FROM_MIN * 60) / everyS, (TO_MIN * 60) / everyS + 1)

/**
 * A day of this room where people are, as found and as aimed at, and the band that is wanted. Null until there is
 * something to run, and where the aims change nothing.
 */
export function dayScene(v: VisitView, width: number, height: number): Scene | null {
  const isGapOpen = v.system.room.gap === 'open'
  const runs = comfortRuns(v, { day: dayOnPaper(v), isGapOpen }, {}, false)
  if (!runs) return null
  const [before, after] = [runRoom(runs.found.system, RUN), runRoom(runs.tried.system, RUN)]
  if (!before.ok || !after.ok || !before.value.trace || !after.value.trace) return null
  const { units, show } = v
  const degrees = (f: number) => fromChosen('temperature', f, units)
  const { controller } = runs.tried.system
  const [lowF, highF] = wantedBandF(controller, BAND_F)
  const lines: { says: string; tone: Tone; trace: Trace }[] = [
    { says: 'as found', tone: 'ochre', trace: before.value.trace },
    { says: 'as aimed at', tone: 'air', trace: after.value.trace },
  ]
  const ends = lines.flatMap(({ trace }) => Array.from(drawnOf(trace))).concat(lowF, highF)
  const [left, right, top, bottom] = [MARGIN.left, width - MARGIN.right, MARGIN.top, height - MARGIN.bottom]
  const x = scaleLinear([FROM_MIN, TO_MIN], [left, right])
  const y = scaleLinear([degrees(Math.min(...ends)), degrees(Math.max(...ends))], [bottom, top]).nice(6)
  const marks: Mark[] = []
  const ticks = y.ticks(6)
  const decimals = (ticks[1] ?? 0) - (ticks[0] ?? 0) < 1 ? 1 : 0
  for (const tick of ticks) {
    marks.push({
      kind: 'line',
      points: [
        [left, y(tick)],
        [right, y(tick)],
      ],
      tone: 'grid',
      width: 0.7,
    })
    marks.push({
      kind: 'text',
      x: left - 6,
      y: y(tick) + 4,
      text: formatNumber(tick, decimals),
      tone: 'ink',
      size: 12,
      anchor: 'end',
      mono: true,
    })
  }
  const nth = everyNth(x(FROM_MIN + 60) - x(FROM_MIN), HOUR_PX)
  for (let hour = FROM_MIN / 60; hour <= TO_MIN / 60; hour += nth)
    marks.push({
      kind: 'text',
      x: x(hour * 60),
      y: bottom + 17,
      text: `${String(hour).padStart(2, '0')}:00`,
      tone: 'ink',
      size: 12,
      anchor: hour * 60 === FROM_MIN ? 'start' : hour * 60 === TO_MIN ? 'end' : 'middle',
      mono: true,
    })
  const [low, high] = [y(degrees(lowF)), y(degrees(highF))]
  marks.push({ kind: 'rect', x: left, y: high, width: right - left, height: low - high, tone: 'moss', opacity: 0.16 })
  for (const { tone, trace } of lines)
    marks.push({
      kind: 'line',
      points: Array.from(drawnOf(trace), (f, i): [number, number] => [x(FROM_MIN + (i * trace.everyS) / 60), y(degrees(f))]),
      tone,
      width: 1.5,
    })
  for (const [i, { says, tone }] of lines.entries())
    marks.push({ kind: 'text', x: left + 4 + i * 90, y: top - 7, text: says, tone, size: 12, anchor: 'start', bold: true })
  marks.push({ kind: 'text', x: right, y: top - 7, text: 'green: wanted', tone: 'moss', size: 12, anchor: 'end' })
  const said = ({ airLowestF, airHighestF, airMeanF }: typeof before.value.figures) =>
    `${show('temperature', airLowestF)} to ${show('temperature', airHighestF)}, mean ${show('temperature', airMeanF)}`
  return {
    width,
    height,
    says: `A day of this room where people are: as found ${said(before.value.figures)}; as aimed at ${said(after.value.figures)}.`,
    marks,
  }
}

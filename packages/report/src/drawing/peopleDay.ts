import type { Dcv } from '@ingle/bench'
import { formatNumber, fromChosen, type UnitChoice } from '@ingle/core'
import { type Frame, labelsBelow, rowsAcross } from './axes.ts'
import { scaleLinear } from './scale.ts'
import type { Mark, Scene } from './scene.ts'

/** Minutes between two points of a curve. */
const EVERY_MIN = 5
const DAY_MIN = 1440

/** A day of people coming and going: CO₂ above, outdoor air and the floor's own part below. */
export function peopleDayScene(dcv: Dcv, units: UnitChoice, width: number, height: number): Scene {
  const { day, fromPpm, toPpm, areaCfm } = dcv
  const flowIn = (cfm: number) => fromChosen('flow', cfm, units)
  const middle = 16 + (height - 56) * 0.55
  const upper: Frame = { left: 52, right: width - 14, top: 16, bottom: middle - 12 }
  const lower: Frame = { ...upper, top: middle + 12, bottom: height - 40 }
  const x = scaleLinear([0, DAY_MIN], [upper.left, upper.right])
  const minutes = Array.from({ length: Math.floor(DAY_MIN / EVERY_MIN) + 1 }, (_, i) => i * EVERY_MIN)
  const at = (values: Float64Array, minute: number) => values[Math.min(values.length - 1, (minute * 60) / day.stepS)] as number
  const topPpm = Math.max(toPpm, day.peakPpm) * 1.08
  const ppm = scaleLinear([350, topPpm], [upper.bottom, upper.top])
  const topCfm = Math.max(areaCfm, ...minutes.map((minute) => at(day.outdoor, minute)))
  const cfm = scaleLinear([0, flowIn(topCfm) * 1.12], [lower.bottom, lower.top])
  const marks: Mark[] = [
    {
      kind: 'rect',
      x: upper.left,
      y: ppm(toPpm),
      width: upper.right - upper.left,
      height: ppm(fromPpm) - ppm(toPpm),
      tone: 'moss',
      opacity: 0.16,
    },
    ...rowsAcross(upper, ppm, ppm.ticks(5), (tick) => formatNumber(tick, 0)),
    ...rowsAcross(lower, cfm, cfm.ticks(3), (tick) => formatNumber(tick, 0)),
    ...labelsBelow(lower, x, [0, 360, 720, 1080, 1440], (tick) => `${tick / 60}`, 'hour →'),
    {
      kind: 'text',
      x: upper.left + 4,
      y: ppm(toPpm) - 5,
      text: 'the damper opens in between',
      tone: 'moss',
      size: 12,
      anchor: 'start',
      bold: true,
      halo: true,
    },
    { kind: 'line', points: minutes.map((minute) => [x(minute), ppm(at(day.ppm, minute))]), tone: 'air', width: 2.2 },
    {
      kind: 'line',
      points: minutes.map((minute) => [x(minute), cfm(flowIn(at(day.outdoor, minute)))]),
      tone: 'ember',
      width: 2.2,
    },
    {
      kind: 'line',
      points: [
        [lower.left, cfm(flowIn(areaCfm))],
        [lower.right, cfm(flowIn(areaCfm))],
      ],
      tone: 'ochre',
      width: 1.4,
      dash: '5 4',
    },
    {
      kind: 'text',
      x: lower.right - 4,
      y: cfm(flowIn(areaCfm)) + 14,
      text: 'never under: floor and exhaust',
      tone: 'ochre',
      size: 12,
      anchor: 'end',
      bold: true,
      halo: true,
    },
    {
      kind: 'text',
      x: upper.right - 4,
      y: upper.top + 4,
      text: 'CO₂, ppm',
      tone: 'air',
      size: 12,
      anchor: 'end',
      bold: true,
      halo: true,
    },
    {
      kind: 'text',
      x: lower.left + 4,
      y: lower.top,
      text: 'outdoor air',
      tone: 'ember',
      size: 12,
      anchor: 'start',
      bold: true,
      halo: true,
    },
  ]
  return { width, height, says: `A day of people: CO₂ up to ${formatNumber(day.peakPpm, 0)} ppm`, marks }
}

import type { HourRow } from '@ingle/bench'
import { type Changeover, formatNumber, fromChosen, saturatedRatio, type UnitChoice } from '@ingle/core'
import { type Frame, labelsBelow, rowsAcross } from './axes.ts'
import { scaleLinear } from './scale.ts'
import type { Mark, Scene, Tone } from './scene.ts'

const GRAINS = 7000
const [FROM_F, TO_F] = [20, 100]
const MOST_RATIO = 0.02

/** Moisture up to which air of a temperature is good under a rule, lb/lb; 0 where it never is. */
function goodUpTo(rule: Changeover, t: number, returnF: number, returnBtuLb: number): number {
  if (rule.kind === 'none' || (rule.lockoutBelowF !== null && t < rule.lockoutBelowF)) return 0
  const underLimit = rule.limitF === null || t <= rule.limitF
  const underHeat = (limit: number) => Math.max(0, (limit - 0.24 * t) / (1061 + 0.444 * t))
  switch (rule.kind) {
    case 'fixed-dry-bulb':
      return underLimit ? MOST_RATIO : 0
    case 'differential-dry-bulb':
      return t <= returnF - (rule.offsetF ?? 0) ? MOST_RATIO : 0
    case 'fixed-enthalpy':
      return underLimit ? (rule.limitBtuLb === null ? MOST_RATIO : underHeat(rule.limitBtuLb)) : 0
    case 'differential-enthalpy':
      return underLimit ? underHeat(returnBtuLb) : 0
  }
}

/**
 * Dry bulb across and moisture up: where outdoor air may cool under the rule as it stands and as it should be, and a day's
 * weather as a path.
 */
export function changeoverScene(
  of: {
    now: Changeover
    wanted: Changeover
    returnF: number
    returnBtuLb: number
    pressurePsia: number
    hours: readonly HourRow[]
  },
  units: UnitChoice,
  width: number,
  height: number,
): Scene {
  const degrees = (f: number) => fromChosen('temperature', f, units)
  const isMetric = units.temperature === '°C'
  const moisture = (ratio: number) => ratio * (isMetric ? 1000 : GRAINS)
  const frame: Frame = { left: 46, right: width - 18, top: 16, bottom: height - 40 }
  const x = scaleLinear([degrees(FROM_F), degrees(TO_F)], [frame.left, frame.right])
  const y = scaleLinear([0, moisture(MOST_RATIO)], [frame.bottom, frame.top])
  const temperatures = Array.from({ length: 81 }, (_, i) => FROM_F + i)
  const wet = (t: number) => Math.min(MOST_RATIO, saturatedRatio(t, of.pressurePsia))
  const at = (t: number, ratio: number): [number, number] => [x(degrees(t)), y(moisture(ratio))]
  const region = (rule: Changeover): [number, number][] => {
    const good = temperatures
      .map((t) => ({ t, w: Math.min(wet(t), goodUpTo(rule, t, of.returnF, of.returnBtuLb)) }))
      .filter((one) => one.w > 0)
    if (good.length === 0) return []
    const [first, last] = [good[0] as { t: number }, good.at(-1) as { t: number }]
    return [...good.map((one) => at(one.t, one.w)), at(last.t, 0), at(first.t, 0)]
  }
  const marks: Mark[] = [
    ...rowsAcross(frame, y, y.ticks(5), (tick) => formatNumber(tick, 0)),
    ...labelsBelow(frame, x, x.ticks(width < 420 ? 5 : 8), (tick) => `${formatNumber(tick, 0)}°`, 'dry bulb →'),
    {
      kind: 'text',
      x: frame.left + 4,
      y: frame.top + 2,
      text: isMetric ? 'moisture, g/kg ↑' : 'moisture, grains/lb ↑',
      tone: 'faint',
      size: 12,
      anchor: 'start',
    },
  ]
  const [wanted, now] = [region(of.wanted), region(of.now)]
  if (wanted.length > 0) marks.push({ kind: 'area', points: wanted, tone: 'moss', opacity: 0.16 })
  if (now.length > 0)
    marks.push({ kind: 'line', points: [...now, now[0] as [number, number]], tone: 'ochre', width: 2, dash: '6 4' })
  for (const rh of [20, 40, 60, 80, 100]) {
    const points = temperatures
      .map((t) => ({ t, w: (saturatedRatio(t, of.pressurePsia) * rh) / 100 }))
      .filter((one) => one.w <= MOST_RATIO)
      .map((one) => at(one.t, one.w))
    marks.push({ kind: 'line', points, tone: rh === 100 ? 'faint' : 'grid', width: rh === 100 ? 1.6 : 1 })
    const end = points.at(-1)
    if (end)
      marks.push({
        kind: 'text',
        x: end[0] - 4,
        y: end[1] + 13,
        text: `${rh}%`,
        tone: 'faint',
        size: 11,
        anchor: 'end',
        halo: true,
      })
  }
  const path = of.hours.map((one) => at(one.outdoorF, one.humidityRatio))
  if (path.length > 1) marks.push({ kind: 'line', points: path, tone: 'air', width: 1.6 })
  for (const [i, one] of of.hours.entries()) {
    const tone: Tone = one.wanted ? 'moss' : 'faint'
    const [px, py] = path[i] as [number, number]
    if (of.hours.length <= 48 || i % 6 === 0)
      marks.push({
        kind: 'dot',
        x: px,
        y: py,
        radius: 3.4,
        fill: one.now ? tone : 'paper',
        stroke: tone,
        says: `${one.hour}:00, ${formatNumber(degrees(one.outdoorF), 1)}°: ${one.now ? 'cools free' : 'no free cooling'} now, ${one.wanted ? 'would' : 'would not'} as aimed`,
      })
  }
  const back = at(of.returnF, Math.max(0, (of.returnBtuLb - 0.24 * of.returnF) / (1061 + 0.444 * of.returnF)))
  marks.push(
    { kind: 'dot', x: back[0], y: back[1], radius: 5, fill: 'ember', stroke: 'ember', says: 'return air' },
    {
      kind: 'text',
      x: back[0] + 9,
      y: back[1] + 4,
      text: 'return',
      tone: 'ember',
      size: 12,
      anchor: 'start',
      bold: true,
      halo: true,
    },
  )
  if (wanted.length > 0)
    marks.push({
      kind: 'text',
      ...between(at(34, 0), at(48, 0)),
      text: 'good to cool with',
      tone: 'moss',
      size: 12.5,
      anchor: 'middle',
      bold: true,
      halo: true,
    })
  if (now.length > 0) {
    const edge = Math.max(...now.map(([px]) => px))
    marks.push({
      kind: 'text',
      x: edge - 5,
      y: frame.bottom - 24,
      text: 'as it stands',
      tone: 'ochre',
      size: 12.5,
      anchor: 'end',
      bold: true,
      halo: true,
    })
  }
  return { width, height, says: 'Psychrometric chart: where outdoor air is good to cool with, and a day’s weather', marks }
}
const between = (a: [number, number], b: [number, number]) => ({ x: (a[0] + b[0]) / 2, y: a[1] - 8 })

import {
  type AirflowPicture,
  capital,
  list,
  PART_NAMES,
  POINT_NAMES,
  type ProbePoint,
  type ProbeReadings,
  showIn,
  type UnitChoice,
  type WalkPart,
  walkLine,
} from '@ingle/core'
import { scaleLinear } from './scale.ts'
import type { Mark, Scene } from './scene.ts'

/** How much of the width each part takes: the cabinet and the filter carry more words. */
const WEIGHTS: Record<WalkPart, number> = {
  'return-grille': 1,
  filter: 1.2,
  'return-drop': 1,
  cabinet: 1.5,
  coil: 1,
  'supply-trunk': 1.2,
  branches: 1.2,
}
const HEAVY = 0.35

/** Names of the parts as this system has them, shorter where there is less room. */
export type PartLabels = Partial<Record<WalkPart, string>>

/**
 * The parts of the system in the order air meets them, with static along the way drawn over them. The part that takes
 * too much stands out. Unread stretches are drawn as gaps.
 */
export function airLineScene(
  picture: AirflowPicture,
  labels: PartLabels,
  units: UnitChoice,
  width: number,
  height: number,
): Scene {
  const show = showIn(units)
  const marks: Mark[] = []
  const boxHeight = 32
  const boxTop = height - boxHeight - 4
  const probes: ProbeReadings = picture.current?.input.probes ?? {}
  const path = walkLine(probes)
  const total = path.parts.reduce((sum, part) => sum + WEIGHTS[part], 0)
  const inner = width - 24
  let cursor = 12
  const boxes = path.parts.map((part) => {
    const span = (inner * WEIGHTS[part]) / total
    const box = { part, left: cursor + 3, right: cursor + span - 3 }
    cursor += span
    return box
  })
  const edge = (i: number) =>
    i === 0 ? 12 : i === path.parts.length ? width - 12 : ((boxes[i - 1]?.right ?? 0) + (boxes[i]?.left ?? 0)) / 2
  const values = path.points.map((point) => (point.startsWith('room') ? 0 : (probes[point as keyof ProbeReadings] ?? null)))
  const reach = Math.max(0.3, ...values.map((value) => Math.abs(value ?? 0)))
  const y = scaleLinear([-reach, reach], [boxTop - 12, 26])
  const zero = y(0)
  marks.push({
    kind: 'line',
    points: [
      [4, zero],
      [width - 4, zero],
    ],
    tone: 'faint',
    width: 1,
    dash: '3 4',
  })
  const known = values.flatMap((value, i) => (value === null ? [] : [{ x: edge(i), y: y(value), i, value }]))
  const hasReadings = known.length > 2
  if (hasReadings) {
    const points = known.map((one) => [one.x, one.y] as const)
    marks.push({ kind: 'area', points: [...points, [width - 12, zero], [12, zero]], tone: 'air', opacity: 0.1 })
    marks.push({ kind: 'line', points, tone: 'air', width: 2.6 })
    for (const one of known) {
      if (one.i === 0 || one.i === path.parts.length) continue
      marks.push({
        kind: 'dot',
        x: one.x,
        y: one.y,
        radius: 4.5,
        fill: 'paper',
        stroke: 'air',
        says: `Static ${POINT_NAMES[path.points[one.i] as ProbePoint]}: ${show('static', one.value, { signed: true })}`,
      })
    }
  }
  const external = picture.current?.externalInWc ?? null
  const rated = picture.input.blower?.ratedStaticInWc ?? null
  const over = external !== null && rated !== null && external > rated
  const headline =
    external === null
      ? 'No static across the cabinet yet'
      : `${show('static', external)} across the cabinet${rated === null ? '' : ` · rated ${show('static', rated)}`}`
  marks.push({
    kind: 'text',
    x: (edge(3) + edge(4)) / 2,
    y: 16,
    text: headline,
    tone: over ? 'limit' : external === null ? 'faint' : 'ink',
    size: 13.5,
    anchor: 'middle',
    bold: true,
    halo: true,
  })
  const together = (picture.current?.walk.steps ?? []).filter((step) => step.parts.length > 1 && step.share !== null)
  const span = (step: (typeof together)[number]) => {
    const within = boxes.filter((box) => step.parts.includes(box.part))
    return { left: within[0]?.left ?? 0, right: within.at(-1)?.right ?? 0 }
  }
  // Parts that no reading tells apart share one ground.
  for (const { left, right } of together.map(span)) {
    marks.push({ kind: 'rect', x: left, y: boxTop, width: right - left, height: boxHeight, tone: 'sand', opacity: 1 })
  }
  for (const box of boxes) {
    const step = picture.current?.walk.steps.find((one) => one.parts.length === 1 && one.parts[0] === box.part)
    const shared = picture.current?.walk.steps.find(
      (one) => one.parts.length > 1 && one.parts.includes(box.part) && one.share !== null,
    )
    const heavy = (step?.share ?? 0) >= HEAVY
    const value = step
      ? show('static', box.part === 'cabinet' ? step.dropInWc : -step.dropInWc, { signed: true, bare: true })
      : shared
        ? ''
        : '—'
    marks.push({
      kind: 'rect',
      x: box.left,
      y: boxTop,
      width: box.right - box.left,
      height: boxHeight,
      tone: heavy ? 'amber' : 'sand',
      opacity: heavy ? 0.35 : 1,
      stroke: heavy ? 'ochre' : 'grid',
      radius: 4,
      part: box.part,
    })
    const middle = (box.left + box.right) / 2
    marks.push({
      kind: 'text',
      x: middle,
      y: boxTop + 14,
      text: fit(labels[box.part] ?? capital(PART_NAMES[box.part]), box.right - box.left),
      tone: 'ink',
      size: 12,
      anchor: 'middle',
    })
    marks.push({ kind: 'text', x: middle, y: boxTop + 27, text: value, tone: 'ink', size: 11.5, anchor: 'middle', mono: true })
  }
  for (const step of together) {
    const { left, right } = span(step)
    const text = `together ${show('static', -step.dropInWc, { bare: true })}`
    marks.push({
      kind: 'text',
      x: (left + right) / 2,
      y: boxTop + 27,
      text,
      tone: 'ink',
      size: 11.5,
      anchor: 'middle',
      mono: true,
    })
  }
  const worst = picture.current?.walk.worst
  return {
    width,
    height,
    says: `Static profile: ${headline}.${worst?.share ? ` The ${list(worst.parts.map((part) => PART_NAMES[part]))} takes most, ${show('static', worst.dropInWc)}.` : ''}`,
    marks,
  }
}

/** Shortens a label to its box; 6.1 px is the mean width of the words' font at 12 px. */
const fit = (text: string, width: number) =>
  text.length * 6.1 <= width - 6 ? text : `${text.slice(0, Math.max(3, Math.floor((width - 12) / 6.1)))}…`

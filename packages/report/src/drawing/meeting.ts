import {
  type AirflowPicture,
  formatNumber,
  fromChosen,
  type NextMove,
  type OperatingPoint,
  outcomeAt,
  showIn,
  tapName,
  type UnitChoice,
} from '@ingle/core'
import { clearLabels } from './labels.ts'
import { scaleLinear } from './scale.ts'
import type { Mark, Scene } from './scene.ts'

const MARGIN = { left: 44, right: 16, top: 26, bottom: 34 }
const CURVE_STEPS = 48

/**
 * Fan and system curves: every tap's line, the duct as measured and with a clean filter, the aim, the
 * limits on their lines, each try as a point, and where the advice should lead. Null until there is a blower table.
 */
export function meetingScene(
  picture: AirflowPicture,
  move: NextMove | null,
  units: UnitChoice,
  width: number,
  height: number,
): Scene | null {
  const { blower } = picture.input
  if (!blower) return null
  const taps = blower.table.taps
    .map((label, tap) => ({ label, tap, points: tapPoints(picture, tap) }))
    .filter((one) => one.points.length > 0)
  const tries = picture.tries.flatMap((one) =>
    one.flow && one.externalInWc !== null
      ? [{ number: one.input.number, flowCfm: one.flow.flowCfm, staticInWc: one.externalInWc, tap: one.input.tapLabel }]
      : [],
  )
  const flows = [
    ...taps.flatMap((one) => one.points.map((point) => point.flowCfm)),
    picture.floorCfm,
    picture.aimLowCfm,
    picture.aimHighCfm,
    ...tries.map((one) => one.flowCfm),
  ].filter((flow): flow is number => flow !== null)
  const statics = [
    ...taps.flatMap((one) => one.points.map((point) => point.staticInWc)),
    ...(blower.ratedStaticInWc === null ? [] : [blower.ratedStaticInWc]),
    ...tries.map((one) => one.staticInWc),
  ]
  const flowIn = (cfm: number) => fromChosen('flow', cfm, units)
  const staticIn = (inWc: number) => fromChosen('static', inWc, units)
  const x = scaleLinear(
    [flowIn(Math.min(...flows)) * 0.94, flowIn(Math.max(...flows)) * 1.04],
    [MARGIN.left, width - MARGIN.right],
  )
  const y = scaleLinear([0, staticIn(Math.max(...statics)) * 1.08], [height - MARGIN.bottom, MARGIN.top])
  const at = (point: OperatingPoint): [number, number] => [x(flowIn(point.flowCfm)), y(staticIn(point.staticInWc))]
  const [left, right, top, bottom] = [MARGIN.left, width - MARGIN.right, MARGIN.top, height - MARGIN.bottom]
  const show = showIn(units)
  const marks: Mark[] = []

  for (const tick of x.ticks(width < 420 ? 4 : 6)) {
    marks.push({
      kind: 'line',
      points: [
        [x(tick), top],
        [x(tick), bottom],
      ],
      tone: 'grid',
      width: 0.7,
    })
    marks.push({
      kind: 'text',
      x: x(tick),
      y: bottom + 17,
      text: formatNumber(tick, 0),
      tone: 'ink',
      size: 12,
      anchor: 'middle',
      mono: true,
    })
  }
  for (const tick of y.ticks(6)) {
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
      x: left - 7,
      y: y(tick) + 4,
      text: formatNumber(tick, units.static === 'Pa' ? 0 : 1),
      tone: 'ink',
      size: 12,
      anchor: 'end',
      mono: true,
    })
  }

  if (picture.aimCfm !== null && picture.aimLowCfm !== null && picture.aimHighCfm !== null) {
    const [low, high] = [x(flowIn(picture.aimLowCfm)), x(flowIn(picture.aimHighCfm))]
    marks.push({ kind: 'rect', x: low, y: top, width: high - low, height: bottom - top, tone: 'moss', opacity: 0.14 })
    marks.push({
      kind: 'text',
      x: (low + high) / 2,
      y: bottom - 7,
      text: `aim ${show('flow', picture.aimCfm, { bare: true })} ±${picture.input.rule.bandPct}%`,
      tone: 'moss',
      size: 12,
      anchor: 'middle',
      bold: true,
      halo: true,
      free: {},
    })
  }

  const current = picture.current?.input.tap ?? null
  for (const one of taps) {
    const now = one.tap === current
    marks.push({ kind: 'line', points: one.points.map(at), tone: now ? 'air' : 'faint', width: now ? 2.8 : 1.4 })
  }
  for (const one of taps) {
    const end = one.points.at(-1)
    if (!end) continue
    const [ex, ey] = at(end)
    marks.push({
      kind: 'text',
      x: ex,
      y: Math.max(ey - 7, 12),
      text: tapName(one.label),
      tone: one.tap === current ? 'air' : 'faint',
      size: 12,
      anchor: 'middle',
      bold: true,
      halo: true,
    })
  }

  if (blower.ratedStaticInWc !== null) {
    const rated = y(staticIn(blower.ratedStaticInWc))
    marks.push({
      kind: 'line',
      points: [
        [left, rated],
        [right, rated],
      ],
      tone: 'limit',
      width: 1.2,
      dash: '5 4',
    })
    marks.push({
      kind: 'text',
      x: left + 4,
      y: rated - 5,
      text: `rated static ${show('static', blower.ratedStaticInWc)}`,
      tone: 'limit',
      size: 12,
      anchor: 'start',
      halo: true,
      free: { otherX: right - 4 },
    })
  }
  if (picture.floorCfm !== null && picture.input.heaterOnThisTap)
    marks.push(
      ...upright(
        x(flowIn(picture.floorCfm)),
        top,
        bottom,
        'ember',
        `heater floor ${show('flow', picture.floorCfm, { bare: true })}`,
        bottom - 26,
        'end',
      ),
    )
  if (picture.ceilingCfm !== null && x(flowIn(picture.ceilingCfm)) < right)
    marks.push(
      ...upright(
        x(flowIn(picture.ceilingCfm)),
        top,
        bottom,
        'ochre',
        `loud above ${show('flow', picture.ceilingCfm, { bare: true })}`,
        bottom - 26,
        'start',
      ),
    )

  const duct = picture.basis?.ductCoefficient ?? null
  const clean = picture.basis?.input.filter === 'as-found' ? picture.cleanCoefficient : null
  const [fromCfm, toCfm] = [Math.min(...flows) * 0.94, Math.max(...flows) * 1.04]
  const topInWc = Math.max(...statics) * 1.08
  for (const curve of [
    { c: duct, dash: '', text: picture.basis?.input.filter === 'clean' ? 'duct, clean filter in' : 'duct as measured' },
    { c: clean, dash: '6 4', text: 'with a clean filter' },
  ]) {
    if (curve.c === null) continue
    const points = ductPoints(curve.c, fromCfm, toCfm, topInWc)
    const last = points.at(-1)
    if (!last) continue
    const [lx, ly] = at(last)
    marks.push({
      kind: 'line',
      points: points.map(at),
      tone: 'ink',
      width: curve.dash ? 1.6 : 2,
      ...(curve.dash && { dash: curve.dash }),
    })
    marks.push({
      kind: 'text',
      x: Math.min(lx, right) - 4,
      y: curve.dash ? ly + 17 : Math.max(ly - 6, 12),
      text: curve.text,
      tone: 'ink',
      size: 12,
      anchor: 'end',
      halo: true,
      free: {},
    })
  }

  const goal = goalPoint(picture, move)
  if (goal) {
    const [gx, gy] = at(goal.point)
    marks.push({
      kind: 'dot',
      x: gx,
      y: gy,
      radius: 6,
      fill: 'paper',
      stroke: 'moss',
      says: `${goal.text}: ${show('flow', goal.point.flowCfm)} at ${show('static', goal.point.staticInWc)}`,
    })
  }
  for (const [i, one] of tries.entries()) {
    const [tx, ty] = at(one)
    const now = i === tries.length - 1
    const says = `Try ${one.number}, ${tapName(one.tap)}: ${show('flow', one.flowCfm)} at ${show('static', one.staticInWc)}`
    marks.push({ kind: 'dot', x: tx, y: ty, radius: now ? 6.5 : 5, fill: now ? 'ember' : 'paper', stroke: 'ember', says })
    // A narrow picture has no room for the names of the earlier ones; their values are said on tap.
    if (!now && width < 420) continue
    const text = now
      ? `now ${show('flow', one.flowCfm, { bare: true })} @ ${show('static', one.staticInWc, { bare: true })}`
      : `try ${one.number}`
    marks.push({
      kind: 'text',
      x: tx + (now ? -11 : 9),
      y: ty + (now ? 17 : 4),
      text,
      tone: 'ember',
      size: now ? 12.5 : 11.5,
      anchor: now ? 'end' : 'start',
      bold: now,
      halo: true,
      free: { otherX: tx + (now ? 11 : -9) },
    })
  }
  const last = tries.at(-1)
  // Words go on last, so that no line crosses them.
  const drawn = clearLabels(marks, { width, height })
  drawn.sort((a, b) => Number(a.kind === 'text') - Number(b.kind === 'text'))
  return {
    width,
    height,
    says: last
      ? `Blower and duct: now ${show('flow', last.flowCfm)} at ${show('static', last.staticInWc)}${picture.aimCfm === null ? '' : `, aim ${show('flow', picture.aimCfm)}`}${blower.ratedStaticInWc === null ? '' : `, rated static ${show('static', blower.ratedStaticInWc)}`}.`
      : `Blower taps of the ${blower.name}; no try yet.`,
    marks: drawn,
  }
}

function upright(
  x: number,
  top: number,
  bottom: number,
  tone: 'ember' | 'ochre',
  text: string,
  y: number,
  anchor: 'start' | 'end',
): Mark[] {
  return [
    {
      kind: 'line',
      points: [
        [x, top],
        [x, bottom],
      ],
      tone,
      width: 1.4,
    },
    {
      kind: 'text',
      x: anchor === 'end' ? x - 5 : x + 5,
      y,
      text,
      tone,
      size: 12,
      anchor,
      halo: true,
      free: { otherX: anchor === 'end' ? x + 5 : x - 5 },
    },
  ]
}

function tapPoints(picture: AirflowPicture, tap: number): OperatingPoint[] {
  const table = picture.input.blower?.table
  const scale = 1 + (picture.current?.input.adjustPct ?? 0) / 100
  if (!table) return []
  if (table.kind === 'constant-airflow') {
    const flow = table.tapFlowsCfm[tap]
    return flow == null ? [] : [0.05, table.maxStaticInWc].map((staticInWc) => ({ flowCfm: flow * scale, staticInWc }))
  }
  return table.staticsInWc.flatMap((staticInWc, i) => {
    const flow = table.flowsCfm[tap]?.[i]
    return flow == null ? [] : [{ flowCfm: flow * scale, staticInWc }]
  })
}

function ductPoints(coefficient: number, fromCfm: number, toCfm: number, topInWc: number): OperatingPoint[] {
  const end = Math.min(toCfm, Math.sqrt(topInWc / coefficient))
  if (end <= fromCfm) return []
  return Array.from({ length: CURVE_STEPS + 1 }, (_, i) => {
    const flowCfm = fromCfm + ((end - fromCfm) * i) / CURVE_STEPS
    return { flowCfm, staticInWc: coefficient * flowCfm * flowCfm }
  })
}

/** Where the advised try should land. */
function goalPoint(picture: AirflowPicture, move: NextMove | null): { point: OperatingPoint; text: string } | null {
  if (move?.action.kind !== 'try' || move.action.tap === null) return null
  const clean = move.action.filter === 'clean' && picture.current?.input.filter === 'as-found'
  const point = outcomeAt(clean ? picture.cleanChoice : picture.choice, move.action)?.point
  return point ? { point, text: clean ? 'With a clean filter, expect' : 'Expect' } : null
}

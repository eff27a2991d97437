import { bringsAt, type DamperLine } from '@ingle/bench'
import { chosenUnit, formatNumber, fromChosen, type Line, type UnitChoice } from '@ingle/core'
import { type Frame, labelsBelow, rowsAcross } from './axes.ts'
import { clearLabels } from './labels.ts'
import { scaleLinear } from './scale.ts'
import type { Mark, Scene, Tone } from './scene.ts'

/**
 * Outdoor air over fan speed: what is needed as a band, what the controller brings as found and as aimed, and the measured
 * points with how sure they are.
 */
export function damperLineScene(line: DamperLine, units: UnitChoice, width: number, height: number): Scene {
  const { need, roof, points, found, aim } = line
  const flowIn = (cfm: number) => fromChosen('flow', cfm, units)
  const [least, most] = [roof.grid[0] as number, roof.grid.at(-1) as number]
  const speeds = Array.from({ length: 41 }, (_, i) => least + ((most - least) * i) / 40)
  const brings = (of: Line) => (least === most ? [bringsAt(line, of, most)] : speeds.map((speed) => bringsAt(line, of, speed)))
  const foundCfm = found ? brings(found.line) : []
  const aimCfm = brings(aim.line)
  const known = points.filter((one) => one.outdoorCfm !== null)
  const highest = Math.max(
    need.mostCfm,
    ...foundCfm,
    ...aimCfm,
    ...known.map((one) => (one.outdoorCfm ?? 0) + (one.errorCfm ?? 0)),
  )
  const frame: Frame = { left: 52, right: width - 14, top: 22, bottom: height - 40 }
  const span = Math.max(10, most - least)
  const x = scaleLinear([least - span * 0.12, most + span * 0.06], [frame.left, frame.right])
  const y = scaleLinear([0, flowIn(highest) * 1.1], [frame.bottom, frame.top])
  const at = (speed: number, cfm: number): [number, number] => [x(speed), y(flowIn(cfm))]
  const marks: Mark[] = [
    ...rowsAcross(frame, y, y.ticks(6), (tick) => formatNumber(tick, 0)),
    ...labelsBelow(
      frame,
      x,
      roof.fan === 'variable' ? x.ticks(width < 460 ? 4 : 7).filter((one) => one >= 0) : roof.grid,
      (tick) => `${formatNumber(tick, 0)}%`,
      'fan speed →',
    ),
    {
      kind: 'text',
      x: frame.left - 7,
      y: 11,
      text: chosenUnit('flow', units).symbol,
      tone: 'faint',
      size: 12,
      anchor: 'end',
    },
    {
      kind: 'rect',
      x: frame.left,
      y: y(flowIn(need.mostCfm)),
      width: frame.right - frame.left,
      height: y(flowIn(need.cfm)) - y(flowIn(need.mostCfm)),
      tone: 'moss',
      opacity: 0.2,
    },
  ]
  const curve = (values: readonly number[], tone: Tone, dash?: string): Mark[] =>
    least === most
      ? [{ kind: 'dot', x: x(most), y: y(flowIn(values[0] as number)), radius: 5, fill: tone, stroke: tone }]
      : [
          {
            kind: 'line',
            points: speeds.map((speed, i) => at(speed, values[i] as number)),
            tone,
            width: 2.4,
            ...(dash && { dash }),
          },
        ]
  if (found) marks.push(...curve(foundCfm, 'ochre'))
  const isProved = aim.slots.length > 0 && aim.slots.every((one) => one.provedBy !== null)
  marks.push(...curve(aimCfm, 'air', isProved ? undefined : '6 4'))
  const labels: { y: number; text: string; tone: Tone; anchor: 'start' | 'end'; x: number }[] = [
    {
      x: frame.left + 6,
      // Under the band: the aim's line runs through it.
      y: y(flowIn(need.cfm)) + 15,
      text: `needed ${formatNumber(flowIn(need.cfm), 0)} to ${formatNumber(flowIn(need.mostCfm), 0)}`,
      tone: 'moss',
      anchor: 'start',
    },
  ]
  // Beside their own lines, away from the points at the ends.
  const beside = (values: readonly number[], share: number) =>
    least === most
      ? { x: x(most) - 14, y: y(flowIn(values[0] as number)) + 4 }
      : { x: x(least + share * (most - least)), y: y(flowIn(values[Math.round(share * 40)] as number)) - 9 }
  if (found)
    labels.push({ ...beside(foundCfm, 0.62), text: found.isShipped ? 'as shipped' : 'as found', tone: 'ochre', anchor: 'end' })
  labels.push({ ...beside(aimCfm, 0.86), text: isProved ? 'aim, measured' : 'aim, foretold', tone: 'air', anchor: 'end' })
  for (const one of labels)
    marks.push({
      kind: 'text',
      x: one.x,
      y: one.y,
      text: one.text,
      tone: one.tone,
      size: 12.5,
      anchor: one.anchor,
      bold: true,
      halo: true,
      free: {},
    })
  for (const [i, one] of known.entries()) {
    const [px, py] = at(one.state.speedPct, one.outdoorCfm as number)
    const error = one.errorCfm ?? 0
    marks.push(
      {
        kind: 'line',
        points: [
          [px, y(flowIn(Math.max(0, (one.outdoorCfm as number) - error)))],
          [px, y(flowIn((one.outdoorCfm as number) + error))],
        ],
        tone: 'ink',
        width: 1.5,
      },
      {
        kind: 'dot',
        x: px,
        y: py,
        radius: 6,
        fill: one.counts ? 'paper' : 'sand',
        stroke: one.counts ? 'ember' : 'faint',
        says: `fan ${one.state.speedPct}%, damper ${one.state.positionPct}%: ${formatNumber(flowIn(one.outdoorCfm as number), 0)} ± ${formatNumber(flowIn(error), 0)}${one.counts ? '' : ', does not count'}`,
      },
      {
        kind: 'text',
        x: px - 11,
        y: py - 8,
        text: String(i + 1),
        tone: 'ember',
        size: 13,
        anchor: 'middle',
        bold: true,
        halo: true,
      },
    )
  }
  return {
    width,
    height,
    says: `Outdoor air over fan speed: ${formatNumber(flowIn(need.cfm), 0)} ${chosenUnit('flow', units).symbol} are needed; ${known.length} ${known.length === 1 ? 'point was' : 'points were'} measured`,
    marks: clearLabels(marks, { width, height }),
  }
}

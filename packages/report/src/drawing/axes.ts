import type { Scale } from './scale.ts'
import type { Mark } from './scene.ts'

export interface Frame {
  left: number
  right: number
  top: number
  bottom: number
}

/** Lines across at each tick, and its label on the left. */
export function rowsAcross({ left, right }: Frame, y: Scale, ticks: readonly number[], label: (tick: number) => string): Mark[] {
  return ticks.flatMap((tick): Mark[] => [
    {
      kind: 'line',
      points: [
        [left, y(tick)],
        [right, y(tick)],
      ],
      tone: 'grid',
      width: 0.7,
    },
    { kind: 'text', x: left - 7, y: y(tick) + 4, text: label(tick), tone: 'ink', size: 12, anchor: 'end', mono: true },
  ])
}

/** Labels below the frame, with what they count at its right end. */
export function labelsBelow(
  { right, bottom }: Frame,
  x: Scale,
  ticks: readonly number[],
  label: (tick: number) => string,
  name: string,
): Mark[] {
  return [
    ...ticks.map(
      (tick): Mark => ({
        kind: 'text',
        x: x(tick),
        y: bottom + 17,
        text: label(tick),
        tone: 'ink',
        size: 12,
        anchor: 'middle',
        mono: true,
      }),
    ),
    { kind: 'text', x: right, y: bottom + 32, text: name, tone: 'faint', size: 12, anchor: 'end' },
  ]
}

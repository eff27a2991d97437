import { type BeforeAfter, isMoved } from '@ingle/bench'
import type { Show } from '@ingle/core'
import { type TextMark, textWidth } from './labels.ts'
import type { Mark, Scene } from './scene.ts'

export interface BeforeAfterWords {
  before: string
  after: string
  wanted: string
  same: string
  names: Readonly<Record<BeforeAfter['id'], string>>
}

const ROW = 64
/** More, where name and figures do not fit beside each other. */
const SECOND_LINE = 20
const HEAD = 26

/** What was measured before and after, one line each: hollow before, full after, green where it should lie. */
export function beforeAfterScene(all: readonly BeforeAfter[], words: BeforeAfterWords, show: Show, width: number): Scene | null {
  if (all.length === 0) return null
  const [left, right] = [14, width - 14]
  const wanted: TextMark = { kind: 'text', x: 0, y: 0, text: words.wanted, tone: 'ink', size: 12.5, anchor: 'start' }
  // Where the three do not fit beside one another the third stands below.
  const legend = left + 204 + textWidth(wanted) <= right ? { x: 182, y: 0 } : { x: 0, y: SECOND_LINE }
  const marks: Mark[] = [
    { kind: 'dot', x: left + 6, y: 12, radius: 5, fill: 'paper', stroke: 'ink' },
    { kind: 'text', x: left + 17, y: 16, text: words.before, tone: 'ink', size: 12.5, anchor: 'start' },
    { kind: 'dot', x: left + 96, y: 12, radius: 5.5, fill: 'air', stroke: 'air' },
    { kind: 'text', x: left + 107, y: 16, text: words.after, tone: 'ink', size: 12.5, anchor: 'start', bold: true },
    { kind: 'rect', x: left + legend.x, y: legend.y + 6, width: 16, height: 12, tone: 'moss', opacity: 0.25, radius: 2 },
    { ...wanted, x: left + legend.x + 22, y: legend.y + 16 },
  ]
  const said: string[] = []
  let top = HEAD + legend.y
  for (const one of all) {
    const name = `${words.names[one.id]}${one.about ? `, ${one.about}` : ''}`
    const [low, high] = [one.wanted?.low ?? null, one.wanted?.high ?? null]
    const ends = [one.before, one.after, low ?? one.before, high ?? one.after].map(Math.abs)
    const [least, most] = [Math.min(...ends) * 0.85, Math.max(...ends) * 1.12 || 1]
    const x = (value: number) => left + 10 + ((Math.abs(value) - least) / (most - least)) * (right - left - 20)
    const from = `${show(one.quantity, one.before)}`
    const to = `${show(one.quantity, one.after)}`
    const named: TextMark = {
      kind: 'text',
      x: left,
      y: top + 18,
      text: name,
      tone: 'ink',
      size: 13.5,
      anchor: 'start',
      bold: true,
    }
    const figures: TextMark = {
      kind: 'text',
      x: right,
      y: top + 18,
      text: isMoved(one) ? `${from} → ${to}` : `${to} (${words.same})`,
      tone: 'ink',
      size: 13.5,
      anchor: 'end',
      mono: true,
    }
    const fits = textWidth(named) + textWidth(figures) + 12 <= right - left
    const lower = fits ? 0 : SECOND_LINE
    marks.push(named, fits ? figures : { ...figures, x: left, y: top + 18 + SECOND_LINE, anchor: 'start' })
    const y = top + 44 + lower
    if (low !== null || high !== null) {
      const [a, b] = [low === null ? left : x(low), high === null ? right : x(high)]
      marks.push({
        kind: 'rect',
        x: Math.max(left, a),
        y: y - 9,
        width: Math.max(2, Math.min(right, b) - Math.max(left, a)),
        height: 18,
        tone: 'moss',
        opacity: 0.22,
        radius: 3,
      })
    }
    marks.push({
      kind: 'line',
      points: [
        [left, y],
        [right, y],
      ],
      tone: 'grid',
      width: 1,
    })
    if (isMoved(one))
      marks.push({
        kind: 'line',
        points: [
          [x(one.before), y],
          [x(one.after), y],
        ],
        tone: 'air',
        width: 2.4,
      })
    marks.push({ kind: 'dot', x: x(one.before), y, radius: 5.5, fill: 'paper', stroke: 'ink', says: from })
    marks.push({
      kind: 'dot',
      x: x(one.after),
      y,
      radius: 6,
      fill: 'air',
      stroke: 'air',
      says: to,
    })
    top += ROW + lower
    said.push(`${name} ${words.before} ${from}, ${words.after} ${to}`)
  }
  return { width, height: top + 4, says: `${said.join('; ')}.`, marks }
}

import type { Mark } from './scene.ts'

export type TextMark = Extract<Mark, { kind: 'text' }>

interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

/** How wide a letter is beside its height: of figures exactly, of words about, and rather more than less. */
const FIGURE = 0.6
const LETTER = 0.55
const BOLD_LETTER = 0.59

/** About how wide a text is drawn, px: what draws it (a browser, a PDF) is not asked. */
export const textWidth = ({ text, size, mono, bold }: Pick<TextMark, 'text' | 'size' | 'mono' | 'bold'>): number =>
  text.length * size * (mono ? FIGURE : bold ? BOLD_LETTER : LETTER)

export function boxOf(mark: TextMark): Box {
  const width = textWidth(mark)
  const left = mark.anchor === 'start' ? mark.x : mark.anchor === 'end' ? mark.x - width : mark.x - width / 2
  return { left, right: left + width, top: mark.y - mark.size * 0.8, bottom: mark.y + mark.size * 0.25 }
}

/** By how much two boxes lie over each other, px². */
const over = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.right, b.right) - Math.max(a.left, b.left)) *
  Math.max(0, Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top))

/** A line of letters, px. */
const STEP = 16
const PLACES = [0, -1, 1, -2, 2, -3, 3].map((one) => one * STEP)

/**
 * Moves the labels that may be moved (`free`) until none lies over another label or out of the drawing: up and down, and to
 * the other side of what they belong to. In the order in which they are given, each to its nearest free place; one that finds
 * none goes where it covers least.
 */
export function clearLabels(marks: readonly Mark[], { width, height }: { width: number; height: number }): Mark[] {
  const texts = marks.filter((one): one is TextMark => one.kind === 'text')
  const placed = texts.filter((one) => !one.free).map(boxOf)
  const moved = new Map<Mark, Mark>()
  for (const mark of texts) {
    if (!mark.free) continue
    const sides: TextMark[] = [mark]
    const { otherX } = mark.free
    if (otherX !== undefined) sides.push({ ...mark, x: otherX, anchor: mark.anchor === 'start' ? 'end' : 'start' })
    let best: { mark: TextMark; box: Box; bad: number } | null = null
    for (const dy of PLACES)
      for (const side of sides) {
        if (best?.bad === 0) break
        const there = { ...side, y: side.y + dy }
        const box = boxOf(there)
        const outside = Math.max(0, -box.left) + Math.max(0, box.right - width) + Math.max(0, -box.top, box.bottom - height)
        const bad = outside * mark.size + placed.reduce((sum, one) => sum + over(one, box), 0)
        if (!best || bad < best.bad) best = { mark: there, box, bad }
      }
    if (!best) continue
    placed.push(best.box)
    moved.set(mark, best.mark)
  }
  return marks.map((one) => moved.get(one) ?? one)
}

/** Of marks that stand every so many px, each how manieth can be labelled so that the labels stay apart. */
export const everyNth = (apartPx: number, labelPx: number): number => Math.max(1, Math.ceil(labelPx / Math.max(1, apartPx)))

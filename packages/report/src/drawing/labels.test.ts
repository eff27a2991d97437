import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boxOf, clearLabels, everyNth, type TextMark, textWidth } from './labels.ts'
import type { Mark } from './scene.ts'

const FRAME = { width: 300, height: 200 }
const label = (text: string, x: number, y: number, more: Partial<TextMark> = {}): TextMark => ({
  kind: 'text',
  x,
  y,
  text,
  tone: 'ink',
  size: 12,
  anchor: 'start',
  ...more,
})
const at = (mark: Mark | undefined) => (mark?.kind === 'text' ? [mark.x, mark.y, mark.anchor] : null)
const clash = (a: TextMark, b: TextMark) => {
  const [one, other] = [boxOf(a), boxOf(b)]
  return one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom
}

describe('labels of a drawing', () => {
  it('stay where they are while nothing is in their way', () => {
    const marks = [label('rated static', 10, 40, { free: {} }), label('0.2', 10, 120)]
    expect(clearLabels(marks, FRAME)).toEqual(marks)
  })

  it('give way by a line to one that may not be moved, whichever comes first', () => {
    const marks = [label('heater floor', 10, 40, { free: {} }), label('0.2', 12, 44)]
    expect(at(clearLabels(marks, FRAME)[0])).toEqual([10, 24, 'start'])
    expect(at(clearLabels(marks.toReversed(), FRAME)[1])).toEqual([10, 24, 'start'])
    expect(at(clearLabels(marks, FRAME)[1])).toEqual([12, 44, 'start'])
  })

  it('go to the other side of their line rather than out of the drawing', () => {
    const marks = [label('heater floor 1,050', 30, 100, { anchor: 'end', free: { otherX: 40 } })]
    expect(at(clearLabels(marks, FRAME)[0])).toEqual([40, 100, 'start'])
  })

  it('go where they cover least when no place is free', () => {
    const full = Array.from({ length: 24 }, (_, i) => label('a label as wide as all of it is here', 0, 10 + i * 8))
    const moved = clearLabels([...full, label('one more', 0, 100, { free: {} })], FRAME).at(-1)
    expect(moved?.kind === 'text' && moved.y > 0 && moved.y < FRAME.height).toBe(true)
  })

  it('never end up worse than they were: a pair that was apart stays apart', () => {
    const some = fc.record({
      text: fc.string({ minLength: 1, maxLength: 12 }),
      x: fc.integer({ min: 20, max: 200 }),
      y: fc.integer({ min: 30, max: 180 }),
      free: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(some, { maxLength: 5 }), (all) => {
        const marks = all.map(({ free, text, x, y }) => label(text, x, y, free ? { free: {} } : {}))
        const after = clearLabels(marks, FRAME) as TextMark[]
        const clashes = (of: TextMark[]) => of.flatMap((one, i) => of.slice(i + 1).filter((other) => clash(one, other))).length
        expect(clashes(after)).toBeLessThanOrEqual(clashes(marks))
        expect(after.map((one) => one.text)).toEqual(marks.map((one) => one.text))
      }),
      { numRuns: 3000 },
    )
  })
})

describe('labels under an axis', () => {
  it.each([
    [80, 44, 1],
    [40, 44, 2],
    [36, 44, 2],
    [14, 44, 4],
    [0, 44, 44],
  ])('%s px apart and %s px wide: every %sth', (apart, wide, nth) => expect(everyNth(apart, wide)).toBe(nth))

  it('are as wide as their figures, and words rather wider than narrower', () => {
    expect(textWidth(label('1,050', 0, 0, { mono: true }))).toBeCloseTo(36, 9)
    expect(textWidth(label('aim', 0, 0, { bold: true }))).toBeGreaterThan(textWidth(label('aim', 0, 0)))
  })
})

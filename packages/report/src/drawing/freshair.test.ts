import { changeoverOf, damperLineOf, dcvOf, hoursOf, stripOf, type VisitView, visitOf } from '@ingle/bench'
import { LIBRARY_ID, LIBRARY_VISIT_ID, libraryChanges } from '@ingle/catalog/demo'
import { BASE_UNITS, METRIC_UNITS, type UnitChoice } from '@ingle/core'
import { findVisit, fold } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { changeoverScene } from './changeover.ts'
import { damperLineScene } from './damperLine.ts'
import { peopleDayScene } from './peopleDay.ts'
import type { Scene } from './scene.ts'
import { stripScene } from './strip.ts'

const state = fold(LIBRARY_ID, libraryChanges(new Date('2026-11-28T10:00:00Z')))
const visit = findVisit(state, LIBRARY_VISIT_ID)
/** RTU-1 (two speeds, measured as found) and RTU-2 (variable, nothing measured). */
const view = (at: 0 | 1, units: UnitChoice): VisitView => {
  const system = state.systems[at]
  if (!system || !visit) throw new Error('the library has three units and a visit')
  return visitOf({ state, system, visit, units })
}
const value = <T>(of: { ok: true; value: T } | { ok: false; reason: string }): T => {
  if (!of.ok) throw new Error(of.reason)
  return of.value
}
const changeover = (v: VisitView, width: number, height: number) => {
  const { now, wanted, roof } = changeoverOf(v)
  const { dryBulbF: returnF, enthalpyBtuLb: returnBtuLb, pressurePsia } = roof.back
  return changeoverScene({ now, wanted, returnF, returnBtuLb, pressurePsia, hours: hoursOf(v) }, v.units, width, height)
}
const SCENES: Record<string, (v: VisitView, width: number, height: number) => Scene> = {
  'damper line': (v, width, height) => damperLineScene(value(damperLineOf(v)), v.units, width, height),
  changeover,
  'day of people': (v, width, height) => peopleDayScene(value(dcvOf(v)), v.units, width, height),
}
const numbers = (scene: Scene) =>
  scene.marks.flatMap((mark) => (mark.kind === 'line' || mark.kind === 'area' ? mark.points.flat() : [mark.x, mark.y]))
const texts = (scene: Scene) => scene.marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []))

describe.each(Object.entries(SCENES))('the picture of the %s', (_, draw) => {
  it.each([
    ['wide', 900, 400],
    ['as a phone has it', 330, 270],
  ])('has no figure that is none, and stays inside its frame, %s', (_name, width, height) => {
    for (const units of [BASE_UNITS, METRIC_UNITS])
      for (const at of [0, 1] as const) {
        const scene = draw(view(at, units), width, height)
        for (const number of numbers(scene)) expect(Number.isFinite(number)).toBe(true)
        for (const mark of scene.marks) {
          if (mark.kind !== 'line' && mark.kind !== 'dot') continue
          const points = mark.kind === 'line' ? mark.points : [[mark.x, mark.y] as const]
          for (const [x, y] of points) {
            expect(x).toBeGreaterThanOrEqual(-1)
            expect(x).toBeLessThanOrEqual(width + 1)
            expect(y).toBeGreaterThanOrEqual(-1)
            expect(y).toBeLessThanOrEqual(height + 1)
          }
        }
      }
  })
})

describe('the damper line', () => {
  it('says need, found, aim and each point, in the reader’s units', () => {
    const scene = SCENES['damper line']?.(view(0, METRIC_UNITS), 640, 320) as Scene
    expect(texts(scene)).toEqual(
      expect.arrayContaining(['needed 204 to 234', 'as found', 'aim, foretold', '60%', '100%', 'L/s', '1', '2']),
    )
    expect(scene.marks.flatMap((mark) => (mark.kind === 'dot' && mark.says ? [mark.says] : []))[0]).toMatch(
      /^fan 100%, damper 30%: 5\d\d ± \d+$/,
    )
  })
  it('keeps its labels off one another', () => {
    for (const at of [0, 1] as const) {
      const scene = SCENES['damper line']?.(view(at, BASE_UNITS), 640, 320) as Scene
      const words = scene.marks.flatMap((mark) => (mark.kind === 'text' && mark.bold && mark.text.length > 3 ? [mark] : []))
      for (const a of words)
        for (const b of words)
          if (a !== b && Math.abs(a.x - b.x) < 100) expect(Math.abs(a.y - b.y), `${a.text} and ${b.text}`).toBeGreaterThan(11)
    }
  })
})

describe('the strip', () => {
  it('shows what each terminal carries and what a free one takes, and marks a clash', () => {
    const v = view(1, BASE_UNITS)
    expect(texts(stripScene(stripOf(v), 620) as Scene)).toEqual(expect.arrayContaining(['UI5', 'CO₂', 'free: reads or contact']))
    const strip = stripOf(v)
    const clash = { ...strip, points: strip.points.map((one) => (one.id === 'co2' ? { ...one, terminal: 'UI1' } : one)) }
    const mark = stripScene(clash, 620)?.marks.find((one) => one.kind === 'text' && one.text.includes(' + '))
    expect(mark).toMatchObject({ text: 'Outdoor air temperature + CO₂', tone: 'limit' })
  })
  it('is nothing where nobody has written down the terminals', () => {
    expect(stripScene({ ...stripOf(view(0, BASE_UNITS)), terminals: [] }, 620)).toBeNull()
  })
})

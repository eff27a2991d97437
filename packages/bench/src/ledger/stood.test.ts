import { fold, type VisitId } from '@ingle/record'
import { BOARD_A, HERE, Pen, SYSTEM, uuid } from '@ingle/record/testing'
import { expect, it } from 'vitest'
import { visitBefore } from './stood.ts'

const VISITS: VisitId[] = [HERE.visitId, uuid(71), uuid(72), uuid(73)]

it('looks back to the last visit on which this system was written about', () => {
  const pen = new Pen()
  pen.write('system.set', { systemId: SYSTEM, name: 'AH-1' })
  pen.write('profile.use', { systemId: SYSTEM, profile: BOARD_A })
  const [first, second, third, fourth] = VISITS as [VisitId, VisitId, VisitId, VisitId]
  pen.write('visit.start', { visitId: first, reason: 'first' })
  pen.write('setting.set', { visitId: first, systemId: SYSTEM, role: 'airflow.cool', column: 'left', value: '3' })
  // Nobody wrote of its settings on the second; on the third only of another system.
  pen.write('visit.start', { visitId: second, reason: 'second' })
  pen.write('note.add', { visitId: second, systemId: SYSTEM, text: 'quiet', standing: 'fine' })
  pen.write('visit.start', { visitId: third, reason: 'third' })
  pen.write('visit.start', { visitId: fourth, reason: 'fourth' })
  const state = fold(uuid(0), pen.changes)
  const before = (at: number) => {
    const visit = state.visits[at]
    return visit ? (visitBefore(state, SYSTEM, visit)?.id ?? null) : undefined
  }
  expect([0, 1, 2, 3].map(before)).toEqual([null, first, first, first])
})

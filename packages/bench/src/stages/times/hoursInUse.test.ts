import type { WeekEntry } from '@ingle/core'
import { Pen, SYSTEM, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import { freshAir } from '../freshair/freshair.ts'
import { roofOf } from '../freshair/roof.ts'

type Week = [days: number[], entries: WeekEntry[]][]
const at = (clock: string, is: WeekEntry['is']): WeekEntry => {
  const [hour = 0, minute = 0] = clock.split(':').map(Number)
  return { startMin: 60 * hour + minute, is }
}
/** A bakery: in from 04:30 on working days, from 06:00 on Saturday, nobody on Sunday. */
const BAKERY: Week = [
  [
    [0, 1, 2, 3, 4],
    [at('04:30', 'in'), at('13:15', 'out')],
  ],
  [[5], [at('06:00', 'in'), at('12:00', 'out')]],
]
const view = (week: Week, roof: object = {}) => {
  const pen = new Pen()
  pen.write('site.set', { name: 'Quay', altitudeFt: 0, timeZone: 'UTC' })
  pen.write('system.set', { systemId: SYSTEM, name: 'RTU' })
  pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
  pen.write('roof.set', { systemId: SYSTEM, fan: 'one', fullCfm: 3000, ...roof })
  for (const [days, entries] of week) pen.write('week.set', { systemId: SYSTEM, days, entries })
  return viewOf(pen.changes)
}
const taken = (v: ReturnType<typeof view>) => roofOf(v).assumptions.find((one) => one.what === 'hours of use')
const apart = (v: ReturnType<typeof view>) => freshAir.findings(v).find((one) => one.id === 'hours-apart')?.says

describe('one set of hours for a system', () => {
  it('a year of outdoor air is counted for the hours of the people’s week, and says so', () => {
    const v = view(BAKERY)
    expect(roofOf(v).hours).toEqual({ fromHour: 4, toHour: 14, daysPerWeek: 6 })
    expect(taken(v)).toEqual({ what: 'hours of use', value: '04:00 to 14:00 on 6 days', from: 'the week on Times' })
    expect(apart(v)).toBeUndefined()
  })
  it('where nobody said either, a usual week is taken and told as one', () => {
    const v = view([])
    expect(roofOf(v).hours).toEqual({ fromHour: 7, toHour: 19, daysPerWeek: 5 })
    expect(taken(v)?.from).toContain('nobody said')
  })
  it('people who sleep there are in, from one midnight to the next', () => {
    const home: Week = [
      [
        [0, 1, 2, 3, 4, 5, 6],
        [at('06:30', 'in'), at('08:00', 'out'), at('17:00', 'in'), at('22:30', 'asleep')],
      ],
    ]
    expect(roofOf(view(home)).hours).toEqual({ fromHour: 0, toHour: 24, daysPerWeek: 7 })
  })
  it('what was said here counts, and is held against the week', () => {
    const v = view(BAKERY, { fromHour: 7, toHour: 19, daysPerWeek: 5 })
    expect(roofOf(v).hours).toEqual({ fromHour: 7, toHour: 19, daysPerWeek: 5 })
    expect(taken(v)).toBeUndefined()
    expect(apart(v)).toBe(
      'Fresh air counts a year with people in from 07:00 to 19:00 on 5 days; their week on Times has them in from 04:00 to 14:00 on 6 days.',
    )
    // An hour is a round figure, two are another answer.
    expect(apart(view(BAKERY, { fromHour: 5, toHour: 15, daysPerWeek: 6 }))).toBeUndefined()
    expect(apart(view(BAKERY, { fromHour: 6, toHour: 14, daysPerWeek: 6 }))).toContain('06:00 to 14:00')
  })
})

import { describe, expect, it } from 'vitest'
import { dayFromLog } from './pastedDay.ts'

const every = (stepMin: number, hours: number, of: (min: number) => number | null, from = 0) => {
  const timesMin = Array.from({ length: Math.round((hours * 60) / stepMin) }, (_, i) => from + i * stepMin)
  return { timesMin, readingsF: timesMin.map(of) }
}

describe('a day from a log', () => {
  it('is the mean of each hour of the last whole day', () => {
    const day = dayFromLog(every(15, 24, (min) => 20 + Math.floor(min / 60) + (min % 60) / 60))
    // 20.0, 20.25, 20.5 and 20.75 in the first hour.
    expect(day.ok && day.value).toEqual(Array.from({ length: 24 }, (_, hour) => Math.round((20.375 + hour) * 10) / 10))
    const two = dayFromLog(every(30, 48, (min) => (min < 1440 ? 10 : 50)))
    expect(two.ok && two.value).toEqual(new Array(24).fill(50))
  })
  it('stands by the hour of the day, whenever it begins', () => {
    const day = dayFromLog(every(60, 24, (min) => min / 60, 6 * 60))
    expect(day.ok && day.value[6]).toBe(6)
    expect(day.ok && day.value[5]).toBe(29)
  })
  it('bridges a hole of up to three hours, and no more', () => {
    const hole = (hours: number) => dayFromLog(every(60, 24, (min) => (min >= 480 && min < 480 + hours * 60 ? null : min / 60)))
    const three = hole(3)
    expect(three.ok && three.value.slice(7, 12)).toEqual([7, 8, 9, 10, 11])
    expect(hole(4)).toMatchObject({ ok: false, code: 'day-log-hole' })
  })
  it('wants a day', () => {
    expect(dayFromLog(every(30, 23, () => 40))).toMatchObject({ ok: false, code: 'day-log-short' })
    expect(dayFromLog({ timesMin: [], readingsF: [] })).toMatchObject({ ok: false, code: 'day-log-short' })
    expect(dayFromLog(every(30, 24, () => 40)).ok).toBe(true)
  })
})

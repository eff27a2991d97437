import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { civilOf, dayNumber, isDate } from './civil.ts'
import { icsDays } from './ics.ts'
import {
  endOf,
  fillSetPoints,
  inForceAt,
  nextChange,
  type Override,
  type Program,
  type TimeEvent,
  timelineOf,
} from './inForce.ts'
import { deviceTime } from './powerCut.ts'
import { recoveryMin } from './recovery.ts'
import { gapStretches, laneOf, WEEK_MIN } from './weekLanes.ts'
import { dayOf, minutesOf, toInstant, toLocal, weekdayOf, zoneTable } from './zoneTime.ts'

const MIN_MS = 60_000
const DAY_MS = 86_400_000
const at = (year: number, month: number, day: number, hour = 0, minute = 0) =>
  dayNumber(year, month, day) * DAY_MS + (hour * 60 + minute) * MIN_MS

describe('days of the calendar', () => {
  it('go there and back, also over centuries and leap days', () => {
    fc.assert(
      fc.property(fc.integer({ min: -400_000, max: 400_000 }), (day) => {
        const { year, month, day: of } = civilOf(day)
        expect(dayNumber(year, month, of)).toBe(day)
        expect(isDate({ year, month, day: of })).toBe(true)
      }),
    )
    expect([dayNumber(1970, 1, 1), dayNumber(2000, 3, 1) - dayNumber(2000, 2, 28)]).toEqual([0, 2])
  })
  it('know a date that is none, and the day of the week', () => {
    expect([
      isDate({ year: 2026, month: 2, day: 31 }),
      isDate({ year: 2027, month: 2, day: 29 }),
      isDate({ year: 2028, month: 2, day: 29 }),
    ]).toEqual([false, false, true])
    // 28 November 2026 is a Saturday.
    expect(weekdayOf(dayNumber(2026, 11, 28))).toBe(5)
  })
})

const ZONES = ['America/New_York', 'Europe/London', 'Australia/Lord_Howe', 'America/Phoenix', 'Asia/Kathmandu', 'UTC']

describe('the clock of a zone', () => {
  it('shows an instant as a local time that leads back to it, or to its first pass', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ZONES), fc.integer({ min: 0, max: 366 * 24 * 60 }), (zone, minute) => {
        const instant = at(2026, 1, 1) + minute * MIN_MS
        const table = zoneTable(zone, instant - 40 * DAY_MS, instant + 40 * DAY_MS)
        const back = toInstant(table, toLocal(table, instant))
        expect(back.status).not.toBe('gap')
        expect([back.instant, back.second]).toContain(instant)
        if (back.second !== null) expect(back.second).toBeGreaterThan(back.instant)
      }),
    )
  })
  it('has half an hour of daylight saving on Lord Howe', () => {
    const table = zoneTable('Australia/Lord_Howe', at(2026, 9, 1), at(2026, 11, 1))
    expect(table.offsetMs.map((one) => one / MIN_MS)).toEqual([630, 660])
  })
})

const state = fc.record({ heatF: fc.integer({ min: 50, max: 75 }), coolF: fc.integer({ min: 76, max: 90 }) })
const event: fc.Arbitrary<TimeEvent> = fc
  .record({
    startMin: fc.integer({ min: 0, max: 1439 }),
    days: fc.oneof(fc.constant(null), fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 })),
    state,
  })
  .map(({ startMin, days, state: of }) => ({ action: 'set', ...of, startMin, days }))

/** A program whose events are all at different minutes, so that which comes first needs no rule. */
const program: fc.Arbitrary<Program> = fc
  .record({
    zone: fc.constantFrom('America/New_York', 'UTC', 'Europe/London'),
    week: fc.uniqueArray(event, { minLength: 1, maxLength: 5, selector: (one) => one.startMin }),
    season: fc.uniqueArray(event, { maxLength: 3, selector: (one) => one.startMin }),
    exception: fc.uniqueArray(event, { maxLength: 2, selector: (one) => one.startMin }),
  })
  .map(({ zone, week, season, exception }) => ({
    zone,
    week,
    seasons: [{ range: { yearly: true as const, fromMonthDay: 1110, toMonthDay: 305 }, week: season }],
    exceptions: [
      {
        range: { yearly: false as const, fromDay: dayNumber(2026, 11, 2), toDay: dayNumber(2026, 11, 3) },
        days: null,
        events: exception,
      },
    ],
    holidays: null,
    actions: [],
  }))

describe('what is in force', () => {
  it('is at every minute what a walk from minute to minute says, over the autumn change too', () => {
    const [from, to] = [at(2026, 10, 30), at(2026, 11, 12)]
    fc.assert(
      fc.property(program, (of) => {
        const timeline = timelineOf(of, from - 30 * DAY_MS, to + 2 * DAY_MS)
        const table = zoneTable(of.zone, from - 40 * DAY_MS, to + 40 * DAY_MS)
        let walked: TimeEvent | null = null
        const seen = new Set<number>()
        for (let instant = from - 20 * DAY_MS; instant < to; instant += MIN_MS) {
          const local = toLocal(table, instant)
          const day = dayOf(local)
          const monthDay = civilOf(day)
          const isException = day === dayNumber(2026, 11, 2) || day === dayNumber(2026, 11, 3)
          const isSeason = monthDay.month === 12 || (monthDay.month === 11 && monthDay.day >= 10)
          const list = isException ? of.exceptions[0]?.events : isSeason ? of.seasons[0]?.week : of.week
          // Each acts once a date: at the first of two passes.
          for (const one of list ?? [])
            if (
              one.startMin === minutesOf(local) &&
              (one.days === null || one.days.includes(weekdayOf(day))) &&
              !seen.has(local)
            ) {
              walked = one
              seen.add(local)
            }
          if (instant >= from && walked) {
            const now = inForceAt(timeline, instant, null, 0)
            if (now.heatF !== walked.heatF || now.coolF !== walked.coolF) expect(now).toMatchObject(walked)
          }
        }
        expect(walked === null || inForceAt(timeline, to - MIN_MS, null, 0).heatF === walked.heatF).toBe(true)
      }),
      { numRuns: 12 },
    )
  })

  it('fills minutes with the same, actions and the change of the clocks included', () => {
    const from = at(2026, 10, 20)
    const minutes = 20 * 1440
    fc.assert(
      fc.property(program, fc.array(event, { maxLength: 3 }), (of, acts) => {
        const actions = acts.map((one) => ({
          range: { yearly: true as const, fromMonthDay: 1024, toMonthDay: 1102 },
          event: one,
        }))
        const timeline = timelineOf({ ...of, actions }, from - 10 * DAY_MS, from + 21 * DAY_MS)
        const [heatF, coolF] = [new Float64Array(minutes), new Float64Array(minutes)]
        fillSetPoints(timeline, from, heatF, coolF)
        for (let minute = 0; minute < minutes; minute += 7) {
          const now = inForceAt(timeline, from + minute * MIN_MS, null, 0)
          if ((now.heatF ?? Number.NaN) !== heatF[minute] || (now.coolF ?? Number.NaN) !== coolF[minute])
            expect([heatF[minute], coolF[minute]]).toEqual([now.heatF ?? Number.NaN, now.coolF ?? Number.NaN])
        }
        expect(timeline.instants.every((one, i) => i === 0 || one >= (timeline.instants[i - 1] as number))).toBe(true)
      }),
      { numRuns: 25 },
    )
  })

  it('changes next where the state first differs, and not where the same is set again', () => {
    const same = { action: 'set' as const, heatF: 70, coolF: 76, days: null }
    const week = [
      { ...same, startMin: 360 },
      { ...same, startMin: 720 },
      { ...same, heatF: 62, startMin: 1320 },
    ]
    const plain: Program = { zone: 'UTC', week, seasons: [], exceptions: [], holidays: null, actions: [] }
    const now = at(2026, 11, 28, 7)
    const timeline = timelineOf(plain, now - 10 * DAY_MS, now + 10 * DAY_MS)
    expect(nextChange(timeline, now, null)).toBe(at(2026, 11, 28, 22))
    const hand: Override = { action: 'set', heatF: 66, coolF: 76, setAt: now, kind: 'minutes', minutes: 90 }
    expect(endOf(timeline, hand)).toBe(at(2026, 11, 28, 8, 30))
    expect(nextChange(timeline, now, hand)).toBe(at(2026, 11, 28, 8, 30))
    expect(inForceAt(timeline, at(2026, 11, 28, 8, 29), hand, endOf(timeline, hand)).source).toBe('override')
    // Until the next event, whether it changes anything or not.
    expect(endOf(timeline, { ...hand, kind: 'until-next-event' } as Override)).toBe(at(2026, 11, 28, 12))
    const hold: Override = { action: 'set', heatF: 66, coolF: 76, setAt: now, kind: 'hold', clearedAt: null }
    expect(nextChange(timeline, now, hold)).toBeNull()
  })

  it('a second change by hand leaves the lane that it does not touch to the first, and drops out when it ends', () => {
    const program: Program = {
      zone: 'UTC',
      week: [{ startMin: 0, days: null, action: 'set', heatF: 60, coolF: 80 }],
      seasons: [],
      exceptions: [],
      holidays: null,
      actions: [],
    }
    const start = at(2026, 11, 28, 8)
    const timeline = timelineOf(program, start - DAY_MS, start + DAY_MS)
    const first: Override = { action: 'set', heatF: 70, coolF: null, setAt: start, kind: 'minutes', minutes: 240 }
    const second: Override = {
      action: 'set',
      heatF: null,
      coolF: 74,
      setAt: start + 60 * MIN_MS,
      kind: 'minutes',
      minutes: 60,
      under: first,
    }
    const lanes = (minute: number) => {
      const { heatF, coolF } = inForceAt(timeline, start + minute * MIN_MS, second, endOf(timeline, second))
      return [heatF, coolF]
    }
    expect([lanes(90), lanes(150), lanes(250)]).toEqual([
      [70, 74],
      [70, 80],
      [60, 80],
    ])
    const changes = []
    for (let now: number | null = start + 61 * MIN_MS; now !== null && changes.length < 2; ) {
      now = nextChange(timeline, now, second)
      if (now !== null) changes.push((now - start) / MIN_MS)
    }
    expect(changes).toEqual([120, 240])
    // A hold that was ended is over at that very instant.
    const hold: Override = { action: 'set', heatF: 66, coolF: null, setAt: start, kind: 'hold', clearedAt: start + MIN_MS }
    expect(inForceAt(timeline, start + MIN_MS, hold, endOf(timeline, hold)).heatF).toBe(60)
  })
  it('is nothing before anything was ever set', () => {
    const empty: Program = { zone: 'UTC', week: [], seasons: [], exceptions: [], holidays: null, actions: [] }
    expect(inForceAt(timelineOf(empty, 0, DAY_MS), DAY_MS, null, 0)).toMatchObject({ source: 'none', heatF: null })
  })
})

describe('a power cut', () => {
  const cut = { offAt: at(2026, 2, 10, 11), onAt: at(2026, 2, 10, 15), correctedAt: at(2026, 2, 10, 18) }
  it('leaves the clock right, late, or at a time of its own, until somebody puts it right', () => {
    const shows = (
      clock: Parameters<typeof deviceTime>[0] extends infer C ? (C extends { clock: infer K } ? K : never) : never,
    ) =>
      [10, 12, 16, 19].map((hour) => {
        const told = deviceTime({ ...cut, clock }, at(2026, 2, 10, hour))
        return told === null ? null : minutesOf(told) / 60
      })
    expect(shows({ kind: 'kept' })).toEqual([10, null, 16, 19])
    expect(shows({ kind: 'stopped' })).toEqual([10, null, 12, 19])
    expect(shows({ kind: 'reset', to: at(2000, 1, 1, 12) })).toEqual([10, null, 13, 19])
  })
})

const calendar = (...events: string[]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//ingle//EN',
    ...events.flatMap((one) => ['BEGIN:VEVENT', ...one.split('|'), 'END:VEVENT']),
    'END:VCALENDAR',
    '',
  ].join('\r\n')
const datesOf = (text: string, from = 2026, to = 2029) => {
  const read = icsDays(text, dayNumber(from, 1, 1), dayNumber(to, 12, 31))
  return read.ok
    ? read.value.days.map(({ day }) => {
        const { year, month, day: of } = civilOf(day)
        return year * 10_000 + month * 100 + of
      })
    : read.code
}

describe('a calendar of holidays', () => {
  it('is read with its yearly rules: by date, by the last Monday, on a leap day only where there is one', () => {
    expect(datesOf(calendar('DTSTART;VALUE=DATE:20260704|RRULE:FREQ=YEARLY'))).toEqual([20260704, 20270704, 20280704, 20290704])
    expect(datesOf(calendar('DTSTART;VALUE=DATE:20260525|RRULE:FREQ=YEARLY;BYMONTH=5;BYDAY=-1MO'), 2026, 2027)).toEqual([
      20260525, 20270531,
    ])
    expect(datesOf(calendar('DTSTART;VALUE=DATE:20240229|RRULE:FREQ=YEARLY'), 2024, 2032)).toEqual([20240229, 20280229, 20320229])
  })
  it('counts what a rule gives before anything is taken out, and ends where it says', () => {
    expect(datesOf(calendar('DTSTART;VALUE=DATE:20260101|RRULE:FREQ=YEARLY;COUNT=3|EXDATE;VALUE=DATE:20270101'))).toEqual([
      20260101, 20280101,
    ])
    expect(datesOf(calendar('DTSTART;VALUE=DATE:20260101|RRULE:FREQ=YEARLY;INTERVAL=2;UNTIL=20281231'))).toEqual([
      20260101, 20280101,
    ])
  })
  it('counts a leap day only in years that have one, and leaves out a single event that was taken out', () => {
    expect(datesOf(calendar('DTSTART;VALUE=DATE:20240229|RRULE:FREQ=YEARLY;COUNT=3'), 2024, 2040)).toEqual([
      20240229, 20280229, 20320229,
    ])
    expect(
      datesOf(calendar('DTSTART;VALUE=DATE:20240229|RRULE:FREQ=YEARLY;COUNT=3|EXDATE;VALUE=DATE:20280229'), 2024, 2040),
    ).toEqual([20240229, 20320229])
    expect(datesOf(calendar('DTSTART;VALUE=DATE:20240229|RRULE:FREQ=YEARLY;UNTIL=20280228'), 2024, 2040)).toEqual([20240229])
    expect(
      datesOf(calendar('DTSTART;VALUE=DATE:20260704|EXDATE;VALUE=DATE:20260704', 'DTSTART;VALUE=DATE:20260705'), 2026, 2026),
    ).toEqual([20260705])
  })
  it('counts every day of an event, its end left out, once', () => {
    expect(datesOf(calendar('DTSTART;VALUE=DATE:20261224|DTEND;VALUE=DATE:20261227', 'DTSTART;VALUE=DATE:20261225'))).toEqual([
      20261224, 20261225, 20261226,
    ])
  })
  it('passes over events with a time of day, and what is nested in one', () => {
    const text = calendar(
      'DTSTART:20260101T090000Z',
      'DTSTART;VALUE=DATE:20260102|BEGIN:VALARM|ACTION:DISPLAY|DTSTART;VALUE=DATE:20260909|TRIGGER:-PT1H|END:VALARM',
    )
    expect(datesOf(text)).toEqual([20260102])
    const read = icsDays(text, dayNumber(2026, 1, 1), dayNumber(2026, 12, 31))
    expect(read.ok && read.value.timed).toBe(1)
  })
  it('is read with any line ends and with folded lines', () => {
    const text = calendar('DTSTART;VALUE=DATE:20260704|SUMMARY:A very long name that somebody|  folded')
    for (const end of ['\r\n', '\n', '\r']) expect(datesOf(text.replaceAll('\r\n', end), 2026, 2026)).toEqual([20260704])
  })
  it.each([
    ['not a calendar at all', 'ics-unread'],
    [calendar(), 'ics-without-events'],
    ['x'.repeat(2_000_001), 'ics-too-long'],
  ])('is refused in words where it is none', (text, code) => {
    expect(datesOf(text)).toBe(code)
  })
  it('with a rule without end stops where nobody asks further', () => {
    expect(datesOf(calendar('DTSTART;VALUE=DATE:19000101|RRULE:FREQ=DAILY'), 2026, 2026)).not.toHaveLength(0)
  })
})

describe('lanes of the week', () => {
  it('carry the last set point over the end of the week', () => {
    const lane = laneOf([{ atMin: 600, value: 70 }])
    expect([lane?.[0], lane?.[WEEK_MIN - 1]]).toEqual([70, 70])
    expect(laneOf([])).toBeNull()
  })
  it('name the stretches in which cooling comes too near to heating', () => {
    const heat = laneOf([
      { atMin: 0, value: 68 },
      { atMin: 600, value: 72 },
      { atMin: 700, value: 68 },
    ])
    const cool = laneOf([{ atMin: 0, value: 74 }])
    expect(gapStretches(heat as Float64Array, cool as Float64Array, 3)).toEqual([{ startMin: 600, endMin: 700, gapF: 2 }])
  })
})

describe('recovery', () => {
  it('takes no time where it is warm already, and for ever where the plant is too small', () => {
    const of = { capacityBtuPerF: 3000, uaBtuHPerF: 500, outdoorF: 25, outputBtuH: 45_000, startF: 62, targetF: 70 }
    expect(recoveryMin({ ...of, startF: 71 })).toBe(0)
    expect(recoveryMin({ ...of, outputBtuH: 20_000 })).toBeNull()
    expect(recoveryMin({ ...of, outputBtuH: 60_000 })).toBeLessThan(recoveryMin(of) ?? 0)
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { WeekEntry } from './occupantWeek.ts'
import { readTimesIcs, readWeekCsv, writeRemindersIcs, writeTimesIcs, writeWeekCsv } from './timesCalendar.ts'

const STAMP = '2026-11-28T12:00:00Z'
const entry: fc.Arbitrary<WeekEntry> = fc.record(
  {
    startMin: fc.nat(1439),
    is: fc.constantFrom('in' as const, 'out' as const, 'asleep' as const),
    heatF: fc.integer({ min: 36, max: 94 }),
    coolF: fc.integer({ min: 56, max: 104 }),
    mode: fc.constantFrom('off' as const, 'heat' as const, 'cool' as const),
    fan: fc.constantFrom('auto' as const, 'on' as const, 'low' as const, 'medium' as const, 'high' as const),
  },
  { requiredKeys: ['startMin', 'is'] },
)
const day = fc
  .uniqueArray(entry, { minLength: 1, maxLength: 4, selector: (one) => one.startMin })
  .map((entries) => entries.sort((a, b) => a.startMin - b.startMin))
const week = fc
  .tuple(fc.uniqueArray(fc.nat(6), { minLength: 1 }), fc.array(day, { minLength: 7, maxLength: 7 }))
  .map(([days, lists]) => Object.fromEntries(days.map((one) => [String(one), lists[one] as WeekEntry[]])))
const clear = { seasons: [], exceptions: [], lettings: [], stamp: STAMP }
const read = (text: string, zone = 'Europe/London') => {
  const told = readTimesIcs(text, zone)
  if (!told.ok) throw new Error(told.code)
  return told.value
}
const calendar = (...events: string[]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    ...events.flatMap((one) => ['BEGIN:VEVENT', ...one.split('|'), 'END:VEVENT']),
    'END:VCALENDAR',
  ].join('\r\n')

describe('a week as a calendar', () => {
  it('comes back as it was', () => {
    fc.assert(
      fc.property(week, (of) => {
        expect(read(writeTimesIcs({ week: of, ...clear })).week).toEqual(of)
      }),
      { numRuns: 60 },
    )
  })
  it('with its seasons, one of them over New Year', () => {
    fc.assert(
      fc.property(week, week, (winter, summer) => {
        const seasons = [
          { name: 'winter', from: '10-16', to: '04-15', week: winter },
          { name: 'summer; fair', from: '04-16', to: '10-15', week: summer },
        ]
        const back = read(writeTimesIcs({ ...clear, week: winter, seasons }))
        expect([back.week, back.seasons]).toEqual([winter, seasons])
      }),
      { numRuns: 30 },
    )
  })
  it('with its exceptions and lettings', () => {
    const exceptions = [
      { name: 'skiing; a week, or so', from: '2027-02-06', to: '2027-02-13', is: 'out' as const },
      { name: 'regatta', from: '08-01', to: '08-02', is: 'in' as const },
      {
        name: 'market',
        from: '12-24',
        to: '12-24',
        is: 'out' as const,
        entries: [
          { startMin: 600, is: 'in' as const, heatF: 66 },
          { startMin: 960, is: 'out' as const },
        ],
      },
    ]
    const lettings = [
      { who: 'choir', days: [1, 3], fromMin: 1140, toMin: 1290 },
      { who: 'auction', on: '2026-12-12', fromMin: 540, toMin: 1440 },
    ]
    const back = read(writeTimesIcs({ week: {}, seasons: [], exceptions, lettings, stamp: STAMP }))
    expect([back.exceptions, back.lettings, back.left, back.holidays]).toEqual([exceptions, lettings, [], 0])
  })
  it('of somebody else: timed events are lettings in the time of the site, all-day ones holidays', () => {
    const told = read(
      calendar(
        'SUMMARY:Choir|DTSTART:20260608T180000Z|DTEND:20260608T193000Z|RRULE:FREQ=WEEKLY;BYDAY=MO',
        'SUMMARY:Guild|DTSTART;TZID=America/New_York:20261210T140000|DTEND;TZID=America/New_York:20261210T160000',
        'SUMMARY:Rehearsal|DTSTART:20261211T190000|DURATION:PT90M',
        'SUMMARY:Feast|DTSTART;VALUE=DATE:20261221|RRULE:FREQ=YEARLY',
      ),
    )
    expect(told.lettings).toEqual([
      // 18:00 UTC in June is 19:00 on the site.
      { who: 'Choir', days: [0], fromMin: 1140, toMin: 1230 },
      { who: 'Guild', on: '2026-12-10', fromMin: 1140, toMin: 1260 },
      { who: 'Rehearsal', on: '2026-12-11', fromMin: 1140, toMin: 1230 },
    ])
    expect(told.holidays).toBe(1)
  })
  it('says what was left out, and why', () => {
    const told = read(
      calendar(
        'SUMMARY:Night shift|DTSTART:20261211T220000|DTEND:20261212T060000',
        'SUMMARY:No end|DTSTART:20261211T220000',
        'SUMMARY:Monthly|DTSTART:20261211T100000|DTEND:20261211T110000|RRULE:FREQ=MONTHLY',
        'SUMMARY:Backwards|DTSTART:20261211T100000|DTEND:20261211T090000',
        'SUMMARY:Elsewhere|DTSTART;TZID=Moon/Tranquility:20261211T100000|DTEND;TZID=Moon/Tranquility:20261211T110000',
      ),
    )
    expect(told.left).toEqual([
      { name: 'Night shift', why: 'it lasts over midnight' },
      { name: 'No end', why: 'it has no end' },
      { name: 'Monthly', why: 'it comes back in another way than every week' },
      { name: 'Backwards', why: 'it ends before it begins' },
      { name: 'Elsewhere', why: 'its zone of time “Moon/Tranquility” is not known' },
    ])
    expect(told.lettings).toEqual([])
  })
  it('that is none, or far too long, is refused', () => {
    expect(readTimesIcs('not a calendar', 'UTC')).toMatchObject({ ok: false, code: 'ics-unread' })
    expect(readTimesIcs('x'.repeat(10_000_000), 'UTC')).toMatchObject({
      ok: false,
      code: 'ics-too-long',
      values: { megabytes: 10 },
    })
    expect(readTimesIcs('BEGIN:VCALENDAR\r\nEND:VCALENDAR', 'UTC')).toMatchObject({ ok: false, code: 'ics-without-events' })
  })
  it('is read by any other reader: lines are folded, texts are escaped', () => {
    const text = writeTimesIcs({
      week: {},
      seasons: [],
      exceptions: [{ name: 'a, b; c'.repeat(20), from: '12-24', to: '01-02', is: 'out' }],
      lettings: [],
      stamp: STAMP,
    })
    for (const line of text.split('\r\n')) expect(line.length).toBeLessThanOrEqual(75)
    expect(text).toContain('a\\, b\\; c')
    // Over New Year it is one event of ten days.
    expect(read(text).exceptions).toMatchObject([{ from: '12-24', to: '01-02' }])
  })
})

it('hours that somebody changed into something else are none', () => {
  for (const hours of ['{', '[{"startMin":"x"}]', '[null]', '{"a":1}'])
    expect(
      read(calendar(`SUMMARY:x|DTSTART;VALUE=DATE:20261211|X-INGLE-IS:in|X-INGLE-HOURS:${hours.replaceAll(',', '\\\\,')}`))
        .exceptions,
    ).toEqual([{ name: 'x', from: '2026-12-11', to: '2026-12-11', is: 'in' }])
})

describe('reminders', () => {
  it('are events of a day with an alarm at nine, again after so many months', () => {
    const text = writeRemindersIcs(
      [{ id: 'b', says: 'Marigold: batteries', on: '2027-10-04', everyMonths: 12, note: 'put in then' }],
      STAMP,
    )
    for (const line of [
      'DTSTART;VALUE=DATE:20271004',
      'RRULE:FREQ=MONTHLY;INTERVAL=12',
      'TRIGGER:PT9H',
      'ACTION:DISPLAY',
      'SUMMARY:Marigold: batteries',
    ])
      expect(text).toContain(`${line}\r\n`)
  })
})

describe('a week as a table', () => {
  it('comes back as it was', () => {
    fc.assert(
      fc.property(week, (of) => {
        expect(readWeekCsv(writeWeekCsv(of))).toEqual({ ok: true, value: of })
      }),
      { numRuns: 60 },
    )
  })
  it('is refused where a mode or a fan is none', () => {
    expect(readWeekCsv('days,what,at,mode\nmo,up,5:45,boil\n')).toMatchObject({ ok: false, code: 'week-csv-mode' })
    expect(readWeekCsv('days,what,at,fan\nmo,up,5:45,fast\n')).toMatchObject({ ok: false, code: 'week-csv-mode' })
  })
  it('may be written by hand', () => {
    expect(readWeekCsv('Days,What,At\nmo-we,up,5:45 am\nsa su,bed,23:10\n')).toEqual({
      ok: true,
      value: Object.fromEntries([
        ...[0, 1, 2].map((one) => [String(one), [{ startMin: 345, is: 'in' }]]),
        ...[5, 6].map((one) => [String(one), [{ startMin: 1390, is: 'asleep' }]]),
      ]),
    })
  })
  it.each([
    ['name,price\nx,2', 'week-csv-without-head'],
    ['days,what,at\nmonkey,up,5:45', 'week-csv-days'],
    ['days,what,at\nmo mo,up,5:45', 'week-csv-day-twice'],
    ['days,what,at\nmo,up,25:00', 'week-csv-time'],
    ['days,what,at\nmo,skiing,5:45', 'week-csv-what'],
    ['days,what,at,heat_f\nmo,up,5:45,690', 'week-csv-temperature'],
    ['days,what,at\nmo,up,5:45\nmo,out,5:45', 'week-csv-twice'],
  ])('%j is refused whole', (text, code) => expect(readWeekCsv(text)).toMatchObject({ ok: false, code }))
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readRoomLog, warmUpIn } from './roomLog.ts'

function read(text: string, isCelsius = false) {
  const log = readRoomLog(text, isCelsius)
  if (!log.ok) throw new Error(log.reason)
  return log.value
}

describe('a pasted log of a room', () => {
  it.each([
    ['clock times and commas', 'Time, °F\n06:00, 58.1\n06:05, 58.6\n06:10, 59', [0, 5, 10], [58.1, 58.6, 59]],
    ['tabs, halves of the day', 'time\ttemp\n11:55 pm\t60\n12:00 am\t61\n12:05 am\t62', [0, 5, 10], [60, 61, 62]],
    ['semicolons and decimal commas, in °C', 'Zeit;°C\n2026-11-24 06:00;20,5\n2026-11-24 06:10;21', [0, 10], [68.9, 69.8]],
    ['a decimal comma between commas', '06:00,20,5\n06:10,21,0', [0, 10], [20.5, 21]],
    ['days first with dots, months first with strokes', '24.11.2026 06:00\t60\n11/24/2026 06:30\t61', [0, 30], [60, 61]],
    ['times with a zone', '2026-11-24T06:00:00+01:00,60\n2026-11-24T05:30:00Z,61', [0, 30], [60, 61]],
    ['minutes', 'min, F\n0, 60\n5, 61', [0, 5], [60, 61]],
    ['seconds', 'seconds, F\n0, 60\n300, 61', [0, 5], [60, 61]],
    ['another column between', 'Time, relay, °F\n06:00, on, 60\n06:05, on, 61', [0, 5], [60, 61]],
  ])('%s', (_, text, minutes, degrees) => {
    const { timesMin, readingsF } = read(text)
    expect(timesMin.map((one) => one - (timesMin[0] as number))).toEqual(minutes)
    expect(readingsF.map((one) => (one === null ? null : Math.round(one * 1000) / 1000))).toEqual(degrees)
  })
  it('reads a figure without a sign as the reader does, and one with a sign by its sign', () => {
    expect(read('06:00, 20\n06:05, 21', true).readingsF).toEqual([68, 69.80000000000001])
    expect(read('06:00, 68 F\n06:05, 69 F', true).readingsF).toEqual([68, 69])
    expect(read('Time, °F\n06:00, 68\n06:05, 20 C').notes).toEqual([expect.stringContaining('another unit than the head')])
  })
  it('keeps holes as holes, and says how long they are', () => {
    const { readingsF, notes } = read('06:00,60\n06:05,\n06:10,61\n06:15,62\n06:20,62\n08:30,66')
    expect(readingsF).toEqual([60, null, 61, 62, 62, 66])
    expect(notes).toEqual(['1 hole, the longest 130 min: left as they are.'])
  })
  it('goes on past midnight', () => {
    const { timesMin } = read('23:50,60\n23:55,60\n00:00,61\n00:05,61')
    expect(timesMin.map((one) => one - (timesMin[0] as number))).toEqual([0, 5, 10, 15])
  })
  it('moves on what follows a clock that was put back, and says so', () => {
    const { timesMin, notes } = read('01:50,60\n01:55,60\n01:00,61\n01:05,61')
    expect(timesMin.map((one) => one - (timesMin[0] as number))).toEqual([0, 5, 10, 15])
    expect(notes).toEqual([expect.stringContaining('put back')])
  })
  it('takes a clock put forward for a hole', () =>
    expect(read('00:50,60\n00:55,60\n02:00,61\n02:05,61').notes[0]).toContain('put forward'))
  it('sorts what is out of order, and says so', () => {
    const { readingsF, notes } = read('2026-11-24 06:10,61\n2026-11-24 06:00,60\n2026-11-24 06:20,62')
    expect([readingsF, notes]).toEqual([[60, 61, 62], [expect.stringContaining('sorted')]])
  })
  it('says how many lines it did not read', () =>
    expect(read('from my logger no. 7\n06:00,60\n06:05,61').notes).toEqual(['1 line was not read: no time in front.']))
  it.each([
    ['one row', '06:00, 60'],
    ['words alone', 'nothing of the kind\nnor here'],
    ['times without temperatures', '06:00\n06:05'],
    ['nothing', ''],
  ])('refuses %s', (_, text) => expect(readRoomLog(text, false)).toMatchObject({ ok: false, code: 'log-unread' }))
  it('refuses more than a hundred thousand lines, and takes as many', () => {
    const lines = (count: number) => Array.from({ length: count }, (_, i) => `${i},60`).join('\n')
    expect(readRoomLog(lines(100_002), false)).toMatchObject({ ok: false, code: 'log-too-long' })
    expect(read(lines(100_000)).timesMin).toHaveLength(100_000)
  })
  it('answers any text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 200 }), (text) => {
        const log = readRoomLog(text, true)
        if (log.ok) expect(log.value.timesMin.every(Number.isFinite)).toBe(true)
      }),
    )
  })
})

describe('the warm-up in a log', () => {
  const stretch = (readingsF: (number | null)[]) => warmUpIn({ timesMin: readingsF.map((_, i) => i), readingsF })
  it('is the stretch of the longest rise, small falls and holes in it', () => {
    expect(stretch([66, 65, 64, 64.5, null, 65.2, 65, 67, 69, 68, 66, 67])).toEqual({ from: 2, to: 8 })
  })
  it('is none where it never rises', () => {
    expect(stretch([70, 69, 68])).toBeNull()
    expect(stretch([])).toBeNull()
    expect(stretch([null, null])).toBeNull()
  })
})

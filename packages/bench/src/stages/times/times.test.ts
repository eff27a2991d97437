import { PROFILES, profileById } from '@ingle/catalog'
import { BASE_UNITS, METRIC_UNITS, showIn, type WeekEntry } from '@ingle/core'
import type { Draft, Profile } from '@ingle/record'
import { HERE, Pen, SYSTEM, uuid, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { roomSystemOf } from '../comfort/roomSystem.ts'
import { aimDrafts } from '../workedAims.ts'
import { timesChecks } from './checks.ts'
import { heldProgramOf, timesDevice } from './device.ts'
import { fitOf, TIMES_SOURCE } from './fit.ts'
import { forceAt, localOf, momentOf, NOTHING_PLAYED, nowSaid, sayWhy, spansOf } from './now.ts'
import { remindersOf } from './reminders.ts'
import { runSaves, savesJobsOf, savesSaid, turnsAtF } from './saves.ts'
import { times, timesAims } from './times.ts'
import { runWarm, sayNeed, type WarmJob, warmJobOf } from './warm.ts'
import { judgeMornings } from './warmChecks.ts'
import { dayOfDate, keptOf, lanesOf, segmentsOf, wantedProgram, weekIn } from './week.ts'

const WORKING = [
  { startMin: 345, is: 'in' as const },
  { startMin: 440, is: 'out' as const },
  { startMin: 1030, is: 'in' as const },
  { startMin: 1310, is: 'asleep' as const },
]
const WEEKEND = [
  { startMin: 480, is: 'in' as const },
  { startMin: 1390, is: 'asleep' as const },
]
/** Saturday 28 November 2026, noon in London. */
const NOW = Date.UTC(2026, 10, 28, 12)
const TODAY = dayOfDate('2026-11-28')

function house(controller: string | Profile = 'fenwarm-p2', equipment = 'aldergate-gx-80'): Pen {
  const pen = new Pen()
  pen.write('site.set', { name: '6 Otterholt Row', altitudeFt: 340, timeZone: 'Europe/London', climate: 'damp coast' })
  pen.write('system.set', { systemId: SYSTEM, name: 'F-1', capacityTons: 3, heaterKw: 0 })
  if (equipment) pen.write('profile.use', { systemId: SYSTEM, place: 'equipment', profile: profileById(equipment) })
  pen.write('profile.use', {
    systemId: SYSTEM,
    place: 'controller',
    profile: typeof controller === 'string' ? profileById(controller) : controller,
  })
  pen.write('visit.start', { visitId: VISIT, reason: 'Times' })
  return pen
}
function withWeek(pen: Pen): Pen {
  pen.write('times.set', {
    systemId: SYSTEM,
    heatInF: 69,
    heatOutF: 60,
    heatAsleepF: 61,
    coolInF: 76,
    coolOutF: 83,
    coolAsleepF: 78,
  })
  pen.write('week.set', { systemId: SYSTEM, days: [0, 1, 2, 3, 4], entries: WORKING })
  pen.write('week.set', { systemId: SYSTEM, days: [5, 6], entries: WEEKEND })
  return pen
}
const found = (pen: Pen, values: Record<string, string>) => {
  for (const [role, value] of Object.entries(values))
    pen.write('setting.set', { ...HERE, role, place: 'controller', column: 'found', value })
}
const put = (pen: Pen, drafts: readonly Draft[]) => {
  for (const one of drafts) pen.write(one.kind as 'aim.set', one.body as never)
}
const ids = (v: VisitView) => timesChecks(v, NOW).map((one) => one.id.replace(/-time.*/, ''))
/** Takes what a check offers, and says what is left of it. */
function mended(pen: Pen, id: string): string[] {
  const check = timesChecks(viewOf(pen.changes), NOW).find((one) => one.id.startsWith(id))
  if (!check?.button) throw new Error(`no mend for ${id}`)
  const v = viewOf(pen.changes)
  put(pen, check.takesFit ? aimDrafts(v, timesAims(v)?.aims ?? [], TIMES_SOURCE) : check.drafts)
  return ids(viewOf(pen.changes))
}

const SLIP = {
  'time.clock': 'ok',
  'time.heat-start.11': '5:45 AM',
  'time.heat-set.11': '69',
  'time.heat-start.12': '7:15 AM',
  'time.heat-set.12': '60',
  'time.heat-start.13': '5:15 AM',
  'time.heat-set.13': '69',
  'time.heat-start.14': '9:45 PM',
  'time.heat-set.14': '61',
}

describe('off for a spell, one mode, another fan', () => {
  const SPELL: WeekEntry[] = [
    { startMin: 480, is: 'in', fan: 'on' },
    { startMin: 780, is: 'out', mode: 'off' },
  ]
  const spelled = (controller?: string, entries = SPELL) => {
    const pen = withWeek(house(controller))
    pen.write('week.set', { systemId: SYSTEM, days: [5], entries })
    return viewOf(pen.changes)
  }
  it('is in force as it was said: off, not at some set point', () => {
    const v = spelled()
    const program = wantedProgram(v, TODAY)
    // NOW is Saturday noon; half past one is after the spell began.
    expect(nowSaid(v, program, NOW + 5_400_000, NOTHING_PLAYED)).toMatch(/^off now/i)
    expect(nowSaid(v, program, NOW, NOTHING_PLAYED)).toContain('69.0 / 76.0 °F now')
  })
  it('one mode leaves the other lane without a set point', () => {
    const v = spelled(undefined, [{ startMin: 480, is: 'in', mode: 'heat' }])
    expect(nowSaid(v, wantedProgram(v, TODAY), NOW, NOTHING_PLAYED)).toMatch(/^69.0 °F now/)
    expect(timesAims(v)?.lost.join(' ')).toContain('Sa 08:00: heating only is not set by its program')
  })
  it('a device that cannot switch off says what it keeps instead, and is never given a set point that nobody said', () => {
    const lost = timesAims(spelled())?.lost ?? []
    expect(lost).toContain('Sa 13:00: it cannot switch itself off; it keeps what is kept while nobody is in, 60.0 °F / 83.0 °F.')
    expect(lost).toContain('Sa 08:00: fan on is not set by its program. By hand, or not at all.')
  })
  it('a list of dated lines switches off, and runs the fan', () => {
    const fit = timesAims(spelled('hollin-rv'))
    const lines = [1, 2, 3, 4, 5, 6].filter((n) =>
      fit?.aims.some((one) => one.id === `time.act.do.${n}` && one.meaning === 'off'),
    )
    expect(lines).toHaveLength(1)
    expect(fit?.aims.some((one) => one.id === `time.act.heat.${lines[0]}`)).toBe(false)
    expect(fit?.aims).toContainEqual(expect.objectContaining({ id: expect.stringMatching(/^time\.act\.fan\./), meaning: 'on' }))
  })
  it('nothing that heats is a danger that is said', () => {
    expect(timesChecks(spelled(), NOW)[0]).toMatchObject({
      id: 'unheated',
      says: 'From Sa 13:00 on it is off: nothing heats, and pipes freeze in a cold spell. How long the way back takes is not worked out.',
    })
    expect(ids(spelled(undefined, [{ startMin: 480, is: 'in', mode: 'heat' }]))).not.toContain('unheated')
    expect(ids(spelled(undefined, [{ startMin: 480, is: 'in', mode: 'cool' }]))).toContain('unheated')
  })
  it('coming back from off is no return from what is kept while nobody is in', () => {
    const job = warmJobOf(spelled(undefined, [{ startMin: 0, is: 'out', mode: 'off' }]), TODAY)
    // Saturday is off, Sunday begins from it at 08:00: the morning that is looked at is one of the working days.
    expect(job?.step).toMatchObject({ day: 0, setbackF: 61, setF: 69 })
    const only = house()
    only.write('week.set', {
      systemId: SYSTEM,
      days: [0],
      entries: [
        { startMin: 360, is: 'in' },
        { startMin: 1000, is: 'out', mode: 'off' },
      ],
    })
    expect(warmJobOf(viewOf(only.changes), TODAY)).toBeNull()
  })
  it('stands on the sheet as off', () => {
    const [week] = times.sections(spelled())
    const table = week?.blocks[0]
    expect(table?.kind === 'table' && table.rows).toContainEqual(['', '13:00', 'out, off', 'off', 'off'])
  })
})

describe('what is wrong with the times', () => {
  it('is nothing on a house that nobody looked at', () => expect(ids(viewOf(house().changes))).toEqual([]))
  it('finds morning for afternoon, and makes it afternoon', () => {
    const pen = withWeek(house())
    found(pen, SLIP)
    const [slip] = timesChecks(viewOf(pen.changes), NOW)
    expect(slip).toMatchObject({ id: 'am-pm-time.heat-start.13', button: 'Make it 5:15 PM' })
    expect(slip?.says).toBe('Mo–Fr: WK heat 3 (69.0 °F) begins at 5:15 AM. Everything speaks for 5:15 PM.')
    // Aimed at right it is still found wrong, until it is set: then nothing is left to press.
    expect(mended(pen, 'am-pm')).toContain('am-pm')
    expect(timesChecks(viewOf(pen.changes), NOW)[0]).toMatchObject({ id: 'am-pm-time.heat-start.13', button: null })
    pen.write('setting.set', { ...HERE, role: 'time.heat-start.13', place: 'controller', column: 'left', value: '5:15 PM' })
    expect(ids(viewOf(pen.changes))).not.toContain('am-pm')
  })
  it('a slip is found where aims were taken first, and periods out of order are doubted at once', () => {
    const pen = withWeek(house())
    put(pen, aimDrafts(viewOf(pen.changes), timesAims(viewOf(pen.changes))?.aims ?? [], TIMES_SOURCE))
    found(pen, SLIP)
    expect(ids(viewOf(pen.changes))).toContain('am-pm')
    const odd = withWeek(house())
    put(odd, aimDrafts(viewOf(odd.changes), timesAims(viewOf(odd.changes))?.aims ?? [], TIMES_SOURCE))
    found(odd, { ...SLIP, 'time.heat-start.13': '5:15 PM', 'time.heat-start.14': '4:40 PM' })
    expect(ids(viewOf(odd.changes)).some((id) => /^(order|never)/.test(id))).toBe(true)
  })
  it('a hold while somebody is away is not told to be ended', () => {
    const pen = withWeek(house())
    found(pen, { 'time.hold': 'on' })
    const hold = () => timesChecks(viewOf(pen.changes), NOW).find((one) => one.id === 'hold-left-on')
    const usual = hold()
    pen.write('exception.set', {
      systemId: SYSTEM,
      exceptionId: uuid(70),
      name: 'a week away',
      from: '2026-11-20',
      to: '2026-12-20',
      is: 'out',
    })
    expect([usual?.button, hold()?.button]).toEqual(['End the hold', null])
    expect(hold()?.says).toContain('“a week away” runs today')
    // An exception for which people are in is no reason to leave it held.
    pen.write('exception.set', {
      systemId: SYSTEM,
      exceptionId: uuid(70),
      name: 'fair',
      from: '2026-11-20',
      to: '2026-12-20',
      is: 'in',
    })
    expect(hold()?.button).toBe('End the hold')
  })
  it('dates and hours that are most likely slips are asked about', () => {
    const pen = withWeek(house())
    pen.write('exception.set', {
      systemId: SYSTEM,
      exceptionId: uuid(71),
      name: 'Fair',
      from: '2062-12-24',
      to: '2062-12-26',
      is: 'out',
    })
    pen.write('exception.set', {
      systemId: SYSTEM,
      exceptionId: uuid(72),
      name: 'Concert',
      from: '2026-12-12',
      to: '2026-12-12',
      is: 'in',
      entries: [
        { startMin: 480, is: 'in' },
        { startMin: 630, is: 'asleep' },
      ],
    })
    const says = timesChecks(viewOf(pen.changes), NOW).map((one) => one.says)
    expect(says.find((one) => one.includes('Fair'))).toContain('the year is far off')
    // The usual week goes to bed at 21:50 and at 23:10.
    expect(says.find((one) => one.includes('Concert'))).toBe(
      'Concert has 10:30, where the usual week has about 22:30: morning for afternoon?',
    )
  })
  it('heating and cooling closer than the device keeps them are told once, before they are taken', () => {
    const pen = withWeek(house())
    pen.write('times.set', { systemId: SYSTEM, heatInF: 70, coolInF: 70 })
    const gap = () => timesChecks(viewOf(pen.changes), NOW).filter((one) => one.id === 'wanted-too-close')
    expect(gap()).toHaveLength(1)
    expect(gap()[0]?.says).toMatch(/^Heating 70\.0 °F and cooling 70\.0 °F, from Monday 05:45 on, are closer than the [\d.]+ °F/)
    expect(timesAims(viewOf(pen.changes))?.lost.filter((one) => /cooling/i.test(one))).toHaveLength(1)
    pen.write('times.set', { systemId: SYSTEM, coolInF: 76 })
    expect(gap()).toEqual([])
    // Temperatures of one entry alone count as well: nothing is raised in silence.
    pen.write('week.set', { systemId: SYSTEM, days: [2], entries: [{ startMin: 600, is: 'in', heatF: 74, coolF: 75 }] })
    expect(gap()[0]?.says).toContain('from Wednesday 10:00 on')
  })
  it('what is out of the usual is a loss of every shape of program, said as such', () => {
    for (const device of ['fenwarm-p7', 'hollin-t4', 'skerrick-w2', 'fenwarm-c3']) {
      const pen = withWeek(house(device))
      const lost = () => timesAims(viewOf(pen.changes))?.lost.join(' ') ?? ''
      expect(lost()).not.toContain('no exceptions')
      pen.write('exception.set', {
        systemId: SYSTEM,
        exceptionId: uuid(73),
        name: 'away',
        from: '2026-12-20',
        to: '2026-12-27',
        is: 'out',
      })
      expect(lost(), device).toContain('It has no exceptions: one day or stretch out of the usual is left to somebody’s hand.')
    }
  })
  it('does not take a right program for a slip, nor a shipped one', () => {
    const right = withWeek(house())
    found(right, { ...SLIP, 'time.heat-start.13': '5:15 PM' })
    expect(ids(viewOf(right.changes))).not.toContain('am-pm')
    expect(ids(viewOf(withWeek(house()).changes))).not.toContain('am-pm')
  })
  it('finds that only one of the two weeks was written, and writes the other', () => {
    const pen = withWeek(house())
    found(pen, { ...SLIP, 'time.heat-start.13': '5:15 PM' })
    expect(ids(viewOf(pen.changes))).toContain('only-one-week')
    expect(mended(pen, 'only-one-week')).not.toContain('only-one-week')
    const never = withWeek(house())
    found(never, SLIP)
    never.write('times.set', { systemId: SYSTEM, neverCools: true })
    expect(ids(viewOf(never.changes))).not.toContain('only-one-week')
  })
  it('finds heating and cooling too near to one another', () => {
    const pen = house('fenwarm-p7')
    found(pen, { 'time.heat-set.11': '75', 'time.cool-set.11': '76' })
    const check = timesChecks(viewOf(pen.changes), NOW).find((one) => one.id === 'too-close')
    expect(check?.says).toMatch(/^From Monday 06:30 on, heating and cooling are 1\.0 °F apart/)
    expect(mended(pen, 'too-close')).not.toContain('too-close')
  })
  it('finds a period that never happens where they count as entered, and puts them in order', () => {
    const pen = house('fenwarm-p7')
    found(pen, { 'time.start.11': '6:30 AM', 'time.start.12': '9:00 AM', 'time.start.13': '7:00 AM' })
    expect(ids(viewOf(pen.changes))).toEqual(['never', 'daylight-off'])
    // Until it is set it stands as it was found; nothing is left to press.
    expect(mended(pen, 'never')).toEqual(['never', 'daylight-off'])
    expect(timesChecks(viewOf(pen.changes), NOW)[0]?.button).toBeNull()
  })
  it('finds an order that the device would sort, and two at one time', () => {
    const pen = house()
    found(pen, { 'time.heat-start.11': '9:00 AM', 'time.heat-start.12': '6:00 AM' })
    expect(ids(viewOf(pen.changes))).toContain('order')
    mended(pen, 'order')
    expect(timesChecks(viewOf(pen.changes), NOW).find((one) => one.id.startsWith('order'))?.button).toBeNull()
    const twice = house()
    found(twice, { 'time.heat-start.11': '6:00 AM', 'time.heat-start.12': '6:00 AM' })
    expect(ids(viewOf(twice.changes))).toContain('twice')
  })
  it.each([
    [5, 720, null],
    [5, 660, 'an hour out'],
    [5, 0, 'morning and afternoon'],
    [6, 720, 'the day is wrong'],
    [3, 200, 'shows Thursday 03:20'],
  ])('reads a clock that shows day %i, minute %i', (day, minute, says) => {
    const pen = house()
    found(pen, { 'time.clock': 'ok' })
    // Written down at noon of that Saturday, by the pen's own clock.
    const at = new Pen(undefined, NOW - 60_000, 9)
    at.write('clock.read', { ...HERE, place: 'controller', day, minute })
    const check = timesChecks(viewOf([...pen.changes, ...at.changes]), NOW).find((one) => one.id === 'clock-wrong')
    if (says === null) expect(check).toBeUndefined()
    else expect(check?.says).toContain(says)
  })
  it('finds a hold that was left on', () => {
    const pen = house()
    found(pen, { 'time.hold': 'on', 'setpoint.heat': '74' })
    expect(timesChecks(viewOf(pen.changes), NOW)[0]?.says).toContain('stays at 74.0 °F')
    expect(mended(pen, 'hold-left-on')).not.toContain('hold-left-on')
  })
  it('finds a season that ends in nothing, over New Year too', () => {
    const pen = house()
    pen.write('season.set', { systemId: SYSTEM, seasonId: uuid(50), name: 'winter', from: '10-16', to: '04-15' })
    pen.write('season.set', { systemId: SYSTEM, seasonId: uuid(51), name: 'summer', from: '05-01', to: '10-15' })
    pen.write('week.set', { systemId: SYSTEM, seasonId: uuid(50), days: [0], entries: WEEKEND })
    expect(timesChecks(viewOf(pen.changes), NOW)[0]?.says).toBe('“winter” ends on 15 Apr, and nothing goes on until 1 May.')
    expect(mended(pen, 'season-ends')).not.toContain('season-ends')
  })
  it('dated lines: morning for afternoon by the week, and the one end among three that is another', () => {
    const pen = withWeek(house('hollin-t4', ''))
    const line = (n: number, at: string, to: string) =>
      found(pen, {
        [`time.act.do.${n}`]: 'set',
        [`time.act.at.${n}`]: at,
        [`time.act.days.${n}`]: '1-5',
        [`time.act.from.${n}`]: '10/16',
        [`time.act.to.${n}`]: to,
      })
    line(1, '05:45', '4/16')
    line(2, '07:20', '4/16')
    line(3, '10:10', '4/1')
    const checks = timesChecks(viewOf(pen.changes), NOW)
    expect(checks.find((one) => one.id === 'am-pm-line-3')).toMatchObject({ button: 'Make it 22:10' })
    expect(checks.filter((one) => one.id.startsWith('am-pm'))).toHaveLength(1)
    expect(checks.find((one) => one.id === 'line-end-3')?.says).toBe(
      'Line 3 ends on 1 Apr, the others that begin with it on 16 Apr.',
    )
  })
  it('finds dated lines that run out', () => {
    const pen = house('hollin-t4', '')
    found(pen, {
      'time.act.do.1': 'set',
      'time.act.at.1': '09:00',
      'time.act.days.1': '1-5',
      'time.act.from.1': '10/16',
      'time.act.to.1': '12/31',
    })
    expect(ids(viewOf(pen.changes))).toEqual(['lines-end-1', 'daylight-off'])
    expect(mended(pen, 'lines-end')).toEqual(['daylight-off'])
  })
})

describe('the nearest program of every shipped family', () => {
  const timed = PROFILES.filter((one) => one.program)
  it('there are six that hold times, in three shapes', () => {
    expect(timed.map((one) => one.program?.shape).sort()).toEqual([
      'actions',
      'actions',
      'periods',
      'periods',
      'periods',
      'periods',
      'timer',
      'timer',
    ])
  })
  it.each(timed.filter((one) => one.program?.shape === 'periods').map((one) => [one.family, one] as const))(
    '%s, taken as aims, gives what was worked out',
    (_, profile) => {
      const pen = withWeek(house(profile))
      const before = viewOf(pen.changes)
      const fit = fitOf(before, TODAY)
      if (!fit?.ok) throw new Error('no fit')
      put(pen, aimDrafts(before, timesAims(before)?.aims ?? [], TIMES_SOURCE))
      const after = viewOf(pen.changes)
      const device = timesDevice(after)
      if (!device) throw new Error('no device')
      const held = heldProgramOf(device, 'aimed')
      const wanted = lanesOf(after, null)
      let missed = 0
      for (const channel of ['heat', 'cool'] as const)
        for (let minute = 0; minute < 10_080; minute += 1)
          missed += Math.abs((held[channel]?.[minute] ?? 0) - (wanted[channel]?.[minute] ?? 0))
      // A device in °C spells what is nearest in tenths.
      expect(missed).toBeCloseTo(fit.nearest.cost, -3)
      expect(ids(after).filter((one) => one !== 'daylight-off')).toEqual([])
      // Nothing of it is still to be taken.
      expect(aimDrafts(after, timesAims(after)?.aims ?? [], TIMES_SOURCE).length).toBeGreaterThan(0)
    },
  )
  it('misses what can be counted by hand', () => {
    const fit = fitOf(viewOf(withWeek(house()).changes), TODAY)
    // On weekdays 7:20 is 7:15, 17:10 is 17:15 and 21:50 is 21:45: five minutes of 9, 9 and 8 °F in heating, of 7, 7 and 2 in
    // cooling; at the weekend 23:10 is 23:15: of 8 and 2. 5 × (5 × 26 + 5 × 16 + 2 × 10) = 1150.
    expect(fit?.ok && fit.nearest.cost).toBe(1150)
    expect(fit?.ok && fit.nearest.deviatingMin).toBe(5 * (5 * 6 + 2 * 2))
  })
  it('names what is lost of a day with more changes than the device has periods', () => {
    const pen = withWeek(house())
    const busy = [300, 420, 600, 720, 900, 1080].map((startMin, i) => ({
      startMin,
      is: i % 2 === 0 ? ('in' as const) : ('out' as const),
    }))
    pen.write('week.set', { systemId: SYSTEM, days: [0, 1, 2, 3, 4], entries: busy })
    const told = timesAims(viewOf(pen.changes))
    expect(told?.lost.join(' ')).toMatch(/Mo–Fr: \d\d:\d\d–\d\d:\d\d heating/)
  })
  it('a timer is on while people are in, and says what it cannot', () => {
    const pen = withWeek(house('skerrick-w2', ''))
    const told = timesAims(viewOf(pen.changes))
    const aim = (id: string) => told?.aims.find((one) => one.id === id)?.meaning
    expect([aim('time.program'), aim('time.on.11'), aim('time.off.11'), aim('time.on.12'), aim('time.off.12')]).toEqual([
      'weekday-weekend',
      '345',
      '440',
      '1030',
      '1310',
    ])
    expect(told?.lost[0]).toContain('knows no set points')
  })
  it('a list has a line for each season and set of days, and names what no line is left for', () => {
    const pen = house('hollin-t4', '')
    pen.write('season.set', { systemId: SYSTEM, seasonId: uuid(50), name: 'winter', from: '10-16', to: '04-15' })
    pen.write('week.set', {
      systemId: SYSTEM,
      seasonId: uuid(50),
      days: [1, 2, 3, 4],
      entries: [
        { startMin: 540, is: 'in' },
        { startMin: 1200, is: 'out' },
      ],
    })
    pen.write('week.set', {
      systemId: SYSTEM,
      days: [1, 3],
      entries: [
        { startMin: 600, is: 'in' },
        { startMin: 960, is: 'out' },
      ],
    })
    pen.write('exception.set', {
      systemId: SYSTEM,
      exceptionId: uuid(60),
      name: 'stocktaking',
      from: '2027-01-04',
      to: '2027-01-05',
    })
    const told = timesAims(viewOf(pen.changes))
    const of = (field: string) =>
      told?.aims.filter((one) => one.id.startsWith(`time.act.${field}.`) && one.meaning !== 'none').map((one) => one.meaning)
    expect(of('days')).toEqual(['tu', 'tu', 'th', 'th', 'tu-fr', 'tu-fr'])
    expect(of('from')).toEqual(['107', '107', '107', '107', '290', '290'])
    expect(of('to')).toEqual(['289', '289', '289', '289', '106', '106'])
    expect(told?.lost).toEqual(['It has no exceptions: one day or stretch out of the usual is left to somebody’s hand.'])
  })
  it('a device that only holds gets the temperature that is nearest to the whole week', () => {
    const pen = withWeek(house('fenwarm-n1', ''))
    const aims = timesAims(viewOf(pen.changes))?.aims ?? []
    // By hand: 60 for 590 min on five days, 61 for 475 on five and 530 on two, 69 for the rest: the median is 61.
    expect(aims.map((one) => [one.id, one.meaning])).toEqual([
      ['setpoint.heat', '61'],
      ['setpoint.cool', '78'],
    ])
  })
})

describe('what is in force, and why', () => {
  const pen = withWeek(house())
  pen.write('exception.set', { systemId: SYSTEM, exceptionId: uuid(60), name: 'skiing', from: '2027-02-06', to: '2027-02-13' })
  pen.write('times.set', {
    systemId: SYSTEM,
    holidays:
      'BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART;VALUE=DATE:20251221\r\nRRULE:FREQ=YEARLY\r\nSUMMARY:Midwinter\r\nEND:VEVENT\r\nEND:VCALENDAR',
    holidaysAs: 'in',
  })
  const v = viewOf(pen.changes)
  const program = wantedProgram(v, TODAY)
  const at = (date: string, minute: number) => momentOf('Europe/London', dayOfDate(date), minute)
  const why = (moment: number, play = NOTHING_PLAYED, of: 'wanted' | 'device' = 'wanted') =>
    sayWhy(v, forceAt(program, moment, play), moment, play, of)
  it('is the week, an exception, a holiday', () => {
    expect(why(at('2026-12-02', 1164))).toBe('Heating 69.0 °F, cooling 76.0 °F because of the week: We back 17:10 until 21:50.')
    expect(why(at('2027-02-08', 720))).toContain('“skiing”, an exception, until Su 08:00')
    expect(why(at('2026-12-21', 720))).toContain('“Midwinter”, a holiday,')
  })
  it('is a change by hand until the next period, for some time, or for good', () => {
    const setAt = at('2026-12-02', 1120)
    const hand = { action: 'set' as const, heatF: 72, coolF: 76, setAt }
    const next = { ...NOTHING_PLAYED, override: { ...hand, kind: 'until-next-event' as const } }
    expect(why(setAt + 60_000, next)).toBe('Heating 72.0 °F, cooling 76.0 °F because of a change by hand that runs until 21:50.')
    const two = { ...NOTHING_PLAYED, override: { ...hand, kind: 'minutes' as const, minutes: 120 } }
    expect(why(setAt + 60_000, two)).toContain('until 20:40')
    expect(nowSaid(v, program, setAt + 60_000, two)).toBe('72.0 / 76.0 °F now: by hand until 20:40, then 69.0 / 76.0 °F')
    const hold = { ...NOTHING_PLAYED, override: { ...hand, kind: 'hold' as const, clearedAt: null } }
    expect(why(setAt + 40 * 86_400_000, hold)).toContain('a hold that runs until somebody ends it')
    // A power cut with a lost clock ends what was for some time; a hold stays where the device keeps it.
    const cut = {
      offAt: setAt + 60_000,
      onAt: setAt + 3_600_000,
      clock: { kind: 'reset' as const, to: at('2026-11-30', 0) },
      correctedAt: null,
    }
    expect(why(setAt + 1_800_000, { ...two, cut }, 'device')).toMatch(/^Nothing: the power is off until 19:40/)
    expect(why(setAt + 3_700_000, { ...two, cut }, 'device')).toMatch(/^Heating 61.*Its clock believes Mo 00:01\.$/)
    expect(why(setAt + 3_700_000, { ...hold, cut }, 'device')).toContain('a hold')
    expect(why(setAt + 3_700_000, { ...hold, holdSurvives: false, cut }, 'device')).not.toContain('a hold')
  })
  it('is an hour off where a clock stays in winter time', () => {
    const summer = at('2027-04-05', 350)
    const play = { ...NOTHING_PLAYED, clockSetAt: at('2026-11-28', 720) }
    expect(why(summer, play, 'device')).toMatch(/^Heating 61.*Its clock believes Mo 04:50\.$/)
    expect(why(summer)).toMatch(/^Heating 69/)
  })
  it('covers every minute of a week once, also where the clocks change', () => {
    for (const monday of ['2026-11-23', '2027-03-22', '2026-10-19']) {
      const spans = spansOf(program, dayOfDate(monday))
      for (let day = 0; day < 7; day += 1) {
        const here = spans.filter((one) => one.day === day)
        expect(here.map((one) => one.fromMin)).toEqual([0, ...here.slice(0, -1).map((one) => one.toMin)])
        expect(here.at(-1)?.toMin).toBe(1440)
      }
    }
  })
  it('in a place whose clock this machine does not know goes by UTC', () => {
    expect(localOf('UTC', NOW)).toEqual({ day: TODAY, minute: 720 })
  })
})

describe('a hall that is let', () => {
  it('is warm while somebody is in, and on one date besides', () => {
    const pen = house()
    pen.write('letting.set', { systemId: SYSTEM, lettingId: uuid(70), who: 'choir', days: [1], fromMin: 1140, toMin: 1290 })
    pen.write('letting.set', {
      systemId: SYSTEM,
      lettingId: uuid(71),
      who: 'auction',
      on: '2026-12-12',
      fromMin: 540,
      toMin: 1440,
    })
    const v = viewOf(pen.changes)
    const segments = segmentsOf(weekIn(v, null), keptOf(v), { heat: true, cool: false })
    expect(segments.filter((one) => one.heatF === 68).map((one) => [one.day, one.fromMin, one.toMin])).toEqual([[1, 1140, 1290]])
    const program = wantedProgram(v, TODAY)
    const heat = (date: string, minute: number) =>
      forceAt(program, momentOf('Europe/London', dayOfDate(date), minute), NOTHING_PLAYED).state?.heatF
    expect([heat('2026-12-12', 600), heat('2026-12-12', 500), heat('2026-12-19', 600), heat('2026-12-01', 1200)]).toEqual([
      68, 61, 61, 68,
    ])
  })
})

describe('warm on time', () => {
  const frosty = (pen: Pen) => {
    const v = viewOf(pen.changes)
    const job = warmJobOf(v, TODAY)
    if (!job) throw new Error('no morning')
    return { v, job, mornings: runWarm(job) }
  }
  it('is later without a lead than with one, and later in a frost', () => {
    const { job, mornings } = frosty(withWeek(house()))
    expect(job.step).toMatchObject({ toMin: 345, setF: 69, setbackF: 61 })
    for (const { rows, needMin } of mornings) {
      const [none, lead, own] = rows.map((one) => one.warmMin ?? Number.POSITIVE_INFINITY) as [number, number, number]
      expect(lead).toBeLessThan(none)
      expect(needMin).toBeGreaterThan(0)
      expect(Math.abs(own - job.step.toMin)).toBeLessThan(4)
    }
    const [mild, frost] = mornings
    expect(frost?.needMin ?? 0).toBeGreaterThan(mild?.needMin ?? Number.POSITIVE_INFINITY)
  })
  it('is known as well as the room is', () => {
    const guessed = frosty(withWeek(house()))
    const pen = withWeek(house())
    pen.write('room.set', { systemId: SYSTEM, uaBtuHPerF: 420, uaErrorBtuHPerF: 12, holds: 1, holdsError: 0.04, from: 'log' })
    const measured = frosty(pen)
    expect(measured.job.unsure).toEqual({ loss: 12 / 420, holds: 0.04 })
    const width = ({ mornings: [, frost] }: typeof measured) => (frost?.needMostMin ?? 999) - (frost?.needLeastMin ?? 0)
    expect(width(measured)).toBeLessThan(width(guessed) / 3)
    expect(measured.mornings[1]?.needLeastMin).toBeLessThan(measured.mornings[1]?.needMin ?? 0)
    expect(measured.mornings[1]?.needMostMin).toBeGreaterThan(measured.mornings[1]?.needMin ?? 999)
  })
  it('a need that a worse room never meets is said so, with both its sides', () => {
    const need = { kind: 'frosty', extremeF: 20, needMin: 264.2, needLeastMin: 180.4 } as const
    const job = { unsure: { loss: 0.25, holds: 0.3 } } as WarmJob
    expect(sayNeed({ ...need, rows: [], needMostMin: null }, job)).toBe(
      'It needs 264 min, 180 at best; with 25% more loss or 30% more mass, which nobody measured, no start may be early enough.',
    )
    expect(sayNeed({ ...need, rows: [], needMostMin: 401 }, job)).toBe(
      'It needs 264 min, 180 to 401 by how well the room is known.',
    )
  })
  it('cooling is looked at on a hot day: a room let warm while people are out is not down in time without a lead', () => {
    const pen = withWeek(house())
    pen.write('system.set', { systemId: SYSTEM, name: 'F-1', capacityTons: 2 })
    pen.write('room.set', { systemId: SYSTEM, kind: 'usual', areaFt2: 1500 })
    pen.write('times.set', { systemId: SYSTEM, coolInF: 75, coolOutF: 84 })
    const v = viewOf(pen.changes)
    const job = warmJobOf(v, TODAY, undefined, 'cool')
    if (!job) throw new Error('nothing to cool for')
    expect(job.step).toMatchObject({ setF: 75, setbackF: 84 })
    const days = runWarm(job)
    expect(days.map((one) => one.kind)).toEqual(['hot'])
    expect(days[0]?.rows[0]?.warmMin).toBeGreaterThan(job.step.toMin + 10)
    const [late] = judgeMornings(v, job, days)
    expect(late?.id).toBe('setup-late')
    expect(late?.says).toMatch(/^On a hot day, [\d.]+ °F outdoors, /)
    put(pen, late?.drafts ?? [])
    const mended = viewOf(pen.changes)
    const again = warmJobOf(mended, TODAY, undefined, 'cool')
    expect(again ? judgeMornings(mended, again, runWarm(again)) : ['no job']).toEqual([])
  })
  it('a storey chosen after the loss was measured takes its share of it, and adds no second house', () => {
    const measured = house()
    measured.write('room.set', { systemId: SYSTEM, areaFt2: 1000, uaBtuHPerF: 420, uaErrorBtuHPerF: 12, holds: 1.2, from: 'log' })
    const run = () => roomSystemOf(viewOf(measured.changes), () => null, { day: 'frosty', isGapOpen: false })?.system
    const alone = run()
    measured.write('room.set', { systemId: SYSTEM, other: 'above', otherAreaFt2: 600 })
    const both = run()
    const sum = (key: 'uaBtuHPerF' | 'massBtuPerF' | 'airBtuPerF') => (both?.room[key] ?? 0) + (both?.other?.[key] ?? 0)
    expect(both?.room.uaBtuHPerF).toBeCloseTo(420 * (1000 / 1600), 6)
    for (const key of ['uaBtuHPerF', 'massBtuPerF', 'airBtuPerF'] as const) expect(sum(key)).toBeCloseTo(alone?.room[key] ?? 0, 6)
  })
  it('is judged, with a mend that makes it so', () => {
    const pen = withWeek(house())
    const { v, job, mornings } = frosty(pen)
    const [late] = judgeMornings(v, job, mornings)
    expect(late).toMatchObject({ id: 'setback-late', button: 'Let it start by itself' })
    put(pen, late?.drafts ?? [])
    const after = frosty(pen)
    expect(judgeMornings(after.v, after.job, after.mornings)).toEqual([])
  })
  it('a lead of one’s own is written into the program', () => {
    const pen = withWeek(house())
    pen.write('times.set', { systemId: SYSTEM, warmBy: 'lead', leadMin: 45 })
    const aims = timesAims(viewOf(pen.changes))?.aims ?? []
    expect(aims.find((one) => one.id === 'time.heat-start.11')?.meaning).toBe('300')
  })
  it('a heat pump that comes back from far below calls its auxiliary heat, and is told a shallower night', () => {
    const pen = new Pen()
    pen.write('site.set', { name: 'Hill', timeZone: 'Europe/London', climate: 'cold winters' })
    pen.write('system.set', { systemId: SYSTEM, name: 'HP', capacityTons: 2, heaterKw: 9 })
    pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById('fenwarm-p7') })
    pen.write('visit.start', { visitId: VISIT, reason: 'Times' })
    pen.write('wiring.set', { ...HERE, kind: 'heat-pump', heatStages: 1, coolStages: 1, reversing: 'cool', cable: 8 })
    pen.write('room.set', { systemId: SYSTEM, kind: 'usual', areaFt2: 1500 })
    withWeek(pen)
    pen.write('times.set', { systemId: SYSTEM, heatAsleepF: 58, warmBy: 'own' })
    const { v, job, mornings } = frosty(pen)
    const check = judgeMornings(v, job, mornings).find((one) => one.id === 'night-auxiliary')
    expect(check?.says).toMatch(/^Coming back from 58\.0 °F calls the auxiliary heat on a frosty morning: [\d.]+ kWh of it/)
    // No more than its heater gives in the time that it takes: what holds the room through the day is apart.
    const own = mornings[1]?.rows[2]
    const tookH = ((own?.warmMin ?? 0) - (own?.beginsMin ?? 0)) / 60
    expect((own?.auxiliaryBtu ?? 0) / 3412).toBeLessThanOrEqual(9 * tookH + 0.01)
    expect(own?.holdingBtu).toBeGreaterThan(0)
    put(pen, check?.drafts ?? [])
    expect(viewOf(pen.changes).system.times.heatAsleepF).toBeGreaterThan(58)
  })
})

describe('what it saves', () => {
  it('says money and energy of a year in one form: so much instead of so much, and the difference', () => {
    const year = {
      mode: 'heat',
      unit: 'therm',
      held: 943.2,
      used: 689.9,
      savedPct: 27,
      unsurePct: 4,
      auxiliaryKwh: 0,
      auxiliaryHeldKwh: 0,
    } as const
    const said = (more: object) =>
      savesSaid(
        { ...year, money: null, assumptions: [], depths: [{ depthF: 0, used: 943, money: null, auxiliaryKwh: 0 }], ...more },
        viewOf(house().changes).show,
      ).figures
    expect(said({ money: { saved: 480, of: 1791, unit: '£' } })).toEqual([
      '£1,311 instead of £1,791 a year: £480 less',
      '690 instead of 943 therms a year: 253 less',
    ])
    expect(said({ unit: 'kWh', used: 960 })).toEqual(['960 instead of 943 kWh a year: 17 more'])
    expect(said({ used: 943.4 })).toEqual(['943 instead of 943 therms a year: no difference'])
    expect(said({ held: 1, used: 1 })).toEqual([])
  })
  it('says nothing against a depth whose cost is the same within what could be told', () => {
    const depths = (values: number[]) => values.map((used, i) => ({ depthF: 2 * i, used, money: null, auxiliaryKwh: 0 }))
    const of = (values: number[]) =>
      savesSaid(
        {
          mode: 'heat',
          unit: 'kWh',
          held: 1000,
          used: 900,
          savedPct: 10,
          unsurePct: 1,
          auxiliaryKwh: 0,
          auxiliaryHeldKwh: 0,
          money: null,
          assumptions: [],
          depths: depths(values),
        },
        showIn(BASE_UNITS),
      ).deeper
    expect(of([1000, 950, 920, 921, 922])).toBe('Deeper than 4.0 °F makes no difference that could be told')
    expect(of([1000, 950, 920, 940, 980])).toBe('Deeper than 4.0 °F costs more than it saves')
    expect(of([1000, 950, 920, 900, 890])).toMatch(/^Deeper goes on saving/)
  })
  const saves = (pen: Pen) => savesJobsOf(viewOf(pen.changes), TODAY).map(runSaves)
  it('is more, the deeper it is turned down, with what it is unsure by', () => {
    const [heat] = saves(withWeek(house()))
    expect(heat).toMatchObject({ mode: 'heat', unit: 'therm', money: null })
    expect(heat?.savedPct).toBeGreaterThan(5)
    expect(heat?.unsurePct).toBeGreaterThan(0)
    expect(heat?.depths.map((one) => one.used)).toEqual([...(heat?.depths ?? [])].map((one) => one.used).sort((a, b) => b - a))
    expect(turnsAtF(heat as never)).toBeNull()
  })
  it('turns into a loss where a heat pump has to make it up with its auxiliary heat', () => {
    const pen = new Pen()
    pen.write('site.set', { name: 'Hill', timeZone: 'Europe/London', climate: 'cold winters' })
    pen.write('system.set', { systemId: SYSTEM, name: 'HP', capacityTons: 2, heaterKw: 15 })
    pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById('fenwarm-p7') })
    pen.write('visit.start', { visitId: VISIT, reason: 'Times' })
    pen.write('wiring.set', { ...HERE, kind: 'heat-pump', heatStages: 1, coolStages: 1, reversing: 'cool', cable: 8 })
    pen.write('room.set', { systemId: SYSTEM, kind: 'heavy', areaFt2: 1400 })
    // Two hours out at noon, every day: too short to cool, long enough to have to be made up.
    pen.write('week.set', {
      systemId: SYSTEM,
      days: [0, 1, 2, 3, 4, 5, 6],
      entries: [
        { startMin: 660, is: 'out' },
        { startMin: 780, is: 'in' },
      ],
    })
    pen.write('times.set', { systemId: SYSTEM, heatInF: 70, heatOutF: 62 })
    const [heat] = saves(pen)
    if (!heat) throw new Error('no year')
    expect(heat.auxiliaryKwh).toBeGreaterThan(heat.auxiliaryHeldKwh)
    expect(heat.used).toBeGreaterThan(heat.held)
    expect(savesSaid(heat, viewOf(pen.changes).show).deeper).toBe('Any setback costs more than it saves here: hold')
  })
  it('is nothing where nothing is turned down', () => {
    const pen = house()
    pen.write('week.set', { systemId: SYSTEM, days: [0], entries: [{ startMin: 0, is: 'in' }] })
    expect(saves(pen)).toEqual([])
  })
  it('in money follows the tariff, hour by hour', () => {
    const made = (more: object) => {
      const pen = withWeek(house())
      pen.write('times.set', { systemId: SYSTEM, perTherm: 2, money: '£', ...more })
      return saves(pen)[0]
    }
    const plain = made({})
    expect(plain?.money?.of).toBeCloseTo(2 * (plain?.held ?? 0), 6)
    expect(savesSaid(plain as never, viewOf(house().changes).show).headline).toMatch(
      /^Heating: the week saves \d+ ± \d+ % against holding$/,
    )
  })
})

describe('what is to be remembered', () => {
  it('has dates that rest on something', () => {
    const pen = house()
    pen.write('times.set', {
      systemId: SYSTEM,
      batteriesOn: '2026-02-28',
      batteriesEveryMonths: 12,
      filterEveryH: 700,
      nextVisitOn: '2027-10-04',
    })
    const told = remindersOf(viewOf(pen.changes), NOW)
    expect(told.map((one) => [one.on, one.says.replace(/^.*: /, '')])).toEqual([
      ['2027-02-28', 'new batteries in the thermostat'],
      ['2027-03-08', 'look at the filter'],
      ['2027-03-28', 'the hour changes'],
      ['2027-10-04', 'next visit'],
      ['2027-10-31', 'the hour changes'],
    ])
  })
  it('counts a filter by the hours that the device counted', () => {
    const pen = house()
    pen.write('counter.read', { ...HERE, counter: 'fan', value: 1000 })
    const later = new Pen(undefined, Date.UTC(2026, 11, 24, 8), 7)
    later.write('counter.read', { ...HERE, counter: 'fan', value: 1300 })
    const v = viewOf([...pen.changes, ...later.changes])
    found(pen, { 'service.filter': '3' })
    const told = remindersOf(viewOf([...pen.changes, ...later.changes]), NOW).find((one) => one.says.includes('filter'))
    // 300 h in 30 days: ten a day, so 300 h are thirty days.
    expect([told?.on, v.here.counterReads.length]).toEqual(['2026-12-28', 2])
    expect(told?.from).toContain('300 h at 10.0 h a day')
  })
})

describe('a filter counter that was read', () => {
  /** 500 h at 7 h a day; read on 24 November 2026. */
  const due = (value: number | null) => {
    const pen = house()
    pen.write('times.set', { systemId: SYSTEM, filterEveryH: 500 })
    if (value !== null) pen.write('counter.read', { ...HERE, counter: 'filter', value })
    const readAt = Date.parse(pen.changes.at(-1)?.at ?? '')
    return remindersOf(viewOf(pen.changes), readAt).find((one) => one.says.includes('filter'))
  }
  it.each([
    [null, '2027-02-03'], // 71 days
    [430, '2026-12-04'], // 70 h: 10 days
    [500, '2026-11-24'],
    [640, '2026-11-24'],
  ])('at %s of 500 h it is due on %s', (value, on) => expect(due(value)?.on).toBe(on))
  it('says what it rests on', () => expect(due(430)?.from).toMatch(/430 of 500 h on .* at 7\.0 h a day/))
})

describe('the stage', () => {
  it('steps back where nothing follows a clock, and speaks up where a check does', () => {
    const pen = new Pen()
    pen.write('system.set', { systemId: SYSTEM, name: 'X' })
    pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
    expect(times.applies(viewOf(pen.changes))).toMatchObject({ ok: false, code: 'no-clock' })
    const slipped = withWeek(house())
    found(slipped, SLIP)
    expect(times.standing(viewOf(slipped.changes)).mark).toBe('watch')
  })
  it('prints the week in the reader’s degrees', () => {
    const text = JSON.stringify(times.sections(viewOf(withWeek(house()).changes, { units: METRIC_UNITS })))
    expect(text).toContain('["Mo–Fr","05:45","up","20.6 °C","24.4 °C"]')
    expect(text).not.toContain('°F')
  })
})

import {
  clockText,
  DAY_NAMES,
  ENTRY_MODES,
  gapStretches,
  type HeldProgram,
  happening,
  meaningAs,
  ordinalOfYear,
  type PeriodEntry,
  sayDateOfYear,
  sayDays,
  weekdayOf,
  worksIn,
  zoneTable,
} from '@ingle/core'
import { type Draft, type SeasonId } from '@ingle/record'
import { found as finding } from '../../findingWords.ts'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { seenAt } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'
import {
  type HeldAs,
  heldProgramOf,
  isProgramSeen,
  leastGapF,
  meaningIn,
  slotRows,
  type TimesDevice,
  timesDevice,
} from './device.ts'
import { gapSaid } from './gap.ts'
import { localOf } from './now.ts'
import { datesOdd, slips } from './slips.ts'
import { aimDraft, groupDays, made, type TimesCheck } from './timesCheck.ts'
import { dateOfDay, daysAlike, hasWeek, lanesOf, reasonOn, sayDate, seasonOn, seasonsOf, weekIn } from './week.ts'

const DAY_MS = 86_400_000
const HALF_DAY = 720
/** A clock that is off by less is right, min. */
const CLOCK_RIGHT_MIN = 4

/** Everything that is wrong with the times as they stand, the worst first. `now`: the moment, for clock and seasons. */
export function timesChecks(v: VisitView, now: number): TimesCheck[] {
  const times = timesDevice(v)
  const today = localOf(v.clock.zone, now).day
  if (!times) return [...unheated(v), ...seasonGaps(v)]
  const held = heldProgramOf(times, 'aimed')
  const wanted = hasWeek(v) ? lanesOf(v, seasonOn(v, today)) : { heat: null, cool: null }
  // What stands there is looked at by itself: an aim that was taken first must not hide how it was found.
  const stands = heldProgramOf(times, 'stands')
  const slipped = once([...slips(v, times, stands, wanted, 'stands'), ...slips(v, times, held, wanted, 'aimed')])
  return [
    ...unheated(v),
    ...clockWrong(v, times),
    ...heldOn(v, times, held, today),
    ...slipped,
    ...oneOfTwo(v, times, held),
    ...(hasWeek(v) ? wantedTooClose(v, times, today) : []),
    ...tooClose(v, times, held),
    // What a slip put out of order is no second thing.
    ...(slipped.length > 0 ? [] : outOfOrder(v, times, stands, held)),
    ...seasonGaps(v),
    ...datesOdd(v, times, held, today),
    ...linesEnd(v, times, held),
    ...daylight(v, times, now),
  ]
}

/** Nothing may heat for a while: pipes freeze in a cold spell, whoever asked for it. */
function unheated(v: VisitView): TimesCheck[] {
  if (v.system.times.neverHeats) return []
  const weeks = [
    { name: '', week: weekIn(v, null) },
    ...seasonsOf(v).map((one) => ({ name: one.name ?? '', week: weekIn(v, one) })),
  ]
  const dated = v.system.exceptions.map((one) => ({ name: one.name, week: { 0: one.entries ?? [] } }))
  for (const { name, week } of [...weeks, ...dated])
    for (const { days, entries } of daysAlike(week)) {
      const one = entries.find(({ mode }) => !worksIn(mode, 'heat'))
      if (one)
        return [
          made(
            'unheated',
            finding('unheated', {
              when: `${name || sayDays(days)} ${clockText(one.startMin)}`,
              mode: ENTRY_MODES[one.mode ?? 'off'],
            }),
          ),
        ]
    }
  return []
}

/** Out of order as it stands, or as it is aimed at; nothing to press where the aims are in order already. */
function outOfOrder(v: VisitView, times: TimesDevice, stands: HeldProgram, aimed: HeldProgram): TimesCheck[] {
  const of = neverHappens(v, times, aimed, 'aimed')
  return once([...of, ...neverHappens(v, times, stands, 'stands').map((one) => ({ ...one, button: null, drafts: [] }))])
}

/** The same thing found twice, as it stands and as it is aimed at, is one. */
const once = (checks: readonly TimesCheck[]): TimesCheck[] =>
  checks.filter((one, i) => checks.findIndex((other) => other.id === one.id) === i)

function clockWrong(v: VisitView, times: TimesDevice): TimesCheck[] {
  const read = v.here.clockReads.filter((one) => one.place === times.device.place).at(-1)
  const row = times.rows.get('time.clock')
  const drafts = row ? [aimDraft(v, row, 'right', 'day and time by this phone’s clock')] : []
  if (!read) {
    if (row && meaningAs('time.clock', seenAt(row)?.meaning) === 'wrong')
      return [
        made('clock-not-set', finding('clock-not-set', { device: times.device.profile.family }), {
          row,
          button: 'Set the clock first',
          drafts,
        }),
      ]
    return []
  }
  const there = localOf(v.clock.zone, Date.parse(read.at))
  const shown = read.day * 1440 + read.minute
  const really = weekdayOf(there.day) * 1440 + there.minute
  // The nearer way round the week.
  const off = ((((shown - really + 5040) % 10_080) + 10_080) % 10_080) - 5040
  if (Math.abs(off) <= CLOCK_RIGHT_MIN) return []
  const facts = {
    shows: `${DAY_NAMES[read.day]} ${clockText(read.minute)}`,
    really: `${DAY_NAMES[weekdayOf(there.day)]} ${clockText(there.minute)}`,
  }
  const isOff = (minutes: number) => Math.abs(Math.abs(off) - minutes) <= CLOCK_RIGHT_MIN
  const found = isOff(60)
    ? finding('clock-hour-off', facts)
    : isOff(HALF_DAY)
      ? finding('clock-half-day-off', facts)
      : Math.abs(off) % 1440 <= CLOCK_RIGHT_MIN || 1440 - (Math.abs(off) % 1440) <= CLOCK_RIGHT_MIN
        ? finding('clock-day-off', facts)
        : finding('clock-off', facts)
  return [
    made('clock-wrong', found, {
      ...(row && { row }),
      ...(drafts.length > 0 && { button: `Set it to ${facts.really}` }),
      drafts,
    }),
  ]
}

function heldOn(v: VisitView, times: TimesDevice, held: HeldProgram, today: number): TimesCheck[] {
  const row = times.rows.get('time.hold')
  if (!row || meaningIn(times, 'aimed')('time.hold') !== 'held') return []
  const at = held.heat?.[0]
  // Somebody is away, and this is how the device keeps it: ending it would heat an empty house.
  const away = reasonOn(v, today)
  if (away?.kind === 'exception' && away.is !== 'in')
    return [made('hold-left-on', finding('hold-while-away', { device: times.device.profile.family, name: away.name }), { row })]
  return [
    made(
      'hold-left-on',
      finding('hold-left-on', {
        device: times.device.profile.family,
        at: at === undefined ? 'one set point' : v.show('temperature', at),
      }),
      {
        row,
        button: 'End the hold',
        drafts: [aimDraft(v, row, 'run', 'the program counts again')],
      },
    ),
  ]
}

/** What is wanted is closer than the device keeps apart: said before it is taken, once. */
function wantedTooClose(v: VisitView, times: TimesDevice, today: number): TimesCheck[] {
  const says = gapSaid(v, times, today)
  return says === null ? [] : [made('wanted-too-close', says)]
}

/** Only the heating week, or only the cooling week, was ever touched. */
function oneOfTwo(v: VisitView, times: TimesDevice, held: HeldProgram): TimesCheck[] {
  if (held.kind !== 'periods' || times.form?.starts !== 'separate') return []
  const isTouched = (row: LedgerRow) => {
    const stands = seenAt(row)
    return (
      (stands !== null && row.setting.default !== undefined && stands.value !== row.setting.default) || row.aim?.value != null
    )
  }
  const rowsOf = (channel: string) => slotRows(times).filter((row) => row.id.startsWith(`time.${channel}-`))
  const [heat, cool] = [rowsOf('heat'), rowsOf('cool')]
  if (heat.length === 0 || cool.length === 0) return []
  const { neverHeats, neverCools } = v.system.times
  for (const [name, done, other, lane, never] of [
    ['Cooling', heat, cool, held.cool, neverCools],
    ['Heating', cool, heat, held.heat, neverHeats],
  ] as const) {
    if (never || !done.some(isTouched) || other.some(isTouched)) continue
    const values = lane ? [...new Set(lane)].map((one) => v.show('temperature', one)) : []
    return [
      made(
        'only-one-week',
        finding('only-one-week', {
          name,
          other: name === 'Cooling' ? 'heating' : 'cooling',
          at: values.length === 1 ? `${values[0]} all day` : values.slice(0, 4).join(', '),
        }),
        hasWeek(v) ? { button: 'Take the wanted week', takesFit: true } : {},
      ),
    ]
  }
  return []
}

function tooClose(v: VisitView, times: TimesDevice, held: HeldProgram): TimesCheck[] {
  const leastF = leastGapF(times)
  if (!held.heat || !held.cool || leastF === null) return []
  const stretches = gapStretches(held.heat, held.cool, leastF)
  const [first] = stretches
  if (!first) return []
  const drafts: Draft[] = []
  const divided = meaningIn(times, 'aimed')('time.program')
  const cooling = held.entries.filter((one) => one.cool !== null && one.startMin !== null)
  for (const entry of cooling) {
    const row = entry.cool ? times.rows.get(entry.cool.id) : undefined
    const [setF, startMin] = [entry.cool?.setF, entry.startMin]
    if (!row || setF == null || startMin === null) continue
    // It rules until the next start of its days, the last one into the morning after.
    const starts = cooling.flatMap((one) => (one.group === entry.group && one.startMin !== null ? [one.startMin] : []))
    const endMin = Math.min(...starts.map((one) => (one > startMin ? one : one + 1440)))
    let mostF = Number.NEGATIVE_INFINITY
    for (const day of groupDays(times, divided, entry.group))
      for (let minute = startMin; minute < endMin; minute += 1)
        mostF = Math.max(mostF, held.heat[(day * 1440 + minute) % held.heat.length] as number)
    // A cooling set point goes up to where heating leaves it the gap.
    if (setF < mostF + leastF) drafts.push(aimDraft(v, row, String(mostF + leastF), 'heating and cooling need their gap'))
  }
  const facts = {
    when: `${DAY_NAMES[Math.floor(first.startMin / 1440)]} ${clockText(first.startMin % 1440)}`,
    gapF: first.gapF,
    leastF,
  }
  return [
    made('too-close', finding('gap-too-small', facts, v.show), {
      ...(drafts.length > 0 && { button: 'Raise cooling to the gap' }),
      drafts,
    }),
  ]
}

function neverHappens(v: VisitView, times: TimesDevice, held: HeldProgram, as: HeldAs): TimesCheck[] {
  const { form } = times
  if (!form || held.kind !== 'periods' || !isProgramSeen(times)) return []
  const out: TimesCheck[] = []
  const divided = meaningIn(times, as)('time.program')
  const groups = new Map<string, PeriodEntry[]>()
  for (const one of held.entries)
    groups.set(`${one.channel} ${one.group}`, [...(groups.get(`${one.channel} ${one.group}`) ?? []), one])
  for (const entries of groups.values()) {
    const on = entries.filter((one) => one.startMin !== null)
    const [first] = on
    if (!first) continue
    const days = sayDays(groupDays(times, divided, first.group))
    const label = (one: PeriodEntry) => times.rows.get(one.startId)?.setting.label ?? one.startId
    const sorted = [...on].sort((a, b) => (a.startMin ?? 0) - (b.startMin ?? 0))
    const twin = sorted.find((one, i) => one.startMin === sorted[i + 1]?.startMin)
    if (form.order === 'as-entered') {
      const happens = new Set(happening(on))
      const lost = on.find((one) => !happens.has(one))
      if (lost)
        out.push(
          made(
            `never-${lost.startId}`,
            finding('period-never', { days, period: label(lost), time: clockText(lost.startMin ?? 0) }),
            { button: 'Put them in order', drafts: inOrder(v, times, on, sorted) },
          ),
        )
    } else if (twin) {
      out.push(
        made(
          `twice-${twin.startId}`,
          finding('period-twice', { days, period: label(twin), time: clockText(twin.startMin ?? 0) }),
          hasWeek(v) ? { button: 'Take the nearest program', takesFit: true } : {},
        ),
      )
    } else if (sorted.some((one, i) => one !== on[i]) && on.some((one) => seenAt(times.rows.get(one.startId)) !== null)) {
      const odd = on.find((one, i) => sorted[i] !== one) as PeriodEntry
      out.push(
        made(
          `order-${odd.startId}`,
          finding('period-sorted', { days, period: label(odd), place: String(sorted.indexOf(odd) + 1) }),
          { button: 'Write them in order', drafts: inOrder(v, times, on, sorted) },
        ),
      )
    }
  }
  return out
}
/** The same periods, written in the order of their starts. */
function inOrder(v: VisitView, times: TimesDevice, on: readonly PeriodEntry[], sorted: readonly PeriodEntry[]): Draft[] {
  const drafts: Draft[] = []
  for (const [i, place] of on.entries()) {
    const from = sorted[i]
    if (!from || from === place) continue
    const put = (id: string | undefined, value: number | null | undefined) => {
      const row = id === undefined ? undefined : times.rows.get(id)
      if (row && value != null) drafts.push(aimDraft(v, row, String(value), 'in the order of the day'))
    }
    put(place.startId, from.startMin)
    put(place.heat?.id, from.heat?.setF)
    put(place.cool?.id, from.cool?.setF)
  }
  return drafts
}

const ordinal = (monthDay: string): number => {
  const [month = 1, day = 1] = monthDay.split('-').map(Number)
  return ordinalOfYear(month, day)
}
const monthDayText = (of: number): string => {
  const text = dateOfDay(19_722 + of)
  return text.slice(5)
}

/** A season that ends, and nothing goes on after it. */
function seasonGaps(v: VisitView): TimesCheck[] {
  const seasons = seasonsOf(v)
  if (
    seasons.length === 0 ||
    Object.values(v.system.week).some((one) => one.length > 0) ||
    v.system.lettings.some((one) => one.days)
  )
    return []
  const covered = (day: number) =>
    seasons.some((one) => {
      const [from, to] = [ordinal(one.from), ordinal(one.to)]
      return from <= to ? day >= from && day <= to : day >= from || day <= to
    })
  const ends = seasons.find((one) => !covered((ordinal(one.to) % 366) + 1))
  if (!ends) return []
  let last = ordinal(ends.to)
  while (!covered((last % 366) + 1)) last = (last % 366) + 1
  const to = monthDayText(last)
  return [
    made(
      `season-ends-${ends.id}`,
      finding('season-ends', {
        name: ends.name || 'A season',
        to: sayDate(ends.to),
        next: sayDate(monthDayText((last % 366) + 1)),
      }),
      {
        button: `Let it run to ${sayDate(to)}`,
        drafts: [{ kind: 'season.set', body: { systemId: v.at.systemId, seasonId: ends.id as SeasonId, to } }],
      },
    ),
  ]
}

/** Days of the year on which no dated line acts. */
function linesEnd(v: VisitView, times: TimesDevice, held: HeldProgram): TimesCheck[] {
  if (held.kind !== 'actions' || held.lines.length === 0) return []
  const covered = (day: number) =>
    held.lines.some(({ from, to }) => (from <= to ? day >= from && day <= to : day >= from || day <= to))
  const line = held.lines.find(({ to }) => !covered((to % 366) + 1))
  if (!line) return []
  let last = line.to
  while (!covered((last % 366) + 1)) last = (last % 366) + 1
  const drafts = held.lines
    .filter((one) => one.to === line.to)
    .flatMap((one) => {
      const row = times.rows.get(`time.act.to.${one.line}`)
      return row ? [aimDraft(v, row, String(last), 'until the next season begins')] : []
    })
  return [
    made(
      `lines-end-${line.line}`,
      finding('lines-end', { line: String(line.line), to: sayDateOfYear(line.to), next: sayDateOfYear((last % 366) + 1) }),
      hasWeek(v)
        ? { button: 'Take the lines of the week', takesFit: true }
        : { button: `Let it run to ${sayDateOfYear(last)}`, drafts },
    ),
  ]
}

function daylight(v: VisitView, times: TimesDevice, now: number): TimesCheck[] {
  const row = times.rows.get('time.daylight')
  if (!row || meaningIn(times, 'aimed')('time.daylight') !== 'off') return []
  const table = zoneTable(v.clock.zone, now, now + 366 * DAY_MS)
  const next = table.from[1]
  if (next === undefined) return []
  return [
    made(
      'daylight-off',
      finding('daylight-off', {
        device: times.device.profile.family,
        when: sayDate(dateOfDay(localOf(v.clock.zone, next).day)),
      }),
      {
        row,
        button: 'Let it change by itself',
        drafts: [aimDraft(v, row, 'on', 'the clocks of this place change twice a year')],
      },
    ),
  ]
}

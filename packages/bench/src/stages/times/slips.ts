import {
  actionId,
  channelGroups,
  clockText,
  type HeldProgram,
  laneOfProgram,
  type PeriodEntry,
  sayDateOfYear,
  sayDays,
  sayValue,
} from '@ingle/core'
import type { Draft } from '@ingle/record'
import { found as finding } from '../../findingWords.ts'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { seenAt, standsAt } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { type HeldAs, meaningIn, type TimesDevice } from './device.ts'
import { aimDraft, groupDays, made, type TimesCheck } from './timesCheck.ts'
import { dayOfDate, hasWeek, sayDate, seasonsOf, type WeekDays, weekIn } from './week.ts'

/** Half a day: what AM for PM moves a time by, min. */
const HALF_DAY = 720
/** Of what a program misses, the share that one slip of AM and PM has to explain. */
const SLIP_SHARE = 0.3
/** And at least so much, °F·min over the week. */
const SLIP_LEAST = 2400

/** What a lane misses of what is wanted, °F·min over the week. */
const missed = (lane: Float64Array | null, wanted: Float64Array | null): number =>
  lane && wanted ? lane.reduce((sum, one, i) => sum + Math.abs(one - (wanted[i] as number)), 0) : 0

/** Morning for afternoon: a start that, half a day later or earlier, explains most of what is missed. */
export function slips(
  v: VisitView,
  times: TimesDevice,
  held: HeldProgram,
  wanted: { heat: Float64Array | null; cool: Float64Array | null },
  as: HeldAs,
): TimesCheck[] {
  const { form } = times
  if (form && held.kind === 'actions') return lineSlips(v, times, held)
  if (!form || held.kind !== 'periods') return []
  const divided = meaningIn(times, as)('time.program')
  const lane = (entries: readonly PeriodEntry[], channel: 'heat' | 'cool') =>
    laneOfProgram(channelGroups(form, divided, entries, channel), channel)
  // Where the two weeks are apart, a cooling week that nobody wrote must not hide a slip in heating.
  const cost = (entries: readonly PeriodEntry[], channel: PeriodEntry['channel']) =>
    (channel === 'cool' ? 0 : missed(lane(entries, 'heat'), wanted.heat)) +
    (channel === 'heat' ? 0 : missed(lane(entries, 'cool'), wanted.cool))
  const out: TimesCheck[] = []
  let entries = held.entries
  for (let round = 0; round < 6; round += 1) {
    let best: { entry: PeriodEntry; startMin: number; saves: number; of: number } | null = null
    for (const entry of entries) {
      if (entry.startMin === null) continue
      const row = times.rows.get(entry.startId)
      // A place that nobody looked at is no slip of anybody's.
      if (!row || seenAt(row) === null) continue
      const startMin = (entry.startMin + HALF_DAY) % 1440
      const now = cost(entries, entry.channel)
      const after = entries.map((one) => (one === entry ? { ...one, startMin } : one))
      const saves = now - cost(after, entry.channel)
      if (!best || saves > best.saves) best = { entry, startMin, saves, of: now }
    }
    if (!best || best.saves < Math.max(SLIP_SHARE * best.of, SLIP_LEAST)) break
    const { entry, startMin } = best
    const row = times.rows.get(entry.startId) as LedgerRow
    const group = groupDays(times, divided, entry.group)
    const setF = entry.heat?.setF ?? entry.cool?.setF ?? null
    out.push(
      made(
        `am-pm-${entry.startId}`,
        finding('am-for-pm', {
          days: sayDays(group),
          what: `${row.setting.label.replace(/,? (from|at)$/, '')}${setF === null ? '' : ` (${v.show('temperature', setF)})`}`,
          stands: sayValue(
            row.setting,
            (as === 'aimed' ? row.aim?.value : null) ?? standsAt(row)?.value ?? clockText(entry.startMin ?? 0),
          ),
          should: spelled(row, startMin),
        }),
        {
          row,
          ...mendBy(v, row, startMin),
        },
      ),
    )
    entries = entries.map((one) => (one === entry ? { ...one, startMin } : one))
  }
  return out
}
/** The aim that mends a slip; nothing to press where it is aimed at within the hour already: then it has to be set. */
function mendBy(v: VisitView, row: LedgerRow, startMin: number): { button?: string; drafts?: Draft[] } {
  const aimed = Number(row.aim?.meaning ?? Number.NaN)
  if (Math.abs(aimed - startMin) <= NEAR_MIN) return {}
  return {
    button: `Make it ${spelled(row, startMin)}`,
    drafts: [aimDraft(v, row, String(startMin), 'afternoon and morning were changed about')],
  }
}

/** So near to a time of the week it is that time, and so far from any of them it is none, min. House figures. */
const NEAR_MIN = 60
const FAR_MIN = 120

/** A time that is far from every usual one and, half a day later or earlier, near one of them; null: no slip. */
function halfDayOff(startMin: number, usual: readonly number[]): number | null {
  const apart = (minute: number) =>
    Math.min(
      ...usual.map((one) => {
        const off = Math.abs(one - minute) % 1440
        return Math.min(off, 1440 - off)
      }),
    )
  const other = (startMin + HALF_DAY) % 1440
  return usual.length > 0 && apart(startMin) > FAR_MIN && apart(other) <= NEAR_MIN ? other : null
}

/** Times of the usual week, or of a season's own. */
const usualTimes = (week: WeekDays): number[] => Object.values(week).flatMap((day) => day.map((one) => one.startMin))

/** Morning for afternoon in a list of dated lines. */
function lineSlips(v: VisitView, times: TimesDevice, held: HeldProgram): TimesCheck[] {
  if (!hasWeek(v)) return []
  const usual = [null, ...seasonsOf(v)].flatMap((one) => usualTimes(weekIn(v, one)))
  return held.lines.flatMap(({ line, atMin: startMin }) => {
    const row = times.rows.get(actionId('at', line))
    const should = halfDayOff(startMin, usual)
    if (!row || should === null || seenAt(row) === null) return []
    return [
      made(
        `am-pm-line-${line}`,
        finding('am-for-pm', {
          days: `Line ${line}`,
          what: row.setting.label,
          stands: sayValue(row.setting, standsAt(row)?.value ?? clockText(startMin)),
          should: spelled(row, should),
        }),
        { row, ...mendBy(v, row, should) },
      ),
    ]
  })
}

/** A date further off than this is a slip of the year, days. A house figure. */
const FAR_OFF_DAYS = 550

/** Dates and hours of what is out of the usual that are most likely slips: nothing is changed, they are asked. */
export function datesOdd(v: VisitView, times: TimesDevice, held: HeldProgram, today: number): TimesCheck[] {
  const out: TimesCheck[] = []
  const usual = usualTimes(weekIn(v, null))
  for (const one of v.system.exceptions) {
    const [from, to] = [one.from, one.to].map((text) => (text.length > 5 ? dayOfDate(text) : null))
    const isFar = [from, to].some((day) => day !== null && day !== undefined && Math.abs(day - today) > FAR_OFF_DAYS)
    if (isFar)
      out.push(
        made(
          `far-${one.id}`,
          finding('exception-far-off', { name: one.name || 'An exception', from: sayDate(one.from), to: sayDate(one.to) }),
        ),
      )
  }
  const hours = [
    ...v.system.exceptions.map((one) => ({ id: one.id as string, name: one.name || 'An exception', entries: one.entries ?? [] })),
    ...seasonsOf(v).map((one) => ({
      id: one.id as string,
      name: one.name || 'A season',
      entries: Object.values(one.week).flat(),
    })),
  ]
  for (const { id, name, entries } of hours)
    for (const entry of entries) {
      const should = halfDayOff(entry.startMin, usual)
      if (should !== null)
        out.push(
          made(
            `am-pm-${id}-${entry.startMin}`,
            finding('hours-half-day-off', { name, stands: clockText(entry.startMin), should: clockText(should) }),
          ),
        )
    }
  const lines = held.kind === 'actions' ? held.lines : []
  for (const odd of oddEnds(lines)) {
    const row = times.rows.get(actionId('to', odd.line))
    out.push(
      made(
        `line-end-${odd.line}`,
        finding('line-ends-otherwise', { line: odd.line, to: sayDateOfYear(odd.to), others: sayDateOfYear(odd.othersTo) }),
        row
          ? {
              row,
              button: `Let it end on ${sayDateOfYear(odd.othersTo)}`,
              drafts: [aimDraft(v, row, String(odd.othersTo), 'as the others of its season')],
            }
          : {},
      ),
    )
  }
  return out
}

/** Of three or more that begin on one day, the one that ends on another day than all the rest. */
function oddEnds(lines: readonly { line: number; from: number; to: number }[]): { line: number; to: number; othersTo: number }[] {
  const out: { line: number; to: number; othersTo: number }[] = []
  for (const from of new Set(lines.map((one) => one.from))) {
    const alike = lines.filter((one) => one.from === from)
    for (const one of alike) {
      const others = new Set(alike.filter((other) => other !== one).map((other) => other.to))
      const [othersTo] = others
      if (alike.length >= 3 && others.size === 1 && othersTo !== undefined && othersTo !== one.to)
        out.push({ line: one.line, to: one.to, othersTo })
    }
  }
  return out
}

const spelled = (row: LedgerRow, minutes: number): string => {
  const half = row.setting.range?.unit === '12 h clock'
  return half
    ? `${Math.floor(minutes / 60) % 12 || 12}:${String(minutes % 60).padStart(2, '0')} ${minutes < HALF_DAY ? 'AM' : 'PM'}`
    : clockText(minutes)
}

import { clockText, keptBy, meaningOf, sayDays, sayModes, sayValue, wordOfEntry } from '@ingle/core'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { isNoted, settled, standingOfAll } from '../../ledger/ledger.ts'
import { meaningSeen, STANDS_WORDS, seenAt, standsAt } from '../../ledger/standsAt.ts'
import { refuse } from '../../refusals.ts'
import type { PlacedSection } from '../../sheet.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { stage, type WorkedAim } from '../stage.ts'
import { timesChecks } from './checks.ts'
import { isProgramSeen, isSlot, slotRows, timesDevice } from './device.ts'
import {
  actionsFit,
  datedLost,
  fitAims,
  fitJobOf,
  fitOf,
  holdFit,
  knownFit,
  lostSaid,
  modesLost,
  setStepOf,
  stepOf,
  TIMES_SOURCE,
  timerFit,
} from './fit.ts'
import { gapSaid } from './gap.ts'
import { localOf } from './now.ts'
import { remindersOf } from './reminders.ts'
import { warmChecks } from './warmChecks.ts'
import { dateOfDay, daysAlike, hasWeek, holidaysOf, keptOf, sayDate, sayEntries, seasonsOf, weekIn } from './week.ts'

/** The moment that a visit is judged at: its end, or the last that was written on it. Paper says the same whenever it is printed. */
export const momentOfVisit = (v: VisitView): number => {
  const stamps = [
    v.visit.startedAt,
    v.visit.closedAt,
    ...v.here.clockReads.map((one) => one.at),
    ...Object.values(v.here.rows).flatMap((row) => [row.found?.at, row.left?.at]),
  ]
  return Math.max(...stamps.flatMap((one) => (one ? [Date.parse(one)] : [])))
}
const dayOfVisit = (v: VisitView) => localOf(v.clock.zone, momentOfVisit(v)).day

const rowsOf = (v: VisitView) => v.ledger.filter((row) => row.need === 'times' || isSlot(row))

/** What the device of a system would be set to for the week that is wanted, by whatever way it holds times. */
export function timesAims(v: VisitView, work: 'known' | 'now' = 'now'): { aims: WorkedAim[]; lost: string[] } | null {
  const times = timesDevice(v)
  if (!times || !hasWeek(v)) return null
  const today = dayOfVisit(v)
  if (times.form?.shape === 'actions') return actionsFit(v, times)
  if (times.form?.shape === 'timer') return timerFit(v, times, today)
  if (!times.form) return holdFit(v, times, today)
  const job = fitJobOf(v, today)
  const fit = work === 'now' ? fitOf(v, today) : job ? knownFit(job.key) : null
  if (!fit?.ok) return null
  const gap = gapSaid(v, times, today)
  return {
    aims: fitAims(times, fit),
    lost: [
      ...(gap ? [gap.says] : []),
      ...lostSaid(fit.nearest.lost, { stepMin: stepOf(times), stepF: setStepOf(times) }, v.show),
      ...modesLost(v, times),
      ...datedLost(v, 'periods'),
    ],
  }
}

/** When the people are in, what the device can hold of it, what is in force, and what it saves. */
export const times = stage({
  id: 'times',
  applies: (v) => timesDevice(v) !== null || hasWeek(v) || refuse('no-clock'),
  standing(v) {
    const rows = rowsOf(v).filter(isNoted)
    return {
      done: settled(rows),
      of: rows.length,
      mark: timesChecks(v, momentOfVisit(v)).length > 0 ? 'watch' : standingOfAll(rows, hasWeek(v)),
    }
  },
  sources: [{ source: TIMES_SOURCE, aims: (v) => timesAims(v, 'known')?.aims ?? [] }],
  findings: (v) =>
    [...timesChecks(v, momentOfVisit(v)), ...warmChecks(v, dayOfVisit(v))].map(({ id, says, mend, row }) => ({
      id,
      says,
      mend,
      ...(row && { row }),
    })),
  sections: (v) => [...weekSections(v), ...programSections(v), ...laterSections(v)],
  readings: ['counter.read'],
  jot: ['mo-fr'],
  wanted: (v) =>
    timesDevice(v) && !hasWeek(v) ? ['mo-fr up 5:45 out 7:20 back 17:10 bed 21:50', 'sa,su up 8:00 bed 23:10'] : [],
})

/** The week in the words of those who live by it. */
function weekSections(v: VisitView): PlacedSection[] {
  if (!hasWeek(v)) return []
  const kept = keptOf(v)
  const { show } = v
  const { neverHeats, neverCools } = v.system.times
  const keptSaid = (valueF: number | null) => (valueF === null ? 'off' : show('temperature', valueF))
  const weeks = [
    { name: 'Week', week: weekIn(v, null) },
    ...seasonsOf(v)
      .filter((one) => Object.keys(one.week).length > 0)
      .map((one) => ({
        name: `${one.name || 'Season'}, ${sayDate(one.from)} to ${sayDate(one.to)}`,
        week: weekIn(v, one),
      })),
  ].filter(({ week }) => Object.values(week).some((one) => one.length > 0))
  const days = new Set(holidaysOf(v, dayOfVisit(v)).map((one) => one.day))
  const today = dayOfVisit(v)
  const coming = holidaysOf(v, today).filter((one) => one.day >= today && one.day < today + 400)
  return [
    {
      title: 'The week',
      week: 'week',
      record: 'worked-out',
      blocks: [
        ...weeks.map(({ name, week }) => ({
          kind: 'table' as const,
          head: [name, 'From', '', ...(neverHeats ? [] : ['Heating']), ...(neverCools ? [] : ['Cooling'])],
          rows: daysAlike(week).flatMap(({ days, entries }) =>
            entries.map((one, i) => [
              i === 0 ? sayDays(days) : '',
              clockText(one.startMin),
              [wordOfEntry(one, entries), ...sayModes(one)].join(', '),
              ...(neverHeats ? [] : [keptSaid(keptBy(one, kept).heatF)]),
              ...(neverCools ? [] : [keptSaid(keptBy(one, kept).coolF)]),
            ]),
          ),
          figures: [1, 3, 4],
          empty: 'Nobody said when people are in.',
        })),
      ],
    },
    {
      title: 'Days out of the usual',
      week: 'exceptions',
      record: 'worked-out',
      blocks: [
        {
          kind: 'lines',
          lines: [
            ...v.system.exceptions.map(
              (one) =>
                `${one.name}: ${sayDate(one.from)}${one.from === one.to ? '' : ` to ${sayDate(one.to)}`}, ${one.entries ? sayEntries(one.entries) : one.is}`,
            ),
            ...v.system.lettings.map(
              (one) =>
                `Let to ${one.who}: ${one.on ? sayDate(one.on) : sayDays(one.days ?? [])} ${clockText(one.fromMin)}–${clockText(one.toMin)}`,
            ),
            ...(days.size > 0
              ? [
                  `Holidays${v.system.times.holidaysName ? ` (${v.system.times.holidaysName})` : ''}, ${v.system.times.holidaysAs ?? 'out'}: ${coming.map((one) => `${one.name || 'holiday'} ${sayDate(dateOfDay(one.day))}`).join(', ') || 'none in the next year'}`,
                ]
              : []),
          ],
          empty: 'None.',
        },
      ],
    },
  ]
}

/** The program of the device, place by place, as it is left; and what it cannot keep. */
function programSections(v: VisitView): PlacedSection[] {
  const device = timesDevice(v)
  if (!device) return []
  const rows = slotRows(device)
  const fit = timesAims(v)
  const { family } = device.device.profile
  // What is aimed at stands beside what is there, never in its place.
  const held = rows.flatMap((row) => {
    const stands = standsAt(row)
    const aim = row.aim?.value ?? null
    const wanted = aim !== null && !isSameValue(row, aim) ? sayValue(row.setting, aim) : ''
    if (stands === null && wanted === '') return []
    return [[row.setting.label, stands ? sayValue(row.setting, stands.value) : '', STANDS_WORDS[stands?.from ?? 'none'], wanted]]
  })
  const isAnyWanted = held.some((cells) => cells[3] !== '')
  const slots: PlacedSection[] =
    rows.length === 0 || !(isProgramSeen(device) || rows.some((row) => row.aim?.value))
      ? []
      : [
          {
            title: `Program of the ${family}`,
            card: 'program',
            record: 'left',
            blocks: [
              {
                kind: 'table',
                head: ['Place', 'Stands at', '', ...(isAnyWanted ? ['To be set'] : [])],
                rows: held.map((cells) => (isAnyWanted ? cells : cells.slice(0, 3))),
                figures: [1, 3],
                empty: '',
              },
            ],
          },
        ]
  return [
    ...slots,
    ...(fit
      ? [
          {
            title: `What the ${family} cannot keep`,
            week: 'hand' as const,
            record: 'worked-out' as const,
            blocks: [{ kind: 'lines' as const, lines: fit.lost, empty: 'It keeps all of the week.' }],
          },
        ]
      : []),
    {
      title: 'By hand',
      week: 'hand',
      blocks: [
        {
          kind: 'lines',
          lines:
            rows.length > 0 || device.rows.has('time.hold')
              ? handLines(v)
              : ['Warmer or cooler: with its own keys. It stays until somebody changes it.'],
          empty: '',
        },
      ],
    },
  ]
}

/** Whether what somebody saw there means what is aimed at, however it is spelt. */
const isSameValue = (row: LedgerRow, aim: string): boolean => {
  const seen = seenAt(row)
  return seen !== null && seen.meaning === meaningOf(row.setting, aim)
}

/** What people do by hand at the wall: only what somebody saw there. */
function handLines(v: VisitView): string[] {
  const device = timesDevice(v)
  if (device && meaningSeen(v.ledger, 'service.lock', device.device.place) === 'full')
    return ['Its keys are locked: nothing is changed at the wall.']
  const lasts = seenAt(device?.rows.get('time.override'))?.meaning
  const hold = device?.rows.get('time.hold')
  return [
    lasts === undefined
      ? 'Warmer or cooler now: with its own keys.'
      : `Warmer or cooler now: with its own keys; it lasts ${lasts === '0' ? 'until the next change of the week' : `${lasts} h`}, then the week goes on.`,
    ...(hold ? [`Away for longer: ${hold.setting.access} It stays until you end it, so end it when you come back.`] : []),
  ]
}

function laterSections(v: VisitView): PlacedSection[] {
  const later = remindersOf(v, momentOfVisit(v))
  const reads = v.here.counterReads
  return later.length + reads.length === 0
    ? []
    : [
        {
          title: 'To remember',
          week: 'later',
          record: 'open',
          blocks: [
            {
              kind: 'lines',
              lines: later.map((one) => `${sayDate(one.on)}: ${one.says.split(': ').slice(1).join(': ')} (${one.from})`),
              empty: '',
            },
            ...(reads.length > 0
              ? [{ kind: 'lines' as const, lines: reads.map((one) => `Counter: ${one.counter} ${one.value}`), empty: '' }]
              : []),
          ],
        },
      ]
}

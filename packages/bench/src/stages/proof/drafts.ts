import {
  calibrationDue,
  type InstrumentMeasure,
  instrumentPlusMinus,
  isPlateLimit,
  isWeak,
  ok,
  PLAUSIBLE,
  type PlateLimit,
  type Result,
  type TestReading,
} from '@ingle/core'
import type { Draft, RunId, RunState } from '@ingle/record'
import { rowBody } from '@ingle/record'
import { sawOf } from '../../ledger/ledger.ts'
import { numberAt, rowFor, seenAt } from '../../ledger/standsAt.ts'
import { refuse } from '../../refusals.ts'
import { burnsIn } from '../../visit/plant.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { keyOfTest, limitRoles, type TestCase } from './cases.ts'
import { meansRole } from './due.ts'
import { judged } from './runs.ts'
import { checkSaid } from './words.ts'

/** Begins a test: with the whole of it where this record has not met it, and with how everything stands that it rests on. */
export function startDraft(v: VisitView, one: TestCase, runId: RunId): Draft {
  const { form, test, about } = one
  const key = keyOfTest(test)
  const roles = limitRoles(form)
  const stood = v.ledger.flatMap((row) => {
    const seen = form.restsOn.some((pattern) => meansRole(pattern, row.id)) ? seenAt(row) : null
    return seen ? [[row.key, seen.value] as const] : []
  })
  const limits = roles.flatMap((role) => {
    const number = isPlateLimit(role) ? plateLimit(v, role) : numberAt(rowFor(v.ledger, role))
    return number === null ? [] : [[role, number] as const]
  })
  return {
    kind: 'test.start',
    body: {
      ...v.at,
      runId,
      ...(v.state.tests[key] ? { testKey: key } : { test }),
      ...(about !== undefined && { about }),
      stood: Object.fromEntries(stood),
      limits: Object.fromEntries(limits),
    },
  }
}

/** The rise that air may take from a compressor or from elements where no plate gives a window, °F. House figures. */
const RISE_WITHOUT_PLATE = { 'plate.rise.low': 8, 'plate.rise.high': 60 } as const

/** What the plate says; null where nobody entered it. A burner has a window of its own; what has no burner has none. */
function plateLimit({ system, fires, devices, here }: VisitView, limit: PlateLimit): number | null {
  if (limit === 'plate.heater.power') return system.heaterKw || null
  if (limit === 'plate.damper.stroke') return system.roof.strokeS ?? null
  if (!burnsIn(devices, here)) return RISE_WITHOUT_PLATE[limit]
  const { high, low } = fires
  // On either fire: what burns at the moment of reading is not asked.
  if (!high) return null
  return limit === 'plate.rise.low' ? Math.min(high.lowF, low?.lowF ?? high.lowF) : high.highF
}

/** How much less an instrument is believed that is overdue or beyond its range. Our choice, as for methods of airflow. */
const WEAK_FACTOR = 2

/** What a reading is read with, and what it may be off by at a value. */
export function readWith(v: VisitView, reading: TestReading, value: number) {
  const instrument = reading.with ? v.here.instruments[reading.with as InstrumentMeasure] : undefined
  if (!instrument) return { plusMinus: reading.plusMinus, weak: false }
  const weak = isWeak(instrument, v.clock.date(v.visit.startedAt), [value])
  const due = calibrationDue(instrument)
  const off = instrumentPlusMinus(instrument, value)
  return { plusMinus: weak ? off * WEAK_FACTOR : off, instrument: instrument.name, weak, ...(due !== null && { due }) }
}

/** Other readings of a run that tell whether one slipped by a factor of ten. */
const TEN = [8, 12] as const

export interface ReadDraft {
  draft: Draft
  /** The value that may have been meant, where this one looks like a slip of the decimal point; null: nothing does. */
  meant: number | null
}

/**
 * Writes down one value of a run. One that nothing here can read is refused, with the figure that may have been meant; one
 * that is ten times its neighbours is taken, and asked about.
 */
export function readDraft(
  v: VisitView,
  run: RunState,
  form: TestCase['form'],
  reading: TestReading,
  value: number,
  from: 'hand' | 'keypad' | 'wire',
): Result<ReadDraft> {
  const say = (one: number) => (reading.in === 'count' || reading.in === 'ppm' ? `${one}` : v.show(reading.in, one))
  if (value < reading.least || value > reading.most) {
    const meant = [value / 10, value * 10].find((one) => one >= reading.least && one <= reading.most)
    return meant === undefined
      ? refuse('reading-implausible', {
          says: reading.says,
          value: say(value),
          least: say(reading.least),
          most: say(reading.most),
        })
      : refuse('reading-off-by-ten', {
          says: reading.says,
          value: say(value),
          least: say(reading.least),
          most: say(reading.most),
          meant: say(meant),
        })
  }
  const others = form.steps
    .flatMap((step) => step.reads ?? [])
    .filter((one) => one.id !== reading.id && one.in === reading.in)
    .flatMap((one) => run.values.findLast((read) => read.reading === one.id)?.value ?? [])
  const slipped = (ratio: number) => ratio >= TEN[0] && ratio <= TEN[1]
  const neighbour = others.find((one) => one !== 0 && value !== 0 && (slipped(value / one) || slipped(one / value)))
  const meant = neighbour === undefined ? null : slipped(value / neighbour) ? value / 10 : value * 10
  const { plusMinus, instrument, due } = readWith(v, reading, value) as { plusMinus: number; instrument?: string; due?: string }
  return ok({
    meant,
    draft: {
      kind: 'test.read',
      body: {
        ...v.at,
        runId: run.id,
        reading: reading.id,
        value,
        plusMinus,
        from,
        ...(instrument !== undefined && { instrument }),
        ...(due !== undefined && { due }),
      },
    },
  })
}

/** What a value of a test may be typed as: its quantity, or a bare number. */
export const plausibleOf = (reading: TestReading): readonly [number, number] =>
  reading.in === 'count' || reading.in === 'ppm' ? [reading.least, reading.most] : PLAUSIBLE[reading.in]

/**
 * Ends a run. Where it passes, the settings that it proves are proved with it: those that were found or left, and only as
 * they stand now.
 */
export function endDrafts(v: VisitView, one: TestCase, run: RunState, nowMs: number): Draft[] {
  const end: Draft = { kind: 'test.end', body: { ...v.at, runId: run.id, how: 'done', reason: '' } }
  const shows = judged(one.form, run, nowMs)
  if (shows.verdict !== 'pass') return [end]
  const figures = shows.checks.flatMap((check) => {
    const said = checkSaid(check, v.show)
    return said ? [`${check.check.says.toLowerCase()} ${said}`] : []
  })
  const value = `${one.form.name}: passed${figures.length > 0 ? `, ${figures.join(', ')}` : ''}`.slice(0, 400)
  const proved = v.ledger.filter(
    (row) => (row.left || row.found) && one.form.proves.some((pattern) => meansRole(pattern, row.id)),
  )
  return [
    end,
    ...proved.map(
      (row): Draft => ({
        kind: 'setting.set',
        body: { ...v.at, ...rowBody(row.key), column: 'proof', value, why: null, saw: sawOf(row, 'proof') },
      }),
    ),
  ]
}

import { GROUNDS, type Ground, type Judged, type Round, roleLabel, shortestRound } from '@ingle/core'
import type { ChangeKind, RunState } from '@ingle/record'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { seenAt } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { caseKey, caseOf, casesOf, keyOfTest, minutesOf, type TestCase } from './cases.ts'
import { isPaused, judged, type RunAt, runsOf } from './runs.ts'

export type CaseStanding = 'running' | 'paused' | 'failed' | 'cannot-tell' | 'due' | 'passed' | 'skipped' | 'untouched'

export interface ProofCase extends TestCase {
  standing: CaseStanding
  /** Why it stands so, in a sentence. */
  why: string
  /** The run that this rests on; null: none. */
  run: RunAt | null
  judged: Judged | null
  /** Runs that go on, whoever began them. */
  open: RunState[]
  /** What changed since the run that it rests on. */
  changed: string[]
}

export interface Proof {
  cases: ProofCase[]
  /** Those that this visit still owes. */
  due: ProofCase[]
  /** The shortest way through them: worked out when it is first asked for. */
  readonly round: Round
}

/** Kinds of change that each ground is written with. */
const OF_GROUND: Record<Ground, readonly ChangeKind[]> = {
  equipment: ['profile.use'],
  parts: ['part.set', 'part.remove'],
  wiring: ['wiring.set', 'wire.set', 'bridge.set'],
  inputs: ['contact.set'],
  blower: ['try.start'],
  zones: ['zone.set', 'zone.remove', 'outlet.set', 'outlet.remove', 'zoning.set'],
  damper: ['roof.point.set', 'roof.set'],
  times: ['week.set', 'season.set', 'exception.set', 'letting.set', 'times.remove', 'times.set'],
  fixes: ['fix.put', 'fix.undo'],
}

const kept = new WeakMap<VisitView, Proof>()

/** What is proved of a system, what is due, and in which order. Worked out once for a view. */
export function proofOf(v: VisitView): Proof {
  const there = kept.get(v)
  if (there) return there
  const made = workOut(v)
  kept.set(v, made)
  return made
}

function workOut(v: VisitView): Proof {
  const runs = runsOf(v.state, v.system.id, v.visit)
  const isFirst = !v.state.visits.some((one) => one.number < v.visit.number && one.systems[v.system.id] !== undefined)
  const wanted = casesOf(v)
  // A test that was run here is shown, whether the system still asks for it or not.
  const extra = runs.flatMap((run) => {
    const test = v.state.tests[run.testKey]
    return test && run.visit === v.visit && !wanted.some((one) => one.key === caseKey(test.id, run.about))
      ? [caseOf(v, test, run.about)]
      : []
  })
  const all = [...wanted, ...extra.filter((one, i) => extra.findIndex((other) => other.key === one.key) === i)]
  const cases = all.map((one) => standingOfCase(v, one, runs, isFirst))
  const due = cases.filter((one) => DUE.has(one.standing))
  let round: Round | null = null
  return {
    cases,
    due,
    get round() {
      round ??= roundOf(due)
      return round
    },
  }
}

const roundOf = (due: readonly ProofCase[]): Round =>
  shortestRound(
    due
      .filter((one) => one.open.length === 0)
      .map((one) => ({ id: one.key, begins: one.form.begins, ends: one.form.ends, minutes: minutesOf(one) })),
    'idle',
  )

const DUE: ReadonlySet<CaseStanding> = new Set(['running', 'paused', 'failed', 'cannot-tell', 'due'])

function standingOfCase(v: VisitView, one: TestCase, runs: readonly RunAt[], isFirst: boolean): ProofCase {
  const mine = runs.filter((run) => {
    const test = v.state.tests[run.testKey]
    return test !== undefined && caseKey(test.id, run.about) === one.key
  })
  const open = mine.filter((run) => !run.ended && run.visit === v.visit)
  const last = mine.filter((run) => run.ended?.how === 'done').at(-1) ?? null
  const form = last ? caseOf(v, v.state.tests[last.testKey] ?? one.test, last.about).form : one.form
  const shows = last ? judged(form, last, Date.parse(last.ended?.at ?? last.at)) : null
  const changed = last ? changedSince(v, one, last.at, last) : []
  const bare = { ...one, run: last, judged: shows, open, changed }
  if (open.length > 0) {
    const run = open.at(-1) as RunState
    return isPaused(run)
      ? { ...bare, standing: 'paused', why: `Stopped half way by ${run.marks.at(-1)?.by}.` }
      : { ...bare, standing: 'running', why: `Begun by ${run.by} at ${v.clock.hour(run.at)}.` }
  }
  const skip = v.here.skips.findLast((of) => caseKey(of.testId, of.about) === one.key)
  if (skip && !(last && last.at > skip.at)) return { ...bare, standing: 'skipped', why: `${skip.by}: ${skip.reason}` }
  if (last) {
    const day = last.visit === v.visit ? `at ${v.clock.hour(last.ended?.at ?? last.at)}` : `on ${v.clock.day(last.at)}`
    if (shows?.verdict === 'fail')
      return {
        ...bare,
        standing: 'failed',
        why: changed.length > 0 ? `Failed ${day}; since then ${list(changed)}. Run it again.` : `Failed ${day}.`,
      }
    if (shows?.verdict !== 'pass') return { ...bare, standing: 'cannot-tell', why: `Run ${day}: it cannot be told.` }
    if (changed.length > 0) return { ...bare, standing: 'due', why: `Passed ${day}; since then ${list(changed)}.` }
    return { ...bare, standing: 'passed', why: `Passed ${day}.` }
  }
  if (isFirst && !one.test.onlyWhenTouched) return { ...bare, standing: 'due', why: 'Never run on this system.' }
  const touched = changedSince(v, one, v.visit.startedAt, null, touchedOn(v))
  if (touched.length > 0) return { ...bare, standing: 'due', why: `Never run; on this visit ${list(touched)}.` }
  return { ...bare, standing: 'untouched', why: 'Never run here, and nothing that it rests on was touched on this visit.' }
}

const list = (all: readonly string[]): string =>
  all.length > 2 ? `${all.slice(0, 2).join(', ')} and ${all.length - 2} more` : all.join(' and ')

/** Whether a pattern of roles (`fan.*`, `airflow.heat`) means one of them. */
export const meansRole = (pattern: string, id: string): boolean =>
  pattern.endsWith('.*') ? id === pattern.slice(0, -2) || id.startsWith(pattern.slice(0, -1)) : id === pattern

/** What of all that a test rests on was changed after a moment, or since a run, in words: “Blower delay off was set”. */
export function changedSince(
  v: VisitView,
  { form, test }: TestCase,
  sinceIso: string,
  run: RunState | null = null,
  /** The rows that can have changed at all, where somebody has looked for them already. */
  among: readonly LedgerRow[] = v.ledger,
): string[] {
  const since = Date.parse(sinceIso)
  const later = (iso: string | undefined) => iso !== undefined && Date.parse(iso) > since
  const out: string[] = []
  for (const row of among)
    if (form.restsOn.some((one) => meansRole(one, row.id)) && isChanged(row, later, run))
      out.push(`${row.role ? roleLabel(row.id) : row.setting.label} was changed`)
  for (const ground of test.restsOn) {
    const kinds = OF_GROUND[ground as Ground]
    if (kinds && times(v).some((touched) => kinds.some((kind) => later(touched?.[kind]))))
      out.push(`${GROUNDS[ground as Ground]} changed`)
  }
  // A shipped test that asks more than it did is run again on the next visit; a closed one answers for what was asked then.
  const isCurrent = run && v.visit.closedAt === null && !v.here.runs.some((one) => one.id === run.id)
  if (isCurrent && run.testKey !== keyOfTest(test) && !v.system.ownTests.includes(keyOfTest(test)))
    out.push('the test asks more than it did')
  if (run && v.system.ownTests.includes(keyOfTest(test)) && run.testKey !== keyOfTest(test)) out.push('the test was edited')
  return [...new Set(out)]
}

const touchedRows = new WeakMap<VisitView, readonly LedgerRow[]>()
/** Settings that were set to something else on this visit: looked for once for all tests. */
function touchedOn(v: VisitView): readonly LedgerRow[] {
  const there = touchedRows.get(v)
  if (there) return there
  const since = Date.parse(v.visit.startedAt)
  const made = v.ledger.filter((row) => isChanged(row, (iso) => iso !== undefined && Date.parse(iso) > since, null))
  touchedRows.set(v, made)
  return made
}

/** When something of each kind was last written: of the system, and on each visit up to this one. */
const times = ({ state, system, visit }: VisitView) => [
  system.touched,
  ...state.visits.filter((one) => one.number <= visit.number).map((one) => one.systems[system.id]?.touched),
]

/** A setting that stands otherwise than when the run began; where nobody had looked then, one that was set to something else since. */
function isChanged(row: LedgerRow, later: (iso: string | undefined) => boolean, run: RunState | null): boolean {
  const before = run && Object.hasOwn(run.stood, row.key) ? run.stood[row.key] : undefined
  const now = seenAt(row)?.value
  if (before !== undefined) return now !== undefined && now !== before
  return row.left !== null && later(row.left.since ?? row.left.at) && row.left.value !== (row.found ?? row.carried?.entry)?.value
}

import { type Judged, judgeRun, limitOf, type RunFacts, type TestForm, type TestStep } from '@ingle/core'
import type { ChangeId, RunMark, RunState, RunTraceState, SiteState, SystemId, SystemState, VisitState } from '@ingle/record'
import { knownId } from '@ingle/record'

/** A value that came over a wire is asked for once a second; one that somebody types, when they look. */
const GAP_MS = { wire: 5000, keypad: 120_000, hand: 120_000 } as const
/** Two clocks of one moment may differ by so much without anybody having moved one. */
const SLACK_MS = 2000

export interface RunAt extends RunState {
  visit: VisitState
}

/** Every run of a system up to a visit, oldest first. */
export const runsOf = (state: SiteState, systemId: SystemId, visit: VisitState): RunAt[] =>
  state.visits
    .filter((one) => one.number <= visit.number)
    .flatMap((one) => (one.systems[systemId]?.runs ?? []).map((run) => ({ ...run, visit: one })))

/** Runs that go on anywhere on a visit: while one waits, another can go on. */
export const openRuns = (state: SiteState, visit: VisitState): { system: SystemState; run: RunState }[] =>
  state.systems.flatMap((system) =>
    (visit.systems[system.id]?.runs ?? []).filter((run) => !run.ended).map((run) => ({ system, run })),
  )

/** The mark that a run stands at: the last step that was begun. Null: none was yet. */
export const stepNow = (run: RunState): RunMark | null =>
  run.marks.findLast((one) => one.step !== undefined && one.answer === undefined) ?? null

/** How far a step has come, `s` seconds after it was begun by its mark. */
export function stepStands(run: RunState, step: TestStep, mark: RunMark, s: number) {
  const [reads, asks] = [step.reads ?? [], step.asks ?? []]
  const waitS = limitOf(step.waitS, (role) => run.limits[role] ?? null) ?? 0
  const given = (id: string) => run.marks.findLast((of) => of.step === step.id && of.answer === id && of.at >= mark.at)
  const single = reads.filter((of) => !of.traced)
  const isRead = single.every((of) => run.values.some((read) => read.reading === of.id && read.at >= mark.at))
  const waited = s >= waitS
  return {
    waitS,
    waited,
    /** The last mark of an answer since the step was begun. */
    given,
    isAnswered: asks.length === 0 || asks.some((of) => given(of.id)),
    // Whoever has read what there was to read has seen that it is steady; a watch and a power cut take their time.
    isOver: waited || (isRead && single.length > 0),
  }
}

/** Stopped for now, and nobody has taken it up. */
export const isPaused = (run: RunState): boolean => run.ended === null && run.marks.at(-1)?.pause !== undefined

/** Who took part in it, in order. */
export const handsOf = (run: RunState): string[] => [
  ...new Set([
    run.by,
    ...run.marks.map((one) => one.by),
    ...run.values.map((one) => one.by),
    ...(run.ended ? [run.ended.by] : []),
  ]),
]

/** When each mark was made, ms. A clock that was set back between two marks of one page is seen by the one that only counts. */
function momentsOf(marks: readonly RunMark[]): { at: Map<RunMark, number>; moved: boolean } {
  const at = new Map<RunMark, number>()
  const pages = new Map<string, { wall: number; counted: number }>()
  let [last, moved] = [Number.NEGATIVE_INFINITY, false]
  for (const mark of marks) {
    const wall = Date.parse(mark.at)
    const first = mark.page === undefined ? undefined : pages.get(mark.page)
    let ms = wall
    if (first && mark.countedMs !== undefined) ms = Math.max(wall, first.wall + mark.countedMs - first.counted)
    if (mark.page !== undefined && mark.countedMs !== undefined && !first) pages.set(mark.page, { wall, counted: mark.countedMs })
    // The record keeps the order of writing: an earlier time after a later one is a clock that was set back.
    if (ms < last - SLACK_MS) moved = true
    last = Math.max(last, ms)
    at.set(mark, ms)
  }
  return { at, moved }
}

/** What is known of a run for judging it. `untilMs`: until when it was watched, while it goes on. */
export function runFacts(run: RunState, untilMs: number): RunFacts & { clockMoved: boolean } {
  const { at, moved } = momentsOf(run.marks)
  const begun = new Map<string, number>()
  const answered = new Map<string, number>()
  for (const mark of run.marks) {
    if (mark.step === undefined) continue
    const ms = at.get(mark) ?? 0
    if (mark.answer === undefined) {
      begun.set(mark.step, ms)
      // Begun anew: what was answered in it before does not count any more.
      for (const key of [...answered.keys()]) if (key.startsWith(`${mark.step}.`)) answered.delete(key)
    } else answered.set(`${mark.step}.${mark.answer}`, ms)
  }
  const traces = new Map<string, { atMs: number[]; values: number[]; gapMs: number }>()
  for (const { reading, beganAt, afterMs, values, from } of run.traces) {
    const there = traces.get(reading) ?? { atMs: [], values: [], gapMs: GAP_MS[from] }
    const began = Date.parse(beganAt)
    there.gapMs = Math.max(there.gapMs, GAP_MS[from])
    for (const [i, after] of afterMs.entries()) {
      there.atMs.push(began + after)
      there.values.push(values[i] ?? Number.NaN)
    }
    traces.set(reading, there)
  }
  for (const trace of traces.values()) inOrder(trace)
  return {
    begun,
    answered,
    values: new Map(
      run.values.map((one) => [one.reading, { value: one.value, plusMinus: one.plusMinus, atMs: Date.parse(one.at) }]),
    ),
    traces,
    numberOf: (role) => run.limits[role] ?? null,
    untilMs: run.ended ? Date.parse(run.ended.at) : untilMs,
    clockMoved: moved,
  }
}

/** Two devices may have followed the same value: one timeline. */
function inOrder(trace: { atMs: number[]; values: number[] }): void {
  if (trace.atMs.every((ms, i) => i === 0 || ms >= (trace.atMs[i - 1] ?? 0))) return
  const order = trace.atMs.map((_, i) => i).sort((a, b) => (trace.atMs[a] ?? 0) - (trace.atMs[b] ?? 0))
  const [atMs, values] = [order.map((i) => trace.atMs[i] as number), order.map((i) => trace.values[i] as number)]
  trace.atMs.splice(0, order.length, ...atMs)
  trace.values.splice(0, order.length, ...values)
}

/** What a run shows. A time that a moved clock may have made is no proof: neither a pass nor a failure. */
export function judged(form: TestForm, run: RunState, untilMs: number): Judged {
  const facts = runFacts(run, untilMs)
  const answer = judgeRun(form, facts)
  if (!facts.clockMoved) return answer
  const timed = (kind: string) => kind === 'seconds' || kind === 'stops'
  const checks = answer.checks.map((one) =>
    timed(one.check.kind) && one.verdict !== null && one.why !== 'came-back'
      ? { ...one, verdict: 'cannot-tell' as const, why: 'clock-moved' as const }
      : one,
  )
  const any = (verdict: string | null) => checks.some((one) => one.verdict === verdict)
  return { checks, verdict: any('fail') ? 'fail' : any(null) ? null : any('cannot-tell') ? 'cannot-tell' : 'pass' }
}

/** A run with what was followed and is not written down yet: what its last seconds show counts too. */
export const runWith = (run: RunState, traces: readonly Omit<RunTraceState, 'id' | 'by'>[]): RunState => ({
  ...run,
  traces: [...run.traces, ...traces.map((one) => ({ ...one, id: knownId<ChangeId>(''), by: run.by }))],
})

import { decide, type Limits, together, type Verdict } from './decide.ts'
import { isPlateLimit, type Moment, type TestCheck, type TestForm, type TestLimit } from './testForm.ts'

/** One value of a run, with what it may be off by. */
export interface RunValue {
  value: number
  plusMinus: number
  /** When it was read, ms; absent: not known, and then no wait is held against it. */
  atMs?: number
}

/** A value followed over time: milliseconds of the clock, rising. */
export interface RunTrace {
  atMs: readonly number[]
  values: readonly number[]
  /** The longest gap in which nobody looked, that still counts as watched. */
  gapMs: number
}

/** What is known of a run. */
export interface RunFacts {
  /** When a step last began. */
  begun: ReadonlyMap<string, number>
  /** Answers, by step and answer (`watch.stopped`), the last time that each was given. */
  answered: ReadonlyMap<string, number>
  values: ReadonlyMap<string, RunValue>
  traces: ReadonlyMap<string, RunTrace>
  /** How a setting stands, as a number in its role's unit; null: not known. */
  numberOf: (role: string) => number | null
  /** Until when it was watched. */
  untilMs: number
}

const W_PER_KW = 1000
/** What may lie between something that happens and a finger on the key, each way, s. Our choice. */
export const TAP_PLUS_MINUS_S = 2

export interface JudgedCheck {
  check: TestCheck
  /** Null: not read, not answered, not yet. */
  verdict: Verdict | null
  value: number | null
  plusMinus: number
  low: number | null
  high: number | null
  /** Why nothing can be told. */
  why:
    | 'not-read'
    | 'not-answered'
    | 'limit-unknown'
    | 'plate-unknown'
    | 'early'
    | 'not-watched'
    | 'too-wide'
    | 'guard-band'
    | 'came-back'
    | 'never-stopped'
    | 'clock-moved'
    | null
}

export interface Judged {
  /** Null: something is still to be read. Not run is not passed. */
  verdict: Verdict | null
  checks: JudgedCheck[]
}

/**
 * What a run shows: it fails with its first check that fails, and passes only where every check passes. Source: ISO 14253-1
 * for each value, our own rule for all together.
 */
export function judgeRun(test: TestForm, facts: RunFacts): Judged {
  const checks = test.passes.map((check) => judgeCheck(test, check, facts))
  const any = (verdict: Verdict | null) => checks.some((one) => one.verdict === verdict)
  return { checks, verdict: any('fail') ? 'fail' : any(null) ? null : any('cannot-tell') ? 'cannot-tell' : 'pass' }
}

/** A limit as a number; null: none asked for; undefined: it follows from what nobody knows. */
export function limitOf(limit: TestLimit | undefined, numberOf: RunFacts['numberOf']): number | null | undefined {
  if (limit === undefined) return null
  if (limit.role === undefined) return limit.figure
  const stands = numberOf(limit.role)
  return stands === null ? limit.otherwise : stands * (limit.times ?? 1) + (limit.plus ?? 0)
}

function judgeCheck(test: TestForm, check: TestCheck, facts: RunFacts): JudgedCheck {
  const bare = { check, value: null, plusMinus: 0, low: null, high: null }
  switch (check.kind) {
    case 'value': {
      const read = facts.values.get(check.of)
      return read
        ? settled(within(check, read.value, read.plusMinus, facts), [check.of], test, facts)
        : { ...bare, ...limitsNow(check, facts), verdict: null, why: 'not-read' }
    }
    case 'difference': {
      const [of, minus] = [facts.values.get(check.of), facts.values.get(check.minus)]
      return of && minus
        ? settled(
            within(check, of.value - minus.value, together([of.plusMinus, minus.plusMinus]), facts),
            [check.of, check.minus],
            test,
            facts,
          )
        : { ...bare, ...limitsNow(check, facts), verdict: null, why: 'not-read' }
    }
    case 'power': {
      const [volts, amps] = [facts.values.get(check.volts), facts.values.get(check.amps)]
      if (!volts || !amps) return { ...bare, ...limitsNow(check, facts), verdict: null, why: 'not-read' }
      const off = together([volts.plusMinus * amps.value, amps.plusMinus * volts.value])
      return settled(
        within(check, (volts.value * amps.value) / W_PER_KW, off / W_PER_KW, facts),
        [check.volts, check.amps],
        test,
        facts,
      )
    }
    case 'seconds': {
      const [from, to] = [momentOf(check.from, facts), momentOf(check.to, facts)]
      if (from === undefined || to === undefined || to < from)
        return { ...bare, ...limitsNow(check, facts), verdict: null, why: 'not-answered' }
      return within(check, (to - from) / 1000, TAP_PLUS_MINUS_S, facts)
    }
    case 'answer': {
      const asks = test.steps.find((one) => one.id === check.step)?.asks ?? []
      const given = asks
        .flatMap((one) => {
          const at = facts.answered.get(`${check.step}.${one.id}`)
          return at === undefined || one.counts === 'moment' ? [] : [{ at, counts: one.counts }]
        })
        .sort((a, b) => a.at - b.at)
        .at(-1)
      return { ...bare, verdict: given ? (given.counts === 'good' ? 'pass' : 'fail') : null, why: given ? null : 'not-answered' }
    }
    case 'stops':
      return judgeStop(check, facts)
  }
}

/**
 * A reading that needs a wait proves nothing before it is over: the supply still climbs, the last element has not joined.
 * It is neither a pass nor a failure then.
 */
function settled(judged: JudgedCheck, readings: readonly string[], test: TestForm, facts: RunFacts): JudgedCheck {
  return readings.some((id) => isEarly(id, test, facts)) ? { ...judged, verdict: 'cannot-tell', why: 'early' } : judged
}

/** Whether a reading was taken before the wait of its step was over. */
export function isEarly(readingId: string, test: TestForm, facts: Pick<RunFacts, 'begun' | 'values' | 'numberOf'>): boolean {
  const step = test.steps.find((one) => one.reads?.some((of) => of.id === readingId))
  const [atMs, begun] = [facts.values.get(readingId)?.atMs, step && facts.begun.get(step.id)]
  const waitS = limitOf(step?.waitS, facts.numberOf) ?? 0
  return atMs !== undefined && begun !== undefined && atMs < begun + (waitS - TAP_PLUS_MINUS_S) * 1000
}

type Limited = Extract<TestCheck, { kind: 'value' | 'difference' | 'seconds' | 'power' }>

function limitsNow(check: Limited, facts: RunFacts): Limits {
  return { low: limitOf(check.low, facts.numberOf) ?? null, high: limitOf(check.high, facts.numberOf) ?? null }
}

function within(check: Limited, value: number, plusMinus: number, facts: RunFacts): JudgedCheck {
  const [low, high] = [limitOf(check.low, facts.numberOf), limitOf(check.high, facts.numberOf)]
  const limits: Limits = { low: low ?? null, high: high ?? null }
  const made = { check, value, plusMinus, ...limits }
  const verdict = decide(value, limits, plusMinus)
  // A limit that nobody knows cannot be kept; one that is known can still be broken.
  if (low === undefined || high === undefined)
    return verdict === 'fail' ? { ...made, verdict, why: null } : { ...made, verdict: 'cannot-tell', why: whyUnknown(check) }
  const wide = limits.low !== null && limits.high !== null && limits.high - limits.low < 2 * plusMinus
  return { ...made, verdict, why: verdict === 'cannot-tell' ? (wide ? 'too-wide' : 'guard-band') : null }
}

const whyUnknown = ({ low, high }: Limited): 'plate-unknown' | 'limit-unknown' =>
  [low, high].some((one) => one?.role !== undefined && isPlateLimit(one.role)) ? 'plate-unknown' : 'limit-unknown'

const momentOf = (at: Moment, facts: RunFacts): number | undefined =>
  at.includes('.') ? facts.answered.get(at) : facts.begun.get(at)

type Stops = Extract<TestCheck, { kind: 'stops' }>

/** By what a wire or the jot line told over time, where that reaches from the moment on; else by the keys that were tapped. */
function judgeStop(check: Stops, facts: RunFacts): JudgedCheck {
  const from = momentOf(check.from, facts)
  const high = limitOf(check.within, facts.numberOf)
  const made = { check, low: null, high: high ?? null }
  if (from === undefined) return { ...made, value: null, plusMinus: 0, verdict: null, why: 'not-answered' }
  const trace = facts.traces.get(check.of)
  const seen = trace ? stopIn(trace, from, check) : null
  const bySeen = seen && stopShown(check, made, seen, high)
  // What a wire told to the end counts; where it was lost sight of, whoever stood there says.
  const told = stopTold(check, facts, from)
  return bySeen && (bySeen.verdict !== null || told.stoppedS === null) ? bySeen : stopShown(check, made, told, high)
}

function stopShown(
  check: Stops,
  made: Pick<JudgedCheck, 'check' | 'low' | 'high'>,
  { stoppedS, plusMinus, back, watchedS }: Stop,
  high: number | null | undefined,
): JudgedCheck {
  const bare = { ...made, value: stoppedS, plusMinus }
  if (back) return { ...bare, verdict: 'fail', why: 'came-back' }
  if (high === undefined) return { ...bare, verdict: stoppedS === null ? null : 'cannot-tell', why: 'limit-unknown' }
  const limits = { low: null, high }
  if (stoppedS === null) {
    // Still on, and for longer than it may be.
    const late = high !== null && watchedS !== null && decide(watchedS, limits, plusMinus) === 'fail'
    return { ...bare, verdict: late ? 'fail' : null, why: late ? 'never-stopped' : 'not-watched' }
  }
  const verdict = decide(stoppedS, limits, plusMinus)
  if (verdict !== 'pass') return { ...bare, verdict, why: verdict === 'fail' ? null : 'guard-band' }
  return watchedS !== null && watchedS - stoppedS >= check.staysS
    ? { ...bare, verdict: 'pass', why: null }
    : { ...bare, verdict: null, why: 'not-watched' }
}

interface Stop {
  stoppedS: number | null
  plusMinus: number
  back: boolean
  /** Until when it was looked at, from the moment on. */
  watchedS: number | null
}

/** Null: the trace begins after the moment, or nobody looked for too long in between. */
function stopIn({ atMs, values, gapMs }: RunTrace, fromMs: number, check: Stops): Stop | null {
  const first = atMs.findIndex((at) => at >= fromMs)
  if (first < 0 || (atMs[first] as number) - fromMs > gapMs) return null
  let [stopped, plusMinus, back]: [number | null, number, boolean] = [null, 0, false]
  let last = atMs[first] as number
  for (let i = first; i < atMs.length; i += 1) {
    const [at, value] = [atMs[i] as number, values[i] as number]
    // What happened in a hole nobody saw: what was watched ends before it.
    if (at - last > gapMs) break
    const on = value > check.over
    if (!on && stopped === null) {
      stopped = at
      // It stopped somewhere between the record before and this one.
      plusMinus = Math.max(1, (at - last) / 1000)
    }
    if (on && stopped !== null) back = true
    last = at
  }
  return { stoppedS: stopped === null ? null : (stopped - fromMs) / 1000, plusMinus, back, watchedS: (last - fromMs) / 1000 }
}

function stopTold(check: Stops, facts: RunFacts, fromMs: number): Stop {
  const stopped = facts.answered.get(check.stopped)
  const back = check.back === undefined ? undefined : facts.answered.get(check.back)
  const counts = stopped !== undefined && stopped >= fromMs
  return {
    stoppedS: counts ? (stopped - fromMs) / 1000 : null,
    plusMinus: TAP_PLUS_MINUS_S,
    back: back !== undefined && back >= fromMs,
    watchedS: (facts.untilMs - fromMs) / 1000,
  }
}

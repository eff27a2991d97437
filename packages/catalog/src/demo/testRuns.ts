import { formOf, type RunId, type SystemId, type VisitId } from '@ingle/record'
import { TESTS } from '../tests/index.ts'
import type { DemoWriter } from './writer.ts'

interface DemoRun {
  test: string
  about?: string
  /** Minutes from one step to the next. */
  stepMin?: number
  values?: Readonly<Record<string, number>>
  /** Step and answer, with the minutes after the step began. */
  answers?: readonly (readonly [at: string, afterMin: number])[]
  /** A value once every few seconds: reading, first step, values. */
  trace?: { reading: string; everyS: number; values: readonly number[] }
  instrument?: { name: string; plusMinus: number; due: string }
  stood?: Readonly<Record<string, string>>
  /** What its limits follow from: the plate, settings. */
  limits?: Readonly<Record<string, number>>
  ends: 'done' | 'paused'
  why?: string
}

const carried = new WeakMap<DemoWriter, Set<string>>()

/** Writes one running of a shipped test, as somebody on site would have. */
export function demoRun(writer: DemoWriter, where: { visitId: VisitId; systemId: SystemId }, run: DemoRun): void {
  const test = TESTS.find((one) => one.id === run.test)
  if (!test) throw new Error(`No test ${run.test} ships`)
  const form = formOf(test)
  const known = carried.get(writer) ?? new Set<string>()
  carried.set(writer, known)
  const key = `${test.id}@${test.version}`
  const runId = writer.newId<RunId>()
  const on = { ...where, runId }
  writer.write('test.start', {
    ...on,
    ...(known.has(key) ? { testKey: key } : { test }),
    ...(run.about !== undefined && { about: run.about }),
    stood: { ...run.stood },
    limits: { ...run.limits },
  })
  known.add(key)
  for (const [i, step] of form.steps.entries()) {
    writer.write('test.step', { ...on, step: step.id }, 0.2)
    const last = i === form.steps.length - 1
    if (run.ends === 'paused' && last) {
      writer.write('test.pause', { ...on, why: run.why ?? '' }, 2)
      return
    }
    let gone = 0
    if (run.trace && step.reads?.some((one) => one.id === run.trace?.reading)) {
      const { reading, everyS, values } = run.trace
      const body = {
        ...on,
        reading,
        beganAt: writer.now(),
        afterMs: values.map((_, n) => n * everyS * 1000),
        values: [...values],
        from: 'wire' as const,
      }
      writer.write('test.trace', body, (values.length * everyS) / 60)
      gone = (values.length * everyS) / 60
    }
    const answers = (run.answers ?? []).filter(([at]) => at.startsWith(`${step.id}.`))
    for (const [at, afterMin] of answers) {
      writer.write('test.answer', { ...on, step: step.id, answer: at.split('.')[1] ?? '' }, Math.max(0.05, afterMin - gone))
      gone = Math.max(gone, afterMin)
    }
    const waitMin = step.reads?.length ? (step.waitS?.figure ?? 0) / 60 : 0
    if (waitMin > gone) {
      writer.pass(waitMin - gone)
      gone = waitMin
    }
    for (const reading of step.reads ?? []) {
      const value = run.values?.[reading.id]
      if (value === undefined) continue
      const with_ = reading.with === 'temperature' && run.instrument ? run.instrument : null
      writer.write(
        'test.read',
        {
          ...on,
          reading: reading.id,
          value,
          plusMinus: with_?.plusMinus ?? reading.plusMinus,
          ...(with_ && { instrument: with_.name, due: with_.due }),
          from: 'hand',
        },
        0.3,
      )
    }
    writer.pass(Math.max(0, (run.stepMin ?? 3) - gone))
  }
  writer.write('test.end', { ...on, how: 'done', reason: '' }, 0.2)
}

import { counted } from '@ingle/core'
import 'reflect-metadata'
import { ArrayMaxSize, ArrayNotEmpty, IsArray, IsIn, IsISO8601, IsNumber, IsOptional, Matches, MaxLength } from 'class-validator'
import { knownId, type RunId } from '../../ids.ts'
import { refuse } from '../../refusals.ts'
import { kind } from '../kind.ts'
import { IN_TEST, needsRun, OnRun, runIn } from './onRun.ts'
import { READ_FROM } from './testRead.ts'

/** A stretch of a value that was followed: milliseconds from its beginning, and the values then. */
class TestTrace extends OnRun {
  @Matches(IN_TEST) @MaxLength(40) reading!: string
  /** Absent: when it was written down. */
  @IsOptional() @IsISO8601() beganAt?: string
  @IsArray() @ArrayNotEmpty() @ArrayMaxSize(240) @IsNumber({}, { each: true }) afterMs!: number[]
  @IsArray() @ArrayNotEmpty() @ArrayMaxSize(240) @IsNumber({}, { each: true }) values!: number[]
  @IsIn(READ_FROM) from!: (typeof READ_FROM)[number]
}

export const testTrace = kind('test.trace', {
  body: TestTrace,
  says: ({ reading, values }) => `${reading.replaceAll('-', ' ')}: ${counted(values.length, 'value')}`,
  needs: needsRun,
  doubts: ({ afterMs, values }) =>
    afterMs.length !== values.length || afterMs.some((ms, i) => ms < 0 || ms > 86_400_000 || ms < (afterMs[i - 1] ?? 0))
      ? refuse('trace-uneven')
      : null,
  jotted: {
    'test-trace': ({ runId, reading, value }) => ({
      runId: knownId<RunId>(runId),
      reading,
      afterMs: [0],
      values: [value],
      from: 'hand' as const,
    }),
  },
  fold(into, { id, at, by, body }) {
    const { reading, beganAt = at, afterMs, values, from } = body
    runIn(into, body)?.traces.push({ id, by, reading, beganAt, afterMs, values, from })
  },
})

import 'reflect-metadata'
import { IsIn, IsNumber, IsOptional, IsString, Matches, MaxLength, Min } from 'class-validator'
import { knownId, type RunId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { IN_TEST, needsRun, OnRun, runIn } from './onRun.ts'

export const READ_FROM = ['hand', 'keypad', 'wire'] as const

/** One value of a test, with the instrument that it was read with as it stood then. In its base unit. */
class TestRead extends OnRun {
  @Matches(IN_TEST) @MaxLength(40) reading!: string
  @IsNumber() value!: number
  /** What it may be off by. */
  @IsNumber() @Min(0) plusMinus!: number
  @IsOptional() @IsString() @MaxLength(80) instrument?: string
  /** When its calibration runs out, as 2027-03-31. */
  @IsOptional() @Matches(/^\d{4}-\d{2}-\d{2}$/) due?: string
  @IsIn(READ_FROM) from!: (typeof READ_FROM)[number]
}

export const testRead = kind('test.read', {
  body: TestRead,
  says: ({ reading, value, instrument, from }) =>
    `${reading.replaceAll('-', ' ')} ${value}${instrument ? `, ${instrument}` : ''}${from === 'wire' ? ', over the wire' : ''}`,
  needs: needsRun,
  jotted: {
    'test-read': ({ kind: _, runId, ...read }) => ({ ...read, runId: knownId<RunId>(runId), from: 'hand' as const }),
  },
  fold(into, { id, at, by, body }) {
    const { reading, value, plusMinus, instrument, due, from } = body
    const read = { id, at, by, reading, value, plusMinus, from }
    runIn(into, body)?.values.push({
      ...read,
      ...(instrument !== undefined && { instrument }),
      ...(due !== undefined && { due }),
    })
  },
})

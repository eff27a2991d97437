import 'reflect-metadata'
import { Type } from 'class-transformer'
import { IsObject, IsOptional, IsString, IsUUID, Matches, MaxLength, ValidateNested } from 'class-validator'
import type { RunId } from '../../ids.ts'
import { keyOfTest, ProofTest } from '../../library/proofTest.ts'
import { refuse } from '../../refusals.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** A test begins. It is kept as it was then: one that is edited while it runs goes on as it began. */
class TestStart extends OnVisit {
  @IsUUID() runId!: RunId
  /** Whole where the record has not met this version yet; its key otherwise. */
  @IsOptional() @ValidateNested() @Type(() => ProofTest) test?: ProofTest
  @IsOptional() @Matches(/^[a-z0-9][a-z0-9-]*@\d+$/) @MaxLength(80) testKey?: string
  /** Which contact, zone or fan speed it is about. */
  @IsOptional() @IsString() @MaxLength(80) about?: string
  /** How the settings stood that it rests on, by row, as the device spells them: what differs later makes it due again. */
  @IsOptional() @IsObject() stood?: Record<string, string>
  /** The numbers that its limits follow from, by role: a setting that is changed later does not judge this run anew. */
  @IsOptional() @IsObject() limits?: Record<string, number>
}

const MOST_ROWS = 300
const isRecordOf = (of: Record<string, unknown> | undefined, fits: (value: unknown) => boolean): boolean =>
  of === undefined ||
  (Object.keys(of).length <= MOST_ROWS && Object.entries(of).every(([key, one]) => key.length <= 100 && fits(one)))

const keyIn = ({ test, testKey }: TestStart): string => (test ? keyOfTest(test) : (testKey ?? ''))

export const testStart = kind('test.start', {
  body: TestStart,
  turn: 1,
  says: (body) =>
    `test begun: ${body.test?.name ?? keyIn(body).split('@')[0]?.replaceAll('-', ' ')}${body.about ? `, ${body.about}` : ''}`,
  makes: ({ runId }) => [runId],
  doubts: (body) => {
    if ((body.test === undefined) === (body.testKey === undefined)) return refuse('test-or-key')
    const isText = (one: unknown) => typeof one === 'string' && one.length <= 400
    return isRecordOf(body.stood, isText) && isRecordOf(body.limits, Number.isFinite) ? null : refuse('test-start-unreadable')
  },
  reaches: ({ test }) => (test ? [keyOfTest(test)] : []),
  prepare(site, { test }) {
    if (test) site.tests[keyOfTest(test)] ??= test
  },
  fold(into, { at, by, body }) {
    const here = into.here(body)
    const testKey = keyIn(body)
    // A test that nothing here describes cannot be read: the run waits for whoever has it.
    if (!into.site.tests[testKey]) return into.awaits(testKey)
    if (!here || here.runs.some((one) => one.id === body.runId)) return
    here.runs.push({
      id: body.runId,
      testKey,
      ...(body.about !== undefined && { about: body.about }),
      at,
      by,
      marks: [],
      values: [],
      traces: [],
      stood: body.stood ?? {},
      limits: body.limits ?? {},
      ended: null,
    })
  },
})

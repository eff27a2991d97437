import 'reflect-metadata'
import { IsNumber, IsOptional, Matches, Max, MaxLength, Min } from 'class-validator'
import { kind } from '../kind.ts'
import { IN_TEST, needsRun, OnRun, runIn } from './onRun.ts'

/** A step begins; begun once more, its clock begins anew. Without an answer. */
class TestStep extends OnRun {
  @Matches(IN_TEST) @MaxLength(40) step!: string
  /** A clock that only counts, in the page that wrote this: two moments of one page are apart by its difference, whatever was done to the wall clock. */
  @IsOptional() @IsNumber() @Min(0) @Max(1e12) countedMs?: number
  @IsOptional() @Matches(/^[a-z0-9-]{1,40}$/) page?: string
}

export const testStep = kind('test.step', {
  body: TestStep,
  says: ({ step }) => `step: ${step.replaceAll('-', ' ')}`,
  needs: needsRun,
  fold(into, { id, at, by, body }) {
    const { step, countedMs, page } = body
    runIn(into, body)?.marks.push({ id, at, by, step, ...(page !== undefined && countedMs !== undefined && { page, countedMs }) })
  },
})

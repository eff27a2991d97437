import 'reflect-metadata'
import { IsNumber, IsOptional, Matches, Max, MaxLength, Min } from 'class-validator'
import { kind } from '../kind.ts'
import { IN_TEST, needsRun, OnRun, runIn } from './onRun.ts'

/** A key was tapped in a step. */
class TestAnswer extends OnRun {
  @Matches(IN_TEST) @MaxLength(40) step!: string
  @Matches(IN_TEST) @MaxLength(40) answer!: string
  @IsOptional() @IsNumber() @Min(0) @Max(1e12) countedMs?: number
  @IsOptional() @Matches(/^[a-z0-9-]{1,40}$/) page?: string
}

export const testAnswer = kind('test.answer', {
  body: TestAnswer,
  says: ({ step, answer }) => `${step.replaceAll('-', ' ')}: ${answer.replaceAll('-', ' ')}`,
  needs: needsRun,
  fold(into, { id, at, by, body }) {
    const { step, answer, countedMs, page } = body
    const counted = page !== undefined && countedMs !== undefined && { page, countedMs }
    runIn(into, body)?.marks.push({ id, at, by, step, answer, ...counted })
  },
})

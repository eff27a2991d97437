import 'reflect-metadata'
import { IsIn, IsString, MaxLength } from 'class-validator'
import { refuse } from '../../refusals.ts'
import { kind } from '../kind.ts'
import { needsRun, OnRun, runIn } from './onRun.ts'

/** A test is over. What it shows follows from what was read; what was given up shows nothing. */
class TestEnd extends OnRun {
  @IsIn(['done', 'given-up']) how!: 'done' | 'given-up'
  @IsString() @MaxLength(400) reason!: string
}

export const testEnd = kind('test.end', {
  body: TestEnd,
  says: ({ how, reason }) => (how === 'done' ? 'test over' : `test given up: ${reason}`),
  needs: needsRun,
  doubts: ({ how, reason }) => (how === 'given-up' && reason.trim() === '' ? refuse('no-reason') : null),
  fold(into, { at, by, body }) {
    const run = runIn(into, body)
    if (run) run.ended ??= { at, by, how: body.how, reason: body.reason }
  },
})

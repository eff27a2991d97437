import 'reflect-metadata'
import { IsNotEmpty, IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** A test that is due is not run on this visit, and why. Begun later, it counts as run. */
class TestSkip extends OnVisit {
  @Matches(/^[a-z0-9][a-z0-9-]*$/) @MaxLength(60) testId!: string
  @IsOptional() @IsString() @MaxLength(80) about?: string
  @IsString() @IsNotEmpty() @MaxLength(400) reason!: string
}

export const testSkip = kind('test.skip', {
  body: TestSkip,
  says: ({ testId, about, reason }) => `test ${testId.replaceAll('-', ' ')}${about ? `, ${about}` : ''} not run: ${reason}`,
  fold(into, { id, at, by, body }) {
    const { testId, about, reason } = body
    into.here(body)?.skips.push({ id, at, by, testId, ...(about !== undefined && { about }), reason })
  },
})

import 'reflect-metadata'
import { IsBoolean, Matches, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { KEY, OnVisit } from '../onVisit.ts'

class CheckSet extends OnVisit {
  @Matches(KEY) @MaxLength(60) checkId!: string
  @IsBoolean() done!: boolean
}

export const checkSet = kind('check.set', {
  body: CheckSet,
  says: ({ checkId, done }) => `${checkId.replaceAll('-', ' ')}: ${done ? 'done' : 'not done'}`,
  fold(into, { at, body }) {
    const here = into.here(body)
    if (!here) return
    here.checks[body.checkId] = body.done
    here.checkedAt[body.checkId] = at
  },
})

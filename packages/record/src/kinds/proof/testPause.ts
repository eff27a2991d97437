import 'reflect-metadata'
import { IsString, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { needsRun, OnRun, runIn } from './onRun.ts'

/** Stopped half way, to be taken up again: by a step that begins, by whoever does it. */
class TestPause extends OnRun {
  @IsString() @MaxLength(400) why!: string
}

export const testPause = kind('test.pause', {
  body: TestPause,
  says: ({ why }) => `test stopped for now${why ? `: ${why}` : ''}`,
  needs: needsRun,
  fold(into, { id, at, by, body }) {
    runIn(into, body)?.marks.push({ id, at, by, pause: body.why })
  },
})

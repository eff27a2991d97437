import 'reflect-metadata'
import { IsIn, Matches, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { KEY, OnVisit } from '../onVisit.ts'

/** A look that tells causes of a complaint apart, and how it ended. */
class TrialSet extends OnVisit {
  @Matches(KEY) @MaxLength(60) trial!: string
  /** Open: it was answered by mistake. */
  @IsIn(['yes', 'no', 'open']) answer!: 'yes' | 'no' | 'open'
}

export const trialSet = kind('trial.set', {
  body: TrialSet,
  says: ({ trial, answer }) => `${trial.replaceAll('-', ' ')}: ${answer}`,
  fold(into, { body }) {
    const here = into.here(body)
    if (!here) return
    const { [body.trial]: _, ...others } = here.trials ?? {}
    here.trials = body.answer === 'open' ? others : { ...others, [body.trial]: body.answer === 'yes' }
  },
})

import 'reflect-metadata'
import { PLACES, type Place, SAFETY_KIND_IDS, type SafetyKindId, safetyKind } from '@ingle/core'
import { IsIn, IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** What hangs on an input, and how its contact rests. */
class ContactSet extends OnVisit {
  @IsIn(PLACES) place!: Place
  /** The number of the input, as in `input.function.1`. */
  @Matches(/^[a-z0-9-]+$/i) @MaxLength(10) input!: string
  @IsString() @MaxLength(80) device!: string
  @IsOptional() @IsIn(['open', 'closed']) rests?: 'open' | 'closed' | null
  /** What it protects from, as somebody said; absent: its words are asked. */
  @IsOptional() @IsIn([...SAFETY_KIND_IDS, 'nobody']) protects?: SafetyKindId | 'nobody'
}

export const contactSet = kind('contact.set', {
  body: ContactSet,
  says: ({ input, device, rests, protects }) =>
    `input ${input}: ${device || 'nothing'}${protects ? `, ${protects === 'nobody' ? 'protects nobody' : safetyKind(protects).name}` : ''}${rests ? `, rests ${rests}` : ''}`,
  fold(into, { body }) {
    const here = into.here(body)
    const { device, rests, protects } = body
    if (here) here.contacts[`${body.place} ${body.input}`] = { device, rests: rests ?? null, ...(protects && { protects }) }
  },
})

import 'reflect-metadata'
import { IsNotEmpty, IsString, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** Somebody decided against the advice, and says why. */
class AdviceOverride extends OnVisit {
  @IsString() @MaxLength(120) moveKey!: string
  @IsString() @MaxLength(300) advised!: string
  @IsString() @IsNotEmpty() @MaxLength(300) chose!: string
  @IsString() @IsNotEmpty() @MaxLength(400) reason!: string
}

export const adviceOverride = kind('advice.override', {
  body: AdviceOverride,
  says: ({ chose, reason }) => `decided otherwise: ${chose}, because ${reason}`,
  fold(into, { id, at, by, body }) {
    const { moveKey, advised, chose, reason } = body
    into.here(body)?.overrides.push({ id, at, by, moveKey, advised, chose, reason })
  },
})

import { refuse } from '../../refusals.ts'
import 'reflect-metadata'
import { PLACES, type Place, roleOf } from '@ingle/core'
import { IsIn, IsNotEmpty, IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { oneLine } from '../lines.ts'
import { KEY, OnVisit } from '../onVisit.ts'
import { AIM_ORIGINS, type AimOrigin } from '../words.ts'
import { keyOfBody, rowBody, rowName } from './rows.ts'

/** An aim that somebody gave a unit, over what rules say. */
class AimSet extends OnVisit {
  @Matches(KEY) @MaxLength(60) role!: string
  @IsOptional() @IsIn(PLACES) place?: Place
  /** In the language of roles; null gives the row back to the rules. */
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(120) value?: string | null
  @IsString() @MaxLength(400) why!: string
  @IsIn(AIM_ORIGINS) from!: AimOrigin
  /** Whose aim it was: a unit or a pattern; or what it was worked out from. */
  @IsOptional() @IsString() @MaxLength(120) source?: string
}

export const aimSet = kind('aim.set', {
  body: AimSet,
  says: (body) =>
    body.value
      ? `${rowName(body)} aim: ${body.value}${body.why ? `, because ${body.why}` : ''}`
      : `${rowName(body)} aim: as the house rules say`,
  doubts({ role, value }) {
    const never = value ? roleOf(role)?.never?.[value] : undefined
    return never ? refuse('never-an-aim', { why: never }) : null
  },
  fold(into, { id, at, by, body }) {
    const { given } = into.system(body.systemId)
    const key = keyOfBody(body)
    const aims = Object.hasOwn(given, key) ? (given[key] ?? []) : []
    given[key] = [...aims, { id, at, by, value: body.value ?? null, why: body.why, from: body.from, source: body.source ?? null }]
  },
  line(body, { wordOf }) {
    const { value, why, from, source } = body
    const word = wordOf(keyOfBody(body))
    if (word === null || !value || !why || from !== 'hand' || source !== undefined) return null
    return oneLine(`aim ${word}`, `${value} because ${why}`)
  },
  jotted: { aim: ({ key, value, why }) => ({ ...rowBody(key), value, why, from: 'hand' as const }) },
})

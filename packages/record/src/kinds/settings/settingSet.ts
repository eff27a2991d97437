import 'reflect-metadata'
import { PLACES, type Place } from '@ingle/core'
import { ArrayMaxSize, IsArray, IsIn, IsNotEmpty, IsOptional, IsString, IsUUID, Matches, MaxLength } from 'class-validator'
import type { ChangeId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { oneLine } from '../lines.ts'
import { KEY, OnVisit } from '../onVisit.ts'
import { enter, keyOfBody, rowBody, rowName, rowOf } from './rows.ts'

class SettingSet extends OnVisit {
  @Matches(KEY) @MaxLength(60) role!: string
  /** The device of the system that it stands on; absent: the indoor unit. */
  @IsOptional() @IsIn(PLACES) place?: Place
  @IsIn(['found', 'left', 'proof']) column!: 'found' | 'left' | 'proof'
  @IsString() @IsNotEmpty() @MaxLength(400) value!: string
  /** Why a left value differs from its aim. */
  @IsOptional() @IsString() @MaxLength(400) why?: string | null
  /** Where it was read, when a machine read it: a gateway and its register. */
  @IsOptional() @IsString() @MaxLength(160) via?: string
  /** Entries of this cell that the writer had seen; one that was not among them stays beside it until one is chosen. */
  @IsOptional() @IsArray() @ArrayMaxSize(60) @IsUUID(undefined, { each: true }) saw?: ChangeId[]
}

export const settingSet = kind('setting.set', {
  body: SettingSet,
  says: (body) => `${rowName(body)} ${body.column}: ${body.value}${body.why ? `, because ${body.why}` : ''}`,
  fold(into, { id, at, by, body }) {
    const row = rowOf(into, body)
    if (!row) return
    const { column, value, why, via, saw } = body
    enter(row, column, { id, at, by, value, why: why ?? null, via: via ?? null, saw: saw ?? [] }, saw !== undefined)
  },
  line(body, { wordOf }) {
    const { column, value, why, via } = body
    const word = wordOf(keyOfBody(body))
    if (word === null || via !== undefined) return null
    if (column === 'proof') return why ? null : oneLine(`proved ${word}`, value)
    return oneLine(`${column} ${word}`, `${value}${why ? ` because ${why}` : ''}`)
  },
  jotted: {
    setting: ({ key, column, value, why }, { saw }) => ({
      ...rowBody(key),
      column,
      value,
      why,
      ...(saw && { saw }),
    }),
  },
})

import { refuse } from '../../refusals.ts'
import 'reflect-metadata'
import { fixRefusal, STAND_IN_PARTS_READ, type StandInPart } from '@ingle/core'
import { IsIn, IsNotEmpty, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator'
import type { FixId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** Something stands in for the right part until it comes. Never a safety device. */
class FixPut extends OnVisit {
  @IsUUID() fixId!: FixId
  /** What was put in, locked or bridged. */
  @IsString() @IsNotEmpty() @MaxLength(200) what!: string
  /** The kind of part that it stands in for; a safety is none of them. Absent in records of before it was asked. */
  @IsOptional() @IsIn(STAND_IN_PARTS_READ) part?: StandInPart | 'other'
  /** For what it stands in. */
  @IsString() @IsNotEmpty() @MaxLength(200) instead!: string
  @IsString() @IsNotEmpty() @MaxLength(400) cannot!: string
  @IsString() @IsNotEmpty() @MaxLength(400) undo!: string
}

export const fixPut = kind('fix.put', {
  body: FixPut,
  listed: true,
  turn: 1,
  says: ({ what, instead }) => `temporary: ${what} instead of ${instead}`,
  makes: ({ fixId }) => [fixId],
  refusesNew: ({ part, what, instead }) =>
    fixRefusal(what, instead) ?? (part === undefined || part === 'other' ? refuse('part-not-listed') : null),
  fold({ site }, { at, by, body }) {
    const { fixId: id, visitId, systemId, part, what, instead, cannot, undo } = body
    const put = { id, visitId, systemId, at, by, ...(part && { part }), what, instead, cannot, undo }
    site.fixes.push({ ...put, photos: [], undone: null, handedOn: null })
  },
})

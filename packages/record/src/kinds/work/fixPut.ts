import 'reflect-metadata'
import { safetyRefusal } from '@ingle/core'
import { IsNotEmpty, IsString, IsUUID, MaxLength } from 'class-validator'
import type { FixId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** Something stands in for the right part until it comes. Never a safety device. */
class FixPut extends OnVisit {
  @IsUUID() fixId!: FixId
  /** What was put in, locked or bridged. */
  @IsString() @IsNotEmpty() @MaxLength(200) what!: string
  /** For what it stands in. */
  @IsString() @IsNotEmpty() @MaxLength(200) instead!: string
  @IsString() @IsNotEmpty() @MaxLength(400) cannot!: string
  @IsString() @IsNotEmpty() @MaxLength(400) undo!: string
}

export const fixPut = kind('fix.put', {
  body: FixPut,
  turn: 1,
  says: ({ what, instead }) => `temporary: ${what} instead of ${instead}`,
  makes: ({ fixId }) => [fixId],
  doubts: ({ what, instead }) => safetyRefusal(instead) ?? safetyRefusal(what),
  fold({ site }, { at, by, body }) {
    const { fixId: id, visitId, systemId, what, instead, cannot, undo } = body
    const put = { id, visitId, systemId, at, by, what, instead, cannot, undo }
    site.fixes.push({ ...put, photos: [], undone: null, handedOn: null })
  },
})

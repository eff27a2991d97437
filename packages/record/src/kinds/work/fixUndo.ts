import 'reflect-metadata'
import { IsNotEmpty, IsString, IsUUID, MaxLength } from 'class-validator'
import type { FixId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

class FixUndo extends OnVisit {
  @IsUUID() fixId!: FixId
  @IsString() @IsNotEmpty() @MaxLength(400) how!: string
}

export const fixUndo = kind('fix.undo', {
  body: FixUndo,
  listed: true,
  says: ({ how }) => `temporary fix undone: ${how}`,
  needs: ({ fixId }) => [['a temporary fix', fixId]],
  fold({ site }, { at, by, body }) {
    const fix = site.fixes.find((one) => one.id === body.fixId)
    if (fix) fix.undone = { at, by, how: body.how }
  },
})

import { refuse } from '../../refusals.ts'
import 'reflect-metadata'
import { IsNotEmpty, IsString, IsUUID, Matches, MaxLength } from 'class-validator'
import type { FixId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** It stays in, and somebody answers for it until a day. */
class FixHandOn extends OnVisit {
  @IsUUID() fixId!: FixId
  @IsString() @IsNotEmpty() @MaxLength(80) to!: string
  /** A day, as 2026-12-31. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/) until!: string
}

export const fixHandOn = kind('fix.hand-on', {
  body: FixHandOn,
  listed: true,
  says: ({ to, until }) => `temporary fix handed on to ${to} until ${until}`,
  needs: ({ fixId }) => [['a temporary fix', fixId]],
  doubts: ({ until }) => (Number.isFinite(Date.parse(until)) ? null : refuse('not-a-day', { until })),
  fold({ site }, { at, by, body }) {
    const fix = site.fixes.find((one) => one.id === body.fixId)
    if (fix) fix.handedOn = { at, by, to: body.to, until: body.until }
  },
})

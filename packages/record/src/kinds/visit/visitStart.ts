import 'reflect-metadata'
import { IsString, IsUUID, MaxLength } from 'class-validator'
import type { VisitId } from '../../ids.ts'
import { kind } from '../kind.ts'

class VisitStart {
  @IsUUID() visitId!: VisitId
  @IsString() @MaxLength(200) reason!: string
}

export const visitStart = kind('visit.start', {
  body: VisitStart,
  listed: true,
  turn: 0,
  says: ({ reason }) => (reason === '' ? 'a visit begins' : `visit: ${reason}`),
  makes: ({ visitId }) => [visitId],
  fold(into, { at, by, body }) {
    const { visitId: id, reason } = body
    if (into.visits.has(id)) return
    into.begin({
      id,
      number: into.visits.size + 1,
      reason,
      startedAt: at,
      by,
      closedAt: null,
      closing: null,
      signed: [],
      systems: {},
    })
  },
})

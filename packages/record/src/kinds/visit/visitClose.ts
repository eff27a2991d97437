import 'reflect-metadata'
import { IsUUID } from 'class-validator'
import type { VisitId } from '../../ids.ts'
import { kind } from '../kind.ts'

class VisitClose {
  @IsUUID() visitId!: VisitId
}

export const visitClose = kind('visit.close', {
  body: VisitClose,
  says: () => 'visit closed',
  needs: ({ visitId }) => [['a visit', visitId]],
  fold(into, { at, body }) {
    const visit = into.visits.get(body.visitId)
    if (visit) visit.closedAt = at
  },
})

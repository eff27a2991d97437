import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsNotEmpty,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator'
import type { VisitId } from '../../ids.ts'
import { refuse } from '../../refusals.ts'
import { kind } from '../kind.ts'

/** Something that was open when the visit was closed: by what it is called in the hand-over list, and how it read then. */
class LeftOpen {
  @IsString() @IsNotEmpty() @MaxLength(200) id!: string
  @IsString() @MaxLength(400) says!: string
}

class VisitClose {
  @IsUUID() visitId!: VisitId
  /** What was open then, who answers for it, and until which day. Absent in records of before it was asked. */
  @IsOptional() @IsArray() @ArrayMaxSize(2000) @ValidateNested({ each: true }) @Type(() => LeftOpen) open?: LeftOpen[]
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(80) owner?: string
  @IsOptional() @Matches(/^\d{4}-\d{2}-\d{2}$/) until?: string
}

export const visitClose = kind('visit.close', {
  body: VisitClose,
  listed: true,
  says: ({ open, owner, until }) =>
    open && open.length > 0 ? `visit closed with ${open.length} open, ${owner} answers for it until ${until}` : 'visit closed',
  needs: ({ visitId }) => [['a visit', visitId]],
  doubts: ({ open = [], owner, until }) => {
    if (open.length === 0) return null
    if (owner === undefined || owner.trim() === '' || until === undefined)
      return refuse('open-without-owner', { count: open.length })
    return Number.isFinite(Date.parse(until)) ? null : refuse('not-a-day', { until })
  },
  fold(into, { at, by, body }) {
    const visit = into.visits.get(body.visitId)
    if (!visit) return
    const { open, owner, until } = body
    visit.closedAt = at
    visit.closing =
      open === undefined ? null : { at, by, open, ...(owner !== undefined && { owner }), ...(until !== undefined && { until }) }
  },
})

import 'reflect-metadata'
import { clockText, isDate, sayDays } from '@ingle/core'
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsInt,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import type { LettingId, SystemId } from '../../ids.ts'
import { refuse } from '../../refusals.ts'
import { kind } from '../kind.ts'

/** A room or a hall is let: every week on some days, or once on a date. */
class LettingSet {
  @IsUUID() systemId!: SystemId
  @IsUUID() lettingId!: LettingId
  @IsString() @MaxLength(80) who!: string
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(7)
  @ArrayUnique()
  @IsInt({ each: true })
  @Min(0, { each: true })
  @Max(6, { each: true })
  days?: number[]
  @IsOptional() @Matches(/^\d{4}-\d{2}-\d{2}$/) on?: string
  @IsInt() @Min(0) @Max(1439) fromMin!: number
  @IsInt() @Min(1) @Max(1440) toMin!: number
}

export const lettingSet = kind('letting.set', {
  body: LettingSet,
  says: ({ who, days, on, fromMin, toMin }) =>
    `let to ${who}: ${on ?? sayDays(days ?? [])} ${clockText(fromMin)}–${clockText(toMin)}`,
  doubts: ({ days, on, fromMin, toMin }) => {
    if (toMin <= fromMin) return refuse('ends-before', { from: clockText(fromMin), to: clockText(toMin) })
    const [year = 0, month = 0, day = 0] = (on ?? '').split('-').map(Number)
    if (on !== undefined && !isDate({ year, month, day })) return refuse('no-such-day', { date: on })
    return on === undefined && (days ?? []).length === 0 ? refuse('letting-without-day') : null
  },
  fold(into, { body: { systemId, lettingId, who, days, on, fromMin, toMin } }) {
    const system = into.system(systemId)
    const made = { id: lettingId, who, fromMin, toMin, ...(days && { days }), ...(on && { on }) }
    const at = system.lettings.findIndex((one) => one.id === lettingId)
    if (at < 0) system.lettings.push(made)
    else system.lettings[at] = made
  },
})

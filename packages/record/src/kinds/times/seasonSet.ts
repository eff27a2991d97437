import 'reflect-metadata'
import { ordinalOfYear } from '@ingle/core'
import { IsOptional, IsString, IsUUID, Matches, MaxLength } from 'class-validator'
import type { SeasonId, SystemId } from '../../ids.ts'
import { refuse } from '../../refusals.ts'
import { assign } from '../../state/assign.ts'
import { kind } from '../kind.ts'
import { sayFields } from '../spec.ts'

/** A part of every year with a week of its own. Days as month-day; the last before the first: over New Year. */
class SeasonSet {
  @IsUUID() systemId!: SystemId
  @IsUUID() seasonId!: SeasonId
  @IsOptional() @IsString() @MaxLength(60) name?: string
  @IsOptional() @Matches(/^\d{2}-\d{2}$/) from?: string
  @IsOptional() @Matches(/^\d{2}-\d{2}$/) to?: string
}
const fields = { name: { says: 'name' }, from: { says: 'from' }, to: { says: 'to' } } as const

/** Whether there is such a day of a year: 02-31 is none. */
export const isMonthDay = (text: string): boolean => {
  const [month = 0, day = 0] = text.split('-').map(Number)
  return Number.isFinite(ordinalOfYear(month, day))
}

export const seasonSet = kind('season.set', {
  body: SeasonSet,
  fields,
  says: (body, show) => `season: ${sayFields(body, fields, show)}`,
  doubts: ({ from, to }) => {
    const wrong = [from, to].find((one) => one !== undefined && !isMonthDay(one))
    return wrong === undefined ? null : refuse('no-such-day', { date: wrong })
  },
  turn: 1,
  reaches: ({ seasonId }) => [seasonId],
  fold(into, { body }) {
    const { seasons } = into.system(body.systemId)
    let season = seasons.find((one) => one.id === body.seasonId)
    if (!season) {
      season = { id: body.seasonId, week: {} }
      seasons.push(season)
    }
    assign(season, body, Object.keys(fields) as (keyof typeof fields)[])
  },
})

import 'reflect-metadata'
import { clockText, DAY_TYPED, sayDays, wordOfEntry } from '@ingle/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsInt,
  IsOptional,
  IsUUID,
  Max,
  Min,
  ValidateNested,
} from 'class-validator'
import type { SeasonId, SystemId } from '../../ids.ts'
import { exact } from '../exact.ts'
import { kind } from '../kind.ts'
import { entriesDoubt, sayEntries, sortedEntries, WeekEntryBody } from './entries.ts'

/** What people do on some days of the week: in the usual week, or in that of a season. Each day is one list, the last one counts. */
class WeekSet {
  @IsUUID() systemId!: SystemId
  @IsOptional() @IsUUID() seasonId?: SeasonId
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(7)
  @ArrayUnique()
  @IsInt({ each: true })
  @Min(0, { each: true })
  @Max(6, { each: true })
  days!: number[]
  @IsArray() @ArrayMaxSize(24) @ValidateNested({ each: true }) @Type(() => WeekEntryBody) entries!: WeekEntryBody[]
}

export const weekSet = kind('week.set', {
  body: WeekSet,
  says: ({ days, entries }, show) => `week, ${sayDays(days)}: ${sayEntries(entries, show)}`,
  doubts: ({ entries }) => entriesDoubt(entries),
  line({ days, entries, seasonId }, { units }) {
    if (seasonId !== undefined || entries.length === 0) return null
    const sorted = sortedEntries(entries)
    // With its sign where it has one: the line parts words at spaces.
    const degrees = (value: number) => exact('temperature', value, units).replace(' ', '')
    return [
      days.map((day) => DAY_TYPED[day]).join(','),
      ...sorted.map((one) =>
        [
          wordOfEntry(one, sorted),
          clockText(one.startMin),
          ...(one.heatF === undefined && one.coolF === undefined
            ? []
            : [
                one.coolF === undefined
                  ? degrees(one.heatF ?? 0)
                  : `${one.heatF === undefined ? '' : degrees(one.heatF)}/${degrees(one.coolF)}`,
              ]),
          ...(one.mode ? [one.mode] : []),
          ...(one.fan ? [`fan ${one.fan}`] : []),
        ].join(' '),
      ),
    ].join(' ')
  },
  jotted: { week: ({ days, entries }) => ({ days, entries }) },
  fold(into, { body: { systemId, seasonId, days, entries } }) {
    const system = into.system(systemId)
    const season = seasonId === undefined ? null : system.seasons.find((one) => one.id === seasonId)
    if (season === undefined) return into.awaits(seasonId as string)
    const week = season?.week ?? system.week
    for (const day of days) week[String(day)] = sortedEntries(entries)
  },
})

import 'reflect-metadata'
import { isDate, PRESENCES, type Presence } from '@ingle/core'
import { Type } from 'class-transformer'
import { ArrayMaxSize, IsArray, IsIn, IsOptional, IsString, IsUUID, Matches, MaxLength, ValidateNested } from 'class-validator'
import type { ExceptionId, SystemId } from '../../ids.ts'
import { refuse } from '../../refusals.ts'
import { kind } from '../kind.ts'
import { entriesDoubt, sayEntries, sortedEntries, WeekEntryBody } from './entries.ts'
import { isMonthDay } from './seasonSet.ts'

const DATE = /^(\d{4}-\d{2}-\d{2}|\d{2}-\d{2})$/

/** Days that are not as usual: once, or every year where no year stands. All day alike, or with times of their own. */
class ExceptionSet {
  @IsUUID() systemId!: SystemId
  @IsUUID() exceptionId!: ExceptionId
  @IsString() @MaxLength(80) name!: string
  @Matches(DATE) from!: string
  @Matches(DATE) to!: string
  @IsOptional() @IsIn(PRESENCES) is?: Presence
  @IsOptional() @IsArray() @ArrayMaxSize(24) @ValidateNested({ each: true }) @Type(() => WeekEntryBody) entries?: WeekEntryBody[]
}

function isDay(text: string): boolean {
  const [year = 0, month = 0, day = 0] = text.split('-').map(Number)
  return text.length === 5 ? isMonthDay(text) : isDate({ year, month, day })
}

export const exceptionSet = kind('exception.set', {
  body: ExceptionSet,
  says: ({ name, from, to, is, entries }, show) =>
    `exception ${name}: ${from === to ? from : `${from} to ${to}`}, ${entries ? sayEntries(entries, show) : (is ?? 'out')}`,
  doubts: ({ from, to, entries }) => {
    const wrong = [from, to].find((one) => !isDay(one))
    if (wrong !== undefined) return refuse('no-such-day', { date: wrong })
    if (from.length !== to.length) return refuse('year-on-one-end', { from, to })
    if (from.length === 10 && to < from) return refuse('ends-before', { from, to })
    return entries ? entriesDoubt(entries) : null
  },
  fold(into, { body: { systemId, exceptionId, name, from, to, is, entries } }) {
    const system = into.system(systemId)
    const made = {
      id: exceptionId,
      name,
      from,
      to,
      is: is ?? ('out' as const),
      ...(entries && { entries: sortedEntries(entries) }),
    }
    const at = system.exceptions.findIndex((one) => one.id === exceptionId)
    if (at < 0) system.exceptions.push(made)
    else system.exceptions[at] = made
  },
})

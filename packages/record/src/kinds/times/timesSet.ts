import 'reflect-metadata'
import { PRESENCES, type Presence } from '@ingle/core'
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString, IsUUID, Matches, Max, MaxLength, Min } from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { bag } from '../spec.ts'

const SCHOOLS = ['none', 'lead', 'own'] as const
const DAY = /^$|^\d{4}-\d{2}-\d{2}$/

/** What the people of a system want by the clock, apart from the week itself; and what its times cost and call for. */
class TimesSet {
  @IsUUID() systemId!: SystemId
  /** What is kept while they are in, out and asleep. */
  @IsOptional() @IsNumber() @Min(35) @Max(95) heatInF?: number
  @IsOptional() @IsNumber() @Min(35) @Max(95) heatOutF?: number
  @IsOptional() @IsNumber() @Min(35) @Max(95) heatAsleepF?: number
  @IsOptional() @IsNumber() @Min(55) @Max(105) coolInF?: number
  @IsOptional() @IsNumber() @Min(55) @Max(105) coolOutF?: number
  @IsOptional() @IsNumber() @Min(55) @Max(105) coolAsleepF?: number
  /** A calendar of whole days, as it was read; empty takes it away. What they are on those days. */
  @IsOptional() @IsString() @MaxLength(120_000) holidays?: string
  @IsOptional() @IsString() @MaxLength(80) holidaysName?: string
  @IsOptional() @IsIn(PRESENCES) holidaysAs?: Presence
  /** How it is warm on time: not at all, by a lead of one's own, or by the device. */
  @IsOptional() @IsIn(SCHOOLS) warmBy?: (typeof SCHOOLS)[number]
  @IsOptional() @IsInt() @Min(0) @Max(600) leadMin?: number
  /** What energy costs: by day and by night (a kWh), gas (a therm), and when night is. */
  @IsOptional() @IsNumber() @Min(0) @Max(1000) perKwh?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1000) perKwhNight?: number
  @IsOptional() @IsInt() @Min(0) @Max(1440) nightFromMin?: number
  @IsOptional() @IsInt() @Min(0) @Max(1440) nightToMin?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1000) perTherm?: number
  @IsOptional() @IsString() @MaxLength(8) money?: string
  /** Life at the wall. */
  @IsOptional() @Matches(DAY) batteriesOn?: string
  @IsOptional() @IsInt() @Min(1) @Max(120) batteriesEveryMonths?: number
  @IsOptional() @IsNumber() @Min(0) @Max(20_000) filterEveryH?: number
  /** The device counts hours while the fan runs, or days of the calendar. */
  @IsOptional() @IsIn(['fan', 'calendar']) filterCounts?: 'fan' | 'calendar'
  @IsOptional() @Matches(DAY) nextVisitOn?: string
  /** Somebody looked: the room never has to be cooled, or never heated. */
  @IsOptional() @IsBoolean() neverCools?: boolean
  @IsOptional() @IsBoolean() neverHeats?: boolean
}

export const timesSet = bag('times.set', {
  body: TimesSet,
  on: 'system',
  into: 'times',
  lead: 'times',
  fields: {
    heatInF: { says: 'heated while in to', in: 'temperature' },
    heatOutF: { says: 'heated while out to', in: 'temperature' },
    heatAsleepF: { says: 'heated while asleep to', in: 'temperature' },
    coolInF: { says: 'cooled while in to', in: 'temperature' },
    coolOutF: { says: 'cooled while out to', in: 'temperature' },
    coolAsleepF: { says: 'cooled while asleep to', in: 'temperature' },
    holidaysName: { says: 'holidays from' },
    holidaysAs: { says: 'on holidays' },
    holidays: { says: 'calendar', hides: true },
    warmBy: { says: 'warm on time', words: { none: 'not seen to', lead: 'by an earlier start', own: 'by the device itself' } },
    leadMin: { says: 'starts earlier by', unit: 'min' },
    perKwh: { says: 'a kWh costs' },
    perKwhNight: { says: 'a kWh at night costs' },
    nightFromMin: { says: 'night rate from', unit: 'min after midnight' },
    nightToMin: { says: 'night rate to', unit: 'min after midnight' },
    perTherm: { says: 'a therm costs' },
    money: { says: 'in' },
    batteriesOn: { says: 'batteries put in on' },
    batteriesEveryMonths: { says: 'batteries every', unit: 'months' },
    filterEveryH: { says: 'filter every', unit: 'h' },
    filterCounts: { says: 'filter hours', words: { fan: 'while the fan runs', calendar: 'by the calendar' } },
    nextVisitOn: { says: 'next visit on' },
    neverCools: { says: 'never cooled' },
    neverHeats: { says: 'never heated' },
  },
})

import 'reflect-metadata'
import { BUILDING_KINDS, BUILDING_WORDS, type BuildingKind, SUN_TIMES, type SunTime } from '@ingle/core'
import { IsIn, IsNumber, IsOptional, IsString, IsUUID, Matches, Max, MaxLength, Min } from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { bag } from '../spec.ts'

const OTHERS = ['none', 'above', 'below', 'beside'] as const

/** What is known of the rooms that a system serves, to run them. */
class RoomSet {
  @IsUUID() systemId!: SystemId
  @IsOptional() @IsIn(BUILDING_KINDS) kind?: BuildingKind
  @IsOptional() @IsNumber() @Min(20) @Max(1_000_000) areaFt2?: number
  /** Void air reaches the sensor through a gap. */
  @IsOptional() @IsIn(['open', 'sealed']) gap?: 'open' | 'sealed'
  /** Loss for each degree, Btu/h·°F, with its standard error; 0 gives it back to the kind of room. */
  @IsOptional() @IsNumber() @Min(0) @Max(1_000_000) uaBtuHPerF?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1_000_000) uaErrorBtuHPerF?: number
  /** How much more it holds than its kind, as a factor, with its standard error; 0 gives it back. */
  @IsOptional() @IsNumber() @Min(0) @Max(50) holds?: number
  @IsOptional() @IsNumber() @Min(0) @Max(50) holdsError?: number
  /** When the sun shines on the sensor. */
  @IsOptional() @IsIn(SUN_TIMES) sun?: SunTime
  /** A storey or a room that no sensor is in charge of, its floor, and its share of the air. */
  @IsOptional() @IsIn(OTHERS) other?: (typeof OTHERS)[number]
  @IsOptional() @IsNumber() @Min(20) @Max(1_000_000) otherAreaFt2?: number
  @IsOptional() @IsNumber() @Min(0) @Max(95) otherAirPct?: number
  /** By which duct heat comes: this one, or one of another fan. */
  @IsOptional() @IsIn(['here', 'other-duct']) furnace?: 'here' | 'other-duct'
  /** How the equipment gives its output, and of a variable one the lowest share before it cycles. */
  @IsOptional() @IsIn(['steps', 'variable']) output?: 'steps' | 'variable'
  @IsOptional() @IsNumber() @Min(5) @Max(100) lowestPct?: number
  /** How long an outer door stands open, each hour of the day. */
  @IsOptional() @IsNumber() @Min(0) @Max(60) doorMin?: number
  /** A day's outdoor temperatures, °F by the hour from midnight, with a space between; empty gives it back. */
  @IsOptional() @Matches(/^$|^-?\d{1,3}(\.\d+)?( -?\d{1,3}(\.\d+)?){23}$/) @MaxLength(300) weather?: string
  /** Which day that was. */
  @IsOptional() @IsString() @MaxLength(40) weatherOn?: string
  /** Where loss and capacity come from. */
  @IsOptional() @IsIn(['log', 'story', 'hand', 'kind']) from?: 'log' | 'story' | 'hand' | 'kind'
}

export const roomSet = bag('room.set', {
  body: RoomSet,
  on: 'system',
  into: 'room',
  lead: 'room',
  fields: {
    kind: { says: 'kind', words: BUILDING_WORDS },
    areaFt2: { says: 'floor', in: 'floorArea' },
    gap: { says: 'gap at the sensor', words: { open: 'open', sealed: 'sealed' } },
    sun: { says: 'sun on the sensor', words: { none: 'none', morning: 'in the morning', afternoon: 'in the afternoon' } },
    other: {
      says: 'not sensed',
      words: { none: 'nothing', above: 'the storey above', below: 'the storey below', beside: 'a room beside' },
    },
    otherAreaFt2: { says: 'its floor', in: 'floorArea' },
    otherAirPct: { says: 'its share of the air', unit: '%' },
    furnace: { says: 'heat comes', words: { here: 'by this duct', 'other-duct': 'by another duct' } },
    output: { says: 'output', words: { steps: 'in steps', variable: 'variable' } },
    lowestPct: { says: 'lowest', unit: '%' },
    doorMin: { says: 'door open', unit: 'min an hour' },
    weather: { says: 'weather' },
    weatherOn: { says: 'weather of' },
    uaBtuHPerF: { says: 'loses', unit: 'Btu/h·°F' },
    uaErrorBtuHPerF: { says: 'give or take', unit: 'Btu/h·°F' },
    holds: { says: 'holds', unit: 'times its kind' },
    holdsError: { says: 'give or take', unit: 'times' },
    from: { says: 'by', words: { log: 'a logged warm-up', story: 'a cold morning’s story', hand: 'hand', kind: 'its kind' } },
  },
})

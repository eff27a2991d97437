import 'reflect-metadata'
import { BUILDING_KINDS, BUILDING_WORDS, type BuildingKind } from '@ingle/core'
import { IsIn, IsNumber, IsOptional, IsUUID, Max, Min } from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { bag } from '../spec.ts'

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
    areaFt2: { says: 'floor', in: 'area' },
    gap: { says: 'gap at the sensor', words: { open: 'open', sealed: 'sealed' } },
    uaBtuHPerF: { says: 'loses', unit: 'Btu/h·°F' },
    uaErrorBtuHPerF: { says: 'give or take', unit: 'Btu/h·°F' },
    holds: { says: 'holds', unit: 'times its kind' },
    holdsError: { says: 'give or take', unit: 'times' },
    from: { says: 'by', words: { log: 'a logged warm-up', story: 'a cold morning’s story', hand: 'hand', kind: 'its kind' } },
  },
})

import 'reflect-metadata'
import { IsNotEmpty, IsNumber, IsOptional, IsString, IsUUID, Max, MaxLength, Min } from 'class-validator'
import type { SpaceId, SystemId } from '../../ids.ts'
import { assign } from '../../state/assign.ts'
import { kind } from '../kind.ts'
import { sayFields } from '../spec.ts'

/** A space that a unit brings outdoor air to. */
class SpaceSet {
  @IsUUID() systemId!: SystemId
  @IsUUID() spaceId!: SpaceId
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(60) name?: string
  /** Its use, by the shipped table of rates; empty: rates of its own. */
  @IsOptional() @IsString() @MaxLength(40) use?: string
  @IsOptional() @IsNumber() @Min(0) @Max(100_000) people?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1_000_000) areaFt2?: number
  /** The local code's own rates; 0 with a use gives them back to the table. */
  @IsOptional() @IsNumber() @Min(0) @Max(200) perPersonCfm?: number
  @IsOptional() @IsNumber() @Min(0) @Max(20) perAreaCfmFt2?: number
  /** Where own rates come from. */
  @IsOptional() @IsString() @MaxLength(80) edition?: string
  @IsOptional() @IsNumber() @Min(0.1) @Max(1.5) effectiveness?: number
  /** Air that the unit blows into it. */
  @IsOptional() @IsNumber() @Min(0) @Max(200_000) primaryCfm?: number
}

const fields = {
  name: { says: 'name' },
  use: { says: 'use' },
  people: { says: 'people' },
  areaFt2: { says: 'floor', in: 'floorArea' },
  perPersonCfm: { says: 'for each person', in: 'flow' },
  perAreaCfmFt2: { says: 'for the floor', in: 'airRate' },
  edition: { says: 'by' },
  effectiveness: { says: 'effectiveness' },
  primaryCfm: { says: 'air blown in', in: 'flow' },
} as const

export const spaceSet = kind('space.set', {
  body: SpaceSet,
  fields,
  says: (body, show) => `space: ${sayFields(body, fields, show)}`,
  fold(into, { body }) {
    const { spaces } = into.system(body.systemId)
    let space = spaces.find((one) => one.id === body.spaceId)
    if (!space) {
      space = { id: body.spaceId }
      spaces.push(space)
    }
    assign(space, body, Object.keys(fields) as (keyof typeof fields)[])
  },
})

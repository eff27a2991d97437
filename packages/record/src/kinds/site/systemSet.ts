import 'reflect-metadata'
import { PLAUSIBLE } from '@ingle/core'
import { ArrayMaxSize, IsArray, IsNotEmpty, IsNumber, IsOptional, IsString, IsUUID, Max, MaxLength, Min } from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { assign } from '../../state/assign.ts'
import { exact } from '../exact.ts'
import { kind } from '../kind.ts'
import { sayFields } from '../spec.ts'

class SystemSet {
  @IsUUID() systemId!: SystemId
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(80) name?: string
  @IsOptional() @IsString() @MaxLength(200) serves?: string
  @IsOptional() @IsNumber() @Min(PLAUSIBLE.capacity[0]) @Max(PLAUSIBLE.capacity[1]) capacityTons?: number
  @IsOptional() @IsNumber() @Min(0) @Max(500) heaterKw?: number
  /** The airflow that its plate or its maker's sheet names, as standard air, cfm; 0: none is named after all. */
  @IsOptional() @IsNumber() @Min(0) @Max(200_000) ratedCfm?: number
  /** What the occupant wants; house rules may depend on it. */
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) wishes?: string[]
}

const fields = {
  name: { says: 'name' },
  serves: { says: 'serves' },
  capacityTons: { says: 'capacity', in: 'capacity' },
  heaterKw: { says: 'heater', in: 'power' },
  ratedCfm: { says: 'rated airflow', in: 'flow' },
  wishes: { says: 'wishes' },
} as const

export const systemSet = kind('system.set', {
  body: SystemSet,
  listed: true,
  fields,
  says: (body, show) => `system: ${sayFields(body, fields, show)}`,
  fold: (into, { body }) =>
    assign(into.system(body.systemId), body, ['name', 'serves', 'capacityTons', 'heaterKw', 'ratedCfm', 'wishes']),
  line({ systemId: _, ...said }, { units }) {
    const [[only, value] = [], ...more] = Object.entries(said).filter(([, one]) => one !== undefined)
    if (more.length > 0 || typeof value !== 'number') return null
    if (only === 'capacityTons') return `capacity ${exact('capacity', value, units)}`
    return only === 'heaterKw' ? `heater ${exact('power', value, units)}` : null
  },
  jotted: {
    capacity: ({ tons }) => ({ capacityTons: tons }),
    heater: ({ kw }) => ({ heaterKw: kw }),
  },
})

import 'reflect-metadata'
import { IsIn, IsNumber, IsOptional, IsString, IsUUID, Max, MaxLength, Min } from 'class-validator'
import type { PartId, SystemId } from '../../ids.ts'
import { assign } from '../../state/assign.ts'
import type { PartState } from '../../state/state.ts'
import { kind } from '../kind.ts'
import { sayFields } from '../spec.ts'
import { PART_ROLES, PART_WORDS, type PartRole } from '../words.ts'

class PartSet {
  @IsUUID() systemId!: SystemId
  @IsUUID() partId!: PartId
  @IsIn(PART_ROLES) role!: PartRole
  @IsOptional() @IsString() @MaxLength(80) name?: string
  @IsOptional() @IsString() @MaxLength(80) maker?: string
  @IsOptional() @IsString() @MaxLength(80) model?: string
  @IsOptional() @IsString() @MaxLength(80) serial?: string
  /** As its plate has them: “208/230-1-60”, “18.4”, “7 lb 4 oz R-454B”. */
  @IsOptional() @IsString() @MaxLength(40) volts?: string
  @IsOptional() @IsString() @MaxLength(40) amps?: string
  @IsOptional() @IsString() @MaxLength(60) charge?: string
  @IsOptional() @IsString() @MaxLength(40) firmware?: string
  /** Grilles and filters. */
  @IsOptional() @IsNumber() @Min(1) @Max(600) widthIn?: number
  @IsOptional() @IsNumber() @Min(1) @Max(600) heightIn?: number
  @IsOptional() @IsNumber() @Min(0.05) @Max(1) freeArea?: number
  /** Filters: the drop printed for a clean one, at a flow. */
  @IsOptional() @IsNumber() @Min(0) @Max(2) cleanDropInWc?: number
  @IsOptional() @IsNumber() @Min(1) @Max(100_000) cleanAtCfm?: number
}

const fields = {
  name: { says: 'name' },
  maker: { says: 'maker' },
  model: { says: 'model' },
  serial: { says: 'serial' },
  volts: { says: 'volts on its plate' },
  amps: { says: 'amps on its plate' },
  charge: { says: 'charge' },
  firmware: { says: 'firmware' },
  widthIn: { says: 'width', in: 'length' },
  heightIn: { says: 'height', in: 'length' },
  freeArea: { says: 'free area' },
  cleanDropInWc: { says: 'clean drop printed', in: 'static' },
  cleanAtCfm: { says: 'at a flow of', in: 'flow' },
} as const

const newPart = ({ partId: id, role }: PartSet): PartState => ({
  id,
  role,
  name: '',
  maker: '',
  model: '',
  serial: '',
  widthIn: null,
  heightIn: null,
  freeArea: null,
  cleanDropInWc: null,
  cleanAtCfm: null,
})

export const partSet = kind('part.set', {
  body: PartSet,
  fields,
  says: (body, show) => `${PART_WORDS[body.role].toLowerCase()}: ${sayFields(body, fields, show) || 'put down'}`,
  fold(into, { body }) {
    const { parts } = into.system(body.systemId)
    let part = parts.find((one) => one.id === body.partId)
    if (!part) {
      part = newPart(body)
      parts.push(part)
    }
    assign(part, body, [
      'name',
      'maker',
      'model',
      'serial',
      'volts',
      'amps',
      'charge',
      'firmware',
      'widthIn',
      'heightIn',
      'freeArea',
      'cleanDropInWc',
      'cleanAtCfm',
    ])
  },
})

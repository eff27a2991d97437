import 'reflect-metadata'
import { IsIn, IsNumber, IsOptional, IsString, IsUUID, Max, MaxLength, Min } from 'class-validator'
import type { PartId, SystemId } from '../../ids.ts'
import { assign } from '../../state/assign.ts'
import type { PartState } from '../../state/state.ts'
import { kind } from '../kind.ts'
import { PART_ROLES, type PartRole } from '../words.ts'

class PartSet {
  @IsUUID() systemId!: SystemId
  @IsUUID() partId!: PartId
  @IsIn(PART_ROLES) role!: PartRole
  @IsOptional() @IsString() @MaxLength(80) name?: string
  @IsOptional() @IsString() @MaxLength(80) maker?: string
  @IsOptional() @IsString() @MaxLength(80) model?: string
  @IsOptional() @IsString() @MaxLength(80) serial?: string
  /** Grilles and filters. */
  @IsOptional() @IsNumber() @Min(1) @Max(600) widthIn?: number
  @IsOptional() @IsNumber() @Min(1) @Max(600) heightIn?: number
  @IsOptional() @IsNumber() @Min(0.05) @Max(1) freeArea?: number
  /** Filters: the drop printed for a clean one, at a flow. */
  @IsOptional() @IsNumber() @Min(0) @Max(2) cleanDropInWc?: number
  @IsOptional() @IsNumber() @Min(1) @Max(100_000) cleanAtCfm?: number
}

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
  says: ({ role, model, name }) => `part: ${role.replaceAll('-', ' ')} ${model ?? name ?? ''}`.trim(),
  fold(into, { body }) {
    const { parts } = into.system(body.systemId)
    let part = parts.find((one) => one.id === body.partId)
    if (!part) {
      part = newPart(body)
      parts.push(part)
    }
    assign(part, body, ['name', 'maker', 'model', 'serial', 'widthIn', 'heightIn', 'freeArea', 'cleanDropInWc', 'cleanAtCfm'])
  },
})

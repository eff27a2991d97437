import 'reflect-metadata'
import { OUTLET_KINDS, type OutletKind } from '@ingle/core'
import { IsIn, IsNotEmpty, IsNumber, IsOptional, IsString, IsUUID, Max, MaxLength, Min } from 'class-validator'
import type { OutletId, SystemId, ZoneId } from '../../ids.ts'
import { assign } from '../../state/assign.ts'
import type { OutletState } from '../../state/state.ts'
import { kind } from '../kind.ts'
import { sayFields } from '../spec.ts'

class OutletSet {
  @IsUUID() systemId!: SystemId
  @IsUUID() outletId!: OutletId
  @IsUUID() zoneId!: ZoneId
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(60) name?: string
  @IsOptional() @IsIn(Object.keys(OUTLET_KINDS)) kind?: OutletKind
  @IsOptional() @IsNumber() @Min(0) @Max(600) widthIn?: number
  @IsOptional() @IsNumber() @Min(0) @Max(600) heightIn?: number
  @IsOptional() @IsNumber() @Min(0.05) @Max(1) freeArea?: number
  /** How far its air goes before it is where people are. */
  @IsOptional() @IsNumber() @Min(0) @Max(200) reachFt?: number
  @IsOptional() @IsNumber() @Min(0) @Max(100_000) designCfm?: number
}

const fields = {
  name: { says: 'name' },
  kind: { says: 'kind', words: Object.fromEntries(Object.entries(OUTLET_KINDS).map(([id, one]) => [id, one.words])) },
  widthIn: { says: 'width', in: 'length' },
  heightIn: { says: 'height', in: 'length' },
  freeArea: { says: 'free area' },
  reachFt: { says: 'reach', in: 'altitude' },
  designCfm: { says: 'design flow', in: 'flow' },
} as const

const newOutlet = ({ outletId: id, zoneId }: OutletSet): OutletState => ({
  id,
  zoneId,
  name: '',
  kind: null,
  widthIn: null,
  heightIn: null,
  freeArea: null,
  reachFt: null,
  designCfm: null,
})

export const outletSet = kind('outlet.set', {
  body: OutletSet,
  fields,
  says: (body, show) => `outlet: ${sayFields(body, fields, show)}`,
  fold(into, { body }) {
    const { outlets } = into.system(body.systemId)
    let outlet = outlets.find((one) => one.id === body.outletId)
    if (!outlet) {
      outlet = newOutlet(body)
      outlets.push(outlet)
    }
    assign(outlet, body, ['zoneId', 'name', 'kind', 'widthIn', 'heightIn', 'freeArea', 'reachFt', 'designCfm'])
  },
})

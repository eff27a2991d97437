import 'reflect-metadata'
import { ROOM_KINDS, type RoomKind } from '@ingle/core'
import { IsBoolean, IsIn, IsNotEmpty, IsNumber, IsOptional, IsString, IsUUID, Max, MaxLength, Min } from 'class-validator'
import type { SystemId, ZoneId } from '../../ids.ts'
import { assign } from '../../state/assign.ts'
import { kind } from '../kind.ts'
import { sayFields } from '../spec.ts'

/** A zone of a system, over all its visits. A field that was not sent leaves the earlier one standing. */
class ZoneSet {
  @IsUUID() systemId!: SystemId
  @IsUUID() zoneId!: ZoneId
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(60) name?: string
  @IsOptional() @IsIn(Object.keys(ROOM_KINDS)) room?: RoomKind
  @IsOptional() @IsNumber() @Min(0) @Max(2_000_000) loadBtuH?: number
  @IsOptional() @IsNumber() @Min(0) @Max(100_000) designCfm?: number
  /** It has no damper, or one that is never closed. */
  @IsOptional() @IsBoolean() alwaysOpen?: boolean
}

const fields = {
  name: { says: 'name' },
  room: { says: 'room', words: Object.fromEntries(Object.entries(ROOM_KINDS).map(([id, one]) => [id, one.words])) },
  loadBtuH: { says: 'load', in: 'heatRate' },
  designCfm: { says: 'design flow', in: 'flow' },
  alwaysOpen: { says: 'always open' },
} as const

export const zoneSet = kind('zone.set', {
  body: ZoneSet,
  fields,
  says: (body, show) => `zone: ${sayFields(body, fields, show)}`,
  fold(into, { body }) {
    const { zones } = into.system(body.systemId)
    let zone = zones.find((one) => one.id === body.zoneId)
    if (!zone) {
      zone = { id: body.zoneId, name: '', room: null, loadBtuH: null, designCfm: null, alwaysOpen: false }
      zones.push(zone)
    }
    assign(zone, body, ['name', 'room', 'loadBtuH', 'designCfm', 'alwaysOpen'])
  },
})

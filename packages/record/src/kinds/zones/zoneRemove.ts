import 'reflect-metadata'
import { IsUUID } from 'class-validator'
import type { SystemId, ZoneId } from '../../ids.ts'
import { kind } from '../kind.ts'

class ZoneRemove {
  @IsUUID() systemId!: SystemId
  @IsUUID() zoneId!: ZoneId
}

export const zoneRemove = kind('zone.remove', {
  body: ZoneRemove,
  says: () => 'zone taken out',
  fold(into, { body }) {
    const system = into.system(body.systemId)
    system.zones = system.zones.filter((one) => one.id !== body.zoneId)
    system.outlets = system.outlets.filter((one) => one.zoneId !== body.zoneId)
  },
})

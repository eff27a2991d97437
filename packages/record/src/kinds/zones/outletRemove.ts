import 'reflect-metadata'
import { IsUUID } from 'class-validator'
import type { OutletId, SystemId } from '../../ids.ts'
import { kind } from '../kind.ts'

class OutletRemove {
  @IsUUID() systemId!: SystemId
  @IsUUID() outletId!: OutletId
}

export const outletRemove = kind('outlet.remove', {
  body: OutletRemove,
  says: () => 'outlet taken out',
  fold(into, { body }) {
    const system = into.system(body.systemId)
    system.outlets = system.outlets.filter((one) => one.id !== body.outletId)
  },
})

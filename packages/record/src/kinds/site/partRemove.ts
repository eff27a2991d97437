import 'reflect-metadata'
import { IsUUID } from 'class-validator'
import type { PartId, SystemId } from '../../ids.ts'
import { kind } from '../kind.ts'

class PartRemove {
  @IsUUID() systemId!: SystemId
  @IsUUID() partId!: PartId
}

export const partRemove = kind('part.remove', {
  body: PartRemove,
  says: () => 'part taken out',
  fold(into, { body }) {
    const system = into.system(body.systemId)
    system.parts = system.parts.filter((part) => part.id !== body.partId)
  },
})

import 'reflect-metadata'
import { IsUUID } from 'class-validator'
import type { SpaceId, SystemId } from '../../ids.ts'
import { kind } from '../kind.ts'

class SpaceRemove {
  @IsUUID() systemId!: SystemId
  @IsUUID() spaceId!: SpaceId
}

export const spaceRemove = kind('space.remove', {
  body: SpaceRemove,
  says: () => 'space taken out',
  fold(into, { body }) {
    const system = into.system(body.systemId)
    system.spaces = system.spaces.filter((one) => one.id !== body.spaceId)
  },
})

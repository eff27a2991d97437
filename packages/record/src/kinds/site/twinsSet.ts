import { counted } from '@ingle/core'
import 'reflect-metadata'
import { ArrayMaxSize, IsArray, IsNotEmpty, IsString, IsUUID, MaxLength } from 'class-validator'
import type { GroupId, SystemId } from '../../ids.ts'
import { kind } from '../kind.ts'

/** Units that should be alike. No units: the group is given up. */
class TwinsSet {
  @IsUUID() groupId!: GroupId
  @IsString() @IsNotEmpty() @MaxLength(80) name!: string
  @IsArray() @ArrayMaxSize(500) @IsUUID(undefined, { each: true }) systemIds!: SystemId[]
}

export const twinsSet = kind('twins.set', {
  body: TwinsSet,
  says: ({ name, systemIds }) => `twins “${name}”: ${counted(systemIds.length, 'unit')}`,
  fold({ site }, { body }) {
    const { groupId, name, systemIds } = body
    site.twins = site.twins.filter((one) => one.id !== groupId)
    if (systemIds.length > 0) site.twins.push({ id: groupId, name, systemIds: [...new Set(systemIds)] })
  },
})

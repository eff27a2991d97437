import 'reflect-metadata'
import { IsNotEmpty, IsString, IsUUID, MaxLength } from 'class-validator'
import type { ItemId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

class ItemClose extends OnVisit {
  @IsUUID() itemId!: ItemId
  @IsString() @IsNotEmpty() @MaxLength(400) how!: string
}

export const itemClose = kind('item.close', {
  body: ItemClose,
  listed: true,
  says: ({ how }) => `done: ${how}`,
  needs: ({ itemId }) => [['an item', itemId]],
  fold({ site }, { at, by, body }) {
    const item = site.items.find((one) => one.id === body.itemId)
    if (item) item.closed = { at, by, how: body.how }
  },
})

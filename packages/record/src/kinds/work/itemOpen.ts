import 'reflect-metadata'
import { IsNotEmpty, IsString, IsUUID, MaxLength } from 'class-validator'
import type { ItemId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { oneLine } from '../lines.ts'
import { OnVisit } from '../onVisit.ts'

class ItemOpen extends OnVisit {
  @IsUUID() itemId!: ItemId
  @IsString() @IsNotEmpty() @MaxLength(400) text!: string
}

/** Something still to do. */
export const itemOpen = kind('item.open', {
  body: ItemOpen,
  listed: true,
  turn: 1,
  says: ({ text }) => `open: ${text}`,
  makes: ({ itemId }) => [itemId],
  fold({ site }, { at, by, body }) {
    const { itemId: id, visitId, systemId, text } = body
    site.items.push({ id, visitId, systemId, text, openedAt: at, by, closed: null })
  },
  line: ({ text }) => oneLine('open', text),
  jotted: { open: ({ text }, _, newId) => ({ itemId: newId<ItemId>(), text }) },
})

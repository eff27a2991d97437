import 'reflect-metadata'
import { IsNotEmpty, IsString, IsUUID, Matches, MaxLength } from 'class-validator'
import type { ItemId } from '../../ids.ts'
import { refuse } from '../../refusals.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** Somebody takes an open item on, until a day. */
class ItemHandOn extends OnVisit {
  @IsUUID() itemId!: ItemId
  @IsString() @IsNotEmpty() @MaxLength(80) to!: string
  /** A day, as 2026-12-31. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/) until!: string
}

export const itemHandOn = kind('item.hand-on', {
  body: ItemHandOn,
  listed: true,
  says: ({ to, until }) => `open item handed on to ${to} until ${until}`,
  needs: ({ itemId }) => [['an item', itemId]],
  doubts: ({ until }) => (Number.isFinite(Date.parse(until)) ? null : refuse('not-a-day', { until })),
  fold({ site }, { at, by, body }) {
    const item = site.items.find((one) => one.id === body.itemId)
    if (item) item.handedOn = { at, by, to: body.to, until: body.until }
  },
})

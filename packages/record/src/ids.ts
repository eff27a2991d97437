/**
 * Ids, each of its own type: a visit's id does not fit where a system's is wanted. A text becomes one only here, where it
 * is checked or made; everywhere else it is carried as what it is.
 */

import { ok, type Result } from '@ingle/core'
import { refuse } from './refusals.ts'

declare const brand: unique symbol
type Id<Of extends string> = string & { readonly [brand]: Of }

export type SiteId = Id<'site'>
export type SystemId = Id<'system'>
export type VisitId = Id<'visit'>
export type ChangeId = Id<'change'>
/** A try and a note go by the id of the change that began them. */
export type TryId = ChangeId
export type NoteId = ChangeId
export type PartId = Id<'part'>
export type ItemId = Id<'item'>
/** One running of a test. */
export type RunId = Id<'run'>
export type FixId = Id<'fix'>
export type PhotoId = Id<'photo'>
export type TraverseId = Id<'traverse'>
export type ZoneId = Id<'zone'>
export type OutletId = Id<'outlet'>
export type SpaceId = Id<'space'>
export type SeasonId = Id<'season'>
export type ExceptionId = Id<'exception'>
export type LettingId = Id<'letting'>
export type GroupId = Id<'group'>
/** A line to a device that a crew allowed: not in a record, but in the same addresses. */
export type GatewayId = Id<'gateway'>
export type AnyId =
  | SiteId
  | SystemId
  | VisitId
  | ChangeId
  | PartId
  | ItemId
  | RunId
  | FixId
  | PhotoId
  | TraverseId
  | ZoneId
  | OutletId
  | SpaceId
  | SeasonId
  | ExceptionId
  | LettingId
  | GroupId
  | GatewayId

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i

/** An id out of foreign text: an address, a file, a message. */
export function parseId<T extends AnyId>(text: string | undefined, what: string): Result<T> {
  return text !== undefined && UUID.test(text) ? ok(text as T) : refuse('not-an-id', { text: String(text).slice(0, 40), what })
}

/** An id that somebody else's check has already passed: a row of the database, a fixture, the demo world. */
export const knownId = <T extends AnyId>(text: string): T => text as T

export type NewId = <T extends AnyId>() => T

/** Makes new ids; the source of random ones is passed in. */
export const idMaker =
  (random: () => string): NewId =>
  <T extends AnyId>() =>
    random() as T

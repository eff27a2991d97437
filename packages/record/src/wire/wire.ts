/**
 * Everything that server and app say to one another, in one place: both check what they are sent against these classes.
 * Fields that a newer one adds are let through. Paths stand in the routes; what is a change or a document is checked by
 * its own kind.
 */
import 'reflect-metadata'
import { PLACES, type Place } from '@ingle/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNotEmpty,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import type { Change } from '../changes/change.ts'
import type { ChangeId, GatewayId, ItemId, SiteId, SystemId, VisitId } from '../ids.ts'
import { DOCUMENT_KINDS, type DocumentKind } from '../library/documentKinds.ts'
import type { DocumentContent } from '../library/documents.ts'
import type { SiteState } from '../state/state.ts'

export * from './problems.ts'

/** Sheets that can be made of many units at once. */
export const PRINT_SHEETS = ['card', 'occupant', 'record'] as const
export type PrintSheet = (typeof PRINT_SHEETS)[number]

export class PrintRequest {
  @IsIn(PRINT_SHEETS) sheet!: PrintSheet
  @IsString() @MaxLength(200) units!: string
  /** Of the occupants' sheets. */
  @IsOptional() @IsString() @MaxLength(10) language?: string
}

export const PRINT_STATES = ['waiting', 'running', 'done', 'cancelled', 'failed'] as const
/** How far a print is. */
export class PrintJobAnswer {
  @IsUUID() id!: string
  @IsIn(PRINT_STATES) state!: (typeof PRINT_STATES)[number]
  @IsInt() @Min(0) done!: number
  @IsInt() @Min(0) of!: number
  @IsOptional() @IsString() reason?: string
}

/** It was done; whatever else comes back is not looked at. */
export class Done {
  @IsOptional() @IsBoolean() ok?: boolean
}

export class SignInRequest {
  @IsString() @IsNotEmpty() @MaxLength(200) name!: string
  @IsString() @MaxLength(500) password!: string
}

/** Who is asking, and for which crew. */
export class Me {
  @IsUUID() accountId!: string
  @IsString() name!: string
  @IsString() initials!: string
  @IsString() role!: string
  @IsUUID() crewId!: string
  @IsString() crewName!: string
}

/** A technician writes; a lead also lets people in and sets what binds the crew; a reader reads and prints. */
export const ROLES = ['technician', 'lead', 'reader'] as const
export type Role = (typeof ROLES)[number]

export class Person {
  /** Absent on the demo's sign-in page. */
  @IsOptional() @IsUUID() id?: string
  @IsString() name!: string
  @IsString() initials!: string
  @IsString() role!: string
  /** Nobody signs in with it any more. */
  @IsOptional() @IsBoolean() ended?: boolean
  @IsOptional() @IsISO8601() seenAt?: string
}
export class PeopleAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => Person) people!: Person[]
}

/** A shorter password is refused, characters. */
export const PASSWORD_LEAST = 10
const MOST_PASSWORD = 500

export class InviteRequest {
  @IsIn(ROLES) role!: Role
}
export class RoleRequest extends InviteRequest {}
/** A code that lets in: shown once. */
export class CodeAnswer {
  @IsString() code!: string
  @IsISO8601() endsAt!: string
}
export class InviteEntry {
  @IsUUID() id!: string
  @IsIn(ROLES) role!: Role
  @IsString() madeBy!: string
  @IsISO8601() endsAt!: string
  /** Whose password it sets anew; absent: it makes an account. */
  @IsOptional() @IsString() forWhom?: string
}
export class InvitesAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => InviteEntry) invites!: InviteEntry[]
}
export class InviteCode {
  @IsString() @IsNotEmpty() @MaxLength(40) code!: string
}
/** What a code is for, before it is taken. */
export class InvitationAnswer {
  @IsString() crewName!: string
  @IsString() role!: string
  /** Whose password it sets anew. */
  @IsOptional() @IsString() name?: string
  @IsOptional() @IsString() initials?: string
}
export class JoinRequest extends InviteCode {
  @IsString() @MaxLength(80) name!: string
  @IsString() @MaxLength(20) initials!: string
  @IsString() @MaxLength(MOST_PASSWORD) password!: string
}
export class FirstAccountRequest extends JoinRequest {
  @IsString() @IsNotEmpty() @MaxLength(120) crew!: string
}
export class SetupAnswer {
  /** Nobody has an account here yet. */
  @IsBoolean() fresh!: boolean
}
export class NewPasswordRequest {
  @IsString() @MaxLength(MOST_PASSWORD) old!: string
  @IsString() @MaxLength(MOST_PASSWORD) password!: string
}
export class SessionEntry {
  @IsUUID() id!: string
  @IsString() device!: string
  @IsISO8601() beganAt!: string
  @IsISO8601() seenAt!: string
  /** The one that asks. */
  @IsBoolean() here!: boolean
}
export class SessionsAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => SessionEntry) sessions!: SessionEntry[]
}

/** What is written down of what was done. */
export const AUDIT_KINDS = [
  'sign-in',
  'sign-in-refused',
  'joined',
  'invite',
  'invite-withdrawn',
  'role',
  'account-ended',
  'password',
  'password-reset',
  'session-ended',
  'export',
  'import',
  'gateway-allowed',
  'gateway-forbidden',
  'gateway-written',
  'gateway-test',
  'restored',
  'erased',
] as const
export type AuditKind = (typeof AUDIT_KINDS)[number]
export class AuditEntry {
  @IsInt() n!: number
  @IsISO8601() at!: string
  @IsString() who!: string
  @IsString() what!: string
  @IsString() about!: string
  @IsString() address!: string
}
export class AuditAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => AuditEntry) entries!: AuditEntry[]
}

export class DemoAccount extends Person {
  @IsString() crew!: string
  @IsString() password!: string
}
export class DemoAccountsAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => DemoAccount) accounts!: DemoAccount[]
}

class RoundSystem {
  @IsUUID() id!: SystemId
  @IsString() name!: string
  @IsString() serves!: string
  @IsString() equipment!: string
}
class RoundVisit {
  @IsUUID() id!: VisitId
  @IsInt() number!: number
  @IsString() reason!: string
  @IsISO8601() startedAt!: string
  @IsOptional() @IsISO8601() closedAt!: string | null
}
class RoundItem {
  @IsUUID() id!: ItemId
  @IsUUID() systemId!: SystemId
  @IsString() text!: string
  @IsISO8601() openedAt!: string
  /** Initials of whoever opened it. */
  @IsOptional() @IsString() by?: string
}
/** Something temporary that a person answers for until a day. */
class RoundFix {
  @IsUUID() systemId!: SystemId
  @IsString() what!: string
  @IsString() to!: string
  @IsString() until!: string
}
/** A site as the Round shows it. */
export class RoundSite {
  @IsUUID() id!: SiteId
  @IsString() name!: string
  @IsString() place!: string
  /** The site's: its days are shown by it. Absent in what an older Ingle kept on a device. */
  @IsOptional() @IsString() timeZone?: string
  @IsArray() @ValidateNested({ each: true }) @Type(() => RoundSystem) systems!: RoundSystem[]
  @IsArray() @ValidateNested({ each: true }) @Type(() => RoundVisit) visits!: RoundVisit[]
  @IsArray() @ValidateNested({ each: true }) @Type(() => RoundItem) openItems!: RoundItem[]
  /** Absent in what an older Ingle kept on a device. */
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => RoundFix) fixes?: RoundFix[]
}
/** Everything that somebody might look for a site by, in small letters: server and device find alike. */
export function roundWords(site: RoundSite): string {
  const words = [
    site.name,
    site.place,
    ...site.systems.flatMap((one) => [one.name, one.serves, one.equipment]),
    ...site.visits.map((one) => one.reason),
    ...site.openItems.map((one) => one.text),
  ]
  return words.filter(Boolean).join('\n').toLowerCase()
}
/** A page of the list of sites, by name. */
export class RoundAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => RoundSite) sites!: RoundSite[]
  /** The site after which the next page begins; absent or null: this is the last one. */
  @IsOptional() @IsUUID() next?: SiteId | null
  /** On the first page: sites with a visit under way, or with something that the asker answers for, wherever they stand. */
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => RoundSite) first?: RoundSite[]
}

export class StoredChange {
  @IsInt() @Min(1) seq!: number
  @IsObject() change!: Change
  /** The server's word that it took this change: a server that lost it believes it. */
  @IsOptional() @IsString() receipt?: string
}
/** A folded state to go on from, instead of the many changes that it was folded from. */
export class Base {
  @IsInt() @Min(1) seq!: number
  /** How far it has come in the order of writing. */
  @IsNumber() order!: number
  @IsString() id!: string
  @IsObject() state!: SiteState
}
export class ChangesAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => StoredChange) changes!: StoredChange[]
  /** Which life of the record numbers them. */
  @IsOptional() @IsUUID() epoch?: string
  /** There are more after these. */
  @IsOptional() @IsBoolean() more?: boolean
  @IsOptional() @ValidateNested() @Type(() => Base) base?: Base
}

/** More changes than this are sent in several batches. */
export const BATCH_LIMIT = 500
export class Why {
  @IsString() reason!: string
  @IsString() remedy!: string
}
/** What became of one change: its number, or why it was refused. */
export class Outcome {
  @IsString() id!: ChangeId
  @IsOptional() @IsInt() seq?: number
  @IsOptional() @ValidateNested() @Type(() => Why) refused?: Why
}
export class OutcomesAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => Outcome) outcomes!: Outcome[]
}

/** Which photos of a site the server has. */
export class PhotosAnswer {
  @IsArray() @IsString({ each: true }) photos!: string[]
}

export class ImportAnswer {
  @IsUUID() siteId!: SiteId
  @IsInt() changes!: number
}

/** One version of a document of the crew. */
export class StoredDocument {
  @IsIn(DOCUMENT_KINDS) kind!: DocumentKind
  @IsString() id!: string
  @IsInt() version!: number
  @IsInt() seq!: number
  @IsObject() content!: DocumentContent[DocumentKind]
  @IsString() savedBy!: string
  @IsISO8601() savedAt!: string
  @IsBoolean() retired!: boolean
  /** The server's word that it stored this version. */
  @IsOptional() @IsString() receipt?: string
}
export class DocumentsAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => StoredDocument) documents!: StoredDocument[]
}
export class RetireRequest {
  @IsBoolean() retired!: boolean
}

export class NewGateway {
  @IsString() @IsNotEmpty() @MaxLength(80) name!: string
  /** A name or an address in the building's network. */
  @Matches(/^[a-z0-9]([a-z0-9.-]*[a-z0-9])?$/i) @MaxLength(253) host!: string
  @IsInt() @Min(1) @Max(65_535) port!: number
  @IsInt() @Min(0) @Max(255) unitId!: number
}
export class GatewayEntry extends NewGateway {
  @IsUUID() id!: GatewayId
  @IsString() allowedBy!: string
}
export class GatewaysAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => GatewayEntry) gateways!: GatewayEntry[]
}

/** Which device of which visit is meant; what it is stands in the record. */
export class GatewayReadRequest {
  @IsUUID() siteId!: SiteId
  @IsUUID() visitId!: VisitId
  @IsUUID() systemId!: SystemId
  @IsIn(PLACES) place!: Place
}
/** One thing that a unit says of itself now. */
export class LiveEntry {
  @IsString() id!: string
  @IsInt() register!: number
  @IsInt() word!: number
  /** Null: the word means nothing. */
  @IsOptional() @IsNumber() value!: number | null
}
export class GatewayLiveAnswer {
  @IsISO8601() at!: string
  @IsArray() @ValidateNested({ each: true }) @Type(() => LiveEntry) values!: LiveEntry[]
}
/** Test mode: fan and damper by hand; both absent: back to running by itself. */
export class GatewayTestRequest extends GatewayReadRequest {
  @IsOptional() @IsNumber() @Min(0) @Max(120) fanPct?: number
  @IsOptional() @IsNumber() @Min(0) @Max(100) damperPct?: number
}
class WantedValue {
  @IsString() @IsNotEmpty() @MaxLength(60) id!: string
  /** What stood there when it was decided; absent: nobody had looked. */
  @IsOptional() @IsString() @MaxLength(120) from!: string | null
  @IsString() @IsNotEmpty() @MaxLength(120) to!: string
}
export class GatewayWriteRequest extends GatewayReadRequest {
  @IsArray() @ArrayMaxSize(100) @ValidateNested({ each: true }) @Type(() => WantedValue) wanted!: WantedValue[]
}

export class ReadSetting {
  @IsString() id!: string
  @IsInt() register!: number
  @IsOptional() @IsString() value!: string | null
  /** Why there is no value. */
  @IsOptional() @IsString() reason!: string | null
}
export class GatewayReadAnswer {
  @IsISO8601() at!: string
  @IsArray() @ValidateNested({ each: true }) @Type(() => ReadSetting) settings!: ReadSetting[]
}

const WRITE_OUTCOMES = ['written', 'stood', 'changed-between', 'refused', 'not-kept', 'line-broke', 'not-tried'] as const
export type WriteOutcome = (typeof WRITE_OUTCOMES)[number]
export class WrittenSetting {
  @IsString() id!: string
  @IsInt() register!: number
  @IsIn(WRITE_OUTCOMES) outcome!: WriteOutcome
  /** What stands there now, as far as it could be read. */
  @IsOptional() @IsString() now!: string | null
  @IsString() says!: string
}
export class GatewayWriteAnswer {
  @IsISO8601() at!: string
  @IsArray() @ValidateNested({ each: true }) @Type(() => WrittenSetting) settings!: WrittenSetting[]
}

/** What the stream of news begins with. */
export class Hello {
  /** Which life of the record this is. */
  @IsOptional() @IsUUID() epoch?: string
}
/** What the stream of news tells: a site, or the library where none is named. */
export class News {
  @IsOptional() @IsUUID() siteId!: SiteId | null
  @IsInt() seq!: number
}

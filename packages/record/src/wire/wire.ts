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

/** Names for what can be wrong, the same every time: a closed set, so that a device can tell them apart. */
const PROBLEM_CODES = [
  'bad-number',
  'bad-request',
  'bad-sign-in',
  'batch-too-long',
  'document-moved-on',
  'document-refused',
  'failed',
  'gateway-garbage',
  'gateway-no-answer',
  'gateway-not-allowed',
  'gateway-refused',
  'gateway-slow',
  'import-refused',
  'lead-only',
  'no-json',
  'no-picture',
  'no-register-map',
  'no-such-address',
  'no-such-kind',
  'not-found',
  'other-origin',
  'photo-too-large',
  'signed-out',
  'too-large',
  'too-many-attempts',
  'unstorable',
  'wrong-password',
] as const
export type ProblemCode = (typeof PROBLEM_CODES)[number]

const PROBLEM_TYPE = 'urn:ingle:problem:'
export const problemType = (code: ProblemCode): string => PROBLEM_TYPE + code
/** The code of a problem that a server sent; `failed` for one that this app does not know. */
export const problemCode = (type: unknown): ProblemCode => PROBLEM_CODES.find((code) => type === problemType(code)) ?? 'failed'

/** A problem as RFC 9457 has it. */
export interface ProblemBody {
  type: string
  title: string
  status: number
  detail: string
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

export class Person {
  @IsString() name!: string
  @IsString() initials!: string
  @IsString() role!: string
}
export class PeopleAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => Person) people!: Person[]
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
export class RoundAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => RoundSite) sites!: RoundSite[]
}

export class StoredChange {
  @IsInt() @Min(1) seq!: number
  @IsObject() change!: Change
}
export class ChangesAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => StoredChange) changes!: StoredChange[]
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

/** What the stream of news tells: a site, or the library where none is named. */
export class News {
  @IsOptional() @IsUUID() siteId!: SiteId | null
  @IsInt() seq!: number
}

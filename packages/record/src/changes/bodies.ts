/**
 * What can be written down, one class a kind of change. Field limits are what the trade can measure, not what a form
 * happens to hold. Base units throughout; ids are made where the change is made.
 */
import 'reflect-metadata'
import { PLACES, PLAUSIBLE, type Place } from '@ingle/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
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
import { KEY, OnTry, OnVisit } from './onVisit.ts'

const [STATIC_LOW, STATIC_HIGH] = PLAUSIBLE.static
const [TEMPERATURE_LOW, TEMPERATURE_HIGH] = PLAUSIBLE.temperature
const [ALTITUDE_LOW, ALTITUDE_HIGH] = PLAUSIBLE.altitude

export class SiteSet {
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(120) name?: string
  @IsOptional() @IsString() @MaxLength(200) place?: string
  @IsOptional() @IsNumber() @Min(ALTITUDE_LOW) @Max(ALTITUDE_HIGH) altitudeFt?: number
  @IsOptional() @IsString() @MaxLength(60) timeZone?: string
  @IsOptional() @IsString() @MaxLength(60) climate?: string
}

export class SystemSet {
  @IsUUID() systemId!: string
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(80) name?: string
  @IsOptional() @IsString() @MaxLength(200) serves?: string
  @IsOptional() @IsNumber() @Min(PLAUSIBLE.capacity[0]) @Max(PLAUSIBLE.capacity[1]) capacityTons?: number
  @IsOptional() @IsNumber() @Min(0) @Max(500) heaterKw?: number
  /** What the occupant wants; house rules may depend on it. */
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) wishes?: string[]
}

export const PART_ROLES = [
  'air-handler',
  'outdoor-unit',
  'controller',
  'heater-kit',
  'filter',
  'return-grille',
  'supply-grille',
  'sensor',
  'other',
] as const
export type PartRole = (typeof PART_ROLES)[number]

export class PartSet {
  @IsUUID() systemId!: string
  @IsUUID() partId!: string
  @IsIn(PART_ROLES) role!: PartRole
  @IsOptional() @IsString() @MaxLength(80) name?: string
  @IsOptional() @IsString() @MaxLength(80) maker?: string
  @IsOptional() @IsString() @MaxLength(80) model?: string
  @IsOptional() @IsString() @MaxLength(80) serial?: string
  /** Grilles and filters. */
  @IsOptional() @IsNumber() @Min(1) @Max(600) widthIn?: number
  @IsOptional() @IsNumber() @Min(1) @Max(600) heightIn?: number
  @IsOptional() @IsNumber() @Min(0.05) @Max(1) freeArea?: number
  /** Filters: the drop printed for a clean one, at a flow. */
  @IsOptional() @IsNumber() @Min(0) @Max(2) cleanDropInWc?: number
  @IsOptional() @IsNumber() @Min(1) @Max(100_000) cleanAtCfm?: number
}

export class PartRemove {
  @IsUUID() systemId!: string
  @IsUUID() partId!: string
}

/**
 * A device of a system, by its profile. The whole profile is kept in the record, so that a visit stays readable with the
 * version it was done with; a second system with the same version names it by `profileKey` instead.
 */
export class ProfileUse {
  @IsUUID() systemId!: string
  @IsOptional() @IsIn(PLACES) place?: Place
  @IsOptional() @IsObject() profile?: object
  /** `id@version` of a profile that the record already holds; empty: nothing stands at this place any more. */
  @IsOptional() @IsString() @MaxLength(80) profileKey?: string
}

export class RuleSetting {
  @IsString() role!: string
  @IsString() value!: string
  @IsString() why!: string
}

export class AirflowRuleBody {
  @IsString() @IsNotEmpty() id!: string
  @IsString() @IsNotEmpty() @MaxLength(60) name!: string
  @IsNumber() @Min(150) @Max(800) cfmPerTon!: number
  @IsNumber() @Min(1) @Max(25) bandPct!: number
  @IsBoolean() keepMass!: boolean
  @IsNumber() @Min(100) @Max(3000) maxFaceFpm!: number
  @IsString() @MaxLength(400) reason!: string
  @IsString() @MaxLength(400) cost!: string
  @IsArray() @ValidateNested({ each: true }) @Type(() => RuleSetting) settings!: RuleSetting[]
}

export class RuleUse {
  @IsUUID() systemId!: string
  @ValidateNested() @Type(() => AirflowRuleBody) rule!: AirflowRuleBody
}

export class RuleWhen {
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) equipment?: string[]
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) climate?: string[]
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) wish?: string[]
}

export class RuleAimBody {
  @IsString() @IsNotEmpty() @MaxLength(60) role!: string
  @IsString() @IsNotEmpty() @MaxLength(60) value!: string
  @IsString() @MaxLength(400) why!: string
  @IsOptional() @ValidateNested() @Type(() => RuleWhen) when?: RuleWhen
}

/** How a rule aims airflow. */
export class RuleAirflow {
  @IsNumber() @Min(150) @Max(800) cfmPerTon!: number
  @IsNumber() @Min(1) @Max(25) bandPct!: number
  @IsBoolean() keepMass!: boolean
  @IsNumber() @Min(100) @Max(3000) maxFaceFpm!: number
}

/** A named set of a crew's ways, in roles. Open format `ingle-rules/1`. */
export class HouseRuleBody {
  @Matches(/^[a-z0-9][a-z0-9-]*$/) @MaxLength(60) id!: string
  @IsOptional() @IsInt() @Min(1) version?: number
  @IsString() @IsNotEmpty() @MaxLength(60) name!: string
  @IsString() @MaxLength(400) reason!: string
  @IsString() @MaxLength(400) cost!: string
  @IsOptional() @ValidateNested() @Type(() => RuleWhen) when?: RuleWhen
  @IsOptional() @ValidateNested() @Type(() => RuleAirflow) airflow?: RuleAirflow
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => RuleAimBody) aims!: RuleAimBody[]
}

/** The house rules of a system, in their order: a later one refines an earlier one. */
export class RulesUse {
  @IsUUID() systemId!: string
  @IsArray() @ArrayMaxSize(30) @ValidateNested({ each: true }) @Type(() => HouseRuleBody) rules!: HouseRuleBody[]
}

/** Units that should be alike. No units: the group is given up. */
export class TwinsSet {
  @IsUUID() groupId!: string
  @IsString() @IsNotEmpty() @MaxLength(80) name!: string
  @IsArray() @ArrayMaxSize(500) @IsUUID(undefined, { each: true }) systemIds!: string[]
}

export class VisitStart {
  @IsUUID() visitId!: string
  @IsString() @MaxLength(200) reason!: string
}

export class VisitClose {
  @IsUUID() visitId!: string
}

export class ComplaintSet extends OnVisit {
  @IsString() @MaxLength(2000) text!: string
}

export class NoteAdd extends OnVisit {
  @IsOptional() @IsUUID() partId?: string
  @IsString() @IsNotEmpty() @MaxLength(2000) text!: string
  @IsIn(['fine', 'watch']) standing!: 'fine' | 'watch'
}

export class PhotoAdd extends OnVisit {
  @IsUUID() photoId!: string
  /** Of a note, or of a temporary fix. */
  @IsOptional() @IsUUID() noteId?: string
  @IsOptional() @IsUUID() fixId?: string
  @IsIn(['image/jpeg', 'image/png', 'image/webp']) mediaType!: string
  @IsInt() @Min(1) @Max(12_000_000) bytes!: number
}

export class TryStart extends OnVisit {
  @IsOptional() @IsString() @MaxLength(20) tap?: string | null
  @IsNumber() @Min(-30) @Max(30) adjustPct!: number
  @IsIn(['as-found', 'clean']) filter!: 'as-found' | 'clean'
}

export class ReadingProbes extends OnTry {
  @IsOptional() @IsNumber() @Min(STATIC_LOW) @Max(STATIC_HIGH) supply?: number
  @IsOptional() @IsNumber() @Min(STATIC_LOW) @Max(STATIC_HIGH) return?: number
  @IsOptional() @IsNumber() @Min(STATIC_LOW) @Max(STATIC_HIGH) 'before-filter'?: number
  @IsOptional() @IsNumber() @Min(STATIC_LOW) @Max(STATIC_HIGH) 'after-filter'?: number
  @IsOptional() @IsNumber() @Min(STATIC_LOW) @Max(STATIC_HIGH) 'after-coil'?: number
  @IsOptional() @IsNumber() @Min(STATIC_LOW) @Max(STATIC_HIGH) trunk?: number
}

export class ReadingSplit extends OnTry {
  @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) returnDbF!: number
  @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) supplyDbF!: number
  @IsOptional() @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) returnWbF?: number | null
  @IsOptional() @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) supplyWbF?: number | null
  @IsOptional() @IsNumber() @Min(0) @Max(100) returnRhPct?: number | null
}

export class ReadingRise extends OnTry {
  @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) returnDbF!: number
  @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) supplyDbF!: number
  @IsNumber() @Min(1) @Max(700) volts!: number
  @IsNumber() @Min(0.1) @Max(1000) amps!: number
  @IsIn([1, 3]) phases!: 1 | 3
}

export class ReadingGrille extends OnTry {
  @IsString() @IsNotEmpty() @MaxLength(60) name!: string
  @IsIn(['return', 'supply']) side!: 'return' | 'supply'
  @IsNumber() @Min(0) @Max(10_000) faceFpm!: number
  @IsOptional() @IsNumber() @Min(1) @Max(600) widthIn?: number | null
  @IsOptional() @IsNumber() @Min(1) @Max(600) heightIn?: number | null
  @IsOptional() @IsNumber() @Min(0.05) @Max(1) freeArea?: number | null
}

export class ReadingHeard extends OnTry {
  @IsString() @IsNotEmpty() @MaxLength(400) text!: string
}

export class SettingSet extends OnVisit {
  @Matches(KEY) @MaxLength(60) role!: string
  /** The device of the system that it stands on; absent: the indoor unit. */
  @IsOptional() @IsIn(PLACES) place?: Place
  @IsIn(['found', 'left', 'proof']) column!: 'found' | 'left' | 'proof'
  @IsString() @IsNotEmpty() @MaxLength(400) value!: string
  /** Why a left value differs from its aim. */
  @IsOptional() @IsString() @MaxLength(400) why?: string | null
  /** Where it was read, when a machine read it: a gateway and its register. */
  @IsOptional() @IsString() @MaxLength(160) via?: string
  /** Entries of this cell that the writer had seen; one that was not among them stays beside it until one is chosen. */
  @IsOptional() @IsArray() @ArrayMaxSize(60) @IsUUID(undefined, { each: true }) saw?: string[]
}

export const AIM_ORIGINS = ['hand', 'copy', 'pattern', 'worked-out'] as const
export type AimOrigin = (typeof AIM_ORIGINS)[number]

/** An aim that somebody gave a unit, over what rules say. */
export class AimSet extends OnVisit {
  @Matches(KEY) @MaxLength(60) role!: string
  @IsOptional() @IsIn(PLACES) place?: Place
  /** In the language of roles; null gives the row back to the rules. */
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(120) value?: string | null
  @IsString() @MaxLength(400) why!: string
  @IsIn(AIM_ORIGINS) from!: AimOrigin
  /** Whose aim it was: a unit or a pattern; or what it was worked out from. */
  @IsOptional() @IsString() @MaxLength(120) source?: string
}

/** Somebody decided against the advice, and says why. */
export class AdviceOverride extends OnVisit {
  @IsString() @MaxLength(120) moveKey!: string
  @IsString() @MaxLength(300) advised!: string
  @IsString() @IsNotEmpty() @MaxLength(300) chose!: string
  @IsString() @IsNotEmpty() @MaxLength(400) reason!: string
}

/** Takes a change back. The change stays in the record, struck out; taking the undo back brings it in again. */
export class Undo {
  @IsUUID() targetId!: string
}

/**
 * What can be written down, one class a kind of change. Field limits are what the trade can measure, not what a form
 * happens to hold. Base units throughout; ids are made where the change is made.
 */
import 'reflect-metadata'
import {
  BOARDS,
  type Board,
  PLACES,
  PLAUSIBLE,
  type Place,
  SYSTEM_KINDS,
  type SystemKind,
  TERMINALS,
  type Terminal,
} from '@ingle/core'
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
import { OnTry, OnVisit } from './onVisit.ts'

const [STATIC_LOW, STATIC_HIGH] = PLAUSIBLE.static
const [TEMPERATURE_LOW, TEMPERATURE_HIGH] = PLAUSIBLE.temperature
const [ALTITUDE_LOW, ALTITUDE_HIGH] = PLAUSIBLE.altitude

/** Keys that become names in the state. */
const KEY = /^[a-z][a-z0-9.-]*$/

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

export class ItemOpen extends OnVisit {
  @IsUUID() itemId!: string
  @IsString() @IsNotEmpty() @MaxLength(400) text!: string
}

export class ItemClose extends OnVisit {
  @IsUUID() itemId!: string
  @IsString() @IsNotEmpty() @MaxLength(400) how!: string
}

/** Something stands in for the right part until it comes. Never a safety device. */
export class FixPut extends OnVisit {
  @IsUUID() fixId!: string
  /** What was put in, locked or bridged. */
  @IsString() @IsNotEmpty() @MaxLength(200) what!: string
  /** For what it stands in. */
  @IsString() @IsNotEmpty() @MaxLength(200) instead!: string
  @IsString() @IsNotEmpty() @MaxLength(400) cannot!: string
  @IsString() @IsNotEmpty() @MaxLength(400) undo!: string
}

export class FixUndo extends OnVisit {
  @IsUUID() fixId!: string
  @IsString() @IsNotEmpty() @MaxLength(400) how!: string
}

/** It stays in, and somebody answers for it until a day. */
export class FixHandOn extends OnVisit {
  @IsUUID() fixId!: string
  @IsString() @IsNotEmpty() @MaxLength(80) to!: string
  /** A day, as 2026-12-31. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/) until!: string
}

/** What kind of system is to be wired; a field that was not sent leaves the earlier one standing. */
export class WiringSet extends OnVisit {
  @IsOptional() @IsIn(SYSTEM_KINDS) kind?: SystemKind
  @IsOptional() @IsIn([0, 1, 2]) heatStages?: 0 | 1 | 2
  @IsOptional() @IsIn([0, 1, 2]) coolStages?: 0 | 1 | 2
  @IsOptional() @IsIn([1, 2]) transformers?: 1 | 2
  /** The mode in which the equipment wants its reversing valve live. */
  @IsOptional() @IsIn(['cool', 'heat']) reversing?: 'cool' | 'heat'
  @IsOptional() @IsBoolean() splitPower?: boolean
  @IsOptional() @IsIn(['common', 'battery']) controllerPower?: 'common' | 'battery'
  @IsOptional() @IsIn(['O and B', 'O/B']) valve?: 'O and B' | 'O/B'
  /** Conductors of the cable, counted. */
  @IsOptional() @IsInt() @Min(0) @Max(40) cable?: number
}

/** A conductor and what its ends are on, as found or as left. */
export class WireSet extends OnVisit {
  @IsIn(['found', 'left']) column!: 'found' | 'left'
  /** Its colour or its number. */
  @IsString() @IsNotEmpty() @MaxLength(30) wire!: string
  /** Terminal of the controller; null: on nothing. */
  @IsOptional() @IsIn(TERMINALS) controller?: Terminal | null
  @IsOptional() @IsIn(['equipment', 'second']) board?: 'equipment' | 'second' | null
  @IsOptional() @IsIn(TERMINALS) terminal?: Terminal | null
  /** It is not there after all. */
  @IsOptional() @IsBoolean() gone?: boolean
}

/** Two terminals of one strip tied together, or no longer. */
export class BridgeSet extends OnVisit {
  @IsIn(['found', 'left']) column!: 'found' | 'left'
  @IsIn(BOARDS) board!: Board
  @IsIn(TERMINALS) a!: Terminal
  @IsIn(TERMINALS) b!: Terminal
  @IsBoolean() there!: boolean
}

/** What hangs on an input, and how its contact rests. */
export class ContactSet extends OnVisit {
  @IsIn(PLACES) place!: Place
  /** The number of the input, as in `input.function.1`. */
  @Matches(/^[a-z0-9-]+$/i) @MaxLength(10) input!: string
  @IsString() @MaxLength(80) device!: string
  @IsOptional() @IsIn(['open', 'closed']) rests?: 'open' | 'closed' | null
}

/** What is known of a furnace's firing, for its fan-and-limit switch. A field that was not sent leaves the earlier one. */
export class FiringSet extends OnVisit {
  /** From the rate plate, or clocked at the meter. */
  @IsOptional() @IsNumber() @Min(1000) @Max(5_000_000) inputBtuH?: number
  @IsOptional() @IsNumber() @Min(30) @Max(100) efficiencyPct?: number
  @IsOptional() @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) returnF?: number
  @IsOptional() @IsNumber() @Min(1) @Max(100_000) flowCfm?: number
  /** Flame to blower, from cold, by the watch. */
  @IsOptional() @IsNumber() @Min(1) @Max(1800) toStartS?: number
  /** After the exchanger, out of its sight, while it fires steadily. */
  @IsOptional() @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) supplyF?: number
  /** The window of the plate. */
  @IsOptional() @IsNumber() @Min(1) @Max(200) riseLowF?: number
  @IsOptional() @IsNumber() @Min(1) @Max(200) riseHighF?: number
  /** Clocked at the meter. */
  @IsOptional() @IsNumber() @Min(0.01) @Max(1000) meterFt3?: number
  @IsOptional() @IsNumber() @Min(1) @Max(7200) meterS?: number
  @IsOptional() @IsNumber() @Min(100) @Max(4000) heatingValueBtuFt3?: number
  /** The low fire of a two-stage furnace. */
  @IsOptional() @IsNumber() @Min(1000) @Max(5_000_000) lowInputBtuH?: number
  @IsOptional() @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) lowReturnF?: number
  @IsOptional() @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) lowSupplyF?: number
  /** Supply air at the moment when the blower starts. */
  @IsOptional() @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) startSupplyF?: number
  /** What the house loses at the outdoor temperature of concern. */
  @IsOptional() @IsNumber() @Min(500) @Max(5_000_000) lossBtuH?: number
  /** How fast the rooms warm up on high fire, by a thermometer and the watch, and how far they are set back. */
  @IsOptional() @IsNumber() @Min(0.1) @Max(30) warmUpFPerH?: number
  @IsOptional() @IsNumber() @Min(0.5) @Max(30) setbackF?: number
  /** How long it fires for a call. */
  @IsOptional() @IsNumber() @Min(30) @Max(7200) firingS?: number
}

export class CheckSet extends OnVisit {
  @Matches(KEY) @MaxLength(60) checkId!: string
  @IsBoolean() done!: boolean
}

/** Takes a change back. The change stays in the record, struck out; taking the undo back brings it in again. */
export class Undo {
  @IsUUID() targetId!: string
}

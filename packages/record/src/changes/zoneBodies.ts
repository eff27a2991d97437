/** Changes about zones and their outlets. */
import 'reflect-metadata'
import { OUTLET_KINDS, type OutletKind, PLAUSIBLE, ROOM_KINDS, type RoomKind } from '@ingle/core'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { OnVisit } from './onVisit.ts'

const [STATIC_LOW, STATIC_HIGH] = PLAUSIBLE.static

/** A zone of a system, over all its visits. A field that was not sent leaves the earlier one standing. */
export class ZoneSet {
  @IsUUID() systemId!: string
  @IsUUID() zoneId!: string
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(60) name?: string
  @IsOptional() @IsIn(Object.keys(ROOM_KINDS)) room?: RoomKind
  @IsOptional() @IsNumber() @Min(0) @Max(2_000_000) loadBtuH?: number
  @IsOptional() @IsNumber() @Min(0) @Max(100_000) designCfm?: number
  /** It has no damper, or one that is never closed. */
  @IsOptional() @IsBoolean() alwaysOpen?: boolean
}

export class ZoneRemove {
  @IsUUID() systemId!: string
  @IsUUID() zoneId!: string
}

export class OutletSet {
  @IsUUID() systemId!: string
  @IsUUID() outletId!: string
  @IsUUID() zoneId!: string
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(60) name?: string
  @IsOptional() @IsIn(Object.keys(OUTLET_KINDS)) kind?: OutletKind
  @IsOptional() @IsNumber() @Min(0) @Max(600) widthIn?: number
  @IsOptional() @IsNumber() @Min(0) @Max(600) heightIn?: number
  @IsOptional() @IsNumber() @Min(0.05) @Max(1) freeArea?: number
  /** How far its air goes before it is where people are. */
  @IsOptional() @IsNumber() @Min(0) @Max(200) reachFt?: number
  @IsOptional() @IsNumber() @Min(0) @Max(100_000) designCfm?: number
}

export class OutletRemove {
  @IsUUID() systemId!: string
  @IsUUID() outletId!: string
}

/** What belongs to the zoned duct as a whole. */
export class ZoningSet {
  @IsUUID() systemId!: string
  /** By what a zone's air is shared out. */
  @IsOptional() @IsIn(['outlets', 'load', 'design']) shareBy?: 'outlets' | 'load' | 'design'
  /** Static at which a relief damper opens; 0: there is none. */
  @IsOptional() @IsNumber() @Min(0) @Max(5) reliefOpensInWc?: number
  /** What the coil needs at least, from its maker. */
  @IsOptional() @IsNumber() @Min(0) @Max(100_000) coilFloorCfm?: number
  /** What a closed damper still lets through, percent of what it lets through open. */
  @IsOptional() @IsNumber() @Min(0) @Max(100) closedPct?: number
}

/** Statics on both sides of the cabinet while some zones are open. */
export class ZonesReading extends OnVisit {
  /** Zones whose dampers are open; one that is always open need not be named. */
  @IsArray() @ArrayMaxSize(12) @IsUUID(undefined, { each: true }) open!: string[]
  @IsNumber() @Min(STATIC_LOW) @Max(STATIC_HIGH) supplyInWc!: number
  @IsNumber() @Min(STATIC_LOW) @Max(STATIC_HIGH) returnInWc!: number
  /** Measured; absent: by the blower table at this static. */
  @IsOptional() @IsNumber() @Min(1) @Max(100_000) flowCfm?: number
}

/** One outlet read, at a position of its hand damper. */
export class OutletReading extends OnVisit {
  @IsUUID() outletId!: string
  @IsNumber() @Min(0) @Max(100_000) flowCfm!: number
  /** Fully open 100, as far as the handle tells. */
  @IsOptional() @IsInt() @Min(0) @Max(100) damperPct?: number
}

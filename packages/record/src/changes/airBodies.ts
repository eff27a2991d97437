/** Changes about measuring air and about what drives it. */
import 'reflect-metadata'
import { INSTRUMENT_MEASURES, type InstrumentMeasure, PLAUSIBLE } from '@ingle/core'
import { Type } from 'class-transformer'
import {
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
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

/** Where a duct is traversed. Points follow one by one, so that none is lost. */
export class TraverseSet extends OnTry {
  @IsUUID() traverseId!: string
  @IsOptional() @IsString() @MaxLength(60) name?: string
  @IsOptional() @IsIn(['rectangular', 'round']) shape?: 'rectangular' | 'round'
  @IsOptional() @IsNumber() @Min(2) @Max(240) widthIn?: number
  @IsOptional() @IsNumber() @Min(2) @Max(240) heightIn?: number
  @IsOptional() @IsNumber() @Min(2) @Max(240) diameterIn?: number
  /** Points along a diameter of a round duct. */
  @IsOptional() @IsIn([6, 8, 10]) perDiameter?: 6 | 8 | 10
  /** Straight duct before and after the holes. */
  @IsOptional() @IsNumber() @Min(0) @Max(2400) straightBeforeIn?: number
  @IsOptional() @IsNumber() @Min(0) @Max(2400) straightAfterIn?: number
  /** Of the air in the duct; absent: as the room. */
  @IsOptional() @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) airF?: number
}

export class TraversePoint extends OnTry {
  @IsUUID() traverseId!: string
  /** In the order of the plan, from 0. */
  @IsInt() @Min(0) @Max(99) index!: number
  /** Velocity pressure, with its sign. */
  @IsNumber() @Min(STATIC_LOW) @Max(STATIC_HIGH) pressureInWc!: number
}

/** A hood over a grille. */
export class ReadingHood extends OnTry {
  @IsString() @IsNotEmpty() @MaxLength(60) name!: string
  @IsIn(['return', 'supply']) side!: 'return' | 'supply'
  @IsNumber() @Min(0) @Max(100_000) flowCfm!: number
}

/** A metering plate in the place of the filter. */
export class ReadingPlate extends OnTry {
  /** cfm at 1 in.wc, as printed on the plate. */
  @IsNumber() @Min(10) @Max(20_000) factor!: number
  @IsNumber() @Min(0) @Max(5) dpInWc!: number
  /** Supply static with the filter in, and with the plate in. */
  @IsOptional() @IsNumber() @Min(0.01) @Max(5) normalStaticInWc?: number
  @IsOptional() @IsNumber() @Min(0.01) @Max(5) testStaticInWc?: number
}

/** An instrument as a thing. Open format `ingle-instrument/1`. */
export class Instrument {
  @IsString() @MaxLength(40) format!: string
  @Matches(/^[a-z0-9][a-z0-9-]*$/) @MaxLength(60) id!: string
  @IsOptional() @IsInt() @Min(1) version?: number
  @IsString() @IsNotEmpty() @MaxLength(80) name!: string
  @IsIn(Object.keys(INSTRUMENT_MEASURES)) measures!: InstrumentMeasure
  /** Share of the reading, and a fixed part in the base unit of what it measures: it is off by no more than both together. */
  @IsNumber() @Min(0) @Max(50) accuracyPct!: number
  @IsNumber() @Min(0) @Max(1000) accuracyFixed!: number
  /** Between these it may be believed, in the base unit. */
  @IsOptional() @IsNumber() lowest?: number
  @IsOptional() @IsNumber() highest?: number
  /** A day, as 2026-12-31. */
  @IsOptional() @Matches(/^\d{4}-\d{2}-\d{2}$/) calibratedOn?: string
  @IsOptional() @IsInt() @Min(1) @Max(120) everyMonths?: number
}

/** Which instrument measures something on this visit; kept whole, so that the record says what it was then. */
export class InstrumentUse extends OnVisit {
  @ValidateNested() @Type(() => Instrument) instrument!: Instrument
}

/** A drive and its fan at full speed, and the signal that it follows. Stays over visits. */
export class DriveSet {
  @IsUUID() systemId!: string
  @IsOptional() @IsNumber() @Min(10) @Max(400) baseHz?: number
  @IsOptional() @IsNumber() @Min(0) @Max(400) minHz?: number
  @IsOptional() @IsNumber() @Min(10) @Max(400) maxHz?: number
  @IsOptional() @IsNumber() @Min(100) @Max(20_000) baseRpm?: number
  @IsOptional() @IsNumber() @Min(1) @Max(500_000) baseFlowCfm?: number
  @IsOptional() @IsNumber() @Min(0.01) @Max(10) baseStaticInWc?: number
  @IsOptional() @IsNumber() @Min(1) @Max(500_000) basePowerW?: number
  /** Temperature at which those figures hold, where not 70 °F. */
  @IsOptional() @IsNumber() @Min(TEMPERATURE_LOW) @Max(TEMPERATURE_HIGH) airF?: number
  @IsOptional() @IsIn(['0-5', '0-10', '2-10', '4-20']) signal?: '0-5' | '0-10' | '2-10' | '4-20'
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

/** What is known of cooling and drying on this visit. */
export class CoolingSet extends OnVisit {
  /** Share of the full flow while drying, or in the low stage, percent. */
  @IsOptional() @IsNumber() @Min(30) @Max(100) dryingPct?: number
  /** Read by whoever may: at the compressor. */
  @IsOptional() @IsNumber() @Min(-20) @Max(100) superheatF?: number
  @IsOptional() @IsNumber() @Min(-20) @Max(100) subcoolingF?: number
  @IsOptional() @IsNumber() @Min(0) @Max(60) wantedSuperheatF?: number
  @IsOptional() @IsNumber() @Min(0) @Max(60) wantedSubcoolingF?: number
}

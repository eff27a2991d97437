import 'reflect-metadata'
import { INSTRUMENT_MEASURES, type InstrumentMeasure } from '@ingle/core'
import { IsIn, IsInt, IsNotEmpty, IsNumber, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator'

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

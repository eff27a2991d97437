import { refuse } from '../refusals.ts'
import 'reflect-metadata'
import { type Result } from '@ingle/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { checked } from '../checks.ts'

export const PATTERN_FORMAT = 'ingle-pattern/1'

export class PatternEntry {
  @IsString() @IsNotEmpty() @MaxLength(60) role!: string
  /** In the language of roles. */
  @IsString() @IsNotEmpty() @MaxLength(120) value!: string
  @IsString() @MaxLength(400) why!: string
}

/** The settings of one unit kept for the next one, in roles. Open format `ingle-pattern/1`. */
export class Pattern {
  @IsString() format!: string
  @Matches(/^[a-z0-9][a-z0-9-]*$/) @MaxLength(60) id!: string
  @IsInt() @Min(1) version!: number
  @IsString() @IsNotEmpty() @MaxLength(80) name!: string
  /** The unit that it was taken from. */
  @IsString() @MaxLength(160) from!: string
  /** The families it was taken from. */
  @IsArray() @IsString({ each: true }) @ArrayMaxSize(20) equipment!: string[]
  @IsArray() @ArrayMaxSize(400) @ValidateNested({ each: true }) @Type(() => PatternEntry) entries!: PatternEntry[]
  @IsOptional() @IsString() @MaxLength(400) note?: string
}

export function parsePattern(plain: unknown): Result<Pattern> {
  const format = (plain as { format?: unknown } | null)?.format
  if (typeof format !== 'string' || !/^ingle-pattern\/1(\.|$)/.test(format))
    return refuse('not-a-pattern', { patternFormat: PATTERN_FORMAT })
  return checked(Pattern, plain, 'Pattern')
}

import 'reflect-metadata'
import { type BlowerData, type BlowerTable, ok, type Result, refuse, tableDoubts } from '@ingle/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { checked } from '../checks.ts'

export const PROFILE_FORMAT = 'ingle-profile/1'

/** How one family of equipment spells one setting. */
export class ProfileSetting {
  /** The need, the same on every device; absent: known to exist, left alone. */
  @IsOptional() @IsString() @MaxLength(60) role?: string
  /** The word typed for it in the jot line. */
  @IsString() @IsNotEmpty() @MaxLength(20) word!: string
  /** What the device calls it. */
  @IsString() @IsNotEmpty() @MaxLength(60) label!: string
  @IsArray() @IsString({ each: true }) @ArrayMaxSize(200) values!: string[]
  @IsOptional() @IsString() default?: string
  /** Where it lives and how it is reached. */
  @IsString() @MaxLength(300) access!: string
  @IsOptional() @IsString() @MaxLength(300) caution?: string
}

export class ProfileHeaterKit {
  @IsString() @IsNotEmpty() model!: string
  @IsNumber() @Min(0.1) @Max(500) powerKw!: number
  @IsOptional() @IsNumber() @Min(1) @Max(100_000) minFlowCfm!: number | null
}

/** Tap × static → flow, or flow held constant up to a static limit; see `BlowerTable` in core. */
export class ProfileBlowerTable {
  @IsIn(['constant-torque', 'constant-airflow']) kind!: 'constant-torque' | 'constant-airflow'
  @IsArray() @IsString({ each: true }) @ArrayMaxSize(60) taps!: string[]
  @IsOptional() @IsArray() @IsNumber({}, { each: true }) staticsInWc?: number[]
  @IsOptional() @IsArray() flowsCfm?: (number | null)[][]
  @IsOptional() @IsArray() tapFlowsCfm?: (number | null)[]
  @IsOptional() @IsNumber() maxStaticInWc?: number
}

export class ProfileBlower {
  @ValidateNested() @Type(() => ProfileBlowerTable) table!: ProfileBlowerTable
  @IsString() tapWord!: string
  @IsNumber() @Min(0.05) @Max(10) ratedStaticInWc!: number
  @IsArray() @ValidateNested({ each: true }) @Type(() => ProfileHeaterKit) heaterKits!: ProfileHeaterKit[]
  @IsString() @IsNotEmpty() source!: string
}

/** A family of equipment, as data. Open format `ingle-profile/1`. */
export class Profile {
  @IsString() format!: string
  @IsString() @IsNotEmpty() @MaxLength(60) id!: string
  @IsInt() @Min(1) version!: number
  @IsString() @IsNotEmpty() maker!: string
  @IsString() @IsNotEmpty() family!: string
  @IsString() kind!: string
  @IsString() description!: string
  @IsOptional() @ValidateNested() @Type(() => ProfileBlower) blower?: ProfileBlower
  @IsArray() @ValidateNested({ each: true }) @Type(() => ProfileSetting) settings!: ProfileSetting[]
  @IsArray() @IsString({ each: true }) cautions!: string[]
}

/** Reads a profile from foreign data; a newer major format and a table that cannot be right are refused with words. */
export function parseProfile(plain: unknown): Result<Profile> {
  const format = (plain as { format?: unknown } | null)?.format
  if (typeof format !== 'string' || !/^ingle-profile\/\d+/.test(format))
    return refuse('This is not an equipment profile.', `A profile begins with "format": "${PROFILE_FORMAT}".`)
  if (Number(format.split('/')[1]?.split('.')[0]) > 1)
    return refuse(
      `This profile is written in ${format}, which is newer than this Ingle.`,
      'Update Ingle, or export the profile as ingle-profile/1.',
    )
  const profile = checked(Profile, plain, 'Profile')
  if (!profile.ok) return profile
  const blower = profile.value.blower
  if (blower) {
    const table = blowerTable(blower.table)
    if (!table.ok) return table
    const [doubt] = tableDoubts(table.value)
    if (doubt)
      return refuse(
        `Blower table of ${profile.value.family}: ${doubt.reason}`,
        'Check that cell against the manual; leave a figure that is not printed empty (null).',
      )
  }
  const words = profile.value.settings.map((one) => one.word)
  const twice = words.find((word, i) => words.indexOf(word) !== i)
  if (twice) return refuse(`Two settings of ${profile.value.family} share the word “${twice}”.`, 'Give each its own word.')
  return profile
}

function blowerTable(table: ProfileBlowerTable): Result<BlowerTable> {
  if (table.kind === 'constant-airflow') {
    if (!table.tapFlowsCfm || table.maxStaticInWc === undefined)
      return refuse(
        'A constant-airflow table needs a flow for each tap and a static limit.',
        'Add tapFlowsCfm and maxStaticInWc.',
      )
    return ok({ kind: table.kind, taps: table.taps, tapFlowsCfm: table.tapFlowsCfm, maxStaticInWc: table.maxStaticInWc })
  }
  if (!table.staticsInWc || !table.flowsCfm)
    return refuse('A constant-torque table needs its statics and a row of flows for each tap.', 'Add staticsInWc and flowsCfm.')
  const rows = table.flowsCfm as unknown[]
  if (rows.some((row) => !Array.isArray(row) || row.some((cell) => cell !== null && typeof cell !== 'number'))) {
    return refuse(
      'A cell of the blower table is neither a number nor empty.',
      'Every cell is a number of cfm, or null where nothing is printed.',
    )
  }
  return ok({ kind: table.kind, taps: table.taps, staticsInWc: table.staticsInWc, flowsCfm: table.flowsCfm })
}

/** The blower of a profile as core works with it; null when the profile has none. */
export function blowerOf(profile: Profile | null): BlowerData | null {
  if (!profile?.blower) return null
  const table = blowerTable(profile.blower.table)
  if (!table.ok) return null
  const { tapWord, ratedStaticInWc, heaterKits, source } = profile.blower
  return { name: `${profile.maker} ${profile.family}`, table: table.value, tapWord, ratedStaticInWc, heaterKits, source }
}

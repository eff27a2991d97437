import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'

class RuleSetting {
  @IsString() role!: string
  @IsString() value!: string
  @IsString() why!: string
}

/** A house rule of before sets of rules: airflow alone. */
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

class RuleWhen {
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) equipment?: string[]
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) climate?: string[]
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) wish?: string[]
}

class RuleAimBody {
  @IsString() @IsNotEmpty() @MaxLength(60) role!: string
  @IsString() @IsNotEmpty() @MaxLength(60) value!: string
  @IsString() @MaxLength(400) why!: string
  @IsOptional() @ValidateNested() @Type(() => RuleWhen) when?: RuleWhen
}

/** How a rule aims airflow. */
class RuleAirflow {
  @IsNumber() @Min(150) @Max(800) cfmPerTon!: number
  @IsNumber() @Min(1) @Max(25) bandPct!: number
  @IsBoolean() keepMass!: boolean
  @IsNumber() @Min(100) @Max(3000) maxFaceFpm!: number
}

/** How much a rule counts each part of comfort, against one for what it does not name. */
class RuleComfort {
  @IsOptional() @IsNumber() @Min(0) @Max(5) even?: number
  @IsOptional() @IsNumber() @Min(0) @Max(5) fewStarts?: number
  @IsOptional() @IsNumber() @Min(0) @Max(5) quiet?: number
  @IsOptional() @IsNumber() @Min(0) @Max(5) dry?: number
  @IsOptional() @IsNumber() @Min(0) @Max(5) cheap?: number
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
  @IsOptional() @ValidateNested() @Type(() => RuleComfort) comfort?: RuleComfort
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => RuleAimBody) aims!: RuleAimBody[]
}

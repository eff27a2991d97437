import 'reflect-metadata'
import {
  EACH,
  type Each,
  FACTS,
  type Fact,
  INSTRUMENT_MEASURES,
  type InstrumentMeasure,
  LIVE_IDS,
  type LiveId,
  ok,
  UNITS as QUANTITIES,
  type Quantity,
  type Result,
  STANDS,
  type Stands,
  type TestForm,
  testDoubts,
} from '@ingle/core'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayNotEmpty,
  IsArray,
  IsBoolean,
  IsIn,
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
import { checked } from '../checks.ts'
import { refuse } from '../refusals.ts'

export const TEST_FORMAT = 'ingle-test/1'

const NAME = /^[a-z][a-z0-9-]*$/
const MOMENT = /^[a-z][a-z0-9-]*(\.[a-z][a-z0-9-]*)?$/
type Unit = Quantity | 'count' | 'ppm'
const UNITS: readonly Unit[] = [...(Object.keys(QUANTITIES) as Quantity[]), 'count', 'ppm']

class Limit {
  @IsOptional() @IsNumber() figure?: number
  /** The setting that it follows from, in that role's own unit. */
  @IsOptional() @IsString() @MaxLength(60) role?: string
  @IsOptional() @IsNumber() times?: number
  @IsOptional() @IsNumber() plus?: number
  /** Where nobody knows how that setting stands. */
  @IsOptional() @IsNumber() otherwise?: number
}

class Reading {
  @Matches(NAME) @MaxLength(40) id!: string
  @IsString() @IsNotEmpty() @MaxLength(120) says!: string
  @IsIn(UNITS) in!: Unit
  /** Which instrument it is read with; absent: the device shows it. */
  @IsOptional() @IsIn(Object.keys(INSTRUMENT_MEASURES)) with?: InstrumentMeasure
  /** What it may be off by where no instrument was chosen, in its base unit. */
  @IsNumber() @Min(0) plusMinus!: number
  @IsNumber() least!: number
  @IsNumber() most!: number
  @IsOptional() @IsIn(LIVE_IDS) live?: LiveId
  @IsOptional() @IsBoolean() traced?: boolean
}

class Answer {
  @Matches(NAME) @MaxLength(40) id!: string
  @IsString() @IsNotEmpty() @MaxLength(60) says!: string
  @IsIn(['good', 'bad', 'moment']) counts!: 'good' | 'bad' | 'moment'
}

class Step {
  @Matches(NAME) @MaxLength(40) id!: string
  @IsString() @IsNotEmpty() @MaxLength(300) do!: string
  @IsOptional() @IsString() @MaxLength(300) watch?: string
  @IsOptional() @IsString() @MaxLength(400) caution?: string
  @IsOptional() @ValidateNested() @Type(() => Limit) waitS?: Limit
  @IsOptional() @Matches(NAME) @MaxLength(40) again?: string
  @IsOptional() @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => Reading) reads?: Reading[]
  @IsOptional() @IsArray() @ArrayMaxSize(6) @ValidateNested({ each: true }) @Type(() => Answer) asks?: Answer[]
}

const CHECK_KINDS = ['value', 'difference', 'power', 'seconds', 'answer', 'stops'] as const

/** What counts as a pass. Which of the fields it needs follows from its kind; see docs/formats/test.md. */
class Check {
  @Matches(NAME) @MaxLength(40) id!: string
  @IsString() @IsNotEmpty() @MaxLength(200) says!: string
  @IsIn(CHECK_KINDS) kind!: (typeof CHECK_KINDS)[number]
  @IsOptional() @Matches(NAME) of?: string
  @IsOptional() @Matches(NAME) minus?: string
  @IsOptional() @Matches(NAME) volts?: string
  @IsOptional() @Matches(NAME) amps?: string
  @IsOptional() @IsIn(UNITS) in?: Unit
  @IsOptional() @ValidateNested() @Type(() => Limit) low?: Limit
  @IsOptional() @ValidateNested() @Type(() => Limit) high?: Limit
  @IsOptional() @Matches(MOMENT) from?: string
  @IsOptional() @Matches(MOMENT) to?: string
  @IsOptional() @Matches(NAME) step?: string
  @IsOptional() @IsNumber() over?: number
  @IsOptional() @ValidateNested() @Type(() => Limit) within?: Limit
  @IsOptional() @IsNumber() @Min(0) @Max(86_400) staysS?: number
  @IsOptional() @Matches(MOMENT) stopped?: string
  @IsOptional() @Matches(MOMENT) back?: string
}

/** What a pass shows, and by which checks. */
class Claim {
  @IsString() @IsNotEmpty() @MaxLength(300) says!: string
  @IsArray() @ArrayNotEmpty() @ArrayMaxSize(20) @Matches(NAME, { each: true }) by!: string[]
  @IsOptional() @IsArray() @ArrayMaxSize(30) @IsString({ each: true }) @MaxLength(60, { each: true }) roles?: string[]
}

class Cause {
  @IsString() @IsNotEmpty() @MaxLength(300) says!: string
  @Matches(NAME) @MaxLength(40) stage!: string
  @IsOptional() @IsString() @MaxLength(60) role?: string
  @IsOptional() @Matches(NAME) check?: string
}

/** A test as data. Open format `ingle-test/1`. */
export class ProofTest {
  @IsString() @MaxLength(40) format!: string
  @Matches(/^[a-z0-9][a-z0-9-]*$/) @MaxLength(60) id!: string
  @IsInt() @Min(1) version!: number
  @IsString() @IsNotEmpty() @MaxLength(80) name!: string
  /** What a pass shows, in one sentence. */
  @IsString() @IsNotEmpty() @MaxLength(400) says!: string
  @IsOptional() @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => Claim) claims?: Claim[]
  /** What a system must have, and must not have, for it to be asked for. */
  @IsArray() @ArrayMaxSize(12) @IsIn(Object.keys(FACTS), { each: true }) has!: Fact[]
  @IsOptional() @IsArray() @ArrayMaxSize(12) @IsIn(Object.keys(FACTS), { each: true }) lacks?: Fact[]
  @IsOptional() @IsIn(Object.keys(EACH)) each?: Each
  /** Roles whose left value a pass proves; `fan.*` is all of them. */
  @IsArray() @ArrayMaxSize(30) @IsString({ each: true }) @MaxLength(60, { each: true }) proves!: string[]
  /** Roles and grounds that a result rests on: once one of them changes, it is due again. */
  @IsArray() @ArrayMaxSize(30) @IsString({ each: true }) @MaxLength(60, { each: true }) restsOn!: string[]
  @IsIn(Object.keys(STANDS)) begins!: Stands
  @IsIn(Object.keys(STANDS)) ends!: Stands
  @IsNumber() @Min(0) @Max(600) handMin!: number
  @IsArray() @ArrayNotEmpty() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => Step) steps!: Step[]
  @IsArray() @ArrayNotEmpty() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => Check) passes!: Check[]
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => Cause) causes!: Cause[]
  @IsOptional() @IsBoolean() onlyWhenTouched?: boolean
}

/** Names one version of a test. */
export const keyOfTest = (test: Pick<ProofTest, 'id' | 'version'>): string => `${test.id}@${test.version}`

/** What each kind of check cannot do without. */
const CHECK_NEEDS = {
  value: ['of', 'in'],
  difference: ['of', 'minus', 'in'],
  power: ['volts', 'amps'],
  seconds: ['from', 'to'],
  answer: ['step'],
  stops: ['of', 'over', 'from', 'within', 'staysS', 'stopped'],
} as const satisfies Record<Check['kind'], readonly (keyof Check)[]>

/** Reads a test from foreign data; one that could never be passed or that names what is not there is refused with words. */
export function parseTest(plain: unknown): Result<ProofTest> {
  const format = (plain as { format?: unknown } | null)?.format
  if (typeof format !== 'string' || !/^ingle-test\/\d+/.test(format)) return refuse('not-a-test', { testFormat: TEST_FORMAT })
  if (Number(format.split('/')[1]?.split('.')[0]) > 1) return refuse('test-newer', { format })
  const test = checked(ProofTest, plain, 'Test')
  if (!test.ok) return test
  const { name, passes } = test.value
  for (const check of passes) {
    const lacks = CHECK_NEEDS[check.kind].filter((one) => check[one] === undefined)
    if (lacks.length > 0) return refuse('test-doubt', { name, doubt: `check “${check.id}” lacks ${lacks.join(', ')}` })
  }
  const [doubt] = testDoubts(formOf(test.value))
  return doubt ? refuse('test-doubt', { name, doubt }) : ok(test.value)
}

/** A test as core reads it. What its class cannot say of a check was checked when it was read. */
export const formOf = (test: ProofTest): TestForm => test as unknown as TestForm

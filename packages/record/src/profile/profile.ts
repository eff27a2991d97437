import { refuse } from '../refusals.ts'
import 'reflect-metadata'
import {
  ADJUST_ROLE,
  BASELINE,
  type BaselineField,
  type BlowerData,
  type BlowerTable,
  CONVENTIONS,
  type DeviceSetting,
  FACTS,
  type Fact,
  HOMES,
  keypadDoubts,
  LIVE_IDS,
  type LiveId,
  type LiveRegister,
  numbersOffered,
  OCCUPANT_SIGNS,
  type OccupantSign,
  ok,
  POINT_WAYS,
  type PointWay,
  type ProgramForm,
  profileDoubts,
  type RegisterMap,
  type Result,
  roleOf,
  SCOPES,
  type ServiceCodeRule,
  type StripTerminal,
  settingId,
  type TestRegisters,
  tableDoubts,
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
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { checked } from '../checks.ts'
import { keypadOf, lacking, Pad } from './keypad.ts'

export const PROFILE_FORMAT = 'ingle-profile/1'

class SettingRange {
  @IsNumber() min!: number
  @IsNumber() max!: number
  @IsNumber() step!: number
  /** A name from the list of units of settings; see docs/formats/profile.md. */
  @IsString() @MaxLength(20) unit!: string
}

/** Another setting that must, or must not, stand at one of some values. */
class ProfileTie {
  /** Its role, or its code when it has none. */
  @IsString() @IsNotEmpty() @MaxLength(60) of!: string
  @IsArray() @IsString({ each: true }) @ArrayMaxSize(50) is!: string[]
  /** Counts only while this setting stands at one of these. */
  @IsOptional() @IsArray() @IsString({ each: true }) @ArrayMaxSize(50) when?: string[]
  @IsString() @MaxLength(300) why!: string
}

/** What has to be so before a setting can be changed or takes effect. */
class SettingNeeds {
  @IsOptional() @IsBoolean() stopped?: boolean
  @IsOptional() @IsBoolean() powerOff?: boolean
  @IsOptional() @IsNumber() @Min(1) @Max(86_400) waitS?: number
  @IsOptional() @IsBoolean() restart?: boolean
  /** It appears only once this setting (role or code) was set. */
  @IsOptional() @IsString() @MaxLength(60) appearsAfter?: string
}

/** How one family of equipment spells one setting. */
export class ProfileSetting implements DeviceSetting {
  /** The need, the same on every device; absent: known to exist, left alone. */
  @IsOptional() @IsString() @MaxLength(60) role?: string
  /** The word typed for it in the jot line; absent: that of the role. */
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(20) word?: string
  /** The number or letters it goes by. */
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(20) code?: string
  /** Further numbers of where it is found: a unit, a group, a page. */
  @IsOptional() @IsString() @MaxLength(40) address?: string
  /** What the device calls it. */
  @IsString() @IsNotEmpty() @MaxLength(60) label!: string
  /** As the display shows them; empty for a number by range, or for free words. */
  @IsArray() @IsString({ each: true }) @ArrayMaxSize(200) values!: string[]
  /** Value → what it means in the language of roles. */
  @IsOptional() @IsObject() means?: Record<string, string>
  @IsOptional() @ValidateNested() @Type(() => SettingRange) range?: SettingRange
  @IsOptional() @IsString() @MaxLength(60) default?: string
  /** Of a differential: where it lies about the set point; absent: nobody knows. */
  @IsOptional() @IsIn(CONVENTIONS) convention?: (typeof CONVENTIONS)[number]
  /** Where it lives. */
  @IsOptional() @IsIn(HOMES) home?: (typeof HOMES)[number]
  /** What one change of it reaches. */
  @IsOptional() @IsIn(SCOPES) scope?: (typeof SCOPES)[number]
  /** How it is reached. */
  @IsString() @MaxLength(300) access!: string
  /** Anyone at the wall can change it. */
  @IsOptional() @IsBoolean() open?: boolean
  @IsOptional() @ValidateNested() @Type(() => SettingNeeds) needs?: SettingNeeds
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => ProfileTie) requires?: ProfileTie[]
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => ProfileTie) excludes?: ProfileTie[]
  /** Lost when the power fails. */
  @IsOptional() @IsBoolean() volatile?: boolean
  /** Ids of profiles with which this spelling holds; absent: with any. */
  @IsOptional() @IsArray() @IsString({ each: true }) @ArrayMaxSize(50) pairedWith?: string[]
  @IsOptional() @IsString() @MaxLength(300) caution?: string
  @IsOptional() @IsString() @MaxLength(300) note?: string
  /** Where the figures come from. */
  @IsOptional() @IsString() @MaxLength(200) source?: string
}

export class ProfileHeaterKit {
  @IsString() @IsNotEmpty() model!: string
  @IsNumber() @Min(0.1) @Max(500) powerKw!: number
  @IsOptional() @IsNumber() @Min(1) @Max(100_000) minFlowCfm!: number | null
}

/** Tap × static → flow, or flow held constant up to a static limit; see `BlowerTable` in core. */
class ProfileBlowerTable {
  @IsIn(['constant-torque', 'constant-airflow']) kind!: 'constant-torque' | 'constant-airflow'
  @IsArray() @IsString({ each: true }) @ArrayMaxSize(60) taps!: string[]
  @IsOptional() @IsArray() @IsNumber({}, { each: true }) staticsInWc?: number[]
  @IsOptional() @IsArray() flowsCfm?: (number | null)[][]
  @IsOptional() @IsArray() powersW?: (number | null)[][]
  @IsOptional() @IsArray() tapFlowsCfm?: (number | null)[]
  @IsOptional() @IsNumber() maxStaticInWc?: number
}

/** One step of a ramp; the last one runs on. */
class ProfileRampStep {
  @IsNumber() @Min(10) @Max(110) pct!: number
  @IsNumber() @Min(1) @Max(3600) forS!: number
}

/** What a value of the ramp setting does at the beginning of a cooling call. */
class ProfileRamp {
  @IsString() @IsNotEmpty() @MaxLength(60) value!: string
  @IsArray() @ArrayMaxSize(8) @ValidateNested({ each: true }) @Type(() => ProfileRampStep) steps!: ProfileRampStep[]
}

/** What the plate of a furnace says of each fire, the high one first. */
class ProfileFire {
  @IsNumber() @Min(1000) @Max(5_000_000) inputBtuH!: number
  @IsNumber() @Min(1) @Max(200) riseLowF!: number
  @IsNumber() @Min(1) @Max(200) riseHighF!: number
}

export class ProfileFurnace {
  @IsNumber() @Min(30) @Max(100) efficiencyPct!: number
  @IsArray() @ArrayMaxSize(3) @ValidateNested({ each: true }) @Type(() => ProfileFire) fires!: ProfileFire[]
  @IsString() @IsNotEmpty() source!: string
}

export class ProfileBlower {
  @ValidateNested() @Type(() => ProfileBlowerTable) table!: ProfileBlowerTable
  @IsString() tapWord!: string
  /** Absent: the plate or the manual does not say, or nobody has looked. */
  @IsOptional() @IsNumber() @Min(0.05) @Max(10) ratedStaticInWc?: number
  @IsArray() @ValidateNested({ each: true }) @Type(() => ProfileHeaterKit) heaterKits!: ProfileHeaterKit[]
  @IsOptional() @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => ProfileRamp) ramps?: ProfileRamp[]
  @IsString() @IsNotEmpty() source!: string
}

class ServiceCodeStep {
  @IsIn(['digits', 'reverse', 'first', 'last', 'add', 'addEach']) do!: 'digits' | 'reverse' | 'first' | 'last' | 'add' | 'addEach'
  @IsOptional() @IsInt() @Min(0) @Max(999_999) n?: number
}

/** How a service code follows from a number that another screen shows. */
class ServiceCode implements ServiceCodeRule {
  @IsString() @IsNotEmpty() @MaxLength(120) shows!: string
  @IsString() @IsNotEmpty() @MaxLength(40) example!: string
  @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => ServiceCodeStep) steps!: ServiceCodeStep[]
}

/** What of it can be seen on site, for telling it from others. */
class Recognition {
  /** Parts of the model code on the plate. */
  @IsOptional() @IsArray() @IsString({ each: true }) @ArrayMaxSize(20) plate?: string[]
  /** What the display or the board looks like. */
  @IsOptional() @IsString() @MaxLength(200) looks?: string
  /** Conductors between it and the controller. */
  @IsOptional() @IsInt() @Min(0) @Max(40) wires?: number
}

/** What keeps the memory while the power is off. */
class ProfileBackup {
  @IsString() @IsNotEmpty() @MaxLength(120) what!: string
  /** For how long; absent: as long as it lasts. */
  @IsOptional() @IsNumber() @Min(0.01) @Max(87_600) keepsH?: number
  /** When it is to be changed. */
  @IsOptional() @IsString() @MaxLength(120) change?: string
}

/** What to know about its power. */
class ProfilePower {
  /** How long stored charge takes to go once it is off. */
  @IsOptional() @IsNumber() @Min(1) @Max(7200) dischargeS?: number
  @IsOptional() @ValidateNested() @Type(() => ProfileBackup) backup?: ProfileBackup
  /** Power terminals for heating and cooling apart. */
  @IsOptional() @IsBoolean() splitPower?: boolean
  /** Level, orientation: how it has to hang. */
  @IsOptional() @IsString() @MaxLength(200) mounting?: string
}

class GatewayIdentity {
  @IsInt() @Min(0) @Max(65_535) register!: number
  @IsInt() @Min(0) @Max(65_535) value!: number
}

class GatewayRegister {
  /** A role, or `alone.` and a code. */
  @IsString() @IsNotEmpty() @MaxLength(60) id!: string
  @IsInt() @Min(0) @Max(65_535) register!: number
  @IsOptional() @IsNumber() @Min(0.001) @Max(10_000) scale?: number
  @IsOptional() @IsBoolean() readOnly?: boolean
}

/** What it says of itself while it runs; never written. */
class GatewayLive implements LiveRegister {
  @IsIn(LIVE_IDS) id!: LiveId
  @IsInt() @Min(0) @Max(65_535) register!: number
  @IsOptional() @IsNumber() @Min(0.001) @Max(10_000) scale?: number
}

/** Test mode: fan and damper by hand. */
class GatewayTest implements TestRegisters {
  @IsInt() @Min(0) @Max(65_535) on!: number
  @IsInt() @Min(0) @Max(65_535) fan!: number
  @IsInt() @Min(0) @Max(65_535) damper!: number
  @IsOptional() @IsNumber() @Min(0.001) @Max(10_000) damperScale?: number
}

/** Its settings over a wire: Modbus holding registers. */
class ProfileGateway implements RegisterMap {
  @ValidateNested() @Type(() => GatewayIdentity) identity!: GatewayIdentity
  @IsInt() @Min(0) @Max(255) unitId!: number
  @IsArray() @ArrayMaxSize(300) @ValidateNested({ each: true }) @Type(() => GatewayRegister) registers!: GatewayRegister[]
  @IsOptional() @IsArray() @ArrayMaxSize(60) @ValidateNested({ each: true }) @Type(() => GatewayLive) live?: GatewayLive[]
  @IsOptional() @ValidateNested() @Type(() => GatewayTest) test?: GatewayTest
}

/** How it holds times; its starts and set points are settings like all others. */
class ProfileProgram implements ProgramForm {
  @IsIn(['periods', 'timer', 'actions']) shape!: 'periods' | 'timer' | 'actions'
  /** Periods a day, pairs a day, or lines. */
  @IsInt() @Min(1) @Max(40) count!: number
  /** Which days share a program, where no setting says so; Monday 0. */
  @IsOptional() @IsArray() @ArrayMaxSize(7) groups?: [number, number][]
  @IsOptional() @IsIn(['common', 'separate']) starts?: 'common' | 'separate'
  /** Put in order by the device, or one that is not after the one before it never happens. */
  @IsOptional() @IsIn(['sorted', 'as-entered']) order?: 'sorted' | 'as-entered'
  /** Learns how early to begin: what it is told of that, in a sentence. */
  @IsOptional() @IsString() @MaxLength(200) recovery?: string
  /** It never begins earlier than so much. */
  @IsOptional() @IsInt() @Min(5) @Max(600) recoveryMostMin?: number
  /** A power cut: the clock is kept, stands still, or begins anew; a hold and a temporary change end or stay. */
  @IsOptional() @IsIn(['kept', 'stopped', 'reset']) clock?: 'kept' | 'stopped' | 'reset'
  @IsOptional() @IsBoolean() holdSurvives?: boolean
}

/** A terminal of its strip, and what may be put on it. */
class ProfileTerminal implements StripTerminal {
  @IsString() @IsNotEmpty() @MaxLength(12) id!: string
  @IsArray() @ArrayMaxSize(4) @IsIn(POINT_WAYS, { each: true }) takes!: PointWay[]
}

/** How a machine is forced to full capacity, by its maker's own way. */
class ProfileForce {
  @IsIn(['cool', 'heat']) mode!: 'cool' | 'heat'
  /** Which key or button, and where. */
  @IsString() @IsNotEmpty() @MaxLength(120) key!: string
  /** How long it is held; absent: a press. */
  @IsOptional() @IsNumber() @Min(0.5) @Max(60) holdS?: number
  /** What must be so before. */
  @IsArray() @ArrayMaxSize(8) @IsString({ each: true }) @MaxLength(200, { each: true }) before!: string[]
  /** How long it lasts by itself; absent: until it is ended. */
  @IsOptional() @IsNumber() @Min(0.5) @Max(240) lastsMin?: number
  @IsString() @IsNotEmpty() @MaxLength(200) ends!: string
  /** What a longer hold does instead. */
  @IsOptional() @IsString() @MaxLength(200) longer?: string
  @IsOptional() @IsString() @MaxLength(300) caution?: string
}

/** A value that its board can show: which press shows it. */
class ProfileReadout {
  @IsIn(Object.keys(BASELINE)) field!: BaselineField
  @IsString() @IsNotEmpty() @MaxLength(160) press!: string
  /** What the display shows beside it. */
  @IsOptional() @IsString() @MaxLength(60) shows?: string
  /** Its unit on the display, where it is not the base unit. */
  @IsOptional() @IsString() @MaxLength(20) unit?: string
}

/** A sign on its display, and what it tells the people who live with it. */
class OccupantSignShown {
  @IsString() @IsNotEmpty() @MaxLength(30) sign!: string
  @IsIn(OCCUPANT_SIGNS) means!: OccupantSign
}

/** What the people who live with it press and see. */
class ProfileOccupant {
  @IsOptional() @IsString() @MaxLength(80) warmer?: string
  @IsOptional() @IsString() @MaxLength(80) cooler?: string
  @IsOptional() @IsString() @MaxLength(160) hold?: string
  @IsOptional() @IsString() @MaxLength(160) resume?: string
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => OccupantSignShown)
  signs?: OccupantSignShown[]
}

/** A family of equipment, as data. Open format `ingle-profile/1`. */
export class Profile {
  @IsString() format!: string
  @Matches(/^[a-z0-9][a-z0-9-]*$/) @MaxLength(60) id!: string
  @IsInt() @Min(1) version!: number
  @IsString() @IsNotEmpty() @MaxLength(60) maker!: string
  @IsString() @IsNotEmpty() @MaxLength(60) family!: string
  @IsString() @MaxLength(40) kind!: string
  @IsString() @MaxLength(600) description!: string
  /** What a system may have and this device cannot serve, though others in its place do. */
  @IsOptional() @IsArray() @ArrayMaxSize(40) @IsIn(Object.keys(FACTS), { each: true }) cannot?: Fact[]
  @IsOptional() @ValidateNested() @Type(() => Recognition) seen?: Recognition
  @IsOptional() @ValidateNested() @Type(() => ProfileBlower) blower?: ProfileBlower
  @IsOptional() @ValidateNested() @Type(() => ProfileFurnace) furnace?: ProfileFurnace
  @IsArray() @ArrayMaxSize(400) @ValidateNested({ each: true }) @Type(() => ProfileSetting) settings!: ProfileSetting[]
  @IsOptional() @ValidateNested() @Type(() => ServiceCode) serviceCode?: ServiceCode
  @IsOptional() @ValidateNested() @Type(() => Pad) keypad?: Pad
  @IsOptional() @ValidateNested() @Type(() => ProfilePower) power?: ProfilePower
  @IsOptional() @ValidateNested() @Type(() => ProfileGateway) gateway?: ProfileGateway
  @IsOptional() @ValidateNested() @Type(() => ProfileProgram) program?: ProfileProgram
  @IsOptional() @IsArray() @ArrayMaxSize(8) @ValidateNested({ each: true }) @Type(() => ProfileForce) force?: ProfileForce[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => ProfileReadout)
  readouts?: ProfileReadout[]
  @IsOptional() @ValidateNested() @Type(() => ProfileOccupant) occupant?: ProfileOccupant
  /** Terminals for sensors, contacts, signals and relays, in the order of the strip. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => ProfileTerminal)
  strip?: ProfileTerminal[]
  @IsArray() @IsString({ each: true }) cautions!: string[]
}

/** Names one version of a profile. */
export const keyOfProfile = (profile: Pick<Profile, 'id' | 'version'>): string => `${profile.id}@${profile.version}`

/** Reads a profile from foreign data; a newer major format and a table that cannot be right are refused with words. */
export function parseProfile(plain: unknown): Result<Profile> {
  const format = (plain as { format?: unknown } | null)?.format
  if (typeof format !== 'string' || !/^ingle-profile\/\d+/.test(format))
    return refuse('not-a-profile', { profileFormat: PROFILE_FORMAT })
  if (Number(format.split('/')[1]?.split('.')[0]) > 1) return refuse('profile-newer', { format })
  const profile = checked(Profile, plain, 'Profile')
  if (!profile.ok) return profile
  const blower = profile.value.blower
  if (blower) {
    const table = blowerTable(blower.table)
    if (!table.ok) return table
    const [doubt] = tableDoubts(table.value)
    if (doubt) return refuse('blower-table-doubt', { family: profile.value.family, reason: doubt.reason })
  }
  const words = profile.value.settings.flatMap((one) => (one.word === undefined || one.pairedWith ? [] : [one.word]))
  const twice = words.find((word, i) => words.indexOf(word) !== i)
  if (twice) return refuse('word-twice', { family: profile.value.family, twice })
  const doubts = profileDoubts(leftAlone(profile.value, format))
  const [wrong] = doubts
  if (wrong)
    return {
      ...refuse('profile-doubt', { family: profile.value.family, doubt: wrong.reason, remedy: wrong.remedy }),
      at: doubts.map((one) => ({ path: `settings.${one.setting}`, says: `${one.reason} ${one.remedy}` })),
    }
  const timed = programDoubt(profile.value)
  if (timed) return refuse('program-doubt', { family: profile.value.family, doubt: timed })
  const wired = registerDoubt(profile.value)
  if (wired) return refuse('registers-doubt', { family: profile.value.family, doubt: wired })
  const { keypad } = profile.value
  if (keypad) {
    const lacks = lacking(keypad)
    if (lacks) return refuse('keypad-lacks', { family: profile.value.family, doubt: lacks })
    const [doubt] = keypadDoubts(profile.value, keypadOf(keypad))
    if (doubt) return refuse('profile-doubt', { family: profile.value.family, doubt: doubt.reason, remedy: doubt.remedy })
  }
  return profile
}

/** Groups of days that are none, or that do not make a week. */
function programDoubt({ program }: Profile): string | null {
  const groups: unknown = program?.groups
  if (groups === undefined) return null
  let next = 0
  for (const group of groups as unknown[]) {
    const [first, last] = Array.isArray(group) ? (group as unknown[]) : []
    if (first !== next || typeof last !== 'number' || last < first || last > 6)
      return 'its groups of days do not make a week from Monday (0) to Sunday (6), each day once.'
    next = last + 1
  }
  return next === 7 ? null : 'its groups of days leave out a day.'
}

/** A register for a setting that is none, or two settings in one register. */
function registerDoubt({ gateway, settings }: Profile): string | null {
  const seen = new Map<number, string>(gateway ? [[gateway.identity.register, 'what it is']] : [])
  for (const { id, register } of gateway?.registers ?? []) {
    if (!settings.some((one) => settingId(one) === id)) return `register ${register} names “${id}”, which is no setting of it.`
    const other = seen.get(register)
    if (other !== undefined) return `register ${register} holds “${id}” and “${other}”.`
    seen.set(register, id)
  }
  return null
}

/** A newer minor version may know roles that this one does not: their settings are kept, and left alone. */
function leftAlone(profile: Profile, format: string): Pick<Profile, 'settings'> {
  if (format === PROFILE_FORMAT) return profile
  return {
    settings: profile.settings.map((one) =>
      one.role !== undefined && !roleOf(one.role) ? { ...one, role: undefined } : one,
    ) as ProfileSetting[],
  }
}

function blowerTable(table: ProfileBlowerTable): Result<BlowerTable> {
  if (table.kind === 'constant-airflow') {
    if (!table.tapFlowsCfm || table.maxStaticInWc === undefined) return refuse('constant-airflow-table-lacks')
    return ok({ kind: table.kind, taps: table.taps, tapFlowsCfm: table.tapFlowsCfm, maxStaticInWc: table.maxStaticInWc })
  }
  if (!table.staticsInWc || !table.flowsCfm) return refuse('constant-torque-table-lacks')
  const { kind, taps, staticsInWc, flowsCfm, powersW } = table
  const rows = [...flowsCfm, ...(powersW ?? [])] as unknown[]
  if (rows.some((row) => !Array.isArray(row) || row.some((cell) => cell !== null && typeof cell !== 'number'))) {
    return refuse('blower-cell')
  }
  return ok({ kind, taps, staticsInWc, flowsCfm, ...(powersW && { powersW }) })
}

/** The blower of a profile as core works with it; null when the profile has none. */
export function blowerOf(profile: Profile | null): BlowerData | null {
  if (!profile?.blower) return null
  const table = blowerTable(profile.blower.table)
  if (!table.ok) return null
  const { tapWord, ratedStaticInWc, heaterKits, source } = profile.blower
  const adjust = profile.settings.find((one) => one.role === ADJUST_ROLE)
  const adjustsPct = adjust ? numbersOffered(adjust) : []
  return {
    name: `${profile.maker} ${profile.family}`,
    table: table.value,
    tapWord,
    ratedStaticInWc: ratedStaticInWc ?? null,
    adjustsPct: adjustsPct.length > 0 ? adjustsPct : [0],
    heaterKits,
    source,
  }
}

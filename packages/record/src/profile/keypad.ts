/** The keypad of a profile as it is written down; core/device/keypad works on it. */
import 'reflect-metadata'
import {
  type DeviceProfile,
  type Keypad,
  type KeypadMachine,
  type KeypadScreen,
  keypadMachine,
  type UnitChoice,
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
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'

class PadKey {
  @IsString() @IsNotEmpty() @MaxLength(20) id!: string
  @IsString() @IsNotEmpty() @MaxLength(20) label!: string
}

/** A key or a chord, pressed or held, that leads to another screen. */
class PadWay {
  @IsArray() @ArrayMaxSize(4) @IsString({ each: true }) keys!: string[]
  @IsOptional() @IsNumber() @Min(0.1) @Max(60) holdS?: number
  @IsString() @MaxLength(40) to!: string
}

class PadAppears {
  @IsString() @MaxLength(60) after!: string
  @IsArray() @IsString({ each: true }) is!: string[]
  @IsOptional() @IsNumber() @Min(1) @Max(3600) offS?: number
}

class PadItem {
  /** A role, or `alone.` and a code. */
  @IsString() @IsNotEmpty() @MaxLength(60) id!: string
  /** The numbers that lead to it; `=role` is whatever that setting stands at. */
  @IsOptional() @IsArray() @ArrayMaxSize(8) @IsString({ each: true }) at?: string[]
  @IsOptional() @ValidateNested() @Type(() => PadAppears) appears?: PadAppears
}

/** How a key that is held runs. */
class PadRun {
  @IsInt() @Min(50) @Max(5000) delayMs!: number
  @IsInt() @Min(10) @Max(2000) slowMs!: number
  @IsInt() @Min(0) @Max(100) fastAfter!: number
  @IsInt() @Min(5) @Max(2000) fastMs!: number
}

class PadValue {
  @IsString() @MaxLength(60) reads!: string
  @IsString() up!: string
  @IsOptional() @IsString() down?: string
  @IsBoolean() wrap!: boolean
  @IsOptional() @ValidateNested() @Type(() => PadRun) run?: PadRun
  @IsString() save!: string
  @IsOptional() @IsString() lock?: string
  @IsOptional() @IsString() back?: string
}

/** After so many wrong codes a device takes none for so long. */
class PadLock {
  @IsInt() @Min(1) @Max(20) tries!: number
  @IsNumber() @Min(1) @Max(7200) s!: number
}

const SCREEN_KINDS = ['show', 'list', 'code', 'address', 'pairs'] as const

/**
 * A fixed screen, a list of settings, a code asked for digit by digit, numbers of an address before a value, or pairs of
 * digits that are sent; which fields it has follows from its kind.
 */
class PadScreen {
  @IsString() @IsNotEmpty() @MaxLength(40) id!: string
  @IsIn(SCREEN_KINDS) kind!: (typeof SCREEN_KINDS)[number]
  @IsString() @MaxLength(60) reads!: string
  /** What a fixed screen reads where the device’s clock is known: `{clock}`, `{set}`. */
  @IsOptional() @IsString() @MaxLength(60) shows?: string
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => PadWay) ways!: PadWay[]
  @IsOptional() @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => PadItem) items?: PadItem[]
  @IsOptional() @IsBoolean() wrap?: boolean
  @IsOptional() @IsString() next?: string
  @IsOptional() @IsString() prev?: string
  @IsOptional() @IsString() open?: string
  @IsOptional() @ValidateNested() @Type(() => PadValue) value?: PadValue
  @IsOptional() @IsString() @MaxLength(12) code?: string
  @IsOptional() @IsString() up?: string
  @IsOptional() @IsString() enter?: string
  @IsOptional() @IsString() @MaxLength(40) to?: string
  @IsOptional() @ValidateNested() @Type(() => PadLock) lock?: PadLock
  /** What each number of an address can be. */
  @IsOptional() @IsArray() @ArrayMaxSize(6) fields?: string[][]
  @IsOptional() @IsString() down?: string
  /** Keys of the digits 0 to 9. */
  @IsOptional() @IsArray() @ArrayMaxSize(10) @IsString({ each: true }) digits?: string[]
  @IsOptional() @IsString() send?: string
  @IsOptional() @IsString() clear?: string
}

export class Pad {
  @IsArray() @ArrayMaxSize(40) @ValidateNested({ each: true }) @Type(() => PadKey) keys!: PadKey[]
  @IsString() home!: string
  @IsArray() @ArrayMaxSize(60) @ValidateNested({ each: true }) @Type(() => PadScreen) screens!: PadScreen[]
  @IsOptional() @IsNumber() @Min(1) @Max(3600) timeoutS?: number
  @IsOptional() @IsArray() @ArrayMaxSize(60) @IsString({ each: true }) banks?: string[]
  @IsOptional() @IsArray() @ArrayMaxSize(300) @IsString({ each: true }) byHand?: string[]
  @IsOptional() @IsString() @MaxLength(40) version?: string
  /** A battery keeps what is volatile while the power is off. */
  @IsOptional() @IsBoolean() battery?: boolean
}

const WANTS: Record<PadScreen['kind'], readonly (keyof PadScreen)[]> = {
  show: [],
  list: ['items', 'wrap', 'next', 'open', 'value'],
  code: ['code', 'up', 'next', 'enter', 'to'],
  address: ['fields', 'items', 'wrap', 'up', 'next', 'enter'],
  pairs: ['digits', 'send', 'clear', 'items'],
}

/** Fields that a screen of its kind lacks, in a sentence; null when it is whole. */
export function lacking(pad: Pad): string | null {
  for (const screen of pad.screens) {
    const missing = WANTS[screen.kind].filter((field) => screen[field] === undefined)
    if (missing.length > 0) return `Screen “${screen.id}” is a ${screen.kind} and lacks ${missing.join(', ')}.`
  }
  for (const { id, kind, fields, items } of pad.screens) {
    if (kind !== 'address') continue
    if (!fields?.every((one) => Array.isArray(one) && one.length > 0 && one.every((option) => typeof option === 'string')))
      return `Screen “${id}” has a number that can be nothing.`
    const homeless = items?.find((one) => one.at === undefined)
    if (homeless) return `“${homeless.id}” on screen “${id}” has no address.`
  }
  const ids = pad.screens.map((one) => one.id)
  const twice = ids.find((id, i) => ids.indexOf(id) !== i)
  return twice === undefined ? null : `Two screens are called “${twice}”.`
}

/** As core works with it: screens by their name. Only for a pad that lacks nothing. */
export function keypadOf(pad: Pad): Keypad {
  const { screens, ...rest } = pad
  return { ...rest, screens: Object.fromEntries(screens.map(({ id, ...screen }) => [id, screen as KeypadScreen])) }
}

/** The machine of a profile in front of its partners; null when nobody has described its keys. `version`: as `keypadMachine`. */
export const machineOf = (
  profile: DeviceProfile & { keypad?: Pad },
  partners: readonly string[],
  version?: string | null,
  units?: UnitChoice,
): KeypadMachine | null => (profile.keypad ? keypadMachine(profile, keypadOf(profile.keypad), partners, version, units) : null)

/**
 * The keypad machine: what the buttons of a device do and what its screen reads, as data and no code. A few blocks (a
 * fixed screen, a list of settings, a code asked for digit by digit, switches moved by hand, the power) nested into
 * screens; `interpreter.ts` knows only the blocks, `planner.ts` each block's own shortest way.
 */

import { BASE_UNITS, type UnitChoice } from '../../quantity/units.ts'
import { serviceCode } from '../serviceCode.ts'
import { type DeviceProfile, type DeviceSetting, type ServiceCodeRule, settingId } from '../setting.ts'
import { everyValue } from '../spelling.ts'
import type { HoldRule } from './keys.ts'

/** A key or a chord, pressed or held, that leads to another screen. */
export interface KeypadWay {
  keys: readonly string[]
  /** Held for so long; absent: pressed. */
  holdS?: number
  to: string
}

export interface ListItem {
  /** The setting, by its role, or by its code when it has none. */
  id: string
  /** It stands in the list only while another setting is at one of these, and the power has been off for so long since. */
  appears?: { after: string; is: readonly string[]; offS?: number }
}

export interface ValueKeys {
  /** What the screen reads while the value is changed: `{value}`, `{code}`. */
  reads: string
  up: string
  /** Absent: only upwards. */
  down?: string
  /** Past the last value comes the first. */
  wrap: boolean
  /** How the up and down keys run when held; absent: a held key makes one step. */
  run?: HoldRule
  /** Writes the value and goes back to the list; where there is a `lock`, it only confirms it. */
  save: string
  /** Confirm and lock, two presses: this one after `save` writes. Any other key between them drops what was confirmed. */
  lock?: string
  /** Goes back to the list and writes nothing. */
  back?: string
}

/** A setting with the numbers that lead to it. A number written `=role` is whatever that setting stands at. */
export interface AddressedItem {
  id: string
  at: readonly string[]
}

export type KeypadScreen =
  /** `shows`: what it reads where its clock is known, with `{clock}` and `{set}`. */
  | { kind: 'show'; reads: string; shows?: string; ways: readonly KeypadWay[] }
  | {
      kind: 'list'
      reads: string
      items: readonly ListItem[]
      wrap: boolean
      next: string
      prev?: string
      open: string
      value: ValueKeys
      ways: readonly KeypadWay[]
    }
  /** Digits from 0, each raised by `up`; `next` goes to the next one, `enter` asks whether it is right. */
  | {
      kind: 'code'
      reads: string
      code: string
      up: string
      next: string
      enter: string
      to: string
      ways: readonly KeypadWay[]
      /** After so many wrong codes it takes none for so long. */
      lock?: { tries: number; s: number }
    }
  /**
   * The numbers of an address one after another, then the value of what they name: `{1}`, `{2}` … and `{value}`. `next` on
   * the value goes back to the first number and writes nothing; `enter` on it writes, and the address stays.
   */
  | {
      kind: 'address'
      reads: string
      fields: readonly (readonly string[])[]
      items: readonly AddressedItem[]
      wrap: boolean
      up: string
      down?: string
      next: string
      prev?: string
      enter: string
      ways: readonly KeypadWay[]
    }
  /**
   * Two digits and a key that sends them to the one unit before which one stands; it writes only when the unit
   * acknowledges. `{typed}`, `{answer}`.
   */
  | {
      kind: 'pairs'
      reads: string
      /** Keys of the digits 0 to 9. */
      digits: readonly string[]
      send: string
      clear: string
      items: readonly ListItem[]
      ways: readonly KeypadWay[]
    }

export type ScreenOf<K extends KeypadScreen['kind']> = Extract<KeypadScreen, { kind: K }>

export interface Keypad {
  keys: readonly { id: string; label: string }[]
  /** Where the screen stands after power-up, and after a time-out. */
  home: string
  screens: Readonly<Record<string, KeypadScreen>>
  /** Without a key for so long it falls back to home; what was being changed is lost. */
  timeoutS?: number
  /** Switches and jumpers: moved by hand, read only when power returns. */
  banks?: readonly string[]
  /** Pointers and forms: what is set by hand counts at once. */
  byHand?: readonly string[]
  /** What the screen for it shows; the service code follows from it. */
  version?: string
  /** It has a battery that keeps what is volatile while the power is off. */
  battery?: boolean
}

/** The code `*service` is worked out from the version by the profile's rule. */
export const SERVICE = '*service'

/** A keypad with the settings that it works on, in front of the equipment that is there. */
export interface KeypadMachine {
  pad: Keypad
  settings: ReadonlyMap<string, { setting: DeviceSetting; values: readonly string[] }>
  /** The digits asked for, by screen; none for a screen whose code follows from a version that nobody has read yet. */
  codes: ReadonlyMap<string, string>
  /** How the service code follows from the version, where a screen asks for it. */
  serviceCode?: ServiceCodeRule
  /** In which its plans say what a value means. */
  units: UnitChoice
}

/**
 * Builds the machine of a profile. `partners` are the ids of all profiles in the system: they decide which spelling holds.
 * @param version what this very device shows where its service code follows from; null: nobody has read it. Left out: the
 *   example of the profile, for a device that is only simulated.
 */
export function keypadMachine(
  profile: DeviceProfile,
  pad: Keypad,
  partners: readonly string[],
  version: string | null = pad.version ?? '',
  units: UnitChoice = BASE_UNITS,
): KeypadMachine {
  const settings = new Map<string, { setting: DeviceSetting; values: readonly string[] }>()
  for (const setting of profile.settings) {
    if (setting.pairedWith && !setting.pairedWith.some((id) => partners.includes(id))) continue
    settings.set(settingId(setting), { setting, values: everyValue(setting) })
  }
  const codes = new Map<string, string>()
  for (const [name, screen] of Object.entries(pad.screens)) {
    if (screen.kind !== 'code') continue
    if (screen.code !== SERVICE || !profile.serviceCode) {
      codes.set(name, screen.code)
      continue
    }
    const derived = version === null ? null : serviceCode(profile.serviceCode, version)
    if (derived?.ok) codes.set(name, derived.value.code)
  }
  const shown = version === null ? pad : { ...pad, version }
  return { pad: shown, settings, codes, units, ...(profile.serviceCode && { serviceCode: profile.serviceCode }) }
}

/** What has to be read off this device before its keys can be planned: the rule of its service code; null: nothing. */
export const wantsVersion = ({ pad, codes, serviceCode: rule }: KeypadMachine): ServiceCodeRule | null =>
  rule && Object.entries(pad.screens).some(([name, one]) => one.kind === 'code' && !codes.has(name)) ? rule : null

/** The settings that a screen can write. */
export const itemsOf = (screen: KeypadScreen): readonly { id: string }[] =>
  screen.kind === 'show' || screen.kind === 'code' ? [] : screen.items

/** The two digits that stand for a value of a setting; null when it has none. */
export function pairOf(setting: DeviceSetting, value: string): string | null {
  const pair = value.length === 1 ? (setting.code ?? '').replace('x', value) : value
  return /^\d\d$/.test(pair) ? pair : null
}

/** The settings that keys or hands can set on this device; others live elsewhere. */
export const settableOn = ({ pad }: KeypadMachine): Set<string> =>
  new Set([
    ...(pad.banks ?? []),
    ...(pad.byHand ?? []),
    ...Object.values(pad.screens).flatMap((one) => itemsOf(one).map((item) => item.id)),
  ])

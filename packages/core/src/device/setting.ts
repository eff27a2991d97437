/** How one family of equipment spells its settings, as core works with it. Profiles in the record have this shape. */

/** Where a setting is kept. */
export const HOMES = [
  'controller',
  'indoor-board',
  'outdoor-board',
  'jumper',
  'switch-bank',
  'pointer',
  'drive',
  'phone',
] as const
type Home = (typeof HOMES)[number]

export const HOME_WORDS: Readonly<Record<Home, string>> = {
  controller: 'in the controller',
  'indoor-board': 'on the indoor board',
  'outdoor-board': 'on the outdoor board',
  jumper: 'a jumper',
  'switch-bank': 'a switch bank',
  pointer: 'a mechanical pointer',
  drive: 'in the drive',
  phone: 'a form on a phone',
}

export const SCOPES = ['unit', 'group', 'all'] as const
type Scope = (typeof SCOPES)[number]
export const SCOPE_WORDS: Readonly<Record<Scope, string>> = {
  unit: 'this unit only',
  group: 'every unit of the group',
  all: 'every unit on the bus',
}

/** Where a differential lies: begun at it and ended as far beyond the set point, or begun at it and ended at the set point. */
export const CONVENTIONS = ['each-side', 'one-side'] as const
export type Convention = (typeof CONVENTIONS)[number]
export const CONVENTION_WORDS: Readonly<Record<Convention, string>> = {
  'each-side': 'as far on either side of the set point',
  'one-side': 'on one side: it stops at the set point',
}

/** Another setting that must, or must not, stand at one of some values. */
export interface SettingTie {
  /** Its role, or its code when it has none. */
  of: string
  /** In the language of roles where there is a role, else the device's own. */
  is: readonly string[]
  /** The tie counts only while this setting stands at one of these; absent: always. */
  when?: readonly string[]
  why: string
}

export interface DeviceSetting {
  role?: string
  word?: string
  code?: string
  /** Further numbers of where it is found: a unit, a group, a page. */
  address?: string
  label: string
  /** As the display shows them; empty for a number by range, or for free words. */
  values: readonly string[]
  /** Value → what it means in the language of roles. A value that is not named means itself. */
  means?: Readonly<Record<string, string>>
  range?: { min: number; max: number; step: number; unit: string }
  default?: string
  /** Of a differential only; absent: nobody knows. */
  convention?: Convention
  home?: Home
  scope?: Scope
  access: string
  /** Anyone at the wall can change it, without a menu for installers. */
  open?: boolean
  needs?: { stopped?: boolean; powerOff?: boolean; waitS?: number; restart?: boolean; appearsAfter?: string }
  requires?: readonly SettingTie[]
  excludes?: readonly SettingTie[]
  /** Lost when the power fails. */
  volatile?: boolean
  /** Ids of profiles with which this spelling holds; absent: with any. */
  pairedWith?: readonly string[]
  caution?: string
  source?: string
}

/** How a service code follows from a number that another screen shows. */
export interface ServiceCodeRule {
  shows: string
  example: string
  steps: readonly { do: 'digits' | 'reverse' | 'first' | 'last' | 'add' | 'addEach'; n?: number }[]
}

export interface DeviceProfile {
  id: string
  version: number
  maker: string
  family: string
  kind: string
  settings: readonly DeviceSetting[]
  serviceCode?: ServiceCodeRule
}

/** The place of a device in a system. The order is that of the ledger where two devices have the same setting. */
export const PLACES = [
  'controller',
  'second-controller',
  'equipment',
  'outdoor',
  'zone-controller',
  'economizer',
  'drive',
  'interface',
] as const
export type Place = (typeof PLACES)[number]

export const PLACE_WORDS: Readonly<Record<Place, string>> = {
  controller: 'Controller',
  'second-controller': 'Second controller',
  equipment: 'Indoor unit',
  outdoor: 'Outdoor unit',
  'zone-controller': 'Zone controller',
  economizer: 'Economizer',
  drive: 'Drive',
  interface: 'Interface',
}

export interface Device {
  place: Place
  profile: DeviceProfile
}

/** Names a setting in a ledger: its role, or its code when it has none. */
export const settingId = (setting: Pick<DeviceSetting, 'role' | 'code' | 'label'>): string =>
  setting.role ?? aloneId(setting.code ?? setting.label)

/** The row of a number that nobody knows the meaning of. */
export const aloneId = (code: string): string =>
  `alone.${
    code
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'x'
  }`

/** The row of a setting: a role on the indoor unit goes by its own name, on another device with its place. */
export const rowKey = (id: string, place: Place): string => (place === 'equipment' ? id : `${id}@${place}`)
export const idOfKey = (key: string): string => key.split('@')[0] ?? key
export const placeOfKey = (key: string): Place => {
  const place = key.split('@')[1] as Place | undefined
  return place && PLACES.includes(place) ? place : 'equipment'
}

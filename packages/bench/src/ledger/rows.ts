import { tapSettings } from '@ingle/catalog'
import { idOfKey, placeOfKey, type ResolvedSetting, resolveSettings } from '@ingle/core'
import { emptyRow, type ProfileSetting, type RowState, type SystemVisit } from '@ingle/record'
import type { SystemDevice } from '../visit/devices.ts'
import type { Stood } from './stood.ts'

/** A setting of the system with what the record holds of it; what it should be is worked out later. */
export interface KnownRow extends ResolvedSetting, RowState {
  setting: ProfileSetting
  /** How it stood as this visit began, as long as nobody has looked at it or set it; null where nobody ever noted it. */
  carried: Stood | null
}

/** Resolving is the same for every unit of one make: the rows are kept for as long as the profiles live. */
const resolved = new WeakMap<object, Map<string, ResolvedSetting[]>>()
function settingsOf(devices: readonly SystemDevice[]): ResolvedSetting[] {
  const [first] = devices
  if (!first) return []
  const names = devices.map((one) => `${one.place}:${one.profile.id}@${one.profile.version}`).join(' ')
  const there = resolved.get(first.profile) ?? new Map<string, ResolvedSetting[]>()
  resolved.set(first.profile, there)
  const rows = there.get(names) ?? resolveSettings(devices.map(withTaps))
  there.set(names, rows)
  return rows
}

/** What its blower table calls for is a setting too, whether somebody has listed it or not. */
function withTaps(device: SystemDevice): SystemDevice {
  const taps = tapSettings(device.profile)
  return taps.length === 0
    ? device
    : { ...device, profile: { ...device.profile, settings: [...device.profile.settings, ...taps] } }
}

/**
 * All settings of a system by need, whatever devices they live on; last the numbers that somebody found and that no
 * profile knows.
 */
export function rowsOf(
  devices: readonly SystemDevice[],
  here: SystemVisit,
  stoodBefore: (key: string) => Stood | null = () => null,
): KnownRow[] {
  const settings = settingsOf(devices)
  const known = new Set(settings.map((one) => one.key))
  return [...settings, ...unknownNumbers(here, known, devices)].map((row) => {
    const held = (Object.hasOwn(here.rows, row.key) ? here.rows[row.key] : undefined) ?? emptyRow()
    const setting = row.setting as ProfileSetting
    return { ...row, setting, ...held, carried: held.found || held.left ? null : carriedTo(setting, stoodBefore(row.key)) }
  })
}

/** A device that was put in since may not have such a value: then nothing is carried to it. */
const carriedTo = (setting: ProfileSetting, stood: Stood | null): Stood | null =>
  stood && (setting.range !== undefined || setting.values.length === 0 || setting.values.includes(stood.entry.value))
    ? stood
    : null

/** A number on the display that no document explains: noted, and left alone. */
function unknownNumbers(here: SystemVisit, known: ReadonlySet<string>, devices: readonly SystemDevice[]): ResolvedSetting[] {
  return Object.keys(here.rows)
    .filter((key) => !known.has(key) && key.startsWith('alone.'))
    .map((key): ResolvedSetting => {
      const place = placeOfKey(key)
      const code = idOfKey(key).slice('alone.'.length).toUpperCase()
      return {
        key,
        id: idOfKey(key),
        role: null,
        need: 'alone',
        label: code,
        place,
        device: devices.find((one) => one.place === place)?.profile ?? NO_DEVICE,
        setting: { label: code, code, values: [], access: 'No document explains it: noted, and left alone.' },
      }
    })
}
const NO_DEVICE = { id: '', version: 0, maker: '', family: 'not named', kind: '', settings: [] }

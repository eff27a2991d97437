import { NEEDS, type NeedId, ROLES, type Role, roleLabel, roleOf } from './roles.ts'
import { type Device, type DeviceSetting, PLACES, type Place, rowKey, settingId } from './setting.ts'

/** One setting of one device of a system: a row of the ledger. */
export interface ResolvedSetting {
  /** Role (or code) and place; names the row for good. */
  key: string
  /** Role id, numbered or not; `alone.…` for a setting without a role. */
  id: string
  role: Role | null
  need: NeedId
  /** What the need is called; the device's own label is in `setting`. */
  label: string
  place: Place
  device: Device['profile']
  setting: DeviceSetting
}

const NEED_ORDER = Object.keys(NEEDS)
const ROLE_ORDER = new Map(ROLES.map((role, i) => [role.id, i]))

/**
 * The settings of a system, by need, whatever devices they live on. A spelling that names its partners counts only when
 * one of them is there: the same wall controller in front of two indoor boards has other homes and codes.
 */
export function resolveSettings(devices: readonly Device[]): ResolvedSetting[] {
  const ids = new Set(devices.map((one) => one.profile.id))
  const rows = devices.flatMap(({ place, profile }) =>
    profile.settings
      .filter((setting) => !setting.pairedWith || setting.pairedWith.some((id) => ids.has(id)))
      .map((setting): ResolvedSetting => {
        const id = settingId(setting)
        const role = setting.role === undefined ? null : roleOf(setting.role)
        return {
          key: rowKey(id, place),
          id,
          role,
          need: role?.need ?? 'alone',
          label: role ? roleLabel(id) : setting.label,
          place,
          device: profile,
          setting,
        }
      }),
  )
  return rows
    .map((row, i) => ({ row, i, at: orderOf(row) }))
    .sort((a, b) => a.at - b.at || a.i - b.i)
    .map((one) => one.row)
}

/** Need, role, number, place: one figure to sort by. */
function orderOf({ need, role, id, place }: ResolvedSetting): number {
  const number = role && role.id !== id ? Number(id.slice(role.id.length + 1)) : 0
  const at = NEED_ORDER.indexOf(need) * 1000 + (role ? (ROLE_ORDER.get(role.id) ?? 0) : 0)
  return (at * 100 + number) * 10 + PLACES.indexOf(place)
}

import { list } from '../advice/show.ts'
import { found } from '../findingWords.ts'
import type { Found } from '../result.ts'
import { ROLES, roleOf } from './roles.ts'
import type { DeviceProfile, DeviceSetting, SettingTie } from './setting.ts'
import { MOST_TONS, meaningOf } from './spelling.ts'
import { DEVICE_UNITS, readSpelled } from './units.ts'

/** What cannot be right in a profile. */
interface ProfileDoubt {
  /** Index of the setting. */
  setting: number
  reason: string
  remedy: string
}

/**
 * Checks the settings of a profile against the catalogue of roles and against one another: unknown roles, codes that
 * stand twice, defaults that are not offered, meanings that the role does not have, requirements that run in a ring.
 */
export function profileDoubts(profile: Pick<DeviceProfile, 'settings'>): ProfileDoubt[] {
  const doubts: ProfileDoubt[] = []
  profile.settings.forEach((setting, i) => {
    for (const one of settingDoubts(setting)) doubts.push(doubted(i, one))
  })
  doubts.push(...twice(profile.settings), ...rings(profile.settings))
  return doubts
}

/**
 * What is likely wrong, and is asked of whoever writes a profile; a stored one is read all the same. Bare steps under a
 * need that counts in percent; sizes that can be no tons; ramps that nobody has given a meaning.
 */
export function profileQuestions(profile: Pick<DeviceProfile, 'settings'>): Found[] {
  return profile.settings.flatMap((setting) => {
    const role = setting.role === undefined ? null : roleOf(setting.role)
    const facts = { setting: nameOf(setting), values: list([...setting.values]), role: role?.label ?? '' }
    if (role?.values.kind === 'number' && !setting.range) {
      if (role.values.unit === 'pct' && areSteps(setting)) return [found('steps-as-percent', facts)]
      if (role.values.unit === 'ton' && setting.values.some((one) => !setting.means?.[one] && Number(one) > MOST_TONS))
        return [found('sizes-as-tons', facts)]
    }
    if (role?.values.kind === 'choice' && role.values.mayBeOwn && setting.values.some((one) => !setting.means?.[one]))
      return [found('values-without-meaning', { ...facts, options: Object.keys(role.values.options).join(', ') })]
    return []
  })
}

const nameOf = (setting: DeviceSetting) => (setting.code ? `${setting.code} (${setting.label})` : setting.label)

const doubted = (setting: number, { says, mend }: Found): ProfileDoubt => ({ setting, reason: says, remedy: mend })

function settingDoubts(setting: DeviceSetting): Found[] {
  const out: Found[] = []
  const name = nameOf(setting)
  const role = setting.role === undefined ? null : roleOf(setting.role)
  if (setting.role !== undefined && !role)
    out.push(found('role-unknown', { setting: name, role: setting.role, near: nearRole(setting.role) }))
  const { range } = setting
  if (range) {
    if (range.min > range.max) out.push(found('range-reversed', { setting: name, min: range.min, max: range.max }))
    if (!(range.step > 0)) out.push(found('range-without-step', { setting: name }))
    const unit = DEVICE_UNITS[range.unit]
    if (!unit) out.push(found('unit-unknown', { setting: name, unit: range.unit, units: Object.keys(DEVICE_UNITS).join(', ') }))
    else if (role?.values.kind === 'number' && role.values.unit !== unit.role)
      out.push(found('unit-of-another', { setting: name, unit: range.unit, role: role.label }))
  }
  if (role?.values.kind === 'choice') {
    const { options, mayBeOwn } = role.values
    const odd = setting.values
      .filter((one) => !mayBeOwn || setting.means?.[one] !== undefined)
      .map((one) => meaningOf(setting, one))
      .filter((one) => !Object.hasOwn(options, one))
    if (odd.length > 0)
      out.push(
        found('meanings-unknown', {
          setting: name,
          odd: `${list(odd.map((one) => `“${one}”`))} ${odd.length === 1 ? 'means' : 'mean'}`,
          role: role.label,
          options: Object.keys(options).join(', '),
        }),
      )
  }
  if (setting.default !== undefined && !offers(setting, setting.default))
    out.push(found('default-not-offered', { setting: name, value: setting.default }))
  return out
}

/** Bare figures that run one by one, or over a hundred: steps of a controller, not percent. */
function areSteps({ values, means }: DeviceSetting): boolean {
  const bare = values.filter((one) => !means?.[one]).map((one) => (/^\d+$/.test(one.trim()) ? Number(one) : Number.NaN))
  if (bare.length < 3 || bare.some(Number.isNaN)) return false
  return bare.some((one) => one > 100) || bare.every((one, i) => i === 0 || one === (bare[i - 1] as number) + 1)
}

function offers(setting: DeviceSetting, value: string): boolean {
  if (setting.values.includes(value)) return true
  const { range } = setting
  if (!range) return setting.values.length === 0
  const number = readSpelled(value, range.unit)
  return number >= range.min - 1e-9 && number <= range.max + 1e-9
}

function nearRole(id: string): string {
  const words = id.split('.')
  const near = ROLES.filter(
    (role) => role.id.split('.').filter((word) => words.includes(word)).length >= words.length - 1 && words.length > 1,
  )
  return near[0] ? `Did you mean “${near[0].id}”? ` : ''
}

/** Two spellings may share a code only when they never stand in one system. */
function twice(settings: readonly DeviceSetting[]): ProfileDoubt[] {
  const out: ProfileDoubt[] = []
  settings.forEach((setting, i) => {
    const before = settings.slice(0, i).filter((one) => meet(one, setting))
    const code = setting.code
    if (code !== undefined && before.some((one) => one.code === code && one.address === setting.address))
      out.push(doubted(i, found('code-twice', { code, label: setting.label })))
    if (setting.role !== undefined && before.some((one) => one.role === setting.role))
      out.push(doubted(i, found('role-twice', { role: setting.role, label: setting.label })))
  })
  return out
}

const meet = (a: DeviceSetting, b: DeviceSetting): boolean =>
  !a.pairedWith || !b.pairedWith || a.pairedWith.some((one) => b.pairedWith?.includes(one))

function rings(settings: readonly DeviceSetting[]): ProfileDoubt[] {
  const find = (of: string) => settings.findIndex((one) => one.role === of || one.code === of)
  const waits = settings.map((one) =>
    [...(one.requires ?? []).map((tie: SettingTie) => tie.of), ...(one.needs?.appearsAfter ? [one.needs.appearsAfter] : [])]
      .map(find)
      .filter((at) => at >= 0),
  )
  const state = new Array<0 | 1 | 2>(settings.length).fill(0)
  const out: ProfileDoubt[] = []
  const walk = (at: number, path: number[]): void => {
    if (state[at] === 2) return
    if (state[at] === 1) {
      const ring = path.slice(path.indexOf(at)).map((i) => nameOf(settings[i] as DeviceSetting))
      const words =
        ring.length === 1 ? found('waits-for-itself', { ring: list(ring) }) : found('wait-in-ring', { ring: list(ring) })
      out.push(doubted(at, words))
      return
    }
    state[at] = 1
    for (const next of waits[at] ?? []) walk(next, [...path, at])
    state[at] = 2
  }
  settings.forEach((_, i) => {
    walk(i, [])
  })
  return out
}

import { list } from '../advice/show.ts'
import { ROLES, roleOf } from './roles.ts'
import type { DeviceProfile, DeviceSetting, SettingTie } from './setting.ts'
import { meaningOf } from './spelling.ts'
import { DEVICE_UNITS } from './units.ts'

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
    for (const [reason, remedy] of settingDoubts(setting)) doubts.push({ setting: i, reason, remedy })
  })
  doubts.push(...twice(profile.settings), ...rings(profile.settings))
  return doubts
}

const nameOf = (setting: DeviceSetting) => (setting.code ? `${setting.code} (${setting.label})` : setting.label)

function settingDoubts(setting: DeviceSetting): [string, string][] {
  const out: [string, string][] = []
  const name = nameOf(setting)
  const role = setting.role === undefined ? null : roleOf(setting.role)
  if (setting.role !== undefined && !role)
    out.push([
      `${name} names the role “${setting.role}”, which Ingle does not know.`,
      `${nearRole(setting.role)}Leave the role out for a setting that is left alone.`,
    ])
  const { range } = setting
  if (range) {
    if (range.min > range.max)
      out.push([`${name}: its least value ${range.min} is over its most, ${range.max}.`, 'Swap the two.'])
    if (!(range.step > 0)) out.push([`${name}: its step must be above zero.`, 'Give the step that the display moves by.'])
    const unit = DEVICE_UNITS[range.unit]
    if (!unit)
      out.push([`${name}: “${range.unit}” is not a unit of settings.`, `Use one of ${Object.keys(DEVICE_UNITS).join(', ')}.`])
    else if (role?.values.kind === 'number' && role.values.unit !== unit.role)
      out.push([`${name}: ${range.unit} does not measure “${role.label}”.`, 'Choose the unit that the display counts in.'])
  }
  if (role?.values.kind === 'choice') {
    const { options } = role.values
    const odd = setting.values.map((one) => meaningOf(setting, one)).filter((one) => !Object.hasOwn(options, one))
    if (odd.length > 0)
      out.push([
        `${name}: ${list(odd.map((one) => `“${one}”`))} ${odd.length === 1 ? 'means' : 'mean'} nothing for “${role.label}”.`,
        `Say which of ${Object.keys(options).join(', ')} each value means.`,
      ])
  }
  if (setting.default !== undefined && !offers(setting, setting.default))
    out.push([`${name}: its default ${setting.default} is not among what it offers.`, 'Check both against the manual.'])
  return out
}

function offers(setting: DeviceSetting, value: string): boolean {
  if (setting.values.includes(value)) return true
  const { range } = setting
  if (!range) return setting.values.length === 0
  const number = Number(value)
  return value.trim() !== '' && number >= range.min - 1e-9 && number <= range.max + 1e-9
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
      out.push({
        setting: i,
        reason: `The code ${code} stands twice (${setting.label}).`,
        remedy: 'Give each setting its own code, or say with which equipment each of them holds.',
      })
    if (setting.role !== undefined && before.some((one) => one.role === setting.role))
      out.push({
        setting: i,
        reason: `Two settings stand for “${setting.role}” (${setting.label}).`,
        remedy: 'Keep one of them, number the role, or say with which equipment each of them holds.',
      })
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
      out.push({
        setting: at,
        reason: `${list(ring)} ${ring.length === 1 ? 'waits for itself' : 'wait for one another in a ring'}.`,
        remedy: 'One of them must be settable first: take its requirement out.',
      })
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

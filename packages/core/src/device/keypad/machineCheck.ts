import { list } from '../../advice/show.ts'
import { type DeviceProfile, settingId } from '../setting.ts'
import { everyValue } from '../spelling.ts'
import { type AddressedItem, type Keypad, type KeypadScreen, pairOf, type ScreenOf, SERVICE } from './machine.ts'

interface KeypadDoubt {
  reason: string
  remedy: string
}

/**
 * What cannot be right in a keypad: keys, screens and settings that are not there, screens that nobody can reach, and
 * screens that nobody can leave, each with the path to it.
 */
export function keypadDoubts(profile: Pick<DeviceProfile, 'settings' | 'serviceCode'>, pad: Keypad): KeypadDoubt[] {
  const doubts: KeypadDoubt[] = []
  const doubt = (reason: string, remedy: string) => doubts.push({ reason, remedy })
  const keys = new Set(pad.keys.map((one) => one.id))
  const ids = new Set(profile.settings.map(settingId))
  if (!Object.hasOwn(pad.screens, pad.home)) {
    doubt(`Its home screen “${pad.home}” is not among its screens.`, 'Name the screen that stands after power-up.')
    return doubts
  }
  for (const [name, screen] of Object.entries(pad.screens)) {
    const unknownKeys = keysOf(screen).filter((key) => !keys.has(key))
    if (unknownKeys.length > 0)
      doubt(
        `Screen “${name}” uses ${list([...new Set(unknownKeys)])}, which the device does not have.`,
        `It has ${list([...keys])}.`,
      )
    for (const to of waysOf(screen))
      if (!Object.hasOwn(pad.screens, to)) doubt(`Screen “${name}” leads to “${to}”, which is none.`, 'Name one of its screens.')
    if (screen.kind === 'code' && screen.code === SERVICE && !profile.serviceCode)
      doubt(
        `Screen “${name}” asks for the service code, and the profile has no rule for it.`,
        'Give the rule, or the code itself.',
      )
    if (screen.kind === 'show' || screen.kind === 'code') continue
    if (screen.items.length === 0) doubt(`The list “${name}” has no items.`, 'Name the settings in it.')
    for (const one of screen.items.flatMap(namesOf))
      if (!ids.has(one))
        doubt(`The list “${name}” names “${one}”, which is no setting of the profile.`, 'Use its role, or alone. and its code.')
    if (screen.kind === 'address') addressDoubts(name, screen, doubt)
    if (screen.kind === 'pairs') pairDoubts(name, screen, profile, doubt)
  }
  for (const one of [...(pad.banks ?? []), ...(pad.byHand ?? [])])
    if (!ids.has(one))
      doubt(`“${one}” is set by hand, and is no setting of the profile.`, 'Use its role, or alone. and its code.')
  const paths = reachable(pad)
  for (const name of Object.keys(pad.screens))
    if (!paths.has(name)) doubt(`No keys lead to the screen “${name}”.`, 'Give a way to it, or take it out.')
  const leaves = leavable(pad)
  for (const [name, path] of paths)
    if (!leaves.has(name) && pad.timeoutS === undefined)
      doubt(`Nobody gets home from “${name}”, reached by ${path.join(' → ')}.`, 'Give it a way out, or a time-out.')
  return doubts
}

const namesOf = (item: { id: string; appears?: { after: string }; at?: readonly string[] }): string[] => [
  item.id,
  ...(item.appears ? [item.appears.after] : []),
  ...(item.at ?? []).flatMap((one) => (one.startsWith('=') ? [one.slice(1)] : [])),
]

type Doubt = (reason: string, remedy: string) => void

/** Numbers that cannot be dialled, and two settings behind one address. */
function addressDoubts(name: string, screen: ScreenOf<'address'>, doubt: Doubt): void {
  if (screen.next === screen.enter && screen.prev === undefined)
    doubt(`A value on “${name}” cannot be left unwritten.`, 'Give it a key that goes back, or another one that writes.')
  const said = (item: AddressedItem) => item.at.join('·')
  for (const item of screen.items) {
    if (item.at.length !== screen.fields.length)
      doubt(
        `“${item.id}” has ${item.at.length} numbers, and “${name}” asks for ${screen.fields.length}.`,
        'Give one for each field.',
      )
    const missing = item.at.find((one, i) => !one.startsWith('=') && screen.fields[i] && !screen.fields[i].includes(one))
    if (missing !== undefined)
      doubt(
        `“${item.id}” stands at ${said(item)}, and “${name}” cannot show ${missing} there.`,
        'Add it to what the field can show.',
      )
    const other = screen.items.find((one) => one.id < item.id && said(one) === said(item))
    if (other) doubt(`“${item.id}” and “${other.id}” both stand at ${said(item)}.`, 'One address names one setting.')
  }
}

/** Values that have no two digits, and digits that would mean two things. */
function pairDoubts(name: string, screen: ScreenOf<'pairs'>, profile: Pick<DeviceProfile, 'settings'>, doubt: Doubt): void {
  const meant = new Map<string, string>()
  for (const { id } of screen.items) {
    const setting = profile.settings.find((one) => settingId(one) === id)
    for (const value of setting ? everyValue(setting) : []) {
      const pair = setting ? pairOf(setting, value) : null
      if (pair === null)
        doubt(`${value} of “${id}” is no pair of digits.`, 'Write its code as a digit and x, or the value as two digits.')
      else if (meant.has(pair)) doubt(`${pair} means “${id}” and “${meant.get(pair)}” on “${name}”.`, 'A pair means one thing.')
      else meant.set(pair, id)
    }
  }
}

function keysOf(screen: KeypadScreen): string[] {
  const ways = screen.ways.flatMap((way) => [...way.keys])
  if (screen.kind === 'show') return ways
  const known = (some: (string | undefined)[]) => some.filter((one) => one !== undefined)
  if (screen.kind === 'code') return [...ways, screen.up, screen.next, screen.enter]
  if (screen.kind === 'pairs') return [...ways, ...screen.digits, screen.send, screen.clear]
  if (screen.kind === 'address') return [...ways, ...known([screen.up, screen.down, screen.next, screen.prev, screen.enter])]
  const { value } = screen
  return [...ways, ...known([screen.next, screen.prev, screen.open, value.up, value.down, value.save, value.back])]
}

const waysOf = (screen: KeypadScreen): string[] => [
  ...screen.ways.map((way) => way.to),
  ...(screen.kind === 'code' ? [screen.to] : []),
]

/** Every screen that keys lead to from home, with the screens on the way. */
function reachable(pad: Keypad): Map<string, string[]> {
  const paths = new Map<string, string[]>([[pad.home, [pad.home]]])
  const open = [pad.home]
  for (let name = open.shift(); name !== undefined; name = open.shift()) {
    const screen = pad.screens[name]
    for (const to of screen ? waysOf(screen) : []) {
      if (paths.has(to) || !Object.hasOwn(pad.screens, to)) continue
      paths.set(to, [...(paths.get(name) ?? []), to])
      open.push(to)
    }
  }
  return paths
}

/** Every screen from which keys lead home. */
function leavable(pad: Keypad): Set<string> {
  const home = new Set([pad.home])
  for (let grew = true; grew; ) {
    grew = false
    for (const [name, screen] of Object.entries(pad.screens))
      if (!home.has(name) && waysOf(screen).some((to) => home.has(to))) {
        home.add(name)
        grew = true
      }
  }
  return home
}

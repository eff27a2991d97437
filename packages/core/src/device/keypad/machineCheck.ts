import { list } from '../../advice/show.ts'
import { found } from '../../findingWords.ts'
import type { Found } from '../../result.ts'
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
  const doubt: Doubt = ({ says, mend }) => doubts.push({ reason: says, remedy: mend })
  const keys = new Set(pad.keys.map((one) => one.id))
  const ids = new Set(profile.settings.map(settingId))
  if (!Object.hasOwn(pad.screens, pad.home)) {
    doubt(found('home-unknown', { home: pad.home }))
    return doubts
  }
  for (const [name, screen] of Object.entries(pad.screens)) {
    const unknownKeys = keysOf(screen).filter((key) => !keys.has(key))
    if (unknownKeys.length > 0)
      doubt(found('keys-unknown', { screen: name, keys: list([...new Set(unknownKeys)]), known: list([...keys]) }))
    for (const to of waysOf(screen)) if (!Object.hasOwn(pad.screens, to)) doubt(found('way-to-nowhere', { screen: name, to }))
    if (screen.kind === 'code' && screen.code === SERVICE && !profile.serviceCode)
      doubt(found('service-code-without-rule', { screen: name }))
    if (screen.kind === 'show' || screen.kind === 'code') continue
    if (screen.items.length === 0) doubt(found('list-empty', { screen: name }))
    for (const one of screen.items.flatMap(namesOf)) if (!ids.has(one)) doubt(found('item-unknown', { screen: name, item: one }))
    if (screen.kind === 'address') addressDoubts(name, screen, doubt)
    if (screen.kind === 'pairs') pairDoubts(name, screen, profile, doubt)
  }
  for (const one of [...(pad.banks ?? []), ...(pad.byHand ?? [])])
    if (!ids.has(one)) doubt(found('hand-set-unknown', { item: one }))
  const paths = reachable(pad)
  for (const name of Object.keys(pad.screens)) if (!paths.has(name)) doubt(found('screen-unreached', { screen: name }))
  const leaves = leavable(pad)
  for (const [name, path] of paths)
    if (!leaves.has(name) && pad.timeoutS === undefined)
      doubt(found('screen-without-way-out', { screen: name, path: path.join(' → ') }))
  return doubts
}

const namesOf = (item: { id: string; appears?: { after: string }; at?: readonly string[] }): string[] => [
  item.id,
  ...(item.appears ? [item.appears.after] : []),
  ...(item.at ?? []).flatMap((one) => (one.startsWith('=') ? [one.slice(1)] : [])),
]

type Doubt = (words: Found) => void

/** Numbers that cannot be dialled, and two settings behind one address. */
function addressDoubts(name: string, screen: ScreenOf<'address'>, doubt: Doubt): void {
  if (screen.next === screen.enter && screen.prev === undefined) doubt(found('value-not-left', { screen: name }))
  const said = (item: AddressedItem) => item.at.join('·')
  for (const item of screen.items) {
    if (item.at.length !== screen.fields.length)
      doubt(found('address-fields', { item: item.id, count: item.at.length, screen: name, wanted: screen.fields.length }))
    const missing = item.at.find((one, i) => !one.startsWith('=') && screen.fields[i] && !screen.fields[i].includes(one))
    if (missing !== undefined) doubt(found('address-not-shown', { item: item.id, at: said(item), screen: name, missing }))
    const other = screen.items.find((one) => one.id < item.id && said(one) === said(item))
    if (other) doubt(found('address-twice', { item: item.id, other: other.id, at: said(item) }))
  }
}

/** Values that have no two digits, and digits that would mean two things. */
function pairDoubts(name: string, screen: ScreenOf<'pairs'>, profile: Pick<DeviceProfile, 'settings'>, doubt: Doubt): void {
  const meant = new Map<string, string>()
  for (const { id } of screen.items) {
    const setting = profile.settings.find((one) => settingId(one) === id)
    for (const value of setting ? everyValue(setting) : []) {
      const pair = setting ? pairOf(setting, value) : null
      if (pair === null) doubt(found('no-pair', { value, item: id }))
      else if (meant.has(pair)) doubt(found('pair-twice', { pair, item: id, other: meant.get(pair) ?? '', screen: name }))
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
  return [...ways, ...known([screen.next, screen.prev, screen.open, value.up, value.down, value.save, value.lock, value.back])]
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

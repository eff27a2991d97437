import { stepsWhileHeld } from './keys.ts'
import type { KeypadMachine, KeypadScreen, KeypadWay, ListItem, ValueKeys } from './machine.ts'

/** Everything that a device knows at one moment. Plain data. */
export interface KeypadState {
  power: boolean
  /** How long the power has been off, while it is. */
  offS: number
  /** The longest time off since a setting was saved that brings others into a list only after a rest. */
  restedS: number
  screen: string
  /** Item of a list, among those that stand in it. */
  cursor: number
  /** Index of the value that is being changed; null: none is. */
  editing: number | null
  /** Digits entered on a code screen, and which of them is next. */
  digits: readonly number[]
  digit: number
  idleS: number
  /** What counts, by setting. */
  saved: Readonly<Record<string, string>>
  /** Where switches stand, whatever the board has read of them. */
  banks: Readonly<Record<string, string>>
}

export type KeyEvent =
  | { do: 'press'; keys: readonly string[] }
  | { do: 'hold'; keys: readonly string[]; s: number }
  | { do: 'wait'; s: number }
  | { do: 'power'; on: boolean }
  /** A switch, a jumper, a pointer or a form field set by hand. */
  | { do: 'hand'; id: string; value: string }

/** A device as it comes from the factory, or with some settings as somebody left them; power on. */
export function startState(machine: KeypadMachine, found: Readonly<Record<string, string>> = {}): KeypadState {
  const saved: Record<string, string> = {}
  for (const [id, { setting, values }] of machine.settings) {
    const value = found[id] ?? setting.default ?? values[0] ?? ''
    saved[id] = value
  }
  const banks = Object.fromEntries((machine.pad.banks ?? []).map((id) => [id, saved[id] ?? '']))
  return {
    power: true,
    offS: 0,
    restedS: 0,
    screen: machine.pad.home,
    cursor: 0,
    editing: null,
    digits: [],
    digit: 0,
    idleS: 0,
    saved,
    banks,
  }
}

/** The items of a list that stand in it now. */
export function visibleItems(
  screen: Extract<KeypadScreen, { kind: 'list' }>,
  saved: Readonly<Record<string, string>>,
  restedS: number,
  machine: KeypadMachine,
): ListItem[] {
  return screen.items.filter(
    ({ id, appears }) =>
      machine.settings.has(id) &&
      (!appears || (appears.is.includes(saved[appears.after] ?? '') && restedS >= (appears.offS ?? 0))),
  )
}

/** What the screen reads. Empty while the power is off. */
export function reading(machine: KeypadMachine, state: KeypadState): string {
  const screen = state.power ? machine.pad.screens[state.screen] : undefined
  if (!screen) return ''
  if (screen.kind === 'show') return screen.reads.replaceAll('{version}', machine.pad.version ?? '')
  if (screen.kind === 'code')
    return screen.reads.replaceAll('{digits}', digitsOf(machine, state).join('')).replaceAll('{digit}', String(state.digit + 1))
  const item = visibleItems(screen, state.saved, state.restedS, machine)[state.cursor]
  const known = item && machine.settings.get(item.id)
  if (!known) return '----'
  const value = state.editing === null ? (state.saved[item.id] ?? '') : (known.values[state.editing] ?? '')
  return (state.editing === null ? screen.reads : screen.value.reads)
    .replaceAll('{code}', known.setting.code ?? known.setting.label)
    .replaceAll('{label}', known.setting.label)
    .replaceAll('{value}', value)
}

const digitsOf = (machine: KeypadMachine, state: KeypadState): number[] =>
  Array.from({ length: machine.codes.get(state.screen)?.length ?? 0 }, (_, i) => state.digits[i] ?? 0)

/** What a device does next. Pure; an event that means nothing where it stands changes nothing but the time. */
export function nextState(machine: KeypadMachine, state: KeypadState, event: KeyEvent): KeypadState {
  switch (event.do) {
    case 'power':
      return event.on === state.power ? state : event.on ? powerUp(machine, state) : powerDown(machine, state)
    case 'wait':
      return waited(machine, state, event.s)
    case 'hand':
      return byHand(machine, state, event.id, event.value)
    case 'press':
    case 'hold': {
      if (!state.power) return state
      const heldS = event.do === 'hold' ? event.s : 0
      const screen = machine.pad.screens[state.screen]
      if (!screen) return state
      const awake = { ...state, idleS: 0 }
      const [key, ...more] = event.keys
      // While a value is changed its own keys come first: the key that leaves the list may be the one that leaves the value.
      const ofValue = screen.kind === 'list' && state.editing !== null && more.length === 0 && isValueKey(screen.value, key)
      const way = ofValue ? undefined : screen.ways.find((one) => takes(one, event.keys, event.do === 'hold' ? heldS : null))
      if (way) return arrive(awake, way.to)
      return key === undefined || more.length > 0 ? awake : onKey(machine, awake, screen, key, heldS)
    }
  }
}

const isValueKey = (value: ValueKeys, key: string | undefined): boolean =>
  key !== undefined && [value.up, value.down, value.save, value.back].includes(key)

const takes = (way: KeypadWay, keys: readonly string[], heldS: number | null): boolean =>
  way.keys.length === keys.length &&
  way.keys.every((key) => keys.includes(key)) &&
  (way.holdS === undefined ? heldS === null : heldS !== null && heldS >= way.holdS)

/** A screen is entered at its first item, with nothing being changed. */
const arrive = (state: KeypadState, screen: string): KeypadState => ({
  ...state,
  screen,
  cursor: 0,
  editing: null,
  digits: [],
  digit: 0,
})

function onKey(machine: KeypadMachine, state: KeypadState, screen: KeypadScreen, key: string, heldS: number): KeypadState {
  if (screen.kind === 'show') return state
  if (screen.kind === 'code') {
    const digits = digitsOf(machine, state)
    const last = digits.length - 1
    if (key === screen.up) return { ...state, digits: digits.map((one, i) => (i === state.digit ? (one + 1) % 10 : one)) }
    if (key === screen.next) return { ...state, digits, digit: Math.min(state.digit + 1, last) }
    if (key !== screen.enter) return state
    return arrive(state, digits.join('') === machine.codes.get(state.screen) ? screen.to : state.screen)
  }
  const items = visibleItems(screen, state.saved, state.restedS, machine)
  const item = items[state.cursor]
  const known = item && machine.settings.get(item.id)
  if (state.editing === null) {
    if (key === screen.next || key === screen.prev) {
      const by = key === screen.next ? 1 : -1
      return { ...state, cursor: moved(state.cursor, by, items.length, screen.wrap) }
    }
    if (key !== screen.open || !known) return state
    return { ...state, editing: Math.max(known.values.indexOf(state.saved[item.id] ?? ''), 0) }
  }
  const { value } = screen
  if (!known) return { ...state, editing: null }
  if (key === value.up || key === value.down) {
    const steps = heldS > 0 && value.run ? stepsWhileHeld(heldS * 1000, value.run) : 1
    return { ...state, editing: moved(state.editing, key === value.up ? steps : -steps, known.values.length, value.wrap) }
  }
  if (key === value.back) return { ...state, editing: null }
  if (key !== value.save) return state
  const written = known.values[state.editing] ?? ''
  const saved = { ...state.saved, [item.id]: written }
  const restedS = written !== state.saved[item.id] && restsFor(machine).has(item.id) ? 0 : state.restedS
  // A value may bring items in or take them out: the cursor stays on its own item.
  const cursor = visibleItems(screen, saved, restedS, machine).findIndex((one) => one.id === item.id)
  return { ...state, saved, restedS, editing: null, cursor: Math.max(cursor, 0) }
}

/** Settings that bring others into a list only after the power has been off since. */
export function restsFor(machine: KeypadMachine): Set<string> {
  return new Set(
    Object.values(machine.pad.screens).flatMap((screen) =>
      screen.kind === 'list' ? screen.items.flatMap(({ appears }) => (appears?.offS === undefined ? [] : [appears.after])) : [],
    ),
  )
}

const moved = (at: number, by: number, count: number, wrap: boolean): number =>
  count === 0 ? 0 : wrap ? (((at + by) % count) + count) % count : Math.min(Math.max(at + by, 0), count - 1)

function waited(machine: KeypadMachine, state: KeypadState, s: number): KeypadState {
  if (!state.power) return { ...state, offS: state.offS + s }
  const idleS = state.idleS + s
  const { timeoutS, home } = machine.pad
  return timeoutS !== undefined && idleS >= timeoutS && state.screen !== home
    ? { ...arrive(state, home), idleS: 0 }
    : { ...state, idleS }
}

function powerDown(machine: KeypadMachine, state: KeypadState): KeypadState {
  const saved = { ...state.saved }
  for (const [id, { setting }] of machine.settings)
    if (setting.volatile && setting.default !== undefined) saved[id] = setting.default
  return { ...arrive(state, machine.pad.home), power: false, offS: 0, saved }
}

/** Switches are read now and not before. */
function powerUp(machine: KeypadMachine, state: KeypadState): KeypadState {
  return {
    ...arrive(state, machine.pad.home),
    power: true,
    restedS: Math.max(state.restedS, state.offS),
    idleS: 0,
    saved: { ...state.saved, ...state.banks },
  }
}

function byHand(machine: KeypadMachine, state: KeypadState, id: string, value: string): KeypadState {
  const known = machine.settings.get(id)
  if (!known || (known.values.length > 0 && !known.values.includes(value))) return state
  if (machine.pad.banks?.includes(id)) return { ...state, banks: { ...state.banks, [id]: value } }
  return machine.pad.byHand?.includes(id) ? { ...state, saved: { ...state.saved, [id]: value } } : state
}

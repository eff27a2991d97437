import type { AddressedItem, KeypadMachine, KeypadScreen, ListItem, ScreenOf } from './machine.ts'

/** Everything that a device knows at one moment. Plain data. */
export interface KeypadState {
  power: boolean
  /** How long the power has been off, while it is. */
  offS: number
  /** The longest time off since a setting was saved that brings others into a list only after a rest. */
  restedS: number
  /** Something was saved that takes effect only after a restart. */
  owed: boolean
  screen: string
  /** Item of a list, among those that stand in it. */
  cursor: number
  /** Index of the value that is being changed; null: none is. */
  editing: number | null
  /** The value was confirmed and not locked yet: nothing is written. */
  confirmed: boolean
  /** Digits entered on a code screen, and which of them is next. */
  digits: readonly number[]
  digit: number
  /** Wrong codes since the last right one, and for how long it takes none now. */
  wrong: number
  lockedS: number
  /** Where the numbers of an address stand, and which is being changed; past the last one it is the value. */
  fields: readonly number[]
  field: number
  /** What the unit said to what was sent last. */
  answer: 'heard' | 'not heard' | null
  /** So many sendings more does the unit not hear. */
  deaf: number
  battery: 'good' | 'flat'
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
  /** The battery put in or run down. */
  | { do: 'battery'; good: boolean }
  /** Held where the unit will not hear the next sending. */
  | { do: 'astray' }

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
    owed: false,
    screen: machine.pad.home,
    wrong: 0,
    lockedS: 0,
    ...ENTERED,
    fields: zeros(machine.pad.screens[machine.pad.home]),
    deaf: 0,
    battery: 'good',
    idleS: 0,
    saved,
    banks,
  }
}

const ENTERED = { cursor: 0, editing: null, confirmed: false, digits: [], digit: 0, field: 0, answer: null } as const
const zeros = (screen: KeypadScreen | undefined): number[] => (screen?.kind === 'address' ? screen.fields.map(() => 0) : [])

/** The numbers of an address as they stand for what is saved. */
export const addressOf = (item: AddressedItem, saved: Readonly<Record<string, string>>): string[] =>
  item.at.map((one) => (one.startsWith('=') ? (saved[one.slice(1)] ?? '') : one))

/** What the numbers name, if anything. */
export function addressed(
  machine: KeypadMachine,
  screen: ScreenOf<'address'>,
  state: Pick<KeypadState, 'fields' | 'saved'>,
): AddressedItem | undefined {
  const numbers = screen.fields.map((options, i) => options[state.fields[i] ?? 0] ?? '')
  return screen.items.find(
    (one) => machine.settings.has(one.id) && addressOf(one, state.saved).every((number, i) => number === numbers[i]),
  )
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

/** The setting on which a list or an address stands; null where it stands on none. */
export function itemStandingOn(machine: KeypadMachine, state: KeypadState): string | null {
  const screen = machine.pad.screens[state.screen]
  if (screen?.kind === 'list') return visibleItems(screen, state.saved, state.restedS, machine)[state.cursor]?.id ?? null
  return screen?.kind === 'address' ? (addressed(machine, screen, state)?.id ?? null) : null
}

/** A screen is entered at its first item, with nothing being changed. */
export const arrive = (machine: KeypadMachine, state: KeypadState, screen: string): KeypadState => ({
  ...state,
  ...ENTERED,
  screen,
  fields: zeros(machine.pad.screens[screen]),
})

/** Settings that bring others into a list only after the power has been off since. */
export function restsFor(machine: KeypadMachine): Set<string> {
  return new Set(
    Object.values(machine.pad.screens).flatMap((screen) =>
      screen.kind === 'list' ? screen.items.flatMap(({ appears }) => (appears?.offS === undefined ? [] : [appears.after])) : [],
    ),
  )
}

export const keepsMemory = (machine: KeypadMachine, state: Pick<KeypadState, 'battery'>): boolean =>
  machine.pad.battery === true && state.battery === 'good'

/** What stands after the power was off with nothing to keep the memory. */
export function forgotten(machine: KeypadMachine, saved: KeypadState['saved']): Record<string, string> {
  const kept = { ...saved }
  for (const [id, { setting }] of machine.settings)
    if (setting.volatile && setting.default !== undefined) kept[id] = setting.default
  return kept
}

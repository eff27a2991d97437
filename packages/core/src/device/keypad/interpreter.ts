import { stepsWhileHeld } from './keys.ts'
import { type KeypadMachine, type KeypadScreen, type KeypadWay, pairOf, type ScreenOf, type ValueKeys } from './machine.ts'
import { digitsOf } from './reading.ts'
import { addressed, arrive, forgotten, type KeyEvent, type KeypadState, keepsMemory, restsFor, visibleItems } from './state.ts'

/** What a device does next. Pure; an event that means nothing where it stands changes nothing but the time. */
export function nextState(machine: KeypadMachine, state: KeypadState, event: KeyEvent): KeypadState {
  switch (event.do) {
    case 'power':
      return event.on === state.power ? state : event.on ? powerUp(machine, state) : powerDown(machine, state)
    case 'wait':
      return waited(machine, state, event.s)
    case 'hand':
      return byHand(machine, state, event.id, event.value)
    case 'battery':
      return batterySet(machine, state, event.good)
    case 'astray':
      return { ...state, deaf: state.deaf + 1 }
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
      if (way) return arrive(machine, awake, way.to)
      return key === undefined || more.length > 0 ? awake : onKey(machine, awake, screen, key, heldS)
    }
  }
}

const isValueKey = (value: ValueKeys, key: string | undefined): boolean =>
  key !== undefined && [value.up, value.down, value.save, value.lock, value.back].includes(key)

const takes = (way: KeypadWay, keys: readonly string[], heldS: number | null): boolean =>
  way.keys.length === keys.length &&
  way.keys.every((key) => keys.includes(key)) &&
  (way.holdS === undefined ? heldS === null : heldS !== null && heldS >= way.holdS)

function onKey(machine: KeypadMachine, state: KeypadState, screen: KeypadScreen, key: string, heldS: number): KeypadState {
  if (screen.kind === 'show') return state
  if (screen.kind === 'address') return onAddress(machine, state, screen, key)
  if (screen.kind === 'pairs') return onPairs(machine, state, screen, key)
  if (screen.kind === 'code') {
    if (state.lockedS > 0) return state
    const digits = digitsOf(machine, state)
    const last = digits.length - 1
    if (key === screen.up) return { ...state, digits: digits.map((one, i) => (i === state.digit ? (one + 1) % 10 : one)) }
    if (key === screen.next) return { ...state, digits, digit: Math.min(state.digit + 1, last) }
    if (key !== screen.enter) return state
    if (digits.join('') === machine.codes.get(state.screen)) return arrive(machine, { ...state, wrong: 0 }, screen.to)
    const wrong = state.wrong + 1
    const locks = screen.lock !== undefined && wrong >= screen.lock.tries
    return {
      ...arrive(machine, state, state.screen),
      wrong: locks ? 0 : wrong,
      lockedS: locks ? (screen.lock?.s ?? 0) : 0,
    }
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
    const editing = moved(state.editing, key === value.up ? steps : -steps, known.values.length, value.wrap)
    return { ...state, editing, confirmed: false }
  }
  if (key === value.back) return { ...state, editing: null, confirmed: false }
  if (value.lock !== undefined && !(state.confirmed && key === value.lock)) return { ...state, confirmed: key === value.save }
  if (value.lock === undefined && key !== value.save) return state
  const written = known.values[state.editing] ?? ''
  const { saved, restedS, owed } = write(machine, state, item.id, written)
  // A value may bring items in or take them out: the cursor stays on its own item.
  const cursor = visibleItems(screen, saved, restedS, machine).findIndex((one) => one.id === item.id)
  return { ...state, saved, restedS, owed, editing: null, confirmed: false, cursor: Math.max(cursor, 0) }
}

/** Saves a value; one that brings others into a list only after a rest begins that rest anew. */
const write = (machine: KeypadMachine, state: KeypadState, id: string, value: string) => ({
  owed: state.owed || (value !== state.saved[id] && machine.settings.get(id)?.setting.needs?.restart === true),
  saved: { ...state.saved, [id]: value },
  restedS: value !== state.saved[id] && restsFor(machine).has(id) ? 0 : state.restedS,
})

function onAddress(machine: KeypadMachine, state: KeypadState, screen: ScreenOf<'address'>, key: string): KeypadState {
  const last = screen.fields.length
  const item = addressed(machine, screen, state)
  const known = item && machine.settings.get(item.id)
  // On the value the key that writes comes first: it may be the one that goes on elsewhere.
  if (key === screen.enter && state.field === last)
    return item && known && state.editing !== null
      ? { ...state, ...write(machine, state, item.id, known.values[state.editing] ?? ''), editing: null, field: 0 }
      : state
  if (key === screen.next || key === screen.prev) {
    const field = key === screen.next ? (state.field === last ? 0 : state.field + 1) : Math.max(state.field - 1, 0)
    const editing = field === last && known ? Math.max(known.values.indexOf(state.saved[item.id] ?? ''), 0) : null
    return { ...state, field, editing }
  }
  if (key === screen.up || key === screen.down) {
    const by = key === screen.up ? 1 : -1
    if (state.field < last) {
      const turn = (at: number, i: number) => (i === state.field ? moved(at, by, screen.fields[i]?.length ?? 0, screen.wrap) : at)
      return { ...state, fields: state.fields.map(turn) }
    }
    return known && state.editing !== null
      ? { ...state, editing: moved(state.editing, by, known.values.length, screen.wrap) }
      : state
  }
  return state
}

function onPairs(machine: KeypadMachine, state: KeypadState, screen: ScreenOf<'pairs'>, key: string): KeypadState {
  if (key === screen.clear) return { ...state, digits: [], answer: null }
  const digit = screen.digits.indexOf(key)
  if (digit >= 0) return { ...state, digits: state.digits.length < 2 ? [...state.digits, digit] : [digit], answer: null }
  if (key !== screen.send || state.digits.length < 2) return state
  const pair = state.digits.join('')
  const meant = screen.items.flatMap(({ id }) => {
    const known = machine.settings.get(id)
    const value = known?.values.find((one) => pairOf(known.setting, one) === pair)
    return value === undefined ? [] : [{ id, value }]
  })[0]
  if (!meant || state.deaf > 0) return { ...state, deaf: Math.max(state.deaf - 1, 0), answer: 'not heard' }
  return { ...state, ...write(machine, state, meant.id, meant.value), answer: 'heard' }
}

const moved = (at: number, by: number, count: number, wrap: boolean): number =>
  count === 0 ? 0 : wrap ? (((at + by) % count) + count) % count : Math.min(Math.max(at + by, 0), count - 1)

function waited(machine: KeypadMachine, state: KeypadState, s: number): KeypadState {
  if (!state.power) return { ...state, offS: state.offS + s }
  const idleS = state.idleS + s
  const lockedS = Math.max(state.lockedS - s, 0)
  const { timeoutS, home } = machine.pad
  return timeoutS !== undefined && idleS >= timeoutS && state.screen !== home
    ? { ...arrive(machine, state, home), idleS: 0, lockedS }
    : { ...state, idleS, lockedS }
}

function powerDown(machine: KeypadMachine, state: KeypadState): KeypadState {
  const off = { ...arrive(machine, state, machine.pad.home), power: false, offS: 0 }
  return keepsMemory(machine, state) ? off : { ...off, saved: forgotten(machine, state.saved) }
}

/** A battery that runs down, or is taken out, while the power is off takes the memory with it. */
function batterySet(machine: KeypadMachine, state: KeypadState, good: boolean): KeypadState {
  if (!machine.pad.battery) return state
  return {
    ...state,
    battery: good ? 'good' : 'flat',
    saved: good || state.power ? state.saved : forgotten(machine, state.saved),
  }
}

/** Switches are read now and not before. */
function powerUp(machine: KeypadMachine, state: KeypadState): KeypadState {
  return {
    ...arrive(machine, state, machine.pad.home),
    power: true,
    owed: false,
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

import { describe, expect, it } from 'vitest'
import { profile, setting } from '../../testing/devices.ts'
import { nextState } from './interpreter.ts'
import { type Keypad, type KeypadMachine, keypadMachine } from './machine.ts'
import { keypadDoubts } from './machineCheck.ts'
import { planKeys } from './planner.ts'
import { reading } from './reading.ts'
import { type KeyEvent, type KeypadState, startState } from './state.ts'
import { planRound } from './units.ts'
import { safeWayBack } from './wayBack.ts'

const press = (...keys: string[]): KeyEvent[] => keys.map((one) => ({ do: 'press', keys: [one] }))
const run = (machine: KeypadMachine, state: KeypadState, events: readonly KeyEvent[]) =>
  events.reduce((at, event) => nextState(machine, at, event), state)
const eventsOf = (machine: KeypadMachine, from: KeypadState, wanted: Record<string, string>): KeyEvent[] => {
  const plan = planKeys(machine, from, wanted)
  if (!plan.ok) throw new Error(plan.reason)
  return plan.value.steps.flatMap((one) => one.events)
}
const OFF: KeyEvent = { do: 'power', on: false }
const ON: KeyEvent = { do: 'power', on: true }
const keys = (...ids: string[]) => ids.map((id) => ({ id, label: id }))

/** Rooms of a building: the head's own number is part of the address of what is set on it. */
const HEADS: Keypad = {
  keys: keys('menu', 'up', 'down', 'next', 'back', 'set'),
  home: 'rooms',
  banks: ['alone.head'],
  screens: {
    rooms: { kind: 'show', reads: 'ROOMS', ways: [{ keys: ['menu'], to: 'numbers' }] },
    numbers: {
      kind: 'address',
      reads: '{1}·{2}={value}',
      fields: [
        ['0', '1', '2', '3'],
        ['10', '11'],
      ],
      wrap: true,
      up: 'up',
      down: 'down',
      next: 'next',
      prev: 'back',
      enter: 'set',
      items: [
        { id: 'alone.fan', at: ['=alone.head', '10'] },
        { id: 'alone.coil', at: ['0', '11'] },
      ],
      ways: [{ keys: ['menu'], to: 'rooms' }],
    },
  },
}
const HEAD_SETTINGS = [
  setting({ code: 'head', label: 'Head', values: ['1', '2', '3'], default: '1' }),
  setting({ code: 'fan', label: 'Fan', values: ['a', 'b', 'c'], default: 'a' }),
  setting({ code: 'coil', label: 'Coil', values: ['x', 'y'], default: 'x' }),
]

describe('address before value', () => {
  const machine = keypadMachine(profile(HEAD_SETTINGS), HEADS, [])
  const open = run(machine, startState(machine), press('menu'))

  it('reads the value of what the numbers name, and dashes where they name nothing', () => {
    expect(reading(machine, open)).toBe('0·10=--')
    expect(reading(machine, run(machine, open, press('up')))).toBe('1·10=a')
    expect(run(machine, open, press('next', 'next', 'up', 'set')).saved).toEqual(open.saved)
  })
  it('writes on enter only; going on writes nothing', () => {
    const editing = run(machine, open, press('up', 'next', 'next', 'up'))
    expect(reading(machine, editing)).toBe('1·10=b')
    expect(run(machine, editing, press('next')).saved['alone.fan']).toBe('a')
    expect(run(machine, editing, press('set')).saved['alone.fan']).toBe('b')
  })
  it('is planned the nearer way round, and stays at its numbers from one setting to the next', () => {
    const events = eventsOf(machine, startState(machine), { 'alone.fan': 'c', 'alone.coil': 'y' })
    expect(run(machine, startState(machine), events).saved).toMatchObject({ 'alone.fan': 'c', 'alone.coil': 'y' })
    expect(events).toHaveLength(press('menu').length + 2 + 1 + 2 + 1 + 5 + 1)
  })
  it('follows a number that a switch moves', () => {
    const wanted = { 'alone.head': '3', 'alone.fan': 'b' }
    const end = run(machine, startState(machine), eventsOf(machine, startState(machine), wanted))
    expect(end.saved).toMatchObject(wanted)
  })
  it.each<[string, Partial<Extract<Keypad['screens'][string], { kind: 'address' }>>, RegExp]>([
    ['too few numbers', { items: [{ id: 'alone.fan', at: ['1'] }] }, /has 1 numbers, and “numbers” asks for 2/],
    ['a number that cannot be shown', { items: [{ id: 'alone.fan', at: ['7', '10'] }] }, /cannot show 7/],
    [
      'two behind one address',
      {
        items: [
          { id: 'alone.fan', at: ['1', '10'] },
          { id: 'alone.coil', at: ['1', '10'] },
        ],
      },
      /both stand at 1·10/,
    ],
    ['a number from nowhere', { items: [{ id: 'alone.fan', at: ['=alone.z', '10'] }] }, /names “alone.z”/],
    ['a value that must be written', { prev: undefined, enter: 'next' }, /cannot be left unwritten/],
  ])('a profile is checked for %s', (_, change, reason) => {
    const numbers = { ...HEADS.screens.numbers, ...change } as Keypad['screens'][string]
    const doubts = keypadDoubts({ settings: HEAD_SETTINGS }, { ...HEADS, screens: { ...HEADS.screens, numbers } })
    expect(doubts.map((one) => one.reason).join('\n')).toMatch(reason)
  })
})

const HANDSET_SETTINGS = [
  setting({ code: '3x', label: 'Fan', values: ['30', '31'], default: '30' }),
  setting({ code: '0x', label: 'Number', range: { min: 1, max: 4, step: 1, unit: 'count' }, default: '1' }),
]
const HANDSET: Keypad = {
  keys: keys('0', '1', '2', '3', '4', '5', '6', '7', '8', '9', 'clear', 'send'),
  home: 'pairs',
  screens: {
    pairs: {
      kind: 'pairs',
      reads: '{typed} {answer}',
      digits: ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9'],
      send: 'send',
      clear: 'clear',
      items: [{ id: 'alone.3x' }, { id: 'alone.0x' }],
      ways: [],
    },
  },
}

describe('pairs of digits', () => {
  const machine = keypadMachine(profile(HANDSET_SETTINGS), HANDSET, [])
  const start = startState(machine)

  it('write when the unit hears them, whichever setting they mean', () => {
    const sent = run(machine, start, press('3', '1', 'send', '0', '4', 'send'))
    expect(sent.saved).toEqual({ 'alone.3x': '31', 'alone.0x': '4' })
    expect(reading(machine, sent)).toBe('04 ok')
  })
  it('write nothing while it does not, and are sent again until it does', () => {
    const deaf = { ...start, deaf: 1 }
    const once = run(machine, deaf, press('3', '1', 'send'))
    expect([reading(machine, once), once.saved['alone.3x']]).toEqual(['31 ?', '30'])
    expect(run(machine, once, press('send')).saved['alone.3x']).toBe('31')
  })
  it('that mean nothing, and half a pair, write nothing', () => {
    expect(run(machine, start, press('7', '7', 'send'))).toMatchObject({ saved: start.saved, answer: 'not heard' })
    expect(run(machine, start, press('3', 'send')).saved).toEqual(start.saved)
  })
  it('are planned as two digits and a send, after a digit that stood there is cleared', () => {
    expect(eventsOf(machine, start, { 'alone.3x': '31' })).toEqual(press('3', '1', 'send'))
    expect(eventsOf(machine, run(machine, start, press('5')), { 'alone.3x': '31' })).toEqual(press('clear', '3', '1', 'send'))
  })
  it('are finished where they were begun, and sent again until they are heard', () => {
    expect(eventsOf(machine, run(machine, start, press('3')), { 'alone.3x': '31' })).toEqual(press('1', 'send'))
    const unheard = run(machine, { ...start, deaf: 1 }, press('3', '1', 'send'))
    expect(eventsOf(machine, unheard, { 'alone.3x': '31' })).toEqual(press('send'))
  })
  it('go round several units: a walk between them, none to the one that stands as wanted', () => {
    const done = { ...start, saved: { ...start.saved, 'alone.3x': '31' } }
    const units = [start, done, start].map((from, i) => ({
      name: `Flat ${i + 1}`,
      machine,
      from,
      wanted: { 'alone.3x': '31' },
    }))
    const round = planRound(units)
    expect(round.units.map((one) => one.name)).toEqual(['Flat 1', 'Flat 3'])
    expect(round).toMatchObject({ presses: 6, cost: 6 + 30 })
  })
  it('a profile is checked for a pair that means two things, and for a value that is none', () => {
    const twice = [...HANDSET_SETTINGS, setting({ code: '9x', label: 'Other', values: ['31', 'on'] })]
    const items = [...(HANDSET.screens.pairs?.kind === 'pairs' ? HANDSET.screens.pairs.items : []), { id: 'alone.9x' }]
    const pairs = { ...HANDSET.screens.pairs, items } as Keypad['screens'][string]
    const reasons = keypadDoubts({ settings: twice }, { ...HANDSET, screens: { pairs } }).map((one) => one.reason)
    expect(reasons.join('\n')).toMatch(/31 means “alone.9x” and “alone.3x”/)
    expect(reasons.join('\n')).toMatch(/on of “alone.9x” is no pair/)
  })
})

describe('a code that locks', () => {
  const pad: Keypad = {
    keys: keys('up', 'next', 'ok', 'back'),
    home: 'home',
    screens: {
      home: { kind: 'show', reads: 'HOME', ways: [{ keys: ['ok'], to: 'code' }] },
      code: {
        kind: 'code',
        reads: 'CODE {digits}',
        code: '2',
        up: 'up',
        next: 'next',
        enter: 'ok',
        to: 'list',
        ways: [{ keys: ['back'], to: 'home' }],
        lock: { tries: 2, s: 300 },
      },
      list: {
        kind: 'list',
        reads: '{code}',
        items: [{ id: 'alone.fan' }],
        wrap: true,
        next: 'next',
        open: 'ok',
        value: { reads: '{value}', up: 'up', wrap: true, save: 'ok', back: 'back' },
        ways: [{ keys: ['back'], to: 'home' }],
      },
    },
  }
  const machine = keypadMachine(profile(HEAD_SETTINGS), pad, [])
  const locked = run(machine, startState(machine), press('ok', 'ok', 'ok'))

  it('takes none for a while after too many wrong ones', () => {
    expect(reading(machine, locked)).toBe('LOC')
    expect(run(machine, locked, press('up', 'up', 'ok'))).toMatchObject({ screen: 'code', lockedS: 300 })
    expect(run(machine, locked, [{ do: 'wait', s: 300 }, ...press('up', 'up', 'ok')]).screen).toBe('list')
  })
  it('a right one in between begins the count anew', () => {
    const events = [...press('ok', 'ok', 'up', 'up', 'ok'), ...press('back', 'ok', 'ok')]
    expect(reading(machine, run(machine, startState(machine), events))).toBe('CODE 0')
  })
  it('a plan waits first', () => {
    const plan = planKeys(machine, locked, { 'alone.fan': 'b' })
    expect(plan.ok && plan.value.steps[0]?.events).toEqual([{ do: 'wait', s: 300 }])
    expect(run(machine, locked, eventsOf(machine, locked, { 'alone.fan': 'b' })).saved['alone.fan']).toBe('b')
  })
})

describe('a battery', () => {
  const clock = setting({ code: 'clock', label: 'Clock', values: ['blinking', 'set'], default: 'blinking', volatile: true })
  const pad = (battery: boolean): Keypad => ({
    keys: [],
    home: 'home',
    screens: { home: { kind: 'show', reads: '70', ways: [] } },
    byHand: ['alone.clock'],
    battery,
  })
  const after = (battery: boolean, events: KeyEvent[]) => {
    const machine = keypadMachine(profile([clock]), pad(battery), [])
    return run(machine, startState(machine, { 'alone.clock': 'set' }), events).saved['alone.clock']
  }

  it('keeps what would be lost, as long as it is good', () => {
    expect(after(false, [OFF, ON])).toBe('blinking')
    expect(after(true, [OFF, ON])).toBe('set')
    expect(after(true, [{ do: 'battery', good: false }, OFF, ON])).toBe('blinking')
    expect(after(true, [OFF, { do: 'battery', good: false }, { do: 'battery', good: true }, ON])).toBe('blinking')
  })
})

describe('the safe way back', () => {
  it('waits for the time-out where there is one, and cuts the power where there is none', () => {
    const timed = keypadMachine(profile(HEAD_SETTINGS), { ...HEADS, timeoutS: 45 }, [])
    const untimed = keypadMachine(profile(HEAD_SETTINGS), HEADS, [])
    expect(safeWayBack(timed, startState(timed)).steps).toMatchObject([{ events: [{ do: 'wait', s: 45 }], reads: 'ROOMS' }])
    const cut = safeWayBack(untimed, { ...startState(untimed), banks: { 'alone.head': '2' } })
    expect(safeWayBack(timed, run(timed, startState(timed), press('menu', 'up'))).state.screen).toBe('rooms')
    expect(cut.steps.flatMap((one) => one.events)).toEqual([OFF, ON])
    // A switch that was moved counts from then on, and the plan knows.
    expect(cut.state.saved['alone.head']).toBe('2')
  })
})

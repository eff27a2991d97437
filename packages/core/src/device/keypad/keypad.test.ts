import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { profile, setting } from '../../testing/devices.ts'
import { optionPairs, switchBank, switchesFor, withBit } from './codes.ts'
import { nextState } from './interpreter.ts'
import { type HoldRule, holdForSteps, ringWay, stepsWhileHeld, stepWay } from './keys.ts'
import { type Keypad, type KeypadMachine, keypadMachine, type ListItem } from './machine.ts'
import { keypadDoubts } from './machineCheck.ts'
import type { KeyPlan } from './plan.ts'
import { planKeys } from './planner.ts'
import { reading } from './reading.ts'
import { type KeyEvent, type KeypadState, startState } from './state.ts'
import { USUAL_COST } from './ways.ts'

const RUN: HoldRule = { delayMs: 800, slowMs: 200, fastAfter: 10, fastMs: 50 }

describe('held keys', () => {
  it('make no step less and none more than the hold that was worked out for them', () => {
    const rule = fc.record({
      delayMs: fc.integer({ min: 100, max: 1500 }),
      slowMs: fc.integer({ min: 20, max: 400 }),
      fastAfter: fc.nat(12),
      fastMs: fc.integer({ min: 10, max: 100 }),
    })
    fc.assert(
      fc.property(rule, fc.integer({ min: 2, max: 60 }), (one, steps) => {
        const ms = holdForSteps(steps, one)
        expect(stepsWhileHeld(ms, one)).toBe(steps)
        expect(stepsWhileHeld(ms - 1, one)).toBe(steps - 1)
      }),
    )
  })
  it('a ring is never longer than half way round', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), fc.nat(39), fc.nat(39), (count, a, b) => {
        const way = ringWay(count, a % count, b % count)
        expect(way.least).toBeLessThanOrEqual(Math.floor(count / 2))
        expect((way.forward + way.backward) % count).toBe(0)
      }),
    )
  })
  it('a limit is named when the target lies beyond it', () =>
    expect(stepWay(70, 95, 0.5, 45, 90)).toEqual({ presses: 40, direction: 'up', final: 90, limited: true }))
})

describe('codes', () => {
  it('a bank comes back from its number, both ways round', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 16 }),
        fc.nat(65_535),
        fc.constantFrom('lsb_first' as const, 'msb_first' as const),
        (count, n, order) => {
          const value = n % 2 ** count
          const read = switchesFor(value, count, order)
          const bank = read.ok ? switchBank(read.value.on, count) : read
          expect(bank.ok && (order === 'lsb_first' ? bank.value.lsbFirst : bank.value.msbFirst)).toBe(value)
        },
      ),
    )
  })
  it.each([
    [switchBank([5], 4), /no switch 5/],
    [switchBank([], 0), /1 to 32/],
    [switchesFor(16, 4, 'msb_first'), /does not fit/],
    [optionPairs('0A 1'), /left over/],
    [optionPairs('zz'), /figures 0 to 9/],
    [optionPairs(' - '), /no code/],
    [withBit([1], 2, 0, true), /no pair 2/],
    [withBit([1], 1, 8, true), /bits 0 to 7/],
  ])('%#: refused in words', (read, reason) => expect(read.ok ? 'taken' : read.reason).toMatch(reason))
})

const SETTINGS = ['a', 'b', 'c'].map((code) =>
  setting({ code, label: `Item ${code}`, values: ['0', '1', '2', '3'], default: '0' }),
)
const id = (code: string) => `alone.${code}`
const LIST = {
  kind: 'list' as const,
  reads: '{code}',
  items: SETTINGS.map((one): ListItem => ({ id: id(one.code ?? '') })),
  wrap: true,
  next: 'down',
  prev: 'up',
  open: 'set',
  value: { reads: '{code}={value}', up: 'up', down: 'down', wrap: true, save: 'set', back: 'exit' },
  ways: [{ keys: ['exit'], to: 'home' }],
}
const PAD: Keypad = {
  keys: ['up', 'down', 'set', 'exit'].map((one) => ({ id: one, label: one })),
  home: 'home',
  screens: { home: { kind: 'show', reads: '72', ways: [{ keys: ['set', 'down'], holdS: 4, to: 'menu' }] }, menu: LIST },
  timeoutS: 60,
}
const machineOf = (pad: Keypad = PAD, settings = SETTINGS): KeypadMachine => keypadMachine(profile(settings), pad, [])
const run = (machine: KeypadMachine, state: KeypadState, events: readonly KeyEvent[]) =>
  events.reduce((at, event) => nextState(machine, at, event), state)
const press = (...keys: string[]): KeyEvent => ({ do: 'press', keys })
const hold = (s: number, ...keys: string[]): KeyEvent => ({ do: 'hold', keys, s })

describe('a device', () => {
  const machine = machineOf()
  const inMenu = run(machine, startState(machine), [hold(4, 'down', 'set')])

  it('opens its menu to a chord held long enough, in whatever order the keys go down', () => {
    expect(reading(machine, inMenu)).toBe('a')
    expect(reading(machine, run(machine, startState(machine), [hold(3, 'set', 'down')]))).toBe('72')
    expect(reading(machine, run(machine, startState(machine), [press('set', 'down')]))).toBe('72')
  })
  it('goes round a ring, changes, and writes on save only', () => {
    const changed = run(machine, inMenu, [press('up'), press('set'), press('down')])
    expect(reading(machine, changed)).toBe('c=3')
    expect(changed.saved[id('c')]).toBe('0')
    expect(run(machine, changed, [press('exit')]).saved[id('c')]).toBe('0')
    expect(run(machine, changed, [press('set')])).toMatchObject({ saved: { [id('c')]: '3' }, editing: null })
  })
  it('where one key confirms and another locks, both are pressed and both are in the plan', () => {
    const pad: Keypad = {
      ...PAD,
      keys: [...PAD.keys, { id: 'lock', label: 'LOCK' }],
      screens: { ...PAD.screens, menu: { ...LIST, value: { ...LIST.value, lock: 'lock' } } },
    }
    const two = machineOf(pad)
    const changed = run(two, startState(two), [hold(4, 'down', 'set'), press('set'), press('up')])
    expect(run(two, changed, [press('lock')]).saved[id('a')]).toBe('0')
    const confirmed = run(two, changed, [press('set')])
    expect([confirmed.saved[id('a')], confirmed.editing]).toEqual(['0', 1])
    // Anything between the two drops it.
    expect(run(two, confirmed, [press('up'), press('lock')]).saved[id('a')]).toBe('0')
    expect(run(two, confirmed, [press('lock')])).toMatchObject({ saved: { [id('a')]: '1' }, editing: null })
    const plan = planKeys(two, startState(two), { [id('a')]: '2' })
    if (!plan.ok) throw new Error(plan.reason)
    const events = plan.value.steps.flatMap((step) => step.events)
    expect(run(two, startState(two), events).saved[id('a')]).toBe('2')
    expect(events.filter((one) => one.do === 'press' && one.keys[0] === 'lock')).toHaveLength(1)
    expect(keypadDoubts(profile(SETTINGS), pad)).toEqual([])
  })
  it('falls back home after a while and forgets what was being changed', () => {
    const late = run(machine, inMenu, [press('set'), press('up'), { do: 'wait', s: 60 }])
    expect(late).toMatchObject({ screen: 'home', saved: { [id('a')]: '0' } })
  })
  it('reads nothing while its power is off, and its keys do nothing', () => {
    const off = run(machine, inMenu, [{ do: 'power', on: false }, press('up')])
    expect(reading(machine, off)).toBe('')
    expect(reading(machine, run(machine, off, [{ do: 'power', on: true }]))).toBe('72')
  })
  it('loses what is volatile with the power', () => {
    const forgetful = machineOf(PAD, [setting({ ...SETTINGS[0], code: 'a', volatile: true })])
    const set = { ...startState(forgetful), saved: { [id('a')]: '2' } }
    expect(
      run(forgetful, set, [
        { do: 'power', on: false },
        { do: 'power', on: true },
      ]).saved[id('a')],
    ).toBe('0')
  })
  it('reads switches only when its power returns, wherever they were moved', () => {
    const banked = machineOf({ ...PAD, banks: [id('a')] })
    const moved = run(banked, startState(banked), [{ do: 'hand', id: id('a'), value: '2' }])
    expect(moved.saved[id('a')]).toBe('0')
    expect(
      run(banked, moved, [
        { do: 'power', on: false },
        { do: 'power', on: true },
      ]).saved[id('a')],
    ).toBe('2')
  })
  it('shows an item only once its power has been off for long enough', () => {
    const late: ListItem = { id: id('c'), appears: { after: id('a'), is: ['1'], offS: 240 } }
    const pad = { ...PAD, screens: { ...PAD.screens, menu: { ...LIST, items: [...LIST.items.slice(0, 2), late] } } }
    const hidden = machineOf(pad)
    const from = startState(hidden, { [id('a')]: '1' })
    const open = [hold(4, 'set', 'down'), press('up')]
    expect(reading(hidden, run(hidden, from, open))).toBe('b')
    const off: KeyEvent[] = [
      { do: 'power', on: false },
      { do: 'wait', s: 240 },
      { do: 'power', on: true },
    ]
    expect(reading(hidden, run(hidden, from, [...off, ...open]))).toBe('c')
  })
  it('asks for a code digit by digit, and begins again after a wrong one', () => {
    const code = {
      kind: 'code' as const,
      reads: '{digits}',
      code: '205',
      up: 'up',
      next: 'down',
      enter: 'set',
      to: 'menu',
      ways: [],
    }
    const guarded = machineOf({
      ...PAD,
      screens: { ...PAD.screens, home: { kind: 'show', reads: '72', ways: [{ keys: ['set'], to: 'ask' }] }, ask: code },
    })
    const at = run(guarded, startState(guarded), [press('set'), press('up'), press('up')])
    expect(reading(guarded, at)).toBe('200')
    expect(run(guarded, at, [press('set')])).toMatchObject({ screen: 'ask', digits: [] })
    const plan = planKeys(guarded, at, { [id('b')]: '1' })
    const steps = plan.ok ? plan.value.steps.flatMap((one) => one.events) : []
    expect(plan.ok ? run(guarded, at, steps).saved[id('b')] : plan.reason).toBe('1')
  })
})

describe('a plan', () => {
  const machine = machineOf()
  const steps = (wanted: Record<string, string>, from = startState(machine)) => {
    const plan = planKeys(machine, from, wanted)
    if (!plan.ok) throw new Error(plan.reason)
    return plan.value
  }

  it('takes the nearer side of the ring and leaves the menu', () => {
    const plan = steps({ [id('c')]: '3' })
    expect(plan.steps.map((one) => [one.events, one.reads])).toEqual([
      [[hold(4, 'set', 'down'), press('up')], 'c'],
      [[press('set'), press('down'), press('set')], 'c'],
      [[press('exit')], '72'],
    ])
    expect(plan).toMatchObject({ presses: 6 })
  })
  it('does nothing for what stands already', () => expect(steps({ [id('a')]: '0' }).steps).toEqual([]))
  it('leaves what is being changed unwritten, wherever it begins', () => {
    const from = run(machine, startState(machine), [hold(4, 'set', 'down'), press('set'), press('up'), press('up')])
    const plan = steps({ [id('b')]: '1' }, from)
    expect(plan.steps[0]).toMatchObject({ events: [press('exit')], reads: 'a' })
    const end = run(
      machine,
      from,
      plan.steps.flatMap((one) => one.events),
    )
    expect(end.saved).toEqual({ [id('a')]: '0', [id('b')]: '1', [id('c')]: '0' })
  })
  it('finishes what was begun where that is wanted, and owes a restart until it was made', () => {
    const open = run(machine, startState(machine), [hold(4, 'set', 'down'), press('set'), press('up')])
    expect(steps({ [id('a')]: '2' }, open).steps[0]).toMatchObject({ events: [press('up'), press('set')], sets: id('a') })
    const slow = machineOf(PAD, [setting({ code: 'a', label: 'a', values: ['0', '1'], default: '0', needs: { restart: true } })])
    const saved = run(slow, startState(slow), [hold(4, 'set', 'down'), press('set'), press('up'), press('set')])
    const rest = planKeys(slow, saved, { [id('a')]: '1' })
    expect(rest.ok && rest.value.steps.some((one) => one.events.some((event) => event.do === 'power'))).toBe(true)
  })
  it('does what needs the power off together, and what appears after it afterwards', () => {
    const late: ListItem = { id: id('c'), appears: { after: id('b'), is: ['1'], offS: 240 } }
    const pad = {
      ...PAD,
      banks: [id('a')],
      screens: { ...PAD.screens, menu: { ...LIST, items: [...LIST.items.slice(1, 2), late] } },
    }
    const slow = machineOf(pad)
    const plan = planKeys(slow, startState(slow), { [id('a')]: '2', [id('b')]: '1', [id('c')]: '3' })
    const all = plan.ok ? plan.value.steps : []
    expect(all.map((one) => one.sets).filter(Boolean)).toEqual([id('b'), id('a'), id('c')])
    expect(all.filter((one) => one.events.some((event) => event.do === 'power' && !event.on))).toHaveLength(1)
    expect(
      run(
        slow,
        startState(slow),
        all.flatMap((one) => one.events),
      ),
    ).toMatchObject({
      screen: 'home',
      saved: { [id('a')]: '2', [id('b')]: '1', [id('c')]: '3' },
    })
  })
  it.each<[Record<string, string>, RegExp]>([
    [{ nothing: '1' }, /has no setting “nothing”/],
    [{ [id('a')]: '9' }, /has no value “9”/],
  ])('%# is refused in words', (wanted, reason) => {
    const plan = planKeys(machine, startState(machine), wanted)
    expect(plan.ok ? 'planned' : plan.reason).toMatch(reason)
  })
  it('says so when no keys lead to a setting', () => {
    const deaf = machineOf({ ...PAD, screens: { home: { kind: 'show', reads: '72', ways: [] } } })
    expect(planKeys(deaf, startState(deaf), { [id('a')]: '1' })).toMatchObject({ ok: false, reason: 'No keys lead to Item a.' })
  })
})

describe('checking a keypad', () => {
  const doubts = (pad: Partial<Keypad>, settings = SETTINGS) =>
    keypadDoubts({ settings }, { ...PAD, ...pad }).map((one) => one.reason)
  const screens = (more: Keypad['screens']) => ({ screens: { ...PAD.screens, ...more } })
  const away = (to: string): Keypad['screens'] => ({
    home: { kind: 'show', reads: '', ways: [{ keys: ['set'], to }] },
    [to]: { kind: 'show', reads: '', ways: [] },
  })

  it('has nothing against a good one', () => expect(doubts({})).toEqual([]))
  it.each<[string, Partial<Keypad>, RegExp]>([
    ['a home that is none', { home: 'attic' }, /home screen “attic”/],
    ['a key that the device lacks', { keys: PAD.keys.slice(1) }, /uses up, which the device does not have/],
    [
      'a way to nowhere',
      screens({ home: { kind: 'show', reads: '', ways: [{ keys: ['set'], to: 'attic' }] } }),
      /leads to “attic”/,
    ],
    [
      'a screen that nobody reaches',
      screens({ attic: { kind: 'show', reads: '', ways: [{ keys: ['set'], to: 'home' }] } }),
      /No keys lead to the screen “attic”/,
    ],
    [
      'a dead end, with the path to it',
      { timeoutS: undefined, ...screens(away('cellar')) } as Partial<Keypad>,
      /Nobody gets home from “cellar”, reached by home → cellar/,
    ],
    ['a setting that is none', screens({ menu: { ...LIST, items: [{ id: 'alone.z' }] } }), /names “alone.z”/],
    ['an empty list', screens({ menu: { ...LIST, items: [] } }), /has no items/],
    ['a switch that is no setting', { banks: ['alone.z'] }, /“alone.z” is set by hand/],
    [
      'a service code without a rule',
      screens({
        home: { kind: 'code', reads: '', code: '*service', up: 'up', next: 'down', enter: 'set', to: 'menu', ways: [] },
      }),
      /no rule for it/,
    ],
  ])('finds %s', (_, pad, reason) => expect(doubts(pad).join('\n')).toMatch(reason))
  it('a time-out is a way out', () =>
    expect(doubts({ timeoutS: 30, ...screens(away('cellar')) }).join('\n')).not.toMatch(/Nobody gets home/))
})

const REST_S = 60

/** Small machines of every make: rings and lists that end, with and without a way back, runs, chords, late items. */
const machines = fc
  .record({
    count: fc.integer({ min: 1, max: 4 }),
    values: fc.integer({ min: 2, max: 5 }),
    wrap: fc.boolean(),
    valueWrap: fc.boolean(),
    prev: fc.boolean(),
    down: fc.boolean(),
    back: fc.boolean(),
    run: fc.option(fc.constantFrom(RUN, { delayMs: 300, slowMs: 100, fastAfter: 2, fastMs: 20 }), { nil: undefined }),
    lists: fc.integer({ min: 1, max: 2 }),
    holdS: fc.option(fc.constantFrom(2, 5), { nil: undefined }),
    late: fc.boolean(),
    rest: fc.boolean(),
    bank: fc.boolean(),
    restart: fc.option(fc.nat(3), { nil: undefined }),
    volatile: fc.boolean(),
    chain: fc.boolean(),
    /** Two more settings behind numbers, with or without a key that goes back, on which the bank may be one of them. */
    address: fc.option(fc.record({ prev: fc.boolean(), byBank: fc.boolean() }), { nil: undefined }),
    start: fc.array(fc.nat(4), { minLength: 6, maxLength: 6 }),
    wanted: fc.array(fc.option(fc.nat(4), { nil: undefined }), { minLength: 6, maxLength: 6 }),
  })
  .map((make) => {
    // Few enough states for the search to see them all.
    const codes = ['a', 'b', 'c', 'd'].slice(0, make.address ? Math.min(make.count, 2) : make.count)
    const values = Array.from({ length: make.address ? 2 : make.values }, (_, i) => String(i))
    const numbered = make.address ? ['x', 'y'] : []
    const settings = [...codes, ...numbered].map((code, i) =>
      setting({
        code,
        label: code,
        values,
        default: '0',
        ...(make.restart === i && { needs: { restart: true } }),
        // One that a restart erased could never take effect; one that others wait for is left out (decision 0015).
        ...(make.volatile && !make.bank && i === codes.length - 1 && make.restart !== i && { volatile: true }),
      }),
    )
    const bank = make.bank ? codes.slice(-1) : []
    const inList = codes.filter((code) => !bank.includes(code))
    const lists = Array.from({ length: make.lists }, (_, n) => inList.filter((_, i) => i % make.lists === n))
    // A late item needs the first one of its own list, which does not need it.
    const items = (some: string[]): ListItem[] =>
      some.map((code, i) => ({
        id: id(code),
        ...(make.late &&
          (i === 1 || (make.chain && i === 2)) && {
            appears: { after: id(some[i - 1] ?? ''), is: ['1', '2'], ...(make.rest && { offS: REST_S * i }) },
          }),
      }))
    const pad: Keypad = {
      keys: ['up', 'down', 'set', 'exit', 'f1', 'f2', ...(make.address ? ['f3'] : [])].map((one) => ({ id: one, label: one })),
      home: 'home',
      screens: {
        home: {
          kind: 'show',
          reads: 'home',
          ways: [
            ...lists.map((_, n) => ({
              keys: [`f${n + 1}`],
              to: `list${n}`,
              ...(make.holdS !== undefined && { holdS: make.holdS }),
            })),
            ...(make.address ? [{ keys: ['f3'], to: 'numbers' }] : []),
          ],
        },
        ...(make.address && {
          numbers: {
            kind: 'address' as const,
            reads: '{1}·{2}={value}',
            fields: [
              ['0', '1', '2', '3'],
              ['0', '1'],
            ],
            wrap: make.wrap,
            up: 'up',
            ...(make.down || !make.wrap ? { down: 'down' } : {}),
            next: 'set',
            ...(make.address.prev ? { prev: 'f1' } : {}),
            enter: 'f2',
            items: [
              { id: id('x'), at: [make.address.byBank && bank[0] !== undefined ? `=${id(bank[0])}` : '2', '1'] },
              { id: id('y'), at: ['3', '0'] },
            ],
            ways: [{ keys: ['exit'], to: 'home' }],
          },
        }),
        ...Object.fromEntries(
          lists.map((some, n) => [
            `list${n}`,
            {
              ...LIST,
              items: items(some),
              wrap: make.wrap,
              ...(make.prev ? {} : { prev: undefined }),
              value: {
                ...LIST.value,
                wrap: make.valueWrap || !make.down,
                ...(make.down ? {} : { down: undefined }),
                ...(make.back ? {} : { back: undefined }),
                ...(make.run && { run: make.run }),
              },
            },
          ]),
        ),
      },
      banks: bank.map(id),
    }
    const machine = machineOf(pad, settings)
    const all = settings.map((one) => one.code ?? '')
    const found = Object.fromEntries(all.map((code, i) => [id(code), values[(make.start[i] ?? 0) % values.length] ?? '0']))
    const wanted = Object.fromEntries(
      all.flatMap((code, i) => {
        const want = make.wanted[i]
        return want === undefined ? [] : [[id(code), values[want % values.length] ?? '0']]
      }),
    )
    return { machine, state: startState(machine, found), wanted, pad }
  })

/** What somebody standing before it could do next, and what that costs. */
function moves(pad: Keypad, from: KeypadState, wanted: Record<string, string>): { events: KeyEvent[]; cost: number }[] {
  const holds = new Set<string>()
  const out: { events: KeyEvent[]; cost: number }[] = pad.keys.map((key) => ({ events: [press(key.id)], cost: USUAL_COST.press }))
  const addHold = (keys: readonly string[], s: number) => {
    const key = `${[...keys].sort().join('+')}${s}`
    if (holds.has(key)) return
    holds.add(key)
    out.push({ events: [hold(s, ...keys)], cost: USUAL_COST.press + s * USUAL_COST.holdS })
  }
  for (const screen of Object.values(pad.screens)) {
    for (const way of screen.ways) if (way.holdS !== undefined) addHold(way.keys, way.holdS)
    if (screen.kind === 'list' && screen.value.run)
      for (let steps = 2; steps <= 8; steps += 1)
        for (const key of [screen.value.up, screen.value.down])
          if (key !== undefined) addHold([key], holdForSteps(steps, screen.value.run) / 1000)
  }
  const banks = (pad.banks ?? []).filter((one) => wanted[one] !== undefined && wanted[one] !== from.saved[one])
  for (const restS of [0, REST_S, 2 * REST_S])
    for (const moved of banks.length > 0 ? [banks, []] : [[]])
      out.push({
        events: [
          { do: 'power', on: false },
          ...moved.map((one): KeyEvent => ({ do: 'hand', id: one, value: wanted[one] ?? '' })),
          { do: 'wait', s: restS },
          { do: 'power', on: true },
        ],
        cost: USUAL_COST.powerCycle + restS * USUAL_COST.waitS + moved.length * USUAL_COST.hand,
      })
  return out
}

/** The least cost of coming home with exactly what is wanted. Source: Dijkstra over every state of the device. */
function exhaustive(machine: KeypadMachine, pad: Keypad, from: KeypadState, wanted: Record<string, string>): number | null {
  const goal = JSON.stringify([{ ...from.saved, ...wanted }, false])
  const keyOf = (state: KeypadState) =>
    JSON.stringify([
      state.screen,
      state.cursor,
      state.editing,
      state.fields,
      state.field,
      state.digits,
      state.saved,
      state.restedS,
      state.owed,
    ])
  const costs = new Map<string, number>([[keyOf(from), 0]])
  const buckets = new Map<number, KeypadState[]>([[0, [from]]])
  const every = moves(pad, from, wanted)
  const round = (cost: number) => Math.round(cost * 1000) / 1000
  for (let taken = 0; taken < 400_000; taken += 1) {
    if (buckets.size === 0) return null
    const at = Math.min(...buckets.keys())
    const bucket = buckets.get(at) as KeypadState[]
    const state = bucket.pop()
    if (bucket.length === 0) buckets.delete(at)
    if (!state || (costs.get(keyOf(state)) ?? 0) < at - 1e-9) continue
    if (state.screen === pad.home && JSON.stringify([state.saved, state.owed]) === goal) return at
    for (const move of every) {
      const cuts = move.events.some((one) => one.do === 'power')
      const next = run(machine, state, move.events)
      const changed = Object.keys(next.saved).filter((one) => next.saved[one] !== state.saved[one])
      // Nothing may be written on the way that was not asked for, and nothing that was written may be lost again; what was
      // there before and goes with the power has to come back.
      const lost = cuts ? changed.filter((one) => machine.settings.get(one)?.setting.volatile) : []
      if (changed.some((one) => !lost.includes(one) && next.saved[one] !== (wanted[one] ?? from.saved[one]))) continue
      const to = { ...next, idleS: 0 }
      const cost = round(at + move.cost)
      const key = keyOf(to)
      if (cost >= (costs.get(key) ?? Number.POSITIVE_INFINITY) - 1e-9) continue
      costs.set(key, cost)
      buckets.set(cost, [...(buckets.get(cost) ?? []), to])
    }
  }
  throw new Error('too large for an exhaustive search')
}

/** A plan that says what it cannot bring back is none to compare. */
const forgets = (plan: KeyPlan): boolean => plan.steps.some((one) => one.why?.startsWith('It forgets'))

describe('on machines of every make', () => {
  it('a plan costs what exhaustive search finds to be the least, and there is one whenever there is a way', () => {
    let planned = 0
    fc.assert(
      fc.property(machines, ({ machine, state, wanted, pad }) => {
        const plan = planKeys(machine, state, wanted)
        const least = exhaustive(machine, pad, state, wanted)
        if (plan.ok) planned += 1
        expect(plan.ok && !forgets(plan.value) ? Math.round(plan.value.cost * 1000) / 1000 : null).toBe(least)
      }),
      { numRuns: 200 },
    )
    expect(planned).toBeGreaterThan(100)
  })

  it('running a plan ends at home with exactly what was wanted, and what the screen reads is what the plan says', () => {
    const keys = fc.array(
      fc.constantFrom<KeyEvent>(
        press('up'),
        press('down'),
        press('set'),
        press('f1'),
        press('f3'),
        hold(5, 'f1'),
        hold(2, 'f2'),
        {
          do: 'power',
          on: false,
        },
      ),
      {
        maxLength: 6,
      },
    )
    fc.assert(
      fc.property(machines, keys, ({ machine, state, wanted }, before) => {
        // From wherever somebody has strayed to.
        const from = run(machine, state, before)
        const plan = planKeys(machine, from, wanted)
        if (!plan.ok || forgets(plan.value)) return
        let at = from
        for (const step of plan.value.steps) {
          at = run(machine, at, step.events)
          expect(reading(machine, at)).toBe(step.reads)
        }
        expect(at.saved).toEqual({ ...from.saved, ...at.banks, ...wanted })
        if (plan.value.steps.length > 0) expect(at.screen).toBe(machine.pad.home)
      }),
      { numRuns: 400 },
    )
  })

  it('planned anew after every step, it still comes to its end: nobody is sent in a circle', () => {
    fc.assert(
      fc.property(machines, ({ machine, state, wanted }) => {
        const whole = planKeys(machine, state, wanted)
        if (!whole.ok || forgets(whole.value)) return
        let at = state
        let taken = 0
        for (let plan: ReturnType<typeof planKeys> = whole; plan.ok; plan = planKeys(machine, at, wanted)) {
          const [step] = plan.value.steps
          if (!step) break
          at = run(machine, at, step.events)
          taken += 1
          expect(taken).toBeLessThanOrEqual(whole.value.steps.length + 4)
        }
        expect(at.saved).toMatchObject(wanted)
      }),
      { numRuns: 300 },
    )
  })
})

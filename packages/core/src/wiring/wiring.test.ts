import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type InputContact, judgeContact } from './contacts.ts'
import { isolationSteps, mayConfirmFromMs } from './isolation.ts'
import { callsOf, intended, intendedTable, outcomeOf, runsWords, sameOutcome, setRight, truthTable } from './network.ts'
import {
  type Bridge,
  equipmentBoards,
  isPump,
  SYSTEM_KINDS,
  TERMINALS,
  terminalsOf,
  type Wire,
  type Wiring,
  type WiringSystem,
  wantedWires,
  wantedWiring,
} from './wiring.ts'
import { mended, wireRefusal, wiringFindings } from './wiringFindings.ts'

const system = (
  more: Partial<Omit<WiringSystem, 'controller'>> = {},
  controller: Partial<WiringSystem['controller']> = {},
): WiringSystem => ({
  kind: 'heat-pump',
  heatStages: 1,
  coolStages: 1,
  transformers: 1,
  reversing: 'cool',
  ...more,
  controller: { splitPower: true, power: 'common', valve: 'O and B', valveSet: null, ...controller },
})
const PUMP = system()

describe('power on a call', () => {
  it('is a danger, wherever the two are joined, and never a spare wire', () => {
    const right = wantedWiring(FURNACE)
    const bridged = { ...right, bridges: [...right.bridges, { board: 'equipment' as const, a: 'R' as const, b: 'G' as const }] }
    const [first] = wiringFindings(FURNACE, bridged, null)
    expect(first).toMatchObject({ key: 'power-on-G-equipment', danger: true, code: 'power-on-call' })
    expect(first?.says).toContain('runs all the time')
    expect(wiringFindings(FURNACE, mended(bridged, first?.does ?? []), null)).toEqual([])
    // By a conductor too, and there nobody offers to take out a bridge that is none.
    const strayed = { ...right, wires: [...right.wires, wire('brown', 'W1', 'R')] }
    const found = wiringFindings(FURNACE, strayed, null).find((one) => one.key === 'power-on-W1-equipment')
    expect(found).toMatchObject({ danger: true, does: [] })
  })
})

describe('what should be', () => {
  it('comes from the equipment and the call alone, and the wanted wiring brings it about', () => {
    fc.assert(
      fc.property(systems, (one) => {
        const right = setRight(one)
        const runs = truthTable(right, wantedWiring(right))
        const should = intendedTable(one)
        expect(runs.map((of) => `${of.call}: ${runsWords(of)}`)).toEqual(should.map((of) => `${of.call}: ${runsWords(of)}`))
        // No setting and no conductor changes it.
        for (const valveSet of ['cool', 'heat', null] as const)
          expect(intendedTable({ ...one, controller: { ...one.controller, valveSet } })).toEqual(should)
        for (const { call, mode } of should) {
          if (call.startsWith('cool')) expect([call, mode]).toEqual([call, 'cools'])
          if (call.startsWith('heat')) expect([call, mode === 'cools']).toEqual([call, false])
        }
      }),
    )
  })
  it('a controller set the wrong way round is seen call by call, beside its finding', () => {
    const wrong = system({ reversing: 'heat' }, { valve: 'O/B', valveSet: 'cool' })
    const [outcome, should] = [outcomeOf(wrong, wantedWiring(wrong), 'cool-1'), intended(wrong, 'cool-1')]
    expect([runsWords(outcome), runsWords(should)]).toEqual(['compressor heats, fan', 'compressor cools, fan'])
    expect(sameOutcome(outcome, should)).toBe(false)
    expect(wiringFindings(wrong, wantedWiring(wrong), null).map((one) => one.code)).toContain('valve-set-otherwise')
  })
  it('the valve hangs on the board of its compressor', () => {
    const apart = system({ kind: 'dual-fuel', transformers: 2 })
    expect(wantedWires(apart).find((one) => one.equipment.terminal === 'O')?.equipment.board).toBe('second')
    expect(terminalsOf(apart, 'equipment')).not.toContain('O')
    expect(terminalsOf(apart, 'second')).toContain('O')
  })
})

describe('the calls of a system', () => {
  it.each([
    [{ kind: 'heat-pump', heatStages: 0, coolStages: 1 }, ['off', 'fan', 'cool-1', 'heat-1']],
    [{ kind: 'heat-pump', heatStages: 0, coolStages: 2 }, ['off', 'fan', 'cool-1', 'cool-2', 'heat-1', 'heat-2']],
    [{ kind: 'heat-pump', heatStages: 1, coolStages: 1 }, ['off', 'fan', 'cool-1', 'heat-1', 'heat-aux', 'defrost', 'emergency']],
    [
      { kind: 'heat-pump', heatStages: 1, coolStages: 2 },
      ['off', 'fan', 'cool-1', 'cool-2', 'heat-1', 'heat-2', 'heat-aux', 'defrost', 'emergency'],
    ],
    [{ kind: 'dual-fuel', heatStages: 1, coolStages: 1 }, ['off', 'fan', 'cool-1', 'heat-1', 'heat-aux', 'defrost', 'emergency']],
    [{ kind: 'furnace', heatStages: 1, coolStages: 1 }, ['off', 'fan', 'cool-1', 'heat-1']],
    [{ kind: 'furnace', heatStages: 2, coolStages: 2 }, ['off', 'fan', 'cool-1', 'cool-2', 'heat-1', 'heat-2']],
    [{ kind: 'cool-only', heatStages: 2, coolStages: 1 }, ['off', 'fan', 'cool-1']],
    [{ kind: 'heat-only', heatStages: 1, coolStages: 1 }, ['off', 'fan', 'heat-1']],
  ] as const)('%j: %j', (more, calls) => expect(callsOf(system(more))).toEqual(calls))

  it('in emergency the auxiliary heater alone, both stages of it', () => {
    const told = (heatStages: 1 | 2) => {
      const pump = system({ heatStages })
      return runsWords(outcomeOf(pump, wantedWiring(pump), 'emergency'))
    }
    expect(told(1)).not.toBe(told(2))
  })
})
const FURNACE = system({ kind: 'furnace', heatStages: 2 })
const TWO = system({ kind: 'furnace', transformers: 2 })

const wire = (
  id: string,
  controller: Wire['controller'],
  terminal: Wire['controller'],
  board: 'equipment' | 'second' = 'equipment',
): Wire => ({
  id,
  controller,
  equipment: terminal && { board, terminal },
})
const without = (wiring: Wiring, controller: string): Wiring => ({
  ...wiring,
  wires: wiring.wires.filter((one) => one.controller !== controller),
})
const keys = (one: WiringSystem, wiring: Wiring, cable: number | null = null) =>
  wiringFindings(one, wiring, cable).map((finding) => finding.key)

describe('the wanted conductors', () => {
  it('of a heat pump with an auxiliary heater', () =>
    expect(wantedWires(PUMP).map((one) => one.controller)).toEqual(['Rc', 'C', 'G', 'Y1', 'O', 'W1']))
  it('of a furnace with its own transformer and cooling with another', () =>
    expect(wantedWires(TWO).map((one) => `${one.controller}-${one.equipment.board}:${one.equipment.terminal}`)).toEqual([
      'Rh-equipment:R',
      'Rc-second:R',
      'C-second:C',
      'G-second:G',
      'Y1-second:Y1',
      'W1-equipment:W1',
    ]))
  it('without a common where the controller lives on a battery', () =>
    expect(wantedWires(system({}, { power: 'battery' })).map((one) => one.controller)).not.toContain('C'))
})

const systems = fc
  .record({
    kind: fc.constantFrom(...SYSTEM_KINDS),
    heatStages: fc.constantFrom(1 as const, 2 as const),
    coolStages: fc.constantFrom(1 as const, 2 as const),
    two: fc.boolean(),
    reversing: fc.constantFrom('cool' as const, 'heat' as const),
    splitPower: fc.boolean(),
    power: fc.constantFrom('common' as const, 'battery' as const),
    valve: fc.constantFrom('O and B' as const, 'O/B' as const),
    aux: fc.constantFrom('W' as const, 'AUX and E' as const),
  })
  .map(({ kind, heatStages, coolStages, two, reversing, splitPower, power, valve, aux }): WiringSystem => {
    // Two transformers need heat and cooling apart, and a controller with two power terminals.
    const apart = two && kind !== 'cool-only' && kind !== 'heat-only'
    return {
      kind,
      heatStages: kind === 'cool-only' ? 0 : heatStages,
      coolStages: kind === 'heat-only' ? 0 : coolStages,
      transformers: apart ? 2 : 1,
      reversing,
      controller: { splitPower: splitPower || apart, power, valve, valveSet: null, aux },
    }
  })

describe('any system wired as it is wanted', () => {
  it('has nothing found against it, and every call runs what it should', () => {
    fc.assert(
      fc.property(systems, (one) => {
        const wiring = wantedWiring(one)
        expect(wiringFindings(one, wiring, wiring.wires.length)).toEqual([])
        for (const outcome of truthTable(one, wiring)) {
          expect(outcome).toMatchObject({ awake: true, short: false, tied: false })
          const { call } = outcome
          if (call === 'off') expect(runsWords(outcome)).toBe('nothing')
          if (call === 'fan') expect(outcome).toMatchObject({ fan: true, compressor: 0, heat: 0 })
          if (call.startsWith('cool'))
            expect(outcome).toMatchObject({ mode: 'cools', compressor: call === 'cool-2' ? 2 : 1, heat: 0, fan: true })
          if (call === 'heat-1')
            expect(isPump(one) ? outcome.mode === 'heats' && outcome.heat === 0 : outcome.heat === 1).toBe(true)
          if (call === 'heat-2' && isPump(one)) expect(outcome).toMatchObject({ compressor: 2, mode: 'heats', heat: 0 })
          if (call === 'heat-aux')
            expect(outcome).toMatchObject(
              one.kind === 'dual-fuel'
                ? { compressor: 0, heat: one.heatStages, fan: true }
                : { compressor: one.coolStages, mode: 'heats', heat: one.heatStages },
            )
          if (call === 'defrost') expect(outcome).toMatchObject({ compressor: 1, mode: 'cools', fan: true })
          if (call === 'emergency') expect(outcome).toMatchObject({ compressor: 0, fan: true })
        }
      }),
    )
  })
  it('with any one conductor or bridge missing: it is found, what runs changes, and the mend that is offered mends it', () => {
    fc.assert(
      fc.property(systems, fc.nat(20), (one, n) => {
        const right = wantedWiring(one)
        const parts = right.wires.length + right.bridges.length
        const gone = n % parts
        const wiring: Wiring = {
          wires: right.wires.filter((_, i) => i !== gone),
          bridges: right.bridges.filter((_, i) => right.wires.length + i !== gone),
        }
        fc.pre(wiring.wires.length > 0)
        const found = wiringFindings(one, wiring, null)
        expect(found.length).toBeGreaterThan(0)
        const table = (some: Wiring) => truthTable(one, some).map(runsWords)
        expect(table(wiring)).not.toEqual(table(right))
        const after = mended(
          wiring,
          found.flatMap((finding) => finding.does),
        )
        expect(wiringFindings(one, after, null)).toEqual([])
        expect(table(after)).toEqual(table(right))
      }),
    )
  })
  it('with any two conductors crossed at the equipment: it is found, and mended', () => {
    fc.assert(
      fc.property(systems, fc.nat(20), fc.nat(20), (one, a, b) => {
        const right = wantedWiring(one)
        const [i, j] = [a % right.wires.length, b % right.wires.length]
        fc.pre(i !== j)
        const wires = right.wires.map((each, k) => ({
          ...each,
          equipment: (right.wires[k === i ? j : k === j ? i : k] as Wire).equipment,
        }))
        const found = wiringFindings(one, { ...right, wires }, null)
        expect(found.length).toBeGreaterThan(0)
        for (const finding of found) expect(finding.mend.length).toBeGreaterThan(10)
      }),
    )
  })
})

describe('heat beside a compressor', () => {
  it('a furnace never runs with it: a conductor that joins their calls is a danger', () => {
    const dual = system({ kind: 'dual-fuel', heatStages: 1 })
    expect(runsWords(outcomeOf(dual, wantedWiring(dual), 'heat-aux'))).toBe('heat, fan')
    const right = wantedWiring(dual)
    const joined = { ...right, bridges: [...right.bridges, { board: 'controller' as const, a: 'Y1' as const, b: 'W1' as const }] }
    const [first] = wiringFindings(dual, joined, null)
    expect(first).toMatchObject({ key: 'dual-fuel-together', danger: true })
    // An electric heater may run beside the compressor.
    const pump = system({ heatStages: 1 })
    expect(wiringFindings(pump, wantedWiring(pump), null)).toEqual([])
  })
  it('emergency heat on an E that goes nowhere is found, and bridged', () => {
    const pump = system({ heatStages: 1 }, { aux: 'AUX and E' })
    const right = wantedWiring(pump)
    expect(right.bridges).toContainEqual({ board: 'controller', a: 'AUX', b: 'E' })
    const bare = { ...right, bridges: right.bridges.filter((one) => one.a !== 'AUX') }
    const [first] = wiringFindings(pump, bare, null)
    expect(first?.key).toBe('emergency')
    expect(runsWords(outcomeOf(pump, bare, 'emergency'))).toBe('fan')
    expect(runsWords(outcomeOf(pump, mended(bare, first?.does ?? []), 'emergency'))).toBe('heat, fan')
    // A conductor of its own does as well.
    const own = { ...bare, wires: [...bare.wires, wire('brown', 'E', 'W1')] }
    expect(wiringFindings(pump, own, null).map((one) => one.key)).toEqual([])
  })
})

describe('a fault', () => {
  const right = wantedWiring(PUMP)

  it('missing bridge: heating alone is dead, and the sentence says so', () => {
    const wiring = { ...right, bridges: [] }
    expect(wiringFindings(PUMP, wiring, null)[0]).toMatchObject({
      key: 'bridge',
      says: expect.stringContaining('heating gets no power'),
    })
    expect(runsWords(outcomeOf(PUMP, wiring, 'heat-1'))).toBe('compressor heats, fan')
    expect(runsWords(outcomeOf(PUMP, wiring, 'emergency'))).toBe('fan')
  })
  it('missing common: the controller is dark and nothing runs', () => {
    const wiring = without(right, 'C')
    expect(wiringFindings(PUMP, wiring, null)[0]?.says).toMatch(/common conductor is missing/)
    expect(new Set(truthTable(PUMP, wiring).map(runsWords))).toEqual(new Set(['nothing: the controller has no power']))
  })
  it('reversing conductor on the wrong sense: it heats when it should cool, and moving it mends it', () => {
    const wires = right.wires.map((one) => (one.controller === 'O' ? { ...one, controller: 'B' as const } : one))
    const [finding] = wiringFindings(PUMP, { ...right, wires }, null)
    expect(finding).toMatchObject({ key: 'reversing', mend: expect.stringContaining('from B to O') })
    expect(runsWords(outcomeOf(PUMP, { ...right, wires }, 'cool-1'))).toBe('compressor heats, fan')
    expect(runsWords(outcomeOf(PUMP, mended({ ...right, wires }, finding?.does ?? []), 'cool-1'))).toBe('compressor cools, fan')
  })
  it('one terminal for the valve, set to the other sense: the setting is to be changed, not the conductor', () => {
    const set = system({}, { valve: 'O/B', valveSet: 'heat' })
    const [finding] = wiringFindings(set, wantedWiring(set), null)
    expect(finding).toMatchObject({ key: 'reversing', mend: expect.stringContaining('setting'), does: [] })
    expect(runsWords(outcomeOf(set, wantedWiring(set), 'heat-1'))).toBe('compressor cools, fan')
  })
  it('a stage with no wire, and too few conductors in the cable', () => {
    const wiring = without(wantedWiring(FURNACE), 'W2')
    expect(keys(FURNACE, wiring, 5)).toEqual(['no-W2-equipment', 'cable'])
    expect(wiringFindings(FURNACE, wiring, 5)[1]?.says).toBe('The cable has 5 conductors and this system wants 6.')
    expect(runsWords(outcomeOf(FURNACE, wiring, 'heat-2'))).toBe('heat, fan')
  })
  it('two transformers tied at the controller: dangerous, first, and the bridge comes out', () => {
    const bridge: Bridge = { board: 'controller', a: 'Rh', b: 'Rc' }
    const wiring = { ...wantedWiring(TWO), bridges: [bridge] }
    const [finding] = wiringFindings(TWO, without(wiring, 'G'), null)
    expect(finding).toMatchObject({ key: 'two-transformers', danger: true, does: [{ do: 'bridge', there: false }] })
    expect(truthTable(TWO, wiring).every((one) => one.tied)).toBe(true)
    expect(keys(TWO, mended(wiring, finding?.does ?? []))).toEqual([])
  })
  it('power joined to common: the fuse goes, and nothing runs', () => {
    const wiring = { ...right, bridges: [...right.bridges, { board: 'equipment', a: 'R', b: 'C' } as const] }
    expect(wiringFindings(PUMP, wiring, null)[0]).toMatchObject({ key: 'short-equipment', danger: true })
    expect(runsWords(outcomeOf(PUMP, wiring, 'cool-1'))).toBe('nothing: the fuse goes')
  })
  it('a conductor at the wrong terminal is named with where it belongs', () => {
    const wires = right.wires.map((one) => (one.controller === 'Y1' ? wire('yellow', 'Y1', 'W2') : one))
    expect(wiringFindings(PUMP, { ...right, wires }, null)[0]).toMatchObject({
      says: expect.stringContaining('yellow goes from Y1'),
      mend: 'Move yellow to Y1 on the equipment.',
    })
  })
  it('nothing is judged before anything was entered', () => expect(keys(PUMP, { wires: [], bridges: [] })).toEqual([]))
})

describe('a conductor that cannot be entered so', () => {
  const some: Wiring = { wires: [wire('red', 'Rc', 'R')], bridges: [] }
  it.each<[string, Wire, RegExp | null]>([
    ['on a second terminal', wire('Red', 'Rh', 'R'), /red is on Rc and R already/],
    ['without a name', wire(' ', 'Rc', 'R'), /has no name/],
    ['on a terminal that the controller lacks', wire('blue', 'OB', 'C'), /no terminal OB/],
    ['on a board that is not there', wire('blue', 'C', 'C', 'second'), null],
    ['its second end told later', { id: 'red', controller: 'Rc', equipment: null }, null],
    ['on the same terminals again', wire('red', 'Rc', 'R'), null],
  ])('%s', (_, entered, reason) => {
    const refused = wireRefusal(PUMP, some, entered)
    if (reason) expect(refused?.reason).toMatch(reason)
    else expect(refused).toBeNull()
  })
})

it('every terminal of every strip has its word, and no call is offered that the system cannot make', () => {
  fc.assert(
    fc.property(systems, (one) => {
      for (const board of ['controller', ...equipmentBoards(one)] as const)
        for (const terminal of terminalsOf(one, board)) expect(TERMINALS).toContain(terminal)
      expect(callsOf(one).includes('emergency')).toBe(isPump(one))
      if (one.kind === 'heat-only') expect(callsOf(one)).not.toContain('cool-1')
    }),
  )
})

describe('contacts', () => {
  const float: InputContact = {
    device: 'float switch',
    rests: 'closed',
    does: 'fault',
    acts: 'opens',
    reach: 'one',
    kind: 'float',
  }
  const judged = (more: Partial<InputContact>, units = 1) => judgeContact({ ...float, ...more }, units)

  it('a float that rests closed and stops its own unit with an alarm has nothing against it', () => {
    const good = judged({}, 4)
    expect(good.findings).toEqual([])
    expect(good.says).toBe('When the float switch trips, this unit stops, and the alarm shows. The others run on.')
    expect(good.test).toMatch(/Trip the float switch itself, not its wires.*stop and the alarm must show/)
  })
  it.each<[string, Partial<InputContact>, number, RegExp]>([
    ['acts the wrong way round', { acts: 'closes' }, 1, /acts all the time, and never when/],
    ['rests open', { rests: 'open', acts: 'closes' }, 1, /a broken wire looks as if all were well/],
    ['is not listened to', { does: 'none' }, 1, /nothing stops/],
    ['stops in silence', { does: 'off' }, 1, /stops in silence/],
    ['stops every unit', { reach: 'all' }, 8, /stops all 8 units/],
  ])('a float that %s is found, with a remedy that bridges nothing', (_, change, units, says) => {
    const { findings } = judged(change, units)
    expect(findings.map((one) => one.says).join('\n')).toMatch(says)
    for (const one of findings) expect(one.mend).not.toMatch(/\b(bridge it|jumper|bypass)\b/i)
  })
  it.each<[string, Partial<InputContact>, RegExp | null]>([
    ['a duct smoke detector that stops its own unit alone', { device: 'duct detector', kind: 'smoke' }, /stops this unit alone/],
    ['a duct smoke detector that stops them all', { device: 'duct detector', kind: 'smoke', reach: 'all' }, null],
    ['a relay of the fire alarm without an alarm', { kind: 'fire-alarm', does: 'off', reach: 'all' }, /nobody learns of a fire/],
    [
      'a relay of the fire alarm that only switches',
      { kind: 'fire-alarm', does: 'remote', reach: 'all' },
      /nobody learns of a fire/,
    ],
    [
      'a leak detector that forces the unit off',
      { device: 'A2L sensor', kind: 'refrigerant-leak' },
      /the blower stops with the unit/,
    ],
    ['a leak detector that runs the fan alone', { kind: 'refrigerant-leak', does: 'boost' }, /the compressor goes on/],
    [
      'a leak detector that is not listened to',
      { kind: 'refrigerant-leak', does: 'none' },
      /the compressor goes on and nothing runs/,
    ],
    ['a leak detector that stops the compressor and runs the fan', { kind: 'refrigerant-leak', does: 'mitigate' }, null],
    ['a smoke detector that leaves the fan running', { kind: 'smoke', does: 'mitigate', reach: 'all' }, /the blower goes on/],
  ])('%s', (_, change, says) => {
    const { findings, provable } = judged(change, 4)
    if (says) expect(findings.map((one) => one.says).join('\n')).toMatch(says)
    else expect(findings).toEqual([])
    // Nothing about a smoke detector, a leak or an alarm ever tells to let it stop less.
    if (change.kind !== 'float') expect(findings.map((one) => one.mend).join()).not.toMatch(/its own unit alone/)
    expect(provable).toBe(change.does !== 'none')
  })
  it('a smoke detector is reset by hand, and its test says so', () => {
    expect(judged({ device: 'duct detector', kind: 'smoke', reach: 'all' }, 4).test).toMatch(
      /stay off until the duct detector is reset by hand/,
    )
    expect(judged({}, 4).test).toMatch(/start again by itself/)
  })
  it('a window contact may stop its room in silence', () =>
    expect(judged({ device: 'window contact', does: 'off', kind: null }).findings).toEqual([]))
  it('what nobody looked at is asked for, not assumed', () => {
    const open = judged({ rests: null, does: null, acts: null, reach: null }, 3)
    expect(open.missing).toHaveLength(4)
    expect(open.says).toMatch(/^Not known yet/)
  })
})

describe('isolation', () => {
  it('lets the wait be confirmed only when it is over, counted from the open disconnect', () => {
    const wait = isolationSteps({ gas: false, dischargeS: 300, slowest: '' }).find((one) => one.waitS !== undefined)
    if (!wait) throw new Error('no wait')
    expect(mayConfirmFromMs(wait, () => null)).toBeNull()
    expect(mayConfirmFromMs(wait, (id) => (id === 'isolation.open' ? 1_000_000 : 9_000_000))).toBe(1_300_000)
    expect(mayConfirmFromMs({ id: 'a', says: '', why: '' }, () => null)).toBe(0)
  })
  it('waits for stored charge before it proves dead, AC and DC, and shuts gas where there is gas', () => {
    const steps = isolationSteps({ gas: true, dischargeS: 300, slowest: 'blower module 5 min' })
    expect(steps.map((one) => one.id)).toContain('isolation.gas')
    const [wait, dead] = steps.slice(-2)
    expect(wait).toMatchObject({ id: 'isolation.discharged', waitS: 300 })
    expect(dead).toMatchObject({
      id: 'isolation.dead',
      waitsFor: 'isolation.discharged',
      says: expect.stringContaining('AC and DC'),
    })
    // Nothing is proved dead while the wait is not over.
    expect(dead && mayConfirmFromMs(dead, () => null)).toBeNull()
    expect(dead && mayConfirmFromMs(dead, () => 5000)).toBe(5000)
    expect(isolationSteps({ gas: false, dischargeS: 60, slowest: '' }).map((one) => one.id)).not.toContain('isolation.gas')
  })
})

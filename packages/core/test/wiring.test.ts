import { describe, expect, it } from 'vitest'
import { expectSaid, tell } from '../src/testing/index.ts'
import { type InputContact, judgeContact } from '../src/wiring/contacts.ts'
import { isolationSteps, mayConfirmFromMs } from '../src/wiring/isolation.ts'
import { runsWords, truthTable } from '../src/wiring/network.ts'
import {
  BOARDS,
  endWord,
  SYSTEM_KINDS,
  terminalsOf,
  type Wiring,
  type WiringSystem,
  wantedWires,
  wantedWiring,
  wantsBridge,
} from '../src/wiring/wiring.ts'
import { mended, wireRefusal, wiringFindings } from '../src/wiring/wiringFindings.ts'

type Said = readonly [string, readonly string[]]

const CONTROLLERS: WiringSystem['controller'][] = [
  { splitPower: true, power: 'common', valve: 'O and B', valveSet: null },
  { splitPower: false, power: 'battery', valve: 'O/B', valveSet: 'cool' },
  { splitPower: true, power: 'battery', valve: 'O/B', valveSet: null },
]
/** One fault each, put into a wiring that is right. */
const FAULTS: Record<string, (right: Wiring) => Wiring> = {
  right: (right) => right,
  'nothing entered': () => ({ wires: [], bridges: [] }),
  'common left off': (right) => ({ ...right, wires: right.wires.filter((one) => one.controller !== 'C') }),
  'fan left off': (right) => ({ ...right, wires: right.wires.filter((one) => one.controller !== 'G') }),
  'every bridge out': (right) => ({ ...right, bridges: [] }),
  'Rc and Rh tied': (right) => ({ ...right, bridges: [...right.bridges, { board: 'controller', a: 'Rc', b: 'Rh' }] }),
  'R on C': (right) => ({ ...right, bridges: [...right.bridges, { board: 'equipment', a: 'R', b: 'C' }] }),
  'R on G': (right) => ({ ...right, bridges: [...right.bridges, { board: 'equipment', a: 'R', b: 'G' }] }),
  'Y and W crossed': (right) => ({
    ...right,
    wires: right.wires.map((one) =>
      one.controller === 'Y1' ? { ...one, controller: 'W1' } : one.controller === 'W1' ? { ...one, controller: 'Y1' } : one,
    ),
  }),
  'O on B': (right) => ({
    ...right,
    wires: right.wires.map((one) =>
      one.equipment?.terminal === 'O' ? { ...one, equipment: { board: one.equipment.board, terminal: 'B' } } : one,
    ),
  }),
  'one end loose': (right) => ({ ...right, wires: right.wires.map((one, i) => (i === 1 ? { ...one, equipment: null } : one)) }),
}

describe('control wiring over systems and faults', () => {
  it('what runs, what is wrong, and what mends it', () => {
    const cases: Said[] = []
    for (const kind of SYSTEM_KINDS)
      for (const [i, controller] of CONTROLLERS.entries())
        for (const [heatStages, coolStages, transformers, reversing] of [
          [1, 1, 1, 'cool'],
          [2, 2, 2, 'heat'],
          [0, 1, 1, 'heat'],
        ] as const) {
          const system: WiringSystem = { kind, heatStages, coolStages, transformers, reversing, controller }
          const right = wantedWiring(system)
          const said = [
            `wants ${wantedWires(system)
              .map((one) => `${one.controller}–${one.equipment.board} ${endWord(one.equipment)} (${one.why})`)
              .join('; ')}`,
            `${wantsBridge(system) ? 'a bridge' : 'no bridge'}; ${BOARDS.map((board) => terminalsOf(system, board).join(' ')).join(' | ')}`,
          ]
          // Every fault with the first controller; with the others those that look at it.
          for (const [name, put] of Object.entries(FAULTS).slice(0, i === 0 ? undefined : 5)) {
            const wiring = put(right)
            const found = wiringFindings(system, wiring, name === 'right' ? 4 : null)
            const after = mended(
              wiring,
              found.flatMap((one) => one.does),
            )
            said.push(
              `${name}: ${truthTable(system, wiring)
                .map((one) => `${one.call} ${runsWords(one)}${one.tied ? ' TIED' : ''}`)
                .join('; ')}`,
              ...found.map((one) => `  ! ${tell(one)}`),
              `  mended: ${wiringFindings(system, after, null)
                .map((one) => one.key)
                .join(', ')}`,
            )
          }
          cases.push([
            `${kind}, ${heatStages} heat, ${coolStages} cool, ${transformers} transformers, ${reversing}, controller ${i}`,
            said,
          ])
        }
    return expectSaid(expect, 'wiring', cases)
  })

  it('which conductor is refused', () => {
    const system: WiringSystem = {
      kind: 'heat-pump',
      heatStages: 1,
      coolStages: 1,
      transformers: 2,
      reversing: 'cool',
      controller: CONTROLLERS[0] as WiringSystem['controller'],
    }
    const wiring = wantedWiring(system)
    const cases: Said[] = []
    for (const controller of [null, 'R', 'C', 'Y1', 'Y2', 'OB'] as const)
      for (const equipment of [
        null,
        { board: 'equipment', terminal: 'Y1' },
        { board: 'second', terminal: 'C' },
        { board: 'controller', terminal: 'C' },
      ] as const)
        cases.push([
          tell([controller ?? 'loose', equipment ?? 'loose']),
          [tell(wireRefusal(system, wiring, { id: 'new', controller, equipment }) ?? 'taken')],
        ])
    return expectSaid(expect, 'conductors', cases)
  })
})

describe('contacts and isolation', () => {
  it('what a contact does when it trips', () => {
    const cases: Said[] = []
    for (const device of ['float switch', 'window contact'])
      for (const rests of [null, 'open', 'closed'] as const)
        for (const does of [null, 'none', 'off', 'remote', 'fault', 'occupied', 'boost'] as const)
          for (const acts of [null, 'opens', 'closes'] as const) {
            const contact: InputContact = {
              device,
              rests,
              does,
              acts,
              reach: acts === 'opens' ? 'all' : acts && 'one',
              kind: device === 'float switch' ? 'float' : null,
            }
            cases.push([
              tell([device, rests ?? '?', does ?? '?', acts ?? '?']),
              [tell(judgeContact(contact, does === 'off' ? 1 : does === 'fault' ? 2 : 3))],
            ])
          }
    return expectSaid(expect, 'contacts', cases)
  })
  it('what comes before a panel is opened', () => {
    const cases: Said[] = []
    for (const gas of [false, true])
      for (const dischargeS of [0, 60, 300, 600]) {
        const steps = isolationSteps({ gas, dischargeS, slowest: 'the drive' })
        const done = (id: string) => (id === steps.at(-1)?.id ? null : 1000 * steps.findIndex((one) => one.id === id))
        cases.push([`gas ${gas}, ${dischargeS} s`, steps.map((one) => `${tell(one)} from ${mayConfirmFromMs(one, done)}`)])
      }
    return expectSaid(expect, 'isolation', cases)
  })
})

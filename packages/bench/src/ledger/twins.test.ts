import { BASE_UNITS } from '@ingle/core'
import { BOARD_A, BOARD_B, rule } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { Mill } from '../testing/mill.ts'
import { aimEntries, carryAims } from './carryAims.ts'
import { driftOf } from './drift.ts'
import { compareTwins, type TwinStanding } from './twins.ts'

const FAN = 'fan.satisfied.heat@controller'

function compare(mill: Mill) {
  const { state } = mill
  const visit = state.visits.find((one) => one.id === mill.visit)!
  return compareTwins(state, state.systems, visit, BASE_UNITS)
}
const standings = (mill: Mill, key = FAN): TwinStanding[] =>
  compare(mill)
    .find((row) => row.key === key)
    ?.cells.map((cell) => cell.standing) ?? []

describe('twins', () => {
  it('tell an accident from a difference that somebody gave a reason for', () => {
    const mill = new Mill([1, 2, 3, 4])
    for (const n of [1, 2]) mill.set(n, 'left', FAN, '0')
    mill.set(3, 'left', FAN, '1')
    mill.set(4, 'left', FAN, '1', { why: 'the tenant is deaf to it' })
    expect(standings(mill)).toEqual(['same', 'same', 'accident', 'deliberate'])
    mill.aim(3, FAN, 'trickle')
    expect(standings(mill)).toEqual(['same', 'same', 'deliberate', 'deliberate'])
  })

  it('as many at one value as at another: neither is called “most”, unless the aim says which', () => {
    const mill = new Mill([1, 2])
    mill.set(1, 'left', FAN, '0')
    mill.set(2, 'left', FAN, '1')
    expect(compare(mill).find((row) => row.key === FAN)).toMatchObject({ usual: null, usualSays: 'as many each', isTied: true })
    expect(standings(mill)).toEqual(['accident', 'accident'])
    for (const n of [1, 2]) mill.rules(n, rule('off', [{ role: 'fan.satisfied.heat', value: 'off', why: 'no draught.' }]))
    expect(compare(mill).find((row) => row.key === FAN)).toMatchObject({ usual: 'off', isTied: false })
    expect(standings(mill)).toEqual(['same', 'accident'])
  })

  it('a reason goes on counting on later visits while the value stands', () => {
    const mill = new Mill()
    for (const n of [1, 2]) mill.set(n, 'left', FAN, '0')
    mill.set(3, 'left', FAN, '1', { why: 'asked for' })
    mill.secondVisit()
    mill.set(3, 'found', FAN, '1')
    expect(standings(mill)).toEqual(['same', 'same', 'deliberate'])
  })

  it('agree in meaning whatever board spells it, and wherever it lives', () => {
    const mill = new Mill().board(3, BOARD_B)
    for (const n of [1, 2]) mill.set(n, 'left', FAN, '0')
    mill.set(3, 'left', 'fan.satisfied.heat', 'on')
    expect(standings(mill)).toEqual(['same', 'same', 'same'])
    expect(compare(mill).filter((row) => row.label === 'Fan when satisfied, heating')).toHaveLength(1)
    mill.set(3, 'left', 'fan.satisfied.heat', 'off')
    expect(standings(mill)).toEqual(['same', 'same', 'accident'])
  })

  it('say which unit lacks a need, and which was not looked at', () => {
    const mill = new Mill().board(3, BOARD_B)
    mill.set(1, 'found', 'coil.target.cool', '1')
    expect(standings(mill, 'coil.target.cool')).toEqual(['same', 'unknown', 'lacks'])
  })

  it('may differ in what belongs to one unit', () => {
    const mill = new Mill()
    mill.set(1, 'left', 'sensor.trim@controller', '0')
    mill.set(2, 'left', 'sensor.trim@controller', '1.5')
    expect(standings(mill, 'sensor.trim@controller')).toEqual(['same', 'same', 'unknown'])
  })
})

describe('copying aims', () => {
  const OFF = rule('off', [
    { role: 'fan.satisfied.heat', value: 'off', why: 'no draught.' },
    { role: 'control.differential', value: '1', why: 'tight.' },
    { role: 'coil.target.cool', value: 'colder', why: 'damp.' },
  ])
  it('carries aims in roles, never readings nor what belongs to the unit, and names what is lost', () => {
    const mill = new Mill().rules(1, OFF).board(3, BOARD_B).aim(1, 'airflow.cool', '3')
    mill.set(1, 'found', 'display.units@controller', 'C')
    mill.aim(1, 'sensor.trim@controller', '0.9')
    const entries = aimEntries(mill.ledger(1))
    expect(entries.map((one) => one.role)).not.toContain('sensor.trim@controller')
    expect(entries.map((one) => one.role)).not.toContain('display.units@controller')
    const toTwo = carryAims(entries, mill.ledger(2), BASE_UNITS)
    expect(toTwo.aims.map((one) => [one.row.key, one.value, one.nearest !== null])).toEqual([
      [FAN, 'off', false],
      ['coil.target.cool', 'colder', false],
      ['airflow.cool', '3', false],
      ['control.differential@controller', '1', true],
    ])
    const toThree = carryAims(entries, mill.ledger(3), BASE_UNITS)
    expect(toThree.aims.map((one) => one.row.key)).toContain('fan.satisfied.heat')
    expect(toThree.lost.map((one) => one.reason)).toEqual([
      'Evaporating target: no device of this unit has it.',
      'Cooling tap “3” is a mark of another device: choose it by its own table.',
    ])
  })
  it('counts what is aimed for already', () => {
    const mill = new Mill().rules(1, OFF).rules(2, OFF)
    const carried = carryAims(aimEntries(mill.ledger(1)), mill.ledger(2), BASE_UNITS)
    expect(carried).toMatchObject({ aims: [], lost: [], already: aimEntries(mill.ledger(1)).length })
  })
})

describe('drift', () => {
  const drift = (mill: Mill, n = 1) => driftOf(mill.at(n))
  const before = (key: string, value: string) => {
    const mill = new Mill()
    mill.set(1, 'left', key, value)
    return mill
  }

  it('is what is not as the last visit left it', () => {
    const mill = before(FAN, '0').secondVisit()
    expect(drift(mill)).toEqual([])
    mill.set(1, 'found', FAN, '0')
    expect(drift(mill)).toEqual([])
    mill.set(1, 'found', FAN, '1')
    expect(drift(mill)).toMatchObject([{ key: FAN, before: { column: 'left', entry: { value: '0' } }, now: '1' }])
  })
  it('is nothing on a first visit', () => {
    const mill = new Mill()
    mill.set(1, 'found', FAN, '1')
    expect(drift(mill)).toEqual([])
  })

  it.each<[string, (mill: Mill) => void, string, string, RegExp]>([
    ['a reset', () => undefined, FAN, '0', /factory value: a reset, or a new board/],
    ['a power cut', () => undefined, 'time.clock@controller', 'right', /a power cut brings that back/],
    ['somebody at the wall', () => undefined, 'time.clock@controller', 'right', /Anyone at the wall/],
    ['a hand that knows the menu', () => undefined, 'control.differential@controller', '1', /knows the installer menu/],
    [
      'a setting that reaches every unit',
      (mill) => mill.set(2, 'left', 'display.units@controller', 'C'),
      'display.units@controller',
      'F',
      /reaches every unit on the bus: it may have been set at Flat 2/,
    ],
    ['a new board', (mill) => mill.board(1, { ...BOARD_A, id: 'board-c' }), 'airflow.cool', '1', /Indoor unit was replaced/],
  ])('may come from %s', (_, meanwhile, key, left, cause) => {
    const mill = before(key, left).secondVisit()
    meanwhile(mill)
    const now = { [FAN]: '1', 'time.clock@controller': 'wrong', 'airflow.cool': '2', 'display.units@controller': 'C' }[key] ?? '2'
    mill.set(1, 'found', key, now)
    expect(drift(mill)[0]?.causes.join(' ')).toMatch(cause)
  })
})

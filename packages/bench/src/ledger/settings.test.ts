import { BASE_UNITS } from '@ingle/core'
import { BOARD_B, rule, WALL } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { FIRST, flatId, Mill } from '../testing/mill.ts'
import { ledgerFindings, sawOf, toSet } from './ledger.ts'

const FAN = 'fan.satisfied.heat@controller'
const DIFF = 'control.differential@controller'

describe('settings by need', () => {
  it('live elsewhere, under another code, in front of another board', () => {
    const mill = new Mill().board(2, BOARD_B)
    const fan = (n: number) => mill.ledger(n).filter((row) => row.id === 'fan.satisfied.heat')
    expect(fan(1).map((row) => [row.key, row.setting.code])).toEqual([[FAN, '21']])
    expect(fan(2).map((row) => [row.key, row.setting.code])).toEqual([['fan.satisfied.heat', 'B1']])
  })

  it('a number that no profile knows stands last, and is left alone', () => {
    const mill = new Mill()
    mill.set(1, 'found', 'alone.88', '3')
    expect(mill.ledger(1).at(-1)).toMatchObject({ key: 'alone.88', need: 'alone', found: { value: '3' }, aim: null })
  })

  it('a visit keeps the profile version that it was done with', () => {
    const mill = new Mill().secondVisit()
    mill.board(1, { ...WALL, version: 2, settings: WALL.settings.slice(0, 2) }, 'controller')
    expect(mill.ledger(1, FIRST).map((row) => row.key)).toContain(FAN)
    expect(mill.ledger(1).map((row) => row.key)).not.toContain(FAN)
  })
})

describe('aims', () => {
  const DAMP = rule('damp', [{ role: 'fan.satisfied.heat', value: 'trickle', why: 'steadier.' }])
  const WALL_RULE = rule('wall', [
    { role: 'fan.satisfied.heat', value: 'off', why: 'no draught.' },
    { role: 'control.differential', value: '1', why: 'tight.' },
  ])

  it('come from house rules, a later one over an earlier one, and say from which', () => {
    const mill = new Mill().rules(1, DAMP, WALL_RULE)
    expect(mill.row(1, FAN).aim).toMatchObject({
      value: '0',
      meaning: 'off',
      source: 'House rule “wall”',
      refined: [{ rule: 'damp', value: 'trickle' }],
      cost: 'costs of wall',
    })
  })

  it('are never rounded silently: the nearest is named as such', () =>
    expect(new Mill().rules(1, WALL_RULE).row(1, DIFF).aim).toMatchObject({
      value: '0.5',
      meaning: '1',
      fit: { fit: 'nearest', gives: '0.9', reason: expect.stringContaining('cannot be set to 1 °F') },
    }))

  it('that the device cannot express have no value, and a left value then says why', () => {
    const mill = new Mill().board(2, BOARD_B).rules(2, DAMP)
    expect(mill.row(2, 'fan.satisfied.heat').aim).toMatchObject({ value: null, fit: { fit: 'none' } })
    mill.set(2, 'left', 'fan.satisfied.heat', 'on')
    expect(mill.row(2, 'fan.satisfied.heat')).toMatchObject({ whyMissing: true, standing: 'watch' })
  })

  it('given to a unit go over the rules, stay for later visits, and can be given back', () => {
    const mill = new Mill().rules(1, WALL_RULE).aim(1, FAN, 'trickle')
    expect(mill.row(1, FAN).aim).toMatchObject({ value: '1', source: 'Given by MR', why: 'because' })
    mill.secondVisit()
    expect(mill.row(1, FAN).aim).toMatchObject({ value: '1' })
    mill.aim(1, FAN, null)
    expect(mill.row(1, FAN).aim).toMatchObject({ value: '0', source: 'House rule “wall”' })
    // What was aimed for on the first visit does not change with what the second one decided.
    expect(mill.row(1, FAN, FIRST).aim).toMatchObject({ value: '1' })
  })

  it.each([
    ['copy', 'Flat 1', 'Copied from Flat 1 by MR'],
    ['pattern', 'mill flats', 'Pattern “mill flats”, put on by MR'],
  ] as const)('by %s say so', (from, source, says) =>
    expect(new Mill().aim(1, FAN, 'off', from, source).row(1, FAN).aim?.source).toBe(says),
  )

  it('are waiting until they stand or something was left', () => {
    const mill = new Mill().rules(1, WALL_RULE)
    const keys = () => toSet(mill.ledger(1)).map((row) => row.key)
    expect(keys()).toContain(FAN)
    mill.set(1, 'found', FAN, '0')
    expect(keys()).not.toContain(FAN)
    mill.set(1, 'found', FAN, '1')
    expect(keys()).toContain(FAN)
    mill.set(1, 'left', FAN, '1', { why: 'owner likes it' })
    expect(keys()).not.toContain(FAN)
  })
})

describe('two who set the same row at once', () => {
  it('are both kept and shown, and one is chosen', () => {
    const mill = new Mill()
    const first = mill.set(1, 'left', FAN, '0', { saw: [] })
    mill.set(1, 'left', FAN, '1', { saw: [], by: 'JT' })
    const row = mill.row(1, FAN)
    expect(row).toMatchObject({ standing: 'watch', left: { value: '1', by: 'JT' } })
    expect(row.rivals).toMatchObject([{ column: 'left', entry: { id: first, value: '0' } }])
    mill.set(1, 'left', FAN, '0', { saw: sawOf(row, 'left') })
    expect(mill.row(1, FAN)).toMatchObject({ rivals: [], left: { value: '0' }, standing: 'set' })
  })
  it('agree when they wrote the same', () => {
    const mill = new Mill()
    mill.set(1, 'found', FAN, '1', { saw: [] })
    mill.set(1, 'found', FAN, '1', { saw: [], by: 'JT' })
    expect(mill.row(1, FAN).rivals).toEqual([])
  })
})

describe('findings', () => {
  it('look at how things will stand once the aims are left', () => {
    const stopped = {
      id: 'stopped',
      when: [
        { role: 'fan.satisfied.heat', is: ['off'] },
        { role: 'sensor.source', is: ['return'] },
      ],
      says: 'Still air.',
      remedy: 'Move the sensor.',
    }
    const mill = new Mill().rules(1, rule('off', [{ role: 'fan.satisfied.heat', value: 'off', why: '' }]))
    mill.set(1, 'found', 'sensor.source@controller', '1')
    const system = () => mill.state.systems.find((one) => one.id === flatId(1))!
    expect(ledgerFindings(mill.ledger(1), [stopped], system(), BASE_UNITS)).toMatchObject([
      { says: 'Still air.', keys: [FAN, 'sensor.source@controller'] },
    ])
    mill.set(1, 'left', 'sensor.source@controller', '2')
    expect(ledgerFindings(mill.ledger(1), [stopped], system(), BASE_UNITS)).toEqual([])
  })
})

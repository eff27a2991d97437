import { BASE_UNITS } from '@ingle/core'
import { BOARD_B, rule } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { Mill } from '../testing/mill.ts'
import { fitPattern, patternEntries } from './pattern.ts'

const FAN = 'fan.satisfied.heat@controller'

describe('a pattern', () => {
  it('keeps what was left, else what is aimed for, without what belongs to the unit', () => {
    const mill = new Mill().rules(1, rule('r', [{ role: 'control.differential', value: '2', why: 'wide.' }]))
    mill.set(1, 'left', FAN, '0', { why: 'quiet' })
    mill.set(1, 'left', 'sensor.trim@controller', '1')
    mill.set(1, 'left', 'zone.name.1@controller', 'Bridal suite')
    mill.set(1, 'found', 'display.units@controller', 'C')
    expect(patternEntries(mill.ledger(1))).toEqual([
      { role: FAN, value: 'off', why: 'quiet' },
      { role: 'control.differential@controller', value: '2', why: 'House rule “r”: wide.' },
    ])
  })

  it('goes onto another family through roles, and names what could not be carried', () => {
    const entries = [
      { role: FAN, value: 'off', why: '' },
      { role: 'control.differential@controller', value: '1', why: '' },
      { role: 'airflow.cool', value: '3', why: '' },
      { role: 'coil.target.cool', value: 'warmer', why: '' },
      { role: 'defrost.interval', value: '60', why: '' },
    ]
    const onA = fitPattern({ entries }, new Mill().ledger(1), BASE_UNITS)
    expect(onA.exact.map((one) => one.row.key)).toEqual([FAN, 'airflow.cool'])
    expect(onA.nearest).toMatchObject([{ value: '0.5', gives: '0.9' }])
    expect(onA.lost.map((one) => one.reason)).toEqual([
      'Evaporating target “warmer”: Coil has no “warmer”; it offers normal and colder.',
      'Defrost interval: no device of this unit has it.',
    ])
    const onB = fitPattern({ entries: entries.slice(0, 3) }, new Mill().board(1, BOARD_B).ledger(1), BASE_UNITS)
    expect(onB.exact.map((one) => one.row.key)).toEqual(['fan.satisfied.heat'])
    expect(onB.lost.map((one) => one.reason)).toEqual([
      'Cooling tap “3” is a mark of another device: choose it by its own table.',
    ])
  })
})

import { describe, expect, it } from 'vitest'
import { actionId, type ProgramForm, slotId } from '../times/deviceProgram.ts'
import { askedAt, atClock, programOn } from './deviceClock.ts'
import { keypadMachine } from './keypad/machine.ts'
import { startState } from './keypad/state.ts'
import type { DeviceSetting } from './setting.ts'

const PAD = { keys: [], home: 'room', screens: { room: { kind: 'show' as const, reads: '70', ways: [] } } }
const clock = (id: string, unit: string, given: string): DeviceSetting => ({
  role: id,
  label: id,
  values: ['--'],
  means: { '--': 'off' },
  range: { min: 0, max: 1425, step: 15, unit },
  default: given,
  access: '',
})
const degrees = (id: string, unit: string, given: string): DeviceSetting => ({
  role: id,
  label: id,
  values: [],
  range: { min: 5, max: 90, step: 0.5, unit },
  default: given,
  access: '',
})
const machine = (settings: DeviceSetting[]) =>
  keypadMachine({ id: 'x', version: 1, maker: 'X', family: 'X', kind: 'thermostat', settings }, PAD, [])

describe('a simulated device with a clock', () => {
  const form: ProgramForm = { shape: 'periods', count: 2, groups: [[0, 6]] }
  const made = machine([
    clock(slotId('start', 0, 0), '12 h clock', '5:45 AM'),
    degrees(slotId('heat-set', 0, 0), '°C', '20.5'),
    clock(slotId('start', 0, 1), '12 h clock', '--'),
    degrees(slotId('heat-set', 0, 1), '°C', '15'),
  ])
  it('shows the time and the set point in its own writing', () => {
    const state = startState(made)
    expect(atClock(made, form, state, { day: 0, minute: 340, ofYear: 12 })).toEqual({ clock: 'Mo 5:40 AM', set: '20.5' })
    const put = { ...state, saved: { ...state.saved, [slotId('start', 0, 1)]: '10:00 PM' } }
    expect(atClock(made, form, put, { day: 2, minute: 340, ofYear: 14 }).set).toBe('15')
    expect(atClock(made, form, put, { day: 2, minute: 345, ofYear: 14 }).set).toBe('20.5')
  })
  it('of a timer says on or off, by the last that acted, over midnight too', () => {
    const timer: ProgramForm = {
      shape: 'timer',
      count: 1,
      groups: [
        [0, 4],
        [5, 6],
      ],
    }
    const on = machine([clock(slotId('on', 0, 0), '24 h clock', '07:00'), clock(slotId('off', 0, 0), '24 h clock', '22:00')])
    const at = (day: number, minute: number) => atClock(on, timer, startState(on), { day, minute, ofYear: 12 }).set
    expect([at(0, 419), at(0, 420), at(0, 1320), at(6, 600)]).toEqual(['off', 'on', 'off', 'off'])
  })
  it('of a list acts only on its dates, and does nothing where nothing ever acted', () => {
    const list: ProgramForm = { shape: 'actions', count: 1 }
    const line = machine([
      { role: actionId('do', 1), label: 'does', values: ['-', 'on'], means: { '-': 'none' }, default: 'on', access: '' },
      clock(actionId('at', 1), '24 h clock', '09:00'),
      { role: actionId('days', 1), label: 'days', values: ['1-5'], means: { '1-5': 'mo-fr' }, default: '1-5', access: '' },
      {
        role: actionId('from', 1),
        label: 'from',
        values: [],
        range: { min: 1, max: 366, step: 1, unit: 'day.month' },
        default: '1.10.',
        access: '',
      },
      {
        role: actionId('to', 1),
        label: 'to',
        values: [],
        range: { min: 1, max: 366, step: 1, unit: 'day.month' },
        default: '15.4.',
        access: '',
      },
    ])
    const held = programOn(line, list, startState(line))
    expect(askedAt(held, { day: 2, minute: 600, ofYear: 10 }).action).toBe('on')
    expect(askedAt(held, { day: 2, minute: 600, ofYear: 180 }).action).toBeNull()
    // Sunday goes on from Friday.
    expect(askedAt(held, { day: 6, minute: 10, ofYear: 300 }).action).toBe('on')
  })
})

/** Invented families for tests: one wall controller in front of two kinds of board. */
import type { HouseRuleBody } from '../library/houseRule.ts'

export const WALL = {
  format: 'ingle-profile/1',
  id: 'wall',
  version: 1,
  maker: 'Test',
  family: 'Wall',
  kind: 'wall-controller',
  description: '',
  cautions: [],
  settings: [
    {
      role: 'sensor.source',
      code: '12',
      label: 'Sensor',
      values: ['1', '2'],
      means: { 1: 'return', 2: 'wall' },
      default: '1',
      access: '',
    },
    {
      role: 'sensor.trim',
      code: '13',
      label: 'Shift',
      values: [],
      range: { min: -3, max: 3, step: 0.5, unit: 'Δ°C' },
      access: '',
    },
    {
      role: 'fan.satisfied.heat',
      code: '21',
      label: 'Fan, heat off',
      values: ['0', '1'],
      means: { 0: 'off', 1: 'trickle' },
      default: '1',
      access: '',
      pairedWith: ['board-a'],
    },
    {
      role: 'control.differential',
      code: '30',
      label: 'Reach',
      values: [],
      range: { min: 0.5, max: 2, step: 0.5, unit: 'Δ°C' },
      access: '',
    },
    { role: 'display.units', code: '70', label: 'Degrees', values: ['F', 'C'], scope: 'all', access: '' },
    {
      role: 'time.clock',
      code: '60',
      label: 'Clock',
      values: ['right', 'wrong'],
      default: 'wrong',
      volatile: true,
      open: true,
      access: '',
    },
    { role: 'zone.name.1', code: 'n', label: 'Name', values: [], access: '' },
  ],
}
const board = (id: string, settings: object[]) => ({ ...WALL, id, family: id, kind: 'air-handler', settings })
export const BOARD_A = board('board-a', [
  { role: 'airflow.cool', code: 'A1', label: 'Fan', values: ['1', '2', '3'], access: '' },
  { role: 'coil.target.cool', code: 'A2', label: 'Coil', values: ['0', '1'], means: { 0: 'normal', 1: 'colder' }, access: '' },
])
export const BOARD_B = board('board-b', [
  {
    role: 'fan.satisfied.heat',
    code: 'B1',
    label: 'Fan after heat',
    values: ['on', 'off'],
    means: { on: 'off', off: 'as-set' },
    access: '',
  },
  { role: 'airflow.cool', code: 'B2', label: 'Fan', values: ['low', 'high'], access: '' },
])

export const rule = (id: string, aims: HouseRuleBody['aims'], more: Partial<HouseRuleBody> = {}): HouseRuleBody => ({
  id,
  name: id,
  reason: 'r',
  cost: `costs of ${id}`,
  aims,
  ...more,
})

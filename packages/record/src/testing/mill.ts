/** A small mill of invented flats for the tests of this folder: one wall controller in front of two kinds of board. */
import type { Place } from '@ingle/core'
import type { HouseRuleBody } from '../changes/bodies.ts'
import { type LedgerRow, ledgerOf } from '../ledger/ledger.ts'
import { pictureOf } from '../state/airflowInput.ts'
import { fold } from '../state/fold.ts'
import type { SiteState } from '../state/state.ts'
import { Pen, uuid } from './pen.ts'

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

export const FIRST = uuid(51)
export const SECOND = uuid(52)
export const flatId = (n: number) => uuid(60 + n)

export class Mill {
  readonly pen = new Pen()
  constructor(readonly flats: number[] = [1, 2, 3]) {
    this.pen.write('site.set', { name: 'Mill' })
    for (const n of flats) {
      const systemId = flatId(n)
      this.pen.write('system.set', { systemId, name: `Flat ${n}` })
      this.pen.write('profile.use', { systemId, place: 'controller', profile: WALL })
      this.pen.write('profile.use', { systemId, profile: BOARD_A })
    }
    this.pen.write('visit.start', { visitId: FIRST, reason: 'first' })
  }
  rules(n: number, ...rules: HouseRuleBody[]) {
    this.pen.write('rules.use', { systemId: flatId(n), rules })
    return this
  }
  board(n: number, profile: object, place: Place = 'equipment') {
    this.pen.write('profile.use', { systemId: flatId(n), place, profile })
    return this
  }
  set(
    n: number,
    column: 'found' | 'left' | 'proof',
    key: string,
    value: string,
    more: { why?: string; saw?: string[]; by?: string } = {},
  ) {
    const { by, ...rest } = more
    return this.pen.write(
      'setting.set',
      { visitId: this.visit, systemId: flatId(n), ...split(key), column, value, ...rest },
      by ? { by } : {},
    )
  }
  aim(n: number, key: string, value: string | null, from: 'hand' | 'copy' | 'pattern' = 'hand', source?: string) {
    this.pen.write('aim.set', {
      visitId: this.visit,
      systemId: flatId(n),
      ...split(key),
      value,
      why: 'because',
      from,
      ...(source && { source }),
    })
    return this
  }
  visit = FIRST
  secondVisit() {
    this.pen.write('visit.close', { visitId: FIRST })
    this.pen.write('visit.start', { visitId: SECOND, reason: 'second' })
    this.visit = SECOND
    return this
  }
  get state(): SiteState {
    return fold(uuid(0), this.pen.changes)
  }
  ledger(n: number, visitId = this.visit): LedgerRow[] {
    const { state } = this
    const system = state.systems.find((one) => one.id === flatId(n))
    const visit = state.visits.find((one) => one.id === visitId)
    if (!system || !visit) throw new Error('no such flat or visit')
    return ledgerOf(state, system, visit, pictureOf(state, system, visit))
  }
  row(n: number, key: string, visitId = this.visit): LedgerRow {
    const row = this.ledger(n, visitId).find((one) => one.key === key)
    if (!row) throw new Error(`no row ${key}`)
    return row
  }
}

const split = (key: string): { role: string; place?: Place } => {
  const [role = '', place] = key.split('@')
  return { role, ...(place && { place: place as Place }) }
}

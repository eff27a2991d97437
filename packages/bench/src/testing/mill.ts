/** A small mill of invented flats for the tests of this package. */
import { BASE_UNITS, type Place } from '@ingle/core'
import { type ChangeId, fold, type HouseRuleBody, type SiteState, type SystemId, type VisitId } from '@ingle/record'
import { BOARD_A, Pen, uuid, WALL } from '@ingle/record/testing'
import type { LedgerRow } from '../ledger/ledger.ts'
import { visitOf } from '../visit/visitView.ts'

export const FIRST: VisitId = uuid(51)
export const SECOND: VisitId = uuid(52)
export const flatId = (n: number): SystemId => uuid(60 + n)

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
    more: { why?: string; saw?: ChangeId[]; by?: string } = {},
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
  at(n: number, visitId = this.visit) {
    const { state } = this
    const system = state.systems.find((one) => one.id === flatId(n))
    const visit = state.visits.find((one) => one.id === visitId)
    if (!system || !visit) throw new Error('no such flat or visit')
    return visitOf({ state, system, visit, units: BASE_UNITS })
  }
  ledger(n: number, visitId = this.visit): readonly LedgerRow[] {
    return this.at(n, visitId).ledger
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

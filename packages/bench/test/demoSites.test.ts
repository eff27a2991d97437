import {
  BEACON_FLAT_IDS,
  BEACON_ID,
  BEACON_VISIT_ID,
  beaconChanges,
  CALDER_ID,
  CALDER_SYSTEM_ID,
  CALDER_VISIT_ID,
  calderChanges,
  DEMO_SITES,
} from '@ingle/catalog/demo'
import { BASE_UNITS } from '@ingle/core'
import { findSystem, findVisit, fold, parseChange } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { balanceOf, compareTwins, driftOf, visitOf } from '../src/index.ts'

const NOW = new Date('2026-11-24T10:15:00Z')

describe.each(DEMO_SITES.map((one) => [one.id, one] as const))('demo site %s', (_, site) => {
  const changes = site.changes(NOW)
  it('is made of changes that any Ingle accepts, the same at every seeding', () => {
    for (const change of changes)
      expect(parseChange(JSON.parse(JSON.stringify(change)), NOW.getTime())).toMatchObject({ ok: true })
    expect(site.changes(NOW)).toEqual(changes)
    expect(new Set(changes.map((one) => one.id)).size).toBe(changes.length)
  })
  it('has a past visit and one in progress, and writes no value that its device does not offer', () => {
    const state = fold(site.id, changes)
    expect(state.visits.map((one) => one.closedAt !== null)).toEqual([true, false])
    for (const visit of state.visits)
      for (const system of state.systems) {
        const { ledger } = visitOf({ state, system, visit, units: BASE_UNITS })
        const keys = new Set(ledger.map((row) => row.key))
        for (const key of Object.keys(visit.systems[system.id]?.rows ?? {})) expect(keys, `${system.name} ${key}`).toContain(key)
        for (const row of ledger)
          for (const entry of [row.found, row.left])
            if (entry && row.setting.values.length > 0 && !row.setting.range)
              expect(row.setting.values, `${system.name} ${row.key}`).toContain(entry.value)
      }
  })
})

describe('Beacon Mill', () => {
  const state = fold(BEACON_ID, beaconChanges(NOW))
  const visit = findVisit(state, BEACON_VISIT_ID)!
  const systems = BEACON_FLAT_IDS.map((id) => findSystem(state, id)!)
  const rows = compareTwins(state, systems, visit, BASE_UNITS)
  const standingsOf = (flat: number, standing: string) =>
    rows.filter((row) => row.cells[flat - 1]?.standing === standing).map((row) => row.label)

  it('has one flat that drifted since last visit, by accident', () => {
    expect(standingsOf(6, 'accident')).toEqual(['Control sensor', 'Fan when satisfied, heating'])
    for (const flat of [1, 2, 3, 4, 5, 7, 8]) expect(standingsOf(flat, 'accident'), `flat ${flat}`).toEqual([])
    const drift = driftOf(visitOf({ state, system: systems[5]!, visit, units: BASE_UNITS }))
    expect(drift.map((one) => one.label)).toEqual(['Control sensor', 'Fan when satisfied, heating'])
    expect(drift[0]?.causes[0]).toContain('installer menu')
    // The fan went back to what it is shipped with: a reset does that too.
    expect(drift[1]?.causes[0]).toContain('factory value')
  })
  it('has another board behind the same controller in flat 7, different on purpose', () => {
    expect(standingsOf(7, 'deliberate')).toContain('Differential')
    expect(standingsOf(7, 'lacks')).toContain('Control response (proportional band)')
    const fan = rows.filter((row) => row.label === 'Fan when satisfied, heating')
    expect(fan).toHaveLength(1)
    expect(fan[0]?.cells[6]).toMatchObject({ standing: 'same', row: { place: 'equipment' } })
  })
  it('has a trim against the ceiling draught in flat 3, which belongs to that flat alone', () =>
    expect(rows.find((row) => row.label === 'Sensor offset')?.cells[2]).toMatchObject({ standing: 'same', meaning: '2.7' }))
  it('leaves flat 5 to be done', () => expect(visit.systems[systems[4]!.id]?.rows).toEqual({}))
})

it('no demo site is written ahead of its time: what is logged next comes last', () => {
  for (const site of DEMO_SITES) {
    const last = Math.max(...site.changes(NOW).map((one) => Date.parse(one.at)))
    expect(last, site.id).toBeLessThanOrEqual(NOW.getTime())
  }
})

it('the outlets of Calder Street are balanced all together, or zone by zone', () => {
  const state = fold(CALDER_ID, calderChanges(NOW))
  const [system, visit] = [findSystem(state, CALDER_SYSTEM_ID)!, findVisit(state, CALDER_VISIT_ID)!]
  const view = visitOf({ state, system, visit, units: BASE_UNITS })
  const all = balanceOf(view, null).rows.map((one) => one.id)
  expect(all).toHaveLength(system.outlets.length)
  for (const zone of system.zones) {
    const own = system.outlets.filter((one) => one.zoneId === zone.id).map((one) => one.id)
    expect(balanceOf(view, zone.id).rows.map((one) => one.id)).toEqual(own)
    expect(own.length).toBeLessThan(all.length)
  }
})

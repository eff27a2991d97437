import {
  TIDEWELL_ID,
  TIDEWELL_PAST_VISIT_ID,
  TIDEWELL_SYSTEM_ID,
  TIDEWELL_VISIT_ID,
  tidewellChanges,
  tidewellPlant,
} from '@ingle/catalog/demo'
import { BASE_UNITS, workings } from '@ingle/core'
import { findSystem, findVisit, fold, parseChange } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { airflowRows, visitOf } from '../src/index.ts'

const now = new Date('2026-11-24T10:15:00Z')
const changes = tidewellChanges(now)
const state = fold(TIDEWELL_ID, changes)
const system = findSystem(state, TIDEWELL_SYSTEM_ID)!
const visit = findVisit(state, TIDEWELL_VISIT_ID)!
const view = visitOf({ state, system, visit, units: BASE_UNITS })
const { picture, move } = view

describe('Tidewell Pottery', () => {
  it('is made of changes that any Ingle accepts', () => {
    for (const change of changes)
      expect(parseChange(JSON.parse(JSON.stringify(change)), now.getTime())).toMatchObject({ ok: true })
  })

  it('is the same at every seeding', () => {
    expect(tidewellChanges(now)).toEqual(changes)
  })

  it('has a past visit, closed and proved, and one in progress with three tries', () => {
    expect(state.visits.map((one) => [one.number, one.closedAt !== null])).toEqual([
      [1, true],
      [2, false],
    ])
    expect(view.here.tries).toHaveLength(3)
    const past = findVisit(state, TIDEWELL_PAST_VISIT_ID)!
    const ledger = airflowRows(visitOf({ state, system, visit: past, units: BASE_UNITS }).ledger)
    expect(ledger.find((row) => row.key === 'airflow.cool')).toMatchObject({ standing: 'proved', left: { value: '3' } })
  })

  it('advises a clean filter on tap 3, and what it predicts is what the plant then does', () => {
    expect(move.key).toBe('change-filter')
    expect(move.headline).toBe('Change the filter, stay on tap 3, measure again.')
    const predicted = picture.cleanChoice?.outcomes[2]?.point
    const path = tidewellPlant().path
    const really = Object.entries(path).reduce((sum, [part, c]) => (part === 'filterDirty' ? sum : sum + c), 0)
    expect(predicted?.staticInWc).toBeCloseTo(really * (predicted?.flowCfm ?? 0) ** 2, 1)
  })

  it('opens every number to a formula and a source', () => {
    const ids = workings(picture).map((one) => one.id)
    for (const id of [
      'aim',
      'air',
      'floor',
      'static',
      'walk',
      'flow-table',
      'flow-grilles',
      'flow-combined',
      'duct',
      'clean',
      'taps',
      'ceiling',
      'split',
    ])
      expect(ids).toContain(id)
    for (const one of workings(picture)) expect(one.source.length).toBeGreaterThan(10)
  })
})

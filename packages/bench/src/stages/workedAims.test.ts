import { profileById } from '@ingle/catalog'
import { METRIC_UNITS } from '@ingle/core'
import { HERE, Pen, SYSTEM } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../testing/view.ts'
import { HEAT_SOURCE } from './airflow/airflow.ts'
import { delaysOf } from './airflow/delays.ts'
import { staleAims } from './staleAims.ts'
import { aimDrafts, waitingAims } from './workedAims.ts'

/** A furnace with delays on its board, in a climate. */
function furnace(climate: string): Pen {
  const pen = new Pen()
  pen.write('site.set', { name: 'Row', climate })
  pen.write('system.set', { systemId: SYSTEM, name: 'F-1', capacityTons: 3 })
  pen.write('profile.use', { systemId: SYSTEM, profile: profileById('aldergate-gx-80') as object })
  pen.write('visit.start', { visitId: HERE.visitId, reason: 'Test' })
  return pen
}
const OFF = 'fan.delay.off.cool'
const take = (pen: Pen) => {
  const v = viewOf(pen.changes)
  for (const draft of aimDrafts(v, delaysOf(v)?.aims ?? [], HEAT_SOURCE)) pen.write(draft.kind, draft.body as never)
}

describe('aims that a stage worked out', () => {
  it('are put in where the device has such a setting, and wait until then', () => {
    const pen = furnace('dry inland')
    const before = viewOf(pen.changes)
    const aims = delaysOf(before)?.aims ?? []
    expect(waitingAims(before, aims).map((one) => one.id)).toContain(OFF)
    expect(aimDrafts(before, [{ id: 'no.such.role', meaning: '1', why: '' }], HEAT_SOURCE)).toEqual([])
    expect(aimDrafts(before, [{ id: OFF, meaning: 'moon', why: '' }], HEAT_SOURCE)).toEqual([])
    take(pen)
    expect(waitingAims(viewOf(pen.changes), aims)).toEqual([])
  })

  it('are stale once their inputs changed, with what they are worked out to now', () => {
    const pen = furnace('dry inland')
    take(pen)
    expect(staleAims(viewOf(pen.changes)).size).toBe(0)
    const taken = viewOf(pen.changes).ledger.find((row) => row.id === OFF)?.aim
    pen.write('site.set', { climate: 'damp coast' })
    const now = viewOf(pen.changes)
    const stale = [...staleAims(now).values()].find((one) => one.row.id === OFF)
    expect(stale).toMatchObject({ source: HEAT_SOURCE, now: { id: OFF } })
    if (!stale?.now) throw new Error('nothing is worked out?')
    expect(stale.value).not.toBe(taken?.value)
    // What was taken stands in the ledger until somebody renews it.
    expect(now.ledger.find((row) => row.id === OFF)?.aim?.value).toBe(taken?.value)
    for (const draft of aimDrafts(now, [stale.now], HEAT_SOURCE)) pen.write(draft.kind, draft.body as never)
    const renewed = viewOf(pen.changes)
    expect(renewed.ledger.find((row) => row.id === OFF)?.aim?.value).toBe(stale.value)
    expect(staleAims(renewed).has(stale.row.key)).toBe(false)
  })

  it('are not stale for being given by hand, nor when nothing can be worked out any more', () => {
    const pen = furnace('dry inland')
    take(pen)
    const aimed = viewOf(pen.changes).ledger.find((row) => row.id === OFF)?.aim?.meaning ?? ''
    pen.write('aim.set', { ...HERE, role: OFF, value: aimed, why: 'asked for', from: 'hand' })
    pen.write('site.set', { climate: 'damp coast' })
    expect([...staleAims(viewOf(pen.changes)).values()].some((one) => one.row.id === OFF)).toBe(false)
    pen.write('aim.set', { ...HERE, role: OFF, value: aimed, why: '', from: 'worked-out', source: 'A view of long ago' })
    expect([...staleAims(viewOf(pen.changes)).values()].some((one) => one.row.id === OFF)).toBe(false)
  })
})

it('reasons of aims are in the reader’s units', () => {
  const pen = furnace('damp coast')
  pen.write('try.start', {
    ...HERE,
    tap: profileById('aldergate-gx-80')?.blower?.table.taps[1] ?? '',
    adjustPct: 0,
    filter: 'clean',
  })
  const tryId = pen.changes.at(-1)?.id as never
  pen.write('reading.probes', { ...HERE, tryId, supply: 0.12, return: -0.12 })
  const why = (metric: boolean) =>
    viewOf(pen.changes, metric ? { units: METRIC_UNITS } : {})
      .ledger.map((row) => row.aim?.why ?? '')
      .join(' ')
  expect(why(false)).toMatch(/\d cfm.*\d °F/)
  expect(why(true)).toMatch(/\d L\/s.*\d °C/)
  expect(why(true)).not.toMatch(/\d (cfm|°F|in\.wc)/)
})

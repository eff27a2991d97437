import { begun, HERE, type Pen, SYSTEM } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../testing/view.ts'

const profile = {
  format: 'ingle-profile/1',
  id: 'vx',
  version: 1,
  maker: 'Merrowby',
  family: 'VX',
  kind: 'air-handler',
  description: '',
  cautions: [],
  settings: [
    { role: 'airflow.cool', word: 'cool', label: 'Cooling tap', values: ['1', '2', '3'], access: 'pins' },
    { role: 'airflow.heat', word: 'heat', label: 'Heater tap', values: ['same', '1', '2', '3'], access: 'pins' },
    { role: 'airflow.ramp', word: 'ramp', label: 'Ramp', values: ['A', 'B'], means: { B: 'wet-first' }, access: 'pins' },
    { word: 'mystery', label: 'Item 17', values: [], access: 'unknown' },
  ],
  blower: {
    tapWord: 'pin',
    ratedStaticInWc: 0.5,
    source: 'sheet',
    heaterKits: [{ model: 'H', powerKw: 9, minFlowCfm: 1250 }],
    table: { kind: 'constant-airflow', taps: ['1', '2', '3'], tapFlowsCfm: [1000, 1200, 1340], maxStaticInWc: 0.9 },
  },
}
const rule = {
  id: 'r',
  name: 'damp',
  cfmPerTon: 340,
  bandPct: 5,
  keepMass: false,
  maxFaceFpm: 700,
  reason: 'r',
  cost: 'c',
  settings: [{ role: 'airflow.ramp', value: 'wet-first', why: 'wets the coil.' }],
}

function ledger(write: (pen: Pen, tryId: string) => void) {
  const { pen, tryId } = begun()
  pen.write('profile.use', { systemId: SYSTEM, profile })
  pen.write('rule.use', { systemId: SYSTEM, rule })
  pen.write('reading.probes', { ...HERE, tryId, supply: 0.2, return: -0.2 })
  write(pen, tryId)
  const rows = viewOf(pen.changes).ledger
  return Object.fromEntries(rows.map((row) => [row.key, row]))
}
const set = (pen: Pen, column: 'found' | 'left' | 'proof', value: string, why: string | null = null) =>
  pen.write('setting.set', { ...HERE, role: 'airflow.cool', column, value, why })

describe('the ledger of blower settings', () => {
  it('keeps the cooling tap over the heater’s floor only where somebody decided that the heater blows with it', () => {
    const apart = ledger(() => {})
    expect([apart['airflow.cool']?.aim?.value, apart['airflow.heat']?.aim?.value]).toEqual(['2', '3'])
    expect(apart['airflow.cool']?.aim?.why).toBe(
      '1,200 cfm, aim 1,190 cfm; set the heating tap first: while the heater blows with this one, it needs 1,264 cfm',
    )
    const heatApart = ledger((pen) => pen.write('setting.set', { ...HERE, role: 'airflow.heat', column: 'found', value: '3' }))
    expect(heatApart['airflow.cool']?.aim?.why).toBe('1,200 cfm, aim 1,190 cfm')
    const together = ledger((pen) =>
      pen.write('aim.set', { ...HERE, role: 'airflow.heat', value: 'same', why: 'one tap for both', from: 'hand' }),
    )
    expect(together['airflow.cool']?.aim).toMatchObject({
      value: '3',
      why: '1,340 cfm, aim 1,190 cfm; tap 2 would be nearer but is under the 1,264 cfm that the heater needs',
    })
  })

  it('has a row for each setting, those without a role last, and aims with their reasons', () => {
    const rows = ledger((pen) => pen.write('setting.set', { ...HERE, role: 'airflow.heat', column: 'found', value: '1' }))
    expect(Object.keys(rows)).toEqual(['airflow.cool', 'airflow.heat', 'airflow.ramp', 'alone.item-17'])
    expect(rows['airflow.cool']?.aim).toMatchObject({ value: '2', why: expect.stringContaining('1,200 cfm') })
    expect(rows['airflow.heat']?.aim).toMatchObject({ value: '3', why: expect.stringContaining('1,264 cfm') })
    expect(rows['airflow.ramp']?.aim).toMatchObject({ value: 'B', why: 'House rule “damp”: wets the coil.' })
  })

  it('goes from not looked at to proved as cells are filled', () => {
    const standing = (write: (pen: Pen) => void) => ledger(write)['airflow.cool']?.standing
    expect(standing(() => {})).toBe('not-looked-at')
    expect(standing((pen) => set(pen, 'found', '3'))).toBe('found')
    expect(standing((pen) => set(pen, 'left', '2'))).toBe('set')
    expect(
      standing((pen) => {
        set(pen, 'left', '2')
        set(pen, 'proof', 'seen')
      }),
    ).toBe('proved')
  })

  it('asks why a left value is not the aim', () => {
    expect(ledger((pen) => set(pen, 'left', '1'))['airflow.cool']).toMatchObject({ standing: 'watch', whyMissing: true })
    expect(ledger((pen) => set(pen, 'left', '1', 'quiet wanted'))['airflow.cool']).toMatchObject({
      standing: 'set',
      whyMissing: false,
    })
  })

  it('does not carry a proof over to another value', () => {
    const row = ledger((pen) => {
      set(pen, 'left', '2')
      set(pen, 'proof', 'seen')
      set(pen, 'left', '3', 'more air')
    })['airflow.cool']
    expect(row).toMatchObject({ standing: 'set', proof: null })
  })

  it('keeps a proof where the same value is written again', () => {
    const row = ledger((pen) => {
      set(pen, 'left', '2')
      set(pen, 'proof', 'seen')
      set(pen, 'left', '2')
      set(pen, 'left', '2', 'as agreed')
    })['airflow.cool']
    expect(row).toMatchObject({ standing: 'proved', proof: { value: 'seen' } })
  })

  it('shows what was proved of a value that nobody set', () => {
    const found = ledger((pen) => {
      set(pen, 'found', '2')
      set(pen, 'proof', 'seen')
    })['airflow.cool']
    expect(found).toMatchObject({ standing: 'proved', proof: { value: 'seen' } })
    expect(ledger((pen) => set(pen, 'proof', 'seen'))['airflow.cool']).toMatchObject({
      standing: 'found',
      proof: { value: 'seen' },
    })
  })

  it('has the heater blow with the cooling tap until it is given one of its own', () => {
    const { pen } = begun()
    const input = (heat?: string) => {
      if (heat) pen.write('setting.set', { ...HERE, role: 'airflow.heat', column: 'left', value: heat })
      return viewOf(pen.changes).picture.input
    }
    expect(input().heaterOnThisTap).toBe(true)
    expect(input('3').heaterOnThisTap).toBe(false)
  })
})

import type { VisitId } from '@ingle/record'
import { begun, HERE, Pen, SYSTEM, uuid, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import { NO_RULE } from './airflowInput.ts'

const profile = {
  format: 'ingle-profile/1',
  id: 'vx',
  version: 1,
  maker: 'Merrowby',
  family: 'VX',
  kind: 'air-handler',
  description: '',
  cautions: [],
  settings: [],
  blower: {
    tapWord: 'pin',
    ratedStaticInWc: 0.5,
    source: 'sheet',
    heaterKits: [],
    table: {
      kind: 'constant-torque',
      taps: ['low', 'mid'],
      staticsInWc: [0.1, 0.9],
      flowsCfm: [
        [1000, 800],
        [1300, 1100],
      ],
    },
  },
}
const LATER: VisitId = uuid(300)

function inputOf(pen: Pen, visitId = VISIT) {
  return viewOf(pen.changes, { visitId }).picture.input
}

describe('what core is told of a visit', () => {
  it('says so while no rule is chosen and no equipment named', () => {
    const input = inputOf(begun().pen)
    expect(input.rule).toBe(NO_RULE)
    expect(input).toMatchObject({ blower: null, capacityTons: 3.5, heaterKw: 9, leftTap: null, returnGrilles: 1 })
    expect(input.tries[0]).toMatchObject({ tap: null, tapLabel: '3' })
  })

  it('turns tap names into places in the table', () => {
    const { pen } = begun()
    pen.write('profile.use', { systemId: SYSTEM, profile })
    pen.write('try.start', { ...HERE, tap: 'mid', adjustPct: -10, filter: 'clean' })
    pen.write('setting.set', { ...HERE, role: 'airflow.cool', column: 'left', value: 'low' })
    const input = inputOf(pen)
    expect(input.tries[1]).toMatchObject({ number: 2, tap: 1, adjustPct: -10, filter: 'clean' })
    expect(input.leftTap).toBe(0)
  })

  it('takes the last hood of each grille and side', () => {
    const { pen, tryId } = begun()
    const hood = (name: string, side: 'return' | 'supply', flowCfm: number) =>
      pen.write('reading.hood', { ...HERE, tryId, name, side, flowCfm })
    hood('Hall', 'return', 600)
    hood('hall', 'return', 640)
    hood('hall', 'supply', 110)
    expect(inputOf(pen).tries[0]?.hoods.map(({ name, side, flowCfm }) => [name, side, flowCfm])).toEqual([
      ['hall', 'return', 640],
      ['hall', 'supply', 110],
    ])
  })

  it('of a rooftop unit the return says nothing of the fan, and the supply does once every outlet was read', () => {
    const { pen, tryId } = begun()
    const outlet = (n: number, name: string) =>
      pen.write('part.set', { systemId: SYSTEM, partId: uuid(60 + n), role: 'supply-grille', name })
    const hood = (name: string, side: 'return' | 'supply', flowCfm: number) =>
      pen.write('reading.hood', { ...HERE, tryId, name, side, flowCfm })
    pen.write('part.set', { systemId: SYSTEM, partId: uuid(60), role: 'return-grille', name: 'Return' })
    outlet(1, 'Desk')
    outlet(2, 'Door')
    hood('Return', 'return', 900)
    hood('Desk', 'supply', 640)
    const methods = () => viewOf(pen.changes).picture.current?.flow?.estimates.map((one) => [one.method, one.flowCfm])
    expect(methods()).toEqual([['return-hoods', 900]])
    pen.write('roof.set', { systemId: SYSTEM, fullCfm: 1250 })
    expect(methods()).toBeUndefined()
    hood('Door', 'supply', 560)
    expect(methods()).toEqual([['supply-hoods', 1200]])
  })

  it('a rise over the furnace belongs to the try that ran while it was read: a later one leaves it', () => {
    const { pen } = begun()
    pen.write('profile.use', { systemId: SYSTEM, profile })
    for (const tap of ['low', 'mid', 'low']) pen.write('try.start', { ...HERE, tap, adjustPct: 0, filter: 'as-found' })
    pen.write('setting.set', { ...HERE, role: 'airflow.heat', column: 'found', value: 'low' })
    pen.write('firing.set', {
      ...HERE,
      inputBtuH: 60_000,
      efficiencyPct: 80,
      riseLowF: 35,
      riseHighF: 65,
      returnF: 65,
      supplyF: 110,
    })
    const rises = () => inputOf(pen).tries.map((one) => one.firing && one.firing.supplyDbF - one.firing.returnDbF)
    expect(rises()).toEqual([null, null, null, 45])
    pen.write('try.start', { ...HERE, tap: 'low', adjustPct: 0, filter: 'clean' })
    expect(rises()).toEqual([null, null, null, 45, null])
    pen.write('firing.set', { ...HERE, supplyF: 102 })
    expect(rises()).toEqual([null, null, null, 45, 37])
  })

  it('takes the last reading of each kind on a try, and every probe that was read', () => {
    const { pen, tryId } = begun()
    pen.write('reading.probes', { ...HERE, tryId, supply: 0.3, return: -0.5 })
    pen.write('reading.probes', { ...HERE, tryId, supply: 0.22 })
    pen.write('reading.split', { ...HERE, tryId, returnDbF: 75, supplyDbF: 55, returnWbF: 62 })
    pen.write('reading.split', { ...HERE, tryId, returnDbF: 76, supplyDbF: 55 })
    pen.write('reading.grille', { ...HERE, tryId, name: 'Desk', side: 'supply', faceFpm: 700 })
    pen.write('reading.grille', { ...HERE, tryId, name: 'desk', side: 'supply', faceFpm: 640 })
    pen.write('reading.heard', { ...HERE, tryId, text: 'hiss' })
    pen.write('reading.heard', { ...HERE, tryId, text: 'rattle' })
    expect(inputOf(pen).tries[0]).toMatchObject({
      probes: { supply: 0.22, return: -0.5 },
      split: { returnDbF: 76, returnWbF: null, returnRhPct: null },
      grilles: [{ name: 'desk', faceFpm: 640 }],
      heard: 'hiss; rattle',
    })
  })

  it('finds a grille’s size in the survey, and lets the reading’s own win', () => {
    const { pen, tryId } = begun()
    pen.write('part.set', {
      systemId: SYSTEM,
      partId: uuid(40),
      role: 'return-grille',
      name: 'Return',
      widthIn: 24,
      heightIn: 24,
      freeArea: 0.68,
    })
    pen.write('part.set', { systemId: SYSTEM, partId: uuid(41), role: 'return-grille', name: 'Return 2' })
    pen.write('reading.grille', { ...HERE, tryId, name: 'return', side: 'return', faceFpm: 400 })
    pen.write('reading.grille', {
      ...HERE,
      tryId,
      name: 'return 2',
      side: 'return',
      faceFpm: 300,
      widthIn: 12,
      heightIn: 12,
      freeArea: 0.7,
    })
    const input = inputOf(pen)
    expect(input.returnGrilles).toBe(2)
    expect(input.tries[0]?.grilles).toMatchObject([
      { areaFt2: 4, freeArea: 0.68 },
      { areaFt2: 1, freeArea: 0.7 },
    ])
  })
})

describe('the clean drop of the filter', () => {
  function withPast(): Pen {
    const { pen } = begun()
    pen.write('profile.use', { systemId: SYSTEM, profile })
    const clean = pen.write('try.start', { ...HERE, tap: 'mid', adjustPct: 0, filter: 'clean' })
    pen.write('reading.probes', {
      ...HERE,
      tryId: clean,
      supply: 0.2,
      return: -0.25,
      'before-filter': -0.05,
      'after-filter': -0.17,
    })
    pen.write('visit.start', { visitId: LATER, reason: 'later' })
    return pen
  }
  it('is what an earlier visit measured with a clean one in', () => {
    const found = inputOf(withPast(), LATER).cleanFilter
    expect(found?.dropInWc).toBeCloseTo(0.12, 9)
    expect(found?.source).toBe('measured clean on visit 1, 2026-11-24')
  })
  it('is not taken from the visit itself, nor from a later one', () => expect(inputOf(withPast()).cleanFilter).toBeNull())
  it('is what the filter’s print says, when nothing was measured', () => {
    const { pen } = begun()
    pen.write('part.set', { systemId: SYSTEM, partId: uuid(42), role: 'filter', cleanDropInWc: 0.1, cleanAtCfm: 1200 })
    expect(inputOf(pen).cleanFilter).toEqual({ dropInWc: 0.1, atFlowCfm: 1200, source: 'print on the filter' })
  })
})

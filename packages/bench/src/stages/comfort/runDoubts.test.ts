import { profileById } from '@ingle/catalog'
import { BASE_UNITS, METRIC_UNITS, type RunFigures, showIn } from '@ingle/core'
import { HERE, Pen, SYSTEM, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import { comfortControls } from './comfort.ts'
import { roomSystemOf } from './roomSystem.ts'
import { aimReason, runDoubts } from './runDoubts.ts'
import { standFrom } from './stands.ts'

/** A two-stage furnace without a known cooling size. */
function furnace(more: (pen: Pen) => void = () => undefined) {
  const pen = new Pen()
  pen.write('system.set', { systemId: SYSTEM, name: 'F' })
  pen.write('profile.use', { systemId: SYSTEM, place: 'equipment', profile: profileById('aldergate-gx-80') })
  pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById('fenwarm-p7') })
  pen.write('visit.start', { visitId: VISIT, reason: '' })
  pen.write('firing.set', { ...HERE, inputBtuH: 80_000, efficiencyPct: 80 })
  more(pen)
  return viewOf(pen.changes)
}
const run = (roles: Record<string, string>, v = furnace()) => {
  const of = roomSystemOf(
    v,
    standFrom((role) => roles[role] ?? null),
    { day: 'frosty', isGapOpen: false },
  )
  if (!of) throw new Error('nothing to run')
  return of
}
const said = (roles: Record<string, string>, units = BASE_UNITS) => runDoubts(run(roles), showIn(units)).map((one) => one.says)

describe('a furnace in a run', () => {
  it('gives what its burners give, each stage, through an exchanger that holds heat', () => {
    const { system, source } = run({})
    expect(source).toBe('burner')
    expect(system.equipment.kind).toBe('two-stage')
    const [low, high] = system.equipment.heat.btuH
    expect(high).toBeCloseTo(64_000, 0)
    expect(low).toBeLessThan(64_000)
    expect(system.equipment.heat.slopeBtuHPerF).toEqual([0, 0])
    expect(system.equipment.exchanger?.btuPerF).toBeCloseTo(0.0005 * 64_000, 6)
    expect(system.equipment.exchanger?.fanOnBtuHPerF).toBeCloseTo(0.016 * 64_000, 6)
    expect(system.equipment.exchanger?.fanOffBtuHPerF).toBeCloseTo(0.0006 * 64_000, 6)
    expect(run({}).assumptions.map((one) => one.what)).not.toContain('Heat pump')
    // A burner needs no rest of five minutes, defrosts never, and has no cooling to dry with.
    expect(system.equipment).toMatchObject({ minOffS: 0, defrost: null, auxiliary: null })
    expect(system.moisture).toBeNull()
  })
  it('serves a floor by its size where nobody said one: 550 ft² for each 20,000 Btu/h', () => {
    const { system, assumptions } = run({})
    expect(assumptions.find((one) => one.what === 'Floor')).toMatchObject({
      value: '1,760 ft²',
      from: 'the size of the equipment',
    })
    expect(system.room.uaBtuHPerF).toBeCloseTo(0.3 * 1760, 6)
    // Air for a rise of fifty degrees where no capacity in cooling says how much.
    expect(system.equipment.flowBtuHPerF).toBeCloseTo(64_000 / 50, 6)
  })
})

describe('electric heat alone in a run', () => {
  const heater = () => {
    const pen = new Pen()
    pen.write('system.set', { systemId: SYSTEM, name: 'H', heaterKw: 9 })
    pen.write('visit.start', { visitId: VISIT, reason: '' })
    return viewOf(pen.changes)
  }
  it('is its kilowatts at once in the air, on a floor by its size', () => {
    const { system, source, assumptions } = run({}, heater())
    expect(source).toBe('electric')
    expect(system.equipment.heat.btuH).toEqual([9 * 3412])
    expect(system.equipment.exchanger).toBeNull()
    // 30,708 / 20,000 · 550 ft².
    expect(assumptions.find((one) => one.what === 'Floor')?.value).toBe('844 ft²')
    expect(assumptions.map((one) => one.what)).not.toContain('Heat pump')
  })
  it('holds what its kind holds where no factor was found', () => {
    const pen = new Pen()
    pen.write('system.set', { systemId: SYSTEM, name: 'H', heaterKw: 9 })
    pen.write('room.set', { systemId: SYSTEM, areaFt2: 500, kind: 'usual', holds: 0, uaBtuHPerF: 0 })
    pen.write('visit.start', { visitId: VISIT, reason: '' })
    const { system } = run({}, viewOf(pen.changes))
    expect(system.room.airBtuPerF).toBeCloseTo(1.2 * 500, 9)
    expect(system.room.uaBtuHPerF).toBeCloseTo(0.3 * 500, 9)
  })
})

describe('what a run doubts', () => {
  it('is nothing for settings that agree', () => {
    expect(said({ 'setpoint.heat': '68', 'setpoint.cool': '76', 'control.cycle-rate': '5', 'control.min-on': '2' })).toEqual([])
    expect(said({ 'control.differential': '1', 'control.min-on': '20' })).toEqual([])
  })
  it('is a pair of set points that cross, or meet', () => {
    expect(said({ 'setpoint.heat': '74', 'setpoint.cool': '72' })).toEqual([
      'Heating holds 74.0 °F and cooling 72.0 °F: they would work against each other.',
    ])
    expect(said({ 'setpoint.heat': '72', 'setpoint.cool': '72' })).toHaveLength(1)
    expect(said({ 'setpoint.heat': '74', 'setpoint.cool': '72' }, METRIC_UNITS)[0]).toContain('23.3 °C')
  })
  it('is a cycle shorter than the least times: what it would really do', () => {
    // 6 an hour: runs and pauses of 5 min at half load. 8 min and 5 min: 60 / 13.
    expect(said({ 'control.cycle-rate': '6', 'control.min-on': '8' })).toEqual([
      'A cycle rate of 6 an hour asks for runs of 5 min at half load; the least times do not allow them: it would start 4.6 times an hour.',
    ])
    expect(said({ 'control.cycle-rate': '6', 'control.min-off': '10' })[0]).toContain('4.0 times')
    expect(said({ 'control.cycle-rate': '6', 'control.min-on': '5', 'control.min-off': '5' })).toEqual([])
  })
})

it('the reason of an aim is what the run showed, in the reader’s units', () => {
  const figures = (starts: number, low: number, high: number, mean: number) =>
    ({ starts, airLowestF: low, airHighestF: high, airMeanF: mean }) as RunFigures
  expect(aimReason('a frosty day', figures(48, 66, 74, 71), figures(24, 69, 71, 70), showIn(BASE_UNITS))).toBe(
    'Tried on a frosty day: mean 70.0 °F instead of 71.0 °F, swing 2.0 °F instead of 8.0 °F, 1.0 starts an hour instead of 2.0.',
  )
})

describe('the controls of a dial with many steps', () => {
  it('are those around where it stands, and both ends', () => {
    const v = furnace((pen) =>
      pen.write('setting.set', { ...HERE, place: 'controller', role: 'setpoint.heat', column: 'found', value: '68' }),
    )
    const of = (id: string) =>
      comfortControls(v)
        .find((one) => one.row.id === id)
        ?.choices.map((one) => Number(one.meaning))
    expect(of('setpoint.heat')).toEqual([45, 65, 66, 67, 68, 69, 70, 88])
    // Where nobody looked: around its middle, or its factory value.
    expect(of('control.cycle-rate')).toEqual([2, 3, 4, 5, 6, 7])
  })
})

import { profileById } from '@ingle/catalog'
import { METRIC_UNITS } from '@ingle/core'
import { HERE, Pen, SYSTEM, VISIT } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { viewOf } from '../../testing/view.ts'
import type { RunDay } from './roomSystem.ts'
import { roomSystemOf, weatherOf } from './roomSystem.ts'
import { standFrom } from './stands.ts'

/** A three-ton heat pump with nine kilowatts of auxiliary heat. */
function pump(more: (pen: Pen) => void = () => undefined, metric = false) {
  const pen = new Pen()
  pen.write('site.set', { name: 'Quay', climate: 'damp coast', altitudeFt: 0 })
  pen.write('system.set', { systemId: SYSTEM, name: 'AH', capacityTons: 3, heaterKw: 9 })
  pen.write('profile.use', { systemId: SYSTEM, place: 'equipment', profile: profileById('merrowby-vx-42') })
  pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById('fenwarm-p2') })
  pen.write('visit.start', { visitId: VISIT, reason: '' })
  pen.write('wiring.set', { ...HERE, kind: 'heat-pump', heatStages: 1 })
  more(pen)
  return viewOf(pen.changes, metric ? { units: METRIC_UNITS } : undefined)
}
const run = (
  roles: Record<string, string> = {},
  { day = 'frosty' as RunDay, gap = false, more = undefined as ((pen: Pen) => void) | undefined, trimThen = 0 } = {},
) => {
  const of = roomSystemOf(
    pump(more),
    standFrom((role) => roles[role] ?? null),
    { day, isGapOpen: gap },
    trimThen,
  )
  if (!of) throw new Error('nothing to run')
  return of
}
const taken = (of: ReturnType<typeof run>) => Object.fromEntries(of.assumptions.map((one) => [one.what, one.value]))

describe('what heats and cools in a run', () => {
  it('is the nameplate: a heat pump gives less in the cold, cooling less in the heat', () => {
    const { system, source } = run()
    expect(source).toBe('compressor')
    expect(system.equipment.kind).toBe('single')
    expect(system.equipment.heat).toEqual({ btuH: [36_000], slopeBtuHPerF: [expect.closeTo(468, 9)] })
    // 36,000 Btu/h at 95 °F, 0.7 % of it more for each degree below, counted from 47 °F.
    expect(system.equipment.cool.btuH[0]).toBeCloseTo(36_000 * (1 + 0.007 * 48), 6)
    expect(system.equipment.cool.slopeBtuHPerF[0]).toBeCloseTo(-252, 9)
    expect(system.equipment.referenceOutdoorF).toBe(47)
    expect(taken(run())['Heat pump']).toBe('36,000 Btu/h at 47.0 °F outdoors, 1.3% of it less for each °F colder')
  })
  it('has its times in seconds, and a compressor’s rest where nobody set one', () => {
    const set = run({
      'control.min-on': '4',
      'control.min-off': '7',
      'fan.delay.on.heat': '20',
      'fan.delay.off.heat': '95',
      'fan.delay.on.cool': '10',
      'fan.delay.off.cool': '60',
    })
    expect(set.system.equipment).toMatchObject({ minOnS: 240, minOffS: 420, blowerOnDelayS: 20, blowerOffDelayS: 95 })
    expect(taken(set)).not.toHaveProperty('Minimum off time')
    expect(run().system.equipment).toMatchObject({ minOnS: 0, minOffS: 300 })
    expect(taken(run())['Minimum off time']).toBe('5 min')
    const cooling = run({ 'fan.delay.on.cool': '10', 'fan.delay.off.cool': '60' }, { day: 'hot' })
    expect(cooling.system.equipment).toMatchObject({ blowerOnDelayS: 10, blowerOffDelayS: 60 })
  })
  it('joins the auxiliary heat by its droop, delay and lockout', () => {
    expect(run().system.equipment.auxiliary).toEqual({
      btuH: 9 * 3412,
      allowedBelowF: 200,
      onDroopF: 2,
      offDroopF: 0.3,
      delayS: 0,
    })
    expect(taken(run())['Auxiliary droop']).toBe('2.0 °F')
    const set = run({ 'control.aux-lockout': '40', 'control.aux-droop': '3', 'control.aux-delay': '30' })
    expect(set.system.equipment.auxiliary).toMatchObject({ allowedBelowF: 40, onDroopF: 3, delayS: 1800 })
    // Two degrees beyond the differential, and never before the compressor is called for.
    expect(run({ 'control.differential': '2.5' }).system.equipment.auxiliary?.onDroopF).toBe(4.5)
    expect(run({ 'control.differential': '4', 'control.aux-droop': '2' }).system.equipment.auxiliary?.onDroopF).toBe(4)
    expect(run({ 'control.balance-point': '33' }).system.equipment.auxiliary?.allowedBelowF).toBe(33)
    expect(run({ 'control.aux-lockout': '40', 'control.balance-point': '33' }).system.equipment.auxiliary?.allowedBelowF).toBe(40)
    expect(run({ 'control.compressor-lockout': '15' }).system.equipment.lockedBelowF).toBe(15)
    expect(run().system.equipment.lockedBelowF).toBeNull()
  })
  it('is the auxiliary heat alone on emergency heat', () => {
    const { system, source } = run({ 'control.emergency-heat': 'on' })
    expect(source).toBe('electric')
    expect(system.equipment.heat).toEqual({ btuH: [9 * 3412], slopeBtuHPerF: [0] })
    expect(system.equipment.auxiliary).toBeNull()
    expect(system.equipment.defrost).toBeNull()
    expect(run({ 'control.emergency-heat': 'off' }).source).toBe('compressor')
  })
  it('defrosts by its interval, by need less often, and never in cooling', () => {
    expect(run().system.equipment.defrost).toEqual({ everyS: 3600, forS: 360, belowF: 40, takesBtuH: 18_000 })
    expect(run({ 'defrost.interval': '80', 'defrost.length': '5' }).system.equipment.defrost).toMatchObject({
      everyS: 4800,
      forS: 300,
    })
    expect(run({ 'defrost.mode': 'demand', 'defrost.interval': '80' }).system.equipment.defrost?.everyS).toBe(6600)
    expect(run({ 'defrost.length': '11' }).system.equipment.defrost?.forS).toBe(360)
    expect(run({}, { day: 'hot' }).system.equipment.defrost).toBeNull()
    expect(taken(run()).Defrost).toBe('6 min after 60 min of heating below 40.0 °F')
  })
  it('waits for a warm coil and ramps where it was set so', () => {
    expect(run().system.equipment).toMatchObject({ hotStartF: null, ramp: null })
    expect(run({ 'fan.wait-for-warm': 'yes', 'airflow.ramp': 'wet-first' }).system.equipment).toMatchObject({
      hotStartF: 95,
      ramp: { forS: 450, share: 0.8 },
    })
    expect(run({ 'airflow.ramp': 'at-once' }).system.equipment.ramp).toBeNull()
  })
  it('varies down to its lowest output where it was said so, led by how hard it leans', () => {
    const variable = (more: object, roles: Record<string, string> = {}) =>
      run(roles, { more: (pen) => pen.write('room.set', { systemId: SYSTEM, output: 'variable', ...more }) })
    const taken30 = variable({}, { 'control.differential': '2', 'control.tightness': 'hard' })
    expect(taken30.system.equipment).toMatchObject({ kind: 'variable', lowestShare: 0.3 })
    expect(taken30.system.controller).toMatchObject({ rule: 'proportional-integral', gainPerF: 0.8, differentialF: 0 })
    expect(taken(taken30)['Lowest output']).toBe('30 % of its full one')
    const known = variable({ lowestPct: 45 })
    expect(known.system.equipment.lowestShare).toBe(0.45)
    expect(taken(known)).not.toHaveProperty('Lowest output')
    expect(run({}, { more: (pen) => pen.write('room.set', { systemId: SYSTEM, output: 'steps' }) }).system.equipment.kind).toBe(
      'single',
    )
  })
  it('blows what was aimed at', () => {
    const { system } = run()
    const cfm = pump().picture.aimCfm as number
    expect(cfm).toBeGreaterThan(1000)
    expect(system.equipment.flowBtuHPerF).toBeCloseTo(1.08 * cfm, 6)
    expect(system.equipment.exchanger?.btuPerF).toBeCloseTo(0.0007 * 36_000, 9)
    expect(system.equipment.exchanger?.fanOnBtuHPerF).toBeCloseTo(0.034 * 36_000, 9)
    expect(system.equipment.exchanger?.fanOffBtuHPerF).toBeCloseTo(0.0008 * 36_000, 9)
  })
  it('heats by another duct where it was said so, and this duct loses', () => {
    expect(run().system.equipment).toMatchObject({ heatsElsewhere: false, ductBtuHPerF: 0 })
    const other = run({}, { more: (pen) => pen.write('room.set', { systemId: SYSTEM, furnace: 'other-duct' }) }).system.equipment
    expect(other.heatsElsewhere).toBe(true)
    expect(other.ductBtuHPerF).toBeCloseTo(0.03 * other.flowBtuHPerF, 9)
  })
  it('is nothing until something heats or cools', () => {
    const nothing = pump((pen) => pen.write('system.set', { systemId: SYSTEM, capacityTons: 0, heaterKw: 0 } as never))
    expect(roomSystemOf(nothing, () => null, { day: 'frosty', isGapOpen: false })).toBeNull()
  })
})

describe('how the controller holds it', () => {
  it('has its differential on the side that its profile says', () => {
    const { controller } = run({ 'control.differential': '1.5' }).system
    expect(controller).toMatchObject({ rule: 'one-sided', differentialF: 1.5 })
    const one = pump((pen) =>
      pen.write('profile.use', { systemId: SYSTEM, place: 'controller', profile: profileById('fenwarm-p7') }),
    )
    const eachSide = roomSystemOf(
      one,
      standFrom((role) => (role === 'control.differential' ? '2' : null)),
      {
        day: 'frosty',
        isGapOpen: false,
      },
    )
    expect(eachSide?.system.controller).toMatchObject({ rule: 'symmetric', differentialF: 2 })
    expect(eachSide?.assumptions.map((each) => each.what)).not.toContain('Side of the differential')
  })
  it('says what it takes where nobody noted anything', () => {
    const of = run()
    expect(of.system.controller).toMatchObject({
      differentialF: 1,
      setHeatF: 70,
      setCoolF: 75,
      changeoverMin: 30,
      changeoverMarginF: 0.5,
      fanHeat: 'as-set',
      fanCool: 'as-set',
      fanShare: 0,
      circulateMin: 0,
      drying: null,
      mode: 'heat',
      firstMode: 'heat',
      stage2: { by: 'time', afterMin: 8 },
    })
    expect(Object.keys(taken(of))).toEqual(
      expect.arrayContaining(['Differential', 'Heating set point', 'Cooling set point', 'Control sensor', 'Its reading']),
    )
  })
  it('cycles by rate where there is no differential', () => {
    const { controller } = run({ 'control.cycle-rate': '4', 'control.tightness': 'hard' }).system
    expect(controller).toMatchObject({ rule: 'cycle-rate', maxRatePerH: 4, gainPerF: 0.8, integralMin: 25, differentialF: 0 })
    expect(run({ 'control.tightness': 'soft' }).system.controller).toMatchObject({
      rule: 'cycle-rate',
      maxRatePerH: 3,
      gainPerF: 0.2,
      integralMin: 60,
    })
    expect(run({ 'control.cycle-rate': '4', 'control.differential': '1' }).system.controller.rule).toBe('one-sided')
  })
  it('keeps within its set-point limits', () => {
    const limits = { 'setpoint.heat': '78', 'setpoint.cool': '68', 'setpoint.heat.most': '72', 'setpoint.cool.least': '74' }
    expect(run(limits).system.controller).toMatchObject({ setHeatF: 72, setCoolF: 74 })
    expect(run({ 'setpoint.heat': '66', 'setpoint.heat.most': '72' }).system.controller.setHeatF).toBe(66)
  })
  it('changes over by itself on a mild day only', () => {
    const auto = { 'control.changeover': 'auto', 'control.changeover-band': '2' }
    expect(run(auto, { day: 'mild' }).system.controller).toMatchObject({ mode: 'auto', changeoverMarginF: 2 })
    expect(run(auto, { day: 'frosty' }).system.controller.mode).toBe('heat')
    expect(run(auto, { day: 'hot' }).system.controller.mode).toBe('cool')
    expect(run({ 'control.changeover': 'manual' }, { day: 'mild' }).system.controller.mode).toBe('heat')
  })
  it('blows as its fan is set', () => {
    expect(run({ 'fan.mode': 'on' }).system.controller).toMatchObject({ fanShare: 1, circulateMin: 0 })
    expect(run({ 'fan.mode': 'circulate' }).system.controller).toMatchObject({ fanShare: 0, circulateMin: 20 })
    expect(run({ 'fan.mode': 'circulate', 'fan.circulate': '35' }).system.controller.circulateMin).toBe(35)
    expect(run({ 'fan.mode': 'auto', 'fan.circulate': '35' }).system.controller.circulateMin).toBe(0)
    expect(run({ 'fan.circulate': '12' }).system.controller.circulateMin).toBe(12)
    expect(run({ 'fan.satisfied.heat': 'trickle', 'fan.satisfied.cool': 'off' }).system.controller).toMatchObject({
      fanHeat: 'trickle',
      fanCool: 'off',
      trickleShare: 0.3,
    })
  })
  it('goes to its second stage by rule, gap and delay', () => {
    const stage2 = (roles: Record<string, string>) => run(roles).system.controller.stage2
    expect(stage2({ 'control.second-stage': 'never' })).toBeNull()
    expect(stage2({ 'control.second-stage': 'auto' })).toEqual({ by: 'gap', onF: 1.5, offF: 0.2, afterMin: 0 })
    expect(stage2({ 'control.stage-gap': '3', 'control.stage-delay': '4' })).toEqual({
      by: 'gap',
      onF: 3,
      offF: 0.2,
      afterMin: 4,
    })
    expect(stage2({ 'control.upstage-time': '12' })).toEqual({ by: 'time', afterMin: 12 })
    expect(stage2({ 'control.upstage-time': '12', 'control.stage-delay': '20' })).toEqual({ by: 'time', afterMin: 20 })
  })
  it('dries where something cools', () => {
    const drying = (roles: Record<string, string>, day: RunDay = 'hot') => run(roles, { day }).system.controller.drying
    expect(drying({ 'control.dehumidify': 'overcool' })).toEqual({ by: 'overcool', abovePct: 55, overcoolF: 2, share: 0.8 })
    expect(
      drying({
        'control.dehumidify': 'slow',
        'humidity.target': '60',
        'humidity.overcool': '1',
        'airflow.dehumidify': '-15',
      }),
    ).toEqual({ by: 'slow', abovePct: 60, overcoolF: 1, share: 0.85 })
    expect(drying({ 'control.dehumidify': 'off' })).toBeNull()
    expect(drying({ 'control.dehumidify': 'overcool' }, 'frosty')).toBeNull()
  })
})

describe('the rooms around it', () => {
  const room = (more: object, options: Parameters<typeof run>[1] = {}) =>
    run({}, { ...options, more: (pen) => pen.write('room.set', { systemId: SYSTEM, ...more }) })
  it('has another storey by its floor and its share of the air', () => {
    expect(room({ areaFt2: 800 }).system.other).toBeNull()
    expect(room({ areaFt2: 800, other: 'none' }).system.other).toBeNull()
    const above = room({ areaFt2: 800, kind: 'usual', other: 'above', otherAreaFt2: 400 })
    // Of 1,200 ft² it is a third.
    expect(above.system.other?.airShare).toBeCloseTo(0.33, 9)
    expect(above.system.other?.uaBtuHPerF).toBeCloseTo(0.3 * 400 * 1.15, 9)
    expect(above.system.other?.isAbove).toBe(true)
    expect(taken(above)['Its share of the air']).toBe('33 %')
    const below = room({ areaFt2: 800, kind: 'usual', other: 'below', otherAirPct: 20 })
    expect(below.system.other).toMatchObject({ airShare: 0.2, isAbove: false, uaBtuHPerF: expect.closeTo(0.3 * 800 * 0.75, 9) })
    expect(taken(below)).not.toHaveProperty('Its share of the air')
    expect(taken(below)['Floor not sensed']).toBe('800 ft²')
    expect(room({ areaFt2: 800, other: 'beside' }).system.other?.risesBtuHPerF).toBe(0)
  })
  it('holds water where something cools, by the air of the site', () => {
    expect(room({ areaFt2: 900 }).system.moisture).toBeNull()
    const hot = room({ areaFt2: 900, kind: 'draughty' }, { day: 'hot' }).system.moisture
    const cfm = pump().picture.aimCfm as number
    expect(hot?.coilAirLbH).toBeCloseTo(cfm * 60 * 0.075, 0)
    expect(hot?.leakLbH).toBeCloseTo(900 * 8 * 0.075 * 0.8, 0)
    expect(hot?.outdoorRatio[5]).toBeCloseTo(0.0155 * 1.05, 9)
    expect(hot?.coilHoldsLb).toBeCloseTo(1.65, 9)
  })
  it('opens a door by day, and lets the sun on the sensor', () => {
    const of = room({ doorMin: 6, sun: 'afternoon' }).system.day
    expect(of.door?.minutes[6]).toBe(0)
    expect(of.door?.minutes[7]).toBe(6)
    expect(of.door?.minutes[20]).toBe(6)
    expect(of.door?.minutes[21]).toBe(0)
    expect(of.sunOnSensorF?.[15]).toBe(4)
    expect(of.sunOnSensorF?.[9]).toBe(0)
    expect(room({ sun: 'morning' }).system.day.sunOnSensorF?.[9]).toBe(4)
    expect(room({ doorMin: 0, sun: 'none' }).system.day).toMatchObject({ door: null, sunOnSensorF: null })
  })
  it('runs a day that was pasted as what it was: frost, mild or hot', () => {
    const pasted = (f: number) => room({ weather: new Array(24).fill(f).join(' ') }, { day: 'pasted' })
    expect(pasted(20).system.controller.mode).toBe('heat')
    expect(pasted(20).system.day.outdoorF[7]).toBe(20)
    expect(pasted(74).system.controller.mode).toBe('cool')
    expect(pasted(73.9).system.controller.mode).toBe('heat')
    expect(pasted(50).system.moisture).not.toBeNull()
    expect(pasted(44.9).system.moisture).toBeNull()
    expect(weatherOf(pump())).toBeNull()
    expect(weatherOf(pump((pen) => pen.write('room.set', { systemId: SYSTEM, weather: '' })))).toBeNull()
  })
})

describe('the sensor of a run', () => {
  it('moves by a trim from where it was read', () => {
    expect(run({ 'sensor.trim': '1.5' }, { trimThen: 0.5 }).system.sensor.offsetF).toBe(1)
    // Where a gap was looked for, the trim was set against it: it counts whole.
    const gapSeen = run(
      { 'sensor.trim': '1.5' },
      { trimThen: 1.5, more: (pen) => pen.write('room.set', { systemId: SYSTEM, gap: 'open' }) },
    )
    expect(gapSeen.system.sensor.offsetF).toBe(1.5)
    expect(taken(gapSeen)['Its reading']).toBe('true but for the gap and its trim of +1.5 °F')
    expect(taken(run({}, { trimThen: 0.5 }))['Its reading']).toBe('true with its trim of +0.5 °F')
  })
  it('jumps to the return while the fan runs, where its source does', () => {
    const jumping = run({ 'sensor.source': 'jump' }, { gap: true })
    expect(jumping.system.sensor.whileFan?.voidShare.on).toBeGreaterThan(0)
    expect(jumping.system.sensor.voidShare).toEqual({ off: 0.14, on: 0.22 })
    expect(jumping.system.sensor.whileFan?.lagS).toBe(90)
    expect(taken(jumping)['It jumps']).toBe('to the return sensor while the fan runs')
    expect(run({ 'sensor.source': 'wall' }).system.sensor.whileFan).toBeNull()
  })
})

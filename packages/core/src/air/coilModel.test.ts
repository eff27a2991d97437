import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { splitCauses } from '../advice/splitCause.ts'
import { coilAt, coilModel, coilOverRamp } from './coilModel.ts'
import { coilLoad } from './processes.ts'
import { airState } from './psychrometrics.ts'

const entering = (db: number, rh: number) => {
  const air = airState(db, { relativeHumidityPct: rh }, 14.53)
  if (!air.ok) throw new Error(air.reason)
  return air.value
}
const model = (db = 78, rh = 52, tons = 3, flow = 1200) => {
  const made = coilModel(entering(db, rh), tons, flow)
  if (!made.ok) throw new Error(made.reason)
  return made.value
}

describe('a cooling coil at less air', () => {
  it('gives its rating at rated flow', () => {
    const at = coilAt(model(), 1200)
    expect(at.totalBtuH).toBeCloseTo(36_000, 0)
    expect(at.sensibleRatio).toBeGreaterThan(0.6)
    expect(at.sensibleRatio).toBeLessThan(0.9)
  })
  it('gets colder and drier with less air, and takes out what it says by the balance of the two states', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 70, max: 85 }),
        fc.integer({ min: 45, max: 65 }),
        fc.double({ min: 0.55, max: 0.95, noNaN: true }),
        (db, rh, share) => {
          const coil = model(db, rh)
          const full = coilAt(coil, 1200)
          const less = coilAt(coil, 1200 * share)
          expect(less.surfaceF).toBeLessThan(full.surfaceF)
          expect(less.splitF).toBeGreaterThan(full.splitF)
          expect(less.sensibleRatio).toBeLessThanOrEqual(full.sensibleRatio + 1e-9)
          expect(less.totalBtuH).toBeLessThan(full.totalBtuH)
          const leaving = airState(
            less.leavingDbF,
            {
              humidityRatio:
                coil.entering.humidityRatio - less.moistureLbH / ((1200 * share * 60) / coil.entering.specificVolumeFt3Lb),
            },
            14.53,
          )
          if (!leaving.ok) throw new Error(leaving.reason)
          const balance = coilLoad(coil.entering, leaving.value, { actualCfm: 1200 * share })
          expect(Math.abs(balance.totalBtuH / less.totalBtuH - 1)).toBeLessThan(1e-6)
          expect(Math.abs(balance.latentBtuH - less.latentBtuH)).toBeLessThan(1)
        },
      ),
    )
  })
  it('takes more water out over a ramp that begins slowly', () => {
    const coil = model()
    const flat = coilOverRamp(coil, 1200, [{ pct: 100, forS: 600 }], 600)
    const ramp = coilOverRamp(
      coil,
      1200,
      [
        { pct: 50, forS: 60 },
        { pct: 80, forS: 240 },
        { pct: 100, forS: 1 },
      ],
      600,
    )
    expect(ramp.moistureLbH).toBeGreaterThan(flat.moistureLbH)
    expect(ramp.sensibleRatio).toBeLessThan(flat.sensibleRatio)
    expect(flat.moistureLbH).toBeCloseTo(coilAt(coil, 1200).moistureLbH, 9)
  })
  it('refuses a rating that the air cannot hold', () => {
    expect(coilModel(entering(60, 10), 5, 400)).toMatchObject({ ok: false })
    expect(coilModel(entering(75, 50), 3, 0)).toMatchObject({ ok: false })
  })
})

describe('why a split is off', () => {
  const facts = {
    splitF: 14,
    expectedLowF: 17,
    expectedHighF: 22,
    flowCfm: 1200,
    aimLowCfm: 1100,
    aimHighCfm: 1300,
    load: null,
    capacityTons: 3,
    anyAir: false,
    charge: {},
  }
  const load = (tons: number, sensibleRatio: number) =>
    ({ tons, sensibleRatio, totalBtuH: tons * 12_000, sensibleBtuH: 0, latentBtuH: 0, dryAirLbH: 0, splitF: 14 }) as const

  it('says when it cannot tell, and what would help', () => {
    const { cannotTell, wanted, causes } = splitCauses(facts)
    expect(causes).toEqual([])
    expect(cannotTell).toContain('do not tell them apart')
    expect(wanted).toEqual(['wet bulbs on both sides of the coil'])
  })
  it('puts flow before everything else', () => {
    expect(splitCauses({ ...facts, flowCfm: 1500, load: load(2.1, 0.7) }).causes.map((one) => one.kind)).toEqual(['flow'])
    expect(splitCauses({ ...facts, splitF: 26, flowCfm: null, load: null }).wanted.slice(0, 2)).toEqual([
      'the flow',
      'wet bulbs on both sides of the coil',
    ])
    expect(splitCauses({ ...facts, splitF: 26, flowCfm: 800 }).causes[0]?.says).toContain('Too little air')
  })
  it('tells damp air from a weak plant by what the coil takes out', () => {
    expect(splitCauses({ ...facts, load: load(3, 0.55) }).causes[0]).toMatchObject({ kind: 'load', sure: 'likely' })
    const weak = splitCauses({ ...facts, load: load(2.2, 0.75) })
    expect(weak.causes[0]).toMatchObject({ kind: 'charge', sure: 'possible' })
    expect(weak.wanted).toEqual(['superheat and subcooling'])
    expect(splitCauses({ ...facts, load: load(3.8, 0.75) }).causes[0]?.says).toContain('more than it can')
  })
  it('lets the charge speak where the coil is weak, by its metering device', () => {
    const weak = { ...facts, load: load(2.2, 0.75) }
    const charge = { superheatF: 10, subcoolingF: 2, wantedSubcoolingF: 10 }
    expect(splitCauses({ ...weak, charge: { ...charge, metering: 'valve' } }).causes[0]).toMatchObject({
      sure: 'likely',
      code: 'charge-low',
    })
    const unknown = splitCauses({ ...weak, charge })
    expect(unknown.causes[0]).toMatchObject({ sure: 'possible', code: 'coil-weak' })
    expect(unknown.wanted[0]).toContain('what meters the refrigerant')
  })
  it('says nothing of cooling while it heats', () =>
    expect(splitCauses({ ...facts, splitF: -18, load: load(2.2, 0.75), charge: { metering: 'valve' } })).toEqual({
      causes: [],
      cannotTell: 'The supply is warmer than the return: it heats. Nothing is said of cooling or charge by that.',
      wanted: [],
    }))
  it('is less sure of a split that is sound in some air', () => {
    const sound = splitCauses({ ...facts, splitF: 20, anyAir: true })
    expect(sound.causes[0]).toMatchObject({ kind: 'sound', sure: 'possible' })
    expect(sound.wanted).toEqual(['the wet bulb of the return'])
  })
  it('is content with a split inside its range', () =>
    expect(splitCauses({ ...facts, splitF: 20 }).causes[0]?.kind).toBe('sound'))
})

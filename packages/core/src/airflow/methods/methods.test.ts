import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findings } from '../../advice/findings.ts'
import { showIn } from '../../advice/show.ts'
import { methodWorkings } from '../../advice/workings.ts'
import { sensibleFactorAt } from '../../air/factors.ts'
import { BASE_UNITS } from '../../quantity/units.ts'
import { attempt, scenario } from '../../testing/scenario.ts'
import type { AirflowInput, TryInput } from '../input.ts'
import type { InstrumentData } from '../instruments.ts'
import { airflowPicture } from '../picture.ts'
import { type FlowMethod, METHODS } from './methods.ts'

const DUCT = { shape: 'rectangular', widthIn: 24, heightIn: 12, straightBeforeIn: 200, straightAfterIn: 90 } as const
const every = (pressure: number) => Object.fromEntries(Array.from({ length: 25 }, (_, i) => [i, pressure]))
const pictureWith = (one: Partial<TryInput>, input: Partial<AirflowInput> = {}) =>
  airflowPicture(scenario({ tries: [attempt(one)], ...input }))
const flowBy = (method: FlowMethod, picture: ReturnType<typeof pictureWith>) =>
  picture.current?.flow?.estimates.find((one) => one.method === method)
const instrument = (more: Partial<InstrumentData>): InstrumentData => ({
  name: 'X',
  measures: 'static',
  accuracyPct: 1,
  accuracyFixed: 0,
  ...more,
})

describe('every way of knowing the flow', () => {
  it('has one name for each, and says which instrument bounds it', () => {
    expect(new Set(METHODS.map(({ id }) => id)).size).toBe(METHODS.length)
    expect(new Set(METHODS.map(({ name }) => name)).size).toBe(METHODS.length)
  })

  it('takes the hood once every return grille was under it', () => {
    const hood = { id: 'h1', name: 'hall', side: 'return' as const, flowCfm: 640 }
    expect(flowBy('return-hoods', pictureWith({ hoods: [hood] }, { returnGrilles: 2 }))).toBeUndefined()
    const both = pictureWith({ hoods: [hood, { ...hood, id: 'h2', name: 'stairs', flowCfm: 610 }] }, { returnGrilles: 2 })
    expect(flowBy('return-hoods', both)).toMatchObject({
      flowCfm: 1250,
      plusMinusCfm: expect.closeTo(87.5, 6),
      readingIds: ['h1', 'h2'],
    })
    expect(flowBy('return-hoods', pictureWith({ hoods: [{ ...hood, side: 'supply' }] }))).toBeUndefined()
  })

  it('takes the plate, and puts it back to the static with the filter in', () => {
    const plate = { id: 'p', factor: 1260, dpInWc: 0.81, normalStaticInWc: null, testStaticInWc: null }
    const bare = flowBy('plate', pictureWith({ plate }))?.flowCfm ?? 0
    const corrected =
      flowBy('plate', pictureWith({ plate: { ...plate, normalStaticInWc: 0.5, testStaticInWc: 0.44 } }))?.flowCfm ?? 0
    expect(corrected / bare).toBeCloseTo(Math.sqrt(0.5 / 0.44), 9)
    expect(flowBy('plate', pictureWith({ plate: { ...plate, dpInWc: 0 } }))).toBeUndefined()
  })

  it('takes a traverse only when it is whole, the last whole one of several', () => {
    const traverse = { id: 't', name: 'trunk', duct: DUCT, pressuresInWc: every(0.03), airF: null }
    const { [3]: _, ...missing } = every(0.03)
    expect(flowBy('traverse', pictureWith({ traverses: [{ ...traverse, pressuresInWc: missing }] }))).toBeUndefined()
    expect(flowBy('traverse', pictureWith({ traverses: [{ ...traverse, duct: null }] }))).toBeUndefined()
    const two = pictureWith({ traverses: [traverse, { ...traverse, id: 'u', pressuresInWc: missing }] })
    expect(flowBy('traverse', two)?.readingIds).toEqual(['t'])
  })

  it('takes warmer air in the duct as thinner, and so as more flow', () => {
    const at = (airF: number | null) =>
      flowBy('traverse', pictureWith({ traverses: [{ id: 't', name: '', duct: DUCT, pressuresInWc: every(0.03), airF }] }))
        ?.flowCfm ?? 0
    expect(at(120)).toBeGreaterThan(at(60))
    expect(at(null)).toBeCloseTo(at(75), 6)
  })

  it('takes a furnace on the tap that it fires on, and nothing from a rise that is none', () => {
    const firing = { heatBtuH: 64_000, returnDbF: 64, supplyDbF: 114 }
    const flow = flowBy('furnace-rise', pictureWith({ firing }))
    // The air that enters at 64 °F is denser than that of the room at 75 °F: a fiftieth less flow by the same rise.
    expect(flow?.flowCfm).toBeCloseTo(64_000 / (sensibleFactorAt(pictureWith({ firing }).air, 64) * 50), 6)
    expect(64_000 / ((flow?.flowCfm ?? 0) * 50) / pictureWith({ firing }).sensibleFactor).toBeCloseTo(534.67 / 523.67, 3)
    expect(flowBy('furnace-rise', pictureWith({ firing: { ...firing, supplyDbF: 60 } }))).toBeUndefined()
  })

  it('counts the heat of the blower with that of an electric heater', () => {
    const rise = { id: 'r', returnDbF: 75, supplyDbF: 97, volts: 240, amps: 37.5, phases: 1 as const }
    const picture = pictureWith({ rise })
    const flowCfm = flowBy('heater-rise', picture)?.flowCfm ?? 0
    // What heater and blower give is what the air takes up.
    expect((240 * 37.5 + 0.365 * flowCfm) * 3.412).toBeCloseTo(picture.sensibleFactor * 22 * flowCfm, 6)
    // A rise that the blower alone would give leaves nothing for the heater.
    expect(flowBy('heater-rise', pictureWith({ rise: { ...rise, supplyDbF: 76 } }))).toBeUndefined()
  })

  it('reads a rise by the air of its own try, whatever is read later', () => {
    const rise = { id: 'r', returnDbF: 68, supplyDbF: 90, volts: 240, amps: 37.5, phases: 1 as const }
    const later = { id: 's', returnDbF: 85, supplyDbF: 60, returnWbF: 78, supplyWbF: null, returnRhPct: null }
    const one = airflowPicture(scenario({ tries: [attempt({ rise })] })).tries[0]?.flow?.flowCfm
    const two = airflowPicture(scenario({ tries: [attempt({ rise }), attempt({ split: later })] })).tries[0]?.flow?.flowCfm
    expect(one).toBeGreaterThan(0)
    expect(two).toBe(one)
  })

  it('is as sure as what it was measured with', () => {
    const probes = { supply: 0.2, return: -0.25 }
    const table = (static_: InstrumentData | undefined) =>
      flowBy('table', pictureWith({ probes }, { instruments: static_ ? { static: static_ } : {} }))?.plusMinusCfm ?? 0
    expect(table(instrument({ accuracyFixed: 0.05 }))).toBeGreaterThan(table(undefined))
    expect(table(instrument({ accuracyFixed: 0.001 }))).toBeLessThan(table(undefined))
    const rise = { id: 'r', returnDbF: 68, supplyDbF: 92, volts: 240, amps: 37, phases: 1 as const }
    const heater = (temperature: InstrumentData) =>
      flowBy('heater-rise', pictureWith({ rise }, { instruments: { temperature } }))?.plusMinusCfm ?? 0
    // By hand: thermometers ± 1 °F on a rise of 24; volts ± 2.4 of 240; amps ± 1.85 of 37.
    const all = {
      temperature: instrument({ measures: 'temperature', accuracyPct: 0, accuracyFixed: 1 }),
      voltage: instrument({ measures: 'voltage', accuracyPct: 1 }),
      current: instrument({ measures: 'current', accuracyPct: 5 }),
    }
    const { flowCfm = 0, plusMinusCfm } = flowBy('heater-rise', pictureWith({ rise }, { instruments: all })) ?? {}
    expect(plusMinusCfm).toBeCloseTo(Math.hypot(0.01, 0.05, Math.SQRT2 / 24, (0.5 * 0.365 * flowCfm) / (240 * 37)) * flowCfm, 6)
    expect(heater(instrument({ measures: 'temperature', accuracyPct: 0, accuracyFixed: 2 }))).toBeGreaterThan(
      heater(instrument({ measures: 'temperature', accuracyPct: 0, accuracyFixed: 0.2 })),
    )
  })

  it('opens to a formula with its own figures in it, whatever was measured', () => {
    const picture = pictureWith({
      probes: { supply: 0.2, return: -0.25 },
      hoods: [{ id: 'h', name: 'hall', side: 'return', flowCfm: 1310 }],
      plate: { id: 'p', factor: 1260, dpInWc: 1.05, normalStaticInWc: 0.5, testStaticInWc: 0.47 },
      traverses: [{ id: 't', name: 'trunk', duct: DUCT, pressuresInWc: every(0.028), airF: null }],
      firing: { heatBtuH: 64_000, returnDbF: 64, supplyDbF: 110 },
    })
    if (!picture.current) throw new Error('no try?')
    const all = methodWorkings(picture, picture.current)
    expect(all.map((one) => one.id)).toEqual(['flow-table', 'flow-hoods', 'flow-traverse', 'flow-plate', 'flow-furnace'])
    for (const one of all) {
      const shown = Math.round(one.result?.value ?? 0).toLocaleString('en-US')
      expect(one.formula, one.id).toContain(shown)
      expect(one.source.length, one.id).toBeGreaterThan(10)
      expect(one.inputs.length, one.id).toBeGreaterThan(0)
    }
  })

  it('says which one to repeat when one of several does not fit, and takes the flow without it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 0.6, noNaN: true }), (share) => {
        const picture = pictureWith({
          probes: { supply: 0.2, return: -0.25 },
          hoods: [{ id: 'h', name: 'hall', side: 'return', flowCfm: 1310 * share }],
          traverses: [{ id: 't', name: 'trunk', duct: DUCT, pressuresInWc: every(0.0263), airF: null }],
        })
        const flow = picture.current?.flow
        expect(flow?.repeat.map((one) => one.method)).toEqual(['return-hoods'])
        expect(flow?.flowCfm).toBeGreaterThan(1200)
        const found = findings(picture, showIn(BASE_UNITS)).find((one) => one.kind === 'contradiction')
        expect(found?.remedy).toContain('the hood on every return grille')
        expect(found?.jot).toBe('hood return ')
      }),
      { numRuns: 30 },
    )
  })
})

describe('what an instrument’s accuracy does to a flow', () => {
  const at = (supply: number) => ({ probes: { supply, return: -0.25 }, probeIds: ['p'] })
  it('goes through the slope of the tap’s line: a coarse gauge widens the table where the line is steep', () => {
    // Tap 3 falls from 1,298 at 0.5 to 1,242 at 0.7 in.wc: 280 cfm per in.wc. Gauge ± 0.10 there, the table’s own 5 %.
    const fine = flowBy('table', pictureWith(at(0.35)))
    const coarse = flowBy(
      'table',
      pictureWith(at(0.35), { instruments: { static: instrument({ accuracyPct: 0, accuracyFixed: 0.1 }) } }),
    )
    const flow = coarse?.flowCfm ?? 0
    expect(flow).toBeCloseTo(1270, 6)
    expect(coarse?.plusMinusCfm).toBeCloseTo(Math.hypot(0.07 * flow, 280 * 0.1), 3)
    expect(fine?.plusMinusCfm).toBeLessThan(coarse?.plusMinusCfm ?? 0)
  })
  it('adds to the spread of the grilles', () => {
    const grille = { id: 'g', name: 'return', side: 'return' as const, faceFpm: 400, areaFt2: 4, freeArea: 0.7 }
    const bare = flowBy('return-grilles', pictureWith({ grilles: [grille as never] }))
    const metered = flowBy(
      'return-grilles',
      pictureWith(
        { grilles: [grille as never] },
        { instruments: { velocity: instrument({ measures: 'velocity', accuracyPct: 10 }) } },
      ),
    )
    expect(metered?.flowCfm).toBe(bare?.flowCfm)
    expect(metered?.plusMinusCfm).toBeCloseTo(Math.hypot(bare?.plusMinusCfm ?? 0, 0.1 * (bare?.flowCfm ?? 0)), 6)
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { USUAL_DAMPER } from './damperLine.ts'
import {
  brokenWire,
  freeTerminals,
  type PlacedPoint,
  pointFaults,
  readSignal,
  type StripTerminal,
  signalOf,
} from './roofPoints.ts'
import { lookAtRoof, NO_ROOF_FAULTS, type RoofAsked, type RoofFaults, type RoofUnit, roofAtRest, stepRoof } from './roofUnit.ts'
import { judgeStroke, type StrokeStep, USUAL_STROKE } from './stroke.ts'

const STRIP: StripTerminal[] = [
  { id: 'U1', takes: ['reads', 'contact'] },
  { id: 'R1', takes: ['reads'] },
  { id: 'V1', takes: ['drives'] },
  { id: 'K1', takes: ['switches'] },
]
const at = (carries: PlacedPoint['carries'], terminal: string | null, fitted = true): PlacedPoint => ({
  carries,
  fitted,
  terminal,
})

describe('points on terminals', () => {
  it('clash where two share one, and are named where a terminal cannot take them, is none, or is not said', () => {
    const faults = pointFaults(
      STRIP,
      [
        at('outdoor-temp', 'U1'),
        at('smoke', 'U1'),
        at('damper', 'R1'),
        at('co2', 'Z9'),
        at('float', null),
        at('freeze', 'U1', false),
      ],
      ['damper', 'return-temp'],
    )
    expect(faults).toEqual([
      { kind: 'not-taken', terminal: 'R1', point: 'damper' },
      { kind: 'no-such-terminal', terminal: 'Z9', point: 'co2' },
      { kind: 'nowhere', point: 'float' },
      { kind: 'clash', terminal: 'U1', points: ['outdoor-temp', 'smoke'] },
      { kind: 'missing', point: 'return-temp' },
    ])
  })

  it('are offered the free terminals that take them, those first that take nothing else', () => {
    expect(freeTerminals(STRIP, [], 'return-temp')).toEqual(['R1', 'U1'])
    expect(freeTerminals(STRIP, [at('co2', 'R1')], 'return-temp')).toEqual(['U1'])
    expect(freeTerminals(STRIP, [at('co2', 'R1')], 'co2')).toEqual(['R1', 'U1'])
    expect(freeTerminals(STRIP, [at('alarm', 'K1')], 'exhaust')).toEqual([])
  })
})

describe('signals of sensors', () => {
  const beta = { kind: 'beta', r25Ohm: 10_000, betaK: 3900 } as const
  const table = { kind: 'table', ohms: [27_000, 10_000, 4200], temperaturesF: [40, 77, 115] } as const
  const live = { kind: '2-10', low: 0, high: 2000 } as const
  const dead = { kind: '0-10', low: 0, high: 2000 } as const

  it('go there and back', () => {
    fc.assert(
      fc.property(fc.double({ min: 41, max: 114, noNaN: true }), (f) => {
        expect(readSignal(beta, signalOf(beta, f)).value).toBeCloseTo(f, 6)
        expect(readSignal(table, signalOf(table, f)).value).toBeCloseTo(f, 6)
      }),
    )
    expect(readSignal(live, signalOf(live, 800)).value).toBeCloseTo(800, 9)
  })

  it('call an open and a short circuit what they are', () => {
    expect([beta, table].map((one) => readSignal(one, 9e9).status)).toEqual(['open-wire', 'open-wire'])
    expect([beta, table].map((one) => readSignal(one, 1).status)).toEqual(['short', 'short'])
    expect(readSignal(table, 40_000).status).toBe('past-range')
  })

  it('tell a broken wire where the zero is live; without one it reads as the low end', () => {
    expect(readSignal(live, 0)).toEqual({ status: 'open-wire', value: null })
    expect(readSignal(dead, 0)).toEqual({ status: 'ok', value: 0 })
    expect([brokenWire(live), brokenWire(dead), brokenWire(beta)]).toEqual([
      { reads: 'fault' },
      { reads: 'value', value: 0 },
      { reads: 'coldest' },
    ])
  })
})

const unit = (faults: Partial<RoofFaults> = {}): RoofUnit => ({
  damper: { kind: 'share', share: USUAL_DAMPER },
  fullCfm: 4000,
  strokeS: 90,
  least: { at: [60, 100], values: [30, 20] },
  changeover: { kind: 'fixed-dry-bulb', limitF: 68, limitBtuLb: null, lockoutBelowF: null },
  supplyF: 55,
  speedsPct: [60, 60, 100],
  stageDropF: 9,
  compressorDelayS: 300,
  minRunS: 180,
  minRestS: 240,
  faults: { ...NO_ROOF_FAULTS, ...faults },
})
const asked = (more: Partial<RoofAsked> = {}): RoofAsked => ({
  call: 'none',
  test: null,
  outdoorF: 60,
  outdoorBtuLb: 22,
  returnF: 74,
  returnBtuLb: 28,
  occupied: true,
  ...more,
})
const run = (of: RoofUnit, seconds: number, what: RoofAsked) => {
  const state = roofAtRest()
  for (let i = 0; i < seconds; i += 1) stepRoof(of, state, what)
  return { state, look: lookAtRoof(of, state, what) }
}

describe('a simulated rooftop unit', () => {
  it('ventilates at its least position for the speed, and mixes what the damper lets in', () => {
    const { state, look } = run(unit(), 120, asked())
    expect([state.mode, state.fanPct, state.actuatorPct]).toEqual(['ventilation', 60, 30])
    // 30 % of the stroke is 30 % of the supply with this damper: 74 − 0.3 × 14.
    expect(look.mixedF).toBeCloseTo(69.8, 9)
    expect(look.outdoorCfm).toBeCloseTo(720, 9)
  })

  it('takes its whole stroke to open for free cooling, and a compressor joins only after the delay', () => {
    expect(run(unit(), 45, asked({ call: 'cool-1' })).state.actuatorPct).toBeCloseTo(50, 6)
    expect(run(unit(), 299, asked({ call: 'cool-1' })).state).toMatchObject({ mode: 'free cooling', stage: 0 })
    expect(run(unit(), 302, asked({ call: 'cool-1' })).state).toMatchObject({ mode: 'free cooling and compressor', stage: 1 })
    expect(run(unit(), 10, asked({ call: 'cool-2', outdoorF: 85 })).state).toMatchObject({ mode: 'compressor', stage: 2 })
  })

  it('lets a compressor run and rest for its least times', () => {
    const of = unit()
    const state = roofAtRest()
    for (let i = 0; i < 2000; i += 1) stepRoof(of, state, asked({ call: i % 60 < 30 ? 'cool-1' : 'none', outdoorF: 85 }))
    // A run of 180 s and a rest of 240 s at least: five starts fit into 2,000 s, and no sixth.
    expect(state.compressorStarts).toBe(5)
  })

  it('does in test mode what it is told, whatever is called', () => {
    const { state } = run(unit(), 120, asked({ call: 'cool-2', test: { fanPct: 65, damperPct: 42 } }))
    expect(state).toMatchObject({ mode: 'test', fanPct: 65, stage: 0 })
    expect(state.bladesPct).toBeCloseTo(42, 9)
  })

  it('shows each planted fault where an instrument would see it', () => {
    const test = { fanPct: 100, damperPct: 100 }
    const stuck = run(unit({ stuckAtPct: 10 }), 120, asked({ test }))
    expect(stuck.look.feedbackPct).toBeCloseTo(100, 9)
    expect(stuck.look.mixedF).toBeGreaterThan(72)
    expect(run(unit({ feedbackReversed: true }), 120, asked({ test })).look.feedbackPct).toBeCloseTo(0, 9)
    expect(run(unit({ outdoorOffsetF: 9 }), 1, asked()).look.outdoorF).toBe(69)
    expect(run(unit({ outdoorAndReturnSwapped: true }), 1, asked()).look).toMatchObject({ outdoorF: 74, returnF: 60 })
    // A warm roof keeps it from free cooling.
    expect(run(unit({ outdoorOffsetF: 9 }), 60, asked({ call: 'cool-1' })).state.mode).not.toContain('free')
  })
})

describe('a stroke test', () => {
  const step = (
    commandPct: number,
    feedbackPct: number | null,
    seenPct: number | null = null,
    seconds: number | null = null,
  ): StrokeStep => ({
    commandPct,
    feedbackPct,
    seenPct,
    seconds,
  })
  const verdict = (steps: StrokeStep[], strokeS: number | null = null) => judgeStroke(steps, { ...USUAL_STROKE, strokeS })

  it('passes where feedback and blades follow within the tolerance', () => {
    expect(verdict([step(0, 1, 0, 90), step(50, 52, 50, 45), step(100, 99, 100, 46)], 90)).toBe('pass')
  })
  it.each([
    ['stuck', [step(0, 40), step(100, 41)]],
    ['reversed', [step(0, 99), step(100, 2)]],
    ['blades-loose', [step(0, 0, 30), step(100, 100, 32)]],
    ['off', [step(0, 0), step(50, 62), step(100, 100)]],
    ['cannot-tell', [step(40, 40), step(60, 60)]],
    ['cannot-tell', []],
  ] as const)('says %s', (wanted, steps) => {
    expect(verdict([...steps])).toBe(wanted)
  })
  it('says slow where it took longer than the maker’s time by more than the allowance', () => {
    expect(verdict([step(0, 0), step(100, 100, null, 125)], 90)).toBe('slow')
    expect(verdict([step(0, 0), step(100, 100, null, 118)], 90)).toBe('pass')
  })
})

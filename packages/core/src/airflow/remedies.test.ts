import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { showIn } from '../advice/show.ts'
import { BASE_UNITS, METRIC_UNITS } from '../quantity/units.ts'
import { driveAt, driveForFlow, SIGNALS, type SignalKind, signalFor, signalPct } from './driveFor.ts'
import { blowerPowerW, heldAgainst, holdsUntilTimes, louderDb } from './heldMotor.ts'
import { calibrationDue, type InstrumentData, instrumentDoubts, instrumentPlusMinus } from './instruments.ts'
import { filterFaceFpm, partBudget, remedies } from './partBudget.ts'
import { staticWalk, type WalkStep } from './staticWalk.ts'

const show = showIn(BASE_UNITS)

const TABLE = {
  kind: 'constant-torque' as const,
  taps: ['1', '2'],
  staticsInWc: [0.1, 0.3, 0.5, 0.7, 0.9],
  flowsCfm: [
    [1000, 950, 880, 790, 680],
    [1400, 1340, 1250, 1130, 980],
  ],
}

describe('what each part takes and what each remedy brings', () => {
  it('names the remedy with the best gain first, and none makes the flow less', () => {
    const coefficient = 0.62 / 1180 ** 2
    const all = remedies({
      table: TABLE,
      tap: 1,
      adjustPct: 0,
      ductCoefficient: coefficient,
      coefficients: { filter: 0.3 / 1180 ** 2, 'return-grille': 0.05 / 1180 ** 2, branches: 0.1 / 1180 ** 2 },
      cleanFilterCoefficient: 0.12 / 1180 ** 2,
    })
    expect(all.map((one) => one.kind)).toEqual(['larger-filter', 'clean-filter', 'open-dampers', 'return-grille'])
    for (const one of all) expect(one.gainCfm).toBeGreaterThan(0)
  })
  it('takes the watts that the maker prints, and says where it had to work them out', () => {
    const coefficient = 0.62 / 1180 ** 2
    const of = (powersW?: (number | null)[][]) =>
      remedies({
        table: powersW ? { ...TABLE, powersW } : TABLE,
        tap: 1,
        adjustPct: 0,
        ductCoefficient: coefficient,
        coefficients: { filter: 0.3 / 1180 ** 2 },
        cleanFilterCoefficient: 0.12 / 1180 ** 2,
      })[0]
    const none = [null, null, null, null, null]
    const guessed = of()
    expect(guessed?.powerPrinted).toBe(false)
    const printed = of([none, [260, 258, 255, 250, 240]])
    // Between 0.3 and 0.5: by hand, on the line from 258 to 255.
    const staticInWc = printed?.staticInWc as number
    expect(printed?.powerPrinted).toBe(true)
    expect(printed?.powerW).toBeCloseTo(258 - ((staticInWc - 0.3) / 0.2) * 3, 9)
    expect(printed?.powerW).not.toBeCloseTo(guessed?.powerW as number, 0)
    // Another tap's watts, or a hole beside the point, are no print of this one.
    expect(of([[260, 258, 255, 250, 240], none])?.powerPrinted).toBe(false)
    expect(of([none, [260, null, 255, null, 240]])?.powerPrinted).toBe(false)
  })
  it('takes typical parts together for less than the cabinet is rated for, and in proportion to that', () => {
    const all: WalkStep[] = (['return-grille', 'filter', 'return-drop', 'coil', 'supply-trunk', 'branches'] as const).map(
      (part) => ({ parts: [part], fromPoint: 'return', toPoint: 'supply', fromInWc: 0, toInWc: 0, dropInWc: 0.05, share: null }),
    )
    const sum = (rated: number | null, wet: boolean) =>
      partBudget(all, 1000, 1000, rated, wet).reduce((total, one) => total + one.typicalInWc, 0)
    expect(sum(0.5, true)).toBeLessThan(0.5)
    expect(sum(0.8, true) / sum(0.5, true)).toBeCloseTo(1.6, 9)
    expect(sum(null, true)).toBe(sum(0.5, true))
    expect(sum(0.5, false)).toBeLessThan(sum(0.5, true))
  })
  it('holds a part against its print before what is typical, scaled to the flow', () => {
    const walk = staticWalk({ 'before-filter': -0.05, 'after-filter': -0.3, return: -0.34, supply: 0.2, trunk: 0.1 })
    const budget = partBudget(walk.steps, 800, 1000, 0.5, false, { filter: { dropInWc: 0.2, atFlowCfm: 800 } })
    expect(budget.find((one) => one.parts[0] === 'filter')).toMatchObject({ ratedInWc: 0.2, over: true })
    expect(budget.find((one) => one.parts[0] === 'branches')?.typicalInWc).toBeCloseTo(0.0512, 9)
    expect(filterFaceFpm(1200, 20, 25)).toBeCloseTo(345.6, 6)
  })
  it('walks over a coil of its own once it was read behind, wet above dry', () => {
    const walk = staticWalk({ return: -0.2, supply: 0.5, 'after-coil': 0.22 })
    const coil = walk.steps.find((one) => one.parts[0] === 'coil')
    expect(coil).toMatchObject({ parts: ['coil'], fromPoint: 'supply' })
    expect(coil?.dropInWc).toBeCloseTo(0.28, 9)
    const at = (wet: boolean) => partBudget(walk.steps, 1000, 1000, 0.5, wet).find((one) => one.parts[0] === 'coil')?.typicalInWc
    expect(at(true)).toBeGreaterThan(at(false) as number)
    expect(staticWalk({ return: -0.2, supply: 0.5 }).steps.flatMap((one) => one.parts)).not.toContain('coil')
  })
})

describe('a motor that holds its flow', () => {
  it('works harder and louder against a dirty filter until it has no more to give', () => {
    const rows = heldAgainst(1200, 0.9, 0.4 / 1200 ** 2)
    expect(rows[0]).toMatchObject({ flowCfm: 1200, louderDb: 0, runOut: false })
    expect(rows.find((one) => one.times === 2)).toMatchObject({ flowCfm: 1200, runOut: false })
    expect(rows.find((one) => one.times === 2)?.louderDb).toBeCloseTo(6.02, 2)
    const last = rows.at(-1)
    expect(last?.runOut).toBe(true)
    expect(last?.flowCfm).toBeLessThan(1200)
    expect(holdsUntilTimes(1200, 0.9, 0.4 / 1200 ** 2)).toBeCloseTo(2.25, 9)
  })
  it('takes its power from flow and static', () => {
    expect(blowerPowerW(1000, 0.5, 0.5)).toBeCloseTo(117.3, 6)
    expect(louderDb({ flowCfm: 1000, staticInWc: 0.5 }, { flowCfm: 2000, staticInWc: 0.5 })).toBeCloseTo(3.01, 2)
  })
})

describe('a drive', () => {
  const fan = { baseHz: 60, minHz: 15, maxHz: 60, baseFlowCfm: 3000, baseStaticInWc: 1, basePowerW: 1500, baseRpm: 1000 }
  it('finds the frequency of a flow and holds it between its limits', () => {
    const at = driveForFlow(fan, 2100)
    expect(at).toMatchObject({ ok: true, value: { hz: 42, flowCfm: 2100, rpm: 700, held: null } })
    expect(driveForFlow(fan, 9000)).toMatchObject({ ok: true, value: { hz: 60, held: 'high' } })
    expect(driveForFlow(fan, 100)).toMatchObject({ ok: true, value: { hz: 15, held: 'low' } })
    expect(driveForFlow(fan, 0)).toMatchObject({ ok: false })
    expect(driveForFlow({ ...fan, minHz: 70 }, 2000)).toMatchObject({ ok: false })
  })
  it('takes thinner air at the same flow with less pressure and power', () => {
    const thin = driveAt(fan, 60, 0.8)
    expect(thin).toMatchObject({ flowCfm: 3000 })
    expect(thin.staticInWc).toBeCloseTo(0.8, 9)
    expect(thin.powerW).toBeCloseTo(1200, 9)
  })
  it('turns signals into shares and back', () => {
    expect(signalPct('0-5', 2.5)).toBe(50)
    expect(signalPct('2-10', 1)).toBe(0)
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(SIGNALS) as SignalKind[])),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (kind, pct) => {
          expect(signalPct(kind, signalFor(kind, pct))).toBeCloseTo(pct, 9)
        },
      ),
    )
  })
})

describe('instruments', () => {
  const gauge: InstrumentData = {
    name: 'Gauge 2',
    measures: 'static',
    accuracyPct: 1,
    accuracyFixed: 0.002,
    lowest: -2,
    highest: 2,
    calibratedOn: '2025-08-31',
    everyMonths: 12,
  }
  it('are off by a share and a fixed part', () => expect(instrumentPlusMinus(gauge, -0.4)).toBeCloseTo(0.006, 9))
  it('fall due on a day that exists', () => {
    expect(calibrationDue(gauge)).toBe('2026-08-31')
    expect(calibrationDue({ ...gauge, everyMonths: 6 })).toBe('2026-02-28')
    expect(calibrationDue({ ...gauge, calibratedOn: '2027-11-30', everyMonths: 3 })).toBe('2028-02-29')
  })
  it('are doubted when overdue, undated or out of range', () => {
    expect(instrumentDoubts(gauge, '2026-08-30', show, [0.2])).toEqual([])
    expect(instrumentDoubts(gauge, '2026-09-01', show)[0]?.says).toContain('was due for calibration on 2026-08-31')
    expect(instrumentDoubts({ ...gauge, everyMonths: undefined } as never, '2026-01-01', show)[0]?.says).toContain(
      'nobody wrote down',
    )
    expect(instrumentDoubts(gauge, '2026-01-01', show, [0.2, 2.6])[0]?.says).toMatch(
      /read 2\.60 in\.wc, outside its range of .* to \d/,
    )
    expect(instrumentDoubts(gauge, '2026-01-01', showIn(METRIC_UNITS), [2.6])[0]?.says).toContain('read 648 Pa')
  })
})

import { describe, expect, it } from 'vitest'
import { coilAt, coilModel, coilOverRamp } from '../src/air/coilModel.ts'
import { airFactors } from '../src/air/factors.ts'
import { coilLeaving, coilLoad, mixAir } from '../src/air/processes.ts'
import { airState, standardPressurePsia, standardTemperatureF } from '../src/air/psychrometrics.ts'
import { type BlowerTable, tableDoubts, tableFlow, tapOnDuct } from '../src/airflow/blowerTable.ts'
import { scaleSignal } from '../src/airflow/drive.ts'
import { driveAt, driveForFlow } from '../src/airflow/driveFor.ts'
import { expectedSplit } from '../src/airflow/expectedSplit.ts'
import { fanAtSpeed, fanDuctCrossings, quadraticRoots } from '../src/airflow/fanLaws.ts'
import { clockedInputBtuH, deratedInputBtuH, inputFinding } from '../src/airflow/gas.ts'
import { heldAgainst } from '../src/airflow/heldMotor.ts'
import { calibrationDue, instrumentDoubts } from '../src/airflow/instruments.ts'
import { partBudget, remedies } from '../src/airflow/partBudget.ts'
import { judgeRise } from '../src/airflow/riseWindow.ts'
import { staticWalk, walkLine } from '../src/airflow/staticWalk.ts'
import { chooseTap } from '../src/airflow/tapChoice.ts'
import { judgeTraverse, type TraverseDuct, traversePlan } from '../src/airflow/traversePlan.ts'
import { blowerDelays } from '../src/control/delays.ts'
import { exchangerFromStart, fanLimitVerdict, runFanLimit } from '../src/control/fanLimit.ts'
import { stagingOutcomes } from '../src/control/staging.ts'
import { BASE_UNITS, METRIC_UNITS, type Result, showIn } from '../src/index.ts'
import { expectSaid, scenario, tell } from '../src/testing/index.ts'

type Said = readonly [string, readonly string[]]
const show = showIn(BASE_UNITS)
/** Numbers as their mean and their ends, for long rows of them. */
const told = (result: Result<unknown>) => (result.ok ? tell(result.value) : `no: ${result.reason} ${result.remedy}`)

describe('moist air', () => {
  it('its states, mixtures and loads', () => {
    const cases: Said[] = []
    for (const altitudeFt of [0, 310, 5280])
      for (const [dry, moisture] of [
        [75, { relativeHumidityPct: 50 }],
        [75, { wetBulbF: 63 }],
        [95, { dewPointF: 72 }],
        [20, { relativeHumidityPct: 80 }],
        [20, { dewPointF: 10 }],
        [20, { wetBulbF: 19 }],
        [32, { relativeHumidityPct: 80 }],
        [32.5, { relativeHumidityPct: 80 }],
        [31.5, { relativeHumidityPct: 80 }],
        [75, { relativeHumidityPct: 100 }],
        [75, { wetBulbF: 75 }],
        [68, { humidityRatio: 0 }],
        [68, { humidityRatio: -0.001 }],
        [75, { wetBulbF: 80 }],
        [75, { relativeHumidityPct: 101 }],
        [75, { dewPointF: 76 }],
        [500, { relativeHumidityPct: 5 }],
      ] as const) {
        const air = airState(dry, moisture, standardPressurePsia(altitudeFt))
        const more = air.ok ? [tell(airFactors(air.value)), told(coilLeaving(air.value, { actualCfm: 1200 }, 36_000, 0.75))] : []
        cases.push([`${altitudeFt} ft, ${dry} °F, ${tell(moisture)}`, [told(air), ...more]])
      }
    const at = (dry: number, rh: number) => {
      const air = airState(dry, { relativeHumidityPct: rh }, 14.6)
      if (!air.ok) throw new Error(air.reason)
      return air.value
    }
    for (const share of [0, 0.2, 1])
      cases.push([`mixed ${share}`, [tell(mixAir(at(75, 50), 1000 * (1 - share), at(20, 80), 1000 * share))]])
    for (const out of [at(55, 95), at(62, 70), at(90, 30)])
      cases.push([`over a coil to ${out.dryBulbF}`, [tell(coilLoad(at(75, 50), out, { actualCfm: 1200 }))]])
    cases.push([
      'air of the standard',
      [tell([0, 1000, 5280, 30_000].map((ft) => [standardPressurePsia(ft), standardTemperatureF(ft)]))],
    ])
    return expectSaid(expect, 'moist-air', cases)
  })

  it('a coil at other flows, rooms and ramps', () => {
    const cases: Said[] = []
    for (const rh of [25, 50, 70])
      for (const tons of [0, 2, 3.5, 9]) {
        const air = airState(75, { relativeHumidityPct: rh }, 14.6)
        const model = air.ok ? coilModel(air.value, tons, 1330) : air
        const steps = [
          { pct: 50, forS: 60 },
          { pct: 80, forS: 120 },
        ]
        cases.push([
          `${rh} %, ${tons} ton`,
          model.ok
            ? [
                tell(model.value.ratedSurfaceF),
                ...[400, 900, 1330, 1800].map((cfm) => tell(coilAt(model.value, cfm))),
                tell(coilOverRamp(model.value, 1330, steps, 600)),
              ]
            : [told(model)],
        ])
      }
    for (const wet of [null, 61, 68])
      for (const humidity of [null, 35])
        for (const cfm of [900, 1330])
          cases.push([
            `split at ${cfm}, ${tell([wet ?? '?', humidity ?? '?'])}`,
            [
              tell(
                expectedSplit({
                  capacityTons: 3.5,
                  ratedFlowCfm: 1330,
                  flowCfm: cfm,
                  flowPlusMinusCfm: 60,
                  returnDbF: 75,
                  returnWbF: wet,
                  returnRhPct: humidity,
                  pressurePsia: 14.6,
                }),
              ),
            ],
          ])
    return expectSaid(expect, 'coil', cases)
  })
})

const TABLE = scenario().blower?.table as BlowerTable
const HOLED: BlowerTable = {
  kind: 'constant-torque',
  taps: ['low', 'mid', 'high'],
  staticsInWc: [0.1, 0.3, 0.5],
  flowsCfm: [
    [900, 850, null],
    [1100, 1190, 1000],
    [1050, 1180, 1120],
  ],
}
const HELD: BlowerTable = { kind: 'constant-airflow', taps: ['A', 'B', 'C'], tapFlowsCfm: [700, null, 1200], maxStaticInWc: 0.8 }

const BROKEN: Record<string, BlowerTable> = {
  'no taps': { ...TABLE, taps: [] } as BlowerTable,
  'a limit of nothing': { ...HELD, maxStaticInWc: 0 } as BlowerTable,
  'a limit below nothing': { ...HELD, maxStaticInWc: -1 } as BlowerTable,
  'a flow too few': { ...HELD, tapFlowsCfm: [700] } as BlowerTable,
  'one static': { ...HOLED, staticsInWc: [0.1] } as BlowerTable,
  'statics that stand': { ...HOLED, staticsInWc: [0.1, 0.1, 0.5] } as BlowerTable,
  'a row too few': { ...HOLED, taps: ['low', 'mid', 'high', 'max'] } as BlowerTable,
  'flows of nothing': {
    ...HOLED,
    flowsCfm: [
      [0, -1, null],
      [null, null, null],
      [1000, 1020, 1041],
    ],
  } as BlowerTable,
}

describe('blowers', () => {
  it('what a table says, and where it says nothing', () => {
    const cases: Said[] = []
    for (const [name, table] of Object.entries({ TABLE, HOLED, HELD })) {
      cases.push([`${name}, its doubts`, tableDoubts(table).map(tell)])
      for (const tap of [-1, 0, 0.5, 1, 2, 4, 5])
        cases.push([
          `${name}, tap ${tap}`,
          [0.05, 0.1, 0.2, 0.3, 0.45, 0.5, 0.85, 0.95].map((inWc) =>
            tell([inWc, tableFlow(table, tap, inWc), tableFlow(table, tap, inWc, 10)]),
          ),
        ])
      for (const coefficient of [1e-8, 1e-7, 2.5e-7, 5e-7, 2e-6])
        cases.push([
          `${name} on ${coefficient}`,
          table.taps.map((_, tap) =>
            tell([tapOnDuct(table, tap, coefficient) ?? 'none', tapOnDuct(table, tap, coefficient, -10) ?? 'none']),
          ),
        ])
    }
    for (const [name, table] of Object.entries(BROKEN)) cases.push([name, tableDoubts(table).map(tell)])
    return expectSaid(expect, 'tables', cases)
  })

  it('which tap, by what limits', () => {
    const cases: Said[] = []
    const rise = { heatBtuH: 64_000, sensibleFactor: 1.06, minF: 40, maxF: 60 }
    for (const coefficient of [1.5e-7, 2.5e-7, 4e-7])
      for (const limits of [
        {},
        { floorCfm: 1350 },
        { ceilingCfm: 1200 },
        { maxStaticInWc: 0.4 },
        { rise },
        { floorCfm: 1300, ceilingCfm: 1250 },
      ])
        for (const [table, adjust] of [
          [TABLE, 0],
          [TABLE, -8],
          [HELD, 0],
        ] as const) {
          const { outcomes, ...choice } = chooseTap(table, coefficient, 1345, limits, [adjust])
          cases.push([
            `${coefficient}, ${tell(limits)}, ${table.kind} ${adjust}`,
            [
              ...outcomes.map(tell),
              tell({ best: choice.best?.tap, next: choice.runnerUp?.tap, wished: choice.wished?.tap, binding: choice.binding }),
            ],
          ])
        }
    // A limit on which a tap stands exactly is kept.
    const on = tapOnDuct(TABLE, 2, 2.5e-7)
    if (!on) throw new Error('no such point')
    const { flowCfm, staticInWc } = on
    const standsOn = { heatBtuH: 64_000, sensibleFactor: 1.06 }
    const riseF = standsOn.heatBtuH / (standsOn.sensibleFactor * flowCfm)
    for (const limits of [
      { floorCfm: flowCfm },
      { ceilingCfm: flowCfm },
      { maxStaticInWc: staticInWc },
      { rise: { ...standsOn, minF: riseF, maxF: riseF + 9 } },
      { rise: { ...standsOn, minF: riseF - 9, maxF: riseF } },
    ])
      cases.push([
        `on the limit of ${Object.keys(limits)}`,
        chooseTap(TABLE, 2.5e-7, 1345, limits).outcomes.map((one) => `${one.tap} ${one.breaks}`),
      ])
    return expectSaid(expect, 'tap-choice', cases)
  })

  it('fans, drives and motors that hold their flow', () => {
    const fan = { baseHz: 60, minHz: 20, maxHz: 66, baseFlowCfm: 3000, baseStaticInWc: 1.1, basePowerW: 1500, baseRpm: 1150 }
    const cases: Said[] = [
      ['at a speed', [0.5, 1, 1.1].map((one) => tell(fanAtSpeed({ flowCfm: 3000, staticInWc: 1, powerW: 1500 }, one, 0.9)))],
      [
        'roots',
        [
          [1, -3, 2],
          [0, 2, -4],
          [0, 0, 1],
          [1, 2, 5],
          [1, -2, 1],
          [-1, 0, 4],
        ].map(([a, b, c]) => tell(quadraticRoots(a as number, b as number, c as number))),
      ],
      ...[1e-8, 1e-7, 1e-6].map(
        (one): Said => [
          `crossings ${one}`,
          [
            tell(fanDuctCrossings([0, 400, 800, 1200, 1600], [0.9, 1.0, 0.9, 0.6, 0], one)),
            tell(fanDuctCrossings([0, 400, 800, 1200, 1600], [0.9, 1.0, 0.9, 0.6, 0], one, 0.4)),
          ],
        ],
      ),
      ...[10, 20, 45, 60, 80].map(
        (hz): Said => [
          `${hz} Hz`,
          [tell(driveAt(fan, hz)), tell(driveAt({ ...fan, baseStaticInWc: null, basePowerW: null, baseRpm: null }, hz, 0.9))],
        ],
      ),
      ...[0, 500, 2400, 3000, 4000].map((cfm): Said => [`${cfm} cfm`, [told(driveForFlow(fan, cfm))]]),
      [
        'drives that cannot be',
        [{ baseHz: 0 }, { baseFlowCfm: 0 }, { maxHz: 10 }, { maxHz: 20 }].map((bad) =>
          told(driveForFlow({ ...fan, ...bad }, 2000)),
        ),
      ],
      [
        'signals',
        [
          [4, 4, 20, 0, 60],
          [20, 4, 20, 0, 60],
          [5, 0, 10, 20, 60],
          [0, 2, 10, 0, 60],
        ].map(([a, b, c, d, e]) => tell(scaleSignal(a as number, b as number, c as number, d as number, e as number))),
      ],
      ...[2e-7, 4e-7].map((c): Said => [`held on ${c}`, heldAgainst(1200, 0.8, c).map(tell)]),
    ]
    return expectSaid(expect, 'fans', cases)
  })
})

describe('ducts', () => {
  const WALK = {
    'return-grille': 0,
    'before-filter': -0.06,
    'after-filter': -0.4,
    return: -0.45,
    supply: 0.22,
    'after-coil': 0.1,
  }
  it('the walk, its budget, and what would help', () => {
    const cases: Said[] = []
    const coefficients = {
      'return-grille': 4e-8,
      filter: 2.2e-7,
      'return-drop': 3e-8,
      coil: 9e-8,
      'supply-trunk': 5e-8,
      branches: 6e-8,
    }
    for (const readings of [{}, { supply: 0.2 }, { supply: 0.2, return: -0.25 }, WALK, { ...WALK, 'after-filter': 0.1 }]) {
      const walk = staticWalk(readings)
      cases.push([
        tell(readings),
        [
          ...walk.steps.map(tell),
          `external ${walk.externalInWc}`,
          tell(walkLine(readings)),
          ...partBudget(walk.steps, 1240, 1345, 0.5, true, { filter: { dropInWc: 0.11, atFlowCfm: 1300 } }).map(tell),
          ...partBudget(walk.steps, 1240, 1345, 0.8, false).map(tell),
        ],
      ])
    }
    for (const cleanFilterCoefficient of [null, 6.5e-8, 3e-7])
      for (const [tap, ductCoefficient] of [
        [2, 4.9e-7],
        [0, 4.9e-7],
        [4, 6e-6],
      ] as const)
        cases.push([
          `remedies ${cleanFilterCoefficient}, tap ${tap}, ${ductCoefficient}`,
          remedies({ table: TABLE, tap, adjustPct: 0, ductCoefficient, coefficients, cleanFilterCoefficient }).map(tell),
        ])
    return expectSaid(expect, 'walk', cases)
  })

  it('where a probe goes, and what a traverse is worth', () => {
    const cases: Said[] = []
    const straight = { straightBeforeIn: 120, straightAfterIn: 60 }
    const ducts: TraverseDuct[] = [
      { shape: 'rectangular', widthIn: 20, heightIn: 14, ...straight },
      { shape: 'rectangular', widthIn: 40, heightIn: 10, straightBeforeIn: 20, straightAfterIn: null },
      { shape: 'rectangular', widthIn: 0, heightIn: 10, ...straight },
      { shape: 'round', diameterIn: 12, perDiameter: 6, ...straight },
      { shape: 'round', diameterIn: 16, perDiameter: 10, straightBeforeIn: null, straightAfterIn: 10 },
      { shape: 'round', diameterIn: 0, perDiameter: 8, ...straight },
    ]
    for (const duct of ducts) {
      const plan = traversePlan(duct)
      const readings = (of: (i: number) => number | null) =>
        Object.fromEntries((plan.ok ? plan.value.points : []).flatMap((_, i) => (of(i) === null ? [] : [[i, of(i) as number]])))
      const judged = (of: (i: number) => number | null) =>
        plan.ok ? tell(judgeTraverse(duct, plan.value, readings(of), 0.073)) : ''
      cases.push([
        tell(duct),
        [
          plan.ok
            ? tell({ ...plan.value, points: plan.value.points.map((one) => [one.hole, one.xIn, one.yIn, one.depthIn]) })
            : told(plan),
          judged((i) => 0.03 + 0.002 * (i % 5)),
          judged((i) => (i % 7 === 3 ? null : 0.03)),
          judged((i) => (i < 3 ? -0.01 : 0.03)),
          judged((i) => (i % 2 ? -0.01 : 0.03)),
          judged((i) => 0.001 * i * i),
          judged((i) => (i === 2 ? 0.2 : 0.03)),
          judged((i) => (i === 0 ? -0.01 : 0.03)),
          judged((i) => (i < 2 ? 0.03 : null)),
          judged((i) => (i < 4 ? -0.03 : null)),
          judged(() => 0.0004),
        ],
      ])
    }
    return expectSaid(expect, 'traverse', cases)
  })
})

describe('furnaces', () => {
  it('rise, input and altitude', () => {
    const cases: Said[] = []
    for (const supplyF of [68, 90, 103, 118, 128, 133, 140])
      cases.push([
        `rise to ${supplyF}`,
        [told(judgeRise({ heatBtuH: 64_000, sensibleFactor: 1.06, returnF: 68, supplyF, lowF: 35, highF: 65 }))],
      ])
    cases.push([
      'a window that is none',
      [told(judgeRise({ heatBtuH: 1, sensibleFactor: 1, returnF: 0, supplyF: 1, lowF: 60, highF: 60 }))],
    ])
    cases.push([
      'clocked',
      [
        [2, 92, 1030],
        [0, 92, 1030],
        [2, 0, 1030],
        [2, 92, 399],
        [2, 92, 400],
        [2, 92, 3500],
        [2, 92, 3501],
      ].map(([ft3 = 0, seconds = 0, heatingValueBtuFt3 = 0]) =>
        told(
          clockedInputBtuH({
            ft3,
            seconds,
            heatingValueBtuFt3,
            as: 'delivered',
            gaugeInWc: null,
            gasF: null,
            altitudeFt: 0,
          }),
        ),
      ),
    ])
    cases.push(['derated', [0, 2000, 2001, 5280, 30_000].map((ft) => tell(deratedInputBtuH(80_000, ft)))])
    cases.push([
      'against the plate',
      [60_000, 75_900, 76_100, 80_000, 84_000, 84_100, 95_000].map((one) =>
        tell(inputFinding(one, 80_000, showIn(BASE_UNITS)) ?? 'as plated'),
      ),
    ])
    return expectSaid(expect, 'rise', cases)
  })

  it('a fan-and-limit switch over its dial', () => {
    const cases: Said[] = []
    const firings = {
      one: { calls: [[0, 400]] as [number, number][], endS: 1000, returnF: 68, startF: 68 },
      three: {
        calls: [
          [0, 120],
          [300, 420],
          [600, 700],
        ] as [number, number][],
        endS: 1500,
        returnF: 60,
        startF: 75,
      },
    }
    const bodies = {
      iron: { capacity: 9, burnerBtuH: 64_000, uaOff: 25, uaOn: 330 },
      plenum: { capacity: 8, burnerBtuH: 64_000, uaOff: 45, uaOn: 330, air: { capacity: 1.2, streamOff: 18, streamOn: 1296 } },
      starved: { capacity: 9, burnerBtuH: 64_000, uaOff: 25, uaOn: 120 },
    }
    for (const [name, body] of Object.entries(bodies))
      for (const [fired, firing] of Object.entries(firings))
        for (const [fanOnF, fanOffF] of [
          [110, 85],
          [130, 100],
          [150, 145],
          [300, 100],
          [130, 60],
        ] as const)
          for (const limit of [undefined, { opensF: 250, closesF: 220 }]) {
            const at = { fanOnF, fanOffF, ...(limit && { limit }) }
            const run = runFanLimit(body, at, firing)
            cases.push([
              `${name}, ${fired}, on ${fanOnF} off ${fanOffF}${limit ? ' with a limit' : ''}`,
              run.ok
                ? [
                    tell(run.value),
                    ...fanLimitVerdict(at, run.value, firing.returnF, limit ? showIn(METRIC_UNITS) : show).map(tell),
                  ]
                : [told(run)],
            ])
          }
    for (const [name, change] of Object.entries({
      'calls that overlap': {
        calls: [
          [0, 300],
          [200, 400],
        ] as [number, number][],
      },
      'a call that ends before it begins': { calls: [[300, 200]] as [number, number][] },
      'a second call of nothing': {
        calls: [
          [0, 100],
          [200, 200],
        ] as [number, number][],
      },
      'no time': { endS: 0 },
      'no number': { returnF: Number.NaN },
    }))
      cases.push([name, [told(runFanLimit(bodies.iron, { fanOnF: 110, fanOffF: 85 }, { ...firings.one, ...change }))]])
    for (const toStartS of [0, 20, 45, 90, 4000])
      for (const fanOnF of [60, 110, 140]) {
        const made = exchangerFromStart({
          burnerBtuH: 64_000,
          flowCfm: 1200,
          sensibleFactor: 1.06,
          returnF: 68,
          fanOnF,
          toStartS,
        })
        cases.push([
          `${toStartS} s to the blower at ${fanOnF}`,
          [told(made), made.ok ? told(blowerDelays(made.value, 68, [15, 30, 45, 60, 90], [60, 90, 120, 180])) : ''],
        ])
      }
    return expectSaid(expect, 'fan-limit', cases)
  })

  it('two stages behind one call', () => {
    const cases: Said[] = []
    const usual = {
      lowBtuH: 43_000,
      highBtuH: 64_000,
      lossBtuH: 30_000,
      colderByF: 50,
      warmUpFPerH: 3,
      setbackF: 5,
      upstageMin: 10,
      callsPerHour: 3,
    }
    for (const change of [
      {},
      { lossBtuH: 43_000 },
      { lossBtuH: 55_000 },
      { lossBtuH: 70_000 },
      { lowBtuH: 64_000 },
      { warmUpFPerH: 0 },
      { upstageMin: 0 },
      { upstageMin: 60, setbackF: 1 },
      { callsPerHour: 6 },
    ])
      cases.push([tell(change), [told(stagingOutcomes({ ...usual, ...change }))]])
    return expectSaid(expect, 'staging', cases)
  })
})

describe('instruments', () => {
  it('when they are due, and what they cannot read', () => {
    const gauge = { name: 'Gauge 7', measures: 'static' as const, accuracyPct: 1, accuracyFixed: 0.002 }
    const cases: Said[] = []
    for (const more of [
      {},
      { calibratedOn: '2025-08-31', everyMonths: 6 },
      { calibratedOn: '2025-11-30', everyMonths: 12 },
      { calibratedOn: '2024-02-29', everyMonths: 12 },
      { calibratedOn: '2026-11-01', everyMonths: 12, lowest: -1, highest: 1 },
      { calibratedOn: '2026-01-31', everyMonths: 13, highest: 0.5 },
      { calibratedOn: '2099-12-15', everyMonths: 2 },
    ])
      cases.push([
        tell(more),
        [
          String(calibrationDue({ ...gauge, ...more })),
          ...instrumentDoubts({ ...gauge, ...more }, '2026-11-30', show, [0.2, 0.7, -1.5]).map(tell),
        ],
      ])
    return expectSaid(expect, 'instruments', cases)
  })
})

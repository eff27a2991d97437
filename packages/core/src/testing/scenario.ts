import type { AirflowInput, TryInput } from '../airflow/input.ts'

/** A system to test advice on: the figures of a plausible air handler, changed where a case needs it. */
export function scenario(change: Partial<AirflowInput> = {}): AirflowInput {
  return {
    altitudeFt: 310,
    rule: { name: 'damp coast', cfmPerTon: 380, bandPct: 5, keepMass: true, maxFaceFpm: 700, reason: 'Colder coil.' },
    capacityTons: 3.5,
    outdoorF: null,
    blower: {
      name: 'Merrowby VX-42',
      tapWord: 'tap pin',
      ratedStaticInWc: 0.5,
      adjustsPct: [0],
      source: 'table 4',
      heaterKits: [
        { model: 'H9', powerKw: 9, minFlowCfm: 1050 },
        { model: 'H15', powerKw: 15, minFlowCfm: 1350 },
      ],
      table: {
        kind: 'constant-torque',
        taps: ['1', '2', '3', '4', '5'],
        staticsInWc: [0.1, 0.3, 0.5, 0.7, 0.9],
        flowsCfm: [
          [1010, 984, 952, 912, 855],
          [1190, 1163, 1128, 1082, 1015],
          [1370, 1339, 1298, 1242, 1165],
          [1530, 1494, 1447, 1385, 1297],
          [1650, 1613, 1563, 1496, 1402],
        ],
      },
    },
    heaterKw: 9,
    heaterOnThisTap: true,
    cleanFilter: { dropInWc: 0.11, atFlowCfm: 1300, source: 'visit 1' },
    returnGrilles: 1,
    tries: [],
    instruments: {},
    onDay: null,
    leftTap: null,
    adjustStandsPct: null,
    ...change,
  }
}

let made = 0

export function attempt(change: Partial<TryInput> = {}): TryInput {
  made += 1
  return {
    id: `try-${made}`,
    number: 1,
    tap: 2,
    tapLabel: '3',
    adjustPct: 0,
    filter: 'as-found',
    probes: {},
    probeIds: [],
    split: null,
    grilles: [],
    rise: null,
    hoods: [],
    plate: null,
    traverses: [],
    firing: null,
    heard: null,
    ...change,
  }
}

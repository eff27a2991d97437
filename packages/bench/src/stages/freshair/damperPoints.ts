import {
  type DamperPoint,
  damperThrough,
  fallingPoints,
  instrumentPlusMinus,
  leastDifferenceF,
  outdoorByStation,
  outdoorByTemperatures,
  outdoorByTraverse,
  rootSumSquare,
  type ShareVerdict,
  SIGNALS,
  type Working,
} from '@ingle/core'
import { type DamperPointState, type SystemVisit, systemVisit } from '@ingle/record'
import type { VisitView } from '../../visit/visitView.ts'
import { type Roof } from './roof.ts'

/** What may be off where nobody has entered an instrument, °F: a good thermometer, and mixed air that is never even. */
const THERMOMETER_F = 0.5
const UNEVEN_MIX_F = 1
/** Closer than this indoors and outdoors say nothing, °F; and the most that a share may be unsure of, percent. */
export const LEAST_DIFFERENCE_F = 8
export const MOST_ERROR_PCT = 5
/** A station's own accuracy, percent of reading and of span; a traverse's and a hood's, percent. */
const STATION = { readingErrorPct: 3, spanErrorPct: 0.5 }
const TRAVERSE_ERROR_PCT = 6
const HOOD_ERROR_PCT = 7
/** A supply that was measured with the point, percent. */
const MEASURED_SUPPLY_ERROR_PCT = 5

export const WAY_WORDS: Readonly<Record<DamperPointState['way'], string>> = {
  temperatures: 'temperatures',
  station: 'station',
  traverse: 'traverse',
  hood: 'hood',
}

/** Why a point does not count: its temperatures tell nothing, or it cannot be right. */
export type PointTrouble = ShareVerdict | 'no-supply' | 'no-station' | 'signal-fault' | 'no-opening' | 'falls' | 'not-run'

/** A measured point of the damper, with what it says. */
export interface MeasuredPoint {
  state: DamperPointState
  supplyCfm: number | null
  outdoorCfm: number | null
  errorCfm: number | null
  sharePct: number | null
  trouble: PointTrouble
  /** The visit on which it was measured, where that was an earlier one; null: on this one. */
  visit: number | null
  /** It counts for the line. A share that is unsure counts, with its uncertainty. */
  counts: boolean
  working: Working
}

/** The errors with which the three temperatures are taken here. */
export function temperatureErrors({ here }: { here: Pick<SystemVisit, 'instruments'> }) {
  const own = here.instruments.temperature
  const errorF = own ? instrumentPlusMinus(own, 70) : THERMOMETER_F
  return { outdoorErrorF: errorF, returnErrorF: errorF, mixedErrorF: rootSumSquare([errorF, UNEVEN_MIX_F]) }
}

function judged(
  v: VisitView,
  roof: Roof,
  state: DamperPointState,
  then: { here: Pick<SystemVisit, 'instruments'>; visit: number | null },
): MeasuredPoint {
  const { show, system } = v
  const supplyCfm = state.supplyCfm ?? (roof.fullCfm === null ? null : (roof.fullCfm * state.speedPct) / 100)
  const base = { state, supplyCfm, visit: then.visit }
  const supplyInput = {
    name: 'supply',
    value:
      supplyCfm === null
        ? 'not known'
        : `${show('flow', supplyCfm)} ± ${state.supplyCfm !== undefined ? MEASURED_SUPPLY_ERROR_PCT : roof.fullErrorPct}%`,
    from: state.supplyCfm !== undefined ? 'measured' : `${state.speedPct}% of the supply at full speed`,
  }
  const made = (
    trouble: PointTrouble,
    air: { outdoorCfm: number; uncertaintyCfm: number; sharePct: number | null } | null,
    working: Pick<Working, 'formula' | 'inputs' | 'source'>,
  ): MeasuredPoint => {
    const isRun = trouble === 'ok' && !speedRuns(roof, state.speedPct) ? 'not-run' : trouble
    return {
      ...base,
      outdoorCfm: air?.outdoorCfm ?? null,
      errorCfm: air?.uncertaintyCfm ?? null,
      sharePct: air?.sharePct ?? null,
      trouble: isRun,
      counts: air !== null && supplyCfm !== null && (trouble === 'ok' || trouble === 'too-uncertain'),
      working: {
        id: state.id,
        label: `Fan ${state.speedPct}%, damper ${state.positionPct}%${then.visit === null ? '' : `, visit ${then.visit}`}`,
        result: air ? { quantity: 'flow', value: air.outdoorCfm, plusMinus: air.uncertaintyCfm } : null,
        ...working,
      },
    }
  }
  if (state.way === 'temperatures') {
    const errors = temperatureErrors(then)
    const t = { outdoorF: state.outdoorF ?? 0, returnF: state.returnF ?? 0, mixedF: state.mixedF ?? 0, ...errors }
    const working = {
      formula: 'outdoor = supply × (return − mixed) ÷ (return − outdoor); errors by first-order propagation',
      inputs: [
        {
          name: 'outdoor',
          value: `${show('temperature', t.outdoorF)} ± ${show('temperatureDifference', t.outdoorErrorF)}`,
          from: 'read',
        },
        {
          name: 'return',
          value: `${show('temperature', t.returnF)} ± ${show('temperatureDifference', t.returnErrorF)}`,
          from: 'read',
        },
        {
          name: 'mixed',
          value: `${show('temperature', t.mixedF)} ± ${show('temperatureDifference', t.mixedErrorF)}`,
          from: 'read; mixed air is never even',
        },
        supplyInput,
      ],
      source: 'ASHRAE 111; JCGM 100',
    }
    const found = outdoorByTemperatures(
      t,
      { cfm: supplyCfm ?? 0, errorPct: state.supplyCfm !== undefined ? MEASURED_SUPPLY_ERROR_PCT : roof.fullErrorPct },
      { leastDifferenceF: LEAST_DIFFERENCE_F, mostErrorPct: MOST_ERROR_PCT },
    )
    if (supplyCfm === null) return made('no-supply', null, working)
    return made(found.verdict, found.air, working)
  }
  if (state.way === 'station') {
    const { stationSignal, stationFpm, stationFt2 } = system.roof
    const working = {
      formula: 'outdoor = range × (signal − low) ÷ (high − low) × free area',
      inputs: [
        { name: 'signal', value: `${state.signal} ${stationSignal ? SIGNALS[stationSignal].unit : 'V'}`, from: 'read' },
        { name: 'range', value: stationFpm === undefined ? 'not known' : show('velocity', stationFpm), from: 'its plate' },
        { name: 'area', value: stationFt2 === undefined ? 'not known' : show('area', stationFt2), from: 'measured' },
      ],
      source: 'linear signal, velocity × area',
    }
    if (!stationSignal || !stationFpm || !stationFt2) return made('no-station', null, working)
    const { low, high } = SIGNALS[stationSignal]
    const found = outdoorByStation(
      { lowV: low, highV: high, rangeFpm: stationFpm, freeAreaFt2: stationFt2, correction: 1, ...STATION },
      state.signal ?? 0,
      supplyCfm,
    )
    return made(found ? (supplyCfm === null ? 'no-supply' : shareVerdict(found.sharePct)) : 'signal-fault', found, working)
  }
  if (state.way === 'traverse') {
    const area = system.roof.openingFt2
    const found = area ? outdoorByTraverse(state.velocitiesFpm ?? [], area, TRAVERSE_ERROR_PCT, supplyCfm) : null
    return made(found ? (supplyCfm === null ? 'no-supply' : shareVerdict(found.sharePct)) : 'no-opening', found, {
      formula: 'outdoor = mean velocity × area',
      inputs: [
        { name: 'mean of', value: `${found?.used ?? 0} points, ${show('velocity', found?.meanFpm ?? 0)}`, from: 'read' },
        { name: 'area', value: area === undefined ? 'not known' : show('area', area), from: 'the opening that was traversed' },
      ],
      source: 'ASHRAE 111, traverse',
    })
  }
  const flow = state.flowCfm ?? 0
  return made(
    supplyCfm === null ? 'no-supply' : shareVerdict((100 * flow) / supplyCfm),
    { outdoorCfm: flow, uncertaintyCfm: (flow * HOOD_ERROR_PCT) / 100, sharePct: supplyCfm ? (100 * flow) / supplyCfm : null },
    {
      formula: 'as read',
      inputs: [{ name: 'flow', value: show('flow', flow), from: 'hood' }],
      source: 'the hood’s own accuracy',
    },
  )
}

const shareVerdict = (sharePct: number | null): ShareVerdict => (sharePct !== null && sharePct > 100 + 10 ? 'implausible' : 'ok')

/** Whether the fan ever turns at this speed. */
function speedRuns({ fan, grid }: Roof, speedPct: number): boolean {
  const [least, most] = [grid[0] as number, grid.at(-1) as number]
  if (fan === 'variable') return speedPct >= least - 2 && speedPct <= most + 2
  return grid.some((one) => Math.abs(one - speedPct) <= 2)
}

/** Fan and damper stand where another point was measured, percent. */
const SAME_PLACE_PCT = 2
const isSamePlace = (a: DamperPointState, b: DamperPointState): boolean =>
  Math.abs(a.speedPct - b.speedPct) <= SAME_PLACE_PCT && Math.abs(a.positionPct - b.positionPct) <= SAME_PLACE_PCT

/** What earlier visits measured of this damper: it stays measured until it is measured again, or speaks against a newer point. */
function earlierPoints(v: VisitView, roof: Roof, today: readonly MeasuredPoint[]): MeasuredPoint[] {
  const kept: MeasuredPoint[] = []
  const before = v.state.visits.filter((one) => one.number < v.visit.number).sort((a, b) => b.number - a.number)
  for (const visit of before) {
    const here = systemVisit(visit, v.system.id)
    for (const state of here.damperPoints.toReversed()) {
      const newer = [...today, ...kept].filter((one) => one.counts)
      if (newer.some((one) => isSamePlace(one.state, state))) continue
      const point = judged(v, roof, state, { here, visit: visit.number })
      if (
        point.counts &&
        fallingPoints([...newer, point].map(asPoint))
          .flat()
          .includes(newer.length)
      )
        continue
      if (point.counts) kept.push(point)
    }
  }
  return kept.reverse()
}

/**
 * Every point that is known of this damper, judged, oldest first: of earlier visits those that still count, of this visit all.
 * Of this visit those that cannot both be right count no longer.
 */
export function measuredPoints(v: VisitView, roof: Roof): MeasuredPoint[] {
  const today = pointsOfToday(v, roof)
  return [...earlierPoints(v, roof, today), ...today]
}

function pointsOfToday(v: VisitView, roof: Roof): MeasuredPoint[] {
  const points = v.here.damperPoints.map((one) => judged(v, roof, one, { here: v.here, visit: null }))
  const counting = points.filter((one) => one.counts)
  const falls = new Set(
    fallingPoints(counting.map(asPoint))
      .flat()
      .map((i) => (counting[i] as MeasuredPoint).state.id),
  )
  return points.map((one) => (falls.has(one.state.id) ? { ...one, trouble: 'falls', counts: false } : one))
}

export const asPoint = (one: MeasuredPoint): DamperPoint => ({
  speedPct: one.state.speedPct,
  positionPct: one.state.positionPct,
  supplyCfm: one.supplyCfm ?? 1,
  outdoorCfm: one.outdoorCfm ?? 0,
  errorCfm: one.errorCfm ?? 1,
})

/** This unit's damper as its points make it. */
export const damperOf = (points: readonly MeasuredPoint[]) => damperThrough(points.filter((one) => one.counts).map(asPoint))

/** How far apart indoors and outdoors have to be for a share of about this much to be told. */
export const tellingDifferenceF = (v: Pick<VisitView, 'here'>, share: number): number =>
  Math.max(LEAST_DIFFERENCE_F, leastDifferenceF(temperatureErrors(v), share, MOST_ERROR_PCT))

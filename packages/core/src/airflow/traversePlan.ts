import { type Show, showIn } from '../advice/show.ts'
import { found } from '../findingWords.ts'
import { BASE_UNITS } from '../quantity/units.ts'
import { refuse } from '../refusals.ts'
import { type Found, ok, type Result } from '../result.ts'
import { FIELD } from './fieldUncertainty.ts'
import { circleFt2, rectangleFt2, rectangularPositionsIn, roundPositionsIn, traverse, velocityFpm } from './velocity.ts'

/** A duct that is traversed, with its straight run. */
export type TraverseDuct = { straightBeforeIn: number | null; straightAfterIn: number | null } & (
  | { shape: 'rectangular'; widthIn: number; heightIn: number }
  | { shape: 'round'; diameterIn: number; perDiameter: 6 | 8 | 10 }
)

export interface TraversePoint {
  /** From the left and the lower wall, inches. */
  xIn: number
  yIn: number
  /** Which hole, and how deep the probe goes, inches. */
  hole: number
  depthIn: number
}

export interface TraversePlan {
  points: TraversePoint[]
  holes: number
  areaFt2: number
  /** Diameter of a circle of the same flow resistance; by it straight runs are counted. */
  diameterIn: number
}

/** Straight duct that a traverse wants, in diameters. Source: ASHRAE Standard 111, 7.5 before and 3 after. */
const STRAIGHT_BEFORE = 7.5
const STRAIGHT_AFTER = 3

/**
 * Where the probe goes. Rectangular: log-Tchebycheff lines, holes along the width, the probe down the height. Round:
 * log-linear points on two diameters at right angles. Source: ASHRAE Standard 111, ISO 3966; equivalent diameter of a
 * rectangle 1.30·(ab)^0.625/(a+b)^0.25, ASHRAE Fundamentals 2017, ch. 21.
 */
export function traversePlan(duct: TraverseDuct): Result<TraversePlan> {
  if (duct.shape === 'round') {
    const { diameterIn, perDiameter } = duct
    if (!(diameterIn > 0)) return refuse('duct-without-diameter')
    const along = roundPositionsIn(diameterIn, perDiameter)
    return ok({
      points: [
        ...along.map((depthIn): TraversePoint => ({ xIn: depthIn, yIn: diameterIn / 2, hole: 1, depthIn })),
        ...along.map((depthIn): TraversePoint => ({ xIn: diameterIn / 2, yIn: depthIn, hole: 2, depthIn })),
      ],
      holes: 2,
      areaFt2: circleFt2(diameterIn),
      diameterIn,
    })
  }
  const { widthIn, heightIn } = duct
  if (!(widthIn > 0) || !(heightIn > 0)) return refuse('duct-without-width')
  const across = rectangularPositionsIn(widthIn)
  const down = rectangularPositionsIn(heightIn)
  return ok({
    points: across.flatMap((xIn, i) => down.map((depthIn): TraversePoint => ({ xIn, yIn: depthIn, hole: i + 1, depthIn }))),
    holes: across.length,
    areaFt2: rectangleFt2(widthIn, heightIn),
    diameterIn: (1.3 * (widthIn * heightIn) ** 0.625) / (widthIn + heightIn) ** 0.25,
  })
}

interface TraverseFinding extends Found {
  kind: 'missing' | 'reversed' | 'outlier' | 'skew' | 'straight' | 'weak'
  /** Points that it speaks of, from 0. */
  points: number[]
}

interface TraverseResult {
  averageFpm: number
  flowCfm: number
  plusMinusCfm: number
  findings: TraverseFinding[]
}

/** Half of a duct may be faster than the other by this, of the average, before it is a finding. */
const SKEW_SHARE = 0.25
/** Of the largest pressure; three quarters of the points should be above. Source: ASHRAE Standard 111. */
const WEAK_SHARE = 0.1

/**
 * Flow from the readings of a plan, and what speaks against them: points missing, a probe the wrong way round, a reading
 * away from its neighbours, air that keeps to one side, too little straight duct. The uncertainty grows with each.
 * Without every point there is no flow: what was read stays.
 * Sources: `traverse`; checks of ASHRAE Standard 111.
 * @param pressuresInWc by index of the plan; a point not yet read is undefined
 */
export function judgeTraverse(
  duct: TraverseDuct,
  plan: TraversePlan,
  pressuresInWc: Readonly<Record<number, number>>,
  densityLbFt3: number,
  show: Show = showIn(BASE_UNITS),
): { result: TraverseResult | null; findings: TraverseFinding[]; read: number } {
  const count = plan.points.length
  const missing = plan.points.flatMap((_, i) => (pressuresInWc[i] === undefined ? [i] : []))
  const read = count - missing.length
  const values = plan.points.map((_, i) => pressuresInWc[i] ?? Number.NaN)
  const findings: TraverseFinding[] = []
  const negative = values.flatMap((value, i) => (value < -0.001 ? [i] : []))
  if (negative.length * 2 > read && read > 2)
    findings.push({
      kind: 'reversed',
      ...found('probe-reversed', { count: negative.length, read }),
      points: negative,
    })
  else if (negative.length > 0)
    findings.push({
      kind: 'reversed',
      ...found('air-turns-back', { readings: negative.length === 1 ? 'One reading is' : `${negative.length} readings are` }),
      points: negative,
    })
  const speeds = values.map((value) => velocityFpm(Math.max(value, 0), densityLbFt3))
  const outliers = outliersOf(plan, speeds)
  if (outliers.length > 0)
    findings.push({
      kind: 'outlier',
      ...found('outliers', {
        points: outliers.length === 1 ? `Point ${(outliers[0] as number) + 1} is` : `${outliers.length} points are`,
      }),
      points: outliers,
    })
  const short = straightFinding(duct, plan, show)
  if (missing.length > 0) {
    findings.unshift({
      kind: 'missing',
      ...found('points-missing', { missing: missing.length, count }),
      points: missing,
    })
    return { result: null, findings: [...findings, ...short], read }
  }
  const all = traverse(values, densityLbFt3, plan.areaFt2)
  if (!all || negative.length * 2 > count) return { result: null, findings: [...findings, ...short], read }
  const skew = skewOf(plan, speeds, all.averageFpm)
  if (skew > SKEW_SHARE)
    findings.push({
      kind: 'skew',
      ...found('skewed', { sharePct: Math.round(skew * 100) }),
      points: [],
    })
  const most = Math.max(...values)
  const weak = values.flatMap((value, i) => (value < WEAK_SHARE * most ? [i] : []))
  if (weak.length * 4 > count)
    findings.push({
      kind: 'weak',
      ...found('points-weak', { weak: weak.length, count }),
      points: weak,
    })
  findings.push(...short)
  // Each finding that stands adds its own doubt. Judgement, named here.
  const extra = { missing: 0, reversed: 0.05, outlier: 0.03, skew: 0.05, straight: 0.05, weak: 0.1 }
  const share = Math.hypot(FIELD.traverse, ...findings.map((one) => extra[one.kind]))
  return {
    result: { averageFpm: all.averageFpm, flowCfm: all.flowCfm, plusMinusCfm: share * all.flowCfm, findings },
    findings,
    read,
  }
}

/** Points that differ from the mean of those around by more than half of it and a third of the whole average. */
function outliersOf(plan: TraversePlan, speeds: readonly number[]): number[] {
  const known = speeds.filter((one) => Number.isFinite(one))
  const average = known.reduce((a, b) => a + b, 0) / known.length
  const perHole = plan.points.length / plan.holes
  const grid = plan.points[0]?.xIn === plan.points[1]?.xIn
  return speeds.flatMap((speed, i) => {
    if (!Number.isFinite(speed)) return []
    const hole = Math.floor(i / perHole)
    const along = [i - 1, i + 1].filter((j) => Math.floor(j / perHole) === hole)
    const beside = grid ? [i - perHole, i + perHole] : []
    const around = [...along, ...beside].map((j) => speeds[j]).filter((one): one is number => Number.isFinite(one))
    if (around.length < 2) return []
    const mean = around.reduce((a, b) => a + b, 0) / around.length
    return Math.abs(speed - mean) > 0.5 * mean && Math.abs(speed - mean) > average / 3 ? [i] : []
  })
}

/** Left against right and lower against upper half, the larger difference as a share of the average. */
function skewOf(plan: TraversePlan, speeds: readonly number[], average: number): number {
  const halves = (key: 'xIn' | 'yIn'): number => {
    const all = plan.points.map((one) => one[key])
    const middle = (Math.min(...all) + Math.max(...all)) / 2
    let [low, lowCount, high, highCount] = [0, 0, 0, 0]
    for (const [i, point] of plan.points.entries()) {
      const off = point[key] - middle
      if (off < -1e-6) {
        low += speeds[i] as number
        lowCount += 1
      } else if (off > 1e-6) {
        high += speeds[i] as number
        highCount += 1
      }
    }
    return lowCount && highCount ? Math.abs(high / highCount - low / lowCount) / average : 0
  }
  return Math.max(halves('xIn'), halves('yIn'))
}

function straightFinding(duct: TraverseDuct, plan: TraversePlan, show: Show): TraverseFinding[] {
  const { straightBeforeIn: before, straightAfterIn: after } = duct
  const wantBefore = STRAIGHT_BEFORE * plan.diameterIn
  const wantAfter = STRAIGHT_AFTER * plan.diameterIn
  if ((before === null || before >= wantBefore) && (after === null || after >= wantAfter)) return []
  const run = (lengthIn: number | null) => (lengthIn === null ? 'an unknown length' : show('length', lengthIn))
  const words = found(
    'duct-not-straight',
    { before: run(before), after: run(after), wantedBeforeIn: wantBefore, wantedAfterIn: wantAfter },
    show,
  )
  return [{ kind: 'straight', ...words, points: [] }]
}

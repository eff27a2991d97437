import { leastSquares } from '../statistics/leastSquares.ts'

/** What a controller showed and what a reference beside it, or where people are, read at the same moment. */
export interface SensorPair {
  shownF: number
  referenceF: number
  /** When, from any beginning. */
  atMin: number
  fan: boolean
  /** Warm or cold supply air is on. */
  supply: boolean
  /** The sun, or a lamp, shines on the sensor; absent: it does not. */
  sun?: boolean
}

export const SENSOR_TERMS = ['offset', 'fan', 'supply', 'rate', 'sun'] as const
export type SensorTerm = (typeof SENSOR_TERMS)[number]
/** What is wrong with how the room is read. */
export type SensorFault = 'offset' | 'draught' | 'supply-air' | 'sun' | 'lag'

export interface DiagnosisLimits {
  /** A part counts when it is this many times its standard error … */
  criticalT: number
  /** … and at least so large. */
  leastShiftF: number
  leastLagMin: number
  /** What the device offers. */
  trimStepF: number
  trimLimitF: number
}

/** A part of the difference with how sure it is. */
export interface Term {
  value: number
  t: number
}

export interface SensorDiagnosis {
  /** By a regression, or by how well too few pairs for one agree among themselves. */
  by: 'regression' | 'agreement'
  /** The parts that these pairs can tell apart, and those that they cannot. */
  terms: SensorTerm[]
  notTestable: SensorTerm[]
  /** Null: too few pairs for the parts. */
  found: SensorFault[] | null
  /** °F that it shows too much with the fan off. */
  offset: Term | null
  /** °F more while the fan runs; while supply air is on. */
  fan: Term | null
  supply: Term | null
  /** °F more while the sun is on it; null where no pair was read so. */
  sun: Term | null
  /** Minutes that it is behind. */
  lag: Term | null
  residualSdF: number
  freedom: number
  /** The trim that shares the rest between fan off and on, in the device's own steps; and what rest is left. */
  trimF: number
  remainingFanOffF: number
  remainingFanOnF: number
  remainingWorstF: number
}

/** A rate that varies by less tells no lag, °F/h. */
const LEAST_RATE_SPAN_F_PER_H = 0.5
const SPARE_PAIRS = 3

/**
 * Offset, draught, supply air, lag and sun told apart by a regression of shown − reference on fan, supply, how fast the
 * room moves, and sun where a pair was read in it. What the pairs cannot tell apart is named, not guessed.
 * Source: ordinary least squares with t ratios (Draper and Smith); ASHRAE Fundamentals, Measurement and Instruments.
 * Valid: pairs in the order of time, each instrument settled; the trim touches neither supply air nor lag.
 */
export function diagnoseSensor(pairs: readonly SensorPair[], limits: DiagnosisLimits): SensorDiagnosis {
  const rates = ratesOf(pairs)
  const columns: Record<Exclude<SensorTerm, 'offset'>, number[]> = {
    fan: pairs.map((one) => Number(one.fan)),
    supply: pairs.map((one) => Number(one.supply)),
    rate: rates,
    sun: pairs.map((one) => Number(one.sun ?? false)),
  }
  const terms: SensorTerm[] = ['offset']
  const kept: number[][] = []
  const notTestable: SensorTerm[] = []
  for (const [term, column] of Object.entries(columns) as [SensorTerm, number[]][]) {
    // Nobody read it in the sun: then sun is no question.
    if (term === 'sun' && !column.includes(1)) continue
    const span = column.length === 0 ? 0 : Math.max(...column) - Math.min(...column)
    const varies = term === 'rate' ? span >= LEAST_RATE_SPAN_F_PER_H : span > 0
    const isTwin = kept.some((other) => other.every((value, i) => value === column[i]))
    if (!varies || isTwin) {
      notTestable.push(term)
      continue
    }
    terms.push(term)
    kept.push(column)
  }
  const unknown = {
    by: 'regression' as const,
    offset: null,
    fan: null,
    supply: null,
    sun: null,
    lag: null,
    residualSdF: 0,
    freedom: pairs.length - terms.length,
  }
  if (pairs.length - terms.length < SPARE_PAIRS)
    return { terms, notTestable, found: null, ...unknown, trimF: 0, remainingFanOffF: 0, remainingFanOnF: 0, remainingWorstF: 0 }
  const fit = leastSquares(
    pairs.map((_, i) => [1, ...kept.map((column) => column[i] as number)]),
    pairs.map((one) => one.shownF - one.referenceF),
  )
  const part = (term: SensorTerm): Term | null => {
    const at = terms.indexOf(term)
    if (at < 0) return null
    const value = fit.coefficients[at] as number
    return { value, t: value / (fit.errors[at] as number) }
  }
  const [offset, fan, supply, rate] = [part('offset') as Term, part('fan'), part('supply'), part('rate')]
  const sun = part('sun')
  // A sensor that is behind shows too little while the room warms: its minutes are the slope turned round.
  const lag = rate && { value: -60 * rate.value, t: rate.t }
  const shifts = (one: Term | null) =>
    one !== null && Math.abs(one.t) >= limits.criticalT && Math.abs(one.value) >= limits.leastShiftF
  const found: SensorFault[] = [
    ...(shifts(offset) ? (['offset'] as const) : []),
    ...(shifts(fan) ? (['draught'] as const) : []),
    ...(shifts(supply) ? (['supply-air'] as const) : []),
    ...(shifts(sun) ? (['sun'] as const) : []),
    ...(lag && lag.t <= -limits.criticalT && lag.value >= limits.leastLagMin ? (['lag'] as const) : []),
  ]
  const shiftF = fan?.value ?? 0
  const trimF = inSteps(-(offset.value + shiftF / 2), limits)
  const remainingFanOffF = offset.value + trimF
  const remainingFanOnF = offset.value + shiftF + trimF
  return {
    by: 'regression',
    terms,
    notTestable,
    found,
    offset,
    fan,
    supply,
    sun,
    lag,
    residualSdF: fit.residualSd,
    freedom: fit.freedom,
    trimF,
    remainingFanOffF,
    remainingFanOnF,
    remainingWorstF: Math.max(Math.abs(remainingFanOffF), Math.abs(remainingFanOnF)),
  }
}

/** Pairs that are enough to be judged by their agreement alone, and within what they agree, °F. House figures. */
const CONSISTENT_PAIRS = 5
const CONSISTENT_F = 0.75
/** In the sun so much more than out of it, °F, and so many times what the others scatter: the sun, whatever else. House figures. */
const SUN_F = 3
const SUN_TIMES = 4

/**
 * What pairs say that are too few for a regression: several that agree among themselves are a judgement of the offset, and a
 * few in the sun beside a few out of it tell the sun. Nothing is said of fan, supply air or lag that they did not vary.
 * Source: mean and range; house figures for what counts as agreement. Null where they do not even tell that.
 */
export function diagnoseByAgreement(pairs: readonly SensorPair[], limits: DiagnosisLimits): SensorDiagnosis | null {
  const apart = (sun: boolean) => pairs.filter((one) => (one.sun ?? false) === sun).map((one) => one.shownF - one.referenceF)
  const [shade, sunny] = [apart(false), apart(true)]
  if (shade.length < 2) return null
  const mean = (of: readonly number[]) => of.reduce((sum, one) => sum + one, 0) / of.length
  const spreadF = Math.max(...shade) - Math.min(...shade)
  const offsetF = mean(shade)
  const sunF = sunny.length > 0 ? mean(sunny) - offsetF : 0
  const isSun = Math.abs(sunF) >= SUN_F && Math.abs(sunF) >= SUN_TIMES * spreadF
  const isAgreed = shade.length >= CONSISTENT_PAIRS && spreadF <= 2 * CONSISTENT_F
  if (!isSun && !isAgreed) return null
  const isOff = isAgreed && Math.abs(offsetF) >= limits.leastShiftF && Math.abs(offsetF) > spreadF / 2
  const trimF = isOff ? inSteps(-offsetF, limits) : 0
  const has = (of: (one: SensorPair) => boolean) => pairs.some(of) && !pairs.every(of)
  const terms: SensorTerm[] = ['offset', ...(sunny.length > 0 ? (['sun'] as const) : [])]
  return {
    by: 'agreement',
    terms,
    notTestable: [
      ...(has((one) => one.fan) && isAgreed ? [] : (['fan'] as const)),
      ...(has((one) => one.supply) && isAgreed ? [] : (['supply'] as const)),
      'rate',
    ],
    found: [...(isOff ? (['offset'] as const) : []), ...(isSun ? (['sun'] as const) : [])],
    offset: { value: offsetF, t: Number.NaN },
    fan: null,
    supply: null,
    sun: sunny.length > 0 ? { value: sunF, t: Number.NaN } : null,
    lag: null,
    residualSdF: spreadF,
    freedom: 0,
    trimF,
    remainingFanOffF: offsetF + trimF,
    remainingFanOnF: offsetF + trimF,
    remainingWorstF: Math.abs(offsetF + trimF),
  }
}

/** How fast the reference moves at each pair, °F/h: by its neighbours, at the ends by the two last. */
function ratesOf(pairs: readonly SensorPair[]): number[] {
  const between = (a: SensorPair | undefined, b: SensorPair | undefined) =>
    a && b && b.atMin > a.atMin ? (60 * (b.referenceF - a.referenceF)) / (b.atMin - a.atMin) : 0
  return pairs.map((_, i) => between(pairs[Math.max(i - 1, 0)], pairs[Math.min(i + 1, pairs.length - 1)]))
}

/** To the nearest step, halves away from zero, inside what the device offers. */
function inSteps(wantedF: number, { trimStepF, trimLimitF }: DiagnosisLimits): number {
  const steps = Math.sign(wantedF) * Math.floor(Math.abs(wantedF) / trimStepF + 0.5 + 1e-9)
  return Math.min(Math.max(steps * trimStepF, -trimLimitF), trimLimitF) || 0
}

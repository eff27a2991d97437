import { leastSquares, quadratic } from '../statistics/leastSquares.ts'

/** A room that warms up or cools down, as somebody logged it. */
export interface LoggedRoom {
  timesMin: readonly number[]
  /** Null: missing. */
  readingsF: readonly (number | null)[]
}

/** What a log must be for its answer to count. */
export interface FitLimits {
  /** The time constant is told when its standard error is at most this share of it. */
  mostRelativeError: number
  /** A bare rate is told when it is at least this many times its standard error. */
  leastT: number
}

/** A value with its standard error. */
export interface Told {
  value: number
  error: number
}

export type WarmUp = { used: number } & (
  | {
      tells: 'exponential'
      timeConstantMin: Told
      /** Where it would come to rest. */
      finalF: Told
      startF: number
      initialRateFPerH: Told
      noiseF: number
    }
  | { tells: 'rate'; rateFPerH: Told }
  /** The noise is as large as what happens, or there is too little of it. */
  | { tells: 'nothing' }
)

const LEAST_READINGS = 6
/** Time constants are looked for between a fiftieth of the log and twenty times its length. */
const [SHORTEST, LONGEST] = [1 / 50, 20]
const GRID = 400
const GOLDEN = (Math.sqrt(5) - 1) / 2

/**
 * What a logged warm-up or cool-down tells of the room: T = Tf + A·exp(−(t − t0)/τ) by unweighted least squares, for
 * each τ the other two solved in closed form; where the bend cannot be told from the noise, the bare rate; where not
 * even that, nothing. Sources: first-order room, ASHRAE Fundamentals, Fundamentals of Control; standard errors, Bates and
 * Watts, Nonlinear Regression Analysis; separable problems, Golub and Pereyra 1973.
 * Valid: steady weather and gains, the plant running all the while or not at all.
 */
export function fitWarmUp({ timesMin, readingsF }: LoggedRoom, limits: FitLimits): WarmUp {
  const times: number[] = []
  const values: number[] = []
  readingsF.forEach((reading, i) => {
    const at = timesMin[i]
    if (reading === null || at === undefined) return
    times.push(at)
    values.push(reading)
  })
  const used = times.length
  if (used < 3) return { tells: 'nothing', used }
  const first = times[0] as number
  const since = times.map((at) => at - first)
  const span = since.at(-1) as number
  if (!(span > 0)) return { tells: 'nothing', used }
  const curve = used < LEAST_READINGS ? null : bestCurve(since, values, span)
  if (curve) {
    const { tau, fit, freedom } = curve
    const [final, drop] = fit.coefficients as [number, number]
    const noiseF = Math.sqrt(fit.sumOfSquares / freedom)
    const slopes = since.map((t) => {
      const e = Math.exp(-t / tau)
      return [1, e, (drop * t * e) / tau ** 2]
    })
    const covariance = leastSquares(slopes, values).unscaled
    const error = (of: readonly number[]) => noiseF * Math.sqrt(quadratic(covariance, of))
    const timeConstantMin = { value: tau, error: error([0, 0, 1]) }
    if (timeConstantMin.error / tau <= limits.mostRelativeError)
      return {
        tells: 'exponential',
        used,
        timeConstantMin,
        finalF: { value: final, error: error([1, 0, 0]) },
        startF: final + drop,
        noiseF,
        initialRateFPerH: { value: (-60 * drop) / tau, error: 60 * error([0, -1 / tau, drop / tau ** 2]) },
      }
  }
  const line = leastSquares(
    since.map((t) => [1, t]),
    values,
  )
  const [rate, error] = [line.coefficients[1] as number, line.errors[1] as number]
  // Readings on one line leave no error: then the rate is as sure as can be, unless it is nothing.
  const isTold = error > 0 ? Math.abs(rate) / error >= limits.leastT : rate !== 0
  return isTold ? { tells: 'rate', used, rateFPerH: { value: 60 * rate, error: 60 * error } } : { tells: 'nothing', used }
}

/** The curve of the least sum of squares; null where it lies on an end of what is looked at. */
function bestCurve(since: readonly number[], values: readonly number[], span: number) {
  const at = (logTau: number) =>
    leastSquares(
      since.map((t) => [1, Math.exp(-t / Math.exp(logTau))]),
      values,
    )
  const [low, high] = [Math.log(span * SHORTEST), Math.log(span * LONGEST)]
  const step = (high - low) / GRID
  let best = 0
  let least = Number.POSITIVE_INFINITY
  for (let i = 0; i <= GRID; i++) {
    const sum = at(low + i * step).sumOfSquares
    if (sum < least) [best, least] = [i, sum]
  }
  if (best === 0 || best === GRID) return null
  let [a, b] = [low + (best - 1) * step, low + (best + 1) * step]
  for (let i = 0; i < 60; i++) {
    const [c, d] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)]
    if (at(c).sumOfSquares < at(d).sumOfSquares) b = d
    else a = c
  }
  const logTau = (a + b) / 2
  return { tau: Math.exp(logTau), fit: at(logTau), freedom: values.length - 3 }
}

/** A warm-up, or a cool-down, of an earlier day. */
export interface PastWarmUp {
  outdoorF: number
  startF: number
  reachedF: number
  takenMin: number
}

export interface LeadTime {
  method: 'regression' | 'mean'
  /** Minutes for each degree at 0 °F outdoors, how that changes by each degree outdoors, and on the day that comes. */
  baseMinPerF: number
  slopeMinPerF2: number
  minutesPerF: number
  leadMin: number
  /** Standard error of one more day; null from a single day. */
  errorMin: number | null
  /** It is held at nothing, or at the most. */
  limited: boolean
}

interface LeadFacts {
  past: readonly PastWarmUp[]
  outdoorF: number
  startF: number
  targetF: number
  /** A dependence on the weather is told from at least so many days … */
  leastPast: number
  /** … whose outdoor temperatures lie at least so far apart. */
  leastOutdoorSpanF: number
  mostLeadMin: number
}

/**
 * How long before the hour it must start, from earlier days: minutes for each degree against the outdoor temperature.
 * Source: optimum start, ASHRAE HVAC Applications, Supervisory Control; ordinary least squares. Null without a day.
 * Valid: the same plant, not much colder or warmer than the days that it rests on.
 */
export function leadTime(of: LeadFacts): LeadTime | null {
  const { past, outdoorF } = of
  const days = past.filter((one) => one.reachedF !== one.startF)
  if (days.length === 0) return null
  const y = days.map((one) => one.takenMin / (one.reachedF - one.startF))
  const outdoors = days.map((one) => one.outdoorF)
  const byWeather =
    days.length >= of.leastPast && days.length > 2 && Math.max(...outdoors) - Math.min(...outdoors) >= of.leastOutdoorSpanF
  const fit = leastSquares(
    outdoors.map((outdoor) => (byWeather ? [1, outdoor] : [1])),
    y,
  )
  const [baseMinPerF, slopeMinPerF2 = 0] = fit.coefficients as [number, number?]
  const minutesPerF = baseMinPerF + slopeMinPerF2 * outdoorF
  const degrees = of.targetF - of.startF
  const raw = degrees * minutesPerF
  const leadMin = Math.min(Math.max(raw, 0), of.mostLeadMin)
  const spread = Math.sqrt(1 + quadratic(fit.unscaled, byWeather ? [1, outdoorF] : [1]))
  return {
    method: byWeather ? 'regression' : 'mean',
    baseMinPerF,
    slopeMinPerF2,
    minutesPerF,
    leadMin,
    errorMin: fit.freedom > 0 ? Math.abs(degrees) * fit.residualSd * spread : null,
    limited: leadMin !== raw,
  }
}

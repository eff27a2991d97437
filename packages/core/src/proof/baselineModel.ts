import { leastSquares, quadratic } from '../statistics/leastSquares.ts'
import { studentQuantile } from '../statistics/quantiles.ts'

/** What a machine did in some weather: `x` are the weather's figures (outdoor temperature first), `y` what was read. */
export interface WeatherReading {
  x: readonly number[]
  y: number
}

export interface Moved {
  /** Beyond: the weather lies outside of what the baseline has seen. */
  verdict: 'moved' | 'not-moved' | 'out-of-range'
  /** Intercept, then one a variable. */
  coefficients: number[]
  residualSd: number
  rSquared: number
  freedom: number
  quantile: number
  predicted: number
  halfWidth: number
  change: number
}

/** Half the chance of calling moved what has not moved, on either side. */
const ALPHA = 0.05
/** How far beyond the weather of the baseline it still speaks, as a share of that range. */
const RANGE_MARGIN = 0.1

/**
 * Whether new readings lie where the baseline foretells them in their weather: straight lines by least squares, and the
 * interval in which the mean of so many new readings has to lie. Null with too few readings to say how they scatter, or
 * where their weather never changed. Source: ASHRAE Guideline 14; Draper and Smith, Applied Regression Analysis, 1.4 and 3.
 */
export function movedFrom(
  baseline: readonly WeatherReading[],
  now: readonly WeatherReading[],
  alpha: number = ALPHA,
  margin: number = RANGE_MARGIN,
): Moved | null {
  const variables = baseline[0]?.x.length ?? 0
  if (now.length === 0 || baseline.length < variables + 2) return null
  const mean = (of: readonly number[]) => of.reduce((sum, one) => sum + one, 0) / of.length
  const column = (of: readonly WeatherReading[], i: number) => of.map((one) => one.x[i] ?? 0)
  const spans = Array.from({ length: variables }, (_, i) => {
    const all = column(baseline, i)
    return { least: Math.min(...all), most: Math.max(...all) }
  })
  if (spans.some((one) => one.most - one.least < 1e-9)) return null
  const y = baseline.map((one) => one.y)
  const fit = leastSquares(
    baseline.map((one) => [1, ...one.x]),
    y,
  )
  const middle = mean(y)
  const total = y.reduce((sum, one) => sum + (one - middle) ** 2, 0)
  const x = [1, ...spans.map((_, i) => mean(column(now, i)))]
  const quantile = studentQuantile(1 - alpha / 2, fit.freedom)
  const predicted = fit.coefficients.reduce((sum, one, i) => sum + one * (x[i] as number), 0)
  const halfWidth = quantile * fit.residualSd * Math.sqrt(1 / now.length + quadratic(fit.unscaled, x))
  const change = mean(now.map((one) => one.y)) - predicted
  const outside = spans.some(({ least, most }, i) => {
    const at = x[i + 1] as number
    return at < least - margin * (most - least) || at > most + margin * (most - least)
  })
  return {
    verdict: outside ? 'out-of-range' : Math.abs(change) > halfWidth ? 'moved' : 'not-moved',
    coefficients: fit.coefficients,
    residualSd: fit.residualSd,
    rSquared: total > 0 ? 1 - fit.sumOfSquares / total : 1,
    freedom: fit.freedom,
    quantile,
    predicted,
    halfWidth,
    change,
  }
}

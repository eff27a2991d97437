import { inverse, Matrix } from 'ml-matrix'

/** One measurement of a value with the standard uncertainty of its own part. */
export interface Measured {
  value: number
  sigma: number
}

/** What several measurements rest on: the standard uncertainty that it puts into each; against the others: negative. */
export interface SharedPart {
  members: readonly number[]
  sigmas: readonly number[]
}

export interface Reconciled {
  verdict: 'single' | 'all-agree' | 'some-outside' | 'cannot-tell'
  /** Measurements that the value rests on, by their place. */
  used: number[]
  value: number
  /** Standard uncertainty, widened where the used ones scatter more than theirs say. */
  sigma: number
  birgeRatio: number
  /** What lies outside, and how far: its distance over what both may be off together. */
  outside: { at: number; ratio: number }[]
  /** The one to take again: the furthest outside. Null where none is, or where nobody can tell. */
  repeat: number | null
  /** Where nobody can tell: the groups that stand against one another, each consistent in itself. */
  camps: number[][]
}

/**
 * What chi-square stays below nineteen times in twenty, by degrees of freedom from 1. Source: any table of the
 * distribution, here NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.6.7.4, with more digits.
 */
const CHI_SQUARE_95 = [
  3.841458820694124, 5.991464547107979, 7.814727903251179, 9.487729036781154, 11.070497693516351, 12.591587243743977,
  14.067140449340169, 15.50731305586545, 16.918977604620448, 18.307038053275146,
]
/** A second set whose chi-square is within this of the best one's explains the readings as well. */
const NEAR = 1

/**
 * One value from several measurements: the largest set of them that can all be right, by the chi-square test; of several
 * as large the best, or none where another is as good. What several share is counted once, through the covariance.
 * Sources: consistency test, Cox, Metrologia 39 (2002); largest consistent subset, Cox, Metrologia 44 (2007); Birge
 * ratio, Birge, Phys. Rev. 40 (1932); generalized least squares. Valid: one to ten measurements, sigma > 0.
 * @param limit what chi-square may reach, by degrees of freedom
 */
export function reconcile(
  all: readonly Measured[],
  shared: readonly SharedPart[] = [],
  limit: (freedom: number) => number = (freedom) => CHI_SQUARE_95[freedom - 1] as number,
  near = NEAR,
): Reconciled {
  const covariance = covarianceOf(all, shared)
  const everyone = all.map((_, i) => i)
  const bare = { outside: [], repeat: null, camps: [] }
  if (all.length === 1) {
    const sigma = Math.sqrt(covariance.get(0, 0))
    return { verdict: 'single', used: everyone, value: (all[0] as Measured).value, sigma, birgeRatio: 1, ...bare }
  }
  for (let size = all.length; size >= 2; size -= 1) {
    const fits = subsets(all.length, size)
      .map((members) => meanOf(all, covariance, members))
      .filter((one) => one.chiSquare <= limit(size - 1))
      .sort((a, b) => a.chiSquare - b.chiSquare)
    const [best] = fits
    if (!best) continue
    const rivals = fits.filter((one) => one.chiSquare < best.chiSquare + near)
    if (rivals.length > 1)
      return { ...widened('cannot-tell', meanOf(all, covariance, everyone)), camps: rivals.map((one) => one.members) }
    const outside = everyone
      .filter((at) => !best.members.includes(at))
      .map((at) => ({
        at,
        ratio: Math.abs((all[at] as Measured).value - best.value) / Math.sqrt(covariance.get(at, at) + best.sigma ** 2),
      }))
    const furthest = outside.reduce<(typeof outside)[number] | null>((a, b) => (a && a.ratio >= b.ratio ? a : b), null)
    return {
      ...widened(outside.length === 0 ? 'all-agree' : 'some-outside', best),
      outside,
      repeat: furthest?.at ?? null,
    }
  }
  return { ...widened('cannot-tell', meanOf(all, covariance, everyone)), camps: everyone.map((one) => [one]) }
}

function covarianceOf(all: readonly Measured[], shared: readonly SharedPart[]): Matrix {
  const out = Matrix.zeros(all.length, all.length)
  for (const [i, { sigma }] of all.entries()) out.set(i, i, sigma * sigma)
  for (const { members, sigmas } of shared)
    for (const [m, i] of members.entries())
      for (const [n, j] of members.entries()) out.set(i, j, out.get(i, j) + (sigmas[m] as number) * (sigmas[n] as number))
  return out
}

interface Mean {
  members: number[]
  value: number
  sigma: number
  chiSquare: number
}

/** Generalized least squares of some of the measurements, by their own covariance. */
function meanOf(all: readonly Measured[], covariance: Matrix, members: number[]): Mean {
  const weights = inverse(covariance.selection(members, members))
  const values = Matrix.columnVector(members.map((at) => (all[at] as Measured).value))
  const whole = weights.sum()
  const value = weights.mmul(values).sum() / whole
  const off = Matrix.sub(values, value)
  const chiSquare = off.transpose().mmul(weights).mmul(off).get(0, 0)
  return { members, value, sigma: 1 / Math.sqrt(whole), chiSquare }
}

function widened(verdict: Reconciled['verdict'], { members, value, sigma, chiSquare }: Mean): Reconciled {
  const birgeRatio = Math.max(1, Math.sqrt(chiSquare / (members.length - 1)))
  return { verdict, used: members, value, sigma: sigma * birgeRatio, birgeRatio, outside: [], repeat: null, camps: [] }
}

/** Every set of so many of the first `count` numbers, each ascending. */
function subsets(count: number, size: number): number[][] {
  if (size === 0) return [[]]
  if (count < size) return []
  return [...subsets(count - 1, size), ...subsets(count - 1, size - 1).map((one) => [...one, count - 1])]
}

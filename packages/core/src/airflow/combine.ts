/** One way of knowing the flow. */
export interface FlowEstimate {
  /** Id of one of METHODS. */
  method: string
  flowCfm: number
  /** The flow lies within ± this, nineteen times in twenty. */
  plusMinusCfm: number
  /** Ids of the readings it rests on. */
  readingIds: readonly string[]
}

export interface CombinedFlow {
  flowCfm: number
  plusMinusCfm: number
  estimates: readonly FlowEstimate[]
  /** Pairs that differ by more than their uncertainties allow. */
  disagreements: readonly Disagreement[]
  /** The estimate that fits the rest least: left out of the mean until it is taken again. Null while all agree. */
  doubted: FlowEstimate | null
}

export interface Disagreement {
  a: FlowEstimate
  b: FlowEstimate
  differenceCfm: number
  allowedCfm: number
  /** Which of all estimates to take again: the one furthest from the rest, or the less sure of two. */
  repeat: FlowEstimate
}

/**
 * Several flows of one system weighed by their uncertainty, w = 1/u², and whether they can all be right. While two
 * disagree, the mean is taken without the doubted one: an average of a right and a wrong reading is a third wrong one.
 * Source: weighted mean, JCGM 100 (GUM); two results disagree when |a−b| > √(ua²+ub²) at 95 %. Valid: u > 0,
 * independent methods. Null without an estimate.
 */
export function combineFlows(estimates: readonly FlowEstimate[]): CombinedFlow | null {
  const disagreements: Disagreement[] = []
  for (const [i, a] of estimates.entries()) {
    for (const b of estimates.slice(i + 1)) {
      const differenceCfm = Math.abs(a.flowCfm - b.flowCfm)
      const allowedCfm = Math.hypot(a.plusMinusCfm, b.plusMinusCfm)
      if (differenceCfm > allowedCfm) disagreements.push({ a, b, differenceCfm, allowedCfm, repeat: suspect(estimates, a, b) })
    }
  }
  const doubted = disagreements[0]?.repeat ?? null
  const mean = weightedMean(estimates.filter((one) => one !== doubted))
  return mean ? { ...mean, estimates, disagreements, doubted } : null
}

function weightedMean(estimates: readonly FlowEstimate[]): { flowCfm: number; plusMinusCfm: number } | null {
  let weights = 0
  let sum = 0
  for (const { flowCfm, plusMinusCfm } of estimates) {
    const weight = 1 / (plusMinusCfm * plusMinusCfm)
    weights += weight
    sum += weight * flowCfm
  }
  return weights > 0 ? { flowCfm: sum / weights, plusMinusCfm: 1 / Math.sqrt(weights) } : null
}

function suspect(all: readonly FlowEstimate[], a: FlowEstimate, b: FlowEstimate): FlowEstimate {
  // By share: a method that reads too low would otherwise look the surer one.
  if (all.length === 2) return a.plusMinusCfm / a.flowCfm >= b.plusMinusCfm / b.flowCfm ? a : b
  const strain = (one: FlowEstimate) => {
    const rest = weightedMean(all.filter((other) => other !== one))
    return rest ? Math.abs(one.flowCfm - rest.flowCfm) / Math.hypot(one.plusMinusCfm, rest.plusMinusCfm) : 0
  }
  return strain(a) >= strain(b) ? a : b
}

import { reconcile } from './reconcile.ts'

/** Readings that several methods may rest on. */
export type SharedGround = 'static'

/** One way of knowing the flow. */
export interface FlowEstimate {
  /** Id of one of METHODS. */
  method: string
  flowCfm: number
  /** The flow lies within ± this, nineteen times in twenty; what it shares with others counted in. */
  plusMinusCfm: number
  /** Of that, what a reading puts in on which another method rests too; negative where it pulls the other way. */
  shared?: Partial<Record<SharedGround, number>>
  /** Ids of the readings it rests on. */
  readingIds: readonly string[]
}

export interface CombinedFlow {
  flowCfm: number
  plusMinusCfm: number
  estimates: readonly FlowEstimate[]
  verdict: 'single' | 'all-agree' | 'some-outside' | 'cannot-tell'
  /** What the flow rests on. */
  used: readonly FlowEstimate[]
  /** What cannot be right beside those, the furthest first: left out until it is taken again. */
  outside: readonly {
    estimate: FlowEstimate
    /** Its distance from the flow, over what both may be off together at 95 %. */
    times: number
  }[]
  /** Where nobody can tell which is right: groups that stand against one another. Each agrees in itself. */
  camps: readonly (readonly FlowEstimate[])[]
  /** What to take again: the furthest outside, or one of each of two camps. */
  repeat: readonly FlowEstimate[]
  /** How much wider the readings scatter than their uncertainties say; 1: not at all. */
  birgeRatio: number
}

/** Standard deviations within which a value lies nineteen times in twenty. Source: normal distribution. */
const NINETEEN_IN_TWENTY = 1.96

/**
 * Several flows of one system as one, and whether they can all be right: by the largest set of them that can, nothing
 * counted twice that several rest on. Uncertainties come and go at 95 %.
 * Source: as `reconcile`. Valid: uncertainties above nothing. Null without an estimate.
 */
export function combineFlows(estimates: readonly FlowEstimate[]): CombinedFlow | null {
  if (estimates.length === 0) return null
  const grounds = [...new Set(estimates.flatMap((one) => Object.keys(one.shared ?? {}) as SharedGround[]))]
    .map((ground) => estimates.flatMap(({ shared }, at) => (shared?.[ground] ? [{ at, off: shared[ground] }] : [])))
    .filter((resting) => resting.length > 1)
  const own = estimates.map(({ plusMinusCfm }, at) => {
    const apart = grounds.flat().filter((one) => one.at === at)
    return Math.sqrt(Math.max(plusMinusCfm ** 2 - apart.reduce((sum, one) => sum + one.off ** 2, 0), 1e-6))
  })
  const answer = reconcile(
    estimates.map(({ flowCfm }, at) => ({ value: flowCfm, sigma: (own[at] as number) / NINETEEN_IN_TWENTY })),
    grounds.map((resting) => ({
      members: resting.map((one) => one.at),
      sigmas: resting.map((one) => one.off / NINETEEN_IN_TWENTY),
    })),
  )
  const named = (at: number) => estimates[at] as FlowEstimate
  const camps = answer.camps.map((camp) => camp.map(named))
  return {
    flowCfm: answer.value,
    plusMinusCfm: answer.sigma * NINETEEN_IN_TWENTY,
    estimates,
    verdict: answer.verdict,
    used: answer.used.map(named),
    outside: answer.outside
      .toSorted((a, b) => b.ratio - a.ratio)
      .map(({ at, ratio }) => ({ estimate: named(at), times: ratio / NINETEEN_IN_TWENTY })),
    camps,
    repeat: answer.repeat === null ? oneOfEach(camps) : [named(answer.repeat)],
    birgeRatio: answer.birgeRatio,
  }
}

/** One of each of two camps: of those in one and not in the other, the least sure, by share. */
function oneOfEach(camps: readonly (readonly FlowEstimate[])[]): FlowEstimate[] {
  const middle = (camp: readonly FlowEstimate[]) => camp.reduce((sum, one) => sum + one.flowCfm, 0) / camp.length
  const [lowest, highest] = [...camps]
    .sort((a, b) => middle(a) - middle(b))
    .filter((_, i, all) => i === 0 || i === all.length - 1)
  if (!lowest || !highest) return []
  const least = (camp: readonly FlowEstimate[], other: readonly FlowEstimate[]) =>
    camp.filter((one) => !other.includes(one)).toSorted((a, b) => b.plusMinusCfm / b.flowCfm - a.plusMinusCfm / a.flowCfm)[0]
  return [least(lowest, highest), least(highest, lowest)].filter((one) => one !== undefined)
}

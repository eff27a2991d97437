/**
 * Which cause is likeliest, and which look tells most. Source: Bayes' rule over causes that exclude one another, trials
 * independent of each other given the cause; expected information after Shannon 1948. Valid: a handful of causes.
 */

/** A look that ends in yes or no, and how likely a yes is under each cause; a cause that is not named: even odds. */
export interface Trial {
  id: string
  yes: Readonly<Record<string, number>>
}

export interface RankedCause {
  id: string
  /** Of one, over all that are not struck out. */
  share: number
}

const EVEN = 0.5
/** No look is certain: one that was misread must not rule out a cause for ever. */
const SURE = 0.03
const yesOf = (trial: Trial, cause: string): number => Math.min(Math.max(trial.yes[cause] ?? EVEN, SURE), 1 - SURE)

/**
 * Causes by how likely they are, the likeliest first.
 * @param priors weights of any size, of the causes that are not struck out
 * @param answers by trial; one that was not made is left out
 */
export function rankCauses(
  priors: Readonly<Record<string, number>>,
  trials: readonly Trial[],
  answers: Readonly<Record<string, boolean>>,
): RankedCause[] {
  const weights = Object.entries(priors).map(([id, prior]) => {
    const weight = trials.reduce(
      (product, trial) => {
        const answer = answers[trial.id]
        if (answer === undefined) return product
        const yes = yesOf(trial, id)
        return product * (answer ? yes : 1 - yes)
      },
      Math.max(prior, 0),
    )
    return { id, weight }
  })
  const sum = weights.reduce((all, one) => all + one.weight, 0)
  if (sum <= 0) return []
  return weights
    .map(({ id, weight }) => ({ id, share: weight / sum }))
    .sort((a, b) => b.share - a.share || (a.id < b.id ? -1 : 1))
}

/** More than this nobody claims of a cause that nobody has looked for. A house figure. */
const MOST_UNSEEN = 0.6

/**
 * Shares as they may be told: while nothing speaks for the first cause but how usual it is, it gets no more than
 * `MOST_UNSEEN`; what is over goes to the others, or, where there are none, to what is not on the list.
 * @param isSeen whether anything on this system was looked at that bears on the first cause
 */
export function asTold(ranked: readonly RankedCause[], isSeen: boolean): RankedCause[] {
  const [first, ...rest] = ranked
  if (!first || isSeen || first.share <= MOST_UNSEEN) return [...ranked]
  const left = 1 - first.share
  return [
    { ...first, share: MOST_UNSEEN },
    ...rest.map((one) => ({ ...one, share: left > 0 ? (one.share / left) * (1 - MOST_UNSEEN) : 0 })),
  ]
}

const entropy = (shares: readonly number[]): number =>
  shares.reduce((sum, share) => (share > 0 ? sum - share * Math.log2(share) : sum), 0)

/** How much a trial is expected to tell, in bits: 0 tells nothing, 1 halves what is open. Never negative. */
export function expectedBits(ranked: readonly RankedCause[], trial: Trial): number {
  const yes = ranked.reduce((sum, one) => sum + one.share * yesOf(trial, one.id), 0)
  const after = (answer: boolean, chance: number) =>
    chance <= 0
      ? 0
      : entropy(ranked.map((one) => (one.share * (answer ? yesOf(trial, one.id) : 1 - yesOf(trial, one.id))) / chance))
  const bits = entropy(ranked.map((one) => one.share)) - yes * after(true, yes) - (1 - yes) * after(false, 1 - yes)
  return Math.max(0, bits)
}

/** The trials that are still open, the one that tells most first. */
export const openTrials = (
  ranked: readonly RankedCause[],
  trials: readonly Trial[],
  answers: Readonly<Record<string, boolean>>,
): { id: string; bits: number }[] =>
  trials
    .filter((one) => answers[one.id] === undefined)
    .map((one) => ({ id: one.id, bits: expectedBits(ranked, one) }))
    .sort((a, b) => b.bits - a.bits || (a.id < b.id ? -1 : 1))

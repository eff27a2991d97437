import { COMFORT_WISHES, type ComfortWish, type Weights } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import { type ComfortControl, comfortRuns } from './comfort.ts'
import type { Around, Runnable } from './roomSystem.ts'

/** More than this are not tried in one go: leave a setting out. */
export const MOST_COMBINATIONS = 500

const WISHED: Readonly<Record<ComfortWish, readonly string[]>> = {
  even: ['even temperature'],
  'few-starts': [],
  quiet: ['quiet', 'no draught'],
  dry: ['dry air'],
  cheap: ['low bills'],
}
const IN_RULE = { even: 'even', 'few-starts': 'fewStarts', quiet: 'quiet', dry: 'dry', cheap: 'cheap' } as const

/** What the firm's rules count, one where none says, and one more for what the occupant asked for. */
export function weightsOf({ system }: Pick<VisitView, 'system'>): Weights {
  const weight = (wish: ComfortWish) => {
    const ruled = system.rules.findLast((one) => one.comfort?.[IN_RULE[wish]] !== undefined)?.comfort?.[IN_RULE[wish]]
    return (ruled ?? 1) + (WISHED[wish].some((word) => system.wishes.includes(word)) ? 1 : 0)
  }
  return Object.fromEntries(COMFORT_WISHES.map((wish) => [wish, weight(wish)])) as Record<ComfortWish, number>
}

/** How many combinations the chosen settings have. */
export const countOf = (chosen: readonly ComfortControl[]): number =>
  chosen.reduce((product, one) => product * offeredOf(one).length, 1)

/** A source that jumps is never an aim, nor anything else that its role forbids. */
const offeredOf = ({ choices, row }: ComfortControl) => choices.filter((one) => row.role?.never?.[one.meaning] === undefined)

export interface Combination {
  picks: Record<string, string>
  run: Runnable
}

/** Every allowed combination of the chosen settings, the others as in this try; empty beyond the most. */
export function combinationsOf(
  v: VisitView,
  chosen: readonly ComfortControl[],
  around: Around,
  picks: Readonly<Record<string, string>>,
  gapInTry: boolean,
): Combination[] {
  if (chosen.length === 0 || countOf(chosen) > MOST_COMBINATIONS) return []
  const all = chosen.reduce<Record<string, string>[]>(
    (before, one) => before.flatMap((picked) => offeredOf(one).map(({ meaning }) => ({ ...picked, [one.row.key]: meaning }))),
    [{}],
  )
  return all.flatMap((picked) => {
    const runs = comfortRuns(v, around, { ...picks, ...picked }, gapInTry)
    return runs ? [{ picks: picked, run: runs.tried }] : []
  })
}

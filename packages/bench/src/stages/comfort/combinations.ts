import type { ComfortWish, Weights } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import { type ComfortControl, comfortRuns } from './comfort.ts'
import type { Around, Runnable } from './roomSystem.ts'

/** More than this are not tried in one go: leave a setting out. */
export const MOST_COMBINATIONS = 500

/** What the occupant and the firm want, as weights: twice for what was asked for. */
export function weightsOf({ system }: VisitView): Weights {
  const asks = new Set([...system.wishes, ...system.rules.map((one) => one.name)])
  const asked = (...words: string[]) => (words.some((word) => asks.has(word)) ? 2 : 1)
  return {
    even: asked('even temperature', 'tight rooms'),
    'few-starts': asked('few starts'),
    quiet: asked('quiet', 'no draught', 'quiet nights'),
    cheap: asked('low bills'),
  } satisfies Record<ComfortWish, number>
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

import { found } from '../findingWords.ts'
import { refuse } from '../refusals.ts'
import { type Found, ok, type Result } from '../result.ts'
import { flowFromRise } from './heat.ts'

interface RiseJudgement extends Found {
  riseF: number
  flowCfm: number
  /** Flows at which the rise stands at the ends of the window: the least at its high end. */
  leastCfm: number
  mostCfm: number
  standing: 'below' | 'within' | 'above'
}

/**
 * A measured rise against the window on the furnace's plate. A rise on the very limit is within.
 * Source: sensible heat balance, rise = heat / (factor · flow).
 */
export function judgeRise(of: {
  heatBtuH: number
  sensibleFactor: number
  returnF: number
  supplyF: number
  lowF: number
  highF: number
}): Result<RiseJudgement> {
  const { heatBtuH, sensibleFactor, returnF, supplyF, lowF, highF } = of
  if (!(lowF > 0) || !(highF > lowF)) return refuse('rise-window-reversed', { lowF, highF })
  const riseF = supplyF - returnF
  const flow = flowFromRise(heatBtuH, riseF, sensibleFactor)
  if (!flow.ok) return flow
  const standing = riseF > highF ? 'above' : riseF < lowF ? 'below' : 'within'
  return ok({
    riseF,
    flowCfm: flow.value,
    leastCfm: heatBtuH / (sensibleFactor * highF),
    mostCfm: heatBtuH / (sensibleFactor * lowF),
    standing,
    ...found(`rise-${standing}`),
  })
}

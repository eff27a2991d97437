import { found } from '../findingWords.ts'
import { refuse } from '../refusals.ts'
import { type Found, ok, type Result } from '../result.ts'
import { flowFromRise } from './heat.ts'

/** Above this height, ft, a burner without a plate of its own for it is derated by this share per 1,000 ft. */
const DERATE_FROM_FT = 2000
const DERATE_PCT_PER_KFT = 4
/** Of a clocked input away from the plate's, beyond which it is a finding. */
const PLATE_BAND_PCT = 5

/**
 * Input at altitude, Btu/h: 4 % less for each 1,000 ft above 2,000 ft, counted from sea level. Source: the common derating
 * rule of gas codes; the maker's own instructions for altitude go before it.
 */
export const deratedInputBtuH = (inputBtuH: number, altitudeFt: number): number =>
  altitudeFt <= DERATE_FROM_FT ? inputBtuH : inputBtuH * Math.max(0, 1 - (DERATE_PCT_PER_KFT / 100) * (altitudeFt / 1000))

/** Input clocked at the meter, Btu/h: volume × heating value. Everything else on the meter off, pilots too. */
export function clockedInputBtuH(ft3: number, seconds: number, heatingValueBtuFt3: number): Result<number> {
  if (!(ft3 > 0) || !(seconds > 0)) return refuse('meter-still')
  if (heatingValueBtuFt3 < 400 || heatingValueBtuFt3 > 3500) return refuse('no-such-gas', { heatingValueBtuFt3 })
  return ok(((ft3 * 3600) / seconds) * heatingValueBtuFt3)
}

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

/** What a clocked input says beside the plate; null where they agree. */
export function inputFinding(clockedBtuH: number, plateBtuH: number): Found | null {
  const awayPct = (100 * (clockedBtuH - plateBtuH)) / plateBtuH
  if (Math.abs(awayPct) <= PLATE_BAND_PCT) return null
  const values = { clocked: Math.round(clockedBtuH).toLocaleString('en-GB'), awayPct: Math.abs(awayPct).toFixed(0) }
  return awayPct > 0 ? found('input-over-plate', values) : found('input-under-plate', values)
}

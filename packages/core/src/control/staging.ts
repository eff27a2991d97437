import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

/** What a two-stage furnace does behind a thermostat that knows one stage. */
export interface StagingOutcome {
  rule: 'never' | 'timed' | 'auto'
  /** Holds the rooms at the loss that was given. */
  holds: boolean
  /** Share of the heat that high fire gives while it holds. */
  highShare: number
  /** Time to bring the rooms up from the setback, least and most; null: never. */
  recoveryMin: readonly [number, number] | null
  says: string
}

interface StagingFacts {
  /** Heat into the air on each fire. */
  lowBtuH: number
  highBtuH: number
  /** What the house loses at its set point, at the outdoor temperature of concern … */
  lossBtuH: number
  /** … which is so much below the set point, °F: the loss goes with it, and grows as the rooms come up. */
  colderByF: number
  /** Measured on high fire in such weather, as the rooms begin to come up. */
  warmUpFPerH: number
  setbackF: number
  /** Low fire before high, when it is timed. */
  upstageMin: number
  callsPerHour: number
}

/**
 * Never, timed and automatic second stage, by what each means for the rooms. Loss is UA × (rooms − outdoors), so that the
 * rooms come up the slower the nearer they are, and near full output far slower than at first. UA = loss / colderBy; their
 * heat capacity follows from how fast they begin to warm up on high fire, C = (high − loss + UA·setback) / rate.
 * Automatic is the maker's own reckoning: it lies between high fire at once and the timed change.
 * Source: first-order room, t = τ·ln((x∞ + s) / x∞), τ = C / UA, ASHRAE Fundamentals, Fundamentals of Control.
 * Valid: steady weather and gains; loss and colderBy above zero.
 */
export function stagingOutcomes(of: StagingFacts): Result<StagingOutcome[]> {
  const { lowBtuH, highBtuH, lossBtuH, colderByF, warmUpFPerH, setbackF, upstageMin, callsPerHour } = of
  if (!(lowBtuH > 0 && highBtuH > lowBtuH)) return refuse('low-fire-not-lower')
  if (!(warmUpFPerH > 0) || !(highBtuH > lossBtuH)) return refuse('furnace-too-small')
  const uaBtuHPerF = lossBtuH / colderByF
  // Where the rooms would come to rest on each fire, above their set point.
  const restsF = (btuH: number) => (btuH - lossBtuH) / uaBtuHPerF
  const [lowRestsF, highRestsF] = [restsF(lowBtuH), restsF(highBtuH)]
  const timeConstantMin = (60 * (highRestsF + setbackF)) / warmUpFPerH
  const minutes = (settlesF: number, belowF: number) => timeConstantMin * Math.log((settlesF + belowF) / settlesF)
  const byLow = lowRestsF > 0 ? minutes(lowRestsF, setbackF) : null
  const atOnce = minutes(highRestsF, setbackF)
  const leftF = (lowRestsF + setbackF) * Math.exp(-upstageMin / timeConstantMin) - lowRestsF
  const timed = byLow !== null && byLow <= upstageMin ? byLow : upstageMin + minutes(highRestsF, leftF)
  const lowDuty = lossBtuH / lowBtuH
  // A call lasts as long as the loss asks; what is beyond the time goes by high fire.
  const callMin = (60 / callsPerHour) * Math.min(lowDuty, 1)
  const highShare =
    lowDuty > 1 ? (lossBtuH - lowBtuH) / (highBtuH - lowBtuH) : Math.max(0, 1 - upstageMin / Math.max(callMin, 1e-9))
  const long = (min: number) => (min >= 90 ? `${(min / 60).toFixed(1)} h` : `${Math.round(min)} min`)
  return ok([
    {
      rule: 'never',
      holds: lowDuty <= 1,
      highShare: 0,
      recoveryMin: byLow === null ? null : [byLow, byLow],
      says:
        byLow === null
          ? 'Low fire does not cover the loss on such a day: the rooms never come up, and slowly cool.'
          : `The quietest and evenest, and ${long(byLow)} to come up from the setback.`,
    },
    {
      rule: 'timed',
      holds: true,
      highShare,
      recoveryMin: [timed, timed],
      says: `${upstageMin} min of low fire, then high: up in ${long(timed)}.${highShare > 0.3 ? ' On such a day it goes to high fire in most calls: louder, with warmer air.' : ''}`,
    },
    {
      rule: 'auto',
      holds: true,
      highShare: Math.min(highShare, 1),
      recoveryMin: [Math.min(atOnce, timed), Math.max(atOnce, timed)],
      says: `By its own reckoning of past calls: between ${long(Math.min(atOnce, timed))} and ${long(Math.max(atOnce, timed))}. It learns over some days; do not judge it on the first.`,
    },
  ])
}

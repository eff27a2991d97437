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
  /** What the house loses at the outdoor temperature of concern. */
  lossBtuH: number
  /** Measured on high fire, at about that loss. */
  warmUpFPerH: number
  setbackF: number
  /** Low fire before high, when it is timed. */
  upstageMin: number
  callsPerHour: number
}

/**
 * Never, timed and automatic second stage, by what each means for the rooms. The rooms' heat capacity follows from how
 * fast they warm up on high fire, C = (high − loss) / rate; then low and high fire bring them up one after the other.
 * Automatic is the maker's own reckoning: it lies between high fire at once and the timed change.
 * Source: energy balance of one node. Valid: loss about constant meanwhile.
 */
export function stagingOutcomes(of: StagingFacts): Result<StagingOutcome[]> {
  const { lowBtuH, highBtuH, lossBtuH, warmUpFPerH, setbackF, upstageMin, callsPerHour } = of
  if (!(lowBtuH > 0 && highBtuH > lowBtuH)) return refuse('low-fire-not-lower')
  if (!(warmUpFPerH > 0) || !(highBtuH > lossBtuH)) return refuse('furnace-too-small')
  const capacity = (highBtuH - lossBtuH) / warmUpFPerH
  const wanted = capacity * setbackF
  const minutes = (btuH: number, heat: number) => (60 * heat) / btuH
  const lowGain = lowBtuH - lossBtuH
  const byLow = lowGain > 0 ? minutes(lowGain, wanted) : null
  const firstHeat = (lowGain * upstageMin) / 60
  const timed = firstHeat >= wanted && byLow !== null ? byLow : upstageMin + minutes(highBtuH - lossBtuH, wanted - firstHeat)
  const atOnce = minutes(highBtuH - lossBtuH, wanted)
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

import { rootSumSquare } from '../sensing/sensors.ts'

/** How much outdoor air came in while the fan and the damper stood still: one measurement, and how sure it is. */
export interface OutdoorAir {
  outdoorCfm: number
  /** Same coverage as the uncertainties that it was made from. */
  uncertaintyCfm: number
  /** Of the supply, percent; null where the supply is not known. */
  sharePct: number | null
}

/** Temperatures that tell nothing, tell something impossible, or too little. */
export type ShareVerdict = 'ok' | 'too-close' | 'implausible' | 'too-uncertain'

export interface MixTemperatures {
  outdoorF: number
  returnF: number
  mixedF: number
  outdoorErrorF: number
  returnErrorF: number
  mixedErrorF: number
}

/** Outdoor share of the mixed air and its uncertainty, as fractions. */
export interface MixShare {
  share: number
  error: number
  /** Farther outside 0 to 1 than its own uncertainty. */
  impossible: boolean
}

/**
 * Outdoor share from three temperatures; null where indoors and outdoors are closer than `leastDifferenceF`, so that the
 * answer would be noise.
 * Source: (RAT − MAT)/(RAT − OAT), ASHRAE 111 and HVAC Applications, "Testing, Adjusting, and Balancing"; uncertainty by
 * first-order propagation of independent errors, JCGM 100 §5.1. Valid: well mixed, no heat between the three places.
 */
export function mixShare(t: MixTemperatures, leastDifferenceF: number): MixShare | null {
  const difference = t.returnF - t.outdoorF
  if (Math.abs(difference) < leastDifferenceF || difference === 0) return null
  const share = (t.returnF - t.mixedF) / difference
  const error = rootSumSquare([(1 - share) * t.returnErrorF, t.mixedErrorF, share * t.outdoorErrorF]) / Math.abs(difference)
  return { share, error, impossible: share < -error || share > 1 + error }
}

/**
 * Outdoor air by temperatures: the share times the supply. `most` is the most uncertainty of the share that still counts,
 * percent. Source and Valid: as `mixShare`; the supply's own uncertainty is independent of the temperatures'.
 */
export function outdoorByTemperatures(
  t: MixTemperatures,
  supply: { cfm: number; errorPct: number },
  rule: { leastDifferenceF: number; mostErrorPct: number },
): { verdict: ShareVerdict; sharePct: number | null; shareErrorPct: number | null; air: OutdoorAir | null } {
  const mix = mixShare(t, rule.leastDifferenceF)
  if (!mix) return { verdict: 'too-close', sharePct: null, shareErrorPct: null, air: null }
  const { share, error } = mix
  return {
    verdict: mix.impossible ? 'implausible' : 100 * error > rule.mostErrorPct ? 'too-uncertain' : 'ok',
    sharePct: 100 * share,
    shareErrorPct: 100 * error,
    air: {
      outdoorCfm: share * supply.cfm,
      uncertaintyCfm: rootSumSquare([supply.cfm * error, (share * supply.cfm * supply.errorPct) / 100]),
      sharePct: 100 * share,
    },
  }
}

/** Shares of the difference indoors to outdoors at which temperatures still tell a share to `mostErrorPct`. */
export function leastDifferenceF(
  errors: Pick<MixTemperatures, 'outdoorErrorF' | 'returnErrorF' | 'mixedErrorF'>,
  share: number,
  mostErrorPct: number,
): number {
  return (
    rootSumSquare([(1 - share) * errors.returnErrorF, errors.mixedErrorF, share * errors.outdoorErrorF]) / (mostErrorPct / 100)
  )
}

/** An airflow station in the outdoor duct: its signal, its range, and the free area behind it. */
export interface Station {
  lowV: number
  highV: number
  rangeFpm: number
  freeAreaFt2: number
  /** Its own correction against a traverse. */
  correction: number
  readingErrorPct: number
  spanErrorPct: number
}

/** How far below its live zero a signal may lie before it is a broken wire, as a share of its span. */
const UNDER_LIVE_ZERO = 0.1

/**
 * Outdoor air by a station. Null where a signal with a live zero lies so far below it that the wire or the station is dead.
 * Source: linear signal, velocity × area; uncertainty of reading and of span combined as independent. Valid: within the range.
 */
export function outdoorByStation(
  station: Station,
  volts: number,
  supplyCfm: number | null,
): (OutdoorAir & { velocityFpm: number }) | null {
  const span = station.highV - station.lowV
  if (station.lowV > 0 && volts < station.lowV - UNDER_LIVE_ZERO * span) return null
  const of = Math.min(1, Math.max(0, (volts - station.lowV) / span))
  const velocityFpm = of * station.rangeFpm * station.correction
  const outdoorCfm = velocityFpm * station.freeAreaFt2
  return {
    velocityFpm,
    outdoorCfm,
    uncertaintyCfm:
      station.freeAreaFt2 *
      rootSumSquare([
        (velocityFpm * station.readingErrorPct) / 100,
        (station.rangeFpm * station.correction * station.spanErrorPct) / 100,
      ]),
    sharePct: supplyCfm ? (100 * outdoorCfm) / supplyCfm : null,
  }
}

/**
 * Outdoor air by a traverse of the outdoor duct or opening: the mean of what is not negative (a still point counts) times
 * the area. Null without one such reading. Source: as `traverse` of the airflow stage. Valid: the area is the one traversed.
 */
export function outdoorByTraverse(
  velocitiesFpm: readonly number[],
  areaFt2: number,
  errorPct: number,
  supplyCfm: number | null,
): (OutdoorAir & { meanFpm: number; used: number }) | null {
  const used = velocitiesFpm.filter((one) => one >= 0)
  if (used.length === 0) return null
  const meanFpm = used.reduce((sum, one) => sum + one, 0) / used.length
  const outdoorCfm = meanFpm * areaFt2
  return {
    meanFpm,
    used: used.length,
    outdoorCfm,
    uncertaintyCfm: (outdoorCfm * errorPct) / 100,
    sharePct: supplyCfm ? (100 * outdoorCfm) / supplyCfm : null,
  }
}

import { mixShare } from './outdoorAir.ts'

/** What a unit shows at one moment. */
export interface EconomizerReading {
  outdoorF: number
  returnF: number
  mixedF: number
  /** Damper command, percent. */
  commandPct: number
  coolingCall: boolean
  /** A thermometer in the shade, or a station nearby; null: nobody looked. */
  nearbyF: number | null
  /** Whether a compressor runs; null: not known. */
  compressor: boolean | null
  /** Damper feedback, percent; null: none. */
  feedbackPct: number | null
  /**
   * Whether the unit's own rule lets outdoor air cool now, where it goes by more than the dry bulb; null: it cannot be told from
   * what was read. Absent: by the dry bulb and the limits below.
   */
  mayCool?: boolean | null
  /** Something else opens it, by right: many people by its CO₂. */
  opensForAir?: boolean
}

/** When a reading counts as a fault. */
export interface FaultRule {
  temperatureErrorF: number
  leastDifferenceF: number
  openAbovePct: number
  stuckClosedBelowPct: number
  stuckOpenAbovePct: number
  minPositionPct: number
  bandPct: number
  highLimitF: number
  /** Null: it never locks out for cold. */
  lockoutBelowF: number | null
}

/** Our choice of figures; the unit's own limits go over them. */
export const USUAL_FAULT_RULE: FaultRule = {
  temperatureErrorF: 2,
  leastDifferenceF: 8,
  openAbovePct: 90,
  stuckClosedBelowPct: 40,
  stuckOpenAbovePct: 60,
  minPositionPct: 15,
  bandPct: 5,
  highLimitF: 70,
  lockoutBelowF: null,
}

export const ECONOMIZER_FAULTS = [
  'compressor-at-minimum',
  'economizing-wrongly',
  'feedback-disagrees',
  'feedback-reversed',
  'mixed-outside-range',
  'not-economizing',
  'outdoor-and-return-swapped',
  'outdoor-sensor-off',
  'stuck-closed',
  'stuck-open',
] as const
export type EconomizerFault = (typeof ECONOMIZER_FAULTS)[number]

/**
 * Faults that one moment's readings show, by name. A fault is named only where the readings are clear of their own error.
 * Source: air-handler performance rules (House, Vaezi-Nejad and Whitcomb, ASHRAE Transactions 2001), ASHRAE Guideline 36,
 * simplified. Valid: a steady state, a few minutes after the damper moved.
 */
export function economizerFaults(r: EconomizerReading, rule: FaultRule): { faults: EconomizerFault[]; sharePct: number | null } {
  const e = rule.temperatureErrorF
  const faults: EconomizerFault[] = []
  const difference = Math.abs(r.returnF - r.outdoorF)
  if (r.mixedF < Math.min(r.outdoorF, r.returnF) - e || r.mixedF > Math.max(r.outdoorF, r.returnF) + e)
    faults.push('mixed-outside-range')
  const isMinimum = r.commandPct <= rule.minPositionPct + rule.bandPct
  const mix = mixShare(
    { outdoorF: r.outdoorF, returnF: r.returnF, mixedF: r.mixedF, outdoorErrorF: e, returnErrorF: e, mixedErrorF: e },
    rule.leastDifferenceF,
  )
  const sharePct = mix ? 100 * mix.share : null
  if (sharePct !== null && Math.abs(sharePct - 50) <= 50 + (100 * e) / difference) {
    if (r.commandPct >= rule.openAbovePct && sharePct < rule.stuckClosedBelowPct) faults.push('stuck-closed')
    if (isMinimum && sharePct > rule.stuckOpenAbovePct) faults.push('stuck-open')
  }
  if (r.nearbyF !== null) {
    const isSwapped =
      difference >= rule.leastDifferenceF &&
      Math.abs(r.returnF - r.nearbyF) <= e &&
      Math.abs(r.outdoorF - r.nearbyF) > rule.leastDifferenceF - e
    if (isSwapped) faults.push('outdoor-and-return-swapped')
    else if (Math.abs(r.outdoorF - r.nearbyF) > 2 * e) faults.push('outdoor-sensor-off')
  }
  // Clear of every limit by more than the sensors may be off.
  const clear =
    Math.abs(r.outdoorF - rule.highLimitF) > e &&
    (rule.lockoutBelowF === null || Math.abs(r.outdoorF - rule.lockoutBelowF) > e) &&
    Math.abs(r.outdoorF - r.returnF) > e
  const byDryBulb =
    (rule.lockoutBelowF === null || r.outdoorF >= rule.lockoutBelowF) && r.outdoorF <= rule.highLimitF && r.outdoorF < r.returnF
  const isGood = r.mayCool === undefined ? (clear ? byDryBulb : null) : r.mayCool
  if (isGood === true && r.coolingCall && isMinimum) {
    faults.push('not-economizing')
    if (r.compressor) faults.push('compressor-at-minimum')
  }
  if (isGood === false && !isMinimum && !r.opensForAir) faults.push('economizing-wrongly')
  if (r.feedbackPct !== null && Math.abs(r.feedbackPct - r.commandPct) > 2 * rule.bandPct)
    faults.push(
      // In the middle of the stroke both directions read alike.
      Math.abs(r.commandPct - 50) > rule.bandPct && Math.abs(100 - r.feedbackPct - r.commandPct) <= 2 * rule.bandPct
        ? 'feedback-reversed'
        : 'feedback-disagrees',
    )
  return { faults: faults.sort(), sharePct }
}

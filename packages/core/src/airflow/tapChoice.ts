import { type BlowerTable, type OperatingPoint, tapOnDuct } from './blowerTable.ts'

/** What can rule a tap out. */
export type Constraint = 'floor' | 'noise' | 'static' | 'rise-low' | 'rise-high' | 'off-table'

export interface TapLimits {
  /** Least flow: the heater kit's, or whatever else needs air. */
  floorCfm?: number | null
  /** Most flow: where a grille gets too loud. */
  ceilingCfm?: number | null
  /** The cabinet's rated external static. */
  maxStaticInWc?: number | null
  /** Furnace: heat and its temperature-rise window; a rise on the limit is within. */
  rise?: { heatBtuH: number; sensibleFactor: number; minF: number; maxF: number } | null
}

export interface TapOutcome {
  tap: number
  /** Null when the tap does not meet the duct inside the table. */
  point: OperatingPoint | null
  riseF: number | null
  breaks: Constraint[]
}

export interface TapChoice {
  outcomes: TapOutcome[]
  /** The allowed tap nearest the target; the lower one on a tie. Null when none is allowed. */
  best: TapOutcome | null
  /** The next nearest allowed tap. */
  runnerUp: TapOutcome | null
  /** The tap nearest the target whatever it breaks: what one would take if nothing stood in the way. */
  wished: TapOutcome | null
  /** What keeps the wished tap from being taken; null when it is the best one. */
  binding: Constraint | null
}

/**
 * Solves every tap against the measured duct and picks the allowed one nearest the target.
 * Source: operating point = fan curve ∩ duct curve; limits as given. Valid: coefficient > 0. Under 1 ms for 100 taps.
 */
export function chooseTap(
  table: BlowerTable,
  coefficient: number,
  targetCfm: number,
  limits: TapLimits = {},
  adjustPct = 0,
): TapChoice {
  const outcomes: TapOutcome[] = []
  for (let tap = 0; tap < table.taps.length; tap += 1) outcomes.push(outcomeOf(table, tap, coefficient, limits, adjustPct))
  const off = (outcome: TapOutcome) => Math.abs((outcome.point?.flowCfm ?? Number.POSITIVE_INFINITY) - targetCfm)
  const ranked = outcomes.filter((outcome) => outcome.point !== null).sort((a, b) => off(a) - off(b) || a.tap - b.tap)
  const allowed = ranked.filter((outcome) => outcome.breaks.length === 0)
  const wished = ranked[0] ?? null
  const best = allowed[0] ?? null
  return {
    outcomes,
    best,
    runnerUp: allowed[1] ?? null,
    wished,
    binding: wished && wished !== best ? (wished.breaks[0] ?? null) : null,
  }
}

function outcomeOf(table: BlowerTable, tap: number, coefficient: number, limits: TapLimits, adjustPct: number): TapOutcome {
  const point = tapOnDuct(table, tap, coefficient, adjustPct)
  if (!point) return { tap, point, riseF: null, breaks: ['off-table'] }
  const breaks: Constraint[] = []
  if (limits.maxStaticInWc != null && point.staticInWc > limits.maxStaticInWc) breaks.push('static')
  if (limits.floorCfm != null && point.flowCfm < limits.floorCfm) breaks.push('floor')
  if (limits.ceilingCfm != null && point.flowCfm > limits.ceilingCfm) breaks.push('noise')
  if (!limits.rise) return { tap, point, riseF: null, breaks }
  const { heatBtuH, sensibleFactor, minF, maxF } = limits.rise
  const riseF = heatBtuH / (sensibleFactor * point.flowCfm)
  if (riseF < minF) breaks.push('rise-low')
  if (riseF > maxF) breaks.push('rise-high')
  return { tap, point, riseF, breaks }
}

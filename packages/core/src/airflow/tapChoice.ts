import { type BlowerTable, type OperatingPoint, tapOnDuct } from './blowerTable.ts'

/** What can rule a tap out. */
export type Constraint =
  | 'floor'
  | 'noise'
  | 'static'
  | 'rise-low'
  | 'rise-high'
  | 'aim-low'
  | 'aim-high'
  | 'adjust-of-heat'
  | 'off-table'

export interface TapLimits {
  /** Least flow: the heater kit's, or whatever else needs air. */
  floorCfm?: number | null
  /** Most flow: where a grille gets too loud. */
  ceilingCfm?: number | null
  /** The cabinet's rated external static. */
  maxStaticInWc?: number | null
  /** The aim's own band is a limit too, by `bandThatHolds`. Absent: only how near a tap comes counts. */
  keepsBand?: boolean
  /** Furnace: heat and its temperature-rise window; a rise on the limit is within. */
  rise?: { heatBtuH: number; sensibleFactor: number; minF: number; maxF: number } | null
  /** What the taps of heating have to bring: the adjust moves those too. A most of null: no most. */
  heatFlows?: readonly { leastCfm: number; mostCfm: number | null }[]
}

/** A tap with the adjust that moves all taps by a share, percent. */
export interface TapSet {
  tap: number
  adjustPct: number
}

export interface TapOutcome extends TapSet {
  /** Null when the tap does not meet the duct inside the table. */
  point: OperatingPoint | null
  riseF: number | null
  breaks: Constraint[]
}

export interface TapChoice {
  /** Every tap with every adjust, by tap, adjusts in the order given. */
  outcomes: TapOutcome[]
  /** The allowed one nearest the target; the lower tap on a tie. Null when none is allowed. */
  best: TapOutcome | null
  /** The next nearest allowed tap. */
  runnerUp: TapOutcome | null
  /** The tap nearest the target whatever it breaks: what one would take if nothing stood in the way. */
  wished: TapOutcome | null
  /** What keeps the wished tap from being taken; null when it is the best one. */
  binding: Constraint | null
}

/**
 * Solves every tap, with every adjust, against the measured duct and picks the allowed one nearest the target. An adjust is
 * one more thing to set, so a tap that by itself comes inside the band goes first.
 * Source: operating point = fan curve ∩ duct curve; limits as given. Valid: coefficient > 0, target > 0. Under 1 ms for
 * 100 of them.
 */
export function chooseTap(
  table: BlowerTable,
  coefficient: number,
  targetCfm: number,
  limits: TapLimits = {},
  adjustsPct: readonly number[] = [0],
  bandPct = 0,
): TapChoice {
  const outcomes: TapOutcome[] = []
  for (let tap = 0; tap < table.taps.length; tap += 1)
    for (const adjustPct of adjustsPct) outcomes.push(outcomeOf(table, tap, coefficient, limits, adjustPct))
  if (limits.keepsBand) {
    const flows = outcomes.flatMap(({ point }) => (point ? [point.flowCfm] : []))
    const band = bandThatHolds(targetCfm, bandPct, flows, limits.floorCfm ?? null)
    for (const { point, breaks } of outcomes) {
      if (point && point.flowCfm < band.lowCfm - 1e-9) breaks.push('aim-low')
      if (point && point.flowCfm > band.highCfm + 1e-9) breaks.push('aim-high')
    }
  }
  const serving = servingHeat(outcomes, adjustsPct, limits.heatFlows ?? [])
  for (const one of outcomes) if (one.point && !serving.includes(one.adjustPct)) one.breaks.push('adjust-of-heat')
  return chosenFrom(outcomes, targetCfm, bandPct)
}

/**
 * The adjusts with which heating gets what it needs: those that keep rated static and grilles too, else those that do not,
 * since the least air of heat goes before comfort. Where none serves it, heat does not tell one adjust from another: all.
 */
function servingHeat(
  outcomes: readonly TapOutcome[],
  adjustsPct: readonly number[],
  heatFlows: NonNullable<TapLimits['heatFlows']>,
): readonly number[] {
  const servingWith = (keepsComfort: boolean) => adjustsPct.filter((pct) => servesHeat(outcomes, pct, heatFlows, keepsComfort))
  const [kept, lax] = [servingWith(true), servingWith(false)]
  return kept.length > 0 ? kept : lax.length > 0 ? lax : adjustsPct
}

/** Every flow that heating asks for is there on some tap with this adjust. */
const servesHeat = (
  outcomes: readonly TapOutcome[],
  adjustPct: number,
  heatFlows: NonNullable<TapLimits['heatFlows']>,
  keepsComfort: boolean,
): boolean =>
  heatFlows.every(({ leastCfm, mostCfm }) =>
    outcomes.some(
      (one) =>
        one.adjustPct === adjustPct &&
        one.point !== null &&
        one.point.flowCfm >= leastCfm &&
        one.point.flowCfm <= (mostCfm ?? Number.POSITIVE_INFINITY) &&
        !(keepsComfort && (one.breaks.includes('static') || one.breaks.includes('noise'))),
    ),
  )

/** How far from the aim the tap next to it may lie where no tap of the table comes inside the band. A house figure. */
const COARSE_STEP = 0.12

/**
 * The flows that may be aimed at: the band of the rule round the aim. A coil with less air than its lower end may ice, one
 * with more throws its water off, so nothing outside of it is aimed at because another limit is in the way. Where the
 * table's steps are wider than the band, the taps on both sides of it count, up to a step; where the least flow of a heater
 * lies above it, that goes first and carries the band with it. Source: our own rule. Valid: aim > 0.
 */
export function bandThatHolds(
  aimCfm: number,
  bandPct: number,
  flowsCfm: readonly number[],
  floorCfm: number | null,
): { lowCfm: number; highCfm: number } {
  const band = bandPct / 100
  const lowCfm = aimCfm * (1 - band)
  const highCfm = Math.max(
    aimCfm * (1 + band),
    floorCfm !== null && floorCfm > aimCfm * (1 + band) ? floorCfm * (1 + COARSE_STEP) : 0,
  )
  if (flowsCfm.some((flow) => flow >= lowCfm && flow <= highCfm)) return { lowCfm, highCfm }
  const below = Math.max(...flowsCfm.filter((flow) => flow < lowCfm && flow >= aimCfm * (1 - COARSE_STEP)))
  const above = Math.min(...flowsCfm.filter((flow) => flow > highCfm && flow <= aimCfm * (1 + COARSE_STEP)))
  return { lowCfm: Number.isFinite(below) ? below : lowCfm, highCfm: Number.isFinite(above) ? above : highCfm }
}

/** The choice among outcomes that were worked out. */
export function chosenFrom(outcomes: TapOutcome[], targetCfm: number, bandPct = 0): TapChoice {
  const band = bandPct / 100
  const off = ({ point, adjustPct }: TapOutcome) => {
    const share = Math.abs((point?.flowCfm ?? Number.POSITIVE_INFINITY) / targetCfm - 1)
    // Whatever needs an adjust, or stands outside the band, comes after every tap that by itself is inside it.
    return adjustPct === 0 && share <= band ? share : share + band
  }
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

/** What a tap with an adjust comes to; undefined for one that was not looked at. */
export const outcomeAt = (choice: TapChoice | null, set: { tap: number | null; adjustPct: number }): TapOutcome | undefined =>
  choice?.outcomes.find((one) => isSameSet(one, set))

export const isSameSet = (a: { tap: number | null; adjustPct: number }, b: { tap: number | null; adjustPct: number }): boolean =>
  a.tap === b.tap && Math.abs(a.adjustPct - b.adjustPct) < 1e-9

function outcomeOf(table: BlowerTable, tap: number, coefficient: number, limits: TapLimits, adjustPct: number): TapOutcome {
  const point = tapOnDuct(table, tap, coefficient, adjustPct)
  if (!point) return { tap, adjustPct, point, riseF: null, breaks: ['off-table'] }
  const breaks: Constraint[] = []
  if (limits.maxStaticInWc != null && point.staticInWc > limits.maxStaticInWc) breaks.push('static')
  if (limits.floorCfm != null && point.flowCfm < limits.floorCfm) breaks.push('floor')
  if (limits.ceilingCfm != null && point.flowCfm > limits.ceilingCfm) breaks.push('noise')
  if (!limits.rise) return { tap, adjustPct, point, riseF: null, breaks }
  const { heatBtuH, sensibleFactor, minF, maxF } = limits.rise
  const riseF = heatBtuH / (sensibleFactor * point.flowCfm)
  if (riseF < minF) breaks.push('rise-low')
  if (riseF > maxF) breaks.push('rise-high')
  return { tap, adjustPct, point, riseF, breaks }
}

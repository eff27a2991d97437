import { type BlowerTable, printedPowerW, tapOnDuct } from './blowerTable.ts'
import { blowerPowerW } from './heldMotor.ts'
import type { WalkPart, WalkStep } from './staticWalk.ts'

/**
 * What a part may take of the static that the cabinet is rated for, at the aimed flow, in a duct of good make: all of them
 * together with a wet coil outside the cabinet make nine tenths, so that the cabinet is within its rating. Shares as in
 * ACCA Manual D's worksheet, where what the parts take comes off the rated static and the rest is the duct's; practice,
 * not a standard. A rated figure of the part itself goes first.
 */
const TYPICAL_SHARE: Record<Exclude<WalkPart, 'cabinet'>, { dry: number; wet: number }> = {
  'return-grille': { dry: 0.06, wet: 0.06 },
  filter: { dry: 0.18, wet: 0.18 },
  'return-drop': { dry: 0.1, wet: 0.1 },
  coil: { dry: 0.22, wet: 0.28 },
  'supply-trunk': { dry: 0.12, wet: 0.12 },
  branches: { dry: 0.16, wet: 0.16 },
}
/** Where nobody knows what the cabinet is rated for, in.wc. Usual for house equipment. */
export const USUAL_RATED_STATIC_IN_WC = 0.5

export interface PartBudget {
  parts: WalkPart[]
  dropInWc: number
  /** Typical of those parts together, scaled to the flow that was measured. */
  typicalInWc: number
  /** Rated drop of the part at this flow, where one is known. */
  ratedInWc: number | null
  /** Over what it should take, by more than probes repeat. */
  over: boolean
}

/**
 * Each stretch of the walk against what it should take at this flow: the rated drop where known, else typical.
 * Source: drop ∝ flow² on one part; typical figures as above.
 * @param aimCfm the flow at which typical figures hold
 * @param ratedStaticInWc of the cabinet; null: not known
 */
export function partBudget(
  steps: readonly WalkStep[],
  flowCfm: number,
  aimCfm: number,
  ratedStaticInWc: number | null,
  wet: boolean,
  rated: Partial<Record<WalkPart, { dropInWc: number; atFlowCfm: number }>> = {},
): PartBudget[] {
  const scale = (ratedStaticInWc ?? USUAL_RATED_STATIC_IN_WC) * (flowCfm / aimCfm) ** 2
  return steps
    .filter((step) => !step.parts.includes('cabinet'))
    .map(({ parts, dropInWc }) => {
      const typicalInWc =
        scale * parts.reduce((sum, part) => sum + (part === 'cabinet' ? 0 : TYPICAL_SHARE[part][wet ? 'wet' : 'dry']), 0)
      const [only] = parts
      const print = parts.length === 1 && only ? rated[only] : undefined
      const ratedInWc = print ? print.dropInWc * (flowCfm / print.atFlowCfm) ** 2 : null
      return { parts, dropInWc, typicalInWc, ratedInWc, over: dropInWc > (ratedInWc ?? typicalInWc) + 0.02 }
    })
}

/** Face speed of a filter, fpm, by its printed size. Source: continuity. Valid: area > 0. */
export const filterFaceFpm = (flowCfm: number, widthIn: number, heightIn: number): number =>
  (flowCfm * 144) / (widthIn * heightIn)
/** Above this a pleated filter of an inch takes more than it should. Practice; the filter's own print goes first. */
export const FILTER_FACE_FPM = 350

export interface Remedy {
  kind: 'clean-filter' | 'larger-filter' | 'return-grille' | 'return-drop' | 'open-dampers' | 'clean-coil'
  does: string
  /** What it takes off the duct, in.wc/cfm². */
  offCoefficient: number
  /** With the remedy, on the same tap; null outside the table. */
  flowCfm: number | null
  staticInWc: number | null
  gainCfm: number | null
  powerW: number | null
  /** The maker's table says it; else it is worked out with a usual efficiency. */
  powerPrinted: boolean
}

/** How much of a part each remedy leaves. Source: drop ∝ 1/area² of an opening; a coil and a damper by practice. */
const LEAVES = {
  'larger-filter': 0.44,
  'return-grille': 0.25,
  'return-drop': 0.4,
  'open-dampers': 0.6,
  'clean-coil': 0.7,
} as const

/**
 * What each remedy at hand would bring on this tap, the best first: the part's share of the duct scaled down, and the
 * blower met with what is left.
 * Sources: parts in one path add up; p = c·Q²; operating point = fan curve ∩ duct curve.
 * @param coefficients of each part alone, in.wc/cfm²
 * @param cleanFilterCoefficient what a clean filter of the same size takes; null: not known
 */
export function remedies(of: {
  table: BlowerTable
  tap: number
  adjustPct: number
  ductCoefficient: number
  coefficients: Partial<Record<WalkPart, number>>
  cleanFilterCoefficient: number | null
}): Remedy[] {
  const { table, tap, adjustPct, ductCoefficient, coefficients, cleanFilterCoefficient } = of
  const now = tapOnDuct(table, tap, ductCoefficient, adjustPct)
  const filter = coefficients.filter
  const cleaned = filter === undefined || cleanFilterCoefficient === null ? null : Math.min(filter, cleanFilterCoefficient)
  const offers: [Remedy['kind'], string, number][] = []
  if (filter !== undefined && cleaned !== null && filter - cleaned > 0)
    offers.push(['clean-filter', 'A clean filter', filter - cleaned])
  if (filter !== undefined)
    offers.push([
      'larger-filter',
      'A clean filter with half as much face again',
      filter - (cleaned ?? filter) * LEAVES['larger-filter'],
    ])
  const parts: [Exclude<Remedy['kind'], 'clean-filter' | 'larger-filter'>, WalkPart, string][] = [
    ['return-grille', 'return-grille', 'A return grille of twice the free area'],
    ['return-drop', 'return-drop', 'A return drop with wider elbows'],
    ['clean-coil', 'coil', 'The coil cleaned'],
    ['open-dampers', 'branches', 'Every branch damper and grille opened'],
  ]
  for (const [kind, part, does] of parts) {
    const own = coefficients[part]
    if (own !== undefined && own > 0) offers.push([kind, does, own * (1 - LEAVES[kind])])
  }
  return offers
    .map(([kind, does, offCoefficient]): Remedy => {
      const point = tapOnDuct(table, tap, Math.max(ductCoefficient - offCoefficient, 1e-12), adjustPct)
      const printed = point ? printedPowerW(table, tap, point.staticInWc, adjustPct) : null
      return {
        kind,
        does,
        offCoefficient,
        flowCfm: point?.flowCfm ?? null,
        staticInWc: point?.staticInWc ?? null,
        gainCfm: point && now ? point.flowCfm - now.flowCfm : null,
        powerW: point ? (printed ?? blowerPowerW(point.flowCfm, point.staticInWc)) : null,
        powerPrinted: printed !== null,
      }
    })
    .sort((a, b) => (b.gainCfm ?? 0) - (a.gainCfm ?? 0) || b.offCoefficient - a.offCoefficient)
}

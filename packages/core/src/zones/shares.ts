import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

/** What a zone's share may go by. */
export interface ZoneOutlets {
  outlets: number
  loadBtuH: number
  designCfm: number
  /** Always open: a hall, a bath. */
  common: boolean
}
const SHARE_METHODS = ['outlets', 'load', 'design'] as const
export type ShareMethod = (typeof SHARE_METHODS)[number]

const weightOf = (zone: ZoneOutlets, by: ShareMethod): number =>
  by === 'outlets' ? zone.outlets : by === 'load' ? zone.loadBtuH : zone.designCfm

/**
 * Flow of each zone as its share of the total: weight over the sum of open weights. Outlets that are always open count
 * whatever the mask says.
 * @param open zone 1 is bit 0
 * @param leakFrac what a closed damper still lets through, of its weight
 */
export function zoneShares(
  zones: readonly ZoneOutlets[],
  by: ShareMethod,
  totalCfm: number,
  open: number,
  leakFrac = 0,
): Result<number[]> {
  const weights = zones.map((zone, i) => {
    const weight = weightOf(zone, by)
    return zone.common || open & (1 << i) ? weight : weight * leakFrac
  })
  const bad = weights.findIndex((one) => !Number.isFinite(one) || one < 0)
  if (bad >= 0) return refuse('zone-without-share', { zone: bad + 1, measure: by === 'outlets' ? 'outlets' : by })
  const sum = weights.reduce((a, b) => a + b, 0)
  // Everything shut, or nothing asked where it is open: no air goes anywhere, which is an answer.
  if (sum <= 0) return ok(weights.map(() => 0))
  return ok(weights.map((weight) => (totalCfm * weight) / sum))
}

/** Combinations whose open design flow, always-open outlets included, is less than the least that the unit needs. */
export function shortCombinations(zones: readonly ZoneOutlets[], leastCfm: number): number[] {
  const out: number[] = []
  for (let mask = 0; mask < 2 ** zones.length; mask += 1) if (openDesignCfm(zones, mask) < leastCfm) out.push(mask)
  return out
}

/** What is opened beside a combination until enough is open; `order` are zone numbers from 1. */
export function openedUntilEnough(
  zones: readonly ZoneOutlets[],
  leastCfm: number,
  order: readonly number[],
  mask: number,
): number {
  let open = mask
  for (const zone of order) {
    if (openDesignCfm(zones, open) >= leastCfm) break
    open |= 1 << (zone - 1)
  }
  return open
}

const openDesignCfm = (zones: readonly ZoneOutlets[], mask: number): number =>
  zones.reduce((sum, zone, i) => (zone.common || mask & (1 << i) ? sum + zone.designCfm : sum), 0)

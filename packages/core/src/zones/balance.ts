import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

/** An outlet with a hand damper. */
export interface BalanceOutlet {
  id: string
  name: string
  designCfm: number
  /** The last reading; null: not read yet. */
  flowCfm: number | null
}

export interface BalanceStep {
  /** Measured over design, by outlet, in the order given. */
  ratios: number[]
  /** Total measured over total design: what every ratio becomes once all are balanced, at the same total. */
  evenRatio: number
  /** Furthest from the even ratio, as a share of it. */
  spread: number
  /** The outlet that has the least for its design: its damper stays fully open. */
  keyId: string
  /** The damper to touch next; null: all stand within the band. */
  next: {
    id: string
    fromCfm: number
    /** Turn until it reads this. */
    toCfm: number
    /** What it should let through, of what it lets through now. */
    passShare: number
    /** What the key outlet should read then. */
    keyCfm: number
  } | null
}

export interface OutletReading {
  outletId: string
  flowCfm: number
  /** Fully open 100; null: not noted. */
  damperPct: number | null
  /** Its damper was moved since it was read last. */
  moved?: boolean
}

export interface OutletFlow {
  flowCfm: number
  /** Not read since a damper moved elsewhere: worked out from the readings of before. */
  isForetold: boolean
}

/**
 * What each outlet lets through now. A damper was moved where the reading says so, or stands at another position than
 * before: everything that was read earlier at other outlets is foretold from then on until it is read again, at the same
 * total, since all outlets hang on one plenum. Source: as `balanceStep`.
 * @param readings of the outlets in question only, in the order in which they were taken
 */
export function outletFlows(readings: readonly OutletReading[]): Map<string, OutletFlow> {
  const now = new Map<string, OutletFlow>()
  const dampers = new Map<string, number | null>()
  for (const { outletId, flowCfm, damperPct, moved } of readings) {
    const before = now.get(outletId)
    const stands = damperPct !== null && damperPct !== (dampers.get(outletId) ?? null)
    const hasMoved = before !== undefined && (moved === true || stands)
    if (hasMoved) {
      let others = 0
      for (const [id, one] of now) if (id !== outletId) others += one.flowCfm
      const grows = others > 0 ? (others + before.flowCfm - flowCfm) / others : 1
      for (const [id, one] of now)
        if (id !== outletId) now.set(id, { flowCfm: Math.max(0, one.flowCfm * grows), isForetold: true })
    }
    now.set(outletId, { flowCfm, isForetold: false })
    if (damperPct !== null) dampers.set(outletId, damperPct)
  }
  return now
}

/** Outlets within this of the even ratio are balanced. Source: usual tolerance of ±10 % at outlets (ASHRAE Standard 111). */
export const BALANCE_BAND = 0.1

/**
 * Proportional balance: the outlet with the least for its design is left open, and the others are brought down to its
 * ratio, the one with the most first. A damper closed to the share f = r_key / r of what it lets through stands at the
 * key's ratio, whatever the static becomes, since all outlets hang on one plenum; what it reads just then follows from
 * the same total going through what is still open.
 * Source: proportional method, ASHRAE Standard 111; parallel branches p = R·Q². Valid: total flow held meanwhile.
 */
export function balanceStep(outlets: readonly BalanceOutlet[]): Result<BalanceStep> {
  if (outlets.length < 2) return refuse('one-outlet')
  const undesigned = outlets.find((one) => !(one.designCfm > 0))
  if (undesigned) return refuse('outlet-without-wanted-flow', { name: undesigned.name })
  const unread = outlets.find((one) => one.flowCfm === null)
  if (unread) return refuse('outlet-unread', { name: unread.name })
  const dead = outlets.find((one) => !((one.flowCfm as number) > 0))
  if (dead) return refuse('outlet-without-air', { name: dead.name })
  const flows = outlets.map((one) => one.flowCfm as number)
  const ratios = outlets.map((one, i) => (flows[i] as number) / one.designCfm)
  const total = flows.reduce((a, b) => a + b, 0)
  const evenRatio = total / outlets.reduce((sum, one) => sum + one.designCfm, 0)
  const off = ratios.map((ratio) => ratio / evenRatio - 1)
  const spread = Math.max(...off.map(Math.abs))
  const key = ratios.indexOf(Math.min(...ratios))
  const high = ratios.indexOf(Math.max(...ratios))
  const keyOutlet = outlets[key] as BalanceOutlet
  const highOutlet = outlets[high] as BalanceOutlet
  if (spread <= BALANCE_BAND) return ok({ ratios, evenRatio, spread, keyId: keyOutlet.id, next: null })
  const fromCfm = flows[high] as number
  const passShare = (ratios[key] as number) / (ratios[high] as number)
  // The same total through less: every other flow grows by this.
  const grows = total / (total - fromCfm * (1 - passShare))
  return ok({
    ratios,
    evenRatio,
    spread,
    keyId: keyOutlet.id,
    next: {
      id: highOutlet.id,
      fromCfm,
      toCfm: fromCfm * passShare * grows,
      passShare,
      keyCfm: (flows[key] as number) * grows,
    },
  })
}

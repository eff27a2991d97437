import { ok, type Result } from '../result.ts'
import { judgeZones, type ZoneCase, type ZoneJudgement } from './judge.ts'

/** What would make bad combinations good, and how many it leaves. */
export interface ZoneMend {
  kind: 'keep-open' | 'more-always-open' | 'relief' | 'lower-step' | 'closing-limit' | 'larger-outlet'
  /** Zone kept open, or with the outlet that is too small, from 0. */
  zone?: number
  /** Always-open outlets to add, as a share of what all branches let through; a share of the flow; of an open damper; of an outlet's area. */
  share?: number
  /** Static at which the relief opens. */
  staticInWc?: number
  /** A second one beside it. */
  also?: MendOnly
  badLeft: number
  worstLeft: number
}
type MendOnly = Omit<ZoneMend, 'badLeft' | 'worstLeft' | 'also'>

/** A relief opens so much over the static of all open, or it bleeds with every zone calling. A house figure. */
const ABOVE_ALL_OPEN = 1.1

const SHARES = Array.from({ length: 12 }, (_, i) => 0.05 * (i + 1))

/**
 * Tries every mend at every size on all combinations, and keeps of each kind the smallest that leaves the fewest bad
 * ones; then each beside the zone that does most by staying open. Sorted by what they leave.
 * @param progress called with the share that is done, 0 to 1; returning false stops, and what was found so far is answered
 */
export function zoneMends(base: ZoneCase, progress: (share: number) => boolean = () => true): Result<ZoneMend[]> {
  const before = judgeZones(base)
  if (!before.ok) return before
  if (before.value.bad === 0) return ok([])
  const best = new Map<string, ZoneMend>()
  const tryAll = (from: ZoneCase, first: MendOnly | null, tries: readonly MendOnly[], doneFrom: number): boolean => {
    for (const [i, mend] of tries.entries()) {
      if (!progress(doneFrom + (0.5 * i) / tries.length)) return false
      const judged = judgeZones(withMend(from, mend))
      if (!judged.ok) continue
      const [badLeft, worstLeft] = standingOf(judged.value)
      const key = `${first ? 'with ' : ''}${mend.kind}`
      const held = best.get(key)
      if (!held || badLeft < held.badLeft || (badLeft === held.badLeft && worstLeft < held.worstLeft - 1e-9))
        best.set(key, { ...(first ? { ...first, also: mend } : mend), badLeft, worstLeft })
    }
    return true
  }
  const tries = mendTries(base, allOpenInWc(base, before.value))
  const went = tryAll(base, null, tries, 0)
  const keep = best.get('keep-open')
  if (went && keep && keep.badLeft > 0) {
    const first: MendOnly = { kind: 'keep-open', zone: keep.zone as number }
    tryAll(
      withMend(base, first),
      first,
      tries.filter((one) => one.kind !== 'keep-open'),
      0.5,
    )
  }
  progress(1)
  const [bad, worst] = standingOf(before.value)
  return ok(
    [...best.values()]
      .filter((one) => one.badLeft < bad || one.worstLeft < worst - 1e-9)
      .filter((one) => !one.also || one.badLeft < (best.get(one.also.kind)?.badLeft ?? bad))
      .sort((a, b) => a.badLeft - b.badLeft || a.worstLeft - b.worstLeft),
  )
}

const standingOf = (judged: ZoneJudgement): [bad: number, worst: number] => [
  judged.bad,
  judged.order.length === 0 ? 0 : (judged.severity[judged.order[0] as number] as number),
]

/** The plenum with every zone open; a relief that opens below it would bleed all day. Not a number where it is not known. */
const allOpenInWc = ({ branches }: ZoneCase, judged: ZoneJudgement): number =>
  judged.plenumInWc[2 ** branches.length - 1] ?? Number.NaN

function mendTries(base: ZoneCase, allOpen: number): MendOnly[] {
  const { network, branches } = base
  const zones = branches.map((_, i) => i)
  const most = base.limits.maxStaticInWc ?? 0.5
  return [
    ...zones.filter((i) => !network.alwaysOpen.includes(i)).map((zone): MendOnly => ({ kind: 'keep-open', zone })),
    ...SHARES.map((share): MendOnly => ({ kind: 'more-always-open', share })),
    ...SHARES.map((share): MendOnly => ({ kind: 'closing-limit', share })),
    ...SHARES.flatMap((share) =>
      zones
        .filter((i) => branches[i]?.loudest)
        .map((zone): MendOnly => ({ kind: 'larger-outlet', zone, share: 1 + 2.5 * share })),
    ),
    ...Array.from({ length: 19 }, (_, i): MendOnly => ({ kind: 'relief', staticInWc: (most * (20 - i)) / 20 })).filter(
      ({ staticInWc = 0 }) => !(staticInWc <= allOpen * ABOVE_ALL_OPEN),
    ),
    ...Array.from({ length: 12 }, (_, i): MendOnly => ({ kind: 'lower-step', share: 0.05 * (19 - i) })),
  ]
}

/** The same case with a mend in place. */
export function withMend(base: ZoneCase, { also, ...mend }: MendOnly & { also?: MendOnly | undefined }): ZoneCase {
  if (also) return withMend(withMend(base, mend), also)
  const { network } = base
  switch (mend.kind) {
    case 'keep-open':
      return { ...base, network: { ...network, alwaysOpen: [...network.alwaysOpen, mend.zone ?? 0] } }
    case 'more-always-open': {
      const all = network.branchResistances.reduce((sum, one) => sum + 1 / Math.sqrt(one), 0)
      const pass = all * (mend.share ?? 0)
      return {
        ...base,
        network: {
          ...network,
          branchResistances: [...network.branchResistances, 1 / (pass * pass)],
          alwaysOpen: [...network.alwaysOpen, network.branchResistances.length],
        },
        branches: [...base.branches, { name: 'new outlets', designCfm: null, loudest: null }],
      }
    }
    case 'relief':
      return { ...base, network: { ...network, relief: { opensAtInWc: mend.staticInWc ?? 1 } } }
    case 'closing-limit':
      return { ...base, network: { ...network, closedShare: mend.share ?? 0 } }
    case 'larger-outlet':
      return {
        ...base,
        branches: base.branches.map((one, i) =>
          i === mend.zone && one.loudest
            ? { ...one, loudest: { ...one.loudest, fpmPerCfm: one.loudest.fpmPerCfm / (mend.share ?? 1) } }
            : one,
        ),
      }
    case 'lower-step': {
      const high = base.steps?.high ?? 1
      const share = mend.share ?? 1
      return {
        ...base,
        steps: { low: Math.min(base.steps?.low ?? 1, share), mid: Math.min(base.steps?.mid ?? 1, (share + high) / 2), high },
      }
    }
  }
}

import { BASELINE_FIGURES, type Quantity } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import { damperLineOf } from '../freshair/line.ts'
import { needOf } from '../freshair/need.ts'
import { isRoof } from '../freshair/roof.ts'

/** The figures that a customer is shown, by what they are called in the catalogue of words. */
export type BeforeAfterId = 'flow' | 'static' | 'noise' | 'split' | 'outdoor-air' | 'display' | 'current'

/** One figure as it was measured first and last on a visit. */
export interface BeforeAfter {
  id: BeforeAfterId
  quantity: Quantity
  before: number
  after: number
  /** What either may be off by; null: not known. */
  plusMinus: number | null
  /** Where it should lie; null: nothing says. */
  wanted: { low: number | null; high: number | null } | null
  /** Which grille, which fan speed. */
  about?: string
}

/** What two readings of one gauge, and of one vane at one grille, may be apart without a change. Our own choice. */
const STATIC_OFF_INWC = 0.03
const FACE_SPEED_OFF = 0.1

/** What changed for the customer, by what was measured before and after on this visit; nothing that was not. */
export function beforeAfterOf(v: VisitView): BeforeAfter[] {
  const { picture, here } = v
  const out: BeforeAfter[] = []
  const ends = <T>(all: readonly T[]): [T, T] | null => {
    const [first, last] = [all[0], all.at(-1)]
    return all.length >= 2 && first !== undefined && last !== undefined ? [first, last] : null
  }
  const flows = ends(picture.tries.flatMap((one) => (one.flow ? [one.flow] : [])))
  if (flows)
    out.push({
      id: 'flow',
      quantity: 'flow',
      before: flows[0].flowCfm,
      after: flows[1].flowCfm,
      plusMinus: Math.max(flows[0].plusMinusCfm, flows[1].plusMinusCfm),
      wanted: picture.aimLowCfm === null ? null : { low: picture.aimLowCfm, high: picture.aimHighCfm },
    })
  const statics = ends(picture.tries.flatMap((one) => (one.externalInWc === null ? [] : [one.externalInWc])))
  if (statics) {
    const rated = picture.input.blower?.ratedStaticInWc
    out.push({
      id: 'static',
      quantity: 'static',
      before: statics[0],
      after: statics[1],
      plusMinus: STATIC_OFF_INWC,
      wanted: rated == null ? null : { low: null, high: rated },
    })
  }
  // Of grilles that were read at both ends the one that was fastest: it is the one that was heard.
  const faces = picture.tries.map(
    (one) => new Map(one.input.grilles.filter((of) => of.side === 'supply').map((of) => [of.name, of.faceFpm])),
  )
  const loud = [...(faces.find((one) => one.size > 0) ?? new Map<string, number>())]
    .flatMap(([name, before]) => {
      const after = faces.findLast((one) => one.has(name))?.get(name)
      const readTwice = faces.filter((one) => one.has(name)).length > 1
      return readTwice && after !== undefined ? [{ name, before, after }] : []
    })
    .sort((a, b) => b.before - a.before)[0]
  if (loud)
    out.push({
      id: 'noise',
      quantity: 'velocity',
      before: loud.before,
      after: loud.after,
      plusMinus: FACE_SPEED_OFF * loud.before,
      wanted: { low: null, high: picture.input.rule.maxFaceFpm ?? null },
      about: loud.name,
    })
  const splits = ends(picture.tries.flatMap((one) => (one.splitF === null ? [] : [one.splitF])))
  if (splits)
    out.push({ id: 'split', quantity: 'temperatureDifference', before: splits[0], after: splits[1], plusMinus: 1, wanted: null })
  if (isRoof(v)) out.push(...outdoorAir(v))
  const pairs = ends(here.sensorPairs)
  if (pairs) {
    const off = (one: (typeof pairs)[0]) => Math.abs(one.shownF - one.referenceF)
    out.push({
      id: 'display',
      quantity: 'temperatureDifference',
      before: off(pairs[0]),
      after: off(pairs[1]),
      plusMinus: 1,
      wanted: { low: null, high: 2 },
    })
  }
  for (const mode of ['cool', 'heat'] as const) {
    const amps = ends(here.baselines.filter((one) => one.mode === mode && one.amps !== undefined))
    if (amps) {
      const [before, after] = [amps[0].amps ?? 0, amps[1].amps ?? 0]
      out.push({
        id: 'current',
        quantity: 'current',
        before,
        after,
        plusMinus: BASELINE_FIGURES.amps.plusMinus(before),
        wanted: null,
      })
    }
  }
  return out
}

/** Outdoor air at the fan speed at which it was measured first and again. */
function outdoorAir(v: VisitView): BeforeAfter[] {
  const line = damperLineOf(v)
  if (!line.ok) return []
  // The band of a figure comes from what is needed, never from what some aim would bring.
  const need = needOf(v)
  const points = line.value.points.filter((one) => one.counts && one.outdoorCfm !== null)
  const first = points[0]
  const again = points.findLast((one) => one !== first && one.state.speedPct === first?.state.speedPct)
  if (!first || !again || first.outdoorCfm === null || again.outdoorCfm === null) return []
  return [
    {
      id: 'outdoor-air',
      quantity: 'flow',
      before: first.outdoorCfm,
      after: again.outdoorCfm,
      plusMinus: Math.max(first.errorCfm ?? 0, again.errorCfm ?? 0),
      wanted: need.ok ? { low: need.value.cfm, high: need.value.mostCfm } : null,
      about: `${first.state.speedPct}%`,
    },
  ]
}

/** Whether the two ends differ by more than they may be off. */
export const isMoved = (one: BeforeAfter): boolean => one.plusMinus === null || Math.abs(one.after - one.before) > one.plusMinus

import { found } from '../findingWords.ts'
import type { Quantity } from '../quantity/units.ts'
import type { Found } from '../result.ts'
import type { BaselineFacts, BaselineMode } from './baselineFields.ts'
import { movedFrom } from './baselineModel.ts'
import { together } from './decide.ts'

interface Figure {
  says: string
  quantity?: Quantity
  unit?: string
  of: (read: BaselineFacts, mode: BaselineMode) => number | null
  /** What field instruments are off by together, 95 %. */
  plusMinus: (value: number) => number
  /** The most that a degree outdoors moves it, °F for °F, or as a share of it: beyond that it is not the weather. Our choice. */
  perF: Record<BaselineMode, number>
  share?: boolean
}

const minus = (a: number | undefined, b: number | undefined): number | null => (a === undefined || b === undefined ? null : a - b)
const TWO_THERMOMETERS_F = together([0.7, 0.7])
const GAUGE_AND_CLAMP_F = together([1.5, 1])

/** What is compared from visit to visit: differences and figures that hold whatever the room stood at. */
export const BASELINE_FIGURES = {
  split: {
    says: 'temperature split',
    quantity: 'temperatureDifference',
    of: ({ returnDbF, supplyDbF }, mode) => (mode === 'cool' ? minus(returnDbF, supplyDbF) : minus(supplyDbF, returnDbF)),
    plusMinus: () => TWO_THERMOMETERS_F,
    perF: { cool: 0.05, heat: 0.3 },
  },
  static: {
    says: 'external static',
    quantity: 'static',
    of: ({ supplyInWc, returnInWc }) => minus(supplyInWc, returnInWc),
    plusMinus: (value) => Math.max(0.02, 0.04 * value),
    perF: { cool: 0, heat: 0 },
  },
  flow: {
    says: 'airflow',
    quantity: 'flow',
    of: ({ flowCfm }) => flowCfm ?? null,
    plusMinus: (value) => 0.07 * value,
    perF: { cool: 0, heat: 0 },
  },
  amps: {
    says: 'amps',
    quantity: 'current',
    of: ({ amps }) => amps ?? null,
    plusMinus: (value) => 0.03 * value,
    perF: { cool: 0.012, heat: 0.008 },
    share: true,
  },
  superheat: {
    says: 'superheat',
    quantity: 'temperatureDifference',
    of: ({ suctionLineF, suctionSatF }) => minus(suctionLineF, suctionSatF),
    plusMinus: () => GAUGE_AND_CLAMP_F,
    perF: { cool: 0.5, heat: 0.2 },
  },
  subcooling: {
    says: 'subcooling',
    quantity: 'temperatureDifference',
    of: ({ liquidSatF, liquidLineF }) => minus(liquidSatF, liquidLineF),
    plusMinus: () => GAUGE_AND_CLAMP_F,
    perF: { cool: 0.1, heat: 0.1 },
  },
  drive: {
    says: 'drive frequency',
    unit: 'Hz',
    of: ({ driveHz }) => driveHz ?? null,
    plusMinus: () => 0.5,
    perF: { cool: 0, heat: 0 },
  },
} as const satisfies Record<string, Figure>
export type BaselineFigure = keyof typeof BASELINE_FIGURES
const figureOf = (id: BaselineFigure): Figure => BASELINE_FIGURES[id]

export interface FigureMoved {
  figure: BaselineFigure
  verdict: 'moved' | 'not-moved' | 'cannot-tell'
  now: number
  /** What it would be in today's weather, had nothing changed. */
  predicted: number
  /** By how much it may be off that without having moved. */
  allowed: number
  change: number
  /** By a line through the earlier readings, or by what weather can do at most. */
  by: 'line' | 'bounds'
  readings: number
}

/**
 * What has moved since the baseline. With three and more earlier readings in different weather: the line through them and
 * its prediction interval, widened by what instruments are off. With fewer: what instruments are off on both days, and the
 * most that the difference in the weather can do; what that could hide cannot be told. Source: ASHRAE Guideline 14 for
 * the line, JCGM 100 for the sum, the bounds on weather are our own.
 */
export function figuresMoved(
  mode: BaselineMode,
  earlier: readonly BaselineFacts[],
  now: readonly BaselineFacts[],
): FigureMoved[] {
  return (Object.keys(BASELINE_FIGURES) as BaselineFigure[]).flatMap((id) => {
    const figure = figureOf(id)
    const read = (all: readonly BaselineFacts[]) =>
      all.flatMap((one) => {
        const y = figure.of(one, mode)
        return y === null ? [] : [{ y, outdoorF: one.outdoorF ?? null }]
      })
    const [then, today] = [read(earlier), read(now)]
    if (then.length === 0 || today.length === 0) return []
    return [byLine(id, figure, then, today) ?? byBounds(id, figure, mode, then, today)]
  })
}

interface Seen {
  y: number
  outdoorF: number | null
}
const mean = (of: readonly number[]) => of.reduce((sum, one) => sum + one, 0) / of.length

function byLine(id: BaselineFigure, figure: Figure, then: readonly Seen[], today: readonly Seen[]): FigureMoved | null {
  const inWeather = (all: readonly Seen[]) => all.flatMap(({ y, outdoorF }) => (outdoorF === null ? [] : [{ y, x: [outdoorF] }]))
  const [before, after] = [inWeather(then), inWeather(today)]
  if (after.length !== today.length) return null
  const moved = movedFrom(before, after)
  if (!moved || moved.verdict === 'out-of-range') return null
  const now = mean(after.map((one) => one.y))
  const allowed = together([moved.halfWidth, figure.plusMinus(now)])
  return {
    figure: id,
    verdict: Math.abs(moved.change) > allowed ? 'moved' : 'not-moved',
    now,
    predicted: moved.predicted,
    allowed,
    change: moved.change,
    by: 'line',
    readings: before.length,
  }
}

function byBounds(
  id: BaselineFigure,
  figure: Figure,
  mode: BaselineMode,
  then: readonly Seen[],
  today: readonly Seen[],
): FigureMoved {
  const [predicted, now] = [mean(then.map((one) => one.y)), mean(today.map((one) => one.y))]
  const slope = figure.perF[mode] * (figure.share ? Math.abs(predicted) : 1)
  const outdoors = (all: readonly Seen[]) => {
    const known = all.flatMap((one) => (one.outdoorF === null ? [] : [one.outdoorF]))
    return known.length === all.length ? mean(known) : null
  }
  const [x0, x1] = [outdoors(then), outdoors(today)]
  const apart = x0 === null || x1 === null ? Number.POSITIVE_INFINITY : Math.abs(x1 - x0)
  const noise = together([figure.plusMinus(predicted), figure.plusMinus(now)])
  const weather = slope === 0 ? 0 : slope * apart
  const change = now - predicted
  const verdict = Math.abs(change) > noise + weather ? 'moved' : weather > noise ? 'cannot-tell' : 'not-moved'
  return { figure: id, verdict, now, predicted, allowed: noise + weather, change, by: 'bounds', readings: then.length }
}

/** What figures that moved point to, the likeliest first. Refrigerant stays with licensed hands. Source: any charging text. */
export function movedPointsTo(mode: BaselineMode, moved: readonly FigureMoved[]): Found[] {
  const way = (id: BaselineFigure): -1 | 0 | 1 => {
    const one = moved.find((other) => other.figure === id && other.verdict === 'moved')
    return one ? (one.change > 0 ? 1 : -1) : 0
  }
  const out: Found[] = []
  const [split, flow, pressure, amps, superheat, subcooling] = [
    way('split'),
    way('flow'),
    way('static'),
    way('amps'),
    way('superheat'),
    way('subcooling'),
  ]
  if (superheat > 0 && subcooling < 0) out.push(found('moved-short'))
  else if (superheat > 0 && subcooling > 0) out.push(found('moved-restriction'))
  else if (superheat < 0 && subcooling > 0) out.push(found('moved-over'))
  else if (superheat < 0) out.push(found('moved-floods'))
  else if (superheat > 0) out.push(found('moved-starved'))
  else if (subcooling !== 0) out.push(found('moved-subcooling'))
  if (flow < 0 || (split > 0 && pressure !== 0)) out.push(found('moved-less-air'))
  else if (flow > 0) out.push(found('moved-more-air'))
  else if (split > 0) out.push(found('moved-split-wide'))
  if (pressure > 0) out.push(found('moved-static-up'))
  else if (pressure < 0) out.push(found('moved-static-down'))
  if (split < 0 && superheat === 0 && subcooling === 0)
    out.push(found(mode === 'cool' ? 'moved-less-capacity' : 'moved-less-heat'))
  if (amps > 0) out.push(found(mode === 'cool' ? 'moved-amps-up' : 'moved-amps-up-heat'))
  else if (amps < 0) out.push(found('moved-amps-down'))
  if (way('drive') !== 0) out.push(found('moved-drive'))
  return out
}

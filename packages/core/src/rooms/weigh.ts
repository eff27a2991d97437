import type { ComfortFigure, ComfortMeasure } from './comfort.ts'

/** What counts, by the words of house rules and wishes. */
export const COMFORT_WISHES = ['even', 'few-starts', 'quiet', 'dry', 'cheap'] as const
export type ComfortWish = (typeof COMFORT_WISHES)[number]
export type Weights = Readonly<Record<ComfortWish, number>>

/** Each figure over what of it is about as bad as one of the others: degrees, hours, starts, Btu. House figures. */
const PER: Readonly<Record<ComfortWish, readonly (readonly [ComfortMeasure, number])[]>> = {
  even: [
    ['swing', 2.5],
    ['outside', 240],
    ['meanOff', 1],
    ['otherOff', 2],
    ['coolVent', 360],
  ],
  'few-starts': [['starts', 3]],
  quiet: [
    ['fan', 12],
    ['trickle', 36],
  ],
  dry: [['humidity', 55]],
  cheap: [['energy', 200_000]],
}

/** How bad a day is, by what counts: less is better. Only days of one room can be compared. */
export function costOf(figures: readonly ComfortFigure[], weights: Weights): number {
  const of = (measure: ComfortMeasure) => Math.abs(figures.find((one) => one.measure === measure)?.value ?? 0)
  return COMFORT_WISHES.reduce(
    (sum, wish) => sum + weights[wish] * PER[wish].reduce((part, [measure, per]) => part + of(measure) / per, 0),
    0,
  )
}

/** One combination of settings with what its day came to. */
export interface Tried {
  /** By row, in the language of roles. */
  picks: Readonly<Record<string, string>>
  figures: readonly ComfortFigure[]
}

export interface Best {
  /** Places in the list that was given, the best first. */
  order: number[]
  cost: number[]
  /** What the winner is worse in than the best of all is, by measure, the largest share first. */
  givesUp: { measure: ComfortMeasure; value: number; best: number }[]
  /** How much each setting moves the mean cost, the most first: whoever has a minute sets the first. */
  matters: { key: string; moves: number }[]
}

const JUDGED: readonly ComfortMeasure[] = ['swing', 'outside', 'starts', 'fan', 'humidity', 'energy']
/** A loss that is smaller than this share of what there is to lose is none. */
const WORTH_SAYING = 0.1

/** The best of what was tried. Source: a weighted sum; the setting that matters is the largest main effect. Null for none. */
export function bestOf(tried: readonly Tried[], weights: Weights): Best | null {
  if (tried.length === 0) return null
  const cost = tried.map((one) => costOf(one.figures, weights))
  const order = cost.map((_, i) => i).sort((a, b) => (cost[a] as number) - (cost[b] as number) || a - b)
  const winner = tried[order[0] as number] as Tried
  const figureOf = (one: Tried, measure: ComfortMeasure) => Math.abs(one.figures.find((f) => f.measure === measure)?.value ?? 0)
  const givesUp = JUDGED.flatMap((measure) => {
    const all = tried.map((one) => figureOf(one, measure))
    const [best, worst, value] = [Math.min(...all), Math.max(...all), figureOf(winner, measure)]
    const share = worst > best ? (value - best) / (worst - best) : 0
    return share >= WORTH_SAYING ? [{ measure, value, best, share }] : []
  })
  const keys = Object.keys(winner.picks)
  const matters = keys.map((key) => {
    const by = new Map<string, number[]>()
    tried.forEach((one, i) => {
      const value = one.picks[key] ?? ''
      by.set(value, [...(by.get(value) ?? []), cost[i] as number])
    })
    const means = [...by.values()].map((all) => all.reduce((a, b) => a + b, 0) / all.length)
    return { key, moves: Math.max(...means) - Math.min(...means) }
  })
  return {
    order,
    cost,
    givesUp: givesUp.sort((a, b) => b.share - a.share).map(({ measure, value, best }) => ({ measure, value, best })),
    matters: matters.sort((a, b) => b.moves - a.moves),
  }
}

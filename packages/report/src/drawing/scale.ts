import { nice, ticks } from 'd3-array'

/** A straight scale. d3-scale would bring its clocks, colours and number formats to every drawing, none of which is used here. */
export interface Scale {
  (value: number): number
  domain: () => [number, number]
  ticks: (count: number) => number[]
  /** The same with round ends. */
  nice: (count: number) => Scale
}

/** @param domain in the unit that is drawn @param range in points of the drawing */
export function scaleLinear(domain: readonly [number, number], range: readonly [number, number]): Scale {
  const [low, high] = domain
  const [from, to] = range
  // A domain without width is drawn in its middle.
  const at = (value: number) => {
    const share = high === low ? 0.5 : (value - low) / (high - low)
    return from * (1 - share) + to * share
  }
  return Object.assign(at, {
    domain: (): [number, number] => [low, high],
    ticks: (count: number) => ticks(low, high, count),
    nice: (count: number) => scaleLinear(nice(low, high, count), range),
  })
}

import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

/** A room of one node under a differential, in steady weather. */
export interface OnOff {
  mode: 'heat' | 'cool'
  /** On at the differential from the set point; off as far beyond it, or at it. */
  rule: 'symmetric' | 'one-sided'
  setF: number
  differentialF: number
  capacityBtuPerF: number
  uaBtuHPerF: number
  outdoorF: number
  /** Positive, heating or cooling. */
  plantBtuH: number
  gainsBtuH: number
  sensorLagS: number
  /** What it shows too much. */
  sensorBiasF: number
}

export type OnOffCycle = { timeConstantH: number } & (
  | { result: 'cycles'; onMin: number; offMin: number; highestF: number; lowestF: number; meanF: number }
  /** It comes to rest before it would switch. */
  | { result: 'always-on' | 'never-on'; finalF: number }
)

const SETTLED_F = 1e-10
const MOST_CYCLES = 2000

/**
 * The cycle that a differential settles into, switch to switch by exact exponentials, the lagged sensor included.
 * Source: first-order room and sensor, ASHRAE Fundamentals, Fundamentals of Control; the mean from the heat balance of one
 * period. Valid: one node, steady weather and gains. The check of the simulated room.
 */
export function onOffCycle(of: OnOff): Result<OnOffCycle> {
  const { capacityBtuPerF, uaBtuHPerF, sensorBiasF } = of
  if (!(capacityBtuPerF > 0 && uaBtuHPerF > 0)) return refuse('room-without-capacity')
  const timeConstantH = capacityBtuPerF / uaBtuHPerF
  const restF = of.outdoorF + of.gainsBtuH / uaBtuHPerF
  // Turned so that the plant always drives upwards.
  const sign = of.mode === 'heat' ? 1 : -1
  const runF = restF + (sign * of.plantBtuH) / uaBtuHPerF
  const onAt = sign * (of.setF - sensorBiasF) - of.differentialF
  const offAt = sign * (of.setF - sensorBiasF) + (of.rule === 'symmetric' ? of.differentialF : 0)
  const [low, high] = [sign * restF, sign * runF]
  if (high <= offAt) return ok({ result: 'always-on', timeConstantH, finalF: runF })
  if (low >= onAt) return ok({ result: 'never-on', timeConstantH, finalF: restF })
  const lagH = of.sensorLagS / 3600
  let room = onAt
  let felt = onAt
  let [onH, offH] = [0, 0]
  let [before, beforeFelt] = [Number.NaN, Number.NaN]
  let [highest, lowest] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY]
  for (let i = 0; i < MOST_CYCLES && !(Math.abs(room - before) + Math.abs(felt - beforeFelt) < SETTLED_F); i++) {
    before = room
    beforeFelt = felt
    // The room goes on falling, or rising, no more than to the next switch: its turning points are the switches.
    lowest = room
    ;[onH, room, felt] = untilFelt(room, felt, high, offAt, timeConstantH, lagH)
    highest = room
    ;[offH, room, felt] = untilFelt(room, felt, low, onAt, timeConstantH, lagH)
  }
  const duty = onH / (onH + offH)
  const ends = [sign * lowest, sign * highest]
  return ok({
    result: 'cycles',
    timeConstantH,
    onMin: 60 * onH,
    offMin: 60 * offH,
    highestF: Math.max(...ends),
    lowestF: Math.min(...ends),
    meanF: restF + duty * (runF - restF),
  })
}

/** Time until the sensor feels `at` while the room moves towards `towards`, and both then. */
function untilFelt(room: number, felt: number, towards: number, at: number, tau: number, lag: number): [number, number, number] {
  if (lag === 0) {
    const hours = tau * Math.log((room - towards) / (at - towards))
    return [hours, at, at]
  }
  const roomAt = (h: number) => towards + (room - towards) * Math.exp(-h / tau)
  // Room and sensor, two first orders in a row; where both have one time constant, its limit.
  const share = Math.abs(tau - lag) < 1e-12 ? null : tau / (tau - lag)
  const feltAt = (h: number) => {
    const own = Math.exp(-h / lag)
    const driven = share === null ? (h / lag) * own : share * (Math.exp(-h / tau) - own)
    return towards + (felt - towards) * own + (room - towards) * driven
  }
  const rises = towards > at
  const isThere = (h: number) => (rises ? feltAt(h) >= at : feltAt(h) <= at)
  // It first goes on as it went, then turns: the crossing that is looked for is the one after the turn.
  let end = lag / 64
  while (!isThere(end) || (rises ? feltAt(end) < felt : feltAt(end) > felt)) end *= 1.5
  let start = 0
  for (let i = 0; i < 200 && end - start > 1e-14; i++) {
    const middle = (start + end) / 2
    if (isThere(middle)) end = middle
    else start = middle
  }
  return [end, roomAt(end), at]
}

/**
 * How often it starts at a load of 0 to 1, and how long it then runs and rests: N = 4·Nmax·x·(1 − x).
 * Source: thermostat cycling of NEMA DC 3; Henderson and Rengarajan, ASHRAE Transactions 1996. At no load and at full load it
 * does not start: no time is given then.
 */
export function cycleRate(mostPerH: number, load: number): { perH: number; onMin: number | null; offMin: number | null } {
  const perH = 4 * mostPerH * load * (1 - load)
  return perH > 0 ? { perH, onMin: (60 * load) / perH, offMin: (60 * (1 - load)) / perH } : { perH: 0, onMin: null, offMin: null }
}

/** The most starts an hour that an observed rate lets infer; null at no load and at full load. */
export const mostCyclesPerH = (perH: number, load: number): number | null =>
  load > 0 && load < 1 ? perH / (4 * load * (1 - load)) : null

import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { leastSquares } from '../statistics/leastSquares.ts'
import type { Room } from './roomModel.ts'
import type { LoggedRoom, Told } from './warmUp.ts'

/** What went on while a room was logged, steadily. */
export interface Meanwhile {
  outdoorF: number
  /** Into the air, by what heats: its output, all the while. */
  heatBtuH: number
  /** Sun and people. */
  gainsBtuH: number
}

export interface Calibrated {
  uaBtuHPerF: Told
  /** How much more than its kind it holds, as a factor. */
  holds: Told
  noiseF: number
  used: number
}

const STEP_H = 10 / 3600
const MOST_TURNS = 40
const ENOUGH = 1e-7
/** Both must be known to a third, else nothing is told. */
const MOST_RELATIVE_ERROR = 0.33
const LEAST_READINGS = 6
const LEAST_RISE_F = 3
/** What somebody remembers of a cold morning is right to so much. */
const STORY_F = 1
const STORY_SHARE = 0.1

/**
 * Loss and capacity of a room from a logged warm-up: both nodes of the room run beside the log, and loss, capacity and the
 * first temperature are moved until what is left is least. Source: two-node room as in `roomModel.ts`; nonlinear least
 * squares by Gauss and Newton with its covariance, Bates and Watts, Nonlinear Regression Analysis.
 * Valid: air and mass alike at the beginning (a night at rest), the plant running all the while, steady weather.
 */
export function calibrateRoom({ timesMin, readingsF }: LoggedRoom, kind: Room, meanwhile: Meanwhile): Result<Calibrated> {
  if (!(meanwhile.heatBtuH > 0)) return refuse('log-without-heat')
  const at: number[] = []
  const read: number[] = []
  readingsF.forEach((one, i) => {
    const time = timesMin[i]
    if (one === null || time === undefined) return
    at.push(time / 60)
    read.push(one)
  })
  const [first] = at
  if (first === undefined || at.length < LEAST_READINGS) return refuse('log-too-short', { count: at.length })
  const hours = at.map((one) => one - first)
  const riseF = Math.max(...read) - (read[0] as number)
  if (riseF < LEAST_RISE_F) return refuse('log-without-rise', { riseF })
  // Loss and capacity as their logarithms: neither can become less than nothing on the way.
  const model = ([logUa, logHolds, startF]: readonly number[]) =>
    roomAt(hours, kind, Math.exp(logUa as number), Math.exp(logHolds as number), startF as number, meanwhile)
  let point = [Math.log(kind.uaBtuHPerF), 0, read[0] as number]
  let left = residuals(read, model(point))
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const step = leastSquares(slopes(model, point), left).coefficients
    let share = 1
    let next = point
    let nextLeft = left
    // A step that makes it worse is halved.
    for (; share > 1e-4; share /= 2) {
      next = point.map((one, i) => one + share * Math.min(Math.max(step[i] as number, -1.5), 1.5))
      nextLeft = residuals(read, model(next))
      if (squares(nextLeft) <= squares(left)) break
    }
    const moved = Math.max(...next.map((one, i) => Math.abs(one - (point[i] as number))))
    point = next
    left = nextLeft
    if (moved < ENOUGH || share <= 1e-4) break
  }
  const noiseF = Math.sqrt(squares(left) / Math.max(read.length - 3, 1))
  const { unscaled } = leastSquares(slopes(model, point), left)
  const error = (i: number) => noiseF * Math.sqrt(Math.max(unscaled.get(i, i), 0))
  const [ua, holds] = [Math.exp(point[0] as number), Math.exp(point[1] as number)]
  if (!(error(0) <= MOST_RELATIVE_ERROR && error(1) <= MOST_RELATIVE_ERROR)) return refuse('log-cannot-tell')
  return ok({
    uaBtuHPerF: { value: ua, error: ua * error(0) },
    holds: { value: holds, error: holds * error(1) },
    noiseF,
    used: read.length,
  })
}

/** A cold morning as somebody tells it: so cold then, so warm by then. */
export interface Story {
  fromF: number
  toF: number
  minutes: number
}

/**
 * What a room holds from two temperatures and the time between them, its loss as its kind has it: two facts tell no
 * more than one thing. The error is what a memory is worth: a degree, and a tenth of the time.
 * Source: the same room. Valid: the plant running all the while.
 */
export function calibrateByStory({ fromF, toF, minutes }: Story, kind: Room, meanwhile: Meanwhile): Result<Told> {
  if (!(meanwhile.heatBtuH > 0)) return refuse('log-without-heat')
  if (!(toF > fromF && minutes > 0)) return refuse('story-without-rise')
  const reached = (holds: number, hours: number) =>
    roomAt([0, hours], kind, kind.uaBtuHPerF, holds, fromF, meanwhile)[1] as number
  const solve = (wantedF: number, hours: number): number | null => {
    let [low, high] = [0.02, 50]
    if (reached(low, hours) < wantedF || reached(high, hours) > wantedF) return null
    for (let i = 0; i < 60; i++) {
      const middle = Math.sqrt(low * high)
      if (reached(middle, hours) > wantedF) low = middle
      else high = middle
    }
    return Math.sqrt(low * high)
  }
  const hours = minutes / 60
  const value = solve(toF, hours)
  if (value === null) return refuse('story-impossible')
  const others = [
    solve(toF - STORY_F, hours),
    solve(toF + STORY_F, hours),
    solve(toF, hours * (1 - STORY_SHARE)),
    solve(toF, hours * (1 + STORY_SHARE)),
  ]
  const off = others.map((one) => (one === null ? value / 2 : Math.abs(one - value)))
  const [less = 0, more = 0, sooner = 0, later = 0] = off
  return ok({ value, error: Math.hypot(Math.max(less, more), Math.max(sooner, later)) })
}

/** Temperature of the air at each hour, from rest, everything steady. */
function roomAt(hours: readonly number[], kind: Room, ua: number, holds: number, startF: number, of: Meanwhile): number[] {
  const { outdoorF, heatBtuH, gainsBtuH } = of
  const airStep = STEP_H / (kind.airBtuPerF * holds)
  const massStep = STEP_H / (kind.massBtuPerF * holds)
  let [air, mass, now] = [startF, startF, 0]
  return hours.map((hour) => {
    // Whole steps, then the rest of one: a reading between two steps is met exactly.
    while (now < hour - 1e-12) {
      const part = Math.min((hour - now) / STEP_H, 1)
      const toMass = kind.airMassBtuHPerF * (air - mass)
      air += part * airStep * (ua * (outdoorF - air) - toMass + gainsBtuH + heatBtuH)
      mass += part * massStep * toMass
      now += part * STEP_H
    }
    return air
  })
}

const residuals = (read: readonly number[], model: readonly number[]) => read.map((one, i) => one - (model[i] as number))
const squares = (of: readonly number[]) => of.reduce((sum, one) => sum + one * one, 0)

/** How the model moves with each parameter, by small differences. */
function slopes(model: (point: readonly number[]) => number[], point: readonly number[]): number[][] {
  const columns = point.map((value, i) => {
    const small = i === 2 ? 0.01 : 1e-4
    const [less, more] = [-small, small].map((by) => model(point.map((one, at) => (at === i ? value + by : one))))
    return (less as number[]).map((one, row) => ((more as number[])[row] as number) / (2 * small) - one / (2 * small))
  })
  return (columns[0] as number[]).map((_, row) => columns.map((column) => column[row] as number))
}

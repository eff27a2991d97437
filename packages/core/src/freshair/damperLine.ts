import { SIGNALS, type SignalKind, signalFor } from '../airflow/driveFor.ts'

/** A line through points: straight between them, held at the ends. `at` rises. */
export interface Line {
  at: readonly number[]
  values: readonly number[]
}

/** Value of a line. Source: linear interpolation. Valid: at least one point, `at` rising. No allocation. */
export function onLine({ at, values }: Line, x: number): number {
  const last = at.length - 1
  if (x <= (at[0] as number)) return values[0] as number
  if (x >= (at[last] as number)) return values[last] as number
  let i = 1
  while ((at[i] as number) < x) i += 1
  const [x0, x1] = [at[i - 1] as number, at[i] as number]
  const [y0, y1] = [values[i - 1] as number, values[i] as number]
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0)
}

/** Points in the order of fan speed: what a controller follows. Of two at one speed the later one holds. */
export function lineThrough(points: readonly { speedPct: number; positionPct: number }[]): Line {
  const bySpeed = new Map(points.map((one) => [one.speedPct, one.positionPct] as const))
  const at = [...bySpeed.keys()].sort((a, b) => a - b)
  return { at, values: at.map((speed) => bySpeed.get(speed) as number) }
}

/** How much of the supply is outdoor air at each damper position: a share, or the two paths that share the suction. */
export type Damper = { kind: 'share'; share: Line } | { kind: 'paths'; outdoorK: Line; returnK: Line; returnInWc: number }

const signedRoot = (x: number) => Math.sign(x) * Math.sqrt(Math.abs(x))

/**
 * Outdoor air, cfm, at a damper position and a supply flow.
 * Source: share of the supply; or two paths from outdoors and from the return plenum into the mixing box,
 * Q = k·√Δp each, whose sum is the supply (the suction found by bisection). Valid: steady flow, coefficients measured.
 */
export function outdoorAt(damper: Damper, positionPct: number, supplyCfm: number): number {
  if (damper.kind === 'share') return onLine(damper.share, positionPct) * supplyCfm
  const ko = onLine(damper.outdoorK, positionPct)
  const kr = onLine(damper.returnK, positionPct)
  const pr = damper.returnInWc
  const total = (suction: number) => ko * signedRoot(suction) + kr * signedRoot(suction + pr)
  let [low, high] = [-Math.abs(pr) - 1, Math.abs(pr) + 1]
  while (total(high) < supplyCfm && high < 1e6) high *= 2
  while (total(low) > supplyCfm && low > -1e6) low *= 2
  for (let i = 0; i < 100; i += 1) {
    const middle = (low + high) / 2
    if (total(middle) < supplyCfm) low = middle
    else high = middle
  }
  return ko * signedRoot((low + high) / 2)
}

/** Ends of the stroke that a damper's coefficients are known for, percent. */
const endsOf = (damper: Damper): [number, number] => {
  const { at } = damper.kind === 'share' ? damper.share : damper.outdoorK
  return [at[0] as number, at[at.length - 1] as number]
}

/**
 * The position that brings the wanted outdoor air at this supply flow; `reached` is false where even the nearer end of the
 * stroke does not. Source: `outdoorAt` turned round by bisection. Valid: outdoor air that rises with the position.
 */
export function positionFor(damper: Damper, wantedCfm: number, supplyCfm: number): { positionPct: number; reached: boolean } {
  let [low, high] = endsOf(damper)
  if (outdoorAt(damper, low, supplyCfm) > wantedCfm) return { positionPct: low, reached: false }
  if (outdoorAt(damper, high, supplyCfm) < wantedCfm) return { positionPct: high, reached: false }
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2
    if (outdoorAt(damper, middle, supplyCfm) < wantedCfm) low = middle
    else high = middle
  }
  return { positionPct: (low + high) / 2, reached: true }
}

/** The nearest step of a device, halves away from zero. */
const nearest = (value: number) => Math.sign(value) * Math.floor(Math.abs(value) + 0.5 + 1e-9)

/** A position to the nearest of `steps` equal steps of the stroke. Source: rounding, halves away from zero. */
export const inSteps = (positionPct: number, steps: number): { index: number; positionPct: number } => {
  const index = nearest((Math.min(100, Math.max(0, positionPct)) / 100) * steps)
  return { index, positionPct: (100 * index) / steps }
}

/** Signal of a damper position; an actuator that turns the other way is open at the low end. Source: linear signal. */
export const damperSignal = (kind: SignalKind, positionPct: number, reversed = false): number =>
  signalFor(kind, reversed ? 100 - Math.min(100, Math.max(0, positionPct)) : positionPct)

/** Position that a damper's signal stands for, percent, held at the ends. Source: as `damperSignal`, turned round. */
export function damperPosition(kind: SignalKind, signal: number, reversed = false): number {
  const { low, high } = SIGNALS[kind]
  const pct = 100 * Math.min(1, Math.max(0, (signal - low) / (high - low)))
  return reversed ? 100 - pct : pct
}

/** A damper and its fan: what is asked of a line. */
export interface LineCase {
  damper: Damper
  /** Supply at full speed; at other speeds in proportion (fan laws on one duct). */
  fullCfm: number
  wantedCfm: number
  /** Speeds at which it is looked at, percent, rising. */
  speedsPct: readonly number[]
}

export interface LineCheck {
  positionsPct: number[]
  outdoorCfm: number[]
  /** Largest shortfall and excess over the speeds, cfm; 0 where there is none. */
  underCfm: number
  overCfm: number
  underSpeedPct: number
  overSpeedPct: number
}

/**
 * What a line brings at each speed, and its worst errors. Source: `onLine`, `outdoorAt`; supply ∝ speed (fan laws).
 * Valid: as those.
 */
export function checkLine({ damper, fullCfm, wantedCfm, speedsPct }: LineCase, line: Line): LineCheck {
  const positionsPct: number[] = []
  const outdoorCfm: number[] = []
  let [underCfm, overCfm, underSpeedPct, overSpeedPct] = [0, 0, speedsPct[0] ?? 0, speedsPct[0] ?? 0]
  for (const speed of speedsPct) {
    const position = onLine(line, speed)
    const outdoor = outdoorAt(damper, position, (fullCfm * speed) / 100)
    positionsPct.push(position)
    outdoorCfm.push(outdoor)
    if (wantedCfm - outdoor > underCfm) [underCfm, underSpeedPct] = [wantedCfm - outdoor, speed]
    if (outdoor - wantedCfm > overCfm) [overCfm, overSpeedPct] = [outdoor - wantedCfm, speed]
  }
  return { positionsPct, outdoorCfm, underCfm, overCfm, underSpeedPct, overSpeedPct }
}

/** The exact position at each speed; null where no position brings the wanted air. Source: `positionFor`. */
export function exactPositions({ damper, fullCfm, wantedCfm }: Omit<LineCase, 'speedsPct'>, speedsPct: readonly number[]) {
  return speedsPct.map((speed) => positionFor(damper, wantedCfm, (fullCfm * speed) / 100))
}

/** A line through the given speeds, each on its exact position in the device's steps. Source: as `exactPositions`. */
export function commissionedLine(of: LineCase, speedsPct: readonly number[], steps: number) {
  const exact = exactPositions(of, speedsPct)
  const stepped = exact.map((one) => inSteps(one.positionPct, steps).positionPct)
  const line = lineThrough(speedsPct.map((speedPct, i) => ({ speedPct, positionPct: stepped[i] as number })))
  return { exact, stepped, line, check: checkLine(of, line) }
}

const worst = (check: LineCheck) => Math.max(check.underCfm, check.overCfm)

/**
 * Where one more point helps most: the speed of those looked at whose point, on its exact position, leaves the least worst
 * error. Null where no further point makes it smaller. Source: every speed tried.
 */
export function nextPoint(of: LineCase, line: Line): { speedPct: number; positionPct: number; worstCfm: number } | null {
  let best: { speedPct: number; positionPct: number; worstCfm: number } | null = null
  const now = worst(checkLine(of, line))
  const points = line.at.map((speedPct, i) => ({ speedPct, positionPct: line.values[i] as number }))
  for (const speedPct of of.speedsPct) {
    if (line.at.includes(speedPct)) continue
    const { positionPct } = positionFor(of.damper, of.wantedCfm, (of.fullCfm * speedPct) / 100)
    const worstCfm = worst(checkLine(of, lineThrough([...points, { speedPct, positionPct }])))
    if (worstCfm < now - 1e-9 && worstCfm < (best?.worstCfm ?? Number.POSITIVE_INFINITY))
      best = { speedPct, positionPct, worstCfm }
  }
  return best
}

/** The least worst error that one more point can leave, its position free too. Source: a scan of positions at every speed. */
export function nextPointFree(of: LineCase, line: Line): number {
  let best = worst(checkLine(of, line))
  const points = line.at.map((speedPct, i) => ({ speedPct, positionPct: line.values[i] as number }))
  const [from, to] = endsOf(of.damper)
  for (const speedPct of of.speedsPct) {
    if (line.at.includes(speedPct)) continue
    const at = (positionPct: number) => worst(checkLine(of, lineThrough([...points, { speedPct, positionPct }])))
    // The worst error is the greatest of functions that each fall or rise with the position: it has one valley.
    let [low, high] = [from, to]
    for (let i = 0; i < 80; i += 1) {
      const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
      if (at(a) <= at(b)) high = b
      else low = a
    }
    best = Math.min(best, at((low + high) / 2))
  }
  return best
}

/** A measured point of the damper. */
export interface DamperPoint {
  speedPct: number
  positionPct: number
  supplyCfm: number
  outdoorCfm: number
  errorCfm: number
}

/**
 * The shape of a damper of opposed outdoor and return blades, as a share of the supply over its stroke. Made up, near what
 * such a damper does where nobody has measured: it opens little at first, quickly in the middle, and leaks when shut.
 */
export const USUAL_DAMPER: Line = {
  at: [0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100],
  values: [0.02, 0.08, 0.18, 0.3, 0.43, 0.56, 0.67, 0.77, 0.85, 0.92, 0.98],
}

/**
 * The damper of this unit: the usual shape, bent through what was measured on it (the ratio of measured to usual in a
 * straight line between measured positions, held outside them). Points at one position are averaged by their certainty.
 * `from` and `to` are the positions between which it was measured: outside it is a guess.
 * Source: a choice of ours; exact at each measured position. Valid: outdoor air that rises with the position.
 */
export function damperThrough(points: readonly DamperPoint[]): { damper: Damper; from: number; to: number } {
  const byPosition = new Map<number, { weight: number; ratio: number }>()
  for (const { positionPct, supplyCfm, outdoorCfm, errorCfm } of points) {
    const usual = onLine(USUAL_DAMPER, positionPct)
    const ratio = outdoorCfm / supplyCfm / usual
    const weight = 1 / Math.max(errorCfm / supplyCfm / usual, 1e-3) ** 2
    const there = byPosition.get(positionPct) ?? { weight: 0, ratio: 0 }
    byPosition.set(positionPct, {
      weight: there.weight + weight,
      ratio: (there.ratio * there.weight + ratio * weight) / (there.weight + weight),
    })
  }
  const at = [...byPosition.keys()].sort((a, b) => a - b)
  if (at.length === 0) return { damper: { kind: 'share', share: USUAL_DAMPER }, from: 100, to: 0 }
  const bend: Line = { at, values: at.map((position) => byPosition.get(position)?.ratio as number) }
  const positions = [...new Set([...USUAL_DAMPER.at, ...at])].sort((a, b) => a - b)
  let most = 0
  const share = positions.map((position) => {
    // Never back: between two measured points the usual shape alone could dip.
    most = Math.max(most, Math.min(1, Math.max(0, onLine(USUAL_DAMPER, position) * onLine(bend, position))))
    return most
  })
  return {
    damper: { kind: 'share', share: { at: positions, values: share } },
    from: at[0] as number,
    to: at[at.length - 1] as number,
  }
}

/**
 * Points that cannot both be right: at one fan speed the wider damper brought less air, by more than both are unsure of.
 * Source: a damper that opens lets more air in. Answers pairs of indexes, the narrower first.
 */
export function fallingPoints(points: readonly DamperPoint[]): [number, number][] {
  const out: [number, number][] = []
  for (const [i, a] of points.entries())
    for (const [j, b] of points.entries())
      if (
        Math.abs(a.speedPct - b.speedPct) < 0.5 &&
        a.positionPct < b.positionPct &&
        a.outdoorCfm - b.outdoorCfm > Math.hypot(a.errorCfm, b.errorCfm)
      )
        out.push([i, j])
  return out
}

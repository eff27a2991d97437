import type { Show } from '../advice/show.ts'
import { found } from '../findingWords.ts'
import { refuse } from '../refusals.ts'
import { type Found, ok, type Result } from '../result.ts'

/**
 * A furnace's heat exchanger with a mechanical fan-and-limit switch. Heat capacities in Btu/°F, conductances in Btu/h·°F.
 * With `air` the switch feels the plenum air; without, the exchanger itself.
 */
export interface HeatExchanger {
  capacity: number
  /** What the burner gives the exchanger while it burns, Btu/h. */
  burnerBtuH: number
  /** From the exchanger to the air (to the return air, where there is no `air`), with the blower off and on. */
  uaOff: number
  uaOn: number
  /** The air in the plenum: its capacity, and what it carries off to the return, 60·ρ·cp·cfm, with the blower off and on. */
  air?: { capacity: number; streamOff: number; streamOn: number }
}

interface FanLimitSwitch {
  fanOnF: number
  fanOffF: number
  /** Opens the burner when it is felt, and closes again by itself. Never set here: it is proved, not chosen. */
  limit?: { opensF: number; closesF: number }
}

interface Firing {
  /** When the burner is called for and no longer, s. In order, apart. */
  calls: readonly (readonly [fromS: number, toS: number])[]
  endS: number
  returnF: number
  startF: number
}

export interface FanLimitRun {
  startsS: number[]
  stopsS: number[]
  tripsS: number[]
  /** Starts while the burner was called for, of the call with the most of them. */
  startsInACall: number
  startsWhileBurning: number
  /** Starts on leftover heat, after the call. */
  residualRestarts: number
  runningAtEnd: boolean
  peakFeltF: number
  peakExchangerF: number
}

/** Between two looks for a crossing. Within it the answer is exact. */
const LOOK_S = 0.5
/** A conductance that is nothing would leave no temperature to settle at; this much moves nothing that can be seen. */
const HARDLY = 1e-7
const HOUR_S = 3600

/**
 * One way in which the exchanger can be (blower on or off, burner on or off): a linear system of two temperatures, solved
 * exactly. Source: exp(A·t) of a 2×2 matrix, e^(m·t)·(cosh(s·t)·I + sinh(s·t)/s·(A − m·I)), m half the trace, s² = m² − det.
 */
class Mode {
  private readonly a: number
  private readonly b: number
  private readonly c: number
  private readonly d: number
  private readonly m: number
  private readonly s: number
  readonly restX: number
  readonly restA: number
  /** exp(A·LOOK_S). */
  private readonly e: readonly [number, number, number, number]

  constructor(of: HeatExchanger, returnF: number, burning: boolean, blowing: boolean) {
    const ua = Math.max(blowing ? of.uaOn : of.uaOff, HARDLY) / HOUR_S
    const heat = burning ? of.burnerBtuH / HOUR_S : 0
    if (of.air) {
      const stream = Math.max(blowing ? of.air.streamOn : of.air.streamOff, HARDLY) / HOUR_S
      this.a = -ua / of.capacity
      this.b = ua / of.capacity
      this.c = ua / of.air.capacity
      this.d = -(ua + stream) / of.air.capacity
      this.restA = returnF + heat / stream
      this.restX = this.restA + heat / ua
    } else {
      this.a = -ua / of.capacity
      this.b = 0
      this.c = 0
      this.d = -1
      this.restX = returnF + heat / ua
      this.restA = returnF
    }
    this.m = (this.a + this.d) / 2
    this.s = Math.sqrt(Math.max(this.m * this.m - (this.a * this.d - this.b * this.c), 0))
    this.e = this.exp(LOOK_S)
  }

  private exp(t: number): [number, number, number, number] {
    const grow = Math.exp(this.m * t)
    const even = grow * Math.cosh(this.s * t)
    const odd = this.s < 1e-12 ? grow * t : (grow * Math.sinh(this.s * t)) / this.s
    return [even + odd * (this.a - this.m), odd * this.b, odd * this.c, even + odd * (this.d - this.m)]
  }

  /** Temperatures after `t`; for the usual step the matrix is there already. */
  after(x: number, air: number, t: number, into: Float64Array): void {
    const e = t === LOOK_S ? this.e : this.exp(t)
    const dx = x - this.restX
    const da = air - this.restA
    into[0] = this.restX + e[0] * dx + e[1] * da
    into[1] = this.restA + e[2] * dx + e[3] * da
  }
}

/**
 * The plenum air over a cold exchanger that fires with its blower standing, °F: what a thermometer there reads as the
 * blower starts. Source: the two-node balance of `runFanLimit`, exact.
 */
export function plenumBeforeStartF(of: HeatExchanger, returnF: number, afterS: number): number {
  const into = new Float64Array(2)
  new Mode(of, returnF, true, false).after(returnF, returnF, afterS, into)
  return into[1] as number
}

/**
 * Runs a fan-and-limit switch through calls of the burner: how often the blower starts in a firing, whether leftover heat
 * starts it again, whether it ever stops.
 */
export function runFanLimit(of: HeatExchanger, at: FanLimitSwitch, firing: Firing): Result<FanLimitRun> {
  const doubt = fanLimitDoubt(of, at, firing)
  if (doubt) return doubt
  const modes = [false, true].flatMap((burning) => [false, true].map((blowing) => new Mode(of, firing.returnF, burning, blowing)))
  const feelsAir = of.air !== undefined
  const now = new Float64Array([firing.startF, feelsAir ? firing.startF : firing.returnF])
  const next = new Float64Array(2)
  const run: FanLimitRun = {
    startsS: [],
    stopsS: [],
    tripsS: [],
    startsInACall: 0,
    startsWhileBurning: 0,
    residualRestarts: 0,
    runningAtEnd: false,
    peakFeltF: firing.startF,
    peakExchangerF: firing.startF,
  }
  const feels = feelsAir ? 1 : 0
  const { limit } = at
  const { calls, endS } = firing
  let t = 0
  let call = 0
  let inThisCall = 0
  let blowing = false
  let limitOpen = false
  while (t < endS) {
    const fromS = call < calls.length ? (calls[call] as readonly [number, number])[0] : Number.POSITIVE_INFINITY
    const toS = call < calls.length ? (calls[call] as readonly [number, number])[1] : Number.POSITIVE_INFINITY
    const called = t >= fromS && t < toS
    const mode = modes[(called && !limitOpen ? 2 : 0) + (blowing ? 1 : 0)] as Mode
    const boundary = called ? toS : fromS
    const step = Math.min(LOOK_S, boundary - t, endS - t)
    mode.after(now[0] as number, now[1] as number, step, next)
    const after = next[feels] as number
    // What the switch waits for, and the first of it in this step.
    const fanAt = blowing ? at.fanOffF : at.fanOnF
    let fanIn = Number.POSITIVE_INFINITY
    if (blowing ? after <= fanAt : after >= fanAt) fanIn = crossingIn(mode, now, next, feels, step, fanAt, !blowing)
    let limitIn = Number.POSITIVE_INFINITY
    if (limit && (limitOpen ? after <= limit.closesF : after >= limit.opensF))
      limitIn = crossingIn(mode, now, next, feels, step, limitOpen ? limit.closesF : limit.opensF, !limitOpen)
    const taken = Math.min(step, fanIn, limitIn)
    if (taken < step || fanIn <= step || limitIn <= step) mode.after(now[0] as number, now[1] as number, taken, next)
    now[0] = next[0] as number
    now[1] = next[1] as number
    t = taken === step && step === boundary - t ? boundary : t + taken
    if ((now[feels] as number) > run.peakFeltF) run.peakFeltF = now[feels] as number
    if ((now[0] as number) > run.peakExchangerF) run.peakExchangerF = now[0] as number
    if (fanIn <= taken) {
      blowing = !blowing
      if (!blowing) run.stopsS.push(t)
      else {
        run.startsS.push(t)
        if (called && t < toS) {
          run.startsWhileBurning += 1
          inThisCall += 1
          run.startsInACall = Math.max(run.startsInACall, inThisCall)
        } else run.residualRestarts += 1
      }
    }
    if (limitIn <= taken) {
      limitOpen = !limitOpen
      if (limitOpen) run.tripsS.push(t)
    }
    if (t >= toS) {
      call += 1
      inThisCall = 0
    }
  }
  run.runningAtEnd = blowing
  return ok(run)
}

/** When, within a step, the switch feels a temperature. By bisection: what is felt crosses it once between two looks. */
function crossingIn(
  mode: Mode,
  now: Float64Array,
  next: Float64Array,
  feels: number,
  step: number,
  target: number,
  rising: boolean,
): number {
  const before = now[feels] as number
  if (rising ? before >= target : before <= target) return 0
  let low = 0
  let high = step
  for (let i = 0; i < 50 && high - low > 1e-10; i += 1) {
    const middle = (low + high) / 2
    mode.after(now[0] as number, now[1] as number, middle, next)
    const felt = next[feels] as number
    if (rising ? felt >= target : felt <= target) high = middle
    else low = middle
  }
  return high
}

/** Air that leaves below this is felt as cold, and the fan that waits for less may never stop. Common practice for such switches. */
const FAN_OFF_LEAST_F = 100
/** What fan-off keeps above the return: on the warmest day the return must still be cooler than it. */
const FAN_OFF_OVER_RETURN_F = 20
/** The least between the two pointers, by rule of thumb: closer ones chase each other. */
export const POINTERS_APART_F = 25

/**
 * The lowest fan-off that is ever advised, °F. Source: common practice for mechanical fan-and-limit switches; the maker's
 * manual goes first. @param returnF return air; null: not known yet
 */
export const fanOffFloorF = (returnF: number | null): number =>
  Math.max(FAN_OFF_LEAST_F, returnF === null ? 0 : returnF + FAN_OFF_OVER_RETURN_F)

/** What the two pointers say by themselves, before anything of the firing is known. */
export function pointersVerdict(at: Pick<FanLimitSwitch, 'fanOnF' | 'fanOffF'>, returnF: number | null, show: Show): Found[] {
  const floorF = fanOffFloorF(returnF)
  const apartF = at.fanOnF - at.fanOffF
  return [
    ...(at.fanOffF < floorF ? [found('fan-off-low', { fanOffF: at.fanOffF, floorF }, show)] : []),
    ...(apartF < POINTERS_APART_F ? [found('pointers-near', { apartF, leastF: POINTERS_APART_F }, show)] : []),
  ]
}

/**
 * What trying other pointers brings, beside how they stand: fewer restarts on leftover heat are no gain where the blower
 * then starts more often while it burns, where it never stops, or where it does not start at all.
 */
export function fanLimitTrial(
  stands: FanLimitRun,
  tried: FanLimitRun,
  triedAt: Pick<FanLimitSwitch, 'fanOffF'>,
  returnF: number,
): 'better' | 'worse' | 'alike' {
  const harms = (run: FanLimitRun) => [
    run.startsS.length === 0 ? 1 : 0,
    run.tripsS.length,
    run.startsInACall,
    run.runningAtEnd ? 1 : 0,
  ]
  if (triedAt.fanOffF < fanOffFloorF(returnF)) return 'worse'
  const [before, after] = [harms(stands), harms(tried)]
  if (after.some((one, i) => one > (before[i] as number))) return 'worse'
  const isLess = after.some((one, i) => one < (before[i] as number)) || tried.residualRestarts < stands.residualRestarts
  if (isLess) return 'better'
  return tried.residualRestarts > stands.residualRestarts ? 'worse' : 'alike'
}

/** What the settings do, in words, for the one who turns the dial. */
export function fanLimitVerdict(at: FanLimitSwitch, run: FanLimitRun, returnF: number, show: Show): Found[] {
  const out: Found[] = []
  const times = (count: number) => (count === 1 ? 'once' : `${count} times`)
  if (at.fanOffF <= returnF) out.push(found('fan-off-below-return', { fanOffF: at.fanOffF, returnF }, show))
  else if (run.runningAtEnd) out.push(found('fan-still-runs'))
  if (run.startsS.length === 0) out.push(found('fan-never-starts', { fanOnF: at.fanOnF }, show))
  if (run.startsInACall > 1) out.push(found('fan-cycles', { count: run.startsInACall }))
  const floorF = fanOffFloorF(returnF)
  if (run.residualRestarts > 0)
    out.push(
      at.fanOffF > floorF
        ? found('fan-restarts', { times: times(run.residualRestarts), floorF }, show)
        : found('fan-restarts-at-floor', { times: times(run.residualRestarts), floorF }, show),
    )
  out.push(...pointersVerdict(at, returnF, show).filter((one) => one.code === 'fan-off-low' || out.length === 0))
  if (run.tripsS.length > 0) out.push(found('limit-opens', { times: times(run.tripsS.length) }))
  return out
}

function fanLimitDoubt(of: HeatExchanger, at: FanLimitSwitch, { calls, endS, returnF, startF }: Firing) {
  const numbers = [of.capacity, of.burnerBtuH, of.uaOff, of.uaOn, at.fanOnF, at.fanOffF, endS, returnF, startF]
  if (numbers.some((one) => !Number.isFinite(one)) || of.capacity <= 0 || (of.air && !(of.air.capacity > 0)))
    return refuse('exchanger-not-whole')
  if (at.fanOffF >= at.fanOnF) return refuse('fan-off-above-fan-on', { fanOffF: at.fanOffF, fanOnF: at.fanOnF })
  if (at.limit && at.limit.closesF >= at.limit.opensF) return refuse('limit-closes-where-it-opens')
  if (at.limit && at.limit.opensF <= at.fanOnF) return refuse('fan-on-above-limit')
  if (!(endS > 0) || calls.some(([from, to], i) => !(to > from) || from < (calls[i - 1]?.[1] ?? 0)))
    return refuse('calls-out-of-order')
  return null
}

/**
 * Shares that a furnace of this kind has, as they are taken where nobody measured them: what the exchanger gives to the air
 * at a difference of 200 °F, what still goes with the blower standing, and the air that a plenum holds. Estimates: the two
 * measured figures below carry the answer, and the verdict says so.
 */
const USUAL = { differenceF: 200, standingUa: 0.14, standingStream: 0.014, airBtuPerF: 1.2 } as const

/**
 * An exchanger from what can be had on site: the burner's heat, the air that it blows, and the time by the watch from flame
 * to blower, from cold. The heat capacity is the one with which the blower starts at that time.
 * @param sensibleFactor 60·ρ·cp, Btu/h per cfm·°F
 */
export function exchangerFromStart(of: {
  burnerBtuH: number
  flowCfm: number
  sensibleFactor: number
  returnF: number
  fanOnF: number
  toStartS: number
}): Result<HeatExchanger> {
  const { burnerBtuH, flowCfm, sensibleFactor, returnF, fanOnF, toStartS } = of
  if (!(burnerBtuH > 0) || !(flowCfm > 0)) return refuse('burner-or-air-unknown')
  if (!(toStartS > 0)) return refuse('no-time-to-blower')
  if (!(fanOnF > returnF)) return refuse('fan-on-below-return')
  const uaOn = burnerBtuH / USUAL.differenceF
  const streamOn = sensibleFactor * flowCfm
  const made = (capacity: number): HeatExchanger => ({
    capacity,
    burnerBtuH,
    uaOn,
    uaOff: uaOn * USUAL.standingUa,
    air: { capacity: USUAL.airBtuPerF, streamOn, streamOff: streamOn * USUAL.standingStream },
  })
  const startsAfter = (capacity: number): number => {
    const calls = [[0, toStartS * 4]] as const
    const run = runFanLimit(
      made(capacity),
      { fanOnF, fanOffF: returnF - 1 },
      { calls, endS: toStartS * 4, returnF, startF: returnF },
    )
    return run.ok ? (run.value.startsS[0] ?? Number.POSITIVE_INFINITY) : Number.POSITIVE_INFINITY
  }
  let [low, high] = [0.2, 400]
  if (startsAfter(low) > toStartS || startsAfter(high) < toStartS) return refuse('no-such-exchanger', { toStartS })
  for (let i = 0; i < 40; i += 1) {
    const middle = (low + high) / 2
    if (startsAfter(middle) < toStartS) low = middle
    else high = middle
  }
  return ok(made(high))
}

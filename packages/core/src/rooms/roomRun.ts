import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import type { Controller, Equipment, FanSatisfied, Output, RoomSystem } from './roomModel.ts'

/** What the counted part of a run comes to. */
export interface RunFigures {
  starts: number
  stage2Starts: number
  auxiliaryStarts: number
  changeovers: number
  airMeanF: number
  airLowestF: number
  airHighestF: number
  /** Degree-minutes and minutes outside the band, and the longest of them in one piece. */
  outsideFMin: number
  outsideMin: number
  longestOutsideMin: number
  plantH: number
  stage2H: number
  auxiliaryH: number
  fanH: number
  trickleH: number
  plantHeatBtu: number
  plantCoolBtu: number
  auxiliaryBtu: number
  /** Into the air, cooling negative; and what was lost to the void from an exchanger left hot. */
  deliveredBtu: number
  /** Longest run that ends, shortest pause that ends with a start; null: none. */
  longestRunMin: number | null
  shortestOffMin: number | null
}

/** Bits of `machines`. */
export const PLANT_ON = 1
export const STAGE_2_ON = 2
export const AUXILIARY_ON = 4
export const FAN_ON = 8
export const TRICKLE_ON = 16
export const COOLS = 32

/** A line of each reading, one value each `everyS`. */
export interface Trace {
  everyS: number
  airF: Float32Array
  /** What the controller shows. */
  readingF: Float32Array
  outdoorF: Float32Array
  machines: Uint8Array
}

export interface RoomRun {
  figures: RunFigures
  /** Of the counted part; null where none was asked for. */
  trace: Trace | null
}

export interface RunOptions {
  /** Days that come before and are not counted. */
  warmUpDays: number
  countedDays: number
  /** Half-width of the band that is wanted. */
  bandF: number
  /** Must part an hour evenly. */
  stepS: number
  /** 0: no trace. */
  traceEveryS: number
}
export const RUN_DEFAULTS: RunOptions = { warmUpDays: 1, countedDays: 1, bandF: 1, stepS: 1, traceEveryS: 0 }

const HOUR_S = 3600
const LONG_AGO_S = -1e9

// Places of the state: temperatures, what the controller leans on, switches, and since when.
const AIR = 0
const MASS = 1
const EXCHANGER = 2
const FELT = 3
const INTEGRAL = 4
const BALANCE = 5
const COOLING = 6
const CALL = 7
const PLANT = 8
const STAGE2 = 9
const AUXILIARY = 10
const BLOWER = 11
const RUNNING = 12
const STARTED_S = 13
const STOPPED_S = 14
const RUN_SINCE_S = 15
const REST_SINCE_S = 16
/** What the fan blows, as a share; what the plant and the auxiliary heater give; what the controller wants. */
const FAN = 17
const PLANT_BTUH = 18
const AUXILIARY_BTUH = 19
const DEMAND = 20
const DELIVERED_BTUH = 21
const STATES = 22

// Places of the tally.
const T_STARTS = 0
const T_STAGE2_STARTS = 1
const T_AUXILIARY_STARTS = 2
const T_CHANGEOVERS = 3
const T_AIR = 4
const T_LOWEST = 5
const T_HIGHEST = 6
const T_OUTSIDE_F = 7
const T_OUTSIDE = 8
const T_OUTSIDE_NOW = 9
const T_OUTSIDE_LONGEST = 10
const T_PLANT = 11
const T_STAGE2 = 12
const T_AUXILIARY = 13
const T_FAN = 14
const T_TRICKLE = 15
const T_HEAT = 16
const T_COOL = 17
const T_AUXILIARY_HEAT = 18
const T_DELIVERED = 19
const T_LONGEST_RUN = 20
const T_SHORTEST_OFF = 21
const TALLIES = 22

/**
 * Runs a room with its equipment and controller. In every step: changeover, error, integral, call, plant, second stage,
 * auxiliary heat, blower; then the temperatures go on. Nothing is allocated in a step.
 * Conventions and sources: room and controllers as in `roomModel.ts`; anti-windup by conditional integration, Åström and
 * Hägglund, Advanced PID Control; time-proportional output so that N = 4·Nmax·x·(1 − x), NEMA DC 3.
 * Valid: steps of 1 s or less for counts; one well-mixed room.
 */
export function runRoom(system: RoomSystem, options: Partial<RunOptions> = {}): Result<RoomRun> {
  const { warmUpDays, countedDays, bandF, stepS, traceEveryS } = { ...RUN_DEFAULTS, ...options }
  const wrong = impossible(system, stepS)
  if (wrong) return wrong
  const fixed = fixedOf(system, stepS, bandF)
  const state = new Float64Array(STATES)
  state[AIR] = state[MASS] = state[EXCHANGER] = state[FELT] = system.startF
  state[COOLING] = fixed.firstCools
  state[STARTED_S] = state[STOPPED_S] = state[RUN_SINCE_S] = state[REST_SINCE_S] = LONG_AGO_S
  const tally = new Float64Array(TALLIES)
  tally[T_LOWEST] = tally[T_SHORTEST_OFF] = Number.POSITIVE_INFINITY
  tally[T_HIGHEST] = Number.NEGATIVE_INFINITY
  const stepsAnHour = Math.round(HOUR_S / stepS)
  const hours = 24 * (warmUpDays + countedDays)
  const fromHour = 24 * warmUpDays
  const every = traceEveryS > 0 ? Math.max(1, Math.round(traceEveryS / stepS)) : 0
  const trace = every > 0 ? emptyTrace(every * stepS, Math.ceil(((hours - fromHour) * stepsAnHour) / every)) : null
  let step = 0
  for (let hour = 0; hour < hours; hour++) {
    const of = hour % 24
    const outdoor0 = system.day.outdoorF[of] as number
    const slope = ((system.day.outdoorF[(of + 1) % 24] as number) - outdoor0) / stepsAnHour
    const airGain = system.day.airGainBtuH[of] as number
    const massGain = system.day.massGainBtuH[of] as number
    const counts = hour >= fromHour
    for (let i = 0; i < stepsAnHour; i++) {
      const outdoorF = outdoor0 + slope * i
      decide(state, tally, fixed, hour * HOUR_S + i * stepS, outdoorF, counts)
      if (trace && counts) {
        if (step % every === 0) write(trace, step / every, state, fixed, outdoorF)
        step++
      }
      advance(state, fixed, outdoorF + slope / 2, airGain, massGain)
      if (counts) count(state, tally, fixed)
    }
  }
  return ok({ figures: figuresOf(tally, fixed.stepH, (hours - fromHour) * stepsAnHour), trace })
}

/** What no run can be made of. */
function impossible({ room, equipment, controller, day }: RoomSystem, stepS: number) {
  if (!(room.airBtuPerF > 0 && room.massBtuPerF > 0 && room.uaBtuHPerF >= 0 && room.airMassBtuHPerF >= 0))
    return refuse('room-without-capacity')
  if (day.outdoorF.length < 24 || day.airGainBtuH.length < 24 || day.massGainBtuH.length < 24) return refuse('day-too-short')
  if (!(stepS > 0) || Math.abs(HOUR_S / stepS - Math.round(HOUR_S / stepS)) > 1e-9) return refuse('step-uneven')
  if (controller.mode === 'auto' && controller.setCoolF <= controller.setHeatF) return refuse('set-points-cross')
  const leans = controller.rule === 'cycle-rate' || controller.rule === 'proportional-integral'
  if (leans && !(controller.maxRatePerH > 0 && controller.integralMin > 0)) return refuse('controller-without-rate')
  if (equipment.kind === 'variable' && !(equipment.lowestShare > 0)) return refuse('variable-without-lowest')
  return null
}

/** Everything that does not change while it runs, as plain numbers. */
type Fixed = ReturnType<typeof fixedOf>
function fixedOf({ room, sensor, equipment, controller }: RoomSystem, stepS: number, bandF: number) {
  const { exchanger, auxiliary } = equipment
  const { rule } = controller
  const stepH = stepS / HOUR_S
  return {
    stepH,
    stepS,
    bandF,
    airStep: stepH / room.airBtuPerF,
    massStep: stepH / room.massBtuPerF,
    ua: room.uaBtuHPerF,
    airMass: room.airMassBtuHPerF,
    voidShare: room.voidOutdoorShare,
    exchangerStep: exchanger && exchanger.btuPerF > 0 ? stepH / exchanger.btuPerF : 0,
    exchangerOn: exchanger?.fanOnBtuHPerF ?? 0,
    exchangerOff: exchanger?.fanOffBtuHPerF ?? 0,
    // A first-order lag is exact for what it feels held through the step.
    felt: sensor.lagS > 0 ? 1 - Math.exp(-stepS / sensor.lagS) : 1,
    lagS: sensor.lagS,
    offsetF: sensor.offsetF,
    wallOff: sensor.wallShare.off,
    wallMore: sensor.wallShare.on - sensor.wallShare.off,
    voidOff: sensor.voidShare.off,
    voidMore: sensor.voidShare.on - sensor.voidShare.off,
    leans: rule === 'cycle-rate' || rule === 'proportional-integral',
    perLowest: rule === 'proportional-integral' && equipment.kind === 'variable' ? 1 / equipment.lowestShare : 1,
    onAtF: controller.differentialF,
    offAtF: rule === 'symmetric' ? -controller.differentialF : 0,
    gain: controller.gainPerF,
    integralH: controller.integralMin / 60,
    balanceMost: controller.maxRatePerH > 0 ? 1 / (8 * controller.maxRatePerH) : 0,
    isAuto: controller.mode === 'auto',
    firstCools: (controller.mode === 'auto' ? controller.firstMode : controller.mode) === 'cool' ? 1 : 0,
    setHeatF: controller.setHeatF,
    setCoolF: controller.setCoolF,
    changeoverS: controller.changeoverMin * 60,
    marginF: controller.changeoverMarginF,
    fanHeat: fanShareOf(controller.fanHeat, controller),
    fanCool: fanShareOf(controller.fanCool, controller),
    ...stage2Of(equipment, controller),
    isVariable: equipment.kind === 'variable',
    lowestShare: equipment.lowestShare,
    ...outputsOf('heat', equipment.heat),
    ...outputsOf('cool', equipment.cool),
    referenceF: equipment.referenceOutdoorF,
    minOnS: equipment.minOnS,
    minOffS: equipment.minOffS,
    lockedBelowF: equipment.lockedBelowF ?? Number.NEGATIVE_INFINITY,
    hasAuxiliary: auxiliary !== null && auxiliary.btuH > 0,
    auxiliaryBtuH: auxiliary?.btuH ?? 0,
    auxiliaryBelowF: auxiliary?.allowedBelowF ?? 0,
    auxiliaryOnF: auxiliary?.onDroopF ?? 0,
    auxiliaryOffF: auxiliary?.offDroopF ?? 0,
    onDelayS: equipment.blowerOnDelayS,
    offDelayS: equipment.blowerOffDelayS,
  }
}

const fanShareOf = (does: FanSatisfied, { trickleShare, fanShare }: Controller): number =>
  does === 'off' ? 0 : does === 'trickle' ? trickleShare : fanShare

function stage2Of({ kind }: Equipment, { stage2 }: Controller) {
  const has = kind === 'two-stage' && stage2 !== null
  return {
    hasStage2: has,
    stage2ByTime: has && stage2.by === 'time',
    stage2OnF: has && stage2.by === 'gap' ? stage2.onF : 0,
    stage2OffF: has && stage2.by === 'gap' ? stage2.offF : 0,
    stage2AfterS: has && stage2.by === 'time' ? stage2.afterMin * 60 : 0,
  }
}

const outputsOf = <K extends 'heat' | 'cool'>(key: K, { btuH, slopeBtuHPerF }: Output) => {
  const [first = 0, second = first] = btuH
  const [firstSlope = 0, secondSlope = firstSlope] = slopeBtuHPerF
  return { [`${key}1`]: first, [`${key}2`]: second, [`${key}Slope1`]: firstSlope, [`${key}Slope2`]: secondSlope } as Record<
    `${K}1` | `${K}2` | `${K}Slope1` | `${K}Slope2`,
    number
  >
}

/** Everything that switches, from the state as it is. */
function decide(s: Float64Array, tally: Float64Array, f: Fixed, nowS: number, outdoorF: number, counts: boolean): void {
  const reading = (s[FELT] as number) + f.offsetF
  if (f.isAuto && s[PLANT] === 0 && s[AUXILIARY] === 0 && nowS - (s[STOPPED_S] as number) >= f.changeoverS) {
    const turns = s[COOLING] === 0 ? reading >= f.setCoolF + f.marginF : reading <= f.setHeatF - f.marginF
    if (turns) {
      s[COOLING] = 1 - (s[COOLING] as number)
      s[INTEGRAL] = s[BALANCE] = s[CALL] = 0
      if (counts) tally[T_CHANGEOVERS] = (tally[T_CHANGEOVERS] as number) + 1
    }
  }
  const cooling = s[COOLING] === 1
  const error = cooling ? reading - f.setCoolF : f.setHeatF - reading
  const wasOn = s[PLANT] as number
  if (f.leans) lean(s, f, error)
  else {
    s[DEMAND] = 1
    if (error >= f.onAtF) s[CALL] = 1
    else if (error <= f.offAtF) s[CALL] = 0
  }
  const called = s[CALL] === 1 && (cooling || outdoorF >= f.lockedBelowF)
  if (wasOn === 0 && called && nowS - (s[STOPPED_S] as number) >= f.minOffS) {
    s[PLANT] = 1
    const pauseS = nowS - (s[STOPPED_S] as number)
    s[STARTED_S] = nowS
    if (counts) {
      tally[T_STARTS] = (tally[T_STARTS] as number) + 1
      if (pauseS < -LONG_AGO_S) tally[T_SHORTEST_OFF] = Math.min(tally[T_SHORTEST_OFF] as number, pauseS)
    }
  } else if (wasOn === 1 && !called && nowS - (s[STARTED_S] as number) >= f.minOnS) {
    s[PLANT] = 0
    s[STOPPED_S] = nowS
    if (counts) tally[T_LONGEST_RUN] = Math.max(tally[T_LONGEST_RUN] as number, nowS - (s[STARTED_S] as number))
  }
  secondStage(s, tally, f, nowS, error, counts)
  auxiliaryHeat(s, tally, f, outdoorF, error, cooling, counts)
  blower(s, f, nowS, cooling)
  outputs(s, f, outdoorF, cooling)
}

/** Gain and time give what is wanted; the balance of wanted and given switches, so that a load has its cycle rate. */
function lean(s: Float64Array, f: Fixed, error: number): void {
  const raw = f.gain * error + (s[INTEGRAL] as number)
  const demand = Math.min(Math.max(raw, 0), 1)
  s[DEMAND] = demand
  const isWound = (raw >= 1 && error > 0) || (raw <= 0 && error < 0)
  if (!isWound) {
    const next = (s[INTEGRAL] as number) + ((f.gain * error) / f.integralH) * f.stepH
    s[INTEGRAL] = Math.min(Math.max(next, 0), 1)
  }
  const wanted = Math.min(1, demand * f.perLowest)
  const balance = (s[BALANCE] as number) + (wanted - (s[PLANT] as number)) * f.stepH
  s[BALANCE] = Math.min(Math.max(balance, -f.balanceMost), f.balanceMost)
  if (balance >= f.balanceMost) s[CALL] = 1
  else if (balance <= -f.balanceMost) s[CALL] = 0
}

function secondStage(s: Float64Array, tally: Float64Array, f: Fixed, nowS: number, error: number, counts: boolean): void {
  if (!f.hasStage2) return
  const was = s[STAGE2] as number
  if (s[PLANT] === 0) s[STAGE2] = 0
  else if (f.stage2ByTime) s[STAGE2] = nowS - (s[STARTED_S] as number) >= f.stage2AfterS ? 1 : was
  else if (error >= f.stage2OnF) s[STAGE2] = 1
  else if (error <= f.stage2OffF) s[STAGE2] = 0
  if (counts && was === 0 && s[STAGE2] === 1) tally[T_STAGE2_STARTS] = (tally[T_STAGE2_STARTS] as number) + 1
}

function auxiliaryHeat(
  s: Float64Array,
  tally: Float64Array,
  f: Fixed,
  outdoorF: number,
  error: number,
  cooling: boolean,
  counts: boolean,
): void {
  if (!f.hasAuxiliary) return
  const was = s[AUXILIARY] as number
  if (cooling || outdoorF > f.auxiliaryBelowF) s[AUXILIARY] = 0
  else if (error >= f.auxiliaryOnF) s[AUXILIARY] = 1
  else if (error <= f.auxiliaryOffF) s[AUXILIARY] = 0
  if (counts && was === 0 && s[AUXILIARY] === 1) tally[T_AUXILIARY_STARTS] = (tally[T_AUXILIARY_STARTS] as number) + 1
}

function blower(s: Float64Array, f: Fixed, nowS: number, cooling: boolean): void {
  const runs = s[PLANT] === 1 || s[AUXILIARY] === 1 ? 1 : 0
  if (runs !== s[RUNNING]) {
    s[RUNNING] = runs
    s[runs === 1 ? RUN_SINCE_S : REST_SINCE_S] = nowS
  }
  if (runs === 1) {
    if (nowS - (s[RUN_SINCE_S] as number) >= f.onDelayS) s[BLOWER] = 1
  } else if (nowS - (s[REST_SINCE_S] as number) >= f.offDelayS) s[BLOWER] = 0
  s[FAN] = s[BLOWER] === 1 ? 1 : cooling ? f.fanCool : f.fanHeat
}

function outputs(s: Float64Array, f: Fixed, outdoorF: number, cooling: boolean): void {
  s[AUXILIARY_BTUH] = s[AUXILIARY] === 1 ? f.auxiliaryBtuH : 0
  if (s[PLANT] === 0) {
    s[PLANT_BTUH] = 0
    return
  }
  const second = s[STAGE2] === 1
  const away = outdoorF - f.referenceF
  const full = cooling
    ? second
      ? f.cool2 + f.coolSlope2 * away
      : f.cool1 + f.coolSlope1 * away
    : second
      ? f.heat2 + f.heatSlope2 * away
      : f.heat1 + f.heatSlope1 * away
  const share = f.isVariable ? Math.max(s[DEMAND] as number, f.lowestShare) : 1
  s[PLANT_BTUH] = Math.max(0, full) * share * (cooling ? -1 : 1)
}

/** The temperatures go on by one step. */
function advance(s: Float64Array, f: Fixed, outdoorF: number, airGain: number, massGain: number): void {
  const air = s[AIR] as number
  const mass = s[MASS] as number
  const fan = s[FAN] as number
  const given = (s[PLANT_BTUH] as number) + (s[AUXILIARY_BTUH] as number)
  const hollow = air + f.voidShare * (outdoorF - air)
  let delivered = given
  if (f.exchangerStep > 0) {
    const exchanger = s[EXCHANGER] as number
    delivered = fan * f.exchangerOn * (exchanger - air)
    const lost = fan === 0 ? f.exchangerOff * (exchanger - hollow) : 0
    s[EXCHANGER] = exchanger + f.exchangerStep * (given - delivered - lost)
  }
  s[DELIVERED_BTUH] = delivered
  const toMass = f.airMass * (air - mass)
  s[AIR] = air + f.airStep * (f.ua * (outdoorF - air) - toMass + airGain + delivered)
  s[MASS] = mass + f.massStep * (toMass + massGain)
  const wall = f.wallOff + fan * f.wallMore
  const still = f.voidOff + fan * f.voidMore
  const mixture = (1 - wall - still) * air + wall * mass + still * hollow
  s[FELT] = f.lagS > 0 ? (s[FELT] as number) + f.felt * (mixture - (s[FELT] as number)) : mixture
}

function count(s: Float64Array, tally: Float64Array, f: Fixed): void {
  const air = s[AIR] as number
  tally[T_AIR] = (tally[T_AIR] as number) + air
  if (air < (tally[T_LOWEST] as number)) tally[T_LOWEST] = air
  if (air > (tally[T_HIGHEST] as number)) tally[T_HIGHEST] = air
  const low = (f.isAuto || s[COOLING] === 0 ? f.setHeatF : f.setCoolF) - f.bandF
  const high = (f.isAuto || s[COOLING] === 1 ? f.setCoolF : f.setHeatF) + f.bandF
  const outside = air < low ? low - air : air > high ? air - high : 0
  if (outside > 0) {
    tally[T_OUTSIDE_F] = (tally[T_OUTSIDE_F] as number) + outside
    tally[T_OUTSIDE] = (tally[T_OUTSIDE] as number) + 1
    tally[T_OUTSIDE_NOW] = (tally[T_OUTSIDE_NOW] as number) + 1
    tally[T_OUTSIDE_LONGEST] = Math.max(tally[T_OUTSIDE_LONGEST] as number, tally[T_OUTSIDE_NOW] as number)
  } else tally[T_OUTSIDE_NOW] = 0
  tally[T_PLANT] = (tally[T_PLANT] as number) + (s[PLANT] as number)
  tally[T_STAGE2] = (tally[T_STAGE2] as number) + (s[STAGE2] as number)
  tally[T_AUXILIARY] = (tally[T_AUXILIARY] as number) + (s[AUXILIARY] as number)
  const fan = s[FAN] as number
  if (fan === 1) tally[T_FAN] = (tally[T_FAN] as number) + 1
  else if (fan > 0) tally[T_TRICKLE] = (tally[T_TRICKLE] as number) + 1
  const plant = s[PLANT_BTUH] as number
  if (plant > 0) tally[T_HEAT] = (tally[T_HEAT] as number) + plant
  else tally[T_COOL] = (tally[T_COOL] as number) - plant
  tally[T_AUXILIARY_HEAT] = (tally[T_AUXILIARY_HEAT] as number) + (s[AUXILIARY_BTUH] as number)
  tally[T_DELIVERED] = (tally[T_DELIVERED] as number) + (s[DELIVERED_BTUH] as number)
}

/** What was summed step by step, as hours and Btu. */
function figuresOf(tally: Float64Array, stepH: number, steps: number): RunFigures {
  const sum = (at: number) => tally[at] as number
  const hours = (at: number) => sum(at) * stepH
  const minutes = (at: number) => 60 * hours(at)
  const shortest = sum(T_SHORTEST_OFF)
  return {
    starts: sum(T_STARTS),
    stage2Starts: sum(T_STAGE2_STARTS),
    auxiliaryStarts: sum(T_AUXILIARY_STARTS),
    changeovers: sum(T_CHANGEOVERS),
    airMeanF: sum(T_AIR) / steps,
    airLowestF: sum(T_LOWEST),
    airHighestF: sum(T_HIGHEST),
    outsideFMin: minutes(T_OUTSIDE_F),
    outsideMin: minutes(T_OUTSIDE),
    longestOutsideMin: minutes(T_OUTSIDE_LONGEST),
    plantH: hours(T_PLANT),
    stage2H: hours(T_STAGE2),
    auxiliaryH: hours(T_AUXILIARY),
    fanH: hours(T_FAN),
    trickleH: hours(T_TRICKLE),
    plantHeatBtu: hours(T_HEAT),
    plantCoolBtu: hours(T_COOL),
    auxiliaryBtu: hours(T_AUXILIARY_HEAT),
    deliveredBtu: hours(T_DELIVERED),
    longestRunMin: sum(T_LONGEST_RUN) > 0 ? sum(T_LONGEST_RUN) / 60 : null,
    shortestOffMin: Number.isFinite(shortest) ? shortest / 60 : null,
  }
}

const emptyTrace = (everyS: number, length: number): Trace => ({
  everyS,
  airF: new Float32Array(length),
  readingF: new Float32Array(length),
  outdoorF: new Float32Array(length),
  machines: new Uint8Array(length),
})

function write(trace: Trace, at: number, s: Float64Array, f: Fixed, outdoorF: number): void {
  trace.airF[at] = s[AIR] as number
  trace.readingF[at] = (s[FELT] as number) + f.offsetF
  trace.outdoorF[at] = outdoorF
  const fan = s[FAN] as number
  trace.machines[at] =
    (s[PLANT] === 1 ? PLANT_ON : 0) |
    (s[STAGE2] === 1 ? STAGE_2_ON : 0) |
    (s[AUXILIARY] === 1 ? AUXILIARY_ON : 0) |
    (fan === 1 ? FAN_ON : 0) |
    (fan > 0 && fan < 1 ? TRICKLE_ON : 0) |
    (s[COOLING] === 1 ? COOLS : 0)
}

import { enthalpyBtuLb, saturatedRatio } from '../air/psychrometrics.ts'
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
  /** The longest that anybody waits for heat, or for cooling: in one piece beyond the band on the side that is worked on. */
  longestWaitMin: number
  plantH: number
  stage2H: number
  auxiliaryH: number
  fanH: number
  trickleH: number
  plantHeatBtu: number
  plantCoolBtu: number
  auxiliaryBtu: number
  /** Into the air, cooling negative. */
  deliveredBtu: number
  /** To the outdoors; from sun and people; from an exchanger left hot to the void; and how much more is stored in the end. */
  lossBtu: number
  gainsBtu: number
  voidBtu: number
  storedBtu: number
  /** Heat that went into water taken out, less what evaporated again: cooling that no thermometer sees. */
  latentBtu: number
  /** Water that left by the drain, and what the fan put back from a wet coil, lb; and the humidity, %; null: not looked at. */
  drainedLb: number
  putBackLb: number
  humidityMeanPct: number | null
  humidityHighestPct: number | null
  defrosts: number
  /** Minutes in heating while the vents blow air that is felt as cool; null: the flow is not known. */
  coolVentMin: number | null
  /** Mean of the room that no sensor is in charge of; null: there is none. */
  otherMeanF: number | null
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
export const DEFROSTS = 64

/** A line of each reading, one value each `everyS`. */
export interface Trace {
  everyS: number
  airF: Float32Array
  /** What the controller shows. */
  readingF: Float32Array
  outdoorF: Float32Array
  machines: Uint8Array
  /** Of the room that is not sensed; and the humidity, %; null: none. */
  otherF: Float32Array | null
  humidityPct: Float32Array | null
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
/**
 * Where a sum begins: a zero that is no small integer, so that the engine keeps the variable a double from its first step on.
 * A fifth of the time of a run.
 */
const ZERO = -0
const LONG_AGO_S = -1e9

// Places of the state between two hours: temperatures, what the controller leans on, switches, and since when.
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
const STARTED_S = 12
const STOPPED_S = 13
const RUN_SINCE_S = 14
const REST_SINCE_S = 15
const FAN = 16
const OTHER = 17
const OTHER_MASS = 18
const RATIO = 19
const COIL_LB = 20
const HUMIDITY = 21
const FROST = 22
const FROST_RUN_S = 23
const FROST_SINCE_S = 24
const DROOP_SINCE_S = 25
const BLOWS_SINCE_S = 26
const FELT_BY_FAN = 27
const STATES = 28

// Places of the tally: counts, and sums over the steps.
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
const T_LOSS = 22
const T_GAIN = 23
const T_VOID = 24
const T_LATENT = 25
const T_DRAINED = 26
const T_PUT_BACK = 27
const T_HUMIDITY = 28
const T_DAMPEST = 29
const T_DEFROSTS = 30
const T_COOL_VENT = 31
const T_OTHER = 32
const T_WAIT_NOW = 33
const T_WAIT_LONGEST = 34
const TALLIES = 35

/** Air from a vent that is cooler is felt as cool while a room is heated, °F. A house figure. */
const COOL_VENT_F = 85
/** No blower waits longer for a warm exchanger. */
const HOT_START_MOST_S = 300
/** Heat that goes into a pound of water at the coil, Btu. Source: ASHRAE Fundamentals 2017, ch. 1, eq. 30. */
const LATENT_BTU_LB = 1061
/** Of what a coil takes from the air at most so much is water: no such coil does more. */
const MOST_LATENT = 0.6
/** Bypass b = b0^(share^−0.2), as in `coilModel.ts`. */
const BYPASS_EXPONENT = -0.2

/**
 * Runs a room with its equipment and controller. In every step: changeover, error, integral, call, plant, second stage,
 * auxiliary heat, blower; then the temperatures go on. Nothing is allocated in a step.
 * Conventions and sources: room and controllers as in `roomModel.ts`; anti-windup by conditional integration, Åström and
 * Hägglund, Advanced PID Control; time-proportional output so that N = 4·Nmax·x·(1 − x), NEMA DC 3.
 * RoomMoisture: coil by the bypass-factor method (as `coilModel.ts`); water kept on the coil and put back by a fan that runs
 * on, adiabatically, after Henderson and Rengarajan, ASHRAE Transactions 1996.
 * Valid: steps of 1 s or less for counts; each room well mixed; one humidity for all of them.
 */
export function runRoom(system: RoomSystem, options: Partial<RunOptions> = {}): Result<RoomRun> {
  const { warmUpDays, countedDays, bandF, stepS, traceEveryS } = { ...RUN_DEFAULTS, ...options }
  const wrong = impossible(system, stepS)
  if (wrong) return wrong
  const fixed = fixedOf(system, stepS, bandF)
  const state = new Float64Array(STATES)
  state[AIR] = state[MASS] = state[EXCHANGER] = state[FELT] = system.startF
  state[OTHER] = state[OTHER_MASS] = state[FELT_BY_FAN] = system.startF
  state[RATIO] = system.moisture?.startRatio ?? 0
  state[COOLING] = fixed.firstCools
  // At rest for ever: least times and delays are long over.
  state[STARTED_S] = state[STOPPED_S] = state[REST_SINCE_S] = LONG_AGO_S
  state[RUN_SINCE_S] = LONG_AGO_S - 1
  state[DROOP_SINCE_S] = Number.POSITIVE_INFINITY
  const tally = new Float64Array(TALLIES)
  tally[T_LOWEST] = tally[T_SHORTEST_OFF] = Number.POSITIVE_INFINITY
  tally[T_HIGHEST] = tally[T_DAMPEST] = Number.NEGATIVE_INFINITY
  const stepsAnHour = Math.round(HOUR_S / stepS)
  const hours = 24 * (warmUpDays + countedDays)
  const fromHour = 24 * warmUpDays
  const every = traceEveryS > 0 ? Math.max(1, Math.round(traceEveryS / stepS)) : 0
  const trace = every > 0 ? emptyTrace(every * stepS, Math.ceil(((hours - fromHour) * stepsAnHour) / every), system) : null
  const stored = () => storedIn(state, system)
  let storedBefore = stored()
  const { day } = system
  for (let hour = 0; hour < hours; hour++) {
    const of = hour % 24
    if (hour === fromHour) storedBefore = stored()
    runHour(state, tally, fixed, {
      fromS: hour * HOUR_S,
      steps: stepsAnHour,
      outdoorF: day.outdoorF[of] as number,
      nextOutdoorF: day.outdoorF[(of + 1) % 24] as number,
      airGainBtuH: day.airGainBtuH[of] as number,
      massGainBtuH: day.massGainBtuH[of] as number,
      doorSteps: Math.round((((day.door?.minutes[of] ?? 0) / 60) * HOUR_S) / stepS),
      sunF: day.sunOnSensorF?.[of] ?? 0,
      outdoorRatio: system.moisture?.outdoorRatio[of] ?? 0,
      waterGainLbH: system.moisture?.gainLbH[of] ?? 0,
      counts: hour >= fromHour,
      trace: hour >= fromHour ? trace : null,
      traceEvery: every,
      traceFrom: (hour - fromHour) * stepsAnHour,
    })
  }
  const counted = { stepH: fixed.stepH, steps: (hours - fromHour) * stepsAnHour, storedBtu: stored() - storedBefore }
  return ok({ figures: figuresOf(tally, counted, system), trace })
}

/** What no run can be made of. */
function impossible({ room, other, moisture, equipment, controller, day }: RoomSystem, stepS: number) {
  if (other && !(other.airBtuPerF > 0 && other.massBtuPerF > 0)) return refuse('room-without-capacity')
  if (moisture && !(moisture.airLb > 0 && moisture.coilAirLbH > 0 && moisture.bypass > 0)) return refuse('moisture-without-air')
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
function fixedOf(system: RoomSystem, stepS: number, bandF: number) {
  const { room, other, moisture, day, sensor, equipment, controller } = system
  const { exchanger, auxiliary, defrost, ramp } = equipment
  const { drying } = controller
  const { whileFan } = sensor
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
    offsetF: sensor.offsetF,
    fanShiftF: sensor.fanShiftF,
    wallOff: sensor.wallShare.off,
    wallMore: sensor.wallShare.on - sensor.wallShare.off,
    voidOff: sensor.voidShare.off,
    voidMore: sensor.voidShare.on - sensor.voidShare.off,
    leans: rule === 'cycle-rate' || rule === 'proportional-integral',
    perLowest: rule === 'proportional-integral' && equipment.kind === 'variable' ? 1 / equipment.lowestShare : 1,
    onAtF: controller.differentialF,
    offAtF: rule === 'symmetric' ? -controller.differentialF : 0,
    gain: controller.gainPerF,
    integralStep: controller.integralMin > 0 ? (controller.gainPerF * stepH * 60) / controller.integralMin : 0,
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
    auxiliaryDelayS: auxiliary?.delayS ?? 0,
    doorUa: day.door?.btuHPerF ?? 0,
    hasJump: whileFan !== null,
    jumpFelt: whileFan && whileFan.lagS > 0 ? 1 - Math.exp(-stepS / whileFan.lagS) : 1,
    jumpWall: whileFan?.wallShare.on ?? 0,
    jumpVoid: whileFan?.voidShare.on ?? 0,
    jumpOffsetF: whileFan?.offsetF ?? 0,
    frostEveryS: defrost?.everyS ?? Number.POSITIVE_INFINITY,
    frostForS: defrost?.forS ?? 0,
    frostBelowF: defrost?.belowF ?? Number.NEGATIVE_INFINITY,
    frostTakes: defrost?.takesBtuH ?? 0,
    hotStartF: equipment.hotStartF ?? Number.NEGATIVE_INFINITY,
    rampS: ramp?.forS ?? 0,
    rampShare: ramp?.share ?? 1,
    flow: equipment.flowBtuHPerF,
    duct: equipment.ductBtuHPerF,
    heatsElsewhere: equipment.heatsElsewhere,
    circulateHeat: controller.fanHeat === 'as-set' ? Math.round((controller.circulateMin * 60) / stepS) : 0,
    circulateCool: controller.fanCool === 'as-set' ? Math.round((controller.circulateMin * 60) / stepS) : 0,
    hasOther: other !== null,
    otherStep: other ? stepH / other.airBtuPerF : 0,
    otherMassStep: other ? stepH / other.massBtuPerF : 0,
    otherUa: other?.uaBtuHPerF ?? 0,
    otherAirMass: other?.airMassBtuHPerF ?? 0,
    otherShare: other?.airShare ?? 0,
    otherGain: other?.gainRatio ?? 0,
    betweenOff: other?.betweenBtuHPerF.off ?? 0,
    betweenMore: (other?.betweenBtuHPerF.on ?? 0) - (other?.betweenBtuHPerF.off ?? 0),
    rises: other?.risesBtuHPerF ?? 0,
    otherSign: other?.isAbove ? 1 : -1,
    hasMoisture: moisture !== null,
    waterStep: moisture ? stepH / moisture.airLb : 0,
    leak: moisture?.leakLbH ?? 0,
    coilAir: moisture?.coilAirLbH ?? 0,
    bypass: moisture?.bypass ?? 0,
    coilHolds: moisture?.coilHoldsLb ?? 0,
    saturated: moisture ? saturationAt(moisture.pressurePsia) : NO_SATURATION,
    dries: moisture && drying ? drying.abovePct : Number.POSITIVE_INFINITY,
    driesF: drying?.by === 'overcool' ? drying.overcoolF : 0,
    driesShare: drying?.by === 'slow' ? drying.share : 1,
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
    stage2AfterS: has ? stage2.afterMin * 60 : 0,
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

interface Hour {
  fromS: number
  steps: number
  outdoorF: number
  nextOutdoorF: number
  airGainBtuH: number
  massGainBtuH: number
  /** Steps at its beginning while the door stands open. */
  doorSteps: number
  sunF: number
  outdoorRatio: number
  waterGainLbH: number
  counts: boolean
  trace: Trace | null
  traceEvery: number
  /** Steps that were counted before this hour. */
  traceFrom: number
}

/**
 * One hour, step by step. Everything that changes is in local variables, and everything of a step stands in one function:
 * with the state in an array and a function for each part the same run takes twice as long.
 */
function runHour(state: Float64Array, tally: Float64Array, f: Fixed, hour: Hour): void {
  const { stepH, stepS, counts, trace } = { stepH: f.stepH, stepS: f.stepS, counts: hour.counts, trace: hour.trace }
  const slope = (hour.nextOutdoorF - hour.outdoorF) / hour.steps
  let air = state[AIR] as number
  let mass = state[MASS] as number
  let exchanger = state[EXCHANGER] as number
  let felt = state[FELT] as number
  let integral = state[INTEGRAL] as number
  let balance = state[BALANCE] as number
  let cools = state[COOLING] === 1
  let call = state[CALL] === 1
  let plant = state[PLANT] === 1
  let stage2 = state[STAGE2] === 1
  let auxiliary = state[AUXILIARY] === 1
  let blows = state[BLOWER] === 1
  let startedS = state[STARTED_S] as number
  let stoppedS = state[STOPPED_S] as number
  let runSinceS = state[RUN_SINCE_S] as number
  let restSinceS = state[REST_SINCE_S] as number
  let fan = state[FAN] as number
  let other = state[OTHER] as number
  let otherMass = state[OTHER_MASS] as number
  let ratio = state[RATIO] as number
  let coilLb = state[COIL_LB] as number
  let humidity = state[HUMIDITY] as number
  let frost = state[FROST] === 1
  let frostRunS = state[FROST_RUN_S] as number
  let frostSinceS = state[FROST_SINCE_S] as number
  let droopSinceS = state[DROOP_SINCE_S] as number
  let blowsSinceS = state[BLOWS_SINCE_S] as number
  let feltByFan = state[FELT_BY_FAN] as number
  let [otherSum, latentSum, drainedSum, putBackSum, humiditySum, ductSum] = [ZERO, ZERO, ZERO, ZERO, ZERO, ZERO]
  let coolVentSteps = 0
  let dampest = tally[T_DAMPEST] as number
  let waitNow = tally[T_WAIT_NOW] as number
  let waitLongest = tally[T_WAIT_LONGEST] as number
  let [airSum, lossSum, gainSum, voidSum, deliveredSum, heatSum, coolSum] = [ZERO, ZERO, ZERO, ZERO, ZERO, ZERO, ZERO]
  let [plantSteps, stage2Steps, auxiliarySteps, fanSteps, trickleSteps] = [0, 0, 0, 0, 0]
  let outsideSum = ZERO
  let outsideSteps = 0
  let lowest = tally[T_LOWEST] as number
  let highest = tally[T_HIGHEST] as number
  let outsideNow = tally[T_OUTSIDE_NOW] as number
  let outsideLongest = tally[T_OUTSIDE_LONGEST] as number

  // What every step asks for, read once and as doubles, however it is kept in `f`: an eighth of the time of a run.
  const k = Float64Array.of(
    f.airStep,
    f.massStep,
    f.ua,
    f.airMass,
    f.voidShare,
    f.exchangerStep,
    f.exchangerOn,
    f.exchangerOff,
    f.offsetF,
    f.fanShiftF,
    f.wallOff,
    f.wallMore,
    f.voidOff,
    f.voidMore,
    f.duct,
    f.flow,
    f.onAtF,
    f.offAtF,
    f.setHeatF,
  )
  const airStep = k[0] as number
  const massStep = k[1] as number
  const ua = k[2] as number
  const airMass = k[3] as number
  const voidShare = k[4] as number
  const exchangerStep = k[5] as number
  const exchangerOn = k[6] as number
  const exchangerOff = k[7] as number
  const offsetF = k[8] as number
  const fanShiftF = k[9] as number
  const wallOff = k[10] as number
  const wallMore = k[11] as number
  const voidOff = k[12] as number
  const voidMore = k[13] as number
  const duct = k[14] as number
  const flow = k[15] as number
  const onAtF = k[16] as number
  const offAtF = k[17] as number
  const setHeatF = k[18] as number
  for (let i = 0; i < hour.steps; i++) {
    const nowS = hour.fromS + i * stepS
    const outdoorF = hour.outdoorF + slope * i
    const reading = f.hasJump && fan > 0 ? feltByFan + f.jumpOffsetF : felt + offsetF + fan * fanShiftF

    // Changeover, while everything rests.
    if (f.isAuto && !plant && !auxiliary && nowS - stoppedS >= f.changeoverS) {
      if (cools ? reading <= setHeatF - f.marginF : reading >= f.setCoolF + f.marginF) {
        cools = !cools
        integral = balance = 0
        call = false
        if (counts) tally[T_CHANGEOVERS] = (tally[T_CHANGEOVERS] as number) + 1
      }
    }

    // What is called for.
    const isDamp = humidity > f.dries
    const error = cools ? reading - (isDamp ? f.setCoolF - f.driesF : f.setCoolF) : setHeatF - reading
    let demand = 1
    if (f.leans) {
      const raw = f.gain * error + integral
      demand = raw < 0 ? 0 : raw > 1 ? 1 : raw
      if (!((raw >= 1 && error > 0) || (raw <= 0 && error < 0))) {
        integral += f.integralStep * error
        integral = integral < 0 ? 0 : integral > 1 ? 1 : integral
      }
      // Wanted against given: a load has its cycle rate by how far the two may part.
      const wanted = demand * f.perLowest
      balance += ((wanted > 1 ? 1 : wanted) - (plant ? 1 : 0)) * stepH
      if (balance >= f.balanceMost) {
        balance = f.balanceMost
        call = true
      } else if (balance <= -f.balanceMost) {
        balance = -f.balanceMost
        call = false
      }
    } else if (error >= onAtF) call = true
    else if (error <= offAtF) call = false

    // The plant, with its least times.
    const called = call && (cools || outdoorF >= f.lockedBelowF)
    if (!plant && called && nowS - stoppedS >= f.minOffS) {
      plant = true
      startedS = nowS
      if (counts) {
        tally[T_STARTS] = (tally[T_STARTS] as number) + 1
        if (stoppedS > LONG_AGO_S) tally[T_SHORTEST_OFF] = Math.min(tally[T_SHORTEST_OFF] as number, nowS - stoppedS)
      }
    } else if (plant && !called && nowS - startedS >= f.minOnS) {
      plant = false
      stoppedS = nowS
      if (counts) tally[T_LONGEST_RUN] = Math.max(tally[T_LONGEST_RUN] as number, nowS - startedS)
    }
    if (f.hasStage2) {
      const was = stage2
      if (!plant) stage2 = false
      else if (f.stage2ByTime) stage2 = was || nowS - startedS >= f.stage2AfterS
      else if (error >= f.stage2OnF && nowS - startedS >= f.stage2AfterS) stage2 = true
      else if (error <= f.stage2OffF) stage2 = false
      if (counts && stage2 && !was) tally[T_STAGE2_STARTS] = (tally[T_STAGE2_STARTS] as number) + 1
    }
    // After so much heating in the cold the coil is frosted: it turns round, and the auxiliary heat tempers it.
    if (frost) {
      if (!plant || nowS - frostSinceS >= f.frostForS) frost = false
    } else if (plant && !cools && outdoorF < f.frostBelowF) {
      frostRunS += stepS
      if (frostRunS >= f.frostEveryS) {
        frost = true
        frostSinceS = nowS
        frostRunS = 0
        if (counts) tally[T_DEFROSTS] = (tally[T_DEFROSTS] as number) + 1
      }
    }
    if (f.hasAuxiliary) {
      const was = auxiliary
      if (error < f.auxiliaryOnF) droopSinceS = Number.POSITIVE_INFINITY
      else if (droopSinceS > nowS) droopSinceS = nowS
      if (cools || outdoorF > f.auxiliaryBelowF) auxiliary = false
      else if (frost || nowS - droopSinceS >= f.auxiliaryDelayS) auxiliary = true
      else if (error <= f.auxiliaryOffF) auxiliary = false
      if (counts && auxiliary && !was) tally[T_AUXILIARY_STARTS] = (tally[T_AUXILIARY_STARTS] as number) + 1
    }

    // The blower follows with its delays; satisfied, it does as it is set.
    if ((plant || auxiliary) && (cools || !f.heatsElsewhere)) {
      if (restSinceS >= runSinceS) runSinceS = nowS
      if (!blows && nowS - runSinceS >= f.onDelayS) {
        blows = cools || exchanger >= f.hotStartF || nowS - runSinceS >= HOT_START_MOST_S
        if (blows) blowsSinceS = nowS
      }
    } else {
      if (runSinceS > restSinceS) restSinceS = nowS
      if (nowS - restSinceS >= f.offDelayS) blows = false
    }
    if (blows) {
      fan = nowS - blowsSinceS < f.rampS ? f.rampShare : 1
      if (cools && isDamp && fan > f.driesShare) fan = f.driesShare
    } else {
      fan = cools ? f.fanCool : f.fanHeat
      // What is missing of its minutes is blown at the end of the hour.
      const circulates = cools ? f.circulateCool : f.circulateHeat
      if (circulates > 0 && i >= hour.steps - (circulates - fanSteps)) fan = 1
    }

    // What it gives.
    let given = ZERO
    if (plant) {
      const away = outdoorF - f.referenceF
      const full = cools
        ? stage2
          ? f.cool2 + f.coolSlope2 * away
          : f.cool1 + f.coolSlope1 * away
        : stage2
          ? f.heat2 + f.heatSlope2 * away
          : f.heat1 + f.heatSlope1 * away
      const share = f.isVariable ? (demand > f.lowestShare ? demand : f.lowestShare) : 1
      given = full > 0 ? full * share : 0
      if (cools) {
        coolSum += given
        given = -given
      } else {
        if (frost) given = -f.frostTakes
        heatSum += given
      }
      plantSteps++
      if (stage2) stage2Steps++
    }
    if (auxiliary) {
      given += f.auxiliaryBtuH
      auxiliarySteps++
    }
    if (trace) {
      const at = hour.traceFrom + i
      if (at % hour.traceEvery === 0) {
        const machines =
          (plant ? PLANT_ON : 0) |
          (stage2 ? STAGE_2_ON : 0) |
          (auxiliary ? AUXILIARY_ON : 0) |
          (fan === 1 ? FAN_ON : 0) |
          (fan > 0 && fan < 1 ? TRICKLE_ON : 0) |
          (cools ? COOLS : 0) |
          (frost ? DEFROSTS : 0)
        const place = at / hour.traceEvery
        write(trace, place, air, reading, outdoorF, machines)
        if (trace.otherF) trace.otherF[place] = other
        if (trace.humidityPct) trace.humidityPct[place] = humidity
      }
    }

    // The temperatures go on: outdoors in the middle of the step.
    const outdoorMidF = outdoorF + slope / 2
    const hollow = air + voidShare * (outdoorMidF - air)
    let latent = ZERO
    if (f.hasMoisture) {
      const enthalpy = 0.24 * air + ratio * (1061 + 0.444 * air)
      let removed = ZERO
      if (fan > 0) {
        const touched = f.coilAir * fan * (1 - (fan === 1 ? f.bypass : f.bypass ** (fan ** BYPASS_EXPONENT)))
        if (cools && plant) {
          const surfaceF = surfaceAt(f.saturated, enthalpy + given / touched)
          removed = touched * (ratio - ratioAt(f.saturated, surfaceF))
          if (removed < 0) removed = 0
          const most = (-MOST_LATENT * given) / LATENT_BTU_LB
          if (removed > most) removed = most
          coilLb += removed * stepH
          if (coilLb > f.coilHolds) {
            drainedSum += coilLb - f.coilHolds
            coilLb = f.coilHolds
          }
        } else if (coilLb > 0) {
          // Air over a wet coil takes it up as far as its own wet bulb lets it: cooler and damper, at no change of enthalpy.
          removed = -touched * (ratioAt(f.saturated, surfaceAt(f.saturated, enthalpy)) - ratio) * (coilLb / f.coilHolds)
          if (removed > 0) removed = 0
          if (-removed * stepH > coilLb) removed = -coilLb / stepH
          coilLb += removed * stepH
          putBackSum -= removed * stepH
        }
      }
      latent = removed * LATENT_BTU_LB
      latentSum += latent
      ratio += f.waterStep * (hour.waterGainLbH + f.leak * (hour.outdoorRatio - ratio) - removed)
      const full = ratioAt(f.saturated, air)
      humidity = (100 * ratio * (0.62198 + full)) / (full * (0.62198 + ratio))
      humiditySum += humidity
      if (humidity > dampest) dampest = humidity
    }
    let delivered = given + latent
    if (exchangerStep > 0 && (cools || !f.heatsElsewhere)) {
      delivered = fan * exchangerOn * (exchanger - air)
      const lost = fan === 0 ? exchangerOff * (exchanger - hollow) : 0
      exchanger += exchangerStep * (given + latent - delivered - lost)
      voidSum += lost
    }
    const ductLoss = fan * duct * (air - hollow)
    ductSum += ductLoss
    // Supply = air + (delivered − lost) / (flow · fan), without the division.
    if (!cools && fan > 0 && (f.heatsElsewhere ? 0 : delivered) - ductLoss < (COOL_VENT_F - air) * flow * fan) coolVentSteps++
    delivered -= ductLoss
    const loses = i < hour.doorSteps ? ua + f.doorUa : ua
    const loss = loses * (air - outdoorMidF)
    const toMass = airMass * (air - mass)
    let into = hour.airGainBtuH + delivered - loss - toMass
    if (f.hasOther) {
      const apart = air - other
      const between = (f.betweenOff + fan * f.betweenMore + (apart * f.otherSign > 0 ? f.rises : 0)) * apart
      const otherLoss = f.otherUa * (other - outdoorMidF)
      const otherToMass = f.otherAirMass * (other - otherMass)
      into -= f.otherShare * delivered + between
      other += f.otherStep * (f.otherGain * hour.airGainBtuH + f.otherShare * delivered + between - otherLoss - otherToMass)
      otherMass += f.otherMassStep * (otherToMass + f.otherGain * hour.massGainBtuH)
      otherSum += other
      lossSum += otherLoss
    }
    air += airStep * into
    mass += massStep * (toMass + hour.massGainBtuH)
    const wall = wallOff + fan * wallMore
    const through = voidOff + fan * voidMore
    felt += f.felt * ((1 - wall - through) * air + wall * mass + through * hollow + hour.sunF - felt)
    if (f.hasJump)
      feltByFan += f.jumpFelt * ((1 - f.jumpWall - f.jumpVoid) * air + f.jumpWall * mass + f.jumpVoid * hollow - feltByFan)

    // What it comes to.
    airSum += air
    lossSum += loss
    deliveredSum += delivered
    if (air < lowest) lowest = air
    if (air > highest) highest = air
    const low = (f.isAuto || !cools ? setHeatF : f.setCoolF) - f.bandF
    const high = (f.isAuto || cools ? f.setCoolF : setHeatF) + f.bandF
    if (air < low || air > high) {
      outsideSum += air < low ? low - air : air - high
      outsideSteps++
      outsideNow++
      if (outsideNow > outsideLongest) outsideLongest = outsideNow
      if (cools ? air > high : air < low) {
        waitNow++
        if (waitNow > waitLongest) waitLongest = waitNow
      } else waitNow = 0
    } else outsideNow = waitNow = 0
    if (fan === 1) fanSteps++
    else if (fan > 0) trickleSteps++
  }
  gainSum += hour.steps * (1 + f.otherGain) * (hour.airGainBtuH + hour.massGainBtuH)

  state.set([air, mass, exchanger, felt, integral, balance, +cools, +call, +plant, +stage2, +auxiliary, +blows])
  state.set([startedS, stoppedS, runSinceS, restSinceS, fan, other, otherMass, ratio, coilLb, humidity], STARTED_S)
  state.set([+frost, frostRunS, frostSinceS, droopSinceS, blowsSinceS, feltByFan], FROST)
  if (!counts) return
  tally[T_LOWEST] = lowest
  tally[T_HIGHEST] = highest
  tally[T_OUTSIDE_NOW] = outsideNow
  tally[T_OUTSIDE_LONGEST] = outsideLongest
  tally[T_WAIT_NOW] = waitNow
  tally[T_WAIT_LONGEST] = waitLongest
  tally[T_DAMPEST] = dampest
  const add = (at: number, sum: number) => {
    tally[at] = (tally[at] as number) + sum
  }
  add(T_AIR, airSum)
  add(T_LOSS, lossSum)
  add(T_GAIN, gainSum)
  add(T_VOID, voidSum + ductSum)
  add(T_LATENT, latentSum)
  add(T_DRAINED, drainedSum)
  add(T_PUT_BACK, putBackSum)
  add(T_HUMIDITY, humiditySum)
  add(T_COOL_VENT, coolVentSteps)
  add(T_OTHER, otherSum)
  add(T_DELIVERED, deliveredSum)
  add(T_HEAT, heatSum)
  add(T_COOL, coolSum)
  add(T_AUXILIARY_HEAT, auxiliarySteps * f.auxiliaryBtuH)
  add(T_PLANT, plantSteps)
  add(T_STAGE2, stage2Steps)
  add(T_AUXILIARY, auxiliarySteps)
  add(T_FAN, fanSteps)
  add(T_TRICKLE, trickleSteps)
  add(T_OUTSIDE_F, outsideSum)
  add(T_OUTSIDE, outsideSteps)
}

/** Saturated air by temperature, and the temperature of it by enthalpy, for one pressure: looked up in every step. */
interface Saturation {
  /** lb/lb, from 0 °F on, by half degrees. */
  ratio: Float64Array
  /** °F, from 0 Btu/lb on, by fifths. */
  surfaceF: Float64Array
}
const NO_SATURATION: Saturation = { ratio: new Float64Array(1), surfaceF: new Float64Array(1) }
const RATIOS_PER_F = 2
const SURFACES_PER_BTU = 5
const MOST_F = 140
const MOST_BTU_LB = 80
const saturations = new Map<number, Saturation>()

function saturationAt(pressurePsia: number): Saturation {
  const known = saturations.get(pressurePsia)
  if (known) return known
  const ratio = Float64Array.from({ length: MOST_F * RATIOS_PER_F + 2 }, (_, i) => saturatedRatio(i / RATIOS_PER_F, pressurePsia))
  const enthalpyAt = (i: number) => enthalpyBtuLb(i / RATIOS_PER_F, ratio[i] as number)
  const surfaceF = new Float64Array(MOST_BTU_LB * SURFACES_PER_BTU + 2)
  let below = 0
  for (let i = 0; i < surfaceF.length; i++) {
    const wanted = i / SURFACES_PER_BTU
    while (below < ratio.length - 2 && enthalpyAt(below + 1) < wanted) below++
    const [low, high] = [enthalpyAt(below), enthalpyAt(below + 1)]
    surfaceF[i] = (below + Math.min(Math.max((wanted - low) / (high - low), 0), 1)) / RATIOS_PER_F
  }
  const made = { ratio, surfaceF }
  saturations.set(pressurePsia, made)
  return made
}

const ratioAt = ({ ratio }: Saturation, temperatureF: number): number => between(ratio, temperatureF * RATIOS_PER_F)
const surfaceAt = ({ surfaceF }: Saturation, enthalpy: number): number => between(surfaceF, enthalpy * SURFACES_PER_BTU)

/** A table at a place between two of its entries; beyond its ends the last one. */
function between(table: Float64Array, place: number): number {
  const last = table.length - 2
  const at = place < 0 ? 0 : place > last ? last : place
  const low = at | 0
  const first = table[low] as number
  return first + (at - low) * ((table[low + 1] as number) - first)
}

/** Heat in air, mass and exchanger, from 0 °F. */
const storedIn = (state: Float64Array, { room, other, equipment }: RoomSystem): number =>
  (other ? other.airBtuPerF * (state[OTHER] as number) + other.massBtuPerF * (state[OTHER_MASS] as number) : 0) +
  room.airBtuPerF * (state[AIR] as number) +
  room.massBtuPerF * (state[MASS] as number) +
  (equipment.exchanger?.btuPerF ?? 0) * (state[EXCHANGER] as number)

const emptyTrace = (everyS: number, length: number, { other, moisture }: RoomSystem): Trace => ({
  everyS,
  airF: new Float32Array(length),
  readingF: new Float32Array(length),
  outdoorF: new Float32Array(length),
  machines: new Uint8Array(length),
  otherF: other ? new Float32Array(length) : null,
  humidityPct: moisture ? new Float32Array(length) : null,
})

function write(trace: Trace, at: number, airF: number, readingF: number, outdoorF: number, machines: number): void {
  trace.airF[at] = airF
  trace.readingF[at] = readingF
  trace.outdoorF[at] = outdoorF
  trace.machines[at] = machines
}

/** What was summed step by step, as hours and Btu. */
function figuresOf(
  tally: Float64Array,
  { stepH, steps, storedBtu }: { stepH: number; steps: number; storedBtu: number },
  { other, moisture, equipment }: RoomSystem,
): RunFigures {
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
    longestWaitMin: minutes(T_WAIT_LONGEST),
    plantH: hours(T_PLANT),
    stage2H: hours(T_STAGE2),
    auxiliaryH: hours(T_AUXILIARY),
    fanH: hours(T_FAN),
    trickleH: hours(T_TRICKLE),
    plantHeatBtu: hours(T_HEAT),
    plantCoolBtu: hours(T_COOL),
    auxiliaryBtu: hours(T_AUXILIARY_HEAT),
    deliveredBtu: hours(T_DELIVERED),
    lossBtu: hours(T_LOSS),
    gainsBtu: hours(T_GAIN),
    voidBtu: hours(T_VOID),
    storedBtu,
    latentBtu: hours(T_LATENT),
    drainedLb: sum(T_DRAINED),
    putBackLb: sum(T_PUT_BACK),
    humidityMeanPct: moisture ? sum(T_HUMIDITY) / steps : null,
    humidityHighestPct: moisture ? sum(T_DAMPEST) : null,
    defrosts: sum(T_DEFROSTS),
    coolVentMin: equipment.flowBtuHPerF > 0 ? minutes(T_COOL_VENT) : null,
    otherMeanF: other ? sum(T_OTHER) / steps : null,
    longestRunMin: sum(T_LONGEST_RUN) > 0 ? sum(T_LONGEST_RUN) / 60 : null,
    shortestOffMin: Number.isFinite(shortest) ? shortest / 60 : null,
  }
}

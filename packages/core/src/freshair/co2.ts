import { type Damper, type Line, onLine, outdoorAt } from './damperLine.ts'

/** Parts of CO₂ in a million that a person adds, per cfm of outdoor air: 10⁶ × cfm of CO₂. */
const PPM = 1e6

/** Less air than this is none: the exact solution would drown in rounding. */
const STILL_CFM = 1e-3

/** What fills a space with CO₂ and what carries it out. */
export interface Co2Source {
  people: number
  /** CO₂ that one person gives off, cfm. */
  perPersonCfm: number
  outdoorPpm: number
}

/** CO₂ at which it settles, ppm. Source: mass balance, C = Co + 10⁶·N·g/Q (ASTM D6245). Valid: outdoor air > 0, well mixed. */
export const co2Steady = ({ people, perPersonCfm, outdoorPpm }: Co2Source, outdoorCfm: number): number =>
  outdoorPpm + (PPM * people * perPersonCfm) / outdoorCfm

/** Outdoor air that keeps it at a limit, and what is required with the floor's own part. Source: as co2Steady, turned round. */
export function co2Need(source: Co2Source, limitPpm: number, areaCfm: number) {
  const forLimitCfm = (PPM * source.people * source.perPersonCfm) / (limitPpm - source.outdoorPpm)
  return {
    forLimitCfm,
    requiredCfm: Math.max(forLimitCfm, areaCfm),
    binding: areaCfm > forLimitCfm ? ('area' as const) : ('co2' as const),
  }
}

/** CO₂ after some minutes at one flow. Source: V·dC/dt = 10⁶·N·g − Q·(C − Co), exact solution. Valid: V > 0, Q ≥ 0. */
export function co2After(source: Co2Source, volumeFt3: number, outdoorCfm: number, fromPpm: number, minutes: number): number {
  if (outdoorCfm <= STILL_CFM) return fromPpm + (PPM * source.people * source.perPersonCfm * minutes) / volumeFt3
  const steady = co2Steady(source, outdoorCfm)
  return steady + (fromPpm - steady) * Math.exp((-outdoorCfm * minutes) / volumeFt3)
}

/** Minutes until a level is reached; null if never. Source: as co2After, turned round. */
export function co2TimeTo(
  source: Co2Source,
  volumeFt3: number,
  outdoorCfm: number,
  fromPpm: number,
  levelPpm: number,
): number | null {
  if (fromPpm === levelPpm) return 0
  if (outdoorCfm <= STILL_CFM) {
    const rate = (PPM * source.people * source.perPersonCfm) / volumeFt3
    return rate > 0 && levelPpm > fromPpm ? (levelPpm - fromPpm) / rate : null
  }
  const steady = co2Steady(source, outdoorCfm)
  const ratio = (levelPpm - steady) / (fromPpm - steady)
  return ratio > 0 && ratio < 1 ? (-volumeFt3 / outdoorCfm) * Math.log(ratio) : null
}

/** A transmitter of CO₂ and what it may say. */
export interface Co2Sensor {
  lowV: number
  highV: number
  lowPpm: number
  highPpm: number
  /** How far past its ends it is still taken at its end. */
  marginV: number
  /** Nothing on earth breathes less. */
  plausiblePpm: number
}

export type Co2Status = 'ok' | 'out-of-range' | 'implausible'

/** What a signal of the transmitter says: null ppm where it is a fault. Source: linear signal. */
export function co2OfSignal(sensor: Co2Sensor, volts: number): { status: Co2Status; ppm: number | null } {
  if (volts < sensor.lowV - sensor.marginV || volts > sensor.highV + sensor.marginV) return { status: 'out-of-range', ppm: null }
  const held = Math.min(sensor.highV, Math.max(sensor.lowV, volts))
  const ppm = sensor.lowPpm + ((sensor.highPpm - sensor.lowPpm) * (held - sensor.lowV)) / (sensor.highV - sensor.lowV)
  return ppm < sensor.plausiblePpm ? { status: 'implausible', ppm: null } : { status: 'ok', ppm }
}

/** Demand-controlled ventilation: a low and a high damper position for each fan speed, and the CO₂ between which it moves. */
export interface Co2Rule {
  /** Damper with few people and with all, percent over fan speed. */
  low: Line
  high: Line
  fromPpm: number
  toPpm: number
  /** Where it stands on a fault of the sensor. */
  onFault: 'min' | 'max'
}

/** Position by CO₂ at a fan speed; null ppm is a fault. Source: linear between two limits, held at its ends (dynamic reset, ASHRAE 62.1 §6.2). */
export function co2Position(rule: Co2Rule, speedPct: number, ppm: number | null) {
  const lowPct = onLine(rule.low, speedPct)
  const highPct = onLine(rule.high, speedPct)
  if (ppm === null) return { lowPct, highPct, positionPct: rule.onFault === 'max' ? highPct : lowPct }
  const share = Math.min(1, Math.max(0, (ppm - rule.fromPpm) / (rule.toPpm - rule.fromPpm)))
  return { lowPct, highPct, positionPct: lowPct + (highPct - lowPct) * share }
}

/** The unit behind the rule. */
export interface Co2Unit {
  rule: Co2Rule
  damper: Damper
  fullCfm: number
  /** What the sensor reads above the truth, ppm. */
  biasPpm: number
}

const airAt = (unit: Co2Unit, speedPct: number, positionPct: number) =>
  outdoorAt(unit.damper, positionPct, (unit.fullCfm * speedPct) / 100)

/**
 * Where control and people settle: the CO₂ that the damper's own answer to it keeps up.
 * Source: C = Co + 10⁶·N·g/Q(position(C + bias)), by bisection: the right side falls as C rises. Valid: outdoor air > 0.
 */
export function co2Balance(unit: Co2Unit, source: Co2Source, speedPct: number) {
  const airOf = (ppm: number) => {
    const { positionPct, lowPct, highPct } = co2Position(unit.rule, speedPct, ppm + unit.biasPpm)
    return { positionPct, lowPct, highPct, outdoorCfm: airAt(unit, speedPct, positionPct) }
  }
  let low = source.outdoorPpm
  let high = Math.max(co2Steady(source, airOf(source.outdoorPpm - 1e6).outdoorCfm), low + 1)
  for (let i = 0; i < 100; i += 1) {
    const middle = (low + high) / 2
    if (co2Steady(source, airOf(middle).outdoorCfm) > middle) low = middle
    else high = middle
  }
  const ppm = (low + high) / 2
  const { positionPct, lowPct, highPct, outdoorCfm } = airOf(ppm)
  const near = (a: number, b: number) => Math.abs(a - b) < 1e-6
  return {
    ppm,
    positionPct,
    outdoorCfm,
    at: near(positionPct, lowPct) ? ('min' as const) : near(positionPct, highPct) ? ('max' as const) : ('between' as const),
  }
}

/** Some time with as many people and the fan at one speed. */
export interface Co2Block {
  minutes: number
  people: number
  speedPct: number
}

export interface Co2Day {
  volumeFt3: number
  blocks: readonly Co2Block[]
  initialPpm: number
  lagS: number
  alarmPpm: number
  /** What the code asks: for each person, and for the floor. */
  perPersonAirCfm: number
  areaCfm: number
  /** Seconds of a step: five are fine enough for every figure to a tenth of a percent. */
  stepS?: 1 | 2 | 5
  /** While its signal is a fault, minutes; null: never. */
  fault: { fromMin: number; toMin: number } | null
}

/**
 * A day of people coming and going under demand control, step by step: CO₂, damper and outdoor air.
 * Source: the balance of `co2After` exact over each step, the position held through it; sensor lag first order, exact.
 * Valid: blocks of whole steps.
 */
export function co2Day(unit: Co2Unit, source: Omit<Co2Source, 'people'>, day: Co2Day) {
  const stepS = day.stepS ?? 1
  const totalS = Math.round(day.blocks.reduce((sum, one) => sum + one.minutes, 0) * 60)
  const count = Math.floor(totalS / stepS)
  const ppm = new Float64Array(count + 1)
  const position = new Float64Array(count + 1)
  const outdoor = new Float64Array(count + 1)
  const follow = day.lagS > 0 ? 1 - Math.exp(-stepS / day.lagS) : 1
  let c = day.initialPpm
  let s = day.initialPpm
  let t = 0
  let n = 0
  let [sumCfm, atLowS, atHighS, overAlarmS, underS, peakPpm, peakS, areaBindsMin] = [0, 0, 0, 0, 0, c, 0, 0]
  ppm[0] = c
  const faultFrom = day.fault ? day.fault.fromMin * 60 : Number.POSITIVE_INFINITY
  const faultTo = day.fault ? day.fault.toMin * 60 : Number.NEGATIVE_INFINITY
  for (const block of day.blocks) {
    const low = onLine(unit.rule.low, block.speedPct)
    const high = onLine(unit.rule.high, block.speedPct)
    const gain = PPM * block.people * source.perPersonCfm
    const required = day.perPersonAirCfm * block.people + day.areaCfm
    if (day.areaCfm > gain / (unit.rule.toPpm - source.outdoorPpm)) areaBindsMin += block.minutes
    const seconds = Math.round(block.minutes * 60)
    for (let i = 0; i < seconds; i += stepS) {
      const isFault = t >= faultFrom && t < faultTo
      const reading = (day.lagS > 0 ? s : c) + unit.biasPpm
      const share = Math.min(1, Math.max(0, (reading - unit.rule.fromPpm) / (unit.rule.toPpm - unit.rule.fromPpm)))
      const at = isFault ? (unit.rule.onFault === 'max' ? high : low) : low + (high - low) * share
      const cfm = airAt(unit, block.speedPct, at)
      position[n] = at
      outdoor[n] = cfm
      sumCfm += cfm * stepS
      if (Math.abs(at - low) <= 1e-6) atLowS += stepS
      if (Math.abs(at - high) <= 1e-6) atHighS += stepS
      if (c > day.alarmPpm) overAlarmS += stepS
      if (cfm < required - 1e-9) underS += stepS
      if (cfm <= STILL_CFM) c += (gain * stepS) / 60 / day.volumeFt3
      else {
        const steady = source.outdoorPpm + gain / cfm
        c = steady + (c - steady) * Math.exp((-cfm * stepS) / 60 / day.volumeFt3)
      }
      s += (c - s) * follow
      t += stepS
      n += 1
      ppm[n] = c
      if (c > peakPpm) [peakPpm, peakS] = [c, t]
    }
  }
  position[n] = position[Math.max(0, n - 1)] as number
  outdoor[n] = outdoor[Math.max(0, n - 1)] as number
  return {
    stepS,
    ppm,
    position,
    outdoor,
    meanOutdoorCfm: t > 0 ? sumCfm / t : 0,
    peakPpm,
    peakAtMin: peakS / 60,
    atLowMin: atLowS / 60,
    atHighMin: atHighS / 60,
    overAlarmMin: overAlarmS / 60,
    underRequiredMin: underS / 60,
    areaBindsMin,
  }
}

import type { Mode, Room } from '../rooms/roomModel.ts'

/** Hours on end, from the first hour of the first day. Outputs positive, in cooling too. */
export interface DrivenHours {
  outdoorF: Float64Array
  gainsAirBtuH: Float64Array
  gainsMassBtuH: Float64Array
  plantBtuH: Float64Array
  /** Used only where the plant does not suffice. */
  auxiliaryBtuH: Float64Array
  /** What a Btu of each counts by the hour (a price, a share of a kWh); absent: nothing is counted. */
  counts?: readonly { plant: Float64Array; auxiliary: Float64Array }[]
}

/** From one hour to before another the setback is the target. Hours from the first one, in order, none over another. */
export interface SetbackSpan {
  fromH: number
  toH: number
  /** Its own target; absent: that of all. */
  setbackF?: number
}

export interface SetbackTargets {
  mode: Mode
  setF: number
  setbackF: number
  setbacks: readonly SetbackSpan[]
  /** When the set point is asked for again: at the end of the setback, or so early that the air is there at its end. */
  recovery: 'at-end' | 'optimum'
  /** How many hours it runs to settle before it reports from the first hour on; absent: all of them. */
  settleH?: number
  /** False: nobody asks for leads, and none is looked for where recovery begins at the end. */
  leads?: boolean
}

export interface SetbackOutcome {
  plantBtu: number
  auxiliaryBtu: number
  /** Sums of what was to be counted. */
  counted: number[]
  recoveries: {
    /** From the start of the recovery until the set point; null: not before the next setback or the last hour. */
    recoveryMin: number | null
    /** From the latest start that is in time to the end of the setback; 0: no start needed; null: none is in time. */
    leadMin: number | null
    /** Auxiliary heat from that start until the set point, or as far as it came. */
    auxiliaryBtu: number
  }[]
  /** Lowest air (highest in cooling) at the ends of hours and at changes of the target. */
  extremeAirF: number
}

/** A step of the two nodes with constant inputs. Row by row: state to state, input to state. */
interface StepMatrix {
  airAir: number
  airMass: number
  massAir: number
  massMass: number
  airByAir: number
  airByMass: number
  massByAir: number
  massByMass: number
}

/** Exact step of Ca·dTa = UA(To − Ta) + G(Tm − Ta) + q, Cm·dTm = G(Ta − Tm) + gm. Source: matrix exponential, by its series. */
function stepMatrix({ airBtuPerF, massBtuPerF, uaBtuHPerF, airMassBtuHPerF }: Room, hours: number): StepMatrix {
  const [a, b] = [-(uaBtuHPerF + airMassBtuHPerF) / airBtuPerF, airMassBtuHPerF / airBtuPerF]
  const [c, d] = [airMassBtuHPerF / massBtuPerF, -airMassBtuHPerF / massBtuPerF]
  // Powers of A·h over factorials; the inputs' integral is the same series one term behind.
  let [p, q, r, s] = [1, 0, 0, 1]
  const state = [1, 0, 0, 1] as [number, number, number, number]
  const input = [hours, 0, 0, hours] as [number, number, number, number]
  for (let term = 1; term <= 24; term += 1) {
    const scale = hours / term
    ;[p, q, r, s] = [(p * a + q * c) * scale, (p * b + q * d) * scale, (r * a + s * c) * scale, (r * b + s * d) * scale]
    for (const [i, value] of [p, q, r, s].entries()) {
      state[i] = (state[i] as number) + value
      input[i] = (input[i] as number) + (value * hours) / (term + 1)
    }
  }
  return {
    airAir: state[0],
    airMass: state[1],
    massAir: state[2],
    massMass: state[3],
    airByAir: input[0] / airBtuPerF,
    airByMass: input[1] / massBtuPerF,
    massByAir: input[2] / airBtuPerF,
    massByMass: input[3] / massBtuPerF,
  }
}

/** Near enough to the target to be there, °F: what rounding leaves. */
const THERE_F = 1e-9

/**
 * A room with ideal control through hours on end, once to settle and once to report: power from nothing to all, the air exactly
 * at the target wherever that suffices. Source: two-node room (ASHRAE Fundamentals, lumped capacitance), exact step by step;
 * optimum start: ASHRAE HVAC Applications, Supervisory Control. Valid: hours of equal length in every list, steps that divide
 * an hour; a start of recovery is found to a step and told between two.
 */
export function driveSetbacks(room: Room, hours: DrivenHours, targets: SetbackTargets, stepS = 10): SetbackOutcome {
  // Cooling is the mirror image: everything about zero, and heating again.
  const sign = targets.mode === 'heat' ? 1 : -1
  const perHour = Math.round(3600 / stepS)
  const steps = hours.outdoorF.length * perHour
  const step = stepMatrix(room, 1 / perHour)
  const setF = sign * targets.setF
  const spans = targets.setbacks.map(({ fromH, toH, setbackF = targets.setbackF }) => ({
    from: Math.round(fromH * perHour),
    to: Math.round(toH * perHour),
    setbackF: sign * setbackF,
  }))
  const counts = hours.counts ?? []
  const counted = new Float64Array(counts.length)

  let [air, mass] = [setF, setF]
  /** Ahead, to see when to begin: what is used there is not counted. */
  let isLooking = false
  let [plantBtu, auxiliaryBtu, extreme] = [0, 0, Number.POSITIVE_INFINITY]
  /** One step towards a target, at most at full power; the share of full power that was used. */
  const advance = (at: number, target: number): number => {
    const hour = Math.floor(at / perHour)
    const plant = hours.plantBtuH[hour] as number
    const most = plant + (hours.auxiliaryBtuH[hour] as number)
    const free = sign * (room.uaBtuHPerF * (hours.outdoorF[hour] as number) + (hours.gainsAirBtuH[hour] as number))
    const massGain = sign * (hours.gainsMassBtuH[hour] as number)
    const idle = step.airAir * air + step.airMass * mass + step.airByAir * free + step.airByMass * massGain
    const power = Math.min(most, Math.max(0, (target - idle) / step.airByAir))
    mass = step.massAir * air + step.massMass * mass + step.massByAir * (free + power) + step.massByMass * massGain
    air = idle + step.airByAir * power
    const byPlant = Math.min(plant, power)
    plantBtu += byPlant / perHour
    auxiliaryBtu += (power - byPlant) / perHour
    if (!isLooking)
      for (let i = 0; i < counts.length; i += 1) {
        const { plant: each, auxiliary } = counts[i] as (typeof counts)[number]
        counted[i] =
          (counted[i] as number) + (byPlant * (each[hour] as number) + (power - byPlant) * (auxiliary[hour] as number)) / perHour
      }
    return most > 0 ? power / most : 1
  }
  /** Air at the end of a setback when all power is on from a step; the state is put back. */
  const airAtEnd = (trace: Float64Array, from: number, start: number, to: number, target: number): number => {
    const before = [air, mass, plantBtu, auxiliaryBtu] as const
    isLooking = true
    ;[air, mass] = [trace[2 * (start - from)] as number, trace[2 * (start - from) + 1] as number]
    for (let at = start; at < to; at += 1) advance(at, target)
    const reached = air
    isLooking = false
    ;[air, mass, plantBtu, auxiliaryBtu] = before
    return reached
  }
  /** Latest start of a setback, in steps with their fraction, and the step to begin at; null: none is in time. */
  const latestStart = (from: number, to: number, setbackF: number): { start: number; step: number } | null => {
    const before = [air, mass, plantBtu, auxiliaryBtu] as const
    isLooking = true
    const trace = new Float64Array(2 * (to - from + 1))
    for (let at = from; at <= to; at += 1) {
      trace[2 * (at - from)] = air
      trace[2 * (at - from) + 1] = mass
      if (at < to) advance(at, setbackF)
    }
    isLooking = false
    ;[air, mass, plantBtu, auxiliaryBtu] = before
    const isThere = (start: number) => airAtEnd(trace, from, start, to, setF) >= setF - THERE_F
    if ((trace[2 * (to - from)] as number) >= setF - THERE_F) return { start: to, step: to }
    if (!isThere(from)) return null
    let [low, high] = [from, to]
    while (high - low > 1) {
      const middle = (low + high) >>> 1
      if (isThere(middle)) low = middle
      else high = middle
    }
    // Between the two steps by what all power without a stop would reach.
    const [early, late] = [low, high].map((start) => airAtEnd(trace, from, start, to, Number.POSITIVE_INFINITY) - setF)
    return { start: low + Math.max(0, (early as number) / ((early as number) - (late as number))), step: low }
  }

  const recoveries: SetbackOutcome['recoveries'] = []
  for (const isReported of [false, true]) {
    ;[plantBtu, auxiliaryBtu] = [0, 0]
    counted.fill(0)
    let span = 0
    // While it recovers: since when, and before which step it has to be there.
    let recovering: { since: number; of: SetbackOutcome['recoveries'][number] } | null = null
    let begins: { start: number; step: number } | null = null
    let of: SetbackOutcome['recoveries'][number] = { recoveryMin: null, leadMin: null, auxiliaryBtu: 0 }
    const last = isReported ? steps : Math.min(steps, Math.round((targets.settleH ?? hours.outdoorF.length) * perHour))
    for (let at = 0; at <= last; at += 1) {
      const here = spans[span]
      if (isReported && (at % perHour === 0 || at === here?.from || at === here?.to)) extreme = Math.min(extreme, air)
      if (at === here?.from) {
        recovering = null
        const wanted = targets.recovery === 'optimum' || targets.leads !== false
        begins = wanted ? latestStart(here.from, here.to, here.setbackF) : null
        of = { recoveryMin: null, leadMin: begins ? ((here.to - begins.start) * 60) / perHour : null, auxiliaryBtu: 0 }
        if (isReported) recoveries.push(of)
        if (targets.recovery === 'at-end') begins = { start: here.to, step: here.to }
        else if (!begins) begins = { start: here.from, step: here.from }
      }
      if (here && begins && at === begins.step) {
        recovering = targets.recovery === 'optimum' && of.leadMin === null ? null : { since: begins.start, of }
        if (air >= setF - THERE_F) of.recoveryMin = 0
        if (isReported) extreme = Math.min(extreme, air)
      }
      if (at === last) break
      const isSetBack = here !== undefined && at >= here.from && at < (begins?.step ?? here.to)
      const usedBtu = auxiliaryBtu
      const share = advance(at, isSetBack ? here.setbackF : setF)
      if (recovering && recovering.of.recoveryMin === null) recovering.of.auxiliaryBtu += auxiliaryBtu - usedBtu
      if (recovering && recovering.of.recoveryMin === null && air >= setF - THERE_F)
        recovering.of.recoveryMin = ((at + share - recovering.since) * 60) / perHour
      if (here && at + 1 >= here.to && at + 1 > (begins?.step ?? here.to)) {
        span += 1
        begins = null
      }
    }
  }
  return { plantBtu, auxiliaryBtu, counted: [...counted], recoveries, extremeAirF: sign * extreme }
}

/**
 * The simple estimate beside it, Btu: per hour what the target loses to outdoors less the gains, never below nothing, summed.
 * Source: degree-hours with a balance point, ASHRAE Fundamentals, Energy Estimating and Modeling Methods.
 */
export function degreeHourBtu({ uaBtuHPerF }: Room, hours: DrivenHours, targets: SetbackTargets): number {
  const sign = targets.mode === 'heat' ? 1 : -1
  let sum = 0
  for (let hour = 0; hour < hours.outdoorF.length; hour += 1) {
    const isSetBack = targets.setbacks.some(({ fromH, toH }) => hour >= fromH && hour < toH)
    const target = isSetBack ? targets.setbackF : targets.setF
    const gains = (hours.gainsAirBtuH[hour] as number) + (hours.gainsMassBtuH[hour] as number)
    sum += Math.max(0, sign * (uaBtuHPerF * (target - (hours.outdoorF[hour] as number)) - gains))
  }
  return sum
}

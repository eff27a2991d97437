/**
 * A room with its equipment and its controller, to be run over time. Hours, Btu and °F; delays in seconds.
 * Sources: two-node lumped room, ASHRAE Fundamentals, Nonresidential Cooling and Heating Load; controllers, ASHRAE
 * Fundamentals, Fundamentals of Control.
 */

/** The building side: air that is quick, and what stands and hangs in it, which is slow. */
export interface Room {
  airBtuPerF: number
  massBtuPerF: number
  /** To the outdoors, and between air and mass. */
  uaBtuHPerF: number
  airMassBtuHPerF: number
  /** Of the way from room to outdoors, where the void behind the sensor stands; 0: as warm as the room. */
  voidOutdoorShare: number
}

/** What a day brings, by the hour: outdoor temperature linear in between, gains constant within the hour. A day repeats. */
export interface Day {
  outdoorF: ArrayLike<number>
  airGainBtuH: ArrayLike<number>
  massGainBtuH: ArrayLike<number>
}

/** With the fan off, and with it on. */
export interface ByFan {
  off: number
  on: number
}

export interface Sensor {
  lagS: number
  offsetF: number
  /** How much more it reads while the fan runs, as pairs beside a reference told: other air reaches it. */
  fanShiftF: number
  /** Of what it feels: the wall that it hangs on, and air from the void behind it. The rest is the room. */
  wallShare: ByFan
  voidShare: ByFan
}

/** Total output of each stage, and by how much it changes for each degree outdoors. */
export interface Output {
  btuH: readonly number[]
  slopeBtuHPerF: readonly number[]
}

export interface Equipment {
  kind: 'single' | 'two-stage' | 'variable'
  heat: Output
  /** Given as a positive output. */
  cool: Output
  referenceOutdoorF: number
  /** Below this share of its output a variable one cycles. */
  lowestShare: number
  minOnS: number
  minOffS: number
  /** A compressor that does not heat in such cold; null: none such. */
  lockedBelowF: number | null
  auxiliary: { btuH: number; allowedBelowF: number; onDroopF: number; offDroopF: number } | null
  /** What is left over when the plant stops; null: its heat is in the air at once. Conductances to the air and, still, to the void. */
  exchanger: { btuPerF: number; fanOnBtuHPerF: number; fanOffBtuHPerF: number } | null
  blowerOnDelayS: number
  blowerOffDelayS: number
}

export const FAN_SATISFIED = ['off', 'trickle', 'as-set'] as const
export type FanSatisfied = (typeof FAN_SATISFIED)[number]
export const CONTROL_RULES = ['symmetric', 'one-sided', 'cycle-rate', 'proportional-integral'] as const
export type ControlRule = (typeof CONTROL_RULES)[number]
export type Mode = 'heat' | 'cool'

export interface Controller {
  /**
   * `symmetric`: on at the differential before the set point, off as far beyond it. `one-sided`: off at the set point. The
   * other two lean by gain and time; a share of on-time by the cycle rate follows from what they want.
   */
  rule: ControlRule
  differentialF: number
  maxRatePerH: number
  gainPerF: number
  integralMin: number
  /** Second stage of a two-stage one under a differential. */
  stage2: { by: 'gap'; onF: number; offF: number } | { by: 'time'; afterMin: number } | null
  mode: Mode | 'auto'
  firstMode: Mode
  setHeatF: number
  setCoolF: number
  changeoverMin: number
  changeoverMarginF: number
  fanHeat: FanSatisfied
  fanCool: FanSatisfied
  trickleShare: number
  /** What the fan does by itself: 1 on, 0 automatic. */
  fanShare: number
}

export interface RoomSystem {
  room: Room
  day: Day
  sensor: Sensor
  equipment: Equipment
  controller: Controller
  startF: number
}

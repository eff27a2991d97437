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
  /** A door to the outdoors: how much more the room loses while it stands open, and how many minutes of each hour. */
  door: { btuHPerF: number; minutes: ArrayLike<number> } | null
  /** By how much the sun warms the sensor itself, by the hour; null: it never does. */
  sunOnSensorF: ArrayLike<number> | null
}

/** A storey, or a room, that no sensor is in charge of: it goes as its own loss and its share of the air make it go. */
export interface OtherRoom {
  airBtuPerF: number
  massBtuPerF: number
  uaBtuHPerF: number
  airMassBtuHPerF: number
  /** Of what comes through the ducts; and of the sensed room's gains, as many again. */
  airShare: number
  gainRatio: number
  /** By conduction and by air between the two, with the fan off and on. */
  betweenBtuHPerF: ByFan
  /** More of it while the lower of the two is the warmer one: warm air rises. */
  risesBtuHPerF: number
  isAbove: boolean
}

/** Water in the air, and on the coil. Ratios in lb of water for each lb of dry air; one ratio for all rooms. */
export interface RoomMoisture {
  /** Dry air that the rooms hold, with what their furnishings take up counted in, lb. */
  airLb: number
  /** Outdoor air that comes in by itself, lb of dry air an hour. */
  leakLbH: number
  outdoorRatio: ArrayLike<number>
  /** People, cooking and washing, lb of water an hour. */
  gainLbH: ArrayLike<number>
  startRatio: number
  pressurePsia: number
  /** Dry air over the coil at full fan, lb/h; the share of it that passes untouched; and the water that the coil holds, lb. */
  coilAirLbH: number
  bypass: number
  coilHoldsLb: number
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

/** One that jumps reads here while the fan rests, and there while it blows: two rooms as one. */
export interface JumpingSensor extends Sensor {
  whileFan: Sensor | null
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
  /** Joins at such a droop once it has lasted so long. */
  auxiliary: { btuH: number; allowedBelowF: number; onDroopF: number; offDroopF: number; delayS: number } | null
  /** After so much heating in such cold it turns round for a while and takes heat from the room; null: it never does. */
  defrost: { everyS: number; forS: number; belowF: number; takesBtuH: number } | null
  /** What is left over when the plant stops; null: its heat is in the air at once. Conductances to the air and, still, to the void. */
  exchanger: { btuPerF: number; fanOnBtuHPerF: number; fanOffBtuHPerF: number } | null
  blowerOnDelayS: number
  blowerOffDelayS: number
  /** In heating the blower waits until the exchanger is so warm, though no longer than five minutes; null: it does not wait. */
  hotStartF: number | null
  /** At each start it blows a share for a while before all of it. */
  ramp: { forS: number; share: number } | null
  /** What the air at full fan carries for each degree; 0: unknown, and then nothing is said of the air at the vents. */
  flowBtuHPerF: number
  /** What the ducts of this fan lose to the void for each degree while air goes through them. */
  ductBtuHPerF: number
  /** Heat comes by another duct with a fan of its own: this one neither starts for it nor carries it. */
  heatsElsewhere: boolean
}

/** Equipment without any of the rarer parts. */
export const PLAIN_EQUIPMENT = {
  lockedBelowF: null,
  auxiliary: null,
  defrost: null,
  exchanger: null,
  hotStartF: null,
  ramp: null,
  flowBtuHPerF: 0,
  ductBtuHPerF: 0,
  heatsElsewhere: false,
} as const satisfies Partial<Equipment>

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
  /** Second stage of a two-stage one, under any rule: by how far the room is off, or by how long it runs. */
  stage2: { by: 'gap'; onF: number; offF: number; afterMin: number } | { by: 'time'; afterMin: number } | null
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
  /** Where it runs some minutes of each hour, calls counted in; 0: it does not. Only as set. */
  circulateMin: number
  /** Above such a humidity, %: cools so much further, or blows only such a share while it cools; null: it does not dry. */
  drying: { by: 'overcool' | 'slow'; abovePct: number; overcoolF: number; share: number } | null
}

export interface RoomSystem {
  room: Room
  other: OtherRoom | null
  /** Null: moisture is not looked at, and all cooling is dry. */
  moisture: RoomMoisture | null
  day: Day
  sensor: JumpingSensor
  equipment: Equipment
  controller: Controller
  startF: number
}

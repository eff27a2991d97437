import type { Controller, Mode, RoomSystem } from './roomModel.ts'
import type { RunFigures } from './roomRun.ts'

export const COMFORT_MEASURES = [
  'meanOff',
  'swing',
  'outside',
  'wait',
  'otherOff',
  'coolVent',
  'starts',
  'wear',
  'fan',
  'trickle',
  'humidity',
  'water',
  'energy',
  'auxiliary',
  'defrosts',
] as const
export type ComfortMeasure = (typeof COMFORT_MEASURES)[number]

/** The band that is wanted, °F: about one set point, or under automatic changeover from the one to the other. */
export const wantedBandF = (
  { mode, setHeatF, setCoolF }: Pick<Controller, 'mode' | 'setHeatF' | 'setCoolF'>,
  bandF: number,
): [lowF: number, highF: number] => [
  (mode === 'cool' ? setCoolF : setHeatF) - bandF,
  (mode === 'heat' ? setHeatF : setCoolF) + bandF,
]

/** How good a figure is, for people and for the machine. */
export type Standing = 'good' | 'fair' | 'poor'

export interface ComfortFigure {
  measure: ComfortMeasure
  /** °F, minutes, starts an hour, hours, %, lb or Btu. */
  value: number
  /** Null where more or less of it is neither good nor bad in itself. */
  standing: Standing | null
}

/** A figure is good up to the first and fair up to the second. House figures: what is felt, and what wears. */
const LIMITS: Partial<Record<ComfortMeasure, readonly [good: number, fair: number]>> = {
  meanOff: [0.75, 1.5],
  swing: [2.5, 4],
  outside: [120, 360],
  wait: [20, 60],
  otherOff: [1.5, 3],
  coolVent: [45, 240],
  humidity: [55, 62],
}
/** Most starts an hour that are good, and fair: a compressor is worn by each, a burner less. */
const STARTS: Readonly<Record<'compressor' | 'burner' | 'electric', readonly [good: number, fair: number]>> = {
  compressor: [3, 4],
  burner: [5, 7],
  electric: [9, 12],
}
export type HeatSource = keyof typeof STARTS
/** What one start wears, as minutes of running. House figures: a compressor most, a burner by its lighting, a heater hardly. */
const WEAR_MIN: Readonly<Record<HeatSource, number>> = { compressor: 10, burner: 4, electric: 1 }

/**
 * The figures that answer “what will it be like”; those that cannot be told of this room are left out. Source: the run
 * itself; the limits, and what a start wears, are house figures.
 */
export function comfortFigures(figures: RunFigures, { controller }: RoomSystem, source: HeatSource, hours = 24): ComfortFigure[] {
  const cools = controller.mode === 'cool'
  const wantedF =
    controller.mode === 'auto'
      ? Math.min(Math.max(figures.airMeanF, controller.setHeatF), controller.setCoolF)
      : cools
        ? controller.setCoolF
        : controller.setHeatF
  const startsPerH = figures.starts / hours
  const startsBy = cools ? 'compressor' : source
  const of: Record<ComfortMeasure, number | null> = {
    meanOff: figures.airMeanF - wantedF,
    swing: figures.airHighestF - figures.airLowestF,
    outside: figures.outsideMin,
    wait: figures.longestWaitMin,
    otherOff: figures.otherMeanF === null ? null : figures.otherMeanF - wantedF,
    coolVent: cools ? null : figures.coolVentMin,
    starts: startsPerH,
    wear: (figures.starts * WEAR_MIN[startsBy]) / 60,
    fan: figures.fanH,
    trickle: figures.trickleH,
    humidity: figures.humidityMeanPct,
    water: figures.humidityMeanPct === null ? null : figures.drainedLb,
    energy: figures.plantHeatBtu + figures.plantCoolBtu + figures.auxiliaryBtu,
    auxiliary: figures.auxiliaryH,
    defrosts: figures.defrosts,
  }
  return COMFORT_MEASURES.flatMap((measure) => {
    const value = of[measure]
    if (value === null) return []
    const limits = measure === 'starts' ? STARTS[startsBy] : LIMITS[measure]
    return [{ measure, value, standing: limits ? standingOf(Math.abs(value), limits) : null }]
  })
}

const standingOf = (value: number, [good, fair]: readonly [number, number]): Standing =>
  value <= good ? 'good' : value <= fair ? 'fair' : 'poor'

/** Whether the equipment can hold the room on a day at all. */
export interface Holds {
  /** The heat, or the cooling, that is missing at the worst hour; 0: none. */
  missingBtuH: number
  /** It holds down to this temperature outdoors (cooling: up to it); null: it holds in any weather that is looked at. */
  untilOutdoorF: number | null
}

const COLDEST_F = -60
const HOTTEST_F = 140

/**
 * Loss against output, both at rest: at the day's worst hour, and the weather in which they meet.
 * Source: steady heat balance of the room. Valid: gains as the day's mean, everything running all the time.
 */
export function holdsRoom({ room, day, equipment, controller }: RoomSystem, mode: Mode): Holds {
  const gains = mean(day.airGainBtuH) + mean(day.massGainBtuH)
  const setF = mode === 'heat' ? controller.setHeatF : controller.setCoolF
  const sign = mode === 'heat' ? 1 : -1
  const of = mode === 'heat' ? equipment.heat : equipment.cool
  const last = of.btuH.length - 1
  const outputAt = (outdoorF: number) => {
    const full = (of.btuH[last] ?? 0) + (of.slopeBtuHPerF[last] ?? 0) * (outdoorF - equipment.referenceOutdoorF)
    const locked = mode === 'heat' && equipment.lockedBelowF !== null && outdoorF < equipment.lockedBelowF
    const helps = mode === 'heat' && equipment.auxiliary && outdoorF <= equipment.auxiliary.allowedBelowF
    return (locked ? 0 : Math.max(0, full)) + (helps ? (equipment.auxiliary?.btuH ?? 0) : 0)
  }
  const shortAt = (outdoorF: number) => sign * (room.uaBtuHPerF * (setF - outdoorF) - gains) - outputAt(outdoorF)
  const hours = Array.from({ length: 24 }, (_, hour) => day.outdoorF[hour] as number)
  const worstF = mode === 'heat' ? Math.min(...hours) : Math.max(...hours)
  const end = mode === 'heat' ? COLDEST_F : HOTTEST_F
  // From where it surely holds towards the worst weather there is, degree by degree: outputs may jump at a lock-out.
  let untilOutdoorF: number | null = null
  for (let outdoorF = Math.round(setF); outdoorF !== end; outdoorF -= sign)
    if (shortAt(outdoorF) > 0) {
      untilOutdoorF = outdoorF + sign
      break
    }
  return { missingBtuH: Math.max(0, shortAt(worstF)), untilOutdoorF }
}

const mean = (of: ArrayLike<number>): number => Array.from(of).reduce((sum, one) => sum + one, 0) / Math.max(of.length, 1)

import type { Day, JumpingSensor, OtherRoom, Room, RoomMoisture, Sensor } from './roomModel.ts'

export const BUILDING_KINDS = ['tight', 'usual', 'draughty', 'light', 'heavy'] as const
export type BuildingKind = (typeof BUILDING_KINDS)[number]
export const BUILDING_WORDS: Readonly<Record<BuildingKind, string>> = {
  tight: 'well insulated and tight',
  usual: 'usual',
  draughty: 'old and draughty',
  light: 'small and light: warms and cools quickly',
  heavy: 'heavy: stone, brick or concrete inside',
}

/**
 * For each square foot of floor: loss, what air and furnishings hold, what walls and floors hold, and what passes between.
 * House figures, to begin with until the room is calibrated: losses as blower-door and load surveys of houses spread, heat
 * capacities of air with five times its own in furnishings and of one to three inches of gypsum, timber or masonry.
 */
const BY_FLOOR: Readonly<Record<BuildingKind, readonly [ua: number, air: number, mass: number, between: number]>> = {
  tight: [0.18, 1.2, 5, 1.5],
  usual: [0.3, 1.2, 5, 1.5],
  draughty: [0.55, 1.2, 5, 1.5],
  light: [0.45, 0.8, 2, 1.5],
  heavy: [0.32, 1.2, 14, 1.8],
}

/** Without a floor area: a machine of so many tons serves so much, ft². A house figure. */
export const USUAL_FT2_PER_TON = 550

/** A room of a named kind. Valid: to begin with; a calibrated room goes before it. */
export function roomOfKind(kind: BuildingKind, areaFt2: number): Room {
  const [ua, air, mass, between] = BY_FLOOR[kind]
  return {
    uaBtuHPerF: ua * areaFt2,
    airBtuPerF: air * areaFt2,
    massBtuPerF: mass * areaFt2,
    airMassBtuHPerF: between * areaFt2,
    voidOutdoorShare: VOID_OUTDOOR_SHARE,
  }
}

/** A ceiling void or a wall cavity stands so far from the room towards the outdoors. A house figure. */
const VOID_OUTDOOR_SHARE = 0.6

export const SENSOR_PLACES = ['wall', 'return', 'average', 'remote'] as const
export type SensorPlace = (typeof SENSOR_PLACES)[number]

/**
 * What a sensor feels by where it is, with the fan off and on, and how slow it is. A gap leaks void air onto it: behind a
 * wall controller always a little, around a ceiling unit as the fan pulls. House figures, named among the assumptions.
 */
export function sensorAt(place: SensorPlace, isGapOpen: boolean, offsetF = 0, fanShiftF = 0): JumpingSensor {
  const one: Record<Exclude<SensorPlace, 'average'>, Pick<Sensor, 'lagS' | 'wallShare' | 'voidShare'>> = {
    wall: {
      lagS: 300,
      wallShare: { off: 0.25, on: 0.15 },
      voidShare: { off: isGapOpen ? 0.14 : 0, on: isGapOpen ? 0.22 : 0 },
    },
    remote: { lagS: 240, wallShare: { off: 0.1, on: 0.1 }, voidShare: { off: 0, on: 0 } },
    // A stopped fan leaves it in still air at the ceiling; a running one pulls the room past it, and the void through a gap.
    return: { lagS: 90, wallShare: { off: 0, on: 0 }, voidShare: { off: isGapOpen ? 0.12 : 0.02, on: isGapOpen ? 0.09 : 0 } },
  }
  const mixed = (a: { off: number; on: number }, b: { off: number; on: number }) => ({
    off: (a.off + b.off) / 2,
    on: (a.on + b.on) / 2,
  })
  const of =
    place === 'average'
      ? {
          lagS: (one.wall.lagS + one.return.lagS) / 2,
          wallShare: mixed(one.wall.wallShare, one.return.wallShare),
          voidShare: mixed(one.wall.voidShare, one.return.voidShare),
        }
      : one[place]
  return { ...of, offsetF, fanShiftF, whileFan: null }
}

export const DAY_KINDS = ['frosty', 'mild', 'hot'] as const
export type DayKind = (typeof DAY_KINDS)[number]
export const DAY_WORDS: Readonly<Record<DayKind, string>> = { frosty: 'frosty', mild: 'mild', hot: 'hot and damp' }

/** Mean and half the swing of outdoor temperature over the day, °F, and the sun at noon, Btu/h for each ft² of floor. */
const DAY_SHAPES: Readonly<Record<DayKind, readonly [meanF: number, halfF: number, sun: number]>> = {
  frosty: [24, 7, 3],
  mild: [52, 9, 6],
  hot: [84, 10, 8],
}
/** How far a place lies from that, by the word for its climate; one that is not named lies on it. */
const CLIMATE_SHIFTS: Readonly<Record<string, Readonly<Record<DayKind, number>>>> = {
  'damp coast': { frosty: 6, mild: 0, hot: -6 },
  'dry inland': { frosty: 2, mild: 2, hot: 8 },
  'cold winters': { frosty: -16, mild: -6, hot: 0 },
  'hot and humid': { frosty: 14, mild: 8, hot: 6 },
  mild: { frosty: 10, mild: 4, hot: -4 },
}
/** Water in the outdoor air, lb/lb: as the dew points of such days are. */
const OUTDOOR_RATIO: Readonly<Record<DayKind, number>> = { frosty: 0.0025, mild: 0.0075, hot: 0.0155 }
const CLIMATE_RATIO: Readonly<Record<string, number>> = { 'dry inland': 0.6, 'hot and humid': 1.15, 'damp coast': 1.05 }
const COLDEST_HOUR = 6
/** People and appliances, by floor area, at night and by day, Btu/h·ft². */
const INDOORS = { night: 0.4, day: 1.2 } as const

/**
 * A day that we make: outdoor temperature as a wave with its coldest hour before sunrise and its warmest nine hours later,
 * sun from seven to seventeen as half a wave on what stands in the room, people by day. Source: the shape of design days,
 * ASHRAE Fundamentals, Climatic Design Information; its figures are our own. Valid: to compare settings with one another.
 */
export function dayOf(kind: DayKind, climate: string, areaFt2: number): Day {
  const [meanF, halfF, sun] = DAY_SHAPES[kind]
  const shiftF = Object.hasOwn(CLIMATE_SHIFTS, climate) ? (CLIMATE_SHIFTS[climate]?.[kind] ?? 0) : 0
  const hours = Array.from({ length: 24 }, (_, hour) => hour)
  return {
    outdoorF: hours.map((hour) => meanF + shiftF - halfF * Math.cos(Math.PI * turnOf(hour))),
    airGainBtuH: hours.map((hour) => areaFt2 * (hour >= 7 && hour < 22 ? INDOORS.day : INDOORS.night)),
    massGainBtuH: hours.map((hour) => areaFt2 * sun * Math.max(0, Math.sin((Math.PI * (hour - 7)) / 10)) * Number(hour < 17)),
    door: null,
    sunOnSensorF: null,
  }
}

/** What a floor area holds of air and of what takes water up, lets in, and gives off. House figures. */
const CEILING_FT = 8
const TAKES_UP = 8
const LEAKS_PER_H: Readonly<Record<BuildingKind, number>> = { tight: 0.15, usual: 0.35, draughty: 0.8, light: 0.5, heavy: 0.35 }
const WATER_LB_H_FT2 = 0.00035
const COIL_HOLDS_LB_PER_TON = 0.55
const CFM_FT3_H = 60
/** Share of the air that a coil lets by, as `coilModel.ts` has it. */
const BYPASS = 0.12

/**
 * RoomMoisture of such a room on such a day, and of a coil of such a size. Outdoor humidity stays through the day as it does
 * in settled weather. House figures; a measured humidity goes before them. Valid: to compare settings with one another.
 */
export function moistureOf(
  kind: BuildingKind,
  { day, climate, areaFt2 }: { day: DayKind; climate: string; areaFt2: number },
  { coolTons, coolCfm, pressurePsia }: { coolTons: number; coolCfm: number; pressurePsia: number },
): RoomMoisture {
  const lbPerFt3 = (0.075 * pressurePsia) / 14.696
  const roomLb = areaFt2 * CEILING_FT * lbPerFt3
  const hourly = (value: number) => new Array<number>(24).fill(value)
  const outdoor = OUTDOOR_RATIO[day] * (Object.hasOwn(CLIMATE_RATIO, climate) ? (CLIMATE_RATIO[climate] ?? 1) : 1)
  return {
    airLb: roomLb * TAKES_UP,
    leakLbH: roomLb * LEAKS_PER_H[kind],
    outdoorRatio: hourly(outdoor),
    gainLbH: hourly(areaFt2 * WATER_LB_H_FT2),
    startRatio: 0.0095,
    pressurePsia,
    coilAirLbH: coolCfm * CFM_FT3_H * lbPerFt3,
    bypass: BYPASS,
    coilHoldsLb: coolTons * COIL_HOLDS_LB_PER_TON,
  }
}

/**
 * Another storey, or a room, of the same kind that no sensor is in charge of.
 * House figures: a floor lets 0.25 Btu/h·°F through each square foot, open stairs as much again as air, and more of it
 * upwards. @param airShare of the air of the ducts, 0 to 1
 */
export function otherRoomOf(
  kind: BuildingKind,
  areaFt2: number,
  airShare: number,
  where: 'above' | 'below' | 'beside',
): OtherRoom {
  const room = roomOfKind(kind, areaFt2)
  // A roof is lost through above, and earth stands below.
  const loses = where === 'above' ? 1.15 : where === 'below' ? 0.75 : 1
  return {
    airBtuPerF: room.airBtuPerF,
    massBtuPerF: room.massBtuPerF,
    uaBtuHPerF: room.uaBtuHPerF * loses,
    airMassBtuHPerF: room.airMassBtuHPerF,
    airShare,
    gainRatio: 1,
    betweenBtuHPerF: { off: 0.25 * areaFt2, on: 0.4 * areaFt2 },
    risesBtuHPerF: where === 'beside' ? 0 : 0.25 * areaFt2,
    isAbove: where === 'above',
  }
}

/** What the sun on a sensor adds, by the hour, °F. A house figure. */
const SUN_ON_SENSOR_F = 4
export const SUN_TIMES = ['none', 'morning', 'afternoon'] as const
export type SunTime = (typeof SUN_TIMES)[number]
export const sunOnSensor = (when: SunTime): number[] | null =>
  when === 'none'
    ? null
    : Array.from({ length: 24 }, (_, hour) => {
        const from = when === 'morning' ? 8 : 14
        return hour >= from && hour < from + 3 ? SUN_ON_SENSOR_F : 0
      })

/** An open outer door lets so much more out for each degree. A house figure: 200 cfm of outdoor air. */
export const OPEN_DOOR_BTUH_PER_F = 216

/** 0 at the coldest hour, 1 at the warmest, nine hours later; then slowly back. */
function turnOf(hour: number): number {
  const since = (hour - COLDEST_HOUR + 24) % 24
  return since <= 9 ? since / 9 : 1 + (since - 9) / 15
}

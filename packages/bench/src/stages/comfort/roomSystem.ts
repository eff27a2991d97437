import {
  BUILDING_WORDS,
  type BuildingKind,
  type Day,
  type DayKind,
  dayOf,
  type HeatSource,
  moistureOf,
  OPEN_DOOR_BTUH_PER_F,
  otherRoomOf,
  type RoomSystem,
  roomOfKind,
  SENSOR_PLACES,
  type SensorPlace,
  sensorAt,
  sunOnSensor,
  USUAL_FT2_PER_TON,
} from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import { type Assumption, Taken } from '../assumptions.ts'
import { controllerRun } from './controllerRun.ts'
import { type EquipmentRun, equipmentRun } from './equipmentRun.ts'
import { isGapAt, sensingOf } from './sensing.ts'
import { type Stand, type Stands, standsOf } from './stands.ts'

/** The days that can be run: kinds that we make, and the one that was pasted. */
export type RunDay = DayKind | 'pasted'

/** What is no setting: the day, and whether air from the void reaches the sensor. */
export interface Around {
  day: RunDay
  isGapOpen: boolean
}

export interface Runnable {
  system: RoomSystem
  source: HeatSource
  /** The floor with the sensor, as it was said or taken. */
  areaFt2: number
  assumptions: Assumption[]
}

/** Without a share: the other storey gets as much air as its floor is of both. */
const USUAL_OTHER_PCT = 50
/** A pasted day is one of cooling from such a mean on, and of both from such a mean on, °F. */
const HOT_FROM_F = 74
const MILD_FROM_F = 45

/**
 * The room with its equipment and its controller, from the record; what is not known is taken from house figures and
 * said. Null until there is something that heats or cools.
 * @param trimThenF the trim that was in force while the sensor was read
 */
export function roomSystemOf(v: VisitView, stand: Stand, around: Around, trimThenF = 0): Runnable | null {
  const taken = new Taken()
  const stands = standsOf(stand, v.ledger)
  const pasted = weatherOf(v)
  const day = around.day === 'pasted' ? kindOfDay(pasted) : around.day
  const run = equipmentRun(v, stands, taken, day)
  if (!run) return null
  const { equipment, source } = run
  const controller = controllerRun(v, stands, source, taken, day)
  const { room: said } = v.system
  const usualFt2 = Math.round((v.system.capacityTons ?? (equipment.heat.btuH.at(-1) ?? 0) / 20_000) * USUAL_FT2_PER_TON)
  const spacesFt2 = v.system.spaces.reduce((sum, one) => sum + (one.areaFt2 ?? 0), 0)
  const areaFt2 =
    said.areaFt2 ??
    (spacesFt2 > 0
      ? taken.or(null, spacesFt2, 'Floor', v.show('floorArea', spacesFt2), 'the spaces of Fresh air, all of them')
      : taken.or(null, usualFt2, 'Floor', v.show('floorArea', usualFt2), 'the size of the equipment'))
  const kind: BuildingKind = taken.or(said.kind, 'usual', 'Kind of room', BUILDING_WORDS.usual, 'nobody said another')
  const ofKind = roomOfKind(kind, areaFt2)
  const holds = said.holds !== undefined && said.holds > 0 ? said.holds : 1
  const isLossKnown = said.uaBtuHPerF !== undefined && said.uaBtuHPerF > 0
  if (!isLossKnown) taken.say('Loss', v.show('lossRate', ofKind.uaBtuHPerF), 'kind of room and floor; calibrate it to know')
  const other = otherOf(v, kind, areaFt2, taken)
  // What was measured is of all that the plant heated: another storey takes its share of it and adds nothing.
  const share = other && isLossKnown ? areaFt2 / (areaFt2 + other.areaFt2) : 1
  if (share < 1)
    taken.say(
      'Measured loss and mass',
      `${Math.round(100 * share)} % on the floor with the sensor`,
      'shared by floor: they were measured on all that the equipment heats',
    )
  const uaBtuHPerF = isLossKnown ? (said.uaBtuHPerF as number) : ofKind.uaBtuHPerF
  return {
    source,
    areaFt2,
    assumptions: taken.all,
    system: {
      room: {
        ...ofKind,
        uaBtuHPerF: share * uaBtuHPerF,
        airBtuPerF: share * ofKind.airBtuPerF * holds,
        massBtuPerF: share * ofKind.massBtuPerF * holds,
        airMassBtuHPerF: share * ofKind.airMassBtuHPerF,
      },
      other:
        other &&
        (share < 1
          ? {
              ...other.room,
              uaBtuHPerF: (1 - share) * uaBtuHPerF,
              airBtuPerF: (1 - share) * ofKind.airBtuPerF * holds,
              massBtuPerF: (1 - share) * ofKind.massBtuPerF * holds,
              airMassBtuHPerF: (1 - share) * ofKind.airMassBtuHPerF,
            }
          : other.room),
      moisture: moistureIn(v, run, { day, kind, areaFt2 }),
      day: dayIn(v, day, areaFt2, around.day === 'pasted' ? pasted : null),
      sensor: sensorOf(v, stands, taken, around.isGapOpen, trimThenF),
      equipment,
      controller,
      startF: controller.mode === 'cool' ? controller.setCoolF : controller.setHeatF,
    },
  }
}

/** Outdoor temperatures that were pasted, by the hour; null: none. */
export function weatherOf({ system }: Pick<VisitView, 'system'>): number[] | null {
  const hours = (system.room.weather ?? '').split(' ').map(Number)
  return hours.length === 24 && hours.every(Number.isFinite) && system.room.weather !== '' ? hours : null
}

function kindOfDay(hours: readonly number[] | null): DayKind {
  const meanF = (hours ?? [0]).reduce((sum, one) => sum + one, 0) / (hours?.length ?? 1)
  return meanF >= HOT_FROM_F ? 'hot' : meanF >= MILD_FROM_F ? 'mild' : 'frosty'
}

function dayIn(v: VisitView, kind: DayKind, areaFt2: number, pasted: readonly number[] | null): Day {
  const { room } = v.system
  const day = dayOf(kind, v.state.climate, areaFt2)
  const minutes = room.doorMin ?? 0
  return {
    ...day,
    outdoorF: pasted ?? day.outdoorF,
    // Out and in from seven to twenty-one.
    door:
      minutes > 0
        ? {
            btuHPerF: OPEN_DOOR_BTUH_PER_F,
            minutes: Array.from({ length: 24 }, (_, hour) => (hour >= 7 && hour < 21 ? minutes : 0)),
          }
        : null,
    sunOnSensorF: sunOnSensor(room.sun ?? 'none'),
  }
}

function otherOf(
  v: VisitView,
  kind: BuildingKind,
  areaFt2: number,
  taken: Taken,
): { room: NonNullable<RoomSystem['other']>; areaFt2: number } | null {
  const { room } = v.system
  if (room.other === undefined || room.other === 'none') return null
  const otherFt2 = taken.or(
    room.otherAreaFt2,
    areaFt2,
    'Floor not sensed',
    v.show('floorArea', areaFt2),
    'as large as the one with the sensor',
  )
  const usualPct = Math.round((USUAL_OTHER_PCT * 2 * otherFt2) / (otherFt2 + areaFt2))
  const pct = taken.or(
    room.otherAirPct,
    usualPct,
    'Its share of the air',
    `${usualPct} %`,
    'by floor; the Zones stage measures it',
  )
  taken.say('Between the two', 'open stairs, a usual floor', 'a house figure')
  return { room: otherRoomOf(kind, otherFt2, pct / 100, room.other), areaFt2: otherFt2 }
}

/** Moisture counts where something cools. */
function moistureIn(
  v: VisitView,
  { coolTons, coolCfm }: EquipmentRun,
  { day, kind, areaFt2 }: { day: DayKind; kind: BuildingKind; areaFt2: number },
): RoomSystem['moisture'] {
  if (day === 'frosty' || coolTons <= 0 || coolCfm <= 0) return null
  const { pressurePsia } = v.picture
  return moistureOf(kind, { day, climate: v.state.climate, areaFt2 }, { coolTons, coolCfm, pressurePsia })
}

function sensorOf(
  v: VisitView,
  { word, number }: Stands,
  taken: Taken,
  isGapOpen: boolean,
  trimThenF: number,
): RoomSystem['sensor'] {
  const said = word('sensor.source')
  const jumps = said === 'jump'
  const known = jumps ? 'wall' : (SENSOR_PLACES.find((one) => one === said) ?? null)
  const place: SensorPlace = taken.or(known, 'wall', 'Control sensor', 'at the wall', 'nobody noted where it is')
  const sensing = sensingOf(v)
  const told = sensing.before(place)
  const isGapHere = isGapOpen && isGapAt(sensing, place)
  // A trim was set against something: against the gap, where one was looked for; else it is taken to make the reading true.
  const isGapKnown = v.system.room.gap !== undefined && !told?.found
  if (!told?.found)
    taken.say(
      'Its reading',
      trimThenF === 0
        ? 'true'
        : `true ${isGapKnown ? 'but for the gap and' : 'with'} its trim of ${v.show('temperatureDifference', trimThenF, { signed: true })}`,
      'no reference was read beside it, or too few pairs',
    )
  const trimF = (number('sensor.trim') ?? 0) - (isGapKnown ? 0 : trimThenF)
  const offsetF = (told?.found?.includes('offset') ? (told.offset?.value ?? 0) : 0) + trimF
  // What was read as a draught goes with the gap that lets it in.
  const fanShiftF = isGapHere && told?.found?.includes('draught') ? (told.fan?.value ?? 0) : 0
  const sensor = sensorAt(place, isGapHere && fanShiftF === 0, offsetF, fanShiftF)
  if (!jumps) return sensor
  taken.say('It jumps', 'to the return sensor while the fan runs', 'a house figure for a source that jumps')
  return { ...sensor, whileFan: sensorAt('return', isGapOpen && isGapAt(sensing, 'return'), trimF) }
}

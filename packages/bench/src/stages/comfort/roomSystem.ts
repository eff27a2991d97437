import {
  BUILDING_WORDS,
  type BuildingKind,
  type Controller,
  type DayKind,
  dayOf,
  type Equipment,
  type FanSatisfied,
  type HeatSource,
  isPump,
  type RoomSystem,
  roomOfKind,
  SENSOR_PLACES,
  type SensorPlace,
  type Show,
  sensorAt,
  USUAL_FT2_PER_TON,
} from '@ingle/core'
import { equipmentIn } from '../../visit/devices.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { sensingOf } from './sensing.ts'

/** What the run rests on and nobody measured, and where it comes from. */
export interface Assumption {
  what: string
  value: string
  from: string
}

/** How the settings of a run stand: a value in the language of roles; null where nobody knows. */
export type Stand = (role: string) => string | null

/** What is no setting: the day, and whether air from the void reaches the sensor. */
export interface Around {
  day: DayKind
  isGapOpen: boolean
}

export interface Runnable {
  system: RoomSystem
  source: HeatSource
  assumptions: Assumption[]
}

const BTUH_PER_TON = 12_000
const BTUH_PER_KW = 3412
/** Set points where nobody noted one, °F. */
const USUAL_HEAT_F = 70
const USUAL_COOL_F = 75
const USUAL_DIFFERENTIAL_F = 1
const USUAL_CYCLES: Readonly<Record<HeatSource, number>> = { compressor: 3, burner: 5, electric: 9 }
/** What a lean means: share of output for each degree, and minutes to work off what is left. House figures. */
const LEANS: Readonly<Record<string, readonly [gain: number, minutes: number]>> = {
  soft: [0.2, 60],
  normal: [0.4, 40],
  hard: [0.8, 25],
}
/** A trickling fan blows such a share; one that circulates does so as a mean over the hour. House figures. */
const TRICKLE_SHARE = 0.3
const CIRCULATES_SHARE = 0.33
/** What exchanger and coil hold, and give off blown and still, for each Btu/h that passes through. House figures. */
const EXCHANGER: Readonly<Record<'furnace' | 'coil', readonly [holds: number, blown: number, still: number]>> = {
  furnace: [0.0005, 0.016, 0.0006],
  coil: [0.0007, 0.034, 0.0008],
}
/** The share of its rated output that a heat pump loses for each degree colder, a cooling machine for each hotter. */
const PUMP_SLOPE = 0.013
const COOL_SLOPE = 0.007
const RATED_HEAT_F = 47
const RATED_COOL_F = 95
/** Auxiliary heat joins at such a droop and leaves at such. House figures. */
const AUXILIARY_ON_F = 2
const AUXILIARY_OFF_F = 0.3
const ALWAYS_ALLOWED_F = 200

/** Everything that is taken and not known, as it is taken. */
class Taken {
  readonly all: Assumption[] = []
  or<T>(known: T | null | undefined, taken: T, what: string, says: string, from: string): T {
    if (known !== null && known !== undefined) return known
    this.all.push({ what, value: says, from })
    return taken
  }
}

/**
 * The room with its equipment and its controller, from the record; what is not known is taken from house figures and
 * said. Null until there is something that heats or cools.
 * @param trimThenF the trim that was in force while the sensor was read
 */
export function roomSystemOf(v: VisitView, stand: Stand, around: Around, trimThenF = 0): Runnable | null {
  const taken = new Taken()
  const number = (role: string): number | null => {
    const text = stand(role)
    const value = text === null || text.trim() === '' ? Number.NaN : Number(text)
    return Number.isFinite(value) ? value : null
  }
  const source: HeatSource = v.fires.high ? 'burner' : isPump(v.wired.kind) ? 'compressor' : 'electric'
  const equipment = equipmentOf(v, source, number, taken, around.day)
  if (!equipment) return null
  const controller = controllerOf(v, stand, number, source, taken, around.day)
  const { room: said } = v.system
  const usualFt2 = Math.round((v.system.capacityTons ?? (equipment.heat.btuH.at(-1) ?? 0) / 20_000) * USUAL_FT2_PER_TON)
  const areaFt2 = taken.or(
    said.areaFt2,
    usualFt2,
    'Floor',
    v.show('area', usualFt2, { decimals: 0 }),
    'the size of the equipment',
  )
  const kind: BuildingKind = taken.or(said.kind, 'usual', 'Kind of room', BUILDING_WORDS.usual, 'nobody said another')
  const ofKind = roomOfKind(kind, areaFt2)
  const holds = said.holds !== undefined && said.holds > 0 ? said.holds : 1
  const isLossKnown = said.uaBtuHPerF !== undefined && said.uaBtuHPerF > 0
  if (!isLossKnown)
    taken.all.push({
      what: 'Loss',
      value: lossSaid(ofKind.uaBtuHPerF, v.show),
      from: 'kind of room and floor; calibrate it to know',
    })
  return {
    source,
    assumptions: taken.all,
    system: {
      room: {
        ...ofKind,
        uaBtuHPerF: isLossKnown ? (said.uaBtuHPerF as number) : ofKind.uaBtuHPerF,
        airBtuPerF: ofKind.airBtuPerF * holds,
        massBtuPerF: ofKind.massBtuPerF * holds,
      },
      day: dayOf(around.day, v.state.climate, areaFt2),
      sensor: sensorOf(v, stand, number, taken, around.isGapOpen, trimThenF),
      equipment,
      controller,
      startF: controller.mode === 'cool' ? controller.setCoolF : controller.setHeatF,
    },
  }
}

/** Loss for each degree, in the reader's units: a rate of heat over a difference of temperature. */
export function lossSaid(uaBtuHPerF: number, show: Show): string {
  const perDegree = show('temperatureDifference', 1, { bare: true, decimals: 3 })
  const degree = show('temperatureDifference', 1).split(' ').at(-1) ?? '°F'
  return degree === '°F'
    ? `${Math.round(uaBtuHPerF).toLocaleString('en-US')} Btu/h·°F`
    : `${Math.round((uaBtuHPerF * 0.29307107) / Number(perDegree))} W/K`
}

function sensorOf(
  v: VisitView,
  stand: Stand,
  number: (role: string) => number | null,
  taken: Taken,
  isGapOpen: boolean,
  trimThenF: number,
) {
  const said = stand('sensor.source')
  // One that jumps between two reads neither: as the average of them it is at its best.
  const known = said === 'jump' ? 'average' : (SENSOR_PLACES.find((one) => one === said) ?? null)
  const place: SensorPlace = taken.or(known, 'wall', 'Control sensor', 'at the wall', 'nobody noted where it is')
  const told = sensingOf(v).at(place)
  if (!told?.found)
    taken.all.push({
      what: 'Its reading',
      value: trimThenF === 0 ? 'true' : `true with its trim of ${v.show('temperatureDifference', trimThenF, { signed: true })}`,
      from: 'no reference was read beside it, or too few pairs',
    })
  const offsetF = told?.found?.includes('offset') ? (told.offset?.value ?? 0) : 0
  // What was read as a draught goes with the gap that lets it in.
  const fanShiftF = isGapOpen && told?.found?.includes('draught') ? (told.fan?.value ?? 0) : 0
  return sensorAt(place, isGapOpen && fanShiftF === 0, offsetF + (number('sensor.trim') ?? 0) - trimThenF, fanShiftF)
}

function equipmentOf(
  v: VisitView,
  source: HeatSource,
  number: (role: string) => number | null,
  taken: Taken,
  day: DayKind,
): Equipment | null {
  const { fires, system, wired } = v
  const coolBtuH = (system.capacityTons ?? 0) * BTUH_PER_TON
  const heaterBtuH = (system.heaterKw ?? 0) * BTUH_PER_KW
  const heat =
    source === 'burner'
      ? [...(fires.low ? [fires.low.heatBtuH] : []), fires.high?.heatBtuH ?? 0]
      : source === 'compressor'
        ? [coolBtuH]
        : [heaterBtuH]
  if (Math.max(...heat, coolBtuH) <= 0) return null
  const slope = source === 'compressor' ? PUMP_SLOPE * coolBtuH : 0
  if (source === 'compressor')
    taken.all.push({
      what: 'Heat pump',
      value: `${v.show('heatRate', coolBtuH)} at ${v.show('temperature', RATED_HEAT_F)} outdoors, ${(100 * PUMP_SLOPE).toFixed(1)}% of it less for each °F colder`,
      from: 'the nameplate in cooling and a house figure; the maker’s table goes before it',
    })
  const passes = day === 'hot' ? coolBtuH : (heat.at(-1) ?? 0)
  const [holds, blown, still] = EXCHANGER[source === 'burner' && day !== 'hot' ? 'furnace' : 'coil']
  const minutes = (role: string) => (number(role) ?? 0) * 60
  const use = day === 'hot' ? 'cool' : 'heat'
  const hasCompressor = source === 'compressor' || day === 'hot'
  const restS =
    minutes('control.min-off') || taken.or(hasCompressor ? null : 0, 300, 'Minimum off time', '5 min', 'a compressor’s usual one')
  return {
    kind: heat.length > 1 && day !== 'hot' ? 'two-stage' : 'single',
    heat: { btuH: heat, slopeBtuHPerF: heat.map(() => slope) },
    cool: {
      // Rated hot outdoors, and the run counts from another temperature.
      btuH: [coolBtuH * (1 + COOL_SLOPE * (RATED_COOL_F - RATED_HEAT_F))],
      slopeBtuHPerF: [-COOL_SLOPE * coolBtuH],
    },
    referenceOutdoorF: RATED_HEAT_F,
    lowestShare: 1,
    minOnS: minutes('control.min-on'),
    minOffS: restS,
    lockedBelowF: null,
    auxiliary:
      source === 'compressor' && heaterBtuH > 0 && wired.kind.heatStages > 0
        ? {
            btuH: heaterBtuH,
            allowedBelowF: number('control.aux-lockout') ?? ALWAYS_ALLOWED_F,
            onDroopF: AUXILIARY_ON_F,
            offDroopF: AUXILIARY_OFF_F,
          }
        : null,
    exchanger:
      equipmentIn(v.devices) === null && source === 'electric'
        ? null
        : { btuPerF: holds * passes, fanOnBtuHPerF: blown * passes, fanOffBtuHPerF: still * passes },
    blowerOnDelayS: number(`fan.delay.on.${use}`) ?? 0,
    blowerOffDelayS: number(`fan.delay.off.${use}`) ?? 0,
  }
}

function controllerOf(
  v: VisitView,
  stand: Stand,
  number: (role: string) => number | null,
  source: HeatSource,
  taken: Taken,
  day: DayKind,
): Controller {
  const { show } = v
  const byRate =
    number('control.differential') === null && (number('control.cycle-rate') !== null || stand('control.tightness') !== null)
  const rate = number('control.cycle-rate') ?? USUAL_CYCLES[day === 'hot' ? 'compressor' : source]
  const [gainPerF, integralMin] = LEANS[stand('control.tightness') ?? 'normal'] ?? [0.4, 40]
  const differentialF = byRate
    ? 0
    : taken.or(
        number('control.differential'),
        USUAL_DIFFERENTIAL_F,
        'Differential',
        show('temperatureDifference', USUAL_DIFFERENTIAL_F),
        'nobody noted one',
      )
  const auto = stand('control.changeover') === 'auto' && day === 'mild'
  const fan = stand('fan.mode')
  return {
    rule: byRate ? 'cycle-rate' : 'symmetric',
    differentialF,
    maxRatePerH: rate,
    gainPerF,
    integralMin,
    stage2: secondStage(stand, number),
    mode: auto ? 'auto' : day === 'hot' ? 'cool' : 'heat',
    firstMode: 'heat',
    setHeatF: taken.or(
      number('setpoint.heat'),
      USUAL_HEAT_F,
      'Heating set point',
      show('temperature', USUAL_HEAT_F),
      'nobody noted one',
    ),
    setCoolF: taken.or(
      number('setpoint.cool'),
      USUAL_COOL_F,
      'Cooling set point',
      show('temperature', USUAL_COOL_F),
      'nobody noted one',
    ),
    changeoverMin: 30,
    changeoverMarginF: number('control.changeover-band') ?? 0.5,
    fanHeat: satisfied(stand('fan.satisfied.heat')),
    fanCool: satisfied(stand('fan.satisfied.cool')),
    trickleShare: TRICKLE_SHARE,
    fanShare: fan === 'on' ? 1 : fan === 'circulate' ? CIRCULATES_SHARE : 0,
  }
}

/** A controller that does not say does as its fan is set. */
const satisfied = (does: string | null): FanSatisfied => (does === 'off' || does === 'trickle' ? does : 'as-set')

const USUAL_UPSTAGE_MIN = 8
function secondStage(stand: Stand, number: (role: string) => number | null): Controller['stage2'] {
  const rule = stand('control.second-stage')
  if (rule === 'never') return null
  if (rule === 'auto') return { by: 'gap', onF: 1.5, offF: 0.2 }
  return { by: 'time', afterMin: number('control.upstage-time') ?? USUAL_UPSTAGE_MIN }
}

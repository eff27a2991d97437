import {
  type Controller,
  type Equipment,
  type OtherRoom,
  PLAIN_EQUIPMENT,
  type RoomMoisture,
  type RoomSystem,
} from '../rooms/roomModel.ts'
import { type RunOptions, runRoom } from '../rooms/roomRun.ts'

export const hourly = (value: number) => new Array<number>(24).fill(value)
/** A furnace in a middling house on a day of 30 °F. */
export const house = (
  over: {
    room?: Partial<RoomSystem['room']>
    equipment?: Partial<Equipment>
    controller?: Partial<Controller>
    sensor?: Partial<RoomSystem['sensor']>
    day?: Partial<RoomSystem['day']>
    startF?: number
    other?: OtherRoom
    moisture?: RoomMoisture
  } = {},
): RoomSystem => ({
  room: { airBtuPerF: 2000, massBtuPerF: 8000, uaBtuHPerF: 450, airMassBtuHPerF: 2200, voidOutdoorShare: 0, ...over.room },
  other: over.other ?? null,
  moisture: over.moisture ?? null,
  day: { outdoorF: hourly(30), airGainBtuH: hourly(0), massGainBtuH: hourly(0), door: null, sunOnSensorF: null, ...over.day },
  sensor: {
    lagS: 0,
    offsetF: 0,
    fanShiftF: 0,
    whileFan: null,
    wallShare: { off: 0, on: 0 },
    voidShare: { off: 0, on: 0 },
    ...over.sensor,
  },
  equipment: {
    ...PLAIN_EQUIPMENT,
    kind: 'single',
    heat: { btuH: [40_000], slopeBtuHPerF: [] },
    cool: { btuH: [24_000], slopeBtuHPerF: [] },
    referenceOutdoorF: 47,
    lowestShare: 0.3,
    minOnS: 0,
    minOffS: 0,
    blowerOnDelayS: 0,
    blowerOffDelayS: 0,
    ...over.equipment,
  },
  controller: {
    rule: 'symmetric',
    differentialF: 1,
    maxRatePerH: 3,
    gainPerF: 0.4,
    integralMin: 40,
    stage2: null,
    mode: 'heat',
    firstMode: 'heat',
    setHeatF: 70,
    setCoolF: 76,
    changeoverMin: 0,
    changeoverMarginF: 0.5,
    fanHeat: 'off',
    fanCool: 'off',
    trickleShare: 0.3,
    fanShare: 1,
    circulateMin: 0,
    drying: null,
    ...over.controller,
  },
  startF: over.startF ?? 70,
})

export function ran(system: RoomSystem, options?: Partial<RunOptions>) {
  const run = runRoom(system, options)
  if (!run.ok) throw new Error(run.reason)
  return run.value
}
export const figuresOf = (system: RoomSystem, options?: Partial<RunOptions>) => ran(system, options).figures

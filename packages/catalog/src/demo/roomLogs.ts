import { dayOf, PLAIN_EQUIPMENT, type Room, type RoomSystem, roomOfKind, runRoom, sensorAt } from '@ingle/core'
import { xoroshiro128plus } from 'pure-rand'
import { uniformFloat64 } from './random.ts'

/** A warm-up of one of the demo's rooms as a logger wrote it, and what the room that made it is like. */
export interface RoomLogFile {
  name: string
  says: string
  csv: string
  truth: { room: Room; kind: Room; heatBtuH: number; outdoorF: number; gainsBtuH: number }
}

interface Making {
  name: string
  says: string
  kind: Parameters<typeof roomOfKind>[0]
  areaFt2: number
  /** How this room differs from its kind. */
  loses: number
  holds: number
  heatBtuH: number
  outdoorF: number
  fromF: number
  minutes: number
  stepMin: number
  /** One line of the log; null: the logger slept. */
  line: (minute: number, airF: number) => string | null
  head: string
  seed: number
}

const clock = (minute: number) =>
  `${String(Math.floor(minute / 60) % 24).padStart(2, '0')}:${String(Math.floor(minute % 60)).padStart(2, '0')}`
const celsius = (f: number) => (f - 32) / 1.8
const NOISE_F = 0.08
const FROM_MIN = 5 * 60

const MAKINGS: readonly Making[] = [
  {
    name: 'beacon-mill-flat-3',
    says: 'every five minutes, °F',
    kind: 'usual',
    areaFt2: 640,
    loses: 1.15,
    holds: 1.2,
    heatBtuH: 18_000,
    outdoorF: 28,
    fromF: 57,
    minutes: 420,
    stepMin: 5,
    line: (minute, airF) => `${clock(minute)}, ${airF.toFixed(1)}`,
    head: 'Time, °F',
    seed: 33,
  },
  {
    name: 'beacon-mill-flat-6',
    says: 'every ten minutes, °C with a decimal comma',
    kind: 'usual',
    areaFt2: 640,
    loses: 0.95,
    holds: 1,
    heatBtuH: 18_000,
    outdoorF: 30,
    fromF: 56,
    minutes: 480,
    stepMin: 10,
    line: (minute, airF) => `${clock(minute)};${celsius(airF).toFixed(2).replace('.', ',')}`,
    head: 'Uhr;°C',
    seed: 36,
  },
  {
    name: 'otterholt-row-upstairs',
    says: 'every five minutes, with a hole of an hour',
    kind: 'draughty',
    areaFt2: 1100,
    loses: 0.9,
    holds: 1.1,
    heatBtuH: 52_000,
    outdoorF: 24,
    fromF: 52,
    minutes: 420,
    stepMin: 5,
    line: (minute, airF) => (minute > FROM_MIN + 95 && minute < FROM_MIN + 155 ? null : `${clock(minute)},${airF.toFixed(1)}`),
    head: 'time,temperature °F',
    seed: 61,
  },
  {
    name: 'marigold-saloon',
    says: 'in seconds, every minute',
    kind: 'light',
    areaFt2: 260,
    loses: 1.1,
    holds: 1.3,
    heatBtuH: 12_000,
    outdoorF: 34,
    fromF: 50,
    minutes: 240,
    stepMin: 1,
    line: (minute, airF) => `${Math.round((minute - FROM_MIN) * 60)}\t${airF.toFixed(2)}`,
    head: 'seconds\t°F',
    seed: 9,
  },
  {
    name: 'calder-street-corridor',
    says: 'with dates in UTC, °F',
    kind: 'usual',
    areaFt2: 1600,
    loses: 1,
    holds: 1.15,
    heatBtuH: 44_000,
    outdoorF: 27,
    fromF: 55,
    minutes: 480,
    stepMin: 10,
    line: (minute, airF) => `2026-11-23T${clock(minute)}:00Z,${airF.toFixed(1)}`,
    head: 'when,°F',
    seed: 45,
  },
]

/** The logs of the demo world: a room of the model with its plant on all the while, and a logger’s noise. */
export const demoRoomLogs = (): RoomLogFile[] => MAKINGS.map(made)

function made(of: Making): RoomLogFile {
  const kind = roomOfKind(of.kind, of.areaFt2)
  const room: Room = {
    ...kind,
    uaBtuHPerF: kind.uaBtuHPerF * of.loses,
    airBtuPerF: kind.airBtuPerF * of.holds,
    massBtuPerF: kind.massBtuPerF * of.holds,
  }
  const gainsBtuH = dayOf('frosty', '', of.areaFt2).airGainBtuH[3] as number
  const hourly = (value: number) => new Array<number>(24).fill(value)
  const system: RoomSystem = {
    room,
    other: null,
    moisture: null,
    day: {
      outdoorF: hourly(of.outdoorF),
      airGainBtuH: hourly(gainsBtuH),
      massGainBtuH: hourly(0),
      door: null,
      sunOnSensorF: null,
    },
    sensor: sensorAt('remote', false),
    equipment: {
      ...PLAIN_EQUIPMENT,
      kind: 'single',
      heat: { btuH: [of.heatBtuH], slopeBtuHPerF: [] },
      cool: { btuH: [], slopeBtuHPerF: [] },
      referenceOutdoorF: 47,
      lowestShare: 1,
      minOnS: 0,
      minOffS: 0,
      blowerOnDelayS: 0,
      blowerOffDelayS: 0,
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
      setHeatF: 150,
      setCoolF: 200,
      changeoverMin: 0,
      changeoverMarginF: 0,
      fanHeat: 'off',
      fanCool: 'off',
      trickleShare: 0,
      fanShare: 0,
      circulateMin: 0,
      drying: null,
    },
    startF: of.fromF,
  }
  const run = runRoom(system, { warmUpDays: 0, traceEveryS: 60 })
  if (!run.ok || !run.value.trace) throw new Error(`${of.name} cannot be run`)
  const { airF } = run.value.trace
  const random = xoroshiro128plus(of.seed)
  const noise = () =>
    NOISE_F * Math.sqrt(-2 * Math.log(1 - uniformFloat64(random))) * Math.cos(2 * Math.PI * uniformFloat64(random))
  const lines = Array.from({ length: Math.floor(of.minutes / of.stepMin) + 1 }, (_, i) => i * of.stepMin).flatMap((minute) => {
    const line = of.line(FROM_MIN + minute, (airF[minute] as number) + noise())
    return line === null ? [] : [line]
  })
  return {
    name: of.name,
    says: of.says,
    csv: `${[of.head, ...lines].join('\n')}\n`,
    truth: { room, kind, heatBtuH: of.heatBtuH, outdoorF: of.outdoorF, gainsBtuH },
  }
}
